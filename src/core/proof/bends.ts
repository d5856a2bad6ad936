// Behaviours as they would be if they had been entered wrongly: each cause that lies in the values, as a change of a send.
import { exhaustive } from '../base';
import { type RelativeCoding, relativeCodingSchema, u14, valueMax } from '../midi';
import type { Behaviour, Send } from '../rig';
import type { CauseId } from './causes.data';

const top = (send: Send) => u14(valueMax(send.message.type));
const zero = u14(0);

/** The value that is on, and the one that is off, of a switching behaviour; null for others. */
function onOff(send: Send): { readonly on: ReturnType<typeof u14>; readonly off: ReturnType<typeof u14> } | null {
  const { behaviour, message } = send;
  if (message.type === 'program' || !('channel' in message)) return null;
  switch (behaviour.type) {
    case 'momentary':
      return { on: behaviour.down, off: behaviour.up };
    case 'latching':
      return { on: behaviour.first, off: behaviour.second };
    case 'fixed':
      return { on: behaviour.value, off: behaviour.value === 0 ? top(send) : zero };
    default:
      return null;
  }
}

/** A cause, and what the behaviour of a send would be; null where it cannot be so. */
export interface Bend {
  readonly cause: CauseId;
  readonly bend: (send: Send) => Behaviour | null;
}

/** For what is pressed. */
export const switchBends: readonly Bend[] = [
  {
    cause: 'latching',
    bend: (s) => {
      const v = onOff(s);
      return v && s.behaviour.type !== 'latching' ? { type: 'latching', first: v.on, second: v.off } : null;
    },
  },
  {
    cause: 'momentary',
    bend: (s) => {
      const v = onOff(s);
      return v && s.behaviour.type !== 'momentary' ? { type: 'momentary', down: v.on, up: v.off } : null;
    },
  },
  {
    cause: 'no-release',
    bend: (s) => {
      const v = onOff(s);
      return v && s.behaviour.type !== 'fixed' ? { type: 'fixed', value: v.on } : null;
    },
  },
  {
    cause: 'swapped',
    bend: ({ behaviour }) =>
      behaviour.type === 'momentary' && behaviour.down !== behaviour.up
        ? { ...behaviour, down: behaviour.up, up: behaviour.down }
        : behaviour.type === 'latching' && behaviour.first !== behaviour.second
          ? { ...behaviour, first: behaviour.second, second: behaviour.first }
          : null,
  },
  {
    cause: 'values-not-set',
    bend: (s) => {
      const { behaviour } = s;
      if (onOff(s) === null) return null;
      const max = top(s);
      if (behaviour.type === 'momentary') return { ...behaviour, down: max, up: zero };
      if (behaviour.type === 'latching') return { ...behaviour, first: max, second: zero };
      return behaviour.type === 'fixed' ? { ...behaviour, value: max } : null;
    },
  },
];

/** Codings whose clicks can be told apart. */
const distinct = relativeCodingSchema.options.filter((c) => c !== 'sign-magnitude-up');
/** Whether two codings are the same one, or one the other turned the other way: that is told by the way. */
const isMirror = (a: RelativeCoding, b: RelativeCoding): boolean => a === b || (a.startsWith('sign') && b.startsWith('sign'));

/** For what is moved or turned. */
export const moveBends: readonly Bend[] = [
  {
    cause: 'range-not-set',
    bend: (s) => (s.behaviour.type === 'range' ? { ...s.behaviour, from: zero, to: top(s) } : null),
  },
  {
    cause: 'reversed',
    bend: ({ behaviour }) =>
      behaviour.type === 'range'
        ? { ...behaviour, from: behaviour.to, to: behaviour.from }
        : behaviour.type === 'click'
          ? { ...behaviour, way: behaviour.way === 'up' ? 'down' : 'up' }
          : null,
  },
  ...distinct.map(
    (coding: RelativeCoding): Bend => ({
      cause: 'relative',
      bend: (s) =>
        s.behaviour.type === 'range' && s.message.type === 'cc' ? { type: 'relative', coding, acceleration: 1 } : null,
    }),
  ),
  {
    cause: 'absolute',
    bend: (s) => (s.behaviour.type === 'relative' ? { type: 'range', from: zero, to: top(s), curve: { type: 'linear' } } : null),
  },
  ...distinct.map(
    (coding: RelativeCoding): Bend => ({
      cause: 'coding',
      bend: ({ behaviour }) =>
        behaviour.type === 'relative' && !isMirror(behaviour.coding, coding) ? { ...behaviour, coding } : null,
    }),
  ),
];

/** A behaviour in a few words. */
export function behaviourWords(behaviour: Behaviour): string {
  switch (behaviour.type) {
    case 'range':
      return `${behaviour.from} to ${behaviour.to}`;
    case 'momentary':
      return `${behaviour.down} down, ${behaviour.up} up`;
    case 'latching':
      return `${behaviour.first} / ${behaviour.second} in turn`;
    case 'fixed':
      return `${behaviour.value} each time`;
    case 'stepping':
      return 'a counter';
    case 'click':
      return `${behaviour.value} for each click ${behaviour.way}`;
    case 'relative':
      return `clicks, ${behaviour.coding.replace('-', ' ')}`;
    default:
      return exhaustive(behaviour);
  }
}
