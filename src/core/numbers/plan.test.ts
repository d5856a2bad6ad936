// The planner on rigs: what each school does, what stays, what cannot be, and never a clash.
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  noteOn,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { channel, type Message, shortName, u7, u14 } from '../midi';
import { type Assignment, type Control, indexRig, type Landing, type Rig } from '../rig';
import { demandsOf, type NumberPlan, planNumbers, type Wish } from './index';

const wish: Wish = { school: 'undefined-first', channels: 'own', notes: false };
const planOf = (rig: Rig, change: Partial<Wish> = {}): NumberPlan => planNumbers(indexRig(rig), { ...wish, ...change });

/** The address of every demand once the moves are made. */
function addresses(rig: Rig, plan: NumberPlan): ReadonlyMap<string, string> {
  if (plan.type !== 'plan') throw new Error(plan.type);
  const moved = new Map(plan.moves.map((m) => [m.demand.id, m.to]));
  return new Map(
    demandsOf(indexRig(rig)).map((d) => {
      const m = moved.get(d.id) ?? d.message;
      return [d.id, `${shortName(m)} ch ${m && 'channel' in m ? m.channel : 0}`];
    }),
  );
}
const numbers = (rig: Rig, plan: NumberPlan): string[] =>
  [...addresses(rig, plan).values()].map((a) => a.replace(/ ch \d+$/, ''));

interface Wanted {
  readonly message?: Message;
  readonly moves?: boolean;
  readonly entered?: boolean;
  readonly pinned?: boolean;
  readonly role?: string;
  readonly target?: string;
  readonly controller?: string;
}

/** A rig with one function for each wish, on controls of one family in their order. */
function rigOf(wanted: readonly Wanted[], reception: Parameters<typeof smallRig>[1] = {}): Rig {
  const parameters = wanted.map((w, i) =>
    w.moves ? continuous(`p${i}`, 0, 1, { role: w.role ?? '' }) : parameter(`p${i}`, { role: w.role ?? '' }),
  );
  const rig = smallRig(parameters, reception);
  const [model] = rig.controls;
  if (!model) throw new Error('small rig changed');
  const controls: Control[] = wanted.map((w, i) => ({
    ...model,
    id: `c${i}`,
    order: 100 + i,
    controllerId: w.controller ?? 'board',
    name: `C ${i + 1}`,
    kind: w.moves ? 'fader' : 'footswitch',
    family: w.moves ? 'faders' : 'switches',
    familyOrder: i,
  }));
  const assignments: Assignment[] = wanted.map((w, i) => {
    const made = assignment({
      id: `a${i}`,
      on: `c${i}`,
      gesture: w.moves ? 'move' : 'press',
      message: w.message ?? cc(7),
      behaviour: w.moves ? range(0, 127) : latching(127, 0),
      meant: [`p${i}`],
    });
    const entered = w.entered ? { at: '2026-01-01T00:00:00.000Z' } : null;
    return { ...made, entered, actions: made.actions.map((a) => (a.type === 'send' ? { ...a, pinned: w.pinned ?? false } : a)) };
  });
  const landings: Landing[] = wanted.map((w, i) => landing(`p${i}`, { address: w.message ?? cc(7) }));
  return withFunctions({ ...rig, controls: [...rig.controls, ...controls] }, assignments, landings);
}
const times = (n: number, w: Wanted): Wanted[] => Array.from({ length: n }, () => w);

describe('schools', () => {
  // Source: control change table of MIDI 1.0 (which numbers are undefined); the order is common practice, no source.
  it('undefined first gives out 102–119, 20–31, 85–87, 89, 90, 15, 14, 9, 3', () => {
    const rig = rigOf(times(39, {}));
    const order = [...run(102, 119), ...run(20, 31), ...run(85, 87), 89, 90, 15, 14, 9, 3].map((n) => `CC ${n}`);
    expect(new Set(numbers(rig, planOf(rig)))).toEqual(new Set(order));
  });
  it('from 119 downwards', () => {
    const rig = rigOf([{}, { moves: true }]);
    expect(new Set(numbers(rig, planOf(rig, { school: 'from-119-down' })))).toEqual(new Set(['CC 119', 'CC 118']));
  });
  it('counting runs keeps a family of 20 in one or two unbroken runs', () => {
    const rig = rigOf(times(16, {}));
    const plan = planOf(rig, { school: 'counting-runs' });
    const got = numbers(rig, plan).map((n) => Number(n.slice(3)));
    expect(got).toEqual(run(got[0] ?? 0, (got[0] ?? 0) + 15));
    expect(plan).toMatchObject({ cost: { broken: 0 }, gap: null });
  });
  it('notes that a counter gives stay with it, and none of them goes to anything else', () => {
    const rig = withFunctions(
      {
        ...smallRig([parameter('b'), parameter('c')]),
        counters: [
          {
            id: 'n',
            order: 1,
            controllerId: 'board',
            name: 'N',
            from: 36,
            to: 40,
            step: 1,
            atEnd: 'wrap',
            start: 36,
            firstPress: 'moves-on',
          },
        ],
      },
      [
        assignment({
          id: 'count',
          on: 'fs1',
          message: noteOn(99),
          behaviour: { type: 'stepping', counterId: 'n', velocity: 90 },
          meant: [],
        }),
        assignment({ id: 'b', on: 'fs2', message: cc(20), behaviour: fixed(127), meant: ['b'] }),
        assignment({ id: 'c', on: 'mod', message: noteOn(38), behaviour: fixed(127), meant: ['c'] }),
      ],
      [landing('b', { address: cc(20), mode: 'set' }), landing('c', { address: noteOn(38), mode: 'set' })],
    );
    const plan = planOf(rig, { school: 'notes-for-switches', notes: true });
    expect(demandsOf(indexRig(rig)).map((d) => d.id)).toEqual(['b', 'c']);
    expect(numbers(rig, plan)).toEqual(['CC 20', 'N 41']);
  });
  it('notes for switches: what switches becomes notes from 36 up, what moves keeps control numbers', () => {
    const rig = rigOf([{}, {}, { moves: true }]);
    expect(numbers(rig, planOf(rig, { school: 'notes-for-switches' }))).toEqual(['N 36', 'N 37', 'CC 102']);
  });
  // Source: MIDI 1.0 control change table (7, 10, 64), General MIDI 2 (74, 91).
  it('standard meanings kept: roles go to their numbers', () => {
    const roles = ['volume', 'pan', 'cutoff', 'reverb', 'sustain', ''];
    const rig = rigOf(roles.map((role) => ({ role, moves: true, message: cc(50) })));
    expect(numbers(rig, planOf(rig, { school: 'standard-meanings' }))).toEqual([
      'CC 7',
      'CC 10',
      'CC 74',
      'CC 91',
      'CC 64',
      'CC 102',
    ]);
  });
});

describe('what stays', () => {
  it('what is entered does not move where it need not, even to make room for a better order', () => {
    const rig = rigOf([{ message: cc(90), entered: true }, { message: cc(90) }, { message: cc(9), entered: true }]);
    const plan = planOf(rig);
    expect(numbers(rig, plan)[0]).toBe('CC 90');
    expect(numbers(rig, plan)[2]).toBe('CC 9');
    expect(plan).toMatchObject({ stay: 2, again: 0, minutes: 0, gap: null });
  });
  it('of two entered ones that clash one moves, and what that takes is said', () => {
    const rig = rigOf([
      { message: cc(104), entered: true },
      { message: cc(104), entered: true },
    ]);
    expect(planOf(rig)).toMatchObject({ stay: 1, again: 1, minutes: 1, cost: { moved: 1 } });
  });
  it('what works does not move, however its number stands in the order of the school; all anew, it does', () => {
    const rig = rigOf([{ message: cc(90) }, { message: cc(23) }, { message: cc(9) }]);
    expect(planOf(rig)).toMatchObject({ type: 'plan', moves: [] });
    expect(new Set(numbers(rig, planOf(rig, { anew: true })))).toEqual(new Set(['CC 102', 'CC 103', 'CC 104']));
  });
  it('of two that clash one stays, and a third that works stays as well', () => {
    const rig = rigOf([{ message: cc(102) }, { message: cc(102) }, { message: cc(103) }]);
    const plan = planOf(rig);
    expect(plan.type === 'plan' && plan.moves.map((m) => [m.demand.id === 'a2', shortName(m.to)])).toEqual([[false, 'CC 104']]);
  });
  it('what nothing listens for yet does not work, and takes its place in the order', () => {
    const rig = rigOf([{ message: cc(90) }]);
    expect(numbers(rig, planOf({ ...rig, landings: [] }))).toEqual(['CC 102']);
  });
  it('of two entered ones that clash the one moves that takes fewer minutes', () => {
    const rig = rigOf([
      { message: cc(104), entered: true },
      { message: cc(104), entered: true },
    ]);
    const entered = { at: '2026-01-01T00:00:00.000Z' };
    for (const stays of [0, 1]) {
      const longer = { ...rig, landings: rig.landings.map((l, i) => ({ ...l, entered: i === stays ? entered : null })) };
      const plan = planOf(longer);
      expect(plan.type === 'plan' && plan.moves.map((m) => m.demand.id)).toEqual([`a${1 - stays}`]);
    }
  });
  it('a number that somebody gave and pinned is taken as it is, a reserved one too', () => {
    const rig = rigOf([{ message: cc(98), pinned: true }, { message: cc(7) }]);
    expect(numbers(rig, planOf(rig))).toEqual(['CC 98', 'CC 102']);
  });
  it('nothing moves in a rig of distinct good numbers (law, 60 random rigs, every school)', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...run(102, 119), ...run(20, 31)), { minLength: 1, maxLength: 12 }),
        fc.constantFrom(
          'undefined-first' as const,
          'from-119-down' as const,
          'counting-runs' as const,
          'standard-meanings' as const,
        ),
        (list, of) => {
          const rig = rigOf(list.map((n) => ({ message: cc(n) })));
          expect(planOf(rig, { school: of })).toMatchObject({ type: 'plan', moves: [] });
        },
      ),
      { numRuns: 60 },
    );
  });
  it('pins stay, and others go round them', () => {
    const rig = rigOf([{ message: cc(102), pinned: true }, {}]);
    expect(numbers(rig, planOf(rig))).toEqual(['CC 102', 'CC 103']);
  });
  it('a function repeated in another bank has one address and moves as one', () => {
    const one = rigOf([{ message: cc(7) }]);
    const [first] = one.assignments;
    if (!first) throw new Error('no assignment');
    const rig = {
      ...one,
      assignments: [
        { ...first, bank: 1 },
        { ...first, id: 'again', bank: 2 },
      ],
    };
    const demands = demandsOf(indexRig(rig));
    expect(demands.map((d) => d.sends.length)).toEqual([2]);
  });
  it('a control in Base and in a layer made in the host has one address', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze'), parameter('gate')], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
      [
        assignment({ behaviour: fixed(127), meant: ['freeze'] }),
        assignment({ id: 'a2', layerId: 'heel', behaviour: fixed(127), meant: ['gate'] }),
      ],
      [landing('freeze'), landing('gate', { id: 'l2', hostLayerId: 'heel' })],
    );
    const demands = demandsOf(indexRig(rig));
    const shapes = (r: Rig): number[][] => demandsOf(indexRig(r)).map((d) => [d.sends.length, d.landings.length]);
    expect(demands.map((d) => [d.sends.length, d.landings.length])).toEqual([
      [2, 2],
      [0, 0],
    ]);
    // In whatever order the two were made.
    expect(shapes({ ...rig, assignments: [...rig.assignments].reverse() })).toEqual(shapes(rig));
  });
  it('what a target still listens for is not given out', () => {
    const rig = rigOf([{}]);
    const left = { ...rig, landings: [...rig.landings, landing('p0', { id: 'left', address: cc(102), parameterId: 'p0' })] };
    expect(numbers(left, planOf(left))).toEqual(['CC 103']);
  });
});

describe('windows, pairs, parameter numbers, wires', () => {
  it('only numbers that the target takes', () => {
    const reception = { windows: [{ type: 'cc' as const, channels: null, from: 20, to: 31 }] };
    const rig = rigOf(times(3, {}), { reception });
    expect(numbers(rig, planOf(rig))).toEqual(['CC 20', 'CC 21', 'CC 22']);
  });
  it('a 14-bit control takes n and n + 32 (MIDI 1.0), and plain ones keep off both', () => {
    const pair = (n: number): Message => ({ type: 'cc14', channel: channel(5), number: u7(n) });
    const rig = rigOf([{ message: pair(20), moves: true }, ...times(60, {})]);
    const got = numbers(rig, planOf(rig));
    const pairNumber = Number(/CC (\d+)\+/.exec(got[0] ?? '')?.[1]);
    expect(got).not.toContain(`CC ${pairNumber}`);
    expect(got).not.toContain(`CC ${pairNumber + 32}`);
    expect(new Set(got).size).toBe(61);
  });
  it('parameter numbers are a space of their own', () => {
    const nrpn = (n: number): Message => ({ type: 'nrpn', channel: channel(5), number: u14(n) });
    const rig = rigOf([
      { message: nrpn(9000), moves: true, entered: true },
      { message: nrpn(9000), moves: true },
      { message: cc(102) },
    ]);
    expect(numbers(rig, planOf(rig))).toEqual(['NRPN 9000', 'NRPN 0', 'CC 102']);
  });
  it('controllers that nobody hears together may share a number', () => {
    const rig = rigOf([{ message: cc(102) }, { message: cc(102), controller: 'other' }]);
    const [board] = rig.controllers;
    const [hall] = rig.targets;
    const [wire] = rig.wires;
    if (!board || !hall || !wire) throw new Error('small rig changed');
    const apart: Rig = {
      ...rig,
      controllers: [board, { ...board, id: 'other', name: 'Other' }],
      targets: [hall, { ...hall, id: 'choir' }],
      parameters: rig.parameters.map((p) => (p.id === 'p1' ? { ...p, targetId: 'choir' } : p)),
      landings: rig.landings.map((l) => (l.parameterId === 'p1' ? { ...l, targetId: 'choir' } : l)),
      wires: [wire, { ...wire, id: 'w2', from: { unitId: 'other', port: '' }, to: { unitId: 'choir', port: '' } }],
    };
    expect(planOf(apart)).toMatchObject({ type: 'plan', moves: [] });
    const together = { ...apart, wires: [...apart.wires, { ...wire, id: 'w3', from: { unitId: 'other', port: '' } }] };
    expect(planOf(together)).toMatchObject({ type: 'plan', moves: [{ to: { number: 103 } }] });
  });
});

describe('what cannot be', () => {
  // 128 numbers less 8 channel mode messages and 10 for banks, data entry and parameter numbers (MIDI 1.0) leave 110.
  it('128 plain controls on one channel are too many by what the standard reserves, and spill to notes or channels when told to', () => {
    const rig = rigOf(times(128, {}));
    const plan = planOf(rig);
    if (plan.type !== 'impossible') throw new Error(plan.type);
    expect(plan.demands).toHaveLength(111);
    expect(plan.loosen).toEqual(['any-channel', 'notes']);
    const spilled = planOf(rig, { notes: true });
    expect(numbers(rig, spilled).filter((n) => n.startsWith('N '))).toHaveLength(18);
    expect(planOf(rig, { channels: 'any' })).toMatchObject({ type: 'plan', cost: { moved: 0, unwanted: 0 } });
  });
  it('two pins on one number are named, and lifting a pin is offered', () => {
    const rig = rigOf([{ message: cc(102), pinned: true }, { message: cc(102), pinned: true }, {}]);
    const plan = planOf(rig);
    if (plan.type !== 'impossible') throw new Error(plan.type);
    expect(plan.demands.map((d) => d.id).sort()).toEqual(['a0', 'a1']);
    expect(plan.loosen).toEqual(['unpin']);
  });
  it('a window too narrow is named, and what would loosen it', () => {
    const reception = { windows: [{ type: 'cc' as const, channels: null, from: 20, to: 21 }] };
    const rig = rigOf(times(5, { moves: true }), { reception });
    const plan = planOf(rig);
    if (plan.type !== 'impossible') throw new Error(plan.type);
    expect(plan.demands).toHaveLength(3);
    expect(plan.loosen).toEqual(['any-channel', 'any-number']);
  });
});

describe('over random rigs', () => {
  const wanted = fc.record({
    message: fc.oneof(
      fc.integer({ min: 0, max: 127 }).chain((n) => fc.integer({ min: 1, max: 3 }).map((ch) => cc(n, ch))),
      fc.integer({ min: 36, max: 40 }).map((n) => noteOn(n, 1)),
      fc.integer({ min: 7, max: 12 }).map((n): Message => ({ type: 'cc14', channel: channel(1), number: u7(n) })),
    ),
    moves: fc.boolean(),
    entered: fc.boolean(),
    role: fc.constantFrom('', '', 'volume', 'cutoff'),
  });
  const school = fc.constantFrom(
    'undefined-first' as const,
    'from-119-down' as const,
    'counting-runs' as const,
    'notes-for-switches' as const,
    'standard-meanings' as const,
  );
  it('never a clash, never a reserved number, in every school', () => {
    fc.assert(
      fc.property(fc.array(wanted, { minLength: 1, maxLength: 24 }), school, (list, of) => {
        const rig = rigOf(list);
        const plan = planOf(rig, { school: of });
        if (plan.type !== 'plan') throw new Error(plan.type);
        const taken = new Set<string>();
        const moved = new Map(plan.moves.map((m) => [m.demand.id, m.to]));
        for (const d of demandsOf(indexRig(rig))) {
          const m = moved.get(d.id) ?? d.message;
          if (!('channel' in m) || !('number' in m)) throw new Error('not an address');
          const cells =
            m.type === 'cc14'
              ? [`cc ${m.channel} ${m.number}`, `cc ${m.channel} ${m.number + 32}`]
              : [`${m.type} ${m.channel} ${m.number}`];
          for (const cell of cells) {
            expect(taken.has(cell)).toBe(false);
            taken.add(cell);
          }
          if (m.type === 'cc') expect([0, 6, 32, 38, ...run(96, 101), ...run(120, 127)]).not.toContain(m.number);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('the demo', () => {
  it('moves what clashes and what stands on a channel mode number, and nothing that is entered without need', () => {
    const plan = planOf(lanternHour());
    if (plan.type !== 'plan') throw new Error(plan.type);
    expect(plan.gap).toBeNull();
    expect(plan.again).toBe(1);
    expect(plan.moves).toHaveLength(2);
    expect(plan.moves.some((m) => shortName(m.from) === 'CC 121')).toBe(true);
  });
});

function run(from: number, to: number): number[] {
  return Array.from({ length: to - from + 1 }, (_, i) => from + i);
}
