'use client';
// Better places: asked for by hand, played through the whole set; each offer is one edit.
import { proxy, wrap } from 'comlink';
import { useState } from 'react';
import type { RigIndex } from '@/core/rig';
import { betterPlacesWords, betterPlaceWords, type BetterPlaces as Found, type Pace } from '@/core/stage';
import type { PlacesWorker } from '@/workers/places.worker';
import { Button } from '../primitives/button';
import { Progress } from '../primitives/progress';
import { OfferList } from './offer-list';
import { useSearch } from './use-search';

/** After so long it ends by itself, and says what was not tried. */
const SOON_MS = 10_000;

const open = () => new Worker(new URL('../../workers/places.worker.ts', import.meta.url), { type: 'module' });

export function BetterPlaces({ index, pace }: { readonly index: RigIndex; readonly pace: Pace }) {
  const { rig } = index;
  const search = useSearch<Found>(rig, open, 'The places could not be tried.');
  const { found, looking, stop } = search;
  const [far, setFar] = useState({ done: 0, of: 0 });
  const look = (longestMs: number): void => {
    setFar({ done: 0, of: 0 });
    search.look((own, stands) => {
      const step = (done: number, of: number): void => void (stands() && setFar({ done, of }));
      return wrap<PlacesWorker>(own).look(rig, pace, longestMs, proxy(step));
    });
  };
  return (
    <section aria-label="Better places" className="space-y-2 border-b px-4 py-3.5 text-sm">
      <h2 className="text-sm font-semibold">Better places</h2>
      <p className="text-xs text-ink-2">
        Plays the whole set with one function somewhere else, or two swapped. No section may become worse by it, and no finding
        may come.
      </p>
      <div role="status" className="flex flex-wrap items-center gap-2">
        {looking ? (
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
      {found && <OfferList offers={found.offers.map((offer) => ({ ...betterPlaceWords(index, offer), edit: offer.edit }))} />}
    </section>
  );
}
