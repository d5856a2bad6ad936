'use client';

// One change of several functions: what, to what, and what comes of it line by line, before anything changes.

import { useDeferredValue, useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { type ColumnType, columnLines, MOST_SEVERAL, type SeveralChange, type SeveralPlan } from '@/core/commands';
import { lightColours, type RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Field } from '../primitives/field';
import { Progress } from '../primitives/progress';
import { Segments } from '../primitives/segments';
import { useRig } from '../store/provider';
import { Wanted } from './several-wanted';
import { useSeveral } from './use-several';

const what = [
  ['colour', 'Colour'],
  ['colourOff', 'Colour while off'],
  ['channel', 'Channel'],
  ['kind', 'Kind of message'],
  ['values', 'Values'],
  ['mode', 'How it is heard'],
  ['range', 'Range'],
  ['number', 'Number'],
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
  range: { type: 'range', from: 0, to: 100 },
  number: { type: 'number', text: '' },
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
  const [lines, setLines] = useState<string | null>(null);
  const column = columns.find((c) => c === change.type) ?? null;
  const text = useDeferredValue(column && lines);
  const wish = useMemo(
    () => (text !== null && column ? { of: column, lines: columnLines(text) } : atNow(change)),
    [change, column, text],
  );
  // What was chosen when it was opened: the list behind may come into another order.
  const [chosen] = useState(ids);
  const { plan, far } = useSeveral(chosen, wish);
  const count = plan?.rows.filter((r) => r.skip === null).length ?? 0;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`Change ${counted(ids.length, 'function')}`}
      description={
        ids.length > MOST_SEVERAL ? `The first ${MOST_SEVERAL} of them; the others after that.` : 'One step, one undo.'
      }
      footer={
        <Button tone="primary" disabled={!plan?.edit} onClick={() => plan?.edit && edit(plan.edit) && onClose()}>
          Change {counted(count, 'function')}
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice label="What" value={change.type} options={what} onChange={(w) => setChange(first[w])} />
        {text === null && (
          <Wanted
            banks={Math.max(1, ...index.rig.controllers.map((c) => c.firmware.banks))}
            change={change}
            setChange={setChange}
          />
        )}
        {column !== null && (
          <div className="self-end">
            <Segments
              label="One for all, or a line for each"
              options={[
                ['all', 'One for all'],
                ['each', 'A line for each'],
              ]}
              chosen={lines === null ? 'all' : 'each'}
              onChoose={(how) => setLines(how === 'all' ? null : (lines ?? ''))}
            />
          </div>
        )}
        {column !== null && lines !== null && (
          <Field
            className="col-span-2"
            label="Lines, in the order of the list"
            hint="Paste a column. An empty line leaves its function as it is."
          >
            {(id) => (
              <textarea
                id={id}
                rows={6}
                spellCheck={false}
                value={lines}
                onChange={(e) => setLines(e.target.value)}
                className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5 font-mono text-xs leading-5"
              />
            )}
          </Field>
        )}
      </div>
      {plan ? <Preview index={index} plan={plan} /> : <Working far={far} />}
    </Dialog>
  );
}

/** What can come as a column. */
const columns = ['number', 'channel', 'bank', 'textShort', 'colour', 'colourOff'] as const satisfies readonly ColumnType[];

/** Ticks are of the moment at which they are set. */
const atNow = (change: SeveralChange): SeveralChange =>
  change.type === 'entered' && change.at !== null ? { ...change, at: new Date().toISOString() } : change;

/** While it is worked out; what asks anew, or closes, stops it. */
const Working = ({ far }: { readonly far: number }) => (
  <div role="status" className="mt-3 flex items-center gap-3 text-ink-2">
    Working it out <Progress label="Worked out" value={Math.round(far * 100)} max={100} />
  </div>
);

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
