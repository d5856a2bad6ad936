'use client';
// One press instead: a free switch that would send all that a section wants, tried by playing the whole set.
import { wrap } from 'comlink';
import type { RigIndex } from '@/core/rig';
import { noPressWords, type OnePressFound, onePressWords, type Pace } from '@/core/stage';
import type { SetWorker } from '@/workers/set.worker';
import { Button } from '../primitives/button';
import { OfferList } from './offer-list';
import { useSearch } from './use-search';

interface Props {
  readonly index: RigIndex;
  readonly songId: string;
  readonly at: number;
  readonly pace: Pace;
}

const open = () => new Worker(new URL('../../workers/set.worker.ts', import.meta.url), { type: 'module' });

export function OnePressInstead({ index, songId, at, pace }: Props) {
  const { rig } = index;
  const { found, looking, look, stop } = useSearch<OnePressFound>(rig, open, 'The switches could not be tried.');
  return (
    <section aria-label="One press instead" className="space-y-2 text-sm">
      <p role="status" className="flex items-center gap-2">
        {looking ? (
          <>
            <span className="text-ink-2">playing the set with each free switch…</span>
            <Button onClick={stop}>Stop</Button>
          </>
        ) : (
          found === null && (
            <Button onClick={() => look((own) => wrap<SetWorker>(own).onePress(rig, songId, at, pace))}>
              One press instead…
            </Button>
          )
        )}
        {found !== null && found.type !== 'offers' && <span className="text-ink-2">{noPressWords[found.type]}</span>}
      </p>
      {found?.type === 'offers' && (
        <OfferList offers={found.offers.map((offer) => ({ ...onePressWords(index, offer), edit: offer.edit }))} />
      )}
    </section>
  );
}
