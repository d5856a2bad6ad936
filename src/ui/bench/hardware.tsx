'use client';
// What plays the bench besides the panel on the screen: a real controller in place of the drawn one, or a simulated port.
import { useRef } from 'react';
import type { Controller } from '@/core/rig';
import { clockTempo, hearClock, noClock } from '@/core/stage';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import type { Bench } from './bench-store';

/** Tempos closer together than this, in quarters a minute, are one: a clock trembles on its way. Common practice, no source. */
const SAME_TEMPO = 0.2;

/** Plays the clock of a port on the bench, as often as it says another tempo. */
function useClock(bench: Bench, controllerId: string): (status: number, atMs: number) => void {
  const heard = useRef(noClock);
  const told = useRef<number | null>(null);
  return (status, atMs) => {
    heard.current = hearClock(heard.current, status, atMs);
    const bpm = status === 0xf8 ? clockTempo(heard.current) : null;
    if (bpm === null || (told.current !== null && Math.abs(bpm - told.current) < SAME_TEMPO)) return;
    told.current = bpm;
    bench.does({ do: 'clock', on: controllerId, bpm: Math.round(bpm * 10) / 10 }, atMs);
  };
}

export function Hardware({ bench, controller }: { readonly bench: Bench; readonly controller: Controller }) {
  const clock = useClock(bench, controller.id);
  const port = usePort((words, atMs) => bench.does({ do: 'words', on: controller.id, words: [...words] }, atMs), null, clock);
  return (
    <div className="relative">
      <PortSelect port={port} none="panel here" label={`What plays ${controller.name}`} className="w-[112px]" />
      {(port.problem !== null || port.asking) && (
        <div className="absolute top-full right-0 z-20 mt-1 w-72 rounded-sm border border-control-edge bg-sheet px-2.5 py-2 shadow-lg">
          <PortTrouble port={port} />
          {port.problem !== null && (
            <button
              type="button"
              className="mt-1 text-xs font-medium text-verdigris hover:underline"
              onClick={() => port.choose(null)}
            >
              Go on with the panel here
            </button>
          )}
        </div>
      )}
    </div>
  );
}
