'use client';

// One change of several functions: what, to what, and what comes of it line by line, before anything changes.

import { nanoid } from 'nanoid';
import { type ReactNode, useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { MOST_SEVERAL, planSeveral, type SeveralChange, type SeveralPlan } from '@/core/commands';
import { kindOf, messageTypes } from '@/core/midi';
import { modeOf, receiveModes } from '@/core/modes';
import { type Behaviour, lightColours, type RigIndex } from '@/core/rig';
import { valueWords } from '../inspector/value-names';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { useRig } from '../store/provider';

const what = [
  ['colour', 'Colour'],
  ['colourOff', 'Colour while off'],
  ['channel', 'Channel'],
  ['kind', 'Kind of message'],
  ['values', 'Values'],
  ['mode', 'How it is heard'],
  ['bank', 'Bank'],
  ['textShort', 'Short text'],
  ['entered', 'Entered'],
] as const;
type What = (typeof what)[number][0];

const first: Readonly<Record<What, SeveralChange>> = {
  colour: { type: 'colour', text: lightColours[0]?.name ?? '' },
  colourOff: { type: 'colourOff', text: '' },
  channel: { type: 'channel', channel: 1 },
  kind: { type: 'kind', kind: 'cc' },
  values: { type: 'values', values: 'latching' },
  mode: { type: 'mode', mode: 'absolute' },
  bank: { type: 'bank', bank: null },
  textShort: { type: 'textShort', text: '' },
  entered: { type: 'entered', at: '' },
};

interface Props {
  readonly index: RigIndex;
  readonly ids: readonly string[];
  readonly onClose: () => void;
}

export function SeveralDialog({ index, ids, onClose }: Props) {
  const edit = useRig((s) => s.edit);
  const [change, setChange] = useState<SeveralChange>(first.colour);
  const plan = useMemo(() => planSeveral(index, ids, atNow(change), () => nanoid(10)), [index, ids, change]);
  const count = plan.rows.filter((r) => r.skip === null).length;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`Change ${counted(ids.length, 'function')}`}
      description={
        ids.length > MOST_SEVERAL ? `The first ${MOST_SEVERAL} of them; the others after that.` : 'One step, one undo.'
      }
      footer={
        <Button tone="primary" disabled={plan.edit === null} onClick={() => plan.edit !== null && edit(plan.edit) && onClose()}>
          Change {counted(count, 'function')}
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice label="What" value={change.type} options={what} onChange={(w) => setChange(first[w])} />
        <Wanted
          banks={Math.max(1, ...index.rig.controllers.map((c) => c.firmware.banks))}
          change={change}
          setChange={setChange}
        />
      </div>
      <Preview index={index} plan={plan} />
    </Dialog>
  );
}

/** Counting needs a counter: that is chosen for one function at a time. */
const sent = ['latching', 'momentary', 'fixed', 'range', 'relative'] as const satisfies readonly Behaviour['type'][];

/** Ticks are of the moment at which they are set. */
const atNow = (change: SeveralChange): SeveralChange =>
  change.type === 'entered' && change.at !== null ? { ...change, at: new Date().toISOString() } : change;

function Wanted({
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

function Text({
  change,
  setChange,
}: {
  readonly change: Extract<SeveralChange, { type: 'colour' | 'colourOff' | 'textShort' }>;
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
            list={change.type === 'textShort' ? undefined : `${id}-colours`}
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

/** Most lines that are shown; all are changed. */
const SHOWN = 60;

function Preview({ index, plan }: { readonly index: RigIndex; readonly plan: SeveralPlan }) {
  const left = plan.rows.length - SHOWN;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is walked by keyboard too
    <section aria-label="What comes of it" tabIndex={0} className="mt-3 max-h-[38vh] overflow-y-auto">
      <table className="w-full text-[13.5px]">
        <tbody>
          {plan.rows.slice(0, SHOWN).map(({ assignment, after, skip }) => (
            <tr key={assignment.id} className="border-b last:border-b-0">
              <td className="w-44 py-1">
                <b className="font-semibold">{index.controls.get(assignment.controlId)?.name}</b> {assignment.gesture.type}
                {assignment.bank !== null && <span className="text-xs text-ink-2"> bank {assignment.bank}</span>}
              </td>
              <td className={cx('py-1', skip === null ? 'font-mono text-xs' : 'text-ink-2')}>{skip ?? (after || 'changed')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {left > 0 && <p className="py-1 text-xs text-ink-2">and {counted(left, 'more line')}</p>}
    </section>
  );
}
