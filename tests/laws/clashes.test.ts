// Law 2: an assignment clashes exactly if what it sends can move something that it is not meant for. The check is fast and reads addresses; here
// everything is played, on random rigs with two controllers, banks of programs, filters, ports, hubs and wires for notes only.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { channel, countsAsOn, type Message, u7, u14 } from '@/core/midi';
import type { Action, Rig, Translated, TranslatedType, Translator } from '@/core/rig';
import { continuous, parameter } from '../kit/small-rig';
import { kindsRig, movingFromAnywhere, type SomeKinds, someKinds } from '../kit/some-kinds';
import {
  arrivingRig,
  moving,
  movingAfterOthers,
  movingByTap,
  movingOnArrival,
  type SomeSenders,
  sendersRig,
  someSenders,
  someSequences,
  tappedRig,
} from '../kit/some-senders';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };

const besides = [
  { check: 'arrival-moves', rigOf: arrivingRig, movingIn: movingOnArrival },
  { check: 'tap-moves', rigOf: tappedRig, movingIn: movingByTap },
] as const;
const kinds = [
  { of: 'single messages', some: someSenders },
  { of: '14-bit controls and parameter numbers', some: someSequences },
];
describe('what no function sends', () => {
  it.each(besides.flatMap((sent) => kinds.map((kind) => ({ ...sent, ...kind }))))(
    '$check is told exactly where the play moves what it is not there for: $of',
    ({ check, rigOf, movingIn, some }) => {
      fc.assert(
        fc.property(some, (s) => {
          const rig = rigOf(s);
          const told = [...judge(rig).findings.values()].flat().filter((f) => f.check === check);
          expect([...new Set(told.map((f) => `${f.subjectId} ${f.parameterId}`))].sort()).toEqual(movingIn(rig));
        }),
        settings,
      );
    },
  );
});

const ch = channel(5);
const open = { translator: null, channels: null, types: null, forRemote: true };
const box = (lines: Translator['lines']): SomeSenders['wires'][number] => ({
  ...open,
  translator: { name: 'Box', lines, rest: 'passes' },
});
const program = (number: number, bank: Extract<Message, { type: 'program' }>['bank'] = null): Message => ({
  type: 'program',
  channel: ch,
  number: u7(number),
  bank,
});
const cc = (number: number): Message => ({ type: 'cc', channel: ch, number: u7(number) });
const send = (message: Message, on: number, to: number): SomeSenders['sends'][number] => ({ message, on, to, value: 127 });
const line = (type: TranslatedType, lowest: number, ...to: readonly Partial<Translated>[]): Translator['lines'][number] => ({
  from: { type, channel: null, lowest: u7(lowest), highest: u7(lowest) },
  to: to.map((t) => ({
    type: 'cc',
    channel: null,
    number: null,
    shift: 0,
    values: { type: 'ends', from: u14(0), to: u14(127), curve: { type: 'linear' } },
    ...t,
  })),
});
const plain: Pick<SomeSenders, 'lands' | 'hub' | 'apart'> = { lands: [], hub: false, apart: false };
/** What the law found of translators, shrunk; and which functions clash then. */
const translated: readonly (readonly [string, SomeSenders, readonly string[]])[] = [
  [
    'two programs of different banks stay apart where a translator lets both through',
    {
      ...plain,
      sends: [send(program(1, { msb: u7(1), lsb: u7(2) }), 0, 0), send(program(1, { msb: u7(0), lsb: null }), 1, 1)],
      wires: [box([]), open],
    },
    [],
  ],
  [
    'what makes a program of nothing but the value that is never sent, makes none',
    {
      ...plain,
      sends: [send(cc(20), 0, 0), send(program(20), 1, 1)],
      wires: [
        box([
          line('cc', 20, { type: 'program', values: { type: 'ends', from: u14(127), to: u14(0), curve: { type: 'linear' } } }),
        ]),
        open,
      ],
    },
    [],
  ],
  [
    'a bank select that becomes a note strikes it',
    {
      ...plain,
      sends: [send(program(1, { msb: u7(1), lsb: u7(2) }), 0, 0), send({ type: 'note', channel: ch, number: u7(60) }, 1, 1)],
      wires: [box([line('cc', 0, { type: 'note', number: u7(60) })]), open],
    },
    ['a0'],
  ],
  [
    'but not where no control change gets through before',
    {
      ...plain,
      sends: [send(program(1, { msb: u7(1), lsb: u7(2) }), 0, 0), send({ type: 'note', channel: ch, number: u7(60) }, 1, 1)],
      wires: [{ ...box([line('cc', 0, { type: 'note', number: u7(60) })]), types: ['note', 'program'] }, open],
    },
    [],
  ],
  [
    'a bank select that becomes the program which the wire stops is heard as it, in the bank that was chosen before',
    {
      ...plain,
      sends: [send(program(1, { msb: u7(1), lsb: u7(2) }), 0, 0), send(program(1, { msb: u7(1), lsb: u7(2) }), 1, 1)],
      wires: [{ ...box([line('cc', 0, { type: 'program', shift: 1 })]), types: ['cc'] }, open],
    },
    ['a0', 'a1'],
  ],
  [
    'a program without a bank is heard in the one that a translator made of another’s',
    {
      ...plain,
      sends: [send(program(2), 0, 0), send(program(2, { msb: u7(0), lsb: null }), 2, 1)],
      wires: [box([]), box([line('cc', 0, { values: { type: 'ends', from: u14(127), to: u14(0), curve: { type: 'linear' } } })])],
    },
    ['a0', 'a1'],
  ],
  [
    'a bank select alone chooses no program',
    {
      ...plain,
      sends: [send(program(1, { msb: u7(0), lsb: null }), 0, 1), send(program(1), 2, 0)],
      wires: [box([]), box([line('program', 1, { type: 'cc', shift: -1 })])],
    },
    ['a0'],
  ],
  [
    'where half a bank select comes through, the byte that does tells banks apart',
    {
      ...plain,
      sends: [send(program(2, { msb: u7(1), lsb: u7(2) }), 2, 0)],
      lands: [
        { of: 0, as: 0, parameter: 1, port: '', channels: 'one', by: null, at: program(2, { msb: u7(0), lsb: null }) },
        { of: 0, as: 0, parameter: 0, port: '', channels: 'one', by: null, at: program(2, { msb: u7(0), lsb: u7(2) }) },
      ],
      wires: [open, box([line('cc', 0)])],
    },
    [],
  ],
  [
    'two numbers that a translator makes one meet at its end',
    {
      ...plain,
      sends: [send(cc(20), 0, 0), send(cc(21), 1, 1)],
      wires: [box([line('cc', 20, { shift: 1 })]), open],
    },
    ['a0', 'a1'],
  ],
  [
    'and two that are one number stay apart where it makes another of one of them',
    {
      ...plain,
      sends: [send(cc(20), 0, 0), send(cc(20), 2, 1)],
      wires: [box([line('cc', 20, { shift: 1 })]), open],
    },
    [],
  ],
];

const cc14 = (number: number): Message => ({ type: 'cc14', channel: ch, number: u7(number) });
const nrpn = (number: number): Message => ({ type: 'nrpn', channel: ch, number: u14(number) });
const on = (
  address: Message,
  parameter: number,
  by: SomeSenders['lands'][number]['by'] = null,
): SomeSenders['lands'][number] => ({
  of: 0,
  as: 0,
  parameter,
  port: '',
  channels: 'one',
  by,
  at: address,
});
const open2: SomeSenders['wires'] = [open, open];
/** What the law found of 14-bit controls, shrunk; and what is told of which functions then. */
const sequences: readonly (readonly [string, SomeSenders, readonly string[]])[] = [
  [
    'a low byte moves what listens for a plain control, though nobody sends that',
    { ...plain, wires: open2, sends: [send(cc14(9), 0, 0), send(cc(20), 1, 1)], lands: [on(cc(41), 2)] },
    ['a0 address-clash'],
  ],
  [
    'a 14-bit control and a plain one on its low byte are one cause, told once',
    { ...plain, wires: open2, sends: [send(cc14(9), 0, 0), send(cc(41), 1, 1)], lands: [on(cc14(9), 0), on(cc(41), 1)] },
    ['a1 low-byte-shadowed'],
  ],
  [
    'a high byte alone is the value times 128: what acts on other values is not moved',
    {
      ...plain,
      wires: open2,
      sends: [send(cc(9), 0, 0), send(cc(20), 1, 1)],
      lands: [on(cc14(9), 2, { from: u14(6), to: u14(127) })],
    },
    [],
  ],
  [
    'nor does it move anything at a target that waits for the low byte',
    { ...plain, wires: open2, waits: true, sends: [send(cc(9), 0, 0), send(cc(20), 1, 1)], lands: [on(cc14(9), 2)] },
    [],
  ],
  [
    'a low byte moves a 14-bit control only where a high byte can come before',
    { ...plain, wires: open2, sends: [send(cc(41), 0, 0), send(cc(20), 1, 1)], lands: [on(cc14(9), 2)] },
    [],
  ],
  [
    'and does where another switch sends that',
    { ...plain, wires: open2, waits: true, sends: [send(cc(41), 0, 0), send(cc(9), 1, 1)], lands: [on(cc14(9), 2)] },
    ['a0 address-clash'],
  ],
  [
    'data entry alone enters nothing: whoever sends a parameter number takes it back at its end',
    { ...plain, wires: open2, sends: [send(cc(6), 0, 0), send(nrpn(300), 1, 1)] },
    ['a0 reserved-number', 'a1 address-clash'],
  ],
];
const toldOf = (rig: Rig): readonly string[] =>
  [...judge(rig).findings.values()]
    .flat()
    .filter((f) => ['address-clash', 'low-byte-shadowed', 'reserved-number'].includes(f.check))
    .map((f) => `${f.subjectId} ${f.check}`)
    .sort();

/** Functions of which a clash is told, by themselves or as the 14-bit control whose low byte another one is on. */
function known(rig: Rig): ReadonlySet<string> {
  const found = [...judge(rig).findings.values()].flat();
  const sends = rig.assignments.flatMap((a) =>
    a.actions.flatMap((x) => (x.type === 'send' ? [{ id: a.id, message: x.message }] : [])),
  );
  const low = sends.filter(({ id }) => found.some((f) => f.check === 'low-byte-shadowed' && f.subjectId === id));
  const pairs = sends.filter(
    ({ message: m }) => m.type === 'cc14' && low.some((l) => l.message.type === 'cc' && l.message.number === m.number + 32),
  );
  const clashing = found.filter((f) => f.check === 'address-clash').map((f) => f.subjectId);
  return new Set([...clashing, ...[...low, ...pairs].map((l) => l.id)]);
}

describe('a clash', () => {
  it.each(translated)('%s', (_name, s, clashing) => {
    const rig = sendersRig(s);
    const told = [...judge(rig).findings.values()].flat().filter((f) => f.check === 'address-clash');
    expect([told.map((f) => f.subjectId).sort(), [...moving(rig)].sort()]).toEqual([clashing, clashing]);
  });
  it('is told exactly where the play moves what nobody meant', () => {
    fc.assert(
      fc.property(someSenders, (s) => {
        const rig = sendersRig(s);
        const told = [...judge(rig).findings.values()].flat().filter((f) => f.check === 'address-clash');
        expect(told.map((f) => f.subjectId).sort()).toEqual([...moving(rig)].sort());
      }),
      settings,
    );
  });
  it.each(sequences)('%s', (_name, s, told) => {
    const rig = sendersRig(s);
    expect(toldOf(rig)).toEqual(told);
    expect([...movingAfterOthers(rig)].sort()).toEqual([...known(rig)].sort());
  });
  it('is told exactly where 14-bit controls, parameter numbers and their bytes move what nobody meant, once', () => {
    fc.assert(
      fc.property(someSequences, (s) => {
        const rig = sendersRig(s);
        const moves = movingAfterOthers(rig);
        const found = [...judge(rig).findings.values()].flat();
        const clashing = found.filter((f) => f.check === 'address-clash').map((f) => f.subjectId);
        const told = known(rig);
        // What is reserved is told as that, whatever it moves.
        const reserved = new Set(found.filter((f) => f.check === 'reserved-number').map((f) => f.subjectId));
        expect([...moves].filter((id) => !told.has(id) && !reserved.has(id))).toEqual([]);
        expect(clashing.filter((id) => !moves.has(id))).toEqual([]);
      }),
      settings,
    );
  });
});

const cc20 = cc(20);
const toggled = (id: string) => parameter(id);
const stepped = (id: string) => parameter(id, { kind: 'stepped', lowest: 0, highest: 3, steps: [...'abcd'] });
const tone = (id: string) => continuous(id, 0, 100);
const switched: SomeKinds['sends'][number] = {
  message: cc20,
  on: 'fs1',
  to: 0,
  pressed: 'fixed',
  moved: 'range',
  values: [0.3, 0.2],
  coding: 'twos-complement',
};
const heard: SomeKinds['lands'][number] = {
  at: cc20,
  of: 0,
  parameter: 1,
  mode: 'toggle',
  part: [0, 1],
  coding: 'twos-complement',
  takeover: 'jump',
  by: null,
};
const base: SomeKinds = {
  kinds: [tone, toggled, stepped],
  sends: [switched, { ...switched, message: cc(21), on: 'fs2', to: 2 }],
  lands: [heard],
  actsOn: 'at-or-above-threshold',
  waits: false,
};
/** A landing whose range is one value. */
const still = (takeover: SomeKinds['lands'][number]['takeover']): SomeKinds => ({
  ...base,
  kinds: [toggled, tone, stepped],
  lands: [{ ...heard, mode: 'absolute', part: [0.5, 0.5], takeover }],
});
/** What the law found of modes, shrunk; and which functions clash. */
const modes: readonly (readonly [string, SomeKinds, readonly string[]])[] = [
  ['what stays below what counts as on flips nothing', base, []],
  ['and does at a target that acts on any message', { ...base, actsOn: 'any-message' }, ['a0']],
  [
    'what is moved all the way passes it',
    { ...base, sends: [{ ...switched, on: 'k1', values: [0, 1] }, ...base.sends.slice(1)] },
    ['a0'],
  ],
  [
    'what goes by its states is without any',
    { ...base, lands: [{ ...heard, parameter: 2, mode: 'states' }], sends: [switched, switched] },
    [],
  ],
  [
    'clicks never say the value between them',
    {
      ...base,
      sends: [{ ...switched, on: 'k1', moved: 'relative', coding: 'binary-offset' }, ...base.sends.slice(1)],
      lands: [{ ...heard, parameter: 1, mode: 'set', by: { from: u14(64), to: u14(64) } }],
    },
    [],
  ],
  [
    'a control change that carries no clicks turns nothing',
    { ...base, sends: [{ ...switched, values: [0, 0] }, ...base.sends.slice(1)], lands: [{ ...heard, mode: 'relative' }] },
    [],
  ],
  ['what is picked up in a range without travel stands still', still('pickup'), []],
  ['and what is set there goes there', still('jump'), ['a0']],
];
const addressClashes = (rig: Rig): readonly string[] =>
  [...judge(rig).findings.values()]
    .flat()
    .filter((f) => f.check === 'address-clash')
    .map((f) => f.subjectId)
    .sort();

/** Of a landing that scales, where one value alone is sent, the check says what any other value there would do; common practice, no source. */
const isOneValueScaled = (rig: Rig, id: string): boolean =>
  rig.landings.some((l) => l.takeover === 'scale') &&
  rig.assignments.some(
    (a) => a.id === id && a.actions.some((x) => x.type === 'send' && ['fixed', 'click'].includes(x.behaviour.type)),
  );

const bothOn = ({ message: { type }, behaviour: b }: Extract<Action, { type: 'send' }>): boolean => {
  const values = b.type === 'latching' ? [b.first, b.second] : b.type === 'momentary' ? [b.down, b.up] : [];
  return values.length > 0 && values.every((v) => countsAsOn(type, v, 64));
};
/** What never falls below the threshold of a target that reads rising edges is one tap there: alone it tells no tempo, beside others it counts. Common practice, no source. */
const isOneTap = (rig: Rig, id: string): boolean =>
  rig.targets.some((t) => t.reception.actsOn === 'rising-edge') &&
  rig.landings.some((l) => l.mode === 'tap') &&
  rig.assignments.some((a) => a.id === id && a.actions.some((x) => x.type === 'send' && bothOn(x)));

describe('a clash by what is done with a message', () => {
  it.each(modes)('%s', (_name, s, clashing) => {
    const rig = kindsRig(s);
    expect([addressClashes(rig), [...movingFromAnywhere(rig)].sort()]).toEqual([clashing, clashing]);
  });
  it('is told exactly where some value of it moves what nobody meant, from somewhere', () => {
    fc.assert(
      fc.property(someKinds, (s) => {
        const rig = kindsRig(s);
        const moves = movingFromAnywhere(rig);
        const told = known(rig);
        const reserved = new Set(
          [...judge(rig).findings.values()].flat().flatMap((f) => (f.check === 'reserved-number' ? [f.subjectId] : [])),
        );
        expect([...moves].filter((id) => !told.has(id) && !reserved.has(id))).toEqual([]);
        const excepted = (id: string): boolean => isOneValueScaled(rig, id) || isOneTap(rig, id);
        expect(addressClashes(rig).filter((id) => !moves.has(id) && !excepted(id))).toEqual([]);
      }),
      { numRuns: Math.ceil(RUNS / 4) },
    );
  });
});
