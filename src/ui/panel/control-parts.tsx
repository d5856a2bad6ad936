'use client';
import type { ReactNode } from 'react';
import type { ControlChange } from '@/core/commands';
import type { Control } from '@/core/rig';
// What a control has besides its place: parts, lights, a display, a motor, a calibration.
import { rowSchemas } from '@/core/rig';
import { NumberField } from '../primitives/number-field';
import { Switch } from '../primitives/switch';
import { shared } from './several';

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
      <Switch
        label="can be pushed too"
        on={every(controls, (c) => c.subControls.includes('push'))}
        onChange={(on) => change({ subControls: withPart(only.subControls, 'push', on) })}
      />
      <Switch
        label="feels a touch"
        on={every(controls, (c) => c.subControls.includes('touch'))}
        onChange={(on) => change({ subControls: withPart(only.subControls, 'touch', on) })}
      />
      <Switch label="has a ring of lights" on={every(controls, (c) => c.ring)} onChange={(ring) => change({ ring })} />
      <Switch label="moves by motor" on={every(controls, (c) => c.motor)} onChange={(motor) => change({ motor })} />
      <Switch
        label="has its own display"
        on={every(controls, (c) => c.display !== null)}
        onChange={(on) => change({ display: on ? { short: 8, long: 20 } : null })}
      />
      <Switch
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
          ['low', 'Lowest it sends, %'],
          ['high', 'Highest it sends, %'],
          ['deadLow', 'Dead at the low end, %'],
          ['deadHigh', 'Dead at the high end, %'],
        ] as const
      ).map(([part, label]) => (
        <NumberField
          key={part}
          label={label}
          unit="%"
          shownTimes={100}
          value={shared(controls, 'calibration')?.[part] ?? null}
          schema={calibrationFields[part]}
          onValue={(n) => {
            const before = only.calibration ?? { low: 0, high: 1, deadLow: 0, deadHigh: 0, curve: { type: 'linear' } };
            return change({ calibration: { ...before, [part]: n } });
          }}
        />
      ))}
    </div>
  );
}

const calibrationFields = rowSchemas.controls.shape.calibration.unwrap().shape;

const every = (controls: readonly Control[], test: (c: Control) => boolean): boolean | null => {
  const yes = controls.filter(test).length;
  return yes === controls.length ? true : yes === 0 ? false : null;
};

const withPart = (list: Control['subControls'], part: 'push' | 'touch', on: boolean): Control['subControls'] =>
  (['push', 'touch'] as const).filter((p) => (p === part ? on : list.includes(p)));

const Ticks = ({ children }: { readonly children: ReactNode }) => (
  <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">{children}</div>
);
