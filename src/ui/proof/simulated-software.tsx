'use client';
// The simulated software: a parameter that listens in some way or other, for trying a probe without a device.
import { useCallback, useState } from 'react';
import { beginProbe, type Guess, listened, type ProbeKind, type Ways } from '@/core/probe';
import type { Parameter } from '@/core/rig';
import { Select } from '../primitives/field';

export interface SimulatedSoftware {
  readonly guess: Guess;
  readonly hear: (value: number) => void;
  /** Back to off, or to the middle. */
  readonly reset: () => void;
  readonly become: (ways: Ways) => void;
}

const known: Readonly<Record<ProbeKind, ReadonlyArray<readonly [string, Ways]>>> = {
  switch: [
    ['on from 64', { type: 'absolute-switch', threshold: 64 }],
    ['on from 1', { type: 'absolute-switch', threshold: 1 }],
    ['flips from 100 on', { type: 'toggle', threshold: 100, actsOn: 'at-or-above-threshold' }],
    ['flips on going over 64', { type: 'toggle', threshold: 64, actsOn: 'rising-edge' }],
    ['flips on every message', { type: 'toggle', threshold: 64, actsOn: 'any-message' }],
  ],
  knob: [
    ['jumps', { type: 'absolute-knob', takeover: 'jump' }],
    ['waits for the knob', { type: 'absolute-knob', takeover: 'pickup' }],
    ['scales', { type: 'absolute-knob', takeover: 'scale' }],
    ['clicks around 64', { type: 'relative', coding: 'binary-offset', step: 1 / 64 }],
  ],
};

const fresh = (kind: ProbeKind, ways: Ways): Guess => {
  const [first] = beginProbe(kind).guesses;
  return {
    ways,
    position: kind === 'switch' ? 0 : 0.5,
    takeoverState: first?.takeoverState ?? { attached: false, knob: null, left: null },
    on: false,
  };
};

export function useSimulatedSoftware(kind: ProbeKind): SimulatedSoftware {
  const [first] = known[kind];
  const [state, setState] = useState<{ readonly kind: ProbeKind; readonly guess: Guess } | null>(null);
  const guess = state?.kind === kind ? state.guess : fresh(kind, first?.[1] ?? { type: 'absolute-switch', threshold: 64 });
  const hear = useCallback(
    (value: number): void => setState((was) => ({ kind, guess: listened(was?.kind === kind ? was.guess : guess, value) })),
    [kind, guess],
  );
  return {
    guess,
    hear,
    reset: () => setState({ kind, guess: fresh(kind, guess.ways) }),
    become: (ways) => setState({ kind, guess: fresh(kind, ways) }),
  };
}

export function SoftwarePanel({
  software,
  parameter,
  kind,
}: {
  readonly software: SimulatedSoftware;
  readonly parameter: Parameter;
  readonly kind: ProbeKind;
}) {
  const { position: place, ways } = software.guess;
  const at = known[kind].findIndex(([, w]) => JSON.stringify(w) === JSON.stringify(ways));
  return (
    <aside aria-label="Simulated software" className="h-fit rounded-md border border-dashed border-control-edge p-4">
      <h2 className="text-xs font-medium text-ink-2">Simulated software</h2>
      <p className="mt-1 text-lg font-semibold">
        {parameter.name}: {kind === 'switch' ? (place >= 0.5 ? 'on' : 'off') : `${Math.round(place * 100)} %`}
      </p>
      <div className="mt-2 h-4 rounded-sm border border-control-edge bg-sheet">
        <div className="h-full rounded-sm bg-spark" style={{ width: `${place * 100}%` }} />
      </div>
      <div className="mt-3 flex items-center gap-2 text-xs text-ink-2">
        It
        <Select
          aria-label="How the simulated software listens"
          className="h-7 flex-1 text-xs"
          value={at}
          onChange={(e) => {
            const chosen = known[kind][Number(e.target.value)];
            if (chosen) software.become(chosen[1]);
          }}
        >
          {known[kind].map(([text], i) => (
            <option key={text} value={i}>
              {text}
            </option>
          ))}
        </Select>
      </div>
      <p className="mt-2 text-xs text-ink-2">With a device chosen above, watch your own software instead.</p>
    </aside>
  );
}
