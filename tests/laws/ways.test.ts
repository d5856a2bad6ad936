// Ways between scenes: against a search that tries every gesture from everywhere and leaves nothing out, over random rigs; and worked out by hand.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Chain, type ChainState, run, startChain, untilQuiet, wholeChain } from '@/core/bench';
import { indexRig, type Rig, type ScriptEvent } from '@/core/rig';
import { groundOf, usualWayOptions, type Way, type Wish, wayTo } from '@/core/stage';
import { type SomeWayRig, someWayRig, WAY_PARAMETERS, wayRig, wishOf } from '../kit/way-rig';

/** How often a law is played; a failure names its seed. */
const plays = (usual: number) => ({
  numRuns: Number(process.env.KEEN_DIAL_RUNS ?? usual),
});

/** What can be tried on it, spelled out: a gesture of a switch with the modifier up or down, or a button of the unit. */
const tried: readonly {
  readonly on: string;
  readonly how: string;
  readonly held: boolean;
  readonly events: (t: number, bank: number) => readonly ScriptEvent[];
}[] = [
  ...['fs1', 'fs2', 'mod'].flatMap((on) =>
    [false, true].flatMap((held) =>
      on === 'mod' && held
        ? []
        : (['tap', 'hold', 'double'] as const).map((how) => ({
            on,
            how,
            held,
            events: (t: number): readonly ScriptEvent[] => {
              const down = (id: string, at: number): ScriptEvent => ({ do: 'press', on: id, atMs: t + at, velocity: null });
              const up = (id: string, at: number): ScriptEvent => ({ do: 'release', on: id, atMs: t + at });
              const own =
                how === 'tap'
                  ? [down(on, 100), up(on, 150)]
                  : how === 'hold'
                    ? [down(on, 100), up(on, 1500)]
                    : [down(on, 100), up(on, 140), down(on, 200), up(on, 240)];
              return held ? [down('mod', 0), ...own, up('mod', 2500)] : own;
            },
          })),
    ),
  ),
];
const buttons = [1, 2].map((to) => ({
  on: '',
  how: 'button',
  held: false,
  events: (t: number, bank: number): readonly ScriptEvent[] =>
    bank === to ? [] : [{ do: 'go', on: 'board', atMs: t, bank: to, page: 1 }],
}));
const centre: Readonly<Record<string, number>> = { fs1: 50, fs2: 90, mod: 170 };

type Tuple = readonly [hazards: number, outside: number, gestures: number, travel: number];
const before = (a: Tuple, b: Tuple): boolean => {
  const i = a.findIndex((n, at) => Math.abs(n - (b[at] ?? 0)) > 1e-6);
  return i >= 0 && (a[i] ?? 0) < (b[i] ?? 0);
};

/** The least cost of any sequence of up to `most` gestures, with nothing left out: every state and every foot, until nothing gets better. */
function exhaustively(
  chain: Chain,
  start: ChainState,
  wish: Wish,
  { buttons: hasButtons, hazard, functions, layer: mode }: SomeWayRig,
  most = Number.POSITIVE_INFINITY,
): Tuple | null {
  const slotOf = (id: string): number => chain.targets.slots.get(id) ?? -1;
  const wanted = new Map(wish.values.map((v) => [slotOf(v.parameterId), v.value]));
  const danger = hazard && !wanted.has(slotOf('p3')) ? slotOf('p3') : -1;
  const keyOf = (s: ChainState): string =>
    JSON.stringify([s.targets.values, s.targets.pressed, s.controllers.map((c) => [c.bank, c.open, c.memory])]);
  const spent = new Map<
    string,
    { readonly state: ChainState; readonly foot: string | null; readonly cost: Tuple; readonly t: number }
  >();
  const first = { state: start, foot: null, cost: [0, 0, 0, 0] as Tuple, t: 0 };
  spent.set('start', first);
  const open = [...spent.values()];
  // Two quick presses are one gesture only on a switch that has something on a double tap.
  const doubles = new Set<string>(functions.flatMap((f) => (f.gesture === 'double-tap' ? [f.on] : [])));
  const acts = [
    ...tried.filter((a) => (a.how !== 'double' || doubles.has(a.on)) && (!a.held || mode === 'while-held')),
    ...(hasButtons ? buttons : []),
  ];
  for (let node = open.shift(); node; node = open.shift()) {
    if (node.cost[2] === most) continue;
    for (const act of acts) {
      const events = act.events(node.t, node.state.controllers[0]?.bank ?? 1);
      if (events.length === 0) continue;
      const { state, trace } = run(chain, node.state, events, untilQuiet);
      const hit = danger >= 0 && trace.kind.some((kind, i) => kind === 4 && trace.a[i] === danger) ? 1 : 0;
      const foot = act.on === '' ? node.foot : act.on;
      const far = node.foot !== null && foot !== null ? Math.abs((centre[foot] ?? 0) - (centre[node.foot] ?? 0)) : 0;
      const cost: Tuple = [node.cost[0] + hit, 0, node.cost[2] + 1, node.cost[3] + far];
      // A dearer way of fewer gestures may be gone on with where they are counted.
      const key = `${most === Number.POSITIVE_INFINITY ? '' : cost[2]} ${foot} ${keyOf(state)}`;
      const known = spent.get(key);
      if (known && !before(cost, known.cost)) continue;
      const next = { state, foot, cost, t: node.t + 10_000 };
      spent.set(key, next);
      open.push(next);
    }
  }
  let best: Tuple | null = null;
  for (const { state, cost } of spent.values()) {
    const { values } = state.targets;
    if (![...wanted].every(([slot, value]) => values[slot] === value)) continue;
    const stands = (s: Wish['stand'][number]): boolean => {
      const open = state.controllers[0]?.open.map((o) => o.id) ?? [];
      return (
        (s.bank === null || s.bank === state.controllers[0]?.bank) &&
        (s.layerIds === null || JSON.stringify(s.layerIds) === JSON.stringify(open))
      );
    };
    if (!wish.stand.every(stands)) continue;
    const outside = WAY_PARAMETERS.filter(
      (id) => !wanted.has(slotOf(id)) && values[slotOf(id)] !== start.targets.values[slotOf(id)],
    ).length;
    const whole: Tuple = [cost[0], outside, cost[2], cost[3]];
    if (best === null || before(whole, best)) best = whole;
  }
  return best;
}

function found(rig: Rig, wish: Wish, options = usualWayOptions) {
  const index = indexRig(rig);
  const chain = wholeChain(index, new Set());
  const ground = groundOf(index, chain);
  const begin = { state: startChain(chain, 'switched-on'), foot: null, t: 0 };
  return { chain, ground, begin, way: wayTo(ground, begin, wish, options) };
}

const costOf = (way: Way): Tuple | null =>
  way.type === 'way' ? [way.cost.hazards, way.cost.outside, way.cost.gestures, way.cost.travel] : null;

describe('the way to a scene', () => {
  it('costs what the best of all sequences costs, and is none where there is none', () => {
    fc.assert(
      fc.property(someWayRig, (given) => {
        const rig = wayRig(given);
        const wish = wishOf(given);
        const { chain, begin, way } = found(rig, wish, { ...usualWayOptions, plays: 1e6 });
        expect(way.type).not.toBe('not-found');
        const best = exhaustively(chain, begin.state, wish, given);
        expect(costOf(way)?.map((n) => Math.round(n * 1e6) / 1e6) ?? null).toEqual(
          best?.map((n) => Math.round(n * 1e6) / 1e6) ?? null,
        );
        if (way.type === 'way') expect(way.proved).toBe(true);
      }),
      plays(40),
    );
  });
  it('that is given up on was looked for among all that it says', () => {
    fc.assert(
      fc.property(someWayRig, fc.integer({ min: 1, max: 60 }), (given, most) => {
        const rig = wayRig(given);
        const wish = wishOf(given);
        const { chain, begin, way } = found(rig, wish, { ...usualWayOptions, plays: most });
        if (way.type === 'none' || (way.type === 'way' && way.proved)) return;
        const best = exhaustively(chain, begin.state, wish, given, Math.min(way.tried, 4));
        if (best === null) return;
        const cost = costOf(way);
        // None of them is better than what was found, and there is none where nothing was.
        expect(cost !== null && !before(best, cost)).toBe(true);
      }),
      plays(60),
    );
  });
});

describe('what the law found', () => {
  it('a switch that does nothing by itself releases another of its group: press FS 1, then FS 2', () => {
    const given: SomeWayRig = {
      functions: [
        { on: 'fs1', bank: 1, held: false, gesture: 'press', does: 'latch-reversed', moves: 0, also: false },
        { on: 'fs1', bank: 1, held: false, gesture: 'hold', does: 'bank 2', moves: 0, also: false },
      ],
      modes: ['absolute', 'absolute', 'absolute'],
      hazard: false,
      buttons: false,
      layer: 'while-held',
      fallsThrough: false,
      feedback: 'none',
      survive: true,
      group: 'stays-on',
      wishes: [1, null, null],
      bank: null,
      open: null,
    };
    const { way } = found(wayRig(given), wishOf(given));
    expect(way.type === 'way' && way.steps.map(({ deed }) => [deed.does, deed.on?.id])).toEqual([
      ['tap', 'fs1'],
      ['tap', 'fs2'],
    ]);
  });
  it('in a layer that is held and through which nothing shows a switch still releases another of its group', () => {
    const given: SomeWayRig = {
      functions: [
        { on: 'fs1', bank: 1, held: false, gesture: 'press', does: 'bank 2', moves: 0, also: false },
        { on: 'fs1', bank: 2, held: false, gesture: 'press', does: 'latch', moves: 0, also: true },
        { on: 'fs1', bank: 1, held: false, gesture: 'press', does: 'latch', moves: 0, also: false },
        { on: 'fs1', bank: 2, held: false, gesture: 'press', does: 'bank 1', moves: 0, also: false },
      ],
      modes: ['absolute', 'absolute', 'set'],
      hazard: false,
      buttons: false,
      layer: 'while-held',
      fallsThrough: false,
      feedback: 'none',
      survive: false,
      group: 'turns-off',
      wishes: [null, null, 1],
      bank: null,
      open: null,
    };
    const { way } = found(wayRig(given), wishOf(given));
    expect(way.type === 'way' && [way.cost.outside, way.cost.gestures]).toEqual([0, 5]);
    expect(way.type === 'way' && way.steps.some(({ deed }) => deed.holding.some((c) => c.id === 'mod'))).toBe(true);
  });
});
