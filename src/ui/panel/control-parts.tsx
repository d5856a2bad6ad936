'use client';
// What a control has besides its place: parts, lights, a display, a motor, a calibration.
import type { ReactNode } from 'react';
import type { ControlChange } from '@/core/commands';
import type { Control } from '@/core/rig';
import { tenth } from '@/core/rig';
import { shared, Whole } from './several';

/** What the control has besides: parts, lights, a display, a motor. */
export function WhatItHas({
  controls,
  only,
  change,
}: {
  readonly controls: readonly Control[];
  readonly only: Control;
  readonly change: (to: ControlChange) => boolean;
}) {
  return (
    <Ticks>
      <Tick
        label="can be pushed too"
        on={every(controls, (c) => c.subControls.includes('push'))}
        onChange={(on) => change({ subControls: withPart(only.subControls, 'push', on) })}
      />
      <Tick
        label="feels a touch"
        on={every(controls, (c) => c.subControls.includes('touch'))}
        onChange={(on) => change({ subControls: withPart(only.subControls, 'touch', on) })}
      />
      <Tick label="has a ring of lights" on={every(controls, (c) => c.ring)} onChange={(ring) => change({ ring })} />
      <Tick label="moves by motor" on={every(controls, (c) => c.motor)} onChange={(motor) => change({ motor })} />
      <Tick
        label="has its own display"
        on={every(controls, (c) => c.display !== null)}
        onChange={(on) => change({ display: on ? { short: 8, long: 20 } : null })}
      />
      <Tick
        label="is calibrated"
        on={every(controls, (c) => c.calibration !== null)}
        onChange={(on) =>
          change({ calibration: on ? { low: 0, high: 1, deadLow: 0, deadHigh: 0, curve: { type: 'linear' } } : null })
        }
      />
    </Ticks>
  );
}

export function CalibrationFields({
  controls,
  only,
  change,
}: {
  readonly controls: readonly Control[];
  readonly only: Control;
  readonly change: (to: ControlChange) => boolean;
}) {
  return (
    <div className="grid grid-cols-2 gap-2">
      {(
        [
          ['low', 'Lowest it sends, %', 100],
          ['high', 'Highest it sends, %', 100],
          ['deadLow', 'Dead at the low end, %', 50],
          ['deadHigh', 'Dead at the high end, %', 50],
        ] as const
      ).map(([part, label, most]) => (
        <Whole
          key={part}
          label={label}
          value={percentOf(shared(controls, 'calibration')?.[part])}
          most={most}
          onValue={(n) => {
            const before = only.calibration ?? { low: 0, high: 1, deadLow: 0, deadHigh: 0, curve: { type: 'linear' } };
            return change({ calibration: { ...before, [part]: n / 100 } });
          }}
        />
      ))}
    </div>
  );
}

const percentOf = (part: number | undefined): number | null => (part === undefined ? null : tenth(part * 100));

const every = (controls: readonly Control[], test: (c: Control) => boolean): boolean | null => {
  const yes = controls.filter(test).length;
  return yes === controls.length ? true : yes === 0 ? false : null;
};

const withPart = (list: Control['subControls'], part: 'push' | 'touch', on: boolean): Control['subControls'] =>
  (['push', 'touch'] as const).filter((p) => (p === part ? on : list.includes(p)));

const Ticks = ({ children }: { readonly children: ReactNode }) => (
  <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">{children}</div>
);

function Tick({
  label,
  on,
  onChange,
}: {
  readonly label: string;
  readonly on: boolean | null;
  readonly onChange: (on: boolean) => boolean;
}) {
  return (
    <label className="flex items-start gap-1.5 leading-tight">
      <input
        type="checkbox"
        className="mt-0.5 accent-verdigris"
        checked={on === true}
        ref={(box) => {
          if (box) box.indeterminate = on === null;
        }}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}
