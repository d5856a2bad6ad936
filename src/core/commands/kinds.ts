// What can be chosen for a function, and what each choice is to begin with: gestures, kinds of message, value behaviours.
import { exhaustive } from '../base';
import {
  carriesValue,
  kindOf,
  type Message,
  type MessageType,
  messageSchema,
  messageTypes,
  relativeCodingSchema,
  u14,
  valueMax,
} from '../midi';
import {
  type Behaviour,
  type Control,
  type Controller,
  type Gesture,
  type GestureType,
  gestureTypeSchema,
  isEndless,
  type RigIndex,
  type Send,
} from '../rig';
import { straight } from '../values';

/** A gesture by its type, or null where there is none of that name: for what comes from a URL, a field or a list. */
export const asGesture = (gesture: string | null): GestureType | null => gestureTypes.find((g) => g === gesture) ?? null;

/** All gestures, in the order in which they are offered. */
export const gestureTypes = gestureTypeSchema.options;

/** A gesture to begin with; a chord goes with the nearest other switch. Null where there is no other one. */
export function gestureOf(index: RigIndex, control: Control, type: GestureType): Gesture | null {
  if (type !== 'chord') return { type };
  const controller = index.controllers.get(control.controllerId);
  const far = (c: Control): number => Math.hypot(c.x - control.x, c.y - control.y);
  const [near] = chordPartners(index, control).sort((a, b) => far(a) - far(b));
  return near && controller ? { type, with: near.id, windowMs: controller.firmware.chordMs, singlesFire: false } : null;
}

/** Controls that a chord can go with. */
export const chordPartners = (index: RigIndex, control: Control): Control[] =>
  (index.controlsOf.get(control.controllerId) ?? []).filter((c) => c.id !== control.id && c.kind === control.kind);

/** Kinds of message that a controller sends, for a gesture: what moves needs a value that moves. */
export function typesFor(controller: Controller, gesture: GestureType): readonly MessageType[] {
  return messageTypes.filter((t) => controller.firmware.messages.includes(t) && (gesture !== 'move' || carriesValue(t)));
}

/** A message of another kind, with the channel and number of the one before where the new kind has them. */
export function messageOf(type: MessageType, before: Message): Message {
  const channel = 'channel' in before ? before.channel : 1;
  const number = 'number' in before ? before.number : 0;
  const fits = (n: number): boolean => messageSchema.safeParse({ type, channel, number: n, bank: null }).success;
  const bytes = [0x7d];
  return messageSchema.parse({ type, channel, number: fits(number) ? number : fits(1) ? 1 : 0, bank: null, bytes });
}

/** A send whose behaviour fits its kind of message: programs and transport carry no value, and values fit its bits. */
export function fitted(whole: Send): Send {
  const send = unstruck(whole);
  const { message, behaviour } = send;
  const { carries } = kindOf(message.type);
  if (carries !== 'value') {
    if (behaviour.type === 'click') return { ...send, behaviour: { ...behaviour, value: u14(0) } };
    const fits = behaviour.type === 'fixed' || (carries === 'choice' && behaviour.type === 'stepping');
    if (!fits || carries === 'nothing') return fits ? send : { ...send, behaviour: { type: 'fixed', value: u14(0) } };
  }
  const max = valueMax(message.type);
  const lower = (v: number) => u14(v > max ? v >> 7 : v);
  switch (behaviour.type) {
    case 'range':
      return { ...send, behaviour: { ...behaviour, from: lower(behaviour.from), to: lower(behaviour.to) } };
    case 'momentary':
      return { ...send, behaviour: { ...behaviour, down: lower(behaviour.down), up: lower(behaviour.up) } };
    case 'latching':
      return { ...send, behaviour: { ...behaviour, first: lower(behaviour.first), second: lower(behaviour.second) } };
    case 'fixed':
    case 'click':
      return { ...send, behaviour: { ...behaviour, value: lower(behaviour.value) } };
    default:
      return send;
  }
}

/** Only a note is struck with a velocity of its own. */
function unstruck(send: Send): Send {
  const { message, behaviour } = send;
  if (behaviour.type !== 'stepping' || behaviour.velocity === undefined || message.type === 'note') return send;
  const { velocity: _struck, ...counts } = behaviour;
  return { ...send, behaviour: counts };
}

/** The same send with values over all that its kind carries, where they covered all of the kind before. */
export function widened(send: Send, before: MessageType): Send {
  const { behaviour } = send;
  const was = valueMax(before);
  const max = valueMax(send.message.type);
  // Numbers that were counted are counted on.
  if (behaviour.type === 'stepping' && kindOf(before).carries === 'choice' && send.message.type === 'note')
    return { ...send, behaviour: { ...behaviour, velocity: behaviour.velocity ?? 127 } };
  if (max <= was || behaviour.type === 'stepping' || behaviour.type === 'relative') return fitted(send);
  const wide = (v: number) => u14(v === was ? max : v);
  switch (behaviour.type) {
    case 'range':
      return { ...send, behaviour: { ...behaviour, from: wide(behaviour.from), to: wide(behaviour.to) } };
    case 'momentary':
      return { ...send, behaviour: { ...behaviour, down: wide(behaviour.down), up: wide(behaviour.up) } };
    case 'latching':
      return { ...send, behaviour: { ...behaviour, first: wide(behaviour.first), second: wide(behaviour.second) } };
    case 'fixed':
    case 'click':
      return { ...send, behaviour: { ...behaviour, value: wide(behaviour.value) } };
    default:
      return exhaustive(behaviour);
  }
}

/** Ways in which values can go out here: positions and clicks for what moves, the firmware's switch modes for what switches. */
export function behavioursFor(
  controller: Controller,
  control: Control,
  gesture: GestureType,
  message: Message,
): readonly Behaviour['type'][] {
  const { firmware } = controller;
  if (gesture === 'move') {
    if (!isEndless(control) || valueMax(message.type) !== 127) return ['range'];
    return [
      ...(firmware.encoderModes.includes('absolute') ? (['range'] as const) : []),
      ...(relativeCodingSchema.options.some((c) => firmware.encoderModes.includes(c)) ? (['relative'] as const) : []),
      ...(firmware.encoderModes.includes('each-way') ? (['click'] as const) : []),
    ];
  }
  const { carries } = kindOf(message.type);
  if (carries === 'nothing') return ['fixed'];
  if (carries === 'choice') return firmware.switchModes.filter((m) => m === 'fixed' || m === 'stepping');
  // Pads know how hard they are struck.
  return control.kind === 'pad' || control.kind === 'key-range' ? [...firmware.switchModes, 'range'] : firmware.switchModes;
}

/** A behaviour to begin with; null for counting, which needs a counter. */
export function behaviourOf(type: Behaviour['type'], controller: Controller, message: Message): Behaviour | null {
  const max = u14(valueMax(message.type));
  const zero = u14(0);
  switch (type) {
    case 'range':
      return { type, from: zero, to: max, curve: straight };
    case 'momentary':
      return { type, down: max, up: zero };
    case 'latching':
      return { type, first: max, second: zero };
    case 'fixed':
      return { type, value: max };
    case 'click':
      return { type, way: 'up', value: max };
    case 'relative': {
      const coding = relativeCodingSchema.options.find((m) => controller.firmware.encoderModes.includes(m));
      return coding ? { type, coding, acceleration: 1 } : null;
    }
    case 'stepping':
      return null;
    default:
      return exhaustive(type);
  }
}
