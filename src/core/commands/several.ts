// One change made to several functions: each takes it in its own way, or says why it does not.
import type { Message } from '../midi';
import { channelSchema, shortName, withChannel } from '../midi';
import { modeOf, type ReceiveMode } from '../modes';
import {
  type Assignment,
  apply,
  type Behaviour,
  batch,
  type Edit,
  indexRig,
  isRun,
  type Landing,
  type RigIndex,
  type Send,
  type Target,
  tickNow,
} from '../rig';
import { assignmentAt } from './assign';
import { changeAssignment, changeBehaviour, changeMessage, changePlace, landingsFor, sendAt } from './change';
import { hearAs } from './hear-as';
import { behaviourOf, behavioursFor, messageOf, typesFor } from './kinds';
import type { NewId } from './shared';

/** What is changed of all of them. */
export type SeveralChange =
  | { readonly type: 'channel'; readonly channel: number }
  | { readonly type: 'kind'; readonly kind: Message['type'] }
  | { readonly type: 'values'; readonly values: Behaviour['type'] }
  | { readonly type: 'mode'; readonly mode: ReceiveMode }
  | { readonly type: 'bank'; readonly bank: number | null }
  | { readonly type: 'colour' | 'colourOff' | 'textShort'; readonly text: string }
  | { readonly type: 'entered'; readonly at: string | null };

export interface SeveralRow {
  readonly assignment: Assignment;
  /** What it says then, in a few characters; empty where it is left out. */
  readonly after: string;
  /** Why it is left out; null where it is changed. */
  readonly skip: string | null;
}

export interface SeveralPlan {
  readonly rows: readonly SeveralRow[];
  /** One batch, one undo; null where nothing changes. */
  readonly edit: Edit | null;
}

/** Most functions that are changed in one go: what each does is worked out while the player looks on. */
export const MOST_SEVERAL = 300;

/** Plans a change of several functions, one after the other, each on the rig as those before it leave it: no two of them get in each other's way unseen. */
export function planSeveral(index: RigIndex, ids: readonly string[], change: SeveralChange, newId: NewId): SeveralPlan {
  const edits: Edit[] = [];
  let now = index;
  const rows = ids.slice(0, MOST_SEVERAL).flatMap((id): SeveralRow[] => {
    const assignment = now.assignments.get(id);
    if (!assignment) return [];
    const left = (skip: string): SeveralRow[] => [{ assignment, after: '', skip }];
    const made = changed(now, assignment, change, newId);
    if (typeof made === 'string') return left(made);
    if (made.type === 'batch' && made.edits.length === 0) return left('is so already');
    // Texts and ticks are a matter of their own row: no other change rests on them.
    if (!ofItself(change)) {
      const done = apply(now.rig, made);
      if (!done.ok) return left('cannot be changed here');
      now = indexRig(done.value, now);
    }
    edits.push(...partsOf(made));
    return [{ assignment, after: wordsOf(now, now.assignments.get(id) ?? assignment, change), skip: null }];
  });
  const count = rows.filter((r) => r.skip === null).length;
  return { rows, edit: count === 0 ? null : batch(`Change ${labels[change.type]} of ${count}`, edits) };
}

const ofItself = ({ type }: SeveralChange): boolean =>
  type === 'colour' || type === 'colourOff' || type === 'textShort' || type === 'entered';

/** The edits that an edit is made of, one after the other: an edit on its way is a list and no tree. */
const partsOf = (edit: Edit): readonly Edit[] => (edit.type === 'batch' ? edit.edits.flatMap(partsOf) : [edit]);

const labels: Readonly<Record<SeveralChange['type'], string>> = {
  channel: 'the channel',
  kind: 'the kind of message',
  values: 'the values',
  mode: 'how it is heard',
  bank: 'the bank',
  colour: 'the colour',
  colourOff: 'the colour while off',
  textShort: 'the short text',
  entered: 'what is entered',
};

/** The edit for one; in words why there is none. */
function changed(index: RigIndex, assignment: Assignment, change: SeveralChange, newId: NewId): Edit | string {
  switch (change.type) {
    case 'bank':
      return toBank(index, assignment, change.bank);
    case 'colour':
    case 'colourOff':
    case 'textShort':
      return changeAssignment(assignment, { [change.type]: change.text }, 'Change the text');
    case 'entered':
      return changeAssignment(
        assignment,
        { entered: change.at === null ? null : tickNow(index, assignment, change.at) },
        'Tick as entered',
      );
    default:
      return sends(index, assignment, change, newId);
  }
}

function toBank(index: RigIndex, assignment: Assignment, bank: number | null): Edit | string {
  const control = index.controls.get(assignment.controlId);
  const banks = index.controllers.get(control?.controllerId ?? '')?.firmware.banks ?? 1;
  if (assignment.bank === bank) return 'is so already';
  if (bank !== null && bank > banks) return `has ${banks} ${banks === 1 ? 'bank' : 'banks'}`;
  if (assignmentAt(index, assignment.controlId, { ...assignment, bank }, assignment.gesture.type))
    return 'already has a function there';
  return changePlace(index, assignment, { bank, layerId: assignment.layerId });
}

type OfSends = Extract<SeveralChange, { type: 'channel' | 'kind' | 'values' | 'mode' }>;

/** Changes every message of a function that takes the change. */
function sends(index: RigIndex, assignment: Assignment, change: OfSends, newId: NewId): Edit | string {
  const edits: Edit[] = [];
  let now = index;
  let why = 'sends nothing';
  for (let at = 0; at < assignment.actions.length; at++) {
    const row = now.assignments.get(assignment.id);
    if (!row || !sendAt(row, at)) continue;
    const made = ofSend(now, row, at, change, newId);
    if (typeof made === 'string') {
      why = made;
      continue;
    }
    const done = apply(now.rig, made);
    if (!done.ok) {
      why = 'cannot be changed here';
      continue;
    }
    edits.push(made);
    now = indexRig(done.value, now);
  }
  return edits.length === 0 ? why : batch('Change what is sent', edits);
}

function ofSend(index: RigIndex, row: Assignment, at: number, change: OfSends, newId: NewId): Edit | string {
  const send = sendAt(row, at);
  const control = index.controls.get(row.controlId);
  const controller = index.controllers.get(control?.controllerId ?? '');
  if (!send || !control || !controller) return 'sends nothing';
  switch (change.type) {
    case 'channel': {
      if (!('channel' in send.message)) return 'has no channel';
      if (send.message.channel === change.channel) return 'is so already';
      const to = withChannel(send.message, channelSchema.parse(change.channel));
      return changeMessage(index, row, at, to, newId) ?? 'cannot be changed here';
    }
    case 'kind': {
      if (send.message.type === change.kind) return 'is so already';
      if (!typesFor(controller, row.gesture.type).includes(change.kind)) return `${controller.name} does not send that`;
      return changeMessage(index, row, at, messageOf(change.kind, send.message), newId) ?? 'cannot be changed here';
    }
    case 'values': {
      if (send.behaviour.type === change.values) return 'is so already';
      const fits = behavioursFor(controller, control, row.gesture.type, send.message).includes(change.values);
      const behaviour = fits ? behaviourOf(change.values, controller, send.message) : null;
      return (behaviour && changeBehaviour(row, at, behaviour)) ?? 'cannot send that here';
    }
    case 'mode': {
      const landings = landingsFor(index, row, send).filter((l) => l.given === null);
      if (landings.length === 0) return 'is heard nowhere, or as its target came';
      const targets = landings.flatMap((l) => index.targets.get(l.targetId) ?? []);
      const deaf = targets.find((t) => !t.reception.modes.includes(change.mode));
      if (deaf) return `${deaf.name} does not hear it so`;
      if (modeOf(change.mode).runs && !landings.every((l) => isRun({ ...l, mode: change.mode })))
        return 'is no program and no note';
      const edits = heardEachAs(index, row, landings, change.mode, codingOf(change.mode, send), newId);
      return edits.length === 0 ? 'is so already' : batch('Change how it is heard', edits);
    }
  }
}

/** The edits by which each of some landings of a function is heard in a mode, one after the other: the values of a press that do not work with it change along. */
function heardEachAs(
  index: RigIndex,
  row: Assignment,
  landings: readonly Landing[],
  mode: ReceiveMode,
  coding: (target: Target | undefined) => Landing['coding'],
  newId: NewId,
): readonly Edit[] {
  const edits: Edit[] = [];
  let now = index;
  for (const { id, parameterId } of landings) {
    const assignment = now.assignments.get(row.id);
    // One may be in a run by now that another one of them began.
    const landing = now.landingsOf.get(parameterId)?.find((l) => l.id === id);
    if (!assignment || !landing || landing.mode === mode) continue;
    const edit = hearAs(now, assignment, landing, mode, coding(now.targets.get(landing.targetId)), newId);
    const done = apply(now.rig, edit);
    if (!done.ok) continue;
    edits.push(edit);
    now = indexRig(done.value, now);
  }
  return edits;
}

/** Clicks are read by the coding in which they are sent, else by the first that the target knows; by none in any other mode. */
const codingOf =
  (mode: ReceiveMode, { behaviour }: Send) =>
  (target: Target | undefined): Landing['coding'] =>
    modeOf(mode).needs !== 'coding'
      ? null
      : behaviour.type === 'relative'
        ? behaviour.coding
        : (target?.reception.relativeEncodings[0] ?? 'twos-complement');

/** What a function says of a change, in a few characters. */
function wordsOf(index: RigIndex, row: Assignment, change: SeveralChange): string {
  if ('text' in change) return change.text;
  const send = row.actions.find((a) => a.type === 'send');
  if (send?.type !== 'send') return '';
  switch (change.type) {
    case 'channel':
    case 'kind':
      return `${shortName(send.message)}${'channel' in send.message ? ` ch ${send.message.channel}` : ''}`;
    case 'mode':
      return [...new Set(landingsFor(index, row, send).map((l) => modeOf(l.mode).name))].join(', ');
    default:
      return '';
  }
}
