// What several functions are changed to: a field for each thing that can be changed.
import type { ReactNode } from 'react';
import * as z from 'zod';
import type { SeveralChange } from '@/core/commands';
import { kindOf, messageTypes } from '@/core/midi';
import { modeOf, receiveModes } from '@/core/modes';
import { type Behaviour, lightColours } from '@/core/rig';
import { valueWords } from '../inspector/value-names';
import { Choice } from '../primitives/choice';
import { Field, TextInput } from '../primitives/field';
import { NumberField } from '../primitives/number-field';

/** Counting needs a counter: that is chosen for one function at a time. */
const sent = ['latching', 'momentary', 'fixed', 'range', 'relative'] as const satisfies readonly Behaviour['type'][];

/** What it is changed to, by what is changed. */
export function Wanted({
  banks,
  change,
  setChange,
}: {
  readonly banks: number;
  readonly change: SeveralChange;
  readonly setChange: (to: SeveralChange) => void;
}): ReactNode {
  switch (change.type) {
    case 'colour':
    case 'colourOff':
    case 'textShort':
    case 'number':
      return <Text change={change} setChange={setChange} />;
    case 'channel':
      return (
        <Choice
          label="To"
          value={String(change.channel)}
          options={Array.from({ length: 16 }, (_, i) => [String(i + 1), `channel ${i + 1}`] as const)}
          onChange={(ch) => setChange({ type: 'channel', channel: Number(ch) })}
        />
      );
    case 'kind':
      return (
        <Choice
          label="To"
          value={change.kind}
          options={messageTypes.map((t) => [t, kindOf(t).name] as const)}
          onChange={(kind) => setChange({ type: 'kind', kind })}
        />
      );
    case 'values':
      return (
        <Choice
          label="To"
          value={change.values}
          options={sent.map((v) => [v, valueWords[v]] as const)}
          onChange={(values) => setChange({ type: 'values', values })}
        />
      );
    case 'mode':
      return (
        <Choice
          label="To"
          value={change.mode}
          options={receiveModes.map((m) => [m, modeOf(m).name] as const)}
          onChange={(mode) => setChange({ type: 'mode', mode })}
        />
      );
    case 'range':
      return <Ends change={change} setChange={setChange} />;
    case 'bank':
      return (
        <Choice
          label="To"
          value={String(change.bank ?? 0)}
          options={Array.from({ length: banks + 1 }, (_, i) => [String(i), i === 0 ? 'every bank' : `bank ${i}`] as const)}
          onChange={(bank) => setChange({ type: 'bank', bank: bank === '0' ? null : Number(bank) })}
        />
      );
    case 'entered':
      return (
        <Choice
          label="To"
          value={change.at === null ? 'no' : 'yes'}
          options={[
            ['yes', 'entered as it is planned now'],
            ['no', 'to enter again'],
          ]}
          onChange={(to) => setChange({ type: 'entered', at: to === 'yes' ? '' : null })}
        />
      );
  }
}

/** The ends of a range, in hundredths of the travel of each parameter. */
function Ends({
  change,
  setChange,
}: {
  readonly change: Extract<SeveralChange, { type: 'range' }>;
  readonly setChange: (to: SeveralChange) => void;
}) {
  return (
    <div className="grid grid-cols-2 gap-2">
      {(['from', 'to'] as const).map((end) => (
        <NumberField
          key={end}
          label={end === 'from' ? 'From' : 'To'}
          unit="%"
          hint="of the travel"
          value={change[end]}
          schema={z.number().min(0).max(100)}
          onValue={(value) => {
            setChange({ ...change, [end]: value });
            return true;
          }}
        />
      ))}
    </div>
  );
}

function Text({
  change,
  setChange,
}: {
  readonly change: Extract<SeveralChange, { type: 'colour' | 'colourOff' | 'textShort' | 'number' }>;
  readonly setChange: (to: SeveralChange) => void;
}) {
  return (
    <Field label="To">
      {(id) => (
        <>
          <TextInput
            id={id}
            value={change.text}
            maxLength={change.type === 'textShort' ? 64 : 20}
            list={change.type === 'colour' || change.type === 'colourOff' ? `${id}-colours` : undefined}
            onChange={(e) => setChange({ ...change, text: e.target.value })}
          />
          <datalist id={`${id}-colours`}>
            {lightColours.map((c) => (
              <option key={c.name} value={c.name} />
            ))}
          </datalist>
        </>
      )}
    </Field>
  );
}
