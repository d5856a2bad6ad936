'use client';
// What is played in a take, and how fast: kept in the address of the page.
import { parseAsFloat, parseAsInteger, parseAsString, useQueryState } from 'nuqs';
import { SHARES, type Take } from '@/core/rehearsal';
import type { Song } from '@/core/rig';
import { Choice } from '../primitives/choice';

/** What is played, as the address of the page says it. */
export function useTake(songs: readonly Song[]) {
  const [songId, setSong] = useQueryState('song', parseAsString.withOptions({ history: 'replace' }));
  const [from, setFrom] = useQueryState('from', parseAsInteger.withOptions({ history: 'replace' }));
  const [to, setTo] = useQueryState('to', parseAsInteger.withOptions({ history: 'replace' }));
  const [tempo, setTempo] = useQueryState('tempo', parseAsFloat.withOptions({ history: 'replace' }));
  const song = songs.find((s) => s.id === songId) ?? songs[0];
  if (!song) throw new Error('a take needs a song');
  const end = song.sections.length - 1;
  const inside = (n: number): number => Math.min(end, Math.max(0, n));
  const first = inside(from ?? 0);
  const last = Math.max(first, inside(to ?? end));
  const share = Math.min(SHARES.most, Math.max(SHARES.least, (tempo ?? 100) / 100));
  const choose = (next: { readonly songId?: string; readonly first?: number; readonly last?: number }): void => {
    if (next.songId !== undefined) void setSong(next.songId);
    void setFrom(next.first ?? (next.songId === undefined ? first : null));
    void setTo(next.last ?? (next.songId === undefined ? last : null));
  };
  return { take: { song, first, last, share } satisfies Take, choose, setTempo: (n: number) => void setTempo(n) };
}

/** The fields for it. */
export function TakeFields({
  songs,
  take,
  choose,
  setTempo,
  disabled,
}: ReturnType<typeof useTake> & {
  readonly songs: readonly Song[];
  readonly disabled: boolean;
}) {
  const { song, first, last, share } = take;
  const sections = song.sections.map((s, at): readonly [string, string] => [String(at), s.name]);
  const percent = Math.round(share * 100);
  return (
    <fieldset disabled={disabled} className="flex min-w-0 flex-wrap items-end gap-2">
      <legend className="sr-only">What is played</legend>
      <Choice
        label="Song"
        className="w-36"
        value={song.id}
        options={songs.map((s) => [s.id, s.name] as const)}
        onChange={(songId) => choose({ songId })}
      />
      <Choice
        label="From"
        className="w-32"
        value={String(first)}
        options={sections}
        onChange={(at) => choose({ first: Number(at), last: Math.max(Number(at), last) })}
      />
      <Choice
        label="To"
        className="w-32"
        value={String(last)}
        options={sections.slice(first)}
        onChange={(at) => choose({ last: Number(at) })}
      />
      <label className="flex flex-col gap-1 text-xs text-ink-2">
        <span>
          Tempo {percent} %: {Math.round(song.bpm * share)} a minute
        </span>
        <input
          type="range"
          aria-label="Tempo in percent of the song’s"
          className="h-8 w-40 accent-verdigris"
          min={SHARES.least * 100}
          max={SHARES.most * 100}
          step={5}
          value={percent}
          onChange={(event) => setTempo(Number(event.target.value))}
        />
      </label>
    </fieldset>
  );
}
