// The sheet: what to enter in each controller and in each target, control by control, in the notation of that device.

import { exhaustive } from '../base';
import { showValue } from '../bench';
import { kindOf, type Message, type NumberStyle, numberWords, showChannel } from '../midi';
import { modeOf } from '../modes';
import {
  type Action,
  type Assignment,
  type Behaviour,
  type Control,
  type Controller,
  type Landing,
  limitsOf,
  type Mark,
  type Parameter,
  type RigIndex,
  standInOf,
  type Target,
} from '../rig';

export interface ControllerLine {
  readonly assignment: Assignment;
  readonly control: string;
  readonly place: string;
  readonly gesture: string;
  readonly type: string;
  readonly channel: string;
  readonly number: string;
  readonly values: string;
  readonly purpose: string;
  readonly display: string;
  /** Known limits of what it moves, in words. */
  readonly limits: readonly string[];
}

export interface TargetLine {
  readonly landing: Landing;
  readonly parameter: string;
  readonly type: string;
  readonly channel: string;
  readonly number: string;
  readonly mode: string;
  readonly range: string;
  readonly from: string;
}

export interface Sheet {
  readonly controllers: readonly { readonly controller: Controller; readonly lines: readonly ControllerLine[] }[];
  readonly targets: readonly { readonly target: Target; readonly lines: readonly TargetLine[] }[];
  /** Lines on both sides that are not ticked as entered. */
  readonly toEnter: number;
  readonly lines: number;
}

/** Writes the sheet of a rig. A controller shows numbers as its firmware does, a target as its own style says. */
export function makeSheet(index: RigIndex): Sheet {
  const controllers = index.rig.controllers.map((controller) => ({ controller, lines: controllerLines(index, controller) }));
  const targets = index.rig.targets.map((target) => ({ target, lines: targetLines(index, target) }));
  const marks = marksOf(index);
  return { controllers, targets, toEnter: marks.filter((m) => m === null).length, lines: marks.length };
}

/** How many assignments and landings are still to be entered somewhere. */
export const countToEnter = (index: RigIndex): number => marksOf(index).filter((m) => m === null).length;

const marksOf = (index: RigIndex): readonly (Mark | null)[] => [
  ...index.rig.assignments.filter((a) => isProgrammed(index, a)).map((a) => a.entered),
  ...index.rig.landings.map((l) => l.entered),
];

/**
 * Whether the hardware has to be told: in a layer made in the host a control sends what Base sends, so where Base has the
 * same gesture there is nothing to enter in the controller.
 */
function isProgrammed(index: RigIndex, assignment: Assignment): boolean {
  return standInOf(index, assignment) === null;
}

function controllerLines(index: RigIndex, controller: Controller): ControllerLine[] {
  const controls = [...(index.controlsOf.get(controller.id) ?? [])].sort(byFamily);
  const layerOrder = new Map(index.rig.layers.map((l, i) => [l.id, i + 1]));
  return controls.flatMap((control) =>
    [...(index.assignmentsOf.get(control.id) ?? [])]
      .filter((a) => isProgrammed(index, a))
      .sort(
        (a, b) =>
          (a.bank ?? 0) - (b.bank ?? 0) || (layerOrder.get(a.layerId ?? '') ?? 0) - (layerOrder.get(b.layerId ?? '') ?? 0),
      )
      .flatMap((assignment) =>
        assignment.actions.map((action) => controllerLine(index, controller, control, assignment, action)),
      ),
  );
}

const byFamily = (a: Control, b: Control): number =>
  a.family < b.family ? -1 : a.family > b.family ? 1 : a.familyOrder - b.familyOrder;

function controllerLine(
  index: RigIndex,
  controller: Controller,
  control: Control,
  assignment: Assignment,
  action: Action,
): ControllerLine {
  const style = controller.firmware.shows;
  const send = action.type === 'send' ? action : null;
  return {
    assignment,
    control: control.name,
    place: placeWords(index, controller, assignment),
    gesture: assignment.gesture.type,
    type: send ? kindOf(send.message.type).name : action.type,
    channel: send && 'channel' in send.message ? showChannel(send.message.channel, style) : '',
    number: send ? numberWords(send.message, style) : '',
    values: send ? valueWords(send.message, send.behaviour, index) : '',
    purpose: send ? send.meant.map((id) => parameterName(index, id)).join(', ') : '',
    display: assignment.textShort,
    limits: limitsOf(index, assignment).map((l) => `${l.about}: ${l.text}`),
  };
}

/** A bank and layer as the player knows them: `Overture · Heel`, `every bank · Base`. */
export function placeWords(
  index: RigIndex,
  controller: Controller,
  place: Pick<Assignment, 'bank' | 'page' | 'layerId'>,
): string {
  const bank =
    place.bank === null
      ? controller.firmware.banks > 1
        ? 'every bank'
        : ''
      : (controller.bankNames[place.bank - 1] ?? `Bank ${place.bank}`);
  const layer = place.layerId === null ? 'Base' : (index.layers.get(place.layerId)?.name ?? '?');
  return [bank, place.page === null ? '' : `page ${place.page}`, layer].filter((s) => s !== '').join(' · ');
}

function targetLines(index: RigIndex, target: Target): TargetLine[] {
  const order = new Map((index.parametersOf.get(target.id) ?? []).map((p, i) => [p.id, i]));
  const style = target.reception.shows;
  return index.rig.landings
    .filter((l) => l.targetId === target.id)
    .sort((a, b) => (order.get(a.parameterId) ?? 0) - (order.get(b.parameterId) ?? 0))
    .flatMap((landing) => {
      const parameter = index.parameters.get(landing.parameterId);
      return parameter ? [targetLine(index, landing, parameter, style)] : [];
    });
}

function targetLine(index: RigIndex, landing: Landing, parameter: Parameter, style: NumberStyle): TargetLine {
  const senders = (index.sendsFor.get(parameter.id) ?? []).map((p) => index.controls.get(p.assignment.controlId)?.name ?? '?');
  const layer = landing.hostLayerId === null ? '' : ` in ${index.layers.get(landing.hostLayerId)?.name ?? '?'}`;
  return {
    landing,
    parameter: parameter.name,
    type: kindOf(landing.address.type).name,
    channel: 'channel' in landing.address ? showChannel(landing.address.channel, style) : '',
    number: numberWords(landing.address, style),
    mode: `${modeOf(landing.mode).name}${layer}`,
    range:
      landing.mode === 'set'
        ? showValue(parameter, landing.setValue)
        : parameter.kind === 'trigger'
          ? ''
          : `${showValue(parameter, landing.from)} to ${showValue(parameter, landing.to)}`,
    from: [...new Set(senders)].join(', '),
  };
}

const parameterName = (index: RigIndex, id: string): string => {
  const parameter = index.parameters.get(id);
  return parameter ? `${index.targets.get(parameter.targetId)?.name ?? '?'}: ${parameter.name}` : '?';
};

/** Which values are sent, in the words of the trade. */
export function valueWords(message: Message, behaviour: Behaviour, index: RigIndex): string {
  switch (behaviour.type) {
    case 'range':
      return `${behaviour.from} to ${behaviour.to}`;
    case 'momentary':
      return `${behaviour.down} on press, ${behaviour.up} on release`;
    case 'latching':
      return `alternating ${behaviour.first} / ${behaviour.second}`;
    case 'fixed':
      return kindOf(message.type).carries === 'choice' ? '' : `${behaviour.value} on every press`;
    case 'relative':
      return `relative, ${behaviour.coding.replace('-', ' ')}`;
    case 'stepping': {
      const counter = index.counters.get(behaviour.counterId);
      return counter
        ? `counter ${counter.from} to ${counter.to} by ${counter.step}, ${counter.atEnd === 'wrap' ? 'wraps' : 'stops'}`
        : '';
    }
    default:
      return exhaustive(behaviour);
  }
}
