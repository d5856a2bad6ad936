'use client';
// The set: songs as strips of sections in bars, what to press into each, and whether there is time for it.
import { ListMusic } from 'lucide-react';
import { nanoid } from 'nanoid';
import Link from 'next/link';
import { useState } from 'react';
import { counted } from '@/core/base';
import { addSong } from '@/core/commands';
import type { RigIndex } from '@/core/rig';
import { paceInWords, usualPace } from '@/core/stage';
import { Button, buttonLook } from '../primitives/button';
import { Progress } from '../primitives/progress';
import { useRig } from '../store/provider';
import { BetterPlaces } from './better-places';
import { Cards } from './cards';
import { PaceDialog } from './pace-dialog';
import { PaperMenu } from './paper-menu';
import { SectionPanel } from './section-panel';
import { SongStrip } from './song-strip';
import { type OwnPace, paceKey, usePace } from './use-pace';
import { type FoundSet, useSet } from './use-set';

/** A section that is chosen: the song, and its place in it. */
export interface Chosen {
  readonly songId: string;
  readonly at: number;
}

export function SetScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const own = usePace();
  const found = useSet(index.rig, own.pace);
  const [chosen, choose] = useState<Chosen | null>(null);
  const { songs } = index.rig;
  const song = songs.find((s) => s.id === chosen?.songId);
  const section = song?.sections[chosen?.at ?? -1];
  const add = (): void => {
    const made = addSong(index.rig, () => nanoid(12));
    if (edit(made.edit)) choose({ songId: made.id, at: 0 });
  };
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_340px] max-[1100px]:grid-cols-[minmax(0,1fr)_300px]">
      <section aria-label="Songs" className="flex min-h-0 flex-col">
        <header className="flex flex-wrap items-center gap-3 border-b px-4 py-2.5">
          <h1 className="text-lg font-semibold">Set</h1>
          <Looking found={found} of={songs.reduce((n, s) => n + s.sections.length, 0)} />
          <span className="ml-auto flex flex-wrap items-center gap-2">
            <PaperMenu rig={index.rig} found={found} />
            <Button onClick={add}>New song</Button>
            {songs.length > 0 && (
              <Link href={`/rigs/${index.rig.id}/set/rehearse`} className={buttonLook({})}>
                Rehearse
              </Link>
            )}
            <Link href={`/rigs/${index.rig.id}/stage`} className={buttonLook({})}>
              Stage
            </Link>
          </span>
        </header>
        <div className="min-h-0 flex-1 space-y-6 overflow-y-auto px-4 py-4">
          {songs.length === 0 && <NoSongs />}
          {songs.map((row) => (
            <SongStrip key={row.id} index={index} song={row} found={found} chosen={chosen} choose={choose} />
          ))}
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
            index={index}
            song={song}
            at={chosen.at}
            found={found}
            pace={own.pace}
            choose={choose}
          />
        ) : (
          <>
            {songs.length > 0 && <BetterPlaces key={paceKey(own.pace)} index={index} pace={own.pace ?? usualPace} />}
            {songs.length > 0 && <PaceLine index={index} own={own} />}
            <Cards index={index} found={found} />
          </>
        )}
      </aside>
    </main>
  );
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

function NoSongs() {
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
