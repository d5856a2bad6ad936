// Fill along: one assignment repeated over a run of controls, counting up.

import { counted, err, ok, type Result } from '../base';
import { addressKey, type Message, withNumber } from '../midi';
import { isFree } from '../numbers';
import {
  type Assignment,
  batch,
  type Control,
  type Edit,
  hostLayerAt,
  insert,
  type Parameter,
  type RigIndex,
  type Send,
} from '../rig';
import { assignmentAt } from './assign';
import { landingsFor } from './change';
import { gesturesOf } from './defaults';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder } from './shared';

/** One line of the preview. */
export interface FillRow {
  readonly control: Control;
  readonly parameter: Parameter | null;
  readonly message: Message | null;
  /** Why this control is left out; null when it will be filled. */
  readonly skip: string | null;
}

export interface FillPlan {
  readonly source: Assignment;
  readonly send: Send;
  readonly rows: readonly FillRow[];
}

/** Controls of the same kind after this one, in the order of their family: the run that can be filled. */
export function runAfter(index: RigIndex, controlId: string): readonly Control[] {
  const control = index.controls.get(controlId);
  if (!control) return [];
  const order = (a: Control, b: Control): number =>
    a.family < b.family ? -1 : a.family > b.family ? 1 : a.familyOrder - b.familyOrder;
  const run = (index.controlsOf.get(control.controllerId) ?? []).filter((c) => c.kind === control.kind).sort(order);
  return run.slice(run.findIndex((c) => c.id === controlId) + 1);
}

/** Parameters of the same nature (moving or switching) that nothing is assigned to, of one target, those after `parameterId` first. */
export function waitingAfter(index: RigIndex, parameterId: string): readonly Parameter[] {
  const first = index.parameters.get(parameterId);
  if (!first) return [];
  const all = index.parametersOf.get(first.targetId) ?? [];
  const at = all.findIndex((p) => p.id === parameterId);
  const switches = (p: Parameter): boolean => p.kind === 'toggle' || p.kind === 'trigger';
  return [...all.slice(at + 1), ...all.slice(0, at)].filter((p) => switches(p) === switches(first) && !index.sendsFor.has(p.id));
}

/**
 * Plans to repeat an assignment over controls. Each next control takes the next number that is free (counting up, over
 * reserved and used ones) and the next parameter given. Controls that already have a function there are skipped.
 */
export function planFill(
  index: RigIndex,
  source: Assignment,
  controls: readonly Control[],
  parameters: readonly Parameter[],
): Result<FillPlan, CommandProblem> {
  const send = source.actions.find((a) => a.type === 'send');
  const owner = index.controls.get(source.controlId);
  if (send?.type !== 'send' || !owner || !('number' in send.message)) {
    return err({ code: 'cannot-fill' });
  }
  const place = { bank: source.bank, page: source.page, layerId: source.layerId };
  const queue = [...parameters];
  const reserved = new Set<number>();
  let number = send.message.number;
  const rows = controls.map((control): FillRow => {
    const controller = index.controllers.get(control.controllerId);
    if (!controller || !gesturesOf(control, controller).includes(source.gesture.type))
      return { control, parameter: null, message: null, skip: `has no ${source.gesture.type}` };
    if (assignmentAt(index, control.id, place, source.gesture.type))
      return { control, parameter: null, message: null, skip: 'already has a function here' };
    const parameter = queue.shift() ?? null;
    if (!parameter) return { control, parameter: null, message: null, skip: 'no parameter is left' };
    const type = send.message.type === 'note' ? 'note' : send.message.type === 'program' ? 'program' : 'cc';
    for (number++; number < 128; number++) {
      const message = withNumber(send.message, number);
      const demand = { controllerId: control.controllerId, type, channel: 1, targetId: parameter.targetId, reserved } as const;
      if (type === 'cc' && number >= 120) break;
      if (!isFree(index, demand, message)) continue;
      reserved.add(addressKey(message));
      return { control, parameter, message, skip: null };
    }
    return { control, parameter, message: null, skip: 'no number is left above it' };
  });
  return ok({ source, send, rows });
}

/** The edit of a plan: one batch, one undo. */
export function fillEdit(index: RigIndex, plan: FillPlan, newId: NewId): Edit {
  const model = landingsFor(index, plan.source, plan.send)[0];
  let order = nextOrder(index.rig.assignments);
  let landingOrder = nextOrder(index.rig.landings);
  const edits = plan.rows.flatMap(({ control, parameter, message, skip }): Edit[] => {
    if (skip !== null || !parameter || !message) return [];
    const assignment: Assignment = {
      ...plan.source,
      id: newId(),
      order: order++,
      controlId: control.id,
      actions: [{ ...plan.send, message, pinned: false, meant: [parameter.id] }],
      wants: plan.source.wants
        .filter((w) => w.parameterId === plan.send.meant[0])
        .map(({ want }) => ({ parameterId: parameter.id, want })),
      textShort: control.display ? parameter.name.toUpperCase().slice(0, control.display.short) : '',
      textLong: '',
      entered: null,
      saved: null,
      proved: null,
      replaced: '',
      note: '',
    };
    return [
      insert('assignments', assignment),
      insert('landings', {
        id: newId(),
        order: landingOrder++,
        targetId: parameter.targetId,
        parameterId: parameter.id,
        port: model?.port ?? '',
        address: message,
        hostLayerId: hostLayerAt(index, plan.source.layerId),
        given: null,
        mode: model?.mode ?? 'absolute',
        coding: model?.coding ?? null,
        from: parameter.lowest,
        to: parameter.highest,
        curve: { type: 'linear' },
        takeover: 'jump',
        setValue: parameter.highest,
        chosenBy: null,
        entered: null,
        proved: null,
        note: '',
      }),
    ];
  });
  const count = plan.rows.filter((r) => r.skip === null).length;
  return batch(`Fill along ${counted(count, 'control')}`, edits);
}
