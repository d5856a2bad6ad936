// One function by chance, with all that can be wrong on its way: kinds, gestures, behaviours, modes, codings, takeovers, ports, wires.
import fc from 'fast-check';
import { carriesValue, channel, type Message, relativeCodingSchema, u7, u14, valueMax } from '@/core/midi';
import { type ReceiveMode, receiveModes } from '@/core/modes';
import { type Action, type Behaviour, type Gesture, gestureTypeSchema, type Parameter, type Rig, wantSchema } from '@/core/rig';
import { assignment, continuous, landing, parameter, smallRig, withFunctions } from './small-rig';

const ch = channel(5);
const messages: readonly Message[] = [
  { type: 'cc', channel: ch, number: u7(20) },
  { type: 'cc', channel: ch, number: u7(40) },
  { type: 'note', channel: ch, number: u7(60) },
  { type: 'program', channel: ch, number: u7(3), bank: null },
  { type: 'cc14', channel: ch, number: u7(9) },
  { type: 'nrpn', channel: ch, number: u14(300) },
  { type: 'pitch-bend', channel: ch },
  { type: 'channel-pressure', channel: ch },
  { type: 'poly-pressure', channel: ch, number: u7(60) },
  { type: 'rpn', channel: ch, number: u14(300) },
  { type: 'sysex', bytes: [u7(1), u7(2)] },
  { type: 'continue' },
];
const parameters: readonly Parameter[] = [
  parameter('p', { start: 0 }),
  parameter('p', { start: 1 }),
  continuous('p', 0, 100, { start: 30 }),
  continuous('p', -60, 6, { start: -60 }),
  parameter('p', { kind: 'stepped', lowest: 0, highest: 5, start: 2, steps: [...'abcdef'] }),
  parameter('p', { kind: 'trigger', lowest: 0, highest: 1, start: 0 }),
];

const clickDown = { type: 'click', way: 'down' } as const;

/** What a function is made of. */
export const someFunction = fc.record({
  message: fc.constantFrom(...messages),
  parameter: fc.constantFrom(...parameters),
  gesture: fc.constantFrom(
    'press',
    'press',
    'release',
    'hold',
    'double-tap',
    'repeat',
    'move',
    'move',
    'hold-release',
    'tap-hold',
    'any-release',
    'latch-on',
    'latch-off',
  ) as fc.Arbitrary<Exclude<Gesture['type'], 'chord'>>,
  behaviour: fc.constantFrom('latching', 'momentary', 'fixed', 'range', 'relative', 'click', 'clicks'),
  values: fc.constantFrom([1, 0], [0, 1], [0.4, 0], [1, 0.8], [0.3, 0.2]),
  mode: fc.constantFrom(...receiveModes) as fc.Arbitrary<ReceiveMode>,
  part: fc.constantFrom([0, 1], [1, 0], [0.2, 0.6], [0.5, 0.5]),
  coding: fc.constantFrom(...relativeCodingSchema.options),
  heard: fc.constantFrom(...relativeCodingSchema.options),
  takeover: fc.constantFrom('jump', 'pickup', 'scale'),
  actsOn: fc.constantFrom('any-message', 'at-or-above-threshold'),
  fourteenBit: fc.constantFrom('act-on-each', 'wait-for-low-byte'),
  feedback: fc.constantFrom('none', 'same-address'),
  wires: fc.constantFrom('one', 'one', 'one', 'one', 'one', 'none', 'notes', 'filtered', 'twice', 'back', 'back'),
  port: fc.constantFrom('', '', '', 'port 1', 'other port'),
  /** Whether another switch releases it, and what a second press does; null where none does. */
  group: fc.constantFrom(null, null, null, 'turns-off', 'stays-on'),
  sendsOff: fc.boolean(),
  /** Null where nobody said it. */
  want: fc.constantFrom(null, ...wantSchema.options),
});
export type SomeFunction = typeof someFunction extends fc.Arbitrary<infer T> ? T : never;

/** A rig with that function alone; null where it makes no sense. */
export function rigWith(s: SomeFunction): Rig | null {
  const most = valueMax(s.message.type);
  const at = (part: number | undefined) => u14(Math.round((part ?? 0) * most));
  const [first, second] = s.values;
  const behaviours: Readonly<Record<string, Behaviour>> = {
    latching: { type: 'latching', first: at(first), second: at(second) },
    momentary: { type: 'momentary', down: at(first), up: at(second) },
    fixed: { type: 'fixed', value: at(first) },
    range: { type: 'range', from: at(0), to: at(1), curve: { type: 'linear' } },
    relative: { type: 'relative', coding: s.coding, acceleration: 1 },
    // One way alone, and a message for each way.
    click: { type: 'click', way: 'up', value: at(first) },
    clicks: { type: 'click', way: 'up', value: at(first) },
  };
  const moves = s.gesture === 'move';
  const clicks = s.behaviour.startsWith('click');
  if (moves !== (s.behaviour === 'range' || s.behaviour === 'relative' || clicks)) return null;
  // What carries no value is fixed.
  const bare = s.message.type === 'program' || !carriesValue(s.message.type);
  const behaviour = bare && !clicks ? behaviours.fixed : behaviours[s.behaviour];
  if (!behaviour || (moves && bare && !clicks)) return null;
  const back =
    s.behaviour === 'clicks' && 'number' in s.message
      ? ({ ...s.message, number: s.message.type === 'cc14' ? 10 : 71 } as Message)
      : null;
  const p = s.parameter;
  const end = (part: number | undefined): number => {
    const value = p.lowest + (part ?? 0) * (p.highest - p.lowest);
    return p.kind === 'continuous' ? value : Math.round(value);
  };
  const rig = smallRig([p], {
    firmware: {
      gestures: [...gestureTypeSchema.options],
      encoderModes: ['each-way', ...relativeCodingSchema.options],
      messages: messages.map((m) => m.type),
      lights: 'feedback',
    },
    reception: {
      actsOn: s.actsOn as 'any-message',
      fourteenBit: s.fourteenBit as 'act-on-each',
      feedback: s.feedback as 'none',
      tellsPortsApart: s.port !== '',
    },
  });
  const [wire] = rig.wires;
  if (!wire) return null;
  const wires: Readonly<Record<string, Rig['wires']>> = {
    one: [wire],
    none: [],
    notes: [{ ...wire, forRemote: false }],
    filtered: [{ ...wire, channels: [channel(3)] }],
    twice: [wire, { ...wire, id: 'w2', order: 2 }],
    back: [wire, { ...wire, id: 'w2', order: 2, from: wire.to, to: wire.from }],
  };
  const plain = assignment({
    on: moves ? 'k1' : 'fs1',
    gesture: s.gesture,
    message: s.message,
    behaviour,
    meant: ['p'],
    wants: s.want === null ? [] : [{ parameterId: 'p', want: s.want }],
  });
  const heard = landing('p', {
    address: s.message,
    mode: s.mode,
    from: end(s.part[0]),
    to: end(s.part[1]),
    setValue: end(s.part[1]),
    coding: s.mode === 'relative' ? s.heard : null,
    takeover: s.takeover as 'jump',
    port: s.port,
  });
  return withFunctions(
    {
      ...rig,
      wires: [...(wires[s.wires] ?? [])],
      groups:
        s.group === null
          ? []
          : [
              {
                id: 'g',
                order: 0,
                controllerId: 'board',
                name: 'Group 1',
                bank: null,
                page: null,
                controlIds: ['fs1', 'fs2'],
                pressedAgain: s.group as 'turns-off',
                sendsOff: s.sendsOff,
                entered: null,
                note: '',
              },
            ],
    },
    [
      {
        ...plain,
        actions: [
          ...plain.actions,
          ...plain.actions.flatMap((a): Action[] =>
            back && a.type === 'send' ? [{ ...a, message: back, behaviour: { ...clickDown, value: at(first) } }] : [],
          ),
        ],
      },
    ],
    [
      heard,
      ...(back
        ? [
            {
              ...heard,
              id: 'back',
              order: 2,
              address: back,
              mode: ({ increment: 'decrement', decrement: 'increment' } as Record<string, ReceiveMode>)[s.mode] ?? s.mode,
              setValue: end(s.part[0]),
            },
          ]
        : []),
    ],
  );
}
