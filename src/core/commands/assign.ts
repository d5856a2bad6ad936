// Putting a parameter on a control: the send, its number, and the landing, in one edit.

import { err, ok, type Result } from '../base';
import { addressKey, type Message } from '../midi';
import { modeOf } from '../modes';
import { chooseMessage, everyPlainNumber, isFree } from '../numbers';
import {
  type Assignment,
  apply,
  type Behaviour,
  baseAt,
  batch,
  type Control,
  type Controller,
  type Edit,
  type FactorySend,
  type Gesture,
  hostLayerAt,
  indexRig,
  insert,
  isRun,
  type Landing,
  modifiersOf,
  type Parameter,
  type RigIndex,
  sendsMoves,
  type Target,
} from '../rig';
import { addressAt, hearsIt, outletFor } from '../wires';
import { removeAssignmentEdits } from './change';
import { clicksIn, defaultBehaviour, defaultGesture, defaultLanding, defaultType } from './defaults';
import { sendEachWay } from './each-way';
import { givenFor } from './given';
import { before } from './like-before';
import type { CommandProblem } from './problem';
import { isRaw, joinedAt, nameParameter, plainBehaviour } from './raw';
import { nextInRun } from './run';
import { type NewId, nextOrder } from './shared';

export interface Place {
  readonly bank: number | null;
  readonly page: number | null;
  readonly layerId: string | null;
}

export interface AssignWish {
  readonly parameterId: string;
  readonly controlId: string;
  readonly place: Place;
  readonly gesture?: Gesture;
  /** What to do where the gesture already has a function: join it (one message moves both) or take its place. */
  readonly onTaken: 'join' | 'replace';
  /** What the control is known to send already: taken instead of the first free number. */
  readonly message?: Message;
  /** Whether it begins as the newest function of its kind: the same kind of message, the same values, heard in the same way. */
  readonly likeBefore?: boolean;
}

export interface Assigned {
  readonly edit: Edit;
  readonly assignmentId: string;
  readonly replaced: string | null;
}

/** The assignment that stands on a control, at a place, on a gesture. */
export function assignmentAt(index: RigIndex, controlId: string, place: Place, gesture: Gesture['type']): Assignment | null {
  return (
    (index.assignmentsOf.get(controlId) ?? []).find(
      (a) => a.gesture.type === gesture && a.bank === place.bank && a.page === place.page && a.layerId === place.layerId,
    ) ?? null
  );
}

/** Assigns a parameter to a control. The number is the first free one of the school, or the one that Base has in a host-made layer. */
export function assign(index: RigIndex, wish: AssignWish, newId: NewId): Result<Assigned, CommandProblem> {
  const control = index.controls.get(wish.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const parameter = index.parameters.get(wish.parameterId);
  const target = parameter && index.targets.get(parameter.targetId);
  if (!control || !controller || !parameter || !target) return err({ code: 'gone' });
  const gesture = wish.gesture ?? defaultGesture(control, parameter);
  const layer = wish.place.layerId === null ? null : (index.layers.get(wish.place.layerId) ?? null);
  if (layer && modifiersOf(layer).includes(control.id))
    return err({ code: 'own-modifier', control: control.name, layer: layer.name });

  const taken = assignmentAt(index, control.id, wish.place, gesture.type);
  // What sends for nothing yet is told what it is for; its message stays.
  if (taken && (wish.onTaken === 'join' || (isRaw(taken) && !wish.message))) return join(index, taken, parameter, newId);

  const like = wish.likeBefore ? before(index, control, controller, gesture.type, parameter, target) : null;
  const chosen = messageOf(index, wish, controller, control, parameter.id, target, gesture, like?.type ?? null);
  if (!chosen) return err({ code: 'no-number', target: target.name });
  const { message, why, factory } = chosen;

  const { toggles } = index.rig.preferences;
  // What was said for the whole rig counts for more than what was done last.
  const likely = like?.type === message.type && (parameter.kind !== 'toggle' || toggles === undefined) ? like : null;
  const clicks = factory?.clicks ? clicksIn(factory.clicks, target) : null;
  const as = clicks ? null : likely;
  const usual =
    clicks ?? as?.way(parameter) ?? defaultBehaviour(gesture.type, message.type, controller, control, parameter, target, toggles);
  // Landings listen for what arrives: a translator may make something else of what is sent.
  const address = addressAt(index, outletFor(index, control.id, {}), message, target.id);
  const there = alreadyHeard(index, address, parameter, hostLayerAt(index, wish.place.layerId));
  const { behaviour, mode, coding } = there
    ? { ...usual, behaviour: fitting(usual.behaviour, there, gesture, controller, control) }
    : usual;
  const assignment: Assignment = {
    id: newId(),
    order: nextOrder(index.rig.assignments),
    controlId: control.id,
    ...wish.place,
    gesture,
    actions: [{ type: 'send', message, behaviour, pinned: wish.message !== undefined, meant: [parameter.id] }],
    ...nothingElse,
    textShort: control.display ? parameter.name.toUpperCase().slice(0, control.display.short) : '',
    why,
    replaced: taken ? `${meantNames(index, taken)} until it was replaced` : '',
  };
  const landing = there
    ? []
    : [
        insert(
          'landings',
          nextStep(index, parameter, {
            ...defaultLanding(
              newId(),
              nextOrder(index.rig.landings),
              address,
              hostLayerAt(index, wish.place.layerId),
              parameter,
              mode,
              index.targets.get(parameter.targetId),
            ),
            ...(coding === undefined ? {} : { coding }),
            ...as?.heard,
          }),
        ),
      ];
  const edits = [...(taken ? removeAssignmentEdits(index, taken) : []), insert('assignments', assignment), ...landing];
  const edit = batch(`Assign ${parameter.name} to ${control.name}`, edits);
  return ok({
    edit: turnsEachWay(control, controller, factory, assignment) ? eachWayToo(index, edit, assignment.id, factory, newId) : edit,
    assignmentId: assignment.id,
    replaced: taken ? meantNames(index, taken) : null,
  });
}

/** What nobody said of a new function. */
const nothingElse = {
  wants: [],
  textLong: '',
  colour: '',
  colourOff: '',
  lightBy: 'controller',
  minimum: false,
  entered: null,
  saved: null,
  proved: null,
  note: '',
} satisfies Partial<Assignment>;

/** Whether an encoder sends a message for each way: from the factory, or because it sends nothing else. */
function turnsEachWay(
  control: Control,
  { firmware }: Controller,
  factory: FactorySend | undefined,
  { gesture, actions }: Assignment,
): boolean {
  const [send] = actions;
  if (gesture.type !== 'move' || send?.type !== 'send' || !firmware.encoderModes.includes('each-way')) return false;
  return factory?.back !== undefined || !sendsMoves(control, firmware, send.behaviour);
}

/** An edit that assigns, with a message for each way after it; the edit itself where there is no number for the other way. */
function eachWayToo(index: RigIndex, edit: Edit, assignmentId: string, factory: FactorySend | undefined, newId: NewId): Edit {
  const done = apply(index.rig, edit);
  if (!done.ok) return edit;
  const after = indexRig(done.value, index);
  const assignment = after.assignments.get(assignmentId);
  const ways = assignment && sendEachWay(after, assignment, 0, newId, factory?.back ?? null);
  return ways?.ok && edit.type === 'batch' ? batch(edit.label, [...edit.edits, ways.value]) : edit;
}

/** The message of a new function, and why it is that one where there is a reason; null where no number is left. */
function messageOf(
  index: RigIndex,
  wish: AssignWish,
  controller: Controller,
  control: Control,
  parameterId: string,
  target: Target,
  gesture: Gesture,
  like: Message['type'] | null,
): { readonly message: Message; readonly why: string; readonly factory?: FactorySend } | null {
  if (wish.message) return { message: wish.message, why: '' };
  const { place } = wish;
  const base = baseMessage(index, control.id, place, gesture.type);
  if (base) return { message: base, why: '' };
  const row = givenFor(index, controller, parameterId);
  if (row) return { message: row.address, why: `${target.name} came with it` };
  const run = runIn(index, controller, parameterId, hostLayerAt(index, place.layerId), gesture);
  if (run) return { message: run.address, why: '' };
  const factory = factorySend(index, control, gesture.type, place, target);
  if (factory) return { message: factory.message, why: 'as it leaves the factory', factory };
  const plain = like === 'cc' || like === 'note' || like === 'program' ? like : null;
  const type = plain ?? defaultType(controller, gesture.type === 'move' ? null : control);
  const message = dealt(index, controller, control, place, type, target);
  return message && { message, why: '' };
}

/** The next number of a run that chooses among the steps of a parameter, where a press can send it. */
const runIn = (
  index: RigIndex,
  { id, firmware }: Controller,
  parameterId: string,
  layer: string | null,
  gesture: Gesture,
): Landing | null => {
  const next = gesture.type === 'move' ? null : nextInRun(index, parameterId, layer);
  const plain = next !== null && hearsIt(index, { unitId: id, port: '' }, next.address, next);
  return plain && firmware.messages.includes(next.address.type) ? next : null;
};

/** The next free number: of programs by bank and switch, of pads by bank and pad, of all else in the order of the school. */
function dealt(
  index: RigIndex,
  controller: Controller,
  control: Control,
  place: Place,
  type: 'cc' | 'note' | 'program',
  target: Target,
): Message | null {
  const from =
    type === 'program'
      ? programOf(index, control.controllerId, control.id, place)
      : type === 'note' && control.kind === 'pad'
        ? padNote(index, control, place)
        : null;
  const demand = { controllerId: controller.id, type, channel: controller.channel, targetId: target.id };
  return chooseMessage(index, from === null ? demand : { ...demand, from });
}

/** Of a parameter that goes in steps, the first one that nothing chooses yet. */
function nextStep(index: RigIndex, parameter: Parameter, landing: Landing): Landing {
  if (parameter.kind !== 'stepped' || modeOf(landing.mode).needs !== 'value') return landing;
  const chosen = new Set(
    (index.landingsOf.get(parameter.id) ?? []).flatMap((l) => (l.mode === landing.mode ? [l.setValue] : [])),
  );
  for (let step = parameter.lowest; step <= parameter.highest; step++)
    if (!chosen.has(step)) return { ...landing, setValue: step };
  return landing;
}

/** A row that a target came with, or a run of numbers, where it hears the message for the parameter already. */
const alreadyHeard = (index: RigIndex, message: Message, parameter: Parameter, layer: string | null): Landing | undefined =>
  (index.landingsAt.get(addressKey(message)) ?? []).find(
    (l) => (l.given !== null || isRun(l)) && l.parameterId === parameter.id && l.hostLayerId === layer,
  );

/** Values that suit how a target hears what it came with: what it flips or sets by itself is sent on every press. */
function fitting(
  usual: Behaviour,
  { mode, address }: Landing,
  gesture: Gesture,
  controller: Controller,
  control: Control,
): Behaviour {
  const itself = modeOf(mode).fromNow || modeOf(mode).needs === 'value' || mode === 'trigger';
  return itself && usual.type !== 'range' ? plainBehaviour(gesture, address, controller, control) : usual;
}

/** Names of what an assignment is there for. */
export function meantNames(index: RigIndex, assignment: Assignment): string {
  const ids = assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : []));
  return ids.map((id) => index.parameters.get(id)?.name ?? '?').join(', ') || 'an action';
}

function join(index: RigIndex, taken: Assignment, parameter: Parameter, newId: NewId): Result<Assigned, CommandProblem> {
  const named = nameParameter(index, taken, joinedAt(taken), parameter, newId);
  return named.ok ? ok({ edit: named.value, assignmentId: taken.id, replaced: null }) : named;
}

/** In a layer made in the host the control sends the same message as in Base, of this bank or of every bank. */
export function baseMessage(index: RigIndex, controlId: string, place: Place, gesture: Gesture['type']): Message | null {
  if (hostLayerAt(index, place.layerId) === null) return null;
  const send = baseAt(index, { controlId, gesture, bank: place.bank, page: place.page })?.actions.find((a) => a.type === 'send');
  return send?.type === 'send' ? send.message : null;
}

/**
 * What the control sends from the factory, where that is a plain message on an address that is free and that the target takes: it need
 * not be entered. Only in Base: a factory preset knows no layers.
 */
function factorySend(
  index: RigIndex,
  control: Control,
  gesture: Gesture['type'],
  place: Place,
  target: Target,
): FactorySend | null {
  if (place.layerId !== null) return null;
  const sent = control.factory.find((f) => f.gesture === gesture);
  if (!sent) return null;
  const free = [sent.message, ...(sent.back ? [sent.back] : [])].every((message) => {
    if (message.type !== 'cc' && message.type !== 'note') return false;
    if (message.type === 'cc' && !everyPlainNumber.includes(message.number)) return false;
    const { type, channel } = message;
    return isFree(index, { controllerId: control.controllerId, type, channel, targetId: target.id }, message);
  });
  return free ? sent : null;
}

/** Where the notes of pads begin; common practice, no source. */
const FIRST_PAD = 36;

/** The note of a pad: from 36 up, pad by pad and bank by bank; common practice, no source. */
function padNote(index: RigIndex, control: Control, { bank }: Place): number {
  const pads = (index.controlsOf.get(control.controllerId) ?? []).filter((c) => c.kind === 'pad' && c.family === control.family);
  const at = pads.filter((c) => c.familyOrder < control.familyOrder).length;
  return Math.min(127, FIRST_PAD + ((bank ?? 1) - 1) * pads.length + at);
}

/** Program = bank × switches + switch, both counted from 0. Common practice, no source. */
function programOf(index: RigIndex, controllerId: string, controlId: string, place: Place): number {
  const controls = index.controlsOf.get(controllerId) ?? [];
  const at = controls.findIndex((c) => c.id === controlId);
  return Math.min(127, ((place.bank ?? 1) - 1) * controls.length + Math.max(0, at));
}
