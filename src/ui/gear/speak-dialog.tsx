'use client';

// A controller made to speak the table of a target: what each control would send, shown before it is done.

import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { planSpeak, type SpokenRow, speakEdit } from '@/core/commands';
import { shortName } from '@/core/midi';
import type { Edit, RigIndex, Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Dialog } from '../primitives/dialog';
import { useUndoable } from '../store/use-undoable';

export function SpeakDialog({
  index,
  target,
  edit,
  onClose,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
  readonly onClose: () => void;
}) {
  const undoable = useUndoable();
  const [chosen, choose] = useState(() => likeliest(index, target));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const controller = index.controllers.get(chosen);
  const plan = useMemo(() => (controller ? planSpeak(index, controller, target) : null), [index, controller, target]);
  const rows = plan?.rows.filter((r) => !left.has(r.parameter.id)) ?? [];
  const carry = (): void => {
    const made = speakEdit(index, target, rows, () => nanoid(10));
    if (!made || !edit(made)) return;
    undoable(`${controller?.name} speaks ${counted(rows.length, 'row')} of ${target.name}`);
    onClose();
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`Speak the table of ${target.name}`}
      description="Each control sends what this table hears, in every bank. Nothing is written yet, and what has a function stays as it is."
      footer={
        <Button tone="primary" disabled={rows.length === 0} onClick={carry}>
          Put {counted(rows.length, 'row')} on it
        </Button>
      }
    >
      <Choice
        label="Controller"
        className="max-w-72"
        value={chosen}
        options={index.rig.controllers.map((c) => [c.id, c.name])}
        onChange={(id) => {
          choose(id);
          setLeft(new Set());
        }}
      />
      {plan && plan.rows.length > 0 && <Rows rows={plan.rows} left={left} setLeft={setLeft} />}
      {plan && <Aside plan={plan} controller={controller?.name ?? '?'} />}
    </Dialog>
  );
}

/** The controller that can speak most of it; the first of those. */
function likeliest(index: RigIndex, target: Target): string {
  const counts = index.rig.controllers.map((c) => ({ id: c.id, rows: planSpeak(index, c, target).rows.length }));
  const most = Math.max(0, ...counts.map((c) => c.rows));
  return counts.find((c) => c.rows === most)?.id ?? '';
}

/** Control by control what it would send, each with a tick. */
function Rows({
  rows,
  left,
  setLeft,
}: {
  readonly rows: readonly SpokenRow[];
  readonly left: ReadonlySet<string>;
  readonly setLeft: (left: ReadonlySet<string>) => void;
}) {
  return (
    <table className="mt-3 w-full table-fixed">
      <thead>
        <tr className="border-b text-left text-xs text-ink-2">
          <th scope="col" className="w-8">
            <span className="sr-only">Taken</span>
          </th>
          <th scope="col" className="w-[30%] py-1 font-normal">
            Control
          </th>
          <th scope="col" className="font-normal">
            Parameter
          </th>
          <th scope="col" className="w-[26%] font-normal">
            Sends
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ control, parameter, landing }) => (
          <tr key={parameter.id} className="border-b last:border-b-0">
            <td>
              <input
                type="checkbox"
                className="accent-verdigris"
                aria-label={`${control.name} sends ${parameter.name}`}
                checked={!left.has(parameter.id)}
                onChange={(e) => {
                  const next = new Set(left);
                  if (e.target.checked) next.delete(parameter.id);
                  else next.add(parameter.id);
                  setLeft(next);
                }}
              />
            </td>
            <th scope="row" className="truncate py-1 pr-3 text-left font-semibold" title={control.name}>
              {control.name}
            </th>
            <td className="truncate pr-3" title={parameter.name}>
              {parameter.name}
            </td>
            <td className="font-mono text-xs">
              {shortName(landing.address)}
              {'channel' in landing.address ? `, ch ${landing.address.channel}` : ''}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What stays out, and why. */
function Aside({ plan, controller }: { readonly plan: ReturnType<typeof planSpeak>; readonly controller: string }) {
  const { rows, left, spoken } = plan;
  return (
    <div className="pt-3 text-ink-2">
      {rows.length === 0 && left.length === 0 && <p>Everything in this table is sent by something already.</p>}
      {left.length > 0 && (
        <p>
          {counted(left.length, 'row')} without a control on {controller}:{' '}
          {left
            .slice(0, 8)
            .map((p) => p.name)
            .join(', ')}
          {left.length > 8 ? ` and ${left.length - 8} more` : ''}.
        </p>
      )}
      {spoken > 0 && rows.length + left.length > 0 && <p>{counted(spoken, 'row')} something sends already.</p>}
    </div>
  );
}
