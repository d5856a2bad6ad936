// Where a controller is, by what is heard of it: whatever is played on the simulated controller, the true place is among those that are thought possible, and nothing that it sends
// counts as lost. What is thought is not told anything but the words and their times.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sysexOf } from '@/core/bench';
import {
  type Armed,
  type ControllerInput,
  type ControllerState,
  compileController,
  type SpeakingTable,
  speakingTable,
  stepController,
  switchOn,
  type Whereabouts,
} from '@/core/controller';
import { beginFollowing, type Following, hear, likelyPlaces, possiblePlaces, takenOver, whileDeaf } from '@/core/following';
import {
  type Action,
  type Arrival,
  type Assignment,
  type Controller,
  gestureTypeSchema,
  indexRig,
  type Rig,
  type SwitchGroup,
} from '@/core/rig';
import { richRig, someRichRig } from '../kit/rich-rig';
import { assignment, cc, fixed, latching, layer, momentary, parameter, smallRig, withFunctions } from '../kit/small-rig';

/** How often a law is played; a failure names its seed. */
const plays = (usual: number) => ({
  numRuns: Number(process.env.KEEN_DIAL_RUNS ?? usual),
});

/** One thing done: to which of the controls, what, and how long after the one before. */
const someDeed = fc.record({
  on: fc.nat(7),
  does: fc.constantFrom('press', 'press', 'release', 'release', 'tap', 'tap', 'hold', 'double', 'move', 'turn', 'button'),
  ms: fc.constantFrom(0, 5, 40, 200, 700, 3000),
  amount: fc.integer({ min: 0, max: 100 }),
});
const someHand = fc.array(someDeed, { minLength: 1, maxLength: 30 });
const someGap = fc.oneof(fc.constant([0, 0] as const), fc.tuple(fc.nat(20), fc.nat(30)));
/** Often in none of the hands. */
const someHandover = fc.oneof(fc.constant(-1), fc.nat(30));
type SomeDeed = typeof someDeed extends fc.Arbitrary<infer T> ? T : never;

/** What a hand does, as inputs with their times, in milliseconds. */
function inputsOf(rig: Rig, controller: Controller, hand: readonly SomeDeed[]): readonly ControllerInput[] {
  const ids = rig.controls.filter((c) => c.controllerId === controller.id).map((c) => c.id);
  const { bankButtons, banks, pages, holdMs } = controller.firmware;
  let t = 10;
  const inputs: ControllerInput[] = [];
  for (const { on, does, ms, amount } of hand) {
    t += ms;
    const controlId = ids[on % ids.length] ?? '';
    const tap = (for_: number): void => {
      inputs.push({ type: 'press', controlId, t, velocity: null });
      t += for_;
      inputs.push({ type: 'release', controlId, t });
    };
    if (does === 'press') inputs.push({ type: 'press', controlId, t, velocity: amount % 2 === 0 ? null : amount / 100 });
    else if (does === 'release') inputs.push({ type: 'release', controlId, t });
    else if (does === 'tap') tap(30);
    else if (does === 'hold') tap(holdMs + 20);
    else if (does === 'double') {
      tap(30);
      t += 40;
      tap(amount < 50 ? 30 : holdMs + 20);
    } else if (does === 'move') inputs.push({ type: 'move', controlId, t, position: amount / 100 });
    else if (does === 'turn') inputs.push({ type: 'turn', controlId, t, clicks: amount - 50 || 1 });
    else if (bankButtons) {
      const what = amount % 2 === 0 && pages > 1 ? 'page' : 'bank';
      if (what === 'page' || banks > 1) inputs.push({ type: 'go', t, to: { type: 'step', what, by: amount < 50 ? 1 : -1 } });
    }
  }
  return inputs;
}

type RangeEmitter = Extract<Extract<Armed['actions'][number], { type: 'send' }>['emitter'], { type: 'range' }>;

/** Whether two places of the travel send the same value, of 14 bits the same high ones. */
function sendsTheSame({ from, to, curve }: RangeEmitter, a: number, b: number): boolean {
  const [one, other] = [a, b].map((p) => Math.round(from + (to - from) * curve(p)));
  return Math.max(from, to) > 127 ? (one ?? 0) >> 7 === (other ?? 0) >> 7 : one === other;
}

const placeOf = ({ bank, page, open }: ControllerState): Whereabouts => ({
  bank,
  page,
  layerIds: open.filter((o) => o.until !== 'release').map((o) => o.id),
});

/** Plays a hand on a controller and lets what is heard be followed; `look` is called whenever nothing is on its way. */
function followed(
  rig: Rig,
  controller: Controller,
  hand: readonly SomeDeed[],
  from: 'switched-on' | 'anywhere',
  /** From which and up to which of the inputs nothing is heard. */
  deaf: readonly [number, number],
  /** Before which input another goes on from what is known; −1 for never. */
  handedOver: number,
  look: (truth: Whereabouts, following: Following, table: SpeakingTable) => void,
): void {
  const index = indexRig(rig);
  const sysex = sysexOf(index);
  const table = speakingTable(index, controller, sysex, 2000);
  if (!table) return;
  const controlIds = (index.controlsOf.get(controller.id) ?? []).map((c) => c.id);
  const program = compileController(index, { controller, controlIds, sysex, place: null });
  let following = beginFollowing(table, from);
  const begun = switchOn(program);
  let state = begun.state;
  let wake = begun.wakeAt;
  let hears = true;
  const moves = new Map<string, readonly number[]>();
  const turned = new Set<string>();
  const step = (input: ControllerInput): void => {
    const made = stepController(program, state, input);
    state = made.state;
    wake = made.wakeAt;
    if (!hears) {
      following = whileDeaf(table, following);
      look(placeOf(state), following, table);
      return;
    }
    for (let i = 0; i < made.output.length; i += 3) {
      following = hear(table, following, input.t, made.output[i] ?? 0);
    }
    look(placeOf(state), following, table);
    // What a latch is said to stand at, it stands at.
    for (const { assignment: row, actions } of program.armed) {
      const said = following.stands.get(row?.id ?? '');
      const latches = actions.flatMap((a) => (a.type === 'send' && a.emitter.type === 'latching' ? [a.emitter.phase] : []));
      if (said !== undefined) expect(latches.map((phase) => state.memory[phase] === 1)).toContain(said === 'on');
    }
    // Where a fader is said to be, it was: it sends the same there.
    for (const [controlId, position] of following.positions) {
      // What is turned click by click has no travel.
      if (turned.has(controlId)) continue;
      const ranges = program.armed.flatMap(({ assignment: row, actions }) =>
        row?.controlId === controlId
          ? actions.flatMap((a) => (a.type === 'send' && a.emitter.type === 'range' ? [a.emitter] : []))
          : [],
      );
      const springs = rig.controls.find((c) => c.id === controlId)?.springsTo ?? 0;
      const was = [0, springs, ...(moves.get(controlId) ?? [])];
      expect(ranges.some((e) => was.some((p) => sendsTheSame(e, p, position)))).toBe(true);
    }
  };
  for (const [i, input] of inputsOf(rig, controller, hand).entries()) {
    if (input.type === 'move') moves.set(input.controlId, [...(moves.get(input.controlId) ?? []), input.position]);
    if (input.type === 'turn') turned.add(input.controlId);
    hears = i < deaf[0] || i >= deaf[1];
    if (i === handedOver) following = takenOver(table, knownOf(table, following), input.t);
    for (let ticks = 0; wake !== null && wake <= input.t && ticks < 500; ticks++) step({ type: 'tick', t: wake });
    step(input);
  }
  for (let ticks = 0; wake !== null && ticks < 100; ticks++) step({ type: 'tick', t: wake });
}

const knownOf = (table: SpeakingTable, following: Following) => ({
  possible: possiblePlaces(table, following),
  likely: likelyPlaces(table, following),
  on: [...following.stands.keys()],
  positions: following.positions,
});

/** A function of a small board: banks that are gone to with and without anything sent, at once, late, and by arriving. */
const someOne = fc.record({
  on: fc.constantFrom('fs1', 'fs2', 'mod'),
  bank: fc.constantFrom(null, 1, 2, 3),
  gesture: fc.constantFrom('press', 'press', 'press', 'hold', 'double-tap', 'release'),
  sends: fc.constantFrom(null, 20, 21, 22, 23, 24),
  how: fc.constantFrom(fixed(127), latching(127, 0), momentary(127, 0)),
  goes: fc.constantFrom(null, null, 1, 2, 3, 'on', 'back'),
  first: fc.constantFrom('go', 'send'),
  waits: fc.constantFrom(0, 0, 0, 300),
  held: fc.constantFrom(false, false, false, true),
});
const someBoard = fc.record({
  functions: fc.array(someOne, { minLength: 2, maxLength: 8 }),
  arrivals: fc.uniqueArray(fc.tuple(fc.constantFrom(1, 2, 3), fc.constantFrom(30, 31)), {
    selector: ([bank]) => bank,
    maxLength: 3,
  }),
  waits: fc.boolean(),
  buttons: fc.constantFrom(false, false, true),
  layer: fc.constantFrom('while-held' as const, 'toggled' as const, 'next-press' as const),
  survives: fc.boolean(),
  /** Whether two switches release each other. */
  group: fc.constantFrom(null, null, 'turns-off' as const, 'stays-on' as const),
});
type SomeBoard = typeof someBoard extends fc.Arbitrary<infer T> ? T : never;

function boardOf({ functions, arrivals, waits, buttons, layer: mode, survives, group }: SomeBoard): Rig {
  const made = functions.map(({ on, bank, gesture, sends, how, goes, first, waits: ms, held }, i): Assignment => {
    const row = assignment({
      id: `a${i}`,
      on,
      bank,
      gesture: gesture as 'press',
      message: cc(sends ?? 20),
      behaviour: how,
      meant: [],
      ...(held ? { layerId: 'heel' } : {}),
    });
    const send = sends === null ? [] : row.actions;
    const go = goes === null ? [] : [going(goes)];
    const wait: Action[] = ms === 0 ? [] : [{ type: 'wait', ms }];
    return { ...row, actions: first === 'go' ? [...go, ...wait, ...send] : [...send, ...wait, ...go] };
  });
  const firmware = {
    banks: 3,
    bankButtons: buttons,
    togglesSurviveBankChange: survives,
    press: waits ? ('waits' as const) : ('always-fires' as const),
    gestures: gestureTypeSchema.options,
  };
  const rig = smallRig([parameter('freeze')], { firmware, layers: [layer({ mode })] });
  const rows = arrivals.map(
    ([bank, number], i): Arrival => ({
      id: `arrival${i}`,
      order: i,
      controllerId: 'board',
      bank,
      page: null,
      atStart: true,
      latches: [],
      note: '',
      actions: assignment({ id: 'x', on: 'fs1', message: cc(number), behaviour: fixed(1), meant: [] }).actions,
      entered: null,
    }),
  );
  const doing = made.filter((a) => a.actions.length > 0);
  const released: SwitchGroup = {
    id: 'group',
    order: 1,
    controllerId: 'board',
    name: '',
    controlIds: ['fs1', 'fs2'],
    bank: null,
    page: null,
    sendsOff: buttons,
    pressedAgain: group ?? 'stays-on',
    note: '',
    entered: null,
  };
  return { ...withFunctions(rig, doing, []), arrivals: rows, groups: group === null ? [] : [released] };
}

const going = (to: number | string): Action => ({
  type: 'go',
  to: typeof to === 'number' ? { type: 'bank', bank: to } : { type: 'step', what: 'bank', by: to === 'on' ? 1 : -1 },
});

/** What must hold whenever nothing is on its way; counts how often, and how often places could be ruled out. */
function lawful() {
  const counts = { looks: 0, narrowed: 0 };
  return {
    counts,
    look: (truth: Whereabouts, following: Following, table: SpeakingTable): void => {
      const possible = possiblePlaces(table, following);
      expect(following.lost).toBe(false);
      expect(possible).toContainEqual(truth);
      for (const likely of likelyPlaces(table, following)) expect(possible).toContainEqual(likely);
      counts.looks++;
      if (possible.length < table.places.length) counts.narrowed++;
    },
  };
}
const someFrom = fc.constantFrom<('switched-on' | 'anywhere')[]>('switched-on', 'anywhere');

describe('where a controller is, by what is heard: the true place is always possible, and nothing that it sends is lost', () => {
  it('on everything that the model can say', () => {
    const { look } = lawful();
    fc.assert(
      fc.property(
        someRichRig,
        someHand,
        someFrom,
        fc.boolean(),
        someGap,
        someHandover,
        (some, hand, from, buttons, gap, over) => {
          const made = richRig(some);
          const controllers = made.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, bankButtons: buttons } }));
          for (const controller of controllers) followed({ ...made, controllers }, controller, hand, from, gap, over, look);
        },
      ),
      plays(80),
    );
  });

  it('on a small board, where most of it can be ruled out', () => {
    const { look, counts } = lawful();
    fc.assert(
      fc.property(someBoard, someHand, someFrom, someGap, someHandover, (some, hand, from, gap, over) => {
        const rig = boardOf(some);
        for (const controller of rig.controllers) followed(rig, controller, hand, from, gap, over, look);
      }),
      plays(600),
    );
    // Of some ten thousand looks: no seed comes near to none.
    if (counts.looks > 5000) expect(counts.narrowed).toBeGreaterThan(counts.looks / 100);
  });

  it('who takes over while a finger is down does not know where it came down', () => {
    const plain = { how: fixed(127), first: 'go', waits: 0, held: false } as const;
    const rig = boardOf({
      functions: [
        { ...plain, on: 'mod', bank: 1, gesture: 'hold', sends: 20, goes: null },
        { ...plain, on: 'mod', bank: null, gesture: 'press', sends: null, goes: 'on' },
      ],
      arrivals: [[2, 30]],
      waits: false,
      buttons: false,
      layer: 'while-held',
      survives: false,
      group: null,
    });
    const deed = { ms: 0, amount: 0 } as const;
    const hand = [
      { ...deed, on: 0, does: 'tap' },
      { ...deed, on: 3, does: 'press' },
      { ...deed, on: 0, does: 'press' },
    ] as const;
    const { look, counts } = lawful();
    // The press of MOD leads to the second bank; its hold, begun in the first one, is heard by whoever took over meanwhile.
    for (const controller of rig.controllers) followed(rig, controller, hand, 'switched-on', [0, 0], 3, look);
    expect(counts.looks).toBeGreaterThan(3);
  });
});
