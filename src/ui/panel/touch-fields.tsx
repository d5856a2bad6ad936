'use client';
// What a control does with a finger by itself: where it goes when it is let go, how a strike counts, what follows it.
import type { ControlChange } from '@/core/commands';
import { type Control, rowSchemas } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { NumberField } from '../primitives/number-field';
import { shared } from './several';

interface Props {
  readonly controls: readonly Control[];
  readonly only: Control;
  readonly change: (to: ControlChange) => boolean;
}

const fields = rowSchemas.controls.shape;
const strikeFields = fields.strike.unwrap().unwrap().shape;
const moving: ReadonlySet<Control['kind']> = new Set(['knob', 'fader', 'ribbon', 'expression']);

export function Touch({ controls, only, change }: Props) {
  if (controls.every((c) => moving.has(c.kind))) return <SpringsTo controls={controls} only={only} change={change} />;
  return controls.every((c) => c.kind === 'pad') ? <Struck controls={controls} only={only} change={change} /> : null;
}

/** Where something is left in the middle, as wheels are: the usual place to spring to. */
const MIDDLE = 0.5;

function SpringsTo({ controls, only, change }: Props) {
  const springs = controls.every((c) => (c.springsTo === null) === (only.springsTo === null)) ? only.springsTo !== null : null;
  return (
    <div className="grid grid-cols-2 gap-2">
      <Choice
        label="When let go, it"
        value={springs === null ? null : springs ? 'springs' : 'stays'}
        options={[
          ['stays', 'stays there'],
          ['springs', 'springs back'],
        ]}
        onChange={(how) => change({ springsTo: how === 'springs' ? MIDDLE : null })}
      />
      {springs === true && (
        <NumberField
          label="Springs to, %"
          unit="%"
          shownTimes={100}
          value={shared(controls, 'springsTo')}
          schema={fields.springsTo.unwrap().unwrap()}
          onValue={(springsTo) => change({ springsTo })}
        />
      )}
    </div>
  );
}

/** How a velocity curve bends that is chosen here; another from a file is kept. Common practice, no source. */
const BEND = 3;

function Struck({ controls, only, change }: Props) {
  const strike = shared(controls, 'strike');
  const now = only.strike ?? { from: 0, curve: { type: 'linear' as const } };
  const type = strike === null ? (controls.every((c) => c.strike === null) ? 'linear' : null) : strike.curve.type;
  return (
    <div className="grid grid-cols-2 gap-2">
      <NumberField
        label="A strike counts from, %"
        unit="%"
        shownTimes={100}
        value={type === null ? null : (strike?.from ?? 0)}
        schema={strikeFields.from}
        onValue={(from) => change({ strike: from === 0 && now.curve.type === 'linear' ? null : { ...now, from } })}
      />
      <Choice
        label="Velocity curve"
        value={type}
        options={[
          ['linear', 'straight'],
          ['exponential', 'soft first, then hard'],
          ['logarithmic', 'hard first, then soft'],
          ['s', 'slow at both ends'],
          ...(type === 'table' ? [['table', 'as drawn'] as const] : []),
        ]}
        onChange={(to) =>
          to !== 'table' &&
          change({
            strike:
              to === 'linear' && now.from === 0
                ? null
                : { ...now, curve: to === 'linear' ? { type: to } : { type: to, amount: BEND } },
          })
        }
      />
      <Choice
        label="Its pressure is sent"
        className="col-span-2"
        value={shared(controls, 'aftertouch')}
        options={[
          ['moved', 'when it is pressed on purpose'],
          ['after-strike', 'after every strike'],
        ]}
        onChange={(aftertouch) => change({ aftertouch })}
      />
    </div>
  );
}
