'use client';
// Better places: asked for by hand, played in a worker of its own that can be stopped; each offer is one edit.
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Rig, RigIndex } from '@/core/rig';
import { betterPlacesWords, betterPlaceWords, type BetterPlaces as Found } from '@/core/stage';
import type { PlacesWorker } from '@/workers/places.worker';
import { Button } from '../primitives/button';
import { Progress } from '../primitives/progress';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';

/** After so long it ends by itself, and says what was not tried. */
const SOON_MS = 10_000;

/** The search in a worker of its own, for one state of the rig. */
function usePlaces(rig: Rig) {
  // With the rig it was found in: of another rig nothing is offered, from the first drawing on.
  const [held, setHeld] = useState<{ readonly rig: Rig; readonly found: Found } | null>(null);
  const [far, setFar] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const raw = useRef<Worker | null>(null);
  const found = held?.rig === rig ? held.found : null;
  const stop = (): void => {
    raw.current?.terminate();
    raw.current = null;
    setFar(null);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: another rig ends the search in the one before
  useEffect(() => stop, [rig]);
  const look = (longestMs: number): void => {
    stop();
    const own = new Worker(new URL('../../workers/places.worker.ts', import.meta.url), { type: 'module' });
    raw.current = own;
    setFar({ done: 0, of: 0 });
    const step = (done: number, of: number): void => {
      if (raw.current === own) setFar({ done, of });
    };
    wrap<PlacesWorker>(own)
      .look(rig, longestMs, proxy(step))
      .then((answer) => {
        if (raw.current === own) setHeld({ rig, found: answer });
      })
      .catch(() => {
        if (raw.current === own) toast.error('The places could not be tried.', { description: 'Try it once more.' });
      })
      .finally(() => {
        if (raw.current === own) stop();
      });
  };
  return { found, far, look, stop };
}

export function BetterPlaces({ index }: { readonly index: RigIndex }) {
  const { found, far, look, stop } = usePlaces(index.rig);
  return (
    <section aria-label="Better places" className="space-y-2 border-b px-4 py-3.5 text-sm">
      <h2 className="text-sm font-semibold">Better places</h2>
      <p className="text-xs text-ink-2">
        Plays the whole set with one function somewhere else, or two swapped. No section may become worse by it, and no finding
        may come.
      </p>
      <div role="status" className="flex flex-wrap items-center gap-2">
        {far ? (
          <>
            <Progress label="Changes played" value={far.done} max={far.of} />
            <span className="text-ink-2">{far.of === 0 ? 'playing the set…' : `${far.done} of ${far.of} played`}</span>
            <Button onClick={stop}>Stop</Button>
          </>
        ) : found ? (
          <>
            <span className="text-ink-2">{betterPlacesWords(found)}</span>
            {found.tried < found.of && <Button onClick={() => look(Number.POSITIVE_INFINITY)}>Try them all</Button>}
          </>
        ) : (
          <Button onClick={() => look(SOON_MS)}>Look for better places</Button>
        )}
      </div>
      {found && <Offers index={index} offers={found.offers} />}
    </section>
  );
}

function Offers({ index, offers }: { readonly index: RigIndex; readonly offers: Found['offers'] }) {
  const edit = useRig((s) => s.edit);
  return (
    <ul className="space-y-2">
      {offers.map((offer) => {
        const { head, lines } = betterPlaceWords(index, offer);
        return (
          <li key={head} className="rounded-sm border p-2.5">
            <p className="flex items-start gap-2 font-semibold">
              <span className="min-w-0 flex-1">{head}</span>
              <Button size="small" aria-label={`Take it: ${head}`} onClick={() => void edit(offer.edit)}>
                Take it
              </Button>
            </p>
            {lines.map((line) => (
              <p key={line} className="pt-0.5 text-ink-2">
                {line}
              </p>
            ))}
          </li>
        );
      })}
    </ul>
  );
}
