// One deed done from a state of the whole rig, played on the simulator: where it leads, and what happened on the way.
import { type Chain, type ChainState, run, type Trace, untilQuiet, VALUE } from '../bench';
import { panelView, stepController } from '../controller';
import type { ScriptEvent } from '../rig';
import { type Deed, eventsOf } from './hand';
import { LEAP_DB } from './loudness';
import { isThere, type Wished } from './wish';

/** What came of a deed. */
export interface Doing {
  readonly deed: Deed;
  readonly state: ChainState;
  /** Where a fader or pedal was moved to, 0–1, or by how many clicks an encoder was turned; null for what is pressed. */
  readonly to: number | null;
  /** How much of its travel it went, 1 from end to end. */
  readonly travelled: number;
  /** Dangerous things that nobody asked for. */
  readonly hazards: number;
  /** Wanted slots that took any value on the way, left there or not. */
  readonly touched: readonly number[];
  /** When all of it is over, in milliseconds of the chain. */
  readonly endsAt: number;
}

/** Between two positions of a moved control, in milliseconds. */
const POSITION_MS = 5;
/** Positions between the ends of a moved control. */
const POSITIONS = 127;
/** Most clicks that are tried at once: as many as one event has. */
const MOST_CLICKS = 1024;

/**
 * What can come of a deed from a state, nothing being under way, from a time in milliseconds on. What is moved or turned goes where it brings one of `aims`; nothing where it
 * brings none of them. `wanted`: slots that a scene names, which may do what would be dangerous otherwise.
 */
export function doingsOf(
  chain: Chain,
  state: ChainState,
  deed: Deed,
  t: number,
  aims: readonly Wished[],
  wanted: ReadonlySet<number>,
): readonly Doing[] {
  const play = (events: readonly ScriptEvent[], to: number | null, travelled: number): Doing => {
    const done = run(chain, state, events, untilQuiet);
    const last = Math.max(events.at(-1)?.atMs ?? t, done.trace.t.at(-1) ?? t);
    return { deed, state: done.state, to, travelled, ...metIn(chain, state, done.trace, wanted), endsAt: last };
  };
  switch (deed.does) {
    case 'move':
      return moved(chain, state, deed.on.id, t, aims, play);
    case 'turn':
      return turned(state, deed.on.id, t, aims, play);
    case 'button':
      return buttonEvents(chain, state, deed, t).map((event) => play([event], null, 0));
    default:
      return [play(eventsOf(deed, t), null, 0)];
  }
}

type Play = (events: readonly ScriptEvent[], to: number | null, travelled: number) => Doing;

/** The place that a button of the unit steps to. */
function buttonEvents(
  chain: Chain,
  state: ChainState,
  deed: Extract<Deed, { does: 'button' }>,
  t: number,
): readonly ScriptEvent[] {
  const at = chain.placeOf.get(deed.of.id) ?? -1;
  const [program, now] = [chain.controllers[at], state.controllers[at]];
  if (!program || !now) return [];
  const { bank, page } = stepController(program, now, {
    type: 'go',
    t,
    to: { type: 'step', what: deed.what, by: deed.by },
  }).state;
  return [{ do: 'go', atMs: t, on: deed.of.id, bank, page }];
}

/** A control moved straight to where an aim is met; past one of its ends first where only that brings it (a knob that has to pick a value up). */
function moved(chain: Chain, state: ChainState, on: string, t: number, aims: readonly Wished[], play: Play): readonly Doing[] {
  const all: Doing[] = [];
  const tried = new Set<number>();
  const values = sampled(chain, state, on, t, [], COARSE);
  const now = standing(chain, state, on);
  for (const aim of aims) {
    const to = positionFor(
      aim,
      values.get(aim.slot) ?? [],
      (lead, fine) => sampled(chain, state, on, t, lead, fine).get(aim.slot) ?? [],
    );
    if (to === null || tried.has(to)) continue;
    tried.add(to);
    for (const stops of [[], [0], [1]]) {
      const path = pathOver([now ?? to, ...stops, to]);
      const done = play(
        path.map((position, i) => ({ do: 'move', atMs: t + i * POSITION_MS, on, position })),
        to,
        path.length / POSITIONS,
      );
      if (!isThere(aim, done.state)) continue;
      all.push(done);
      break;
    }
  }
  return all;
}

const standing = (chain: Chain, state: ChainState, on: string): number | null => {
  const at = chain.controls.get(on)?.controller ?? -1;
  const [program, now] = [chain.controllers[at], state.controllers[at]];
  return program && now ? (panelView(program, now).get(on)?.position ?? null) : null;
};

/** Positions that seven bits tell apart, from end to end. */
const COARSE = Array.from({ length: POSITIONS + 1 }, (_, i) => i / POSITIONS);

/** The position that brings an aim: of those that seven bits tell apart, or between the two beside the nearest where only more bits bring it. */
function positionFor(
  aim: Wished,
  values: readonly number[],
  closer: (lead: readonly number[], fine: readonly number[]) => readonly number[],
): number | null {
  const at = nearest(values, aim.value);
  if (at === null) return null;
  if (Math.abs((values[at] ?? Number.NaN) - aim.value) <= aim.within) return COARSE[at] ?? null;
  const from = Math.max(0, at - 1);
  const to = Math.min(POSITIONS, at + 1);
  const fine = COARSE.map((part) => (from + (to - from) * part) / POSITIONS);
  const found = nearest(closer(COARSE.slice(0, from + 1), fine), aim.value);
  return found === null ? null : (fine[found] ?? null);
}

/** What each parameter is while a control goes over some positions in their order, position by position, by slot; only those that it moves. `lead`: where it comes along before. */
function sampled(
  chain: Chain,
  state: ChainState,
  on: string,
  t: number,
  lead: readonly number[],
  positions: readonly number[],
): ReadonlyMap<number, readonly number[]> {
  // To the lower end first, so that what picks a value up has it in hand from there on.
  const path = [...COARSE.toReversed(), ...lead, ...positions];
  const skipped = path.length - positions.length;
  const events = path.map((position, i): ScriptEvent => ({ do: 'move', atMs: t + i * POSITION_MS, on, position }));
  const { trace } = run(chain, state, events, untilQuiet);
  const values = new Map<number, number[]>();
  trace.kind.forEach((kind, i) => {
    const step = Math.round(((trace.t[i] ?? 0) - t) / POSITION_MS) - skipped;
    const slot = trace.a[i] ?? -1;
    if (kind !== VALUE) return;
    const row = values.get(slot) ?? Array.from<number>({ length: positions.length }).fill(Number.NaN);
    values.set(slot, row.fill(trace.b[i] ?? Number.NaN, Math.min(positions.length - 1, Math.max(0, step))));
  });
  return values;
}

/** Where a row of values comes nearest to one; null where it has none. */
function nearest(values: readonly number[], to: number): number | null {
  let best: number | null = null;
  values.forEach((value, i) => {
    const off = Math.abs(value - to);
    if (!Number.isNaN(off) && (best === null || off < Math.abs((values[best] ?? Number.NaN) - to))) best = i;
  });
  return best;
}

/** Every position on the way from one stop to the next, the first one left out unless it is the only one. */
function pathOver(stops: readonly number[]): readonly number[] {
  const path: number[] = [];
  for (const [i, to] of stops.entries()) {
    const from = stops[i - 1];
    if (from === undefined) continue;
    const steps = Math.max(1, Math.round(Math.abs(to - from) * POSITIONS));
    for (let step = 1; step <= steps; step++) path.push(from + ((to - from) * step) / steps);
  }
  return path;
}

/** An encoder turned by as many clicks as an aim asks for, by what one click each way does. */
function turned(state: ChainState, on: string, t: number, aims: readonly Wished[], play: Play): readonly Doing[] {
  const turn = (clicks: number): Doing => play([{ do: 'turn', atMs: t, on, clicks }], clicks, 0);
  const one = [turn(1), turn(-1)];
  const all: Doing[] = [];
  for (const aim of aims) {
    const before = state.targets.values[aim.slot] ?? Number.NaN;
    const made = one.flatMap((done) => {
      const by = (done.state.targets.values[aim.slot] ?? Number.NaN) - before;
      const clicks = Math.round((aim.value - before) / by);
      if (!Number.isFinite(clicks) || clicks < 1 || clicks > MOST_CLICKS) return [];
      return [clicks, clicks + 1, clicks - 1].filter((n) => n > 0).map((n) => n * (done.to ?? 1));
    });
    const found = made.map(turn).find((done) => isThere(aim, done.state));
    if (found && !all.some((done) => done.to === found.to)) all.push(found);
  }
  return all;
}

/**
 * What a trace has of dangerous things (parameters tagged *hazard* that moved or fired, loudness that leapt up from one message to the next), and the wanted slots that took a value.
 */
function metIn(
  { targets }: Chain,
  before: ChainState,
  trace: Trace,
  wanted: ReadonlySet<number>,
): { readonly hazards: number; readonly touched: readonly number[] } {
  const found = new Set<number>();
  const touched = new Set<number>();
  const now = new Map<number, number>();
  trace.kind.forEach((kind, i) => {
    if (kind !== VALUE) return;
    const slot = trace.a[i] ?? -1;
    const value = trace.b[i] ?? Number.NaN;
    const parameter = targets.parameters[slot];
    const from = now.get(slot) ?? before.targets.values[slot] ?? value;
    now.set(slot, value);
    if (wanted.has(slot)) touched.add(slot);
    if (!parameter) return;
    if (parameter.tags.includes('hazard') && !wanted.has(slot)) found.add(slot);
    if (parameter.tags.includes('loudness') && parameter.unit === 'dB' && value - from > LEAP_DB) found.add(slot);
  });
  return { hazards: found.size, touched: [...touched] };
}
