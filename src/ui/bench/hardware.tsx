'use client';
// What plays the bench besides the panel on the screen: a real controller in place of the drawn one, or a simulated port.
import type { Controller } from '@/core/rig';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import type { Bench } from './bench-store';

export function Hardware({ bench, controller }: { readonly bench: Bench; readonly controller: Controller }) {
  const port = usePort((words, atMs) => bench.does({ do: 'words', on: controller.id, words: [...words] }, atMs), null);
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
