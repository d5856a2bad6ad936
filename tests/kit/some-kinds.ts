// Some functions of any behaviour, and landings of every mode at their numbers, by chance; and the play that tells which of them move what nobody meant, from wherever
// everything stands.
import fc from 'fast-check';
import type { ChainEvent } from '@/core/bench';
import { carriesValue, channel, type Message, messageTypes, relativeCodingSchema, u7, u14, valueMax } from '@/core/midi';
import { type ReceiveMode, receiveModes } from '@/core/modes';
import type { Assignment, Behaviour, Landing, Parameter, Rig } from '@/core/rig';
import { down, mouse, moveTo, played, turn, up } from './hand';
import { assignment, continuous, landing, parameter, smallRig, withFunctions } from './small-rig';

const ch = channel(5);
const messages: readonly [Message, ...Message[]] = [
  { type: 'cc', channel: ch, number: u7(20) },
  { type: 'cc', channel: ch, number: u7(20) },
  { type: 'cc', channel: ch, number: u7(21) },
  { type: 'note', channel: ch, number: u7(60) },
  { type: 'note', channel: ch, number: u7(61) },
  { type: 'program', channel: ch, number: u7(3), bank: null },
  { type: 'cc14', channel: ch, number: u7(9) },
  { type: 'cc', channel: ch, number: u7(9) },
  { type: 'pitch-bend', channel: ch },
  { type: 'nrpn', channel: ch, number: u14(300) },
  { type: 'start' },
];
const kinds: readonly ((id: string) => Parameter)[] = [
  (id) => parameter(id),
  (id) => continuous(id, 0, 100),
  (id) => parameter(id, { kind: 'stepped', lowest: 0, highest: 3, steps: [...'abcd'] }),
  (id) => parameter(id, { kind: 'trigger', lowest: 0, highest: 1, start: 0 }),
];

const kind = fc.constantFrom(...kinds);
/** What such a rig is made of. Places on a travel and parts of a range are 0–1. */
export const someKinds = fc.record({
  kinds: fc.tuple(kind, kind, kind),
  sends: fc.array(
    fc.record({
      message: fc.constantFrom(...messages),
      on: fc.constantFrom('fs1', 'fs2', 'k1', 'k2'),
      to: fc.nat(2),
      pressed: fc.constantFrom('latching', 'momentary', 'fixed', 'fixed'),
      moved: fc.constantFrom('range', 'range', 'relative', 'click'),
      values: fc.constantFrom<readonly [number, number]>([1, 0], [0, 1], [0.4, 0], [1, 0.8], [0.3, 0.2], [0, 0], [0, 0.3]),
      coding: fc.constantFrom(...relativeCodingSchema.options),
    }),
    { minLength: 2, maxLength: 3 },
  ),
  lands: fc.array(
    fc.record({
      /** An address of its own; else that of a send. */
      at: fc.option(fc.constantFrom(...messages), { nil: null, freq: 2 }),
      of: fc.nat(3),
      parameter: fc.nat(2),
      mode: fc.constantFrom<ReceiveMode>(...receiveModes),
      part: fc.constantFrom<readonly [number, number]>([0, 1], [1, 0], [0.2, 0.6], [0.5, 0.5], [0, 1]),
      coding: fc.constantFrom(...relativeCodingSchema.options),
      takeover: fc.constantFrom<Landing['takeover']>('jump', 'pickup', 'scale'),
      by: fc.constantFrom(null, null, { from: u14(5), to: u14(5) }, { from: u14(6), to: u14(127) }),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  actsOn: fc.constantFrom<Rig['targets'][number]['reception']['actsOn']>('any-message', 'at-or-above-threshold', 'rising-edge'),
  waits: fc.boolean(),
});
export type SomeKinds = typeof someKinds extends fc.Arbitrary<infer T> ? T : never;
type SomeSend = SomeKinds['sends'][number];

function behaviourOf({ message, on, pressed, moved, values: [a, b], coding }: SomeSend): Behaviour {
  const most = valueMax(message.type);
  const [first, second] = [u14(Math.round(a * most)), u14(Math.round(b * most))];
  const bare = message.type === 'program' || !carriesValue(message.type);
  if (on.startsWith('k')) {
    if (bare || moved === 'click') return { type: 'click', way: 'up', value: bare ? u14(0) : first };
    if (moved === 'relative') return { type: 'relative', coding, acceleration: 1 };
    return { type: 'range', from: first, to: second, curve: { type: 'linear' } };
  }
  if (pressed === 'latching' && !bare) return { type: 'latching', first, second };
  if (pressed === 'momentary' && !bare) return { type: 'momentary', down: first, up: second };
  return { type: 'fixed', value: bare ? u14(0) : first };
}

/** Two switches and two knobs, one target, three parameters; each control has one function at most. What is meant and has no landing by chance is entered as a trigger. */
export function kindsRig({ kinds: made, sends, lands, actsOn, waits }: SomeKinds): Rig {
  const parameters = made.map((make, i) => ({ ...make(`p${i}`), order: i }));
  const rig = smallRig(parameters, {
    firmware: { messages: [...messageTypes], encoderModes: ['each-way', 'absolute', ...relativeCodingSchema.options] },
    reception: { actsOn, fourteenBit: waits ? 'wait-for-low-byte' : 'act-on-each' },
  });
  const own = sends.filter((s, i) => sends.findIndex((t) => t.on === s.on) === i);
  const assignments = own.map((s, i): Assignment => {
    const gesture = s.on.startsWith('k') ? 'move' : 'press';
    const made = assignment({
      id: `a${i}`,
      on: s.on,
      gesture,
      message: s.message,
      behaviour: behaviourOf(s),
      meant: [`p${s.to}`],
    });
    return { ...made, order: i };
  });
  const ends = (at: number, [a, b]: readonly [number, number]) => {
    const p = parameters[at];
    const v = (part: number): number => {
      const value = p ? p.lowest + part * (p.highest - p.lowest) : 0;
      return p?.kind === 'continuous' ? value : Math.round(value);
    };
    return { from: v(a), to: v(b), setValue: v(b) };
  };
  const entered = lands.map((l, i) =>
    landing(`p${l.parameter}`, {
      id: `l${i}`,
      order: i,
      address: l.at ?? own[l.of % own.length]?.message ?? messages[0],
      mode: l.mode,
      ...ends(l.parameter, l.part),
      coding: l.mode === 'relative' ? l.coding : null,
      takeover: l.takeover,
      chosenBy: l.mode === 'set' || l.mode === 'choose' ? l.by : null,
    }),
  );
  const missing = own.filter((s, i) => !lands.some((l) => l.parameter === s.to) && own.findIndex((t) => t.to === s.to) === i);
  const added = missing.map((s) =>
    landing(`p${s.to}`, { id: `m${s.to}`, order: 9, address: s.message, mode: 'trigger', ...ends(s.to, [0, 1]) }),
  );
  return withFunctions(rig, assignments, [...entered, ...added]);
}

/** Values of 14 bits at which something begins or ends: thresholds, bytes, what chooses. */
const telling = [0, 1, 2, 3, 4, 5, 6, 7, 8, 60, 63, 64, 65, 127, 128, 640, 641, 769, 900, 8191, 8192, 8193, 16256, 16383];
const fractions = [0, 0.01, 0.2, 0.4, 0.5, 0.6, 0.8, 0.99, 1];
/** Where parameters are put before: beside where a knob may stand, too. */
const parts = [null, ...fractions, 0.19, 0.21, 0.3, 0.31, 0.39, 0.41, 0.59, 0.61, 0.7];

const sendOf = ({ actions }: Assignment) => {
  const [send] = actions;
  if (send?.type !== 'send') throw new Error('each of them sends');
  return send;
};

/** Positions at which a knob sends each value of a range, as far as that tells something. */
function positionsOf({ message, behaviour: b }: ReturnType<typeof sendOf>): readonly number[] {
  if (b.type !== 'range') return [];
  const values = valueMax(message.type) > 127 ? telling : Array.from({ length: 128 }, (_, i) => i);
  return values.map((v) => (v - b.from) / (b.to - b.from || 1)).filter((x) => x >= 0 && x <= 1);
}

/** Everything that one can do with a control, from a time on. */
function used(a: Assignment, t: number): readonly ChainEvent[] {
  const on = a.controlId;
  const send = sendOf(a);
  if (a.gesture.type === 'press') return [0, 1000, 1900, 2700].flatMap((at) => [down(on, t + at), up(on, t + at + 50)]);
  if (send.behaviour.type === 'click') return [0, 600, 1100, 1500].map((at) => turn(on, t + at, 1));
  if (send.behaviour.type === 'relative')
    return Array.from({ length: 63 }, (_, i) => [turn(on, t + i * 200, i + 1), turn(on, t + i * 200 + 100, -i - 1)]).flat();
  const positions = positionsOf(send);
  return [...positions, ...fractions, ...positions.toReversed()].map((p, i) => moveTo(on, t + i * 20, p));
}

/** What may come first of what is turned: any of its values, or any number of clicks. */
function firstOf(a: Assignment): readonly (readonly ChainEvent[])[] {
  const send = sendOf(a);
  if (send.behaviour.type !== 'relative') return positionsOf(send).map((p) => [moveTo(a.controlId, BEGINS, p)]);
  return Array.from({ length: 63 }, (_, i) => i + 1).flatMap((n) => [-n, n].map((clicks) => [turn(a.controlId, BEGINS, clicks)]));
}

/** When what counts begins: what another one does is over, and everything put where it is tried. */
const BEGINS = 20_000;

/** Functions that move a parameter which they are not meant for, from somewhere, after whatever another one did. */
export function movingFromAnywhere(rig: Rig): ReadonlySet<string> {
  const moves = (a: Assignment, other: Assignment, part: number | null): boolean => {
    const { meant } = sendOf(a);
    const alone: Rig = { ...rig, assignments: other === a ? [a] : [a, other] };
    const put = rig.parameters.flatMap((p): readonly ChainEvent[] => {
      if (part === null) return [];
      const value = p.lowest + part * (p.highest - p.lowest);
      return [mouse(p.id, BEGINS - 500, p.kind === 'continuous' ? value : Math.round(value))];
    });
    const before = [...(other === a ? [] : used(other, 100)), ...put];
    // A knob may be turned so fast that its first message is any of them.
    const fast = part === null ? firstOf(a) : [];
    return [used(a, BEGINS), ...fast].some((mine) =>
      played(alone, [...before, ...mine]).values.some((line) => {
        const [at = '', id = ''] = line.split(' ');
        return Number(at) >= BEGINS && !meant.includes(id);
      }),
    );
  };
  return new Set(
    rig.assignments
      .filter((a) => rig.landings.some((l) => !sendOf(a).meant.includes(l.parameterId)))
      .filter((a) => rig.assignments.some((other) => parts.some((part) => moves(a, other, part))))
      .map((a) => a.id),
  );
}
