// The search of places against a plain walk: every gesture from every situation on the simulator itself, nothing remembered but states.
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assignment, fixed, layer, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { noSysex } from '../midi';
import { type Action, type Assignment, indexRig, type Layer, type Rig } from '../rig';
import { type ControllerInput, compileController, exploreController, startController, stepController } from './index';

const go = (to: Extract<Action, { type: 'go' }>['to']): Action => ({ type: 'go', to });

interface Wish {
  readonly on: string;
  readonly gesture: 'press' | 'release' | 'hold' | 'double-tap';
  readonly bank: number | null;
  readonly layerId?: string | null;
  readonly to: Extract<Action, { type: 'go' }>['to'];
}

function rigOf(wishes: readonly Wish[], firmware: object, layers: readonly Layer[] = []): Rig {
  const made = wishes.map((w, i): Assignment => {
    const base = assignment({
      id: `a${i}`,
      on: w.on,
      gesture: w.gesture,
      bank: w.bank,
      behaviour: fixed(127),
      meant: [],
      layerId: w.layerId ?? null,
    });
    return { ...base, actions: [go(w.to)] };
  });
  const gestures = ['move', 'press', 'release', 'hold', 'double-tap'] as const;
  return withFunctions(
    smallRig([parameter('freeze')], { firmware: { gestures: [...gestures], bankButtons: false, ...firmware }, layers }),
    made,
    [],
  );
}

/** Every place that gestures lead to, and from which of them the first place can be had again. */
function plainWalk(rig: Rig): { readonly presses: ReadonlyMap<string, number>; readonly traps: readonly string[] } {
  const index = indexRig(rig);
  const [controller] = rig.controllers;
  if (!controller) throw new Error('no controller');
  const ids = rig.controls.map((c) => c.id);
  const program = compileController(index, { controller, controlIds: ids, sysex: noSysex, place: null });
  type State = ReturnType<typeof startController>;
  const play = (from: State, inputs: readonly ControllerInput[]): State => {
    let state = from;
    let wake: number | null = null;
    for (const input of inputs) {
      while (wake !== null && wake <= input.t) {
        const step = stepController(program, state, { type: 'tick', t: wake });
        state = step.state;
        wake = step.wakeAt;
      }
      const step = stepController(program, state, input);
      state = step.state;
      wake = step.wakeAt;
    }
    // Latches, counters and times are not what is looked at.
    return { ...state, memory: program.memoryAtStart, taps: {}, downs: {}, later: [] };
  };
  const down = (controlId: string, t: number): ControllerInput => ({ type: 'press', controlId, t, velocity: null });
  const up = (controlId: string, t: number): ControllerInput => ({ type: 'release', controlId, t });
  const end: ControllerInput = { type: 'tick', t: 10_000 };
  // Two quick presses count as one gesture only where the switch has a function for them.
  const doubles = new Set(rig.assignments.filter((a) => a.gesture.type === 'double-tap').map((a) => a.controlId));
  const gestures = ids.flatMap((id): ControllerInput[][] => [
    [down(id, 0), up(id, 30), end],
    [down(id, 0), up(id, 2000), end],
    ...(doubles.has(id) ? [[down(id, 0), up(id, 30), down(id, 100), up(id, 130), end]] : []),
  ]);
  const key = (s: State): string => JSON.stringify([s.bank, s.page, s.lastUsed, s.open]);
  const place = (s: State): string => `${s.bank} ${s.page}`;
  const start = startController(program, 1, 1);
  const known = new Map([[key(start), { state: start, presses: 0 }]]);
  const edges: [string, string][] = [];
  const queue = [start];
  for (let state = queue.shift(); state; state = queue.shift()) {
    const cost = known.get(key(state))?.presses ?? 0;
    for (const inputs of gestures) {
      const next = play(state, inputs);
      edges.push([key(state), key(next)]);
      if (known.has(key(next))) continue;
      known.set(key(next), { state: next, presses: cost + 1 });
      queue.push(next);
    }
  }
  const back = new Set([...known].filter(([, k]) => place(k.state) === '1 1').map(([k]) => k));
  for (let grown = true; grown; ) {
    grown = false;
    for (const [a, b] of edges) {
      if (!back.has(b) || back.has(a)) continue;
      back.add(a);
      grown = true;
    }
  }
  const presses = new Map<string, number>();
  for (const { state, presses: n } of known.values()) presses.set(place(state), Math.min(n, presses.get(place(state)) ?? n));
  const traps = new Set([...known].filter(([k]) => !back.has(k)).map(([, k]) => place(k.state)));
  return { presses, traps: [...traps].sort() };
}

const wish = (layers: boolean): fc.Arbitrary<Wish> =>
  fc.record({
    on: fc.constantFrom('fs1', 'fs2'),
    gesture: fc.constantFrom('press' as const, 'release' as const, 'hold' as const, 'double-tap' as const),
    bank: fc.constantFrom(null, 1, 2, 3),
    layerId: layers ? fc.constantFrom(null, 'heel') : fc.constant(null),
    to: fc.oneof(
      fc.integer({ min: 1, max: 4 }).map((bank) => ({ type: 'bank' as const, bank })),
      fc.integer({ min: 1, max: 2 }).map((page) => ({ type: 'page' as const, page })),
      fc.constant({ type: 'last-used' as const }),
      fc.constantFrom(1, -1).map((by) => ({ type: 'step' as const, what: 'bank' as const, by })),
    ),
  });

const firmware = fc.record({
  banks: fc.integer({ min: 1, max: 3 }),
  pages: fc.integer({ min: 1, max: 2 }),
  press: fc.constantFrom('always-fires', 'waits'),
  releaseAfterHold: fc.constantFrom('fires', 'suppressed'),
  releaseLookup: fc.constantFrom('press-layer', 'current-layer'),
});

describe('the search of places', () => {
  it('finds the places, presses and traps that a plain walk finds', () => {
    fc.assert(
      fc.property(fc.array(wish(false), { maxLength: 6 }), firmware, (wishes, of) => {
        const rig = rigOf(wishes, of);
        same(rig);
      }),
      { numRuns: 250 },
    );
  });
  it('and with a layer that stays open, or is for the next press', () => {
    fc.assert(
      fc.property(
        fc.array(wish(true), { maxLength: 6 }),
        firmware,
        fc.constantFrom('toggled' as const, 'next-press' as const),
        (wishes, of, mode) => {
          same(rigOf(wishes, of, [layer({ mode })]));
        },
      ),
      { numRuns: 250 },
    );
  });
  it('tells a long press from a short one on firmware that waits for a second tap', () => {
    const wishes: Wish[] = [
      { on: 'fs2', gesture: 'double-tap', bank: null, to: { type: 'step', what: 'bank', by: 1 } },
      { on: 'fs2', gesture: 'press', bank: null, layerId: 'heel', to: { type: 'page', page: 2 } },
    ];
    same(rigOf(wishes, { banks: 1, pages: 2, press: 'waits', releaseLookup: 'current-layer' }, [layer({ mode: 'next-press' })]));
  });
  it('counts a modifier that is held as a press of its own', () => {
    const rig = rigOf([{ on: 'fs1', gesture: 'press', bank: null, layerId: 'heel', to: { type: 'bank', bank: 2 } }], {}, [
      layer(),
    ]);
    const space = exploreOf(rig);
    expect(space.pressesTo(2, 1)).toBe(2);
    expect(space.wayTo(2, 1)?.map((s) => s.words)).toEqual(['hold MOD and press FS1']);
    expect(space.traps).toEqual([{ bank: 2, page: 1 }]);
  });
  it('tells how many presses an assignment is away from anywhere, and from where it cannot be had', () => {
    const there: Wish = { on: 'fs1', gesture: 'press', bank: 1, to: { type: 'bank', bank: 2 } };
    const back: Wish = { on: 'fs1', gesture: 'press', bank: 2, to: { type: 'bank', bank: 1 } };
    const urgent = assignment({ id: 'urgent', on: 'fs2', bank: 1, behaviour: fixed(127), meant: ['freeze'] });
    const farthest = (wishes: readonly Wish[]): number => {
      const rig = rigOf(wishes, {});
      return exploreOf({ ...rig, assignments: [...rig.assignments, urgent] }).farthest(urgent);
    };
    expect(farthest([])).toBe(1);
    expect(farthest([there, back])).toBe(2);
    expect(farthest([there])).toBe(Number.POSITIVE_INFINITY);
  });
  it('buttons of the unit lead everywhere and back', () => {
    const rig = rigOf([], { banks: 4, bankButtons: true });
    const space = exploreOf(rig);
    expect([1, 2, 3, 4].map((bank) => space.pressesTo(bank, 1))).toEqual([0, 1, 2, 1]);
    expect(space.traps).toEqual([]);
  });
});

function exploreOf(rig: Rig) {
  const [controller] = rig.controllers;
  if (!controller) throw new Error('no controller');
  return exploreController(indexRig(rig), controller);
}

function same(rig: Rig): void {
  const walk = plainWalk(rig);
  const space = exploreOf(rig);
  const [controller] = rig.controllers;
  for (let bank = 1; bank <= (controller?.firmware.banks ?? 0); bank++) {
    for (let page = 1; page <= (controller?.firmware.pages ?? 0); page++)
      expect(space.pressesTo(bank, page)).toBe(walk.presses.get(`${bank} ${page}`) ?? null);
  }
  expect(space.traps.map((t) => `${t.bank} ${t.page}`).sort()).toEqual(walk.traps);
}
