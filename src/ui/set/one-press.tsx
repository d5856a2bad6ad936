'use client';
// One press instead: a free switch that would send all that a section wants, tried by playing the whole set in a worker of its own.
import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Rig, RigIndex } from '@/core/rig';
import { noPressWords, type OnePress, type OnePressFound, onePressWords } from '@/core/stage';
import type { SetWorker } from '@/workers/set.worker';
import { Button } from '../primitives/button';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { keyAt } from './use-set';

interface Props {
  readonly index: RigIndex;
  readonly songId: string;
  readonly at: number;
}

/** Any change of the rig takes back what was found. */
export function OnePressInstead({ index, songId, at }: Props) {
  const { rig } = index;
  // With the rig it was found in: of another rig nothing is offered, from the first drawing on.
  const [held, setHeld] = useState<{ readonly rig: Rig; readonly found: OnePressFound } | null>(null);
  const found = held?.rig === rig ? held.found : null;
  const [trying, setTrying] = useState(false);
  const raw = useRef<Worker | null>(null);
  const stop = (): void => {
    raw.current?.terminate();
    raw.current = null;
    setTrying(false);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: another rig ends the search in the one before
  useEffect(() => stop, [rig]);
  const look = (): void => {
    stop();
    const own = new Worker(new URL('../../workers/set.worker.ts', import.meta.url), { type: 'module' });
    raw.current = own;
    setTrying(true);
    wrap<SetWorker>(own)
      .onePress(rig, songId, at)
      .then((answer) => {
        if (raw.current === own) setHeld({ rig, found: answer });
      })
      .catch(() => {
        if (raw.current === own) toast.error('The switches could not be tried.', { description: 'Try it once more.' });
      })
      .finally(() => {
        if (raw.current === own) stop();
      });
  };
  return (
    <section aria-label="One press instead" className="space-y-2 text-sm">
      <p role="status" className="flex items-center gap-2">
        {trying ? (
          <>
            <span className="text-ink-2">playing the set with each free switch…</span>
            <Button onClick={stop}>Stop</Button>
          </>
        ) : (
          found === null && <Button onClick={look}>One press instead…</Button>
        )}
        {found !== null && found.type !== 'offers' && <span className="text-ink-2">{noPressWords[found.type]}</span>}
      </p>
      {found?.type === 'offers' && <Offers index={index} offers={found.offers} />}
    </section>
  );
}

function Offers({ index, offers }: { readonly index: RigIndex; readonly offers: readonly OnePress[] }) {
  const edit = useRig((s) => s.edit);
  return (
    <ul className="space-y-2">
      {offers.map((offer) => {
        const { head, lines } = onePressWords(index, offer);
        return (
          <li key={offer.control.id} className="rounded-sm border p-2.5">
            <p className="flex items-start gap-2 font-semibold">
              <span className="min-w-0 flex-1">{head}</span>
              <Button size="small" aria-label={`Take ${head}`} onClick={() => void edit(offer.edit)}>
                Take it
              </Button>
            </p>
            {lines.map((line, i) => (
              <p key={keyAt(line, i)} className="pt-0.5 text-ink-2">
                {line}
              </p>
            ))}
          </li>
        );
      })}
    </ul>
  );
}
