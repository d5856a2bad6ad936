// What became of each way into a section in a take: there in time or not, what was touched besides, and what that did. Played again on the simulator.
import { type Chain, type ChainEvent, playSession, type Session, type Trace, usualSetup, VALUE, wholeChain } from '../bench';
import type { Parameter, RigIndex } from '../rig';
import { isThere, standsThere, type Transition, type Wish, type Wished, wishedIn, wishOf } from '../stage';
import { astrayIn, type HeardUnits } from './astray';
import { type Due, scheduleOf, type Take } from './schedule';
import { matched, type Planned, type Touch, touchesFor, touchesOf } from './touches';

/** There in time; there, but something of it sounded before its bar; there after the downbeat; not there when it was not waited for any more. */
export type Reached = 'in-time' | 'early' | 'late' | 'not';

/** A value that somebody finds where it should be another one; null where nobody knows it. */
export interface Found {
  readonly parameterId: string;
  readonly value: number | null;
}

/** A touch that is not in the way, and what it changed that the section does not want. */
export interface Extra extends Touch {
  /** Milliseconds from the downbeat, negative before. */
  readonly ms: number;
  readonly moved: readonly Found[];
}

export interface Attempt {
  /** The section that it leads to, by its place in the song. */
  readonly at: number;
  readonly reached: Reached;
  /** Milliseconds from the downbeat at which all of it was there; where it was early, at which the first of it sounded. Null where it never was, and where it was there all along. */
  readonly ms: number | null;
  /** In time, and nothing else moved. */
  readonly right: boolean;
  /** What is not as wanted at the end. */
  readonly missing: readonly Found[];
  /** Controllers that do not stand where the section wants them: of a real one only where nothing that agrees with what was heard of it is there. */
  readonly elsewhere: readonly string[];
  readonly extra: readonly Extra[];
  /** Gestures of the way that were not done, by their place in it. Nothing where a real controller played: its gestures are not heard. */
  readonly leftOut: readonly number[];
}

/** How long after the downbeat still counts as on it: a thirty-second note at 120 beats a minute. Common practice, no source. */
export const GRACE_MS = 62.5;
/** How finely it is looked where a controller stands. */
const LOOK_MS = 10;

/** Judges a take way by way, as it goes. */
export interface TakeJudge {
  /** The way that is judged next; null after the last one. */
  readonly next: () => Due | null;
  /** Judges it, by what was done since the one before: in the order of their times, none later than it closes. */
  readonly close: (events: readonly ChainEvent[]) => Attempt | null;
}

/**
 * A judge of a take that begins. `transitions`: those of the song, from the first one of the take on. What is done is told in milliseconds from the first click, what the player's
 * ears and device delay taken off.
 */
export function judgeOf(index: RigIndex, take: Take, transitions: readonly Transition[]): TakeJudge {
  const [first] = transitions;
  const left = [...scheduleOf(take).dues];
  const listening = first && listenTo(sessionAt(index, take, first), first.begins.t);
  const heard: HeardUnits = new Map();
  let from = 0;
  return {
    next: () => left[0] ?? null,
    close: (events) => {
      const due = left.shift();
      const transition = transitions.find((t) => t.at === due?.at);
      if (!due || !transition || !listening) return null;
      const wish = wishAt(index, transition, due);
      const astray = astrayIn(index, heard, events, wish, due.dueMs);
      const attempt = attemptOf({ index, transition, due, events, from, listening, wish, heard, astray });
      from = due.closesMs;
      return attempt;
    },
  };
}

/** What became of a whole take, way by way. `events`: all that was done, in the order of their times. */
export function attemptsIn(
  index: RigIndex,
  take: Take,
  transitions: readonly Transition[],
  events: readonly ChainEvent[],
): readonly Attempt[] {
  const judge = judgeOf(index, take, transitions);
  const attempts: Attempt[] = [];
  let left = events;
  for (let due = judge.next(); due; due = judge.next()) {
    const until = due.closesMs;
    const own = left.filter((e) => e.atMs <= until);
    left = left.slice(own.length);
    const attempt = judge.close(own);
    if (attempt) attempts.push(attempt);
  }
  return attempts;
}

/** The bench as it stands where a take begins, at the tempo of the take. */
export function sessionAt(index: RigIndex, { song, share }: Take, { begins }: Transition): Session {
  const tempo = { bpm: song.bpm * share, beatsPerBar: song.beatsPerBar };
  const chain = wholeChain(index, new Set(), tempo);
  // Beats and bars of the targets begin with the first click.
  const state = { ...begins.state, targets: { ...begins.state.targets, gridFrom: begins.t } };
  return { index, setup: { ...usualSetup, tempo }, unplugged: new Set(), chain, state };
}

interface Listening {
  readonly chain: Chain;
  readonly now: () => Session;
  /** Plays on up to a time of the take; what happened, its times counted in the take. */
  readonly on: (events: readonly ChainEvent[], until: number) => Trace;
}

function listenTo(begun: Session, shift: number): Listening {
  let session = begun;
  return {
    chain: begun.chain,
    now: () => session,
    on: (events, until) => {
      const done = playSession(
        session,
        events.map((e) => ({ ...e, atMs: e.atMs + shift })),
        until + shift,
      );
      session = done.session;
      return { ...done.trace, t: done.trace.t.map((t) => t - shift) };
    },
  };
}

interface Way {
  readonly index: RigIndex;
  readonly transition: Transition;
  readonly due: Due;
  readonly events: readonly ChainEvent[];
  readonly from: number;
  readonly listening: Listening;
  readonly wish: Wish;
  /** Real controllers, as far as they were heard. */
  readonly heard: Pick<HeardUnits, 'has'>;
  /** Those of them that cannot have stood where they are wanted. */
  readonly astray: readonly string[];
}

function wishAt(index: RigIndex, { song }: Transition, { at }: Due): Wish {
  const section = song.sections[at];
  return section ? wishOf(index, section) : { values: [], stand: [] };
}

/** A parameter that took a value. */
interface Change {
  readonly t: number;
  readonly slot: number;
  readonly value: number;
}

function attemptOf(way: Way): Attempt {
  const { index, due, events, from, listening, wish, heard, astray } = way;
  const asked: Wish = { ...wish, stand: wish.stand.filter((s) => !heard.has(s.controllerId)) };
  const wished = wishedIn(listening.chain, asked);
  const before = listening.now().state.targets.values;
  const watch = watcher(listening, asked, wished, due, before);
  const changes: Change[] = [];
  let left = events;
  for (const t of timesOf(way, asked)) {
    const batch = left.filter((e) => e.atMs <= t);
    left = left.slice(batch.length);
    changes.push(...watch(listening.on(batch, t), t));
  }
  const { there: found, sounded } = watch.found();
  // What a real controller shows is not heard: it is not there only where it cannot be.
  const there = astray.length > 0 ? null : found;
  const done = touchesOf(index, events);
  const extra = extrasOf(way, done, changes, wished, before);
  const reached = there === null ? 'not' : sounded !== null ? 'early' : there > due.dueMs + GRACE_MS ? 'late' : 'in-time';
  const { state } = listening.now();
  return {
    at: due.at,
    reached,
    ms:
      reached === 'early' && sounded !== null ? sounded - due.dueMs : there === null || there <= from ? null : there - due.dueMs,
    right: reached === 'in-time' && extra.every((e) => e.moved.length === 0),
    missing:
      found === null
        ? wished.filter((w) => !isThere(w, state)).map((w) => foundAt(w.parameter.id, state.targets.values[w.slot]))
        : [],
    elsewhere:
      there === null
        ? [...asked.stand.filter((s) => !standsThere(listening.chain, [s], state)).map((s) => s.controllerId), ...astray]
        : [],
    extra,
    leftOut: leftOutOf(way, done),
  };
}

/** A value as it is told: what nobody knows is null. */
const foundAt = (parameterId: string, value = Number.NaN): Found => ({ parameterId, value: Number.isNaN(value) ? null : value });

/** When it is looked: where anything is done, at the bars, and finely where it matters where a controller stands. */
function timesOf({ due, events, from }: Way, { stand }: Wish): readonly number[] {
  const times = new Set([...events.map((e) => e.atMs), due.dueMs, due.closesMs]);
  if (due.opensMs !== null && due.opensMs - GRACE_MS > from) times.add(due.opensMs - GRACE_MS);
  if (stand.length > 0) for (let t = from + LOOK_MS; t < due.closesMs; t += LOOK_MS) times.add(t);
  return [...times].sort((a, b) => a - b);
}

/**
 * Watches for the moment from which on everything wanted is there. Once it is there with its downbeat over, that stands; what comes then belongs to the next section. Beside it:
 * when the first of it sounded that stood changed as its bar began.
 */
function watcher(listening: Listening, asked: Wish, wished: readonly Wished[], due: Due, before: readonly number[]) {
  const values = [...before];
  const wanted = new Set(wished.map((w) => w.slot));
  let there: number | null = null;
  let over = false;
  let moved: number | null = null;
  let sounded: number | null = null;
  // As near before its bar as after its downbeat counts as on it.
  const opensMs = (due.opensMs ?? Number.NEGATIVE_INFINITY) - GRACE_MS;
  let opened = due.opensMs === null;
  const open = (): void => {
    opened = true;
    if (wished.some((w) => values[w.slot] !== before[w.slot])) sounded = moved;
  };
  const look = (t: number): void => {
    const { state } = listening.now();
    const all = wished.every((w) => Math.abs((values[w.slot] ?? Number.NaN) - w.value) <= w.within);
    const stands = standsThere(listening.chain, asked.stand, state);
    if (over) return;
    there = all && stands ? (there ?? t) : null;
    over = there !== null && t >= due.dueMs;
  };
  look(Number.NEGATIVE_INFINITY);
  const watch = (trace: Trace, t: number): readonly Change[] => {
    const changes: Change[] = [];
    trace.kind.forEach((kind, i) => {
      if (kind !== VALUE) return;
      const change: Change = { t: trace.t[i] ?? t, slot: trace.a[i] ?? -1, value: trace.b[i] ?? Number.NaN };
      changes.push(change);
      if (!opened && change.t >= opensMs) open();
      if (!opened && wanted.has(change.slot) && change.value !== values[change.slot]) moved ??= change.t;
      values[change.slot] = change.value;
      look(change.t);
    });
    if (!opened && t >= opensMs) open();
    look(t);
    return changes;
  };
  return Object.assign(watch, { found: () => ({ there, sounded }) });
}

/** Touches that are not in the way, each with what it left that the section does not want. */
function extrasOf(
  { index, transition, due, listening }: Way,
  done: readonly Touch[],
  changes: readonly Change[],
  wished: readonly Wished[],
  before: readonly number[],
): readonly Extra[] {
  const known = matched(done, plannedIn(index, transition)).done;
  const { parameters } = listening.chain.targets;
  const onTheWay = broughtBy(transition, parameters);
  const values = [...before];
  let next = 0;
  const takeUntil = (t: number): readonly number[] => {
    const slots: number[] = [];
    for (let change = changes[next]; change && change.t < t; change = changes[++next]) {
      values[change.slot] = change.value;
      slots.push(change.slot);
    }
    return slots;
  };
  return done.flatMap((touch, i): readonly Extra[] => {
    takeUntil(touch.atMs);
    const was = [...values];
    const slots = new Set(takeUntil(done[i + 1]?.atMs ?? Number.POSITIVE_INFINITY));
    const moved = [...slots].flatMap((slot) => {
      const parameter = parameters[slot];
      const now = values[slot] ?? Number.NaN;
      const wish = wished.find((w) => w.slot === slot);
      const isWanted = wish !== undefined && Math.abs(now - wish.value) <= wish.within;
      if (!parameter || isWanted || (parameter.kind !== 'trigger' && Object.is(now, was[slot]))) return [];
      return [foundAt(parameter.id, now)];
    });
    if (touch.does !== 'heard') return known.has(i) ? [] : [{ ...touch, ms: touch.atMs - due.dueMs, moved }];
    // What a real controller did cannot be held against gestures: it is told of where it moved something to where no gesture of the way brings it.
    const slips = moved.filter((m) => !onTheWay.has(`${m.parameterId} ${m.value}`));
    return slips.length === 0 ? [] : [{ ...touch, ms: touch.atMs - due.dueMs, moved: slips }];
  });
}

/** Values to which gestures of a way bring parameters, also those that are not left there. */
function broughtBy({ way }: Transition, parameters: readonly Parameter[]): ReadonlySet<string> {
  if (way.type !== 'way') return new Set();
  const slots = new Map(parameters.map((p, slot) => [p.id, slot]));
  const brought = way.steps.flatMap(({ moved, state }) =>
    moved.map((id) => {
      const value = state.targets.values[slots.get(id) ?? -1] ?? Number.NaN;
      return `${id} ${Number.isNaN(value) ? null : value}`;
    }),
  );
  return new Set(brought);
}

/** Gestures of a way of which some touch was not done. */
function leftOutOf({ index, transition, heard }: Way, done: readonly Touch[]): readonly number[] {
  const planned = plannedIn(index, transition);
  const known = matched(done, planned).planned;
  const out = planned.filter(({ touch }, i) => !known.has(i) && !heard.has(touch.controllerId)).map((p) => p.step);
  return [...new Set(out)];
}

/** The touches of a way, each with the place of its gesture in it. */
const plannedIn = (index: RigIndex, { way }: Transition): readonly Planned[] =>
  way.type === 'way' ? way.steps.flatMap(({ deed }, step) => touchesFor(index, deed).map((touch) => ({ touch, step }))) : [];
