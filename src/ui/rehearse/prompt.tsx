'use client';
// What is said above the panel: before a take what it will be, while it goes on what comes next, after it what is to be done about it.
import type { Take } from '@/core/rehearsal';
import type { RehearsedWay } from '@/workers/rehearse.worker';
import type { Bench } from '../bench/bench-store';
import { BeatLight, useBeat } from './beat';
import { type Going, wayAt } from './use-rehearsal';

/** Before a take: what it will be, or what is to be said of the last one. */
export function Before({
  closing,
  way,
  take,
  prompted,
}: {
  readonly closing: readonly string[];
  readonly way: RehearsedWay | undefined;
  readonly take: Take;
  readonly prompted: boolean;
}) {
  const words = way && prompted ? (way.gestures === null ? way.words : way.gestures) : [];
  return (
    <div role="status" className="min-h-[64px] shrink-0 rounded-md border bg-sheet px-3 py-2 text-sm">
      {closing.length > 0 ? (
        closing.map((line) => <p key={line}>{line}</p>)
      ) : way ? (
        <>
          <p>
            One bar is counted in, then comes the bar before <b>{take.song.sections[take.first]?.name}</b>: play the way in it.
          </p>
          {words.length > 0 && <p className="pt-0.5 text-ink-2">{sentenceOf(words)}</p>}
        </>
      ) : (
        <p className="text-ink-2">The ways are looked for first.</p>
      )}
    </div>
  );
}

const sentenceOf = (gestures: readonly string[]): string => {
  const text = gestures.join(', then ');
  return /[.]$/.test(text) ? text : `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
};

/** While a take goes on: the beat, and what comes next. */
export function Prompt({
  bench,
  going,
  ways,
  prompted,
}: {
  readonly bench: Bench;
  readonly going: Going;
  readonly ways: ReadonlyMap<string, RehearsedWay>;
  readonly prompted: boolean;
}) {
  const beat = useBeat(bench, going);
  const { schedule, take } = going;
  const now = beat * schedule.beatMs;
  const next = schedule.dues.find((d) => d.dueMs > now + 1) ?? null;
  const way = next && ways.get(wayAt(take.song.id, next.at));
  const beats = next ? Math.round((next.dueMs - now) / schedule.beatMs) : 0;
  const counting = now < schedule.countInMs - 1;
  return (
    <div className="flex min-h-[64px] shrink-0 items-center gap-4 rounded-md border bg-sheet px-3 py-2">
      <BeatLight beat={beat} going={going} />
      <div className="min-w-0 flex-1">
        <p className="text-base">
          {next ? (
            <>
              into <b>{take.song.sections[next.at]?.name}</b>
              <span className="text-ink-2">{counting ? ', counted in' : ` in ${beats} ${beats === 1 ? 'beat' : 'beats'}`}</span>
            </>
          ) : (
            'Hold on: one more bar.'
          )}
        </p>
        {prompted && way && (
          <p className="truncate text-lg font-semibold">
            {way.gestures === null ? 'cannot be reached' : way.gestures.length === 0 ? 'nothing to do' : sentenceOf(way.gestures)}
          </p>
        )}
      </div>
    </div>
  );
}
