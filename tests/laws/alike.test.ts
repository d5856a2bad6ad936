// What is the same thing told otherwise is the same thing: a function at another gesture, a parameter in another unit, other numbers, names and ports, units that count
// otherwise. Outcomes, findings and plans are what they were. From laws 0, 2 and 5: what a function does is told from its play, not from what it is called.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outcome } from '@/core/bench';
import { judge } from '@/core/checks';
import { channel, type Message, u7, u14 } from '@/core/midi';
import { planNumbers } from '@/core/numbers';
import {
  type Action,
  type Assignment,
  type Behaviour,
  type Control,
  type Firmware,
  type GestureType,
  indexRig,
  type Layer,
  type Rig,
} from '@/core/rig';
import { richRig, someRichRig } from '../kit/rich-rig';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  layer,
  outcomeOf,
  parameter,
  smallRig,
  withFunctions,
} from '../kit/small-rig';
import { rigWith, type SomeFunction, someFunction } from '../kit/some-function';
import { kindsRig, someKinds } from '../kit/some-kinds';
import { sendersRig, someSequences } from '../kit/some-senders';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);

/** Rigs of each kind, and how many times as long one takes. */
const families: readonly (readonly [string, fc.Arbitrary<Rig | null>, number])[] = [
  ['a whole rig', someRichRig.map(richRig), 24],
  ['one function', someFunction.map(rigWith), 3],
  ['several senders', someSequences.map(sendersRig), 6],
  ['every behaviour and mode', someKinds.map(kindsRig), 16],
];

/** Units that count in different ways are told of. */
const namesOf = (rig: Rig): readonly string[] =>
  [...judge(rig).findings.values()]
    .flat()
    .filter((f) => f.check !== 'bases-differ')
    .map((f) => `${f.severity} ${f.check} ${f.subjectId} ${f.parameterId ?? ''} ${f.assumed === null ? '' : 'assumed'}`)
    .sort();

/** What kind of thing each function does. */
const played = (rig: Rig): readonly string[] => {
  const index = indexRig(rig);
  return rig.assignments.map((a) => {
    const made = outcome(index, a);
    return `${a.id} ${made.type === 'played' ? made.effects.map((e) => `${e.parameterId} ${e.did.type}`).join() : made.type}`;
  });
};

/** How many functions a plan moves; null where there is none. */
function movesOf(rig: Rig): number | null {
  const plan = planNumbers(indexRig(rig), { school: 'undefined-first', channels: 'own', notes: false });
  return plan.type === 'plan' ? plan.moves.length : null;
}

type Owner = Readonly<Record<string, unknown>>;

/** Every plain value in a rig as `as` makes it of its field and of what it stands in. */
function eachValue(rig: Rig, as: (value: unknown, key: string, owner: Owner) => unknown): Rig {
  const go = (value: unknown, key: string, owner: Owner): unknown => {
    if (Array.isArray(value)) return value.map((v) => go(v, key, owner));
    if (value === null || typeof value !== 'object') return as(value, key, owner);
    const inside: Owner = Object.fromEntries(Object.entries(value));
    return Object.fromEntries(Object.entries(inside).map(([k, v]) => [k, go(v, k, inside)]));
  };
  return go(rig, '', {}) as Rig; // border: the same shapes, with other values in them
}

const isText = (value: unknown): value is string => typeof value === 'string' && value !== '';

const marked =
  (field: string, except: string) =>
  (rig: Rig): Rig =>
    eachValue(rig, (value, key) => (key === field && isText(value) && value !== except ? `z ${value}` : value));

const otherwise: Readonly<Record<string, (value: unknown) => unknown>> = {
  channelBase: (base) => (base === 0 ? 1 : 0),
  programBase: (base) => (base === 0 ? 1 : 0),
  middleC: (octave) => (octave === 3 ? 4 : 3),
  // A list of notes has this name too.
  notes: (as) => (({ name: 'number', number: 'name' }) as Record<string, string>)[String(as)] ?? as,
};

/** Two controllers, and two notes, in each other's place, with their low bytes; a translator, and a counter of notes, would have to be told as well. */
const swapped: Readonly<Record<number, number>> = { 21: 22, 22: 21, 53: 54, 54: 53 };
const isSwapped = (type: unknown): boolean => ['cc', 'cc14', 'note', 'poly-pressure'].includes(String(type));
const countsNotes = (action: Action): boolean =>
  action.type === 'send' && action.message.type === 'note' && action.behaviour.type === 'stepping';
const inEachOthersPlace = (rig: Rig): Rig | null =>
  rig.wires.some((w) => w.translator) || rig.assignments.some((a) => a.actions.some(countsNotes))
    ? null
    : eachValue(rig, (value, key, { type }) => (key === 'number' && isSwapped(type) ? (swapped[Number(value)] ?? value) : value));

/** What reads a value as a step, and not as a part of the range; and what has a unit of its own. */
const counts = ['tap', 'next-preset', 'previous-preset', 'preset', 'choose', 'run', 'states'];

/** Every range so many times as large and so much higher, which binary fractions can tell exactly. */
const inAnotherUnit =
  (times: number, more: number) =>
  (rig: Rig): Rig | null => {
    const ranges = new Set(rig.parameters.filter((p) => p.kind === 'continuous').map((p) => p.id));
    if (rig.parameters.some((p) => p.unit === 'BPM')) return null;
    if (rig.landings.some((l) => ranges.has(l.parameterId) && counts.includes(l.mode))) return null;
    const at = (id: string, value: number): number => (ranges.has(id) ? value * times + more : value);
    return {
      ...rig,
      parameters: rig.parameters.map((p) => ({
        ...p,
        lowest: at(p.id, p.lowest),
        highest: at(p.id, p.highest),
        default: at(p.id, p.default),
        start: at(p.id, p.start),
        drives: p.drives.map((d) => ({ ...d, from: at(d.parameterId, d.from), to: at(d.parameterId, d.to) })),
      })),
      landings: rig.landings.map((l) => ({
        ...l,
        from: at(l.parameterId, l.from),
        to: at(l.parameterId, l.to),
        setValue: at(l.parameterId, l.setValue),
        conditions: l.conditions.map((c) =>
          c.when ? { ...c, when: { ...c.when, value: at(c.when.parameterId, c.when.value) } } : c,
        ),
      })),
      presets: rig.presets.map((p) => ({
        ...p,
        values: p.values.map((v) => ({ ...v, value: at(v.parameterId, v.value) })),
      })),
    };
  };

const alike: readonly (readonly [string, (rig: Rig) => Rig | null])[] = [
  ['units that count otherwise', (rig) => eachValue(rig, (value, key) => otherwise[key]?.(value) ?? value)],
  ['other names', marked('name', 'Base')],
  ['other ports', marked('port', 'every port')],
  ['two numbers in each other’s place', inEachOthersPlace],
  ['a unit four times as fine', inAnotherUnit(4, 0)],
  ['a unit 1,024 times as coarse', inAnotherUnit(1 / 1024, 0)],
  ['ranges that begin 1,024 higher', inAnotherUnit(1, 1024)],
];

describe('the same thing told otherwise', () => {
  it.each(alike.flatMap(([change, done]) => families.map(([of, some, slow]) => ({ change, done, of, some, slow }))))(
    '$change: $of',
    ({ done, some, slow }) => {
      fc.assert(
        fc.property(some, (rig) => {
          const other = rig && done(rig);
          if (!rig || !other) return;
          expect(namesOf(other)).toEqual(namesOf(rig));
          expect(played(other)).toEqual(played(rig));
          expect(movesOf(other)).toBe(movesOf(rig));
        }),
        { numRuns: Math.ceil(RUNS / slow) },
      );
    },
  );
});

/** What does its one thing as soon as it is done. */
const gestures = ['release', 'hold', 'double-tap', 'hold-release', 'tap-hold', 'any-release', 'latch-on', 'latch-off'] as const;

/** What a function does to the parameter that it is there for. */
function didAt(s: SomeFunction, gesture: SomeFunction['gesture']): unknown {
  const rig = rigWith({ ...s, gesture });
  if (!rig) return null;
  const made = outcomeOf(rig);
  return made.type === 'played' ? made.effects.map((e) => e.did) : made;
}

describe('a function alone on its switch', () => {
  // What is held shows how long; taps tell the time between them; another switch of a group is pressed in between.
  const atOnce = someFunction.filter(
    (s) => (s.behaviour === 'fixed' || s.behaviour === 'latching') && s.mode !== 'tap' && s.group === null,
  );
  it.each(gestures)('does at each %s what it would do at each press', (gesture) => {
    fc.assert(
      fc.property(atOnce, (s) => {
        expect(didAt(s, gesture)).toEqual(didAt(s, 'press'));
      }),
      { numRuns: RUNS },
    );
  });
});

const inLayer =
  (change: Partial<Layer>) =>
  (rig: Rig): Rig => ({
    ...rig,
    layers: [layer(change)],
    assignments: rig.assignments.map((a) => ({ ...a, layerId: 'heel' })),
  });
const withFirmware =
  (change: Partial<Firmware>) =>
  (rig: Rig): Rig => ({ ...rig, controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, ...change } })) });
const withSwitch =
  (change: Partial<Control>) =>
  (rig: Rig): Rig => ({ ...rig, controls: rig.controls.map((c) => (c.id === 'fs1' ? { ...c, ...change } : c)) });
const at =
  (change: Partial<Assignment>) =>
  (rig: Rig): Rig => ({ ...rig, assignments: rig.assignments.map((a) => ({ ...a, ...change })) });

const elsewhere: readonly (readonly [string, (rig: Rig) => Rig])[] = [
  ['a bank of its own', at({ bank: 2 })],
  ['a page of its own', (rig) => at({ page: 2 })(withFirmware({ pages: 2 })(rig))],
  ['a layer that is held', inLayer({})],
  ['a layer that stays open', inLayer({ mode: 'toggled' })],
  ['a layer of two switches held together', inLayer({ alsoOpenedBy: ['fs2'], together: true })],
  ['a layer for the next press', inLayer({ mode: 'next-press' })],
  ['a pad', withSwitch({ kind: 'pad' })],
  [
    'a switch that is the other way round',
    (rig) => withSwitch({ polarity: 'reversed' })(withFirmware({ sensesPolarity: true })(rig)),
  ],
  ['firmware that waits', withFirmware({ press: 'waits' })],
  ['firmware with other times', withFirmware({ holdMs: 900, doubleTapMs: 200 })],
];

describe('a function alone in its rig', () => {
  // Groups are of Base. A layer for the next press is closed before the second tap, and opening it takes the time of a tap.
  const some = someFunction.filter((s) => s.group === null && s.mode !== 'tap');
  const twice: readonly string[] = ['double-tap', 'tap-hold'];
  it.each(elsewhere)('does on %s what it does on a switch of Base', (name, there) => {
    fc.assert(
      fc.property(some, (s) => {
        const rig = rigWith(s);
        if (!rig || (name === 'a layer for the next press' && twice.includes(s.gesture))) return;
        const [here, other] = [rig, there(rig)].map((r) => outcomeOf(r));
        expect(other).toMatchObject(here?.type === 'played' ? { effects: here.effects } : { type: here?.type });
      }),
      { numRuns: RUNS },
    );
  });
});

const ch = channel(5);
const seven: Message = cc(20);
const fourteen: Message = { type: 'nrpn', channel: ch, number: u14(300) };
/** Kinds of as many bits. */
const kinds: readonly (readonly [Message['type'], Message, Message])[] = [
  ['poly-pressure', seven, { type: 'poly-pressure', channel: ch, number: u7(20) }],
  ['channel-pressure', seven, { type: 'channel-pressure', channel: ch }],
  ['rpn', fourteen, { type: 'rpn', channel: ch, number: u14(300) }],
  ['cc14', fourteen, { type: 'cc14', channel: ch, number: u7(9) }],
];

describe('a function alone in its rig, by another kind of message', () => {
  // What has no number has none for the other way of an encoder.
  const some = someFunction.filter((s) => s.behaviour !== 'clicks');
  it.each(kinds)('does by %s what it does by another of as many bits', (_name, one, other) => {
    fc.assert(
      fc.property(some, (s) => {
        const [here, there] = [one, other].map((message) => {
          const rig = rigWith({ ...s, message });
          return rig && outcomeOf(rig);
        });
        if (here && there) expect(there).toMatchObject(here.type === 'played' ? { effects: here.effects } : { type: here.type });
      }),
      { numRuns: RUNS },
    );
  });
});

describe('what the law found', () => {
  it('clicks are clicks by parameter numbers too, whose numbers go out with each', () => {
    const gear = smallRig([continuous('p', 0, 100)], { firmware: { encoderModes: ['each-way'] } });
    const click: Behaviour = { type: 'click', way: 'up', value: u14(16_383) };
    const turn = assignment({ on: 'k1', gesture: 'move', message: fourteen, behaviour: click, meant: ['p'] });
    const made = withFunctions(gear, [turn], [landing('p', { address: fourteen, mode: 'set', setValue: 60 })]);
    expect(outcomeOf(made)).toMatchObject({ effects: [{ did: { type: 'clicks', perClick: 60 } }] });
  });
  it('a layer for the next press is opened before a hold, and not again before the finger lifts', () => {
    const gear = smallRig([parameter('p', { kind: 'trigger' })], { layers: [layer({ mode: 'next-press' })] });
    const held = assignment({ gesture: 'hold', layerId: 'heel', message: cc(20), behaviour: fixed(127), meant: ['p'] });
    const made = outcomeOf(withFunctions(gear, [held], [landing('p', { address: cc(20), mode: 'trigger' })]));
    expect(made).toMatchObject({ effects: [{ did: { type: 'fires', times: 4, gestures: 4 } }] });
  });
  const latched = (
    gesture: GestureType,
    mode: 'absolute' | 'set' | 'increment' | 'trigger',
    of = continuous('p', 0, 100, { start: 30 }),
  ) => {
    const gear = smallRig([of], { firmware: { gestures: ['press', 'latch-on', 'latch-off'] } });
    const on = assignment({ gesture, message: cc(20), behaviour: fixed(127), meant: ['p'] });
    const made = outcomeOf(
      withFunctions(gear, [on], [landing('p', { address: cc(20), mode, to: of.highest, setValue: of.highest })]),
    );
    return made.type === 'played' ? made.effects[0]?.did : made;
  };
  it('what a latch does as it goes off is as regular as what it does going on', () => {
    for (const gesture of ['latch-on', 'latch-off'] as const) {
      expect(latched(gesture, 'absolute')).toEqual({ type: 'sets', value: 100, already: false });
      expect(latched(gesture, 'set', parameter('p'))).toEqual({ type: 'turns-on-never-off', already: false });
      expect(latched(gesture, 'increment')).toMatchObject({ type: 'steps', count: 5, end: 'goes on' });
      expect(latched(gesture, 'trigger', parameter('p', { kind: 'trigger' }))).toEqual({ type: 'fires', times: 4, gestures: 4 });
    }
  });
  it('what one half of a latch does alone is judged alone, and what both do to one parameter together', () => {
    const gear = smallRig([parameter('p')], { firmware: { gestures: ['press', 'latch-on', 'latch-off'] } });
    const half = (gesture: GestureType, value: number) =>
      assignment({ id: gesture, gesture, message: cc(20), behaviour: fixed(value), meant: ['p'] });
    const both = withFunctions(gear, [half('latch-on', 127), half('latch-off', 0)], [landing('p', { address: cc(20) })]);
    for (const id of ['latch-on', 'latch-off'])
      expect(outcomeOf(both, id)).toMatchObject({ effects: [{ did: { type: 'flips-once-per-press', first: 1, second: 0 } }] });
  });
  it('what is set to an end of its range is not told by taps, though nothing tells a longer time than that end', () => {
    // The second press comes after some 700 ms, 86 a minute: more than the range has.
    const short = latched('latch-off', 'absolute', continuous('p', 0, 50, { start: 10 }));
    expect(short).toEqual({ type: 'sets', value: 50, already: false });
  });
});
