'use client';
// The simulated unit: it does the gesture that is asked for, without a fault or with one that was planted.
import { useMemo, useRef, useState } from 'react';
import { chance } from '@/core/base';
import { type Ask, askFor, type CauseId, type CauseWords, causes, evidence, plantFault, toProve } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import type { PortChoice } from '../ports/use-port';
import type { Trial } from './use-trial';

export type Fault = CauseId | 'none' | 'any';

export interface SimulatedUnit {
  readonly fault: Fault;
  readonly plant: (fault: Fault) => void;
  /** Faults that this function can have. */
  readonly possible: readonly CauseWords[];
  readonly play: () => void;
}

/** Has the unit play a function by chance, every fourth time with a fault. */
export function playAnything(index: RigIndex, seed: number, playOn: PortChoice['play']): void {
  const next = chance(seed);
  const all = toProve(index);
  const row = all[Math.floor(next() * all.length)];
  const ask = row && askFor(index, row.assignment);
  if (!ask) return;
  const cause = causes[Math.floor(next() * causes.length)];
  const planted = cause && next() < 0.25 ? plantFault(index, ask, cause.id, next) : null;
  playOn(evidence(ask, planted ? [planted] : [], next));
}

/** How long nothing is waited for, in milliseconds, where the fault is that nothing comes. */
const SILENCE_MS = 400;

export function useSimulatedUnit(index: RigIndex, ask: Ask | null, trial: Trial, playOn: PortChoice['play']): SimulatedUnit {
  const [fault, plant] = useState<Fault>('none');
  const seed = useRef(1);
  const possible = useMemo(
    () => (ask ? causes.filter((c) => plantFault(index, ask, c.id, chance(7)) !== null) : []),
    [index, ask],
  );
  const known = fault === 'none' || fault === 'any' || possible.some((c) => c.id === fault) ? fault : 'none';
  const play = (): void => {
    if (!ask) return;
    const next = chance(seed.current++);
    const drawn = known === 'any' ? possible[Math.floor(next() * possible.length)]?.id : known === 'none' ? null : known;
    const planted = drawn ? plantFault(index, ask, drawn, next) : null;
    trial.again();
    playOn(evidence(ask, planted ? [planted] : [], next));
    if (planted?.cause === 'nothing') setTimeout(trial.settle, SILENCE_MS);
  };
  return { fault: known, plant, possible, play };
}
