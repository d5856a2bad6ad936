'use client';
// The set: songs as strips of sections in bars, what to press into each, and whether there is time for it.
import { ListMusic } from 'lucide-react';
import { nanoid } from 'nanoid';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useState } from 'react';
import { counted } from '@/core/base';
import { addSong, addToSet } from '@/core/commands';
import { batch, type Edit, labelOf, type RigIndex } from '@/core/rig';
import { paceInWords, usualPace } from '@/core/stage';
import { Button, buttonLook } from '../primitives/button';
import { Link } from '../primitives/link';
import { Progress } from '../primitives/progress';
import { Segments } from '../primitives/segments';
import { useRig } from '../store/provider';
import { BetterPlaces } from './better-places';
import { Cards } from './cards';
import { PaceDialog } from './pace-dialog';
import { PaperMenu } from './paper-menu';
import { SceneTable } from './scene-table';
import { SectionPanel } from './section-panel';
import { SetDrag } from './set-drag';
import { SongStrip } from './song-strip';
import { type OwnPace, paceKey, usePace } from './use-pace';
import { type Played, usePlayed } from './use-played';
import { type FoundSet, useSet } from './use-set';
import { WhichSongs } from './which-songs';

/** A section that is chosen: the song, and its place in it. */
export interface Chosen {
  readonly songId: string;
  readonly at: number;
}

const views = ['songs', 'scenes'] as const;

export function SetScreen() {
  const whole = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const own = usePace();
  const played = usePlayed();
  const index = played.index ?? whole;
  const found = useSet(index.rig, played.index && own.pace);
  const [view, setView] = useQueryState('view', parseAsStringLiteral(views).withDefault('songs'));
  const [chosen, choose] = useState<Chosen | null>(null);
  const { songs } = index.rig;
  const song = songs.find((s) => s.id === chosen?.songId);
  const section = song?.sections[chosen?.at ?? -1];
  const add = (): void => {
    const made = addSong(whole.rig, () => nanoid(12));
    if (edit(withSong(made, played))) choose({ songId: made.id, at: 0 });
  };
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_340px] max-[1100px]:grid-cols-[minmax(0,1fr)_300px]">
      <section aria-label="Songs" className="flex min-h-0 flex-col">
        <Head index={index} played={played} found={found} />
        <div className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b px-4 py-2">
          {songs.length > 0 && (
            <Segments
              label="Shown as"
              options={[
                ['songs', 'Songs'],
                ['scenes', 'Table of scenes'],
              ]}
              chosen={view}
              onChoose={(to) => void setView(to)}
            />
          )}
          <Button onClick={add}>New song</Button>
          {whole.rig.songs.length > 0 && <WhichSongs index={whole} played={played} />}
        </div>
        <div className="flex min-h-0 flex-1 flex-col gap-6 overflow-y-auto px-4 py-4">
          {songs.length === 0 && <NoSongs list={played.list !== null} />}
          {view === 'songs' && (
            <SetDrag index={index} list={played.list} onSection={choose}>
              {songs.map((row) => (
                <SongStrip
                  key={row.id}
                  index={index}
                  list={played.list}
                  song={row}
                  found={found}
                  chosen={chosen}
                  choose={choose}
                />
              ))}
            </SetDrag>
          )}
          {view === 'scenes' && songs.length > 0 && <SceneTable index={index} found={found} chosen={chosen} choose={choose} />}
        </div>
      </section>
      <aside
        // biome-ignore lint/a11y/noNoninteractiveTabindex: scrolled by keyboard
        tabIndex={0}
        aria-label={section ? section.name : 'When something goes wrong'}
        className="min-h-0 overflow-y-auto border-l bg-sheet"
      >
        {song && section && chosen ? (
          <SectionPanel
            key={`${chosen.songId} ${chosen.at}`}
            index={whole}
            song={song}
            at={chosen.at}
            found={found}
            pace={own.pace}
            choose={choose}
          />
        ) : (
          <Beside index={index} own={own} found={found} />
        )}
      </aside>
    </main>
  );
}

/** What stands beside the songs while no section is chosen. */
function Beside({ index, own, found }: { readonly index: RigIndex; readonly own: OwnPace; readonly found: FoundSet }) {
  const any = index.rig.songs.length > 0;
  return (
    <>
      {any && <BetterPlaces key={paceKey(own.pace)} index={index} pace={own.pace ?? usualPace} />}
      {any && <PaceLine index={index} own={own} />}
      <Cards index={index} found={found} />
    </>
  );
}

/** What was found of the songs, and where they are played. */
function Head({ index, played, found }: { readonly index: RigIndex; readonly played: Played; readonly found: FoundSet }) {
  const { id, songs } = index.rig;
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b px-4 py-2.5">
      <h1 className="text-lg font-semibold">Set</h1>
      <Looking found={found} of={songs.reduce((n, s) => n + s.sections.length, 0)} />
      <span className="ml-auto flex flex-wrap items-center gap-2">
        <PaperMenu rig={index.rig} list={played.list} found={found} />
        {songs.length > 0 && (
          <Link href={`/rigs/${id}/set/rehearse`} className={buttonLook({})}>
            Rehearse
          </Link>
        )}
        <Link href={`/rigs/${id}/stage`} className={buttonLook({})}>
          Stage
        </Link>
      </span>
    </header>
  );
}

/** A new song goes into the set that is shown. */
function withSong({ edit, song }: ReturnType<typeof addSong>, { list }: Played): Edit {
  const put = list && addToSet(list, song);
  return put ? batch(labelOf(edit), [edit, put]) : edit;
}

/** Whose pace the times are worked out with, and a way to measure it. */
function PaceLine({ index, own }: { readonly index: RigIndex; readonly own: OwnPace }) {
  const [measuring, setMeasuring] = useState(false);
  if (!own.pace) return null;
  return (
    <section aria-label="Your pace" className="space-y-1.5 border-b px-4 py-3.5 text-sm">
      <h2 className="text-sm font-semibold">Your pace</h2>
      <p className="text-xs text-ink-2">
        {own.measuredOn === null
          ? `Times are worked out for feet that nobody measured: ${paceInWords(own.pace)}.`
          : `Times are worked out for your feet, measured on ${own.measuredOn}: ${paceInWords(own.pace)}.`}
      </p>
      <Button onClick={() => setMeasuring(true)}>{own.measuredOn === null ? 'Measure it' : 'Measure it again'}</Button>
      {measuring && <PaceDialog index={index} own={own} onClose={() => setMeasuring(false)} />}
    </section>
  );
}

/** How far it has been looked, with a way to stop; what was found at the end. */
function Looking({ found, of }: { readonly found: FoundSet; readonly of: number }) {
  const { ways, state, stop } = found;
  const far = [...ways.values()].filter((w) => !w.inTime).length;
  if (of === 0) return null;
  return (
    <p role="status" className="flex items-center gap-2 text-sm text-ink-2">
      {state === 'looking' && (
        <>
          <Progress label="Ways found" value={ways.size} max={of} />
          {ways.size < of ? `${ways.size} of ${of} looked at` : 'looking closer…'}
          <Button onClick={stop}>Stop</Button>
        </>
      )}
      {state === 'stopped' && `stopped after ${ways.size} of ${of}: any change looks again`}
      {state === 'done' && (far === 0 ? 'every section can be reached in time' : `${counted(far, 'section')} not in time`)}
    </p>
  );
}

function NoSongs({ list }: { readonly list: boolean }) {
  if (list) return <p className="py-10 text-center text-ink-2">No songs in this set. Add one above, or look at all songs.</p>;
  return (
    <div className="mx-auto max-w-[52ch] py-10 text-center text-ink-2">
      <ListMusic size={28} aria-hidden className="mx-auto mb-3 text-ink-3" />
      <p className="text-base">No songs yet.</p>
      <p className="mt-2 text-sm">
        A song has sections, and each says what should sound in it. Keen Dial plays your rig and tells what to press from one to
        the next, and whether there is time for it.
      </p>
    </div>
  );
}
