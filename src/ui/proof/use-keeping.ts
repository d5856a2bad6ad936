'use client';
// What a trial leaves: its record, and the tick on the sheet where a device proved it.
import { useCallback, useRef } from 'react';
import type { Ask, ProofRecord } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import { useRig } from '../store/provider';
import { sentence } from './ask-panel';
import { recordOf, tickProved, untickProved } from './record';
import type { TrialEnd } from './use-trial';

/** The port that is listened to. */
interface Heard {
  readonly name: string;
  readonly simulated: boolean;
}

interface Ground {
  readonly index: RigIndex;
  readonly keep: (record: ProofRecord) => void;
  readonly who: string;
}

export interface Keeping {
  readonly ended: (tried: Ask, end: TrialEnd) => void;
  readonly skipped: (ask: Ask) => void;
  /** Says through which port the next trials are heard. */
  readonly through: (port: Heard) => void;
}

export function useKeeping({ index, keep, who }: Ground): Keeping {
  const edit = useRig((s) => s.edit);
  const port = useRef<Heard>({ name: '', simulated: true });
  const ended = useCallback(
    (tried: Ask, end: TrialEnd): void => {
      const { name, simulated } = port.current;
      const by = end.typed ? 'typed' : simulated ? 'simulated' : 'device';
      const record = recordOf(index, tried, { ...end, by, who, port: end.typed ? '' : name, asked: sentence(tried) });
      keep(record);
      const row = index.assignments.get(tried.assignment.id);
      if (by !== 'simulated' && row) {
        if (end.outcome === 'proved') edit(tickProved(index, row, record));
        else if (row.proved !== null) edit(untickProved(index, row));
      }
    },
    [index, keep, edit, who],
  );
  const skipped = (ask: Ask): void => {
    const { name, simulated } = port.current;
    const by = simulated ? 'simulated' : 'device';
    keep(recordOf(index, ask, { outcome: 'skipped', heard: [], diagnosis: null, by, who, port: name, asked: sentence(ask) }));
  };
  const through = (heard: Heard): void => {
    port.current = heard;
  };
  return { ended, skipped, through };
}
