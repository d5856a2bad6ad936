// One change made to several functions: each takes it in its own way, or says why it does not.
import { showValue } from '../bench';
import { channelSchema, kindOf, type Message, messageSchema, parseNote, shortName, withChannel } from '../midi';
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
  oneByOne,
  type RigIndex,
  rowSchemas,
  type Send,
  type Target,
  tickNow,
} from '../rig';
import { makeScale } from '../values';
import { assignmentAt } from './assign';
import { changeAssignment, changeBehaviour, changeLanding, changeMessage, changePlace, landingsFor, sendAt } from './change';
import { hearAs } from './hear-as';
import { behaviourOf, behavioursFor, messageOf, typesFor } from './kinds';
import type { NewId } from './shared';

/** What is changed of all of them. */
export type SeveralChange =
  | { readonly type: 'channel'; readonly channel: number }
  | { readonly type: 'kind'; readonly kind: Message['type'] }
  | { readonly type: 'values'; readonly values: Behaviour['type'] }
  | { readonly type: 'mode'; readonly mode: ReceiveMode }
  /** The number of the first message that has one, as the controller shows it: notes also by name. */
  | { readonly type: 'number'; readonly text: string }
  /** From where to where on the travel of each parameter, in hundredths of it. */
  | { readonly type: 'range'; readonly from: number; readonly to: number }
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

/** Most functions that are changed in one go: an edit of more is long on its way. */
export const MOST_SEVERAL = 2000;

/** Plans a change of several functions, one after the other, each on the rig as those before it leave it: no two of them get in each other's way unseen. */
export const planSeveral = (
  index: RigIndex,
  ids: readonly string[],
  change: SeveralChange,
  newId: NewId,
): Generator<number, SeveralPlan> => planEach(index, ids, labels[change.type], () => change, newId);

/**
 * As `planSeveral`, with a change of its own for each, by its place; or why there is none. Says after each function how many are done, so that whoever asks
 * can go on with something else or stop. `label`: what is changed, in words.
 */
export function* planEach(
  index: RigIndex,
  ids: readonly string[],
  label: string,
  changeOf: (at: number) => SeveralChange | string,
  newId: NewId,
): Generator<number, SeveralPlan> {
  const edits: Edit[] = [];
  const rows: SeveralRow[] = [];
  let now = index;
  for (const [i, id] of ids.slice(0, MOST_SEVERAL).entries()) {
    const assignment = now.assignments.get(id);
    if (!assignment) continue;
    const done = one(now, assignment, changeOf(i), newId);
    rows.push(done.row);
    edits.push(...done.edits);
    now = done.now;
    yield i + 1;
  }
  const count = rows.filter((r) => r.skip === null).length;
  return { rows, edit: count === 0 ? null : batch(`Change ${label} of ${count}`, edits) };
}

/** One function changed: its line, its edits, and the rig after them. */
function one(
  index: RigIndex,
  assignment: Assignment,
  change: SeveralChange | string,
  newId: NewId,
): { readonly row: SeveralRow; readonly edits: readonly Edit[]; readonly now: RigIndex } {
  const left = (skip: string) => ({ row: { assignment, after: '', skip }, edits: [], now: index });
  if (typeof change === 'string') return left(change);
  const made = changed(index, assignment, change, newId);
  if (typeof made === 'string') return left(made);
  if (made.type === 'batch' && made.edits.length === 0) return left('is so already');
  let now = index;
  // Texts and ticks are a matter of their own row: no other change rests on them.
  if (!ofItself(change)) {
    const done = apply(index.rig, made);
    if (!done.ok) return left('cannot be changed here');
    now = indexRig(done.value, index);
  }
  const after = wordsOf(now, now.assignments.get(assignment.id) ?? assignment, change);
  return { row: { assignment, after, skip: null }, edits: partsOf(made), now };
}

const ofItself = ({ type }: SeveralChange): boolean =>
  type === 'colour' || type === 'colourOff' || type === 'textShort' || type === 'entered';

/** The edits that an edit is made of, one after the other: an edit on its way is a list and no tree. */
const partsOf = (edit: Edit): readonly Edit[] => (edit.type === 'batch' ? edit.edits.flatMap(partsOf) : [edit]);

/** What is changed, in words. */
export const labels: Readonly<Record<SeveralChange['type'], string>> = {
  channel: 'the channel',
  kind: 'the kind of message',
  values: 'the values',
  mode: 'how it is heard',
  number: 'the number',
  range: 'the range',
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
    case 'textShort': {
      const fits = rowSchemas.assignments.shape[change.type].safeParse(change.text);
      if (!fits.success) return fits.error.issues[0]?.message ?? 'cannot be written so';
      return changeAssignment(assignment, { [change.type]: change.text }, 'Change the text');
    }
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

type OfSends = Extract<SeveralChange, { type: 'channel' | 'kind' | 'values' | 'mode' | 'number' | 'range' }>;

/** Changes every message of a function that takes the change. */
function sends(index: RigIndex, assignment: Assignment, change: OfSends, newId: NewId): Edit | string {
  const { now, take, edits } = oneByOne(index);
  let why = 'sends nothing';
  for (let at = 0; at < assignment.actions.length; at++) {
    const row = now().assignments.get(assignment.id);
    const send = row && sendAt(row, at);
    if (!send) continue;
    const made = ofSend(now(), row, at, change, newId);
    if (typeof made === 'string') why = made;
    else if (!take(made)) why = 'cannot be changed here';
    // One number is one message's: the first that has one, whether it changes or not.
    if (change.type === 'number' && 'number' in send.message) break;
  }
  return edits().length === 0 ? why : batch('Change what is sent', edits());
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
    case 'number':
      return toNumber(index, row, at, change.text.trim(), newId);
    case 'range':
      return toRange(index, row, send, change);
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

function toNumber(index: RigIndex, row: Assignment, at: number, text: string, newId: NewId): Edit | string {
  const message = sendAt(row, at)?.message;
  const controller = index.controllers.get(index.controls.get(row.controlId)?.controllerId ?? '');
  if (!controller || !message || !('number' in message)) return 'has no number';
  const { programBase, middleC } = controller.firmware.shows;
  const digits = /^(?:cc|pc|n|nrpn|note|program)?\s*(\d+)$/i.exec(text)?.[1];
  const shown = digits === undefined ? (message.type === 'note' ? parseNote(text, middleC) : null) : Number(digits);
  if (shown === null) return `“${text.slice(0, 20)}” is no number`;
  const raw = message.type === 'program' ? shown - programBase : shown;
  if (message.number === raw) return 'is so already';
  const to = messageSchema.safeParse({ ...message, number: raw });
  if (!to.success) return `${kindOf(message.type).name} has no number ${shown}`;
  return changeMessage(index, row, at, to.data, newId) ?? 'cannot be changed here';
}

/** Sets the ends of each parameter that has some, on its own travel. */
function toRange(index: RigIndex, row: Assignment, send: Send, { from, to }: Extract<OfSends, { type: 'range' }>): Edit | string {
  const edits = landingsFor(index, row, send).flatMap((landing): Edit[] => {
    const p = index.parameters.get(landing.parameterId);
    if (!p || landing.given !== null || isRun(landing) || (p.kind !== 'continuous' && p.kind !== 'stepped')) return [];
    const { toValue } = makeScale(p.scale, p.lowest, p.highest);
    const at = (hundredths: number): number => {
      const value = toValue(hundredths / 100);
      return p.kind === 'stepped' ? Math.round(value) : value;
    };
    const ends = { from: at(from), to: at(to) };
    if (landing.from === ends.from && landing.to === ends.to) return [];
    return [changeLanding(landing, ends, `Change the range of ${p.name}`)];
  });
  return edits.length === 0 ? 'has no range of its own, or is so already' : batch('Change the range', edits);
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
  const { now, take, edits } = oneByOne(index);
  for (const { id, parameterId } of landings) {
    const assignment = now().assignments.get(row.id);
    // One may be in a run by now that another one of them began.
    const landing = now()
      .landingsOf.get(parameterId)
      ?.find((l) => l.id === id);
    if (!assignment || !landing || landing.mode === mode) continue;
    take(hearAs(now(), assignment, landing, mode, coding(now().targets.get(landing.targetId)), newId));
  }
  return edits();
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
  if ('text' in change && change.type !== 'number') return change.text;
  const send = row.actions.find((a) => a.type === 'send');
  if (send?.type !== 'send') return '';
  switch (change.type) {
    case 'channel':
    case 'kind':
    case 'number':
      return `${shortName(send.message)}${'channel' in send.message ? ` ch ${send.message.channel}` : ''}`;
    case 'mode':
      return [...new Set(landingsFor(index, row, send).map((l) => modeOf(l.mode).name))].join(', ');
    case 'range':
      return landingsFor(index, row, send)
        .flatMap((l) => {
          const p = index.parameters.get(l.parameterId);
          return p ? [`${showValue(p, l.from)} to ${showValue(p, l.to)}`] : [];
        })
        .join(', ');
    default:
      return '';
  }
}
