// Songs played section by section: worked out by hand.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, u7 } from '../midi';
import { type Assignment, indexRig, type Landing, type Parameter, type Rig, type RigIndex, type SongSection } from '../rig';
import { pressMs, sameGear, type Transition, transitionsOf, transitionWords, type WayMemory } from './index';

interface Given {
  readonly parameters: readonly Parameter[];
  readonly functions: readonly Assignment[];
  readonly landings: readonly Landing[];
  /** The values that each section wants, by parameter, and its bank. */
  readonly sections: ReadonlyArray<{
    readonly values: Readonly<Record<string, number>>;
    readonly bank?: number;
    readonly bars?: number;
  }>;
  readonly bpm?: number;
  readonly bankButtons?: boolean;
  readonly groups?: Rig['groups'];
}

function rigOf({ parameters, functions, landings, sections, bpm = 120, bankButtons = false, groups = [] }: Given): Rig {
  const rig = withFunctions(smallRig(parameters, { firmware: { bankButtons } }), functions, landings);
  const rows = sections.map(({ values }, i) => ({
    id: `s${i}`,
    order: i,
    name: `Scene ${i}`,
    values: Object.entries(values).map(([parameterId, value]) => ({ parameterId, value })),
    assignmentId: null,
    note: '',
  }));
  const of = sections.map(({ bank = null, bars = 8 }, i): SongSection => ({ name: `Part ${i}`, bars, sceneId: `s${i}`, bank }));
  return {
    ...rig,
    groups,
    scenes: rows,
    songs: [{ id: 'song', order: 1, name: 'Song', bpm, beatsPerBar: 4, sections: of, note: '' }],
  };
}

function ways(given: Given): { readonly all: readonly Transition[]; readonly words: readonly (readonly string[])[] } {
  const index = indexRig(rigOf(given));
  const all = [...transitionsOf(index)];
  return { all, words: all.map((t) => transitionWords(index, t)) };
}

/** Two switches that turn two things on and off, both at full level. */
const two = {
  parameters: [parameter('p1', { order: 1 }), parameter('p2', { order: 2 })],
  functions: [
    assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: latching(127, 0), meant: ['p1'] }),
    assignment({ id: 'a2', on: 'fs2', message: cc(21), behaviour: latching(127, 0), meant: ['p2'] }),
  ],
  landings: [landing('p1', { id: 'l1', address: cc(20) }), landing('p2', { id: 'l2', address: cc(21) })],
} as const;

describe('the time of a way', () => {
  it('is nothing for one press, and the move of the foot and a press for the second', () => {
    const { all, words } = ways({ ...two, sections: [{ values: {} }, { values: { p1: 1 } }, { values: { p1: 0, p2: 1 } }] });
    expect(words[1]).toEqual(['Press FS1.', 'On the one.']);
    // Centres 40 mm apart, 20 mm wide, a sole of 90: log2(40 / 110 + 1) = 0.44746 bits; 250 + 150 · 0.44746 = 317.1 ms.
    const { way } = all[2] ?? {};
    expect(way?.type === 'way' && way.cost.ms).toBeCloseTo(317.12, 1);
    expect(words[2]).toEqual(['Press FS1, then press FS2.', 'Begin 1 beat early: it takes 0.3 s of 2.0 s.']);
  });
  it('for the same switch again is one press, and grows by a bit each time that distance and width double the sum', () => {
    expect(pressMs({ a: 250, b: 150 }, 0, 20)).toBe(250);
    expect(pressMs({ a: 250, b: 150 }, 110, 20)).toBe(400);
    expect(pressMs({ a: 250, b: 150 }, 330, 20)).toBe(550);
  });
  it('does not fit where a bar is shorter', () => {
    // A bar of four beats at 400 a minute has 600 ms; three presses take 250 for the same switch and 317 to the next.
    const counted = { ...two.landings[0], mode: 'toggle' as const };
    const often = assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: momentary(127, 0), meant: ['p1'] });
    const slow = { ...two, landings: [counted, two.landings[1]], functions: [often, two.functions[1]] };
    const steps = parameter('p1', { kind: 'stepped', lowest: 0, highest: 3, steps: ['a', 'b', 'c', 'd'], order: 1 });
    const up = { ...counted, mode: 'increment' as const, by: 1, from: 0, to: 3 };
    const { all, words } = ways({
      ...slow,
      parameters: [steps, two.parameters[1]],
      landings: [up, two.landings[1]],
      sections: [{ values: {} }, { values: { p1: 2, p2: 1 } }],
      bpm: 400,
    });
    const { way } = all[1] ?? {};
    expect(way?.type === 'way' && way.cost).toMatchObject({ late: false, gestures: 3 });
    const faster = ways({
      ...slow,
      parameters: [steps, two.parameters[1]],
      landings: [up, two.landings[1]],
      sections: [{ values: {} }, { values: { p1: 3, p2: 1 } }],
      bpm: 400,
    });
    expect(words[1]?.[1]).toBe('Begin 4 beats early: it takes 0.57 s of 0.60 s.');
    expect(faster.words[1]?.[1]).toBe('Does not fit: it takes 0.8 s, and a bar has 0.6 s.');
  });
});

describe('a way', () => {
  it('begins where the last one ended', () => {
    const { words } = ways({ ...two, sections: [{ values: { p1: 1 } }, { values: { p1: 1 } }, { values: { p1: 0 } }] });
    expect(words.map(([first]) => first)).toEqual(['Press FS1.', 'Nothing to do.', 'Press FS1.']);
  });
  it('moves a knob to where the value is, in one gesture, also where it has to be picked up first', () => {
    for (const takeover of ['jump', 'pickup', 'scale'] as const) {
      const { all } = ways({
        parameters: [continuous('mix', 0, 100, { start: 30 })],
        functions: [assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['mix'] })],
        landings: [landing('mix', { address: cc(20), to: 100, takeover })],
        sections: [{ values: { mix: 50 } }],
      });
      const { way } = all[0] ?? {};
      expect(way?.type === 'way' && [way.cost.gestures, way.proved]).toEqual([1, true]);
      const value = way?.type === 'way' ? way.ends.state.targets.values[0] : Number.NaN;
      expect(Math.abs((value ?? 0) - 50)).toBeLessThanOrEqual(50 / 127 + 1e-9);
    }
  });
  it('finds a place between those of seven bits where the message has fourteen', () => {
    const fine = { type: 'cc14', channel: channel(5), number: u7(9) } as const;
    const { all, words } = ways({
      parameters: [continuous('mix', 0, 100, { start: 30, tolerance: 0.02 })],
      functions: [assignment({ on: 'k1', gesture: 'move', message: fine, behaviour: range(0, 16383), meant: ['mix'] })],
      landings: [landing('mix', { address: fine, to: 100 })],
      sections: [{ values: { mix: 50.2 } }],
    });
    expect(words[0]?.[0]).toBe('Move K1 to 50 % of its travel.');
    const { way } = all[0] ?? {};
    const value = way?.type === 'way' ? way.ends.state.targets.values[0] : Number.NaN;
    expect(Math.abs((value ?? 0) - 50.2)).toBeLessThanOrEqual(0.02);
  });
  it('goes to the bank of the function, and to the one that the player wants next', () => {
    const far = assignment({ id: 'a2', on: 'fs2', bank: 2, message: cc(21), behaviour: fixed(127), meant: ['p2'] });
    const { words } = ways({
      ...two,
      functions: [two.functions[0], far],
      bankButtons: true,
      sections: [{ values: { p2: 1 } }, { values: {}, bank: 1 }],
    });
    expect(words.map(([first]) => first?.replace(/ (up|down)/, ''))).toEqual(['Bank, then press FS2.', 'Bank.']);
  });
  it('presses another switch of the group where that alone turns one off', () => {
    const { words } = ways({
      ...two,
      groups: [
        {
          id: 'g',
          order: 0,
          controllerId: 'board',
          name: 'Group 1',
          bank: null,
          page: null,
          controlIds: ['fs1', 'fs2'],
          pressedAgain: 'stays-on',
          sendsOff: true,
          entered: null,
          note: '',
        },
      ],
      sections: [{ values: { p1: 1 } }, { values: { p1: 0 } }],
    });
    expect(words.map(([first]) => first)).toEqual(['Press FS1.', 'Press FS2.']);
  });
  it('names what it cannot leave as it was', () => {
    // One number moves both: turning the first on turns the second on as well, and nothing turns that off alone.
    const { words } = ways({
      ...two,
      functions: [two.functions[0]],
      landings: [two.landings[0], { ...two.landings[1], address: cc(20) }],
      sections: [{ values: { p1: 1 } }],
    });
    expect(words[0]).toEqual(['Press FS1.', 'Left changed: p2.']);
  });
  it('would rather press twice than fire what is dangerous', () => {
    const wipe = parameter('p3', { kind: 'trigger', order: 3, tags: ['hazard'] });
    const both: Assignment = {
      ...two.functions[0],
      id: 'a3',
      controlId: 'mod',
      actions: [cc(20), cc(22)].map((message) => ({ type: 'send', message, behaviour: fixed(127), pinned: false, meant: [] })),
    };
    const given = {
      ...two,
      parameters: [...two.parameters, wipe],
      landings: [...two.landings, landing('p3', { id: 'l3', address: cc(22), mode: 'trigger' })],
      sections: [{ values: { p1: 1 } }],
    } as const;
    expect(ways({ ...given, functions: [both] }).words[0]).toEqual(['Press MOD.', 'On the way 1 dangerous thing happens.']);
    const safe = ways({ ...given, functions: [both, ...two.functions] });
    expect(safe.words[0]).toEqual(['Press FS1.']);
  });
});

describe('why there is no way', () => {
  const sections = [{ values: { p1: 1, p2: 0 } }];
  it.each([
    ['no control moves it', { ...two, functions: [two.functions[1]], sections }, 'no control moves p1.'],
    [
      'its bank has no way in',
      { ...two, functions: [{ ...two.functions[0], bank: 2 }], sections },
      'nothing that can be pressed from there moves p1.',
    ],
    [
      'it never comes to the value',
      {
        parameters: [continuous('p1', 0, 100)],
        functions: [assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['p1'] })],
        landings: [landing('p1', { address: cc(20), to: 45 })],
        sections: [{ values: { p1: 60 } }],
      },
      'p1 comes no nearer than 45.',
    ],
    [
      'not all at once',
      {
        ...two,
        functions: [two.functions[0]],
        landings: [two.landings[0], { ...two.landings[1], address: cc(20) }],
        sections: [{ values: { p1: 1, p2: 0 } }],
      },
      'each of its values can be had, but not all of them at once.',
    ],
    [
      'it holds only while the switch is down',
      {
        ...two,
        functions: [assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: momentary(127, 0), meant: ['p1'] })],
        sections: [{ values: { p1: 1 } }],
      },
      'p1 moves, but does not stay: it goes back when it is let go.',
    ],
    ['no way to the bank', { ...two, sections: [{ values: {}, bank: 2 }] }, 'nothing leads to bank 2 “Two” on Board.'],
  ] as const)('%s', (_, given, words) => {
    expect(ways(given).words[0]).toEqual([`Cannot be reached: ${words}`]);
  });
});

it('a press that makes several levels louder at once says so, added as the worst case', () => {
  const loud = { unit: 'dB', tags: ['loudness' as const] };
  const { words } = ways({
    parameters: [
      continuous('level', -60, 0, { ...loud, order: 1, start: -20 }),
      continuous('send', -60, 0, { ...loud, order: 2, start: -10 }),
    ],
    functions: [
      assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['level'] }),
      assignment({ id: 'a2', on: 'k1', gesture: 'move', message: cc(21), behaviour: range(0, 127), meant: ['send'] }),
    ],
    landings: [
      landing('level', { id: 'l1', address: cc(20), mode: 'set', setValue: -15 }),
      landing('send', { id: 'l2', address: cc(20), mode: 'set', setValue: -5 }),
    ],
    sections: [{ values: { level: -15, send: -5 } }],
  });
  expect(words[0]).toContain('Press FS1 leaps up by 10 dB (level, send, added: the worst case).');
});

describe('ways that are remembered', () => {
  const given = (sections: Given['sections'], bpm = 120): Given => ({
    parameters: [parameter('drone', { order: 1 }), parameter('choir', { order: 2 })],
    functions: [
      assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: latching(127, 0), meant: ['drone'] }),
      assignment({ id: 'a2', on: 'fs2', message: cc(21), behaviour: latching(127, 0), meant: ['choir'] }),
    ],
    landings: [landing('drone', { id: 'l1', address: cc(20) }), landing('choir', { id: 'l2', address: cc(21) })],
    sections,
    bpm,
  });
  const toldOf = (index: RigIndex, memory?: WayMemory) =>
    [...transitionsOf(index, undefined, memory)].map((t) => transitionWords(index, t));

  it('are those that would be found anew, whatever changes in the songs', () => {
    const section = fc.record({
      values: fc.record({ drone: fc.integer({ min: 0, max: 1 }), choir: fc.integer({ min: 0, max: 1 }) }, { requiredKeys: [] }),
      bars: fc.integer({ min: 0, max: 2 }),
    });
    const set = fc.record({ sections: fc.array(section, { minLength: 1, maxLength: 5 }), bpm: fc.constantFrom(120, 300) });
    fc.assert(
      fc.property(fc.array(set, { minLength: 2, maxLength: 4 }), (versions) => {
        const memory: WayMemory = [];
        for (const { sections, bpm } of versions) {
          const index = indexRig(rigOf(given(sections, bpm)));
          expect(toldOf(index, memory)).toEqual(toldOf(index));
          expect(memory).toHaveLength(sections.length);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('up to the first section that changed nothing is looked for again', () => {
    const memory: WayMemory = [];
    const [on, both, off] = [{ values: { drone: 1 } }, { values: { choir: 1 } }, { values: { drone: 0 } }];
    toldOf(indexRig(rigOf(given([on, both, off]))), memory);
    const first = memory.map((m) => m.way);
    toldOf(indexRig(rigOf(given([on, { values: { choir: 0 } }, off]))), memory);
    expect(memory.map((m, i) => m.way === first[i])).toEqual([true, false, false]);
  });
  it('hold while the gear is the same: a song, a scene or a script is none of it', () => {
    const rig = rigOf(given([{ values: { drone: 1 } }]));
    expect(sameGear(rig, { ...rig, songs: [], scenes: [], scripts: [] })).toBe(true);
    expect(sameGear(rig, { ...rig, landings: [...rig.landings] })).toBe(false);
  });
});
