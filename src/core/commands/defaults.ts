// What a new function is, before anybody edits it: gesture, message kind, behaviour and receive mode that work together.

import { type Message, type RelativeCoding, relativeCodingSchema, u14 } from '../midi';
import type { ReceiveMode } from '../modes';
import {
  type Behaviour,
  type Control,
  type Controller,
  canBePressed,
  type Gesture,
  type GestureType,
  isMover,
  type Landing,
  type Parameter,
  type Preferences,
  plainLanding,
  sendsMoves,
  type Target,
} from '../rig';
import { straight } from '../values';

/** Gestures that a control can make on its controller: moving ones move; those with a push or touch also switch. */
export function gesturesOf(control: Control, controller: Controller): readonly GestureType[] {
  const moves = isMover(control);
  const switches = canBePressed(control);
  // A pad that sends pressure moves too: while it is pressed.
  const presses =
    control.kind === 'pad' && controller.firmware.messages.some((m) => m === 'channel-pressure' || m === 'poly-pressure');
  return controller.firmware.gestures.filter((g) => (g === 'move' ? moves || presses : switches));
}

/**
 * What a control is used for first: moved if it moves, else pressed. One that can be pushed as well is pushed for a parameter that goes from step to step.
 */
export const defaultGesture = (
  control: Control,
  parameter: Pick<Parameter, 'kind'> | null = null,
): Extract<Gesture, { type: 'move' | 'press' }> => {
  const pushed = parameter !== null && parameter.kind !== 'continuous' && control.subControls.includes('push');
  return isMover(control) && !pushed ? { type: 'move' } : { type: 'press' };
};

/** The kind of plain message for a new function: a note on a pad, else control change where the controller can, else note, else program. */
export function defaultType(controller: Controller, control: Pick<Control, 'kind'> | null = null): 'cc' | 'note' | 'program' {
  const can = controller.firmware.messages;
  if (control?.kind === 'pad' && can.includes('note')) return 'note';
  return can.includes('cc') ? 'cc' : can.includes('note') ? 'note' : 'program';
}

/** Whether the show starts with a parameter where the high value puts it, by its two ends: then the first press sends the low one. */
export const standsHigh = (
  { start }: Pick<Parameter, 'start'>,
  { from, to }: { readonly from: number; readonly to: number },
): boolean => Math.abs(start - to) < Math.abs(start - from);

/** What goes out, and what the target does with it. */
export interface Way {
  readonly behaviour: Behaviour;
  readonly mode: ReceiveMode;
  /** How clicks are read; null for all else. */
  readonly coding?: Landing['coding'];
}

const allOfIt: Behaviour = { type: 'range', from: u14(0), to: u14(127), curve: straight };

/** Clicks of an encoder that sends nothing else: in a coding that the target reads, else in the first that it knows; null for everything that says where it stands. */
function clicksOnly(control: Pick<Control, 'kind'>, { firmware }: Controller, { reception }: Target): Way | null {
  if (sendsMoves(control, firmware, allOfIt)) return null;
  const known = relativeCodingSchema.options.filter((c) => firmware.encoderModes.includes(c));
  const coding = known.find((c) => reception.relativeEncodings.includes(c)) ?? known[0];
  return coding === undefined ? null : clicksIn(coding, { reception });
}

/** Clicks in a coding, read as such where the target can. */
export function clicksIn(coding: RelativeCoding, { reception }: Pick<Target, 'reception'>): Way {
  const read = reception.modes.includes('relative') && reception.relativeEncodings.includes(coding);
  return {
    behaviour: { type: 'relative', coding, acceleration: 1 },
    mode: read ? 'relative' : (reception.modes[0] ?? 'absolute'),
    coding: read ? coding : null,
  };
}

/** A behaviour for a gesture and parameter that the firmware can do, and the receive mode that suits it; `flips`: who is to flip what goes on and off, if that was said. */
export function defaultBehaviour(
  gesture: GestureType,
  type: Message['type'],
  controller: Controller,
  control: Pick<Control, 'kind'>,
  parameter: Parameter,
  target: Target,
  flips: Preferences['toggles'] = undefined,
): Way {
  const hears = (mode: ReceiveMode): boolean => target.reception.modes.includes(mode);
  const first = target.reception.modes[0] ?? 'absolute';
  if (gesture === 'move')
    return clicksOnly(control, controller, target) ?? { behaviour: allOfIt, mode: hears('absolute') ? 'absolute' : first };
  const can = controller.firmware.switchModes;
  const fixed: Behaviour = { type: 'fixed', value: u14(127) };
  if (type === 'program') {
    const mode: ReceiveMode =
      parameter.kind === 'toggle' && hears('toggle')
        ? 'toggle'
        : parameter.kind === 'trigger' && hears('absolute')
          ? 'absolute'
          : hears('set')
            ? 'set'
            : first;
    return { behaviour: fixed, mode };
  }
  const momentary: Behaviour = { type: 'momentary', down: u14(127), up: u14(0) };
  const lifts = can.includes('momentary');
  if (parameter.states !== null && lifts && hears('states')) return { behaviour: momentary, mode: 'states' };
  // One of several steps is chosen; the others are chosen by other switches. Where a press has to come after a release, it says that it was let go.
  const rising = target.reception.actsOn === 'rising-edge';
  if (parameter.kind === 'stepped' && hears('set') && (rising ? lifts : can.includes('fixed')))
    return { behaviour: rising ? momentary : fixed, mode: 'set' };
  if (parameter.kind === 'trigger') return { behaviour: lifts ? momentary : fixed, mode: hears('absolute') ? 'absolute' : first };
  const bySoftware = flips === 'software' && parameter.kind === 'toggle' && hears('toggle');
  if (can.includes('latching') && hears('absolute') && !bySoftware) {
    const high = standsHigh(parameter, { from: parameter.lowest, to: parameter.highest });
    return { behaviour: { type: 'latching', first: u14(high ? 0 : 127), second: u14(high ? 127 : 0) }, mode: 'absolute' };
  }
  const mode: ReceiveMode = hears('toggle') ? 'toggle' : first;
  return {
    behaviour: lifts && target.reception.actsOn !== 'any-message' ? momentary : fixed,
    mode,
  };
}

/** The landing of a new function: the whole range of the parameter, straight, jumping, on the channels on which its target hears. */
export function defaultLanding(
  id: string,
  order: number,
  address: Message,
  hostLayerId: string | null,
  parameter: Parameter,
  mode: ReceiveMode,
  target?: Pick<Target, 'reception'>,
): Landing {
  return {
    id,
    order,
    targetId: parameter.targetId,
    parameterId: parameter.id,
    port: '',
    address,
    hostLayerId,
    mode,
    coding: null,
    from: parameter.lowest,
    to: parameter.highest,
    curve: straight,
    takeover: 'jump',
    setValue: parameter.kind === 'toggle' ? parameter.highest : parameter.default,
    chosenBy: null,
    ...plainLanding,
    channels: target?.reception.channels ?? plainLanding.channels,
    given: null,
    entered: null,
    proved: null,
    note: '',
  };
}
