// Law 3: a plan never moves what nobody meant, by the same play that tells a clash, ports and filters included; what works stays wherever there is a plan
// in which it does; and no plan is said to be impossible where one exists.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { renumber } from '@/core/commands';
import { channel, type MessageType, u7, u14 } from '@/core/midi';
import { planNumbers } from '@/core/numbers';
import { apply, indexRig, type Rig } from '@/core/rig';
import { translates } from '@/core/wires';
import { moving, movingAfterOthers, type SomeSenders, sendersRig, someSenders, someSequences } from '../kit/some-senders';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };
const wish = { school: 'undefined-first', channels: 'own', notes: false } as const;

/** Kinds that are not planned: their number says what they are, or they have none. */
const fixedKinds: readonly MessageType[] = [
  'program',
  'rpn',
  'sysex',
  'start',
  'pitch-bend',
  'channel-pressure',
  'poly-pressure',
];

/** Without what is not planned, and landings that no function sends to, which a plan leaves alone. */
function planned(rig: Rig): Rig {
  const assignments = rig.assignments.filter((a) =>
    a.actions.every((x) => x.type !== 'send' || !fixedKinds.includes(x.message.type)),
  );
  const sends = assignments.flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? [x] : [])));
  const own = rig.landings.filter((l) =>
    sends.some((s) => s.meant.includes(l.parameterId) && JSON.stringify(s.message) === JSON.stringify(l.address)),
  );
  return { ...rig, assignments, landings: own };
}

/** Whether everything that is meant listens where it is sent. */
const allHeard = (rig: Rig): boolean =>
  rig.assignments.every((a) =>
    a.actions.every(
      (x) =>
        x.type !== 'send' ||
        x.meant.every((id) =>
          rig.landings.some((l) => l.parameterId === id && JSON.stringify(l.address) === JSON.stringify(x.message)),
        ),
    ),
  );

/** Numbers that no plan gives: bank select, data entry, low bytes, parameter numbers, channel mode (MIDI 1.0). What stands on one moves away. */
const isBad = (n: number): boolean => n === 0 || n === 6 || (n >= 32 && n < 64) || (n >= 96 && n <= 101) || n >= 120;
const onGoodNumbers = (rig: Rig): boolean =>
  rig.assignments.every((a) => a.actions.every((x) => x.type !== 'send' || x.message.type !== 'cc' || !isBad(x.message.number)));

const nothingToFix = (rig: Rig): boolean => [...judge(rig).findings.values()].flat().every((f) => f.severity !== 'stop');

const u = (number: number) => ({ type: 'cc' as const, channel: channel(5), number: u7(number) });
const open = { translator: null, channels: null, types: null, forRemote: true };
const plain: SomeSenders = {
  sends: [
    { message: u(20), on: 0, to: 0, value: 127 },
    { message: u(20), on: 2, to: 1, value: 127 },
  ],
  lands: [],
  wires: [open, open],
  hub: false,
  apart: false,
};
/** What the law found, shrunk. */
const found: readonly (readonly [string, SomeSenders])[] = [
  [
    'what listens for a controller that no message gets out of is in the way of the others',
    {
      ...plain,
      lands: [
        { of: 0, as: 0, parameter: 0, port: '', by: null, channels: 'one' },
        { of: 0, as: 0, parameter: 1, port: '', by: null, channels: 'one' },
      ],
      wires: [{ ...open, forRemote: false }, open],
    },
  ],
  [
    'two functions of one press on one number work as they are',
    {
      ...plain,
      sends: [
        { message: u(20), on: 0, to: 0, value: 127 },
        { message: u(20), on: 0, to: 1, value: 127 },
      ],
      lands: [
        { of: 0, as: 0, parameter: 0, port: '', by: null, channels: 'one' },
        { of: 0, as: 0, parameter: 1, port: '', by: null, channels: 'one' },
      ],
    },
  ],
  [
    'but not where another switch sends it for one of them',
    {
      ...plain,
      sends: [
        { message: u(20), on: 0, to: 0, value: 127 },
        { message: u(20), on: 1, to: 0, value: 127 },
        { message: u(20), on: 0, to: 1, value: 127 },
      ],
    },
  ],
  [
    'a kind that no wire lets through is no reason to plan nothing',
    { ...plain, wires: [{ ...open, types: ['note', 'program'] }, open] },
  ],
  [
    'what hears every channel takes its number on all of them',
    {
      ...plain,
      sends: [
        { message: u(20), on: 0, to: 0, value: 127 },
        { message: { ...u(20), channel: channel(6) }, on: 2, to: 1, value: 127 },
      ],
      lands: [
        { of: 0, as: 0, parameter: 0, port: '', by: null, channels: 'all' },
        { of: 1, as: 1, parameter: 1, port: '', by: null, channels: 'one' },
      ],
    },
  ],
  [
    'ports tell functions apart only if none is still to be entered',
    { ...plain, apart: true, lands: [{ of: 0, as: 0, parameter: 1, port: 'port 2', by: null, channels: 'one' }] },
  ],
  [
    'and only if each names the port by which its own sender comes',
    {
      ...plain,
      apart: true,
      lands: [
        { of: 0, as: 0, parameter: 0, port: 'port 2', by: null, channels: 'one' },
        { of: 0, as: 0, parameter: 1, port: 'port 2', by: null, channels: 'one' },
      ],
    },
  ],
];

function keepsTheLaw(s: SomeSenders, moves = moving): void {
  const rig = planned(sendersRig(s));
  const index = indexRig(rig);
  const plan = planNumbers(index, wish);
  // 110 numbers for four functions: there is always a plan, but for a channel that a wire keeps off while it lets others through.
  if (plan.type !== 'plan') {
    expect(plan.type).toBe('impossible');
    // Nor is there where a translator names the numbers: what goes through it stays.
    const open = { ...rig, wires: rig.wires.map((w) => ({ ...w, channels: null, translator: null })) };
    expect(planNumbers(indexRig(open), wish).type).toBe('plan');
    return;
  }
  const done = apply(rig, renumber(index, plan.moves, 'Plan'));
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  const before = moves(rig);
  const after = [...moves(done.value)];
  if (translates(index)) {
    expect(after.filter((id) => !before.has(id))).toEqual([]);
    return;
  }
  expect(after).toEqual([]);
  if (before.size === 0 && allHeard(rig) && onGoodNumbers(rig) && nothingToFix(rig)) expect(plan.moves).toEqual([]);
}

describe('a plan', () => {
  it('leaves what goes through a translator, and gives all others a number', () => {
    const line = {
      from: { type: 'cc' as const, channel: null, lowest: u7(20), highest: u7(20) },
      to: [
        {
          type: 'cc' as const,
          channel: null,
          number: u7(21),
          shift: 0,
          values: { type: 'ends' as const, from: u14(0), to: u14(127), curve: { type: 'linear' as const } },
        },
      ],
    };
    const rig = planned(
      sendersRig({
        ...plain,
        sends: [
          { message: u(20), on: 0, to: 0, value: 127 },
          { message: u(21), on: 2, to: 1, value: 127 },
        ],
        wires: [{ ...open, translator: { name: '', lines: [line], rest: 'passes' } }, open],
      }),
    );
    // What is sent as 20 arrives as 21: there it clashes with the other one, which moves away.
    expect([...moving(rig)].sort()).toEqual(['a0', 'a1']);
    const plan = planNumbers(indexRig(rig), wish);
    if (plan.type !== 'plan') throw new Error(plan.type);
    const done = apply(rig, renumber(indexRig(rig), plan.moves, 'Plan'));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    const sent = done.value.assignments.map((a) => a.actions.flatMap((x) => (x.type === 'send' ? [x.message] : []))[0]);
    expect(sent[0]).toEqual(u(20));
    expect([...moving(done.value)]).toEqual([]);
  });
  it.each(found)('%s', (_name, s) => keepsTheLaw(s));
  it('moves nothing that nobody meant, and leaves what works where it is', () => {
    fc.assert(
      fc.property(someSenders, (s) => keepsTheLaw(s)),
      settings,
    );
  });
  it('nor by a byte of a 14-bit control or a parameter number', () => {
    fc.assert(
      fc.property(someSequences, (s) => keepsTheLaw(s, movingAfterOthers)),
      settings,
    );
  });
});
