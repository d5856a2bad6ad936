'use client';

// Fill along: shows what each next control would get before anything changes.

import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { type FillRow, fillEdit, meantNames, planFill, problemWords, runAfter, waitingAfter } from '@/core/commands';
import { shortName } from '@/core/midi';
import type { Assignment, Control, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { useRig } from '../store/provider';

export function FillDialog({
  index,
  source,
  onClose,
}: {
  readonly index: RigIndex;
  readonly source: Assignment;
  readonly onClose: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const run = useMemo(() => runAfter(index, source.controlId), [index, source.controlId]);
  const waiting = useMemo(() => {
    const first = source.actions.flatMap((a) => (a.type === 'send' ? a.meant : []))[0] ?? '';
    return waitingAfter(index, first);
  }, [index, source]);
  // As many controls as there are parameters waiting, over those that are taken.
  const [left, setLeft] = useState<ReadonlySet<string>>(() => {
    const whole = planFill(index, source, run, waiting);
    return new Set(whole.ok ? whole.value.rows.filter((r) => r.skip === 'no parameter is left').map((r) => r.control.id) : []);
  });
  const controls = run.filter((c) => !left.has(c.id));
  const plan = planFill(index, source, controls, waiting);
  const rows = plan.ok ? plan.value.rows : [];
  const count = rows.filter((r) => r.skip === null).length;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title="Fill along"
      description={`Repeats ${index.controls.get(source.controlId)?.name} (${meantNames(index, source)}) over its neighbours, counting up.`}
      footer={
        <Button
          tone="primary"
          disabled={count === 0}
          onClick={() => {
            if (plan.ok && edit(fillEdit(index, plan.value, () => nanoid(10)))) onClose();
          }}
        >
          Fill {counted(count, 'control')}
        </Button>
      }
    >
      {!plan.ok && <p className="text-stop">{problemWords(plan.error)}</p>}
      {run.length === 0 ? (
        <p className="text-ink-2">There is no control of the same kind after this one.</p>
      ) : waiting.length === 0 ? (
        <p className="text-ink-2">No parameter of the same target waits for a control.</p>
      ) : (
        <table className="w-full text-[13.5px]">
          <thead>
            <tr className="border-b text-left text-xs text-ink-2">
              <th className="w-28 py-1 font-semibold">Control</th>
              <th className="w-20 font-semibold">Sends</th>
              <th className="font-semibold">Moves</th>
            </tr>
          </thead>
          <tbody>
            {run.map((control) => {
              const row = rows.find((r) => r.control.id === control.id);
              return <FillLine key={control.id} left={left} setLeft={setLeft} control={control} row={row} />;
            })}
          </tbody>
        </table>
      )}
    </Dialog>
  );
}

function FillLine({
  left,
  setLeft,
  control,
  row,
}: {
  readonly left: ReadonlySet<string>;
  readonly setLeft: (to: ReadonlySet<string>) => void;
  readonly control: Control;
  readonly row: FillRow | undefined;
}) {
  return (
    <tr className="border-b last:border-b-0">
      <td>
        <label className="flex items-center gap-2 py-1">
          <input
            type="checkbox"
            className="accent-verdigris"
            checked={!left.has(control.id)}
            onChange={(e) => {
              const next = new Set(left);
              if (e.target.checked) next.delete(control.id);
              else next.add(control.id);
              setLeft(next);
            }}
          />
          {control.name}
        </label>
      </td>
      <td className="font-mono text-xs">{row?.skip === null && row.message ? shortName(row.message) : ''}</td>
      <td className={cx(row?.skip != null && 'text-ink-2')}>{row ? (row.skip ?? row.parameter?.name) : 'left out'}</td>
    </tr>
  );
}
