'use client';

// Moving everything from a controller to another one, a spare or a smaller board: what goes where and what is lost, before anything changes.

import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { counted, exhaustive } from '@/core/base';
import { type Loss, meantNames, planTransfer, type Transfer, type TransferChoices, transferEdit } from '@/core/commands';
import { kindOf } from '@/core/midi';
import { type Controller, gestureNames, type RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Field, Select } from '../primitives/field';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';

export function TransferDialog({
  index,
  controller,
  onClose,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly onClose: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const others = index.rig.controllers.filter((c) => c.id !== controller.id);
  const [toId, setTo] = useState(others[0]?.id ?? '');
  const [choices, setChoices] = useState<TransferChoices>(new Map());
  const plan = useMemo(() => planTransfer(index, controller.id, toId, choices), [index, controller.id, toId, choices]);
  const carry = (): void => {
    if (!plan || !edit(transferEdit(index, plan, () => nanoid(10)))) return;
    onClose();
    undoable(
      `Moved ${plan.moves} functions to ${plan.to.name}`,
      plan.stays > 0 ? `${plan.stays} stayed on ${controller.name}.` : undefined,
    );
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`Move ${controller.name} to another controller`}
      description="For a dead unit, a spare, a smaller board. Numbers and channels stay, so nothing has to be entered in the software."
      footer={
        <Button tone="primary" disabled={!plan || plan.moves === 0} onClick={carry}>
          {plan ? `Move ${counted(plan.moves, 'function')}` : 'Move'}
        </Button>
      }
    >
      {others.length === 0 ? (
        <p className="text-ink-2">
          There is no other controller on this rig. Add the spare first, from a template or from counts; then come back here.
        </p>
      ) : (
        <div className="flex flex-col gap-3">
          <div className="flex items-end gap-4">
            <Field label="To" className="w-64">
              {(id) => (
                <Select
                  id={id}
                  value={toId}
                  onChange={(e) => {
                    setTo(e.target.value);
                    setChoices(new Map());
                  }}
                >
                  {others.map((c) => (
                    <option key={c.id} value={c.id}>
                      {c.name}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
            {plan && (
              <p className="pb-1.5">
                {plan.moves} move,{' '}
                {plan.stays === 0 ? 'none stays behind' : <strong className="text-stop">{plan.stays} stay behind</strong>}
                {plan.wires.length > 0 && `; ${counted(plan.wires.length, 'wire is', 'wires are')} added`}.
              </p>
            )}
          </div>
          {plan?.controls.length === 0 && <p className="text-ink-2">Nothing stands on {controller.name}.</p>}
          {plan && plan.controls.length > 0 && (
            <TransferTable index={index} plan={plan} onChoose={(from, to) => setChoices(new Map([...choices, [from, to]]))} />
          )}
          {plan && <Places plan={plan} />}
        </div>
      )}
    </Dialog>
  );
}

/** Control for control: where it goes, and what it loses there. */
function TransferTable({
  index,
  plan,
  onChoose,
}: {
  readonly index: RigIndex;
  readonly plan: Transfer;
  readonly onChoose: (fromId: string, toId: string | null) => void;
}) {
  return (
    <table className="w-full table-fixed text-left">
      <thead>
        <tr className="text-xs text-ink-2">
          <th className="w-20 pb-1 font-medium">From</th>
          <th className="w-44 pb-1 font-medium">To</th>
          <th className="pb-1 font-medium">What stands on it, and what it loses</th>
        </tr>
      </thead>
      <tbody>
        {plan.controls.map((c) => (
          <tr key={c.from.id} className="border-t align-top">
            <td className="py-1.5 font-semibold">{c.from.name}</td>
            <td className="py-1 pr-3">
              <Select
                aria-label={`Where ${c.from.name} goes`}
                value={c.to?.id ?? ''}
                onChange={(e) => onChoose(c.from.id, e.target.value === '' ? null : e.target.value)}
              >
                <option value="">{c.could.length === 0 ? 'none can take it' : 'stays'}</option>
                {c.could.map((to) => (
                  <option key={to.id} value={to.id}>
                    {to.name}
                  </option>
                ))}
              </Select>
              {c.renamed && <span className="text-xs text-caution">another name is printed there</span>}
            </td>
            <td className="py-1.5">
              <ul>
                {c.functions.map(({ assignment, losses, moves }) => (
                  <li key={assignment.id} className="break-words">
                    <span className={cx(!moves && 'text-ink-2 line-through')}>
                      {gestureNames[assignment.gesture.type]} {meantNames(index, assignment)}
                      {assignment.bank !== null && `, bank ${assignment.bank}`}
                    </span>
                    {losses.length > 0 && (
                      <span className={cx('text-xs', moves ? 'text-caution' : 'text-stop')}>
                        {' '}
                        {losses.map(lossWords).join('; ')}
                      </span>
                    )}
                  </li>
                ))}
                {c.opens.map((layer) => (
                  <li key={layer.id} className={cx(c.to === null && 'text-stop')}>
                    opens {layer.name}
                    {c.to === null && ': stays on the old unit'}
                  </li>
                ))}
              </ul>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Switches that release each other, and what is done on arriving: what of it comes along. */
function Places({ plan }: { readonly plan: Transfer }) {
  if (plan.places.length === 0) return null;
  return (
    <ul className="border-t pt-2">
      {plan.places.map(({ what, stays }) => (
        <li key={what.row.id}>
          {what.type === 'group'
            ? `Switches that release each other${what.row.name === '' ? '' : ` (${what.row.name})`}`
            : `On arriving ${what.row.bank === null ? 'at any bank' : `at bank ${what.row.bank}`}`}
          {stays === null ? ' move.' : <span className="text-stop"> stay: {stays}.</span>}
        </li>
      ))}
    </ul>
  );
}

function lossWords(loss: Loss): string {
  switch (loss.type) {
    case 'no-control':
      return 'no control is left for it';
    case 'gesture':
      return `no ${loss.gesture.replace('-', ' ')} there`;
    case 'message':
      return `it cannot send ${kindOf(loss.message).name}`;
    case 'switch-mode':
      return `it cannot send ${loss.mode}`;
    case 'clicks':
      return 'it cannot send clicks in that coding';
    case 'positions':
      return 'it sends clicks alone, never where it stands';
    case 'bank':
      return `bank ${loss.bank} of ${loss.of}`;
    case 'page':
      return `page ${loss.page} of ${loss.of}`;
    case 'actions':
      return `${loss.count} actions, it takes ${loss.most}`;
    case 'layer':
      return 'its layer cannot be opened there';
    case 'chord':
      return 'the other switch of the chord does not come along';
    case 'counter':
      return 'too few counters there';
    case 'light':
      return 'no light there';
    case 'text':
      return `its text has ${loss.length} characters, the display ${loss.most}`;
    case 'kind':
      return `${loss.from.replace('-', ' ')} becomes ${loss.to.replace('-', ' ')}`;
    case 'endless':
      return 'it has end stops there: it may jump after a bank change';
    default:
      return exhaustive(loss);
  }
}
