// Calibration of pedals and faders, measured from two slow sweeps: where the ends are, how it trembles, which values it leaves out, how
// straight it is, and what to keep so that the function gets its whole way. That pedals miss their ends and are not straight is common
// practice, no source; the method is this project's.
import { type Calibration, type CurveSpec, makeCurve, straight } from '../values';

export interface Reading {
  readonly atMs: number;
  /** 0 to `max`. */
  readonly value: number;
}

export interface PedalMeasure {
  /** Legs from one end to the other; two sweeps there and back are four. */
  readonly legs: number;
  /** Lowest and highest value that came. */
  readonly lowest: number;
  readonly highest: number;
  /** Ends that every leg came to: the worst of them, as values. */
  readonly low: number;
  readonly high: number;
  /** How often each value came; 14 bits in 128 parts. */
  readonly histogram: readonly number[];
  /** Values between the ends that never came; null where the sweeps were too quick to tell. */
  readonly missing: readonly number[] | null;
  /** How far it wanders without being moved, in values from peak to peak, and how often it turns a second. */
  readonly jitter: { readonly steps: number; readonly perSecond: number };
  /** The reading 0–1 between its ends at even parts of the way; the hand is taken to move evenly, and the legs are averaged. */
  readonly curve: readonly number[];
  /** The largest distance of that curve from a straight line, 0–1. */
  readonly bend: number;
  /** How much the ways up and down differ at most, 0–1. */
  readonly slack: number;
  /** What to keep with the controller. */
  readonly proposal: Calibration;
  /** How far the calibrated way is from the hand's, on average (root mean square), 0–1. */
  readonly error: number;
}

export type PedalProblem = 'too-few' | 'one-way' | 'too-narrow';

/** Points of the curve. */
const POINTS = 33;
const TABLE = 17;
/** A leg goes over this part of all at least. */
const LEG = 0.6;
/** Readings nearer to an end than this part of the way belong to the hand's rest there. */
const REST = 0.012;
/** A curve of a family is taken if it is as near as this; a table otherwise. */
const GOOD = 0.018;
/** No straighter than this is a bend. */
const STRAIGHT = 0.025;

/** Measures some sweeps (readings in order of time; `max` is 127 or 16383). A problem where they do not tell enough. */
export function measurePedal(readings: readonly Reading[], max: number): PedalMeasure | PedalProblem {
  if (readings.length < 12) return 'too-few';
  const values = readings.map((r) => r.value);
  const lowest = Math.min(...values);
  const highest = Math.max(...values);
  const span = highest - lowest;
  if (span < max / 10) return 'too-narrow';
  const legs = legsOf(readings, LEG * span);
  if (legs.length < 2 || !legs.some((l) => l.up) || !legs.some((l) => !l.up)) return 'one-way';
  const ends = endsOf(readings, legs);
  const jitter = jitterOf(readings, max, span);
  const whole = ends.high - ends.low;
  const ups = legs.filter((l) => l.up).map((l) => legCurve(readings, l, ends, jitter.steps));
  const downs = legs.filter((l) => !l.up).map((l) => legCurve(readings, l, ends, jitter.steps));
  const up = mean(ups);
  const down = mean(downs);
  const curve = monotone(mean([up, down]));
  const bend = Math.max(...curve.map((r, i) => Math.abs(r - i / (POINTS - 1))));
  // What wanders at rest by some steps must not leave the end: so much of each end, and a step more, counts as it.
  const dead = Math.min(0.2, (jitter.steps + (jitter.steps > 0 ? max / 127 : 0)) / whole);
  const shape = bend < STRAIGHT ? straight : fittedCurve(curve, dead);
  const proposal: Calibration = {
    low: rounded(ends.low / max),
    high: rounded(ends.high / max),
    deadLow: rounded(dead),
    deadHigh: rounded(dead),
    curve: shape,
  };
  return {
    legs: legs.length,
    lowest,
    highest,
    low: ends.low,
    high: ends.high,
    histogram: histogramOf(values, max),
    missing: missingOf(values, legs.length, max, lowest, highest),
    jitter,
    curve,
    bend,
    slack: Math.max(...up.map((v, i) => Math.abs(v - (down[i] ?? v)))),
    proposal,
    error: errorOf(curve, dead, makeCurve(shape)),
  };
}

const rounded = (part: number): number => Math.round(part * 1000) / 1000;

interface Leg {
  readonly from: number;
  readonly to: number;
  readonly up: boolean;
}

/** Stretches from one end to the other, as places in the list of readings, turning points at their ends. */
function legsOf(readings: readonly Reading[], least: number): readonly Leg[] {
  const turns: number[] = [];
  let low = 0;
  let high = 0;
  let way = 0;
  const at = (i: number): number => readings[i]?.value ?? 0;
  for (let i = 1; i < readings.length; i++) {
    if (at(i) < at(low)) low = i;
    if (at(i) > at(high)) high = i;
    if (way >= 0 && at(high) - at(i) > least) {
      turns.push(high);
      way = -1;
      low = i;
    } else if (way <= 0 && at(i) - at(low) > least) {
      turns.push(low);
      way = 1;
      high = i;
    }
  }
  if (way > 0) turns.push(high);
  if (way < 0) turns.push(low);
  return turns.slice(1).map((to, i): Leg => {
    const from = turns[i] ?? 0;
    return { from, to, up: at(to) > at(from) };
  });
}

/** The end that each visit came to, at worst: the lowest of the tops and the highest of the bottoms. */
function endsOf(readings: readonly Reading[], legs: readonly Leg[]): { readonly low: number; readonly high: number } {
  const at = (i: number): number => readings[i]?.value ?? 0;
  const lows = legs.map((l) => at(l.up ? l.from : l.to));
  const highs = legs.map((l) => at(l.up ? l.to : l.from));
  return { low: Math.max(...lows), high: Math.min(...highs) };
}

/** Small turns back and forth are not the hand's. Without at least four of them it is quiet. */
function jitterOf(readings: readonly Reading[], max: number, span: number): PedalMeasure['jitter'] {
  const small = Math.max(max / 127, span * 0.05);
  const sizes: number[] = [];
  for (let i = 2; i < readings.length; i++) {
    const a = (readings[i - 1]?.value ?? 0) - (readings[i - 2]?.value ?? 0);
    const b = (readings[i]?.value ?? 0) - (readings[i - 1]?.value ?? 0);
    if (a * b < 0 && Math.abs(a) <= small && Math.abs(b) <= small) sizes.push(Math.min(Math.abs(a), Math.abs(b)));
  }
  if (sizes.length < 4) return { steps: 0, perSecond: 0 };
  sizes.sort((x, y) => x - y);
  const seconds = ((readings.at(-1)?.atMs ?? 0) - (readings[0]?.atMs ?? 0)) / 1000;
  return {
    steps: sizes[Math.floor(0.95 * (sizes.length - 1))] ?? 0,
    perSecond: seconds > 0 ? Math.round((sizes.length / seconds) * 10) / 10 : 0,
  };
}

/** One leg at even parts of its time, from leaving one end to coming to the other; always told from low to high. */
function legCurve(
  readings: readonly Reading[],
  leg: Leg,
  ends: { readonly low: number; readonly high: number },
  jitter: number,
): readonly number[] {
  const rest = REST * (ends.high - ends.low) + jitter;
  const at = (i: number): number => readings[i]?.value ?? 0;
  const from = at(leg.from);
  const to = at(leg.to);
  let first = leg.from;
  while (first < leg.to && Math.abs(at(first + 1) - from) <= rest) first++;
  let last = leg.to;
  while (last > first + 1 && Math.abs(at(last - 1) - to) <= rest) last--;
  const whole = ends.high - ends.low;
  const part = (i: number): number => Math.min(1, Math.max(0, (at(i) - ends.low) / whole));
  // The rest at each end is cut at the same reading; the straight line through the cut points says where the end itself was.
  const begin = readings[first]?.atMs ?? 0;
  const end = readings[last]?.atMs ?? 0;
  const points: number[] = [];
  let i = first;
  for (let k = 0; k < POINTS; k++) {
    const t = begin + ((end - begin) * k) / (POINTS - 1);
    while (i < last - 1 && (readings[i + 1]?.atMs ?? 0) < t) i++;
    const a = readings[i]?.atMs ?? 0;
    const b = readings[i + 1]?.atMs ?? a;
    const share = b > a ? Math.min(1, Math.max(0, (t - a) / (b - a))) : 0;
    points.push(part(i) + (part(Math.min(i + 1, last)) - part(i)) * share);
  }
  const told = leg.up ? points : points.reverse();
  const [low = 0] = told;
  const high = told.at(-1) ?? 1;
  return told.map((v) => (high > low ? (v - low) / (high - low) : v));
}

const mean = (all: ReadonlyArray<readonly number[]>): readonly number[] =>
  Array.from({ length: POINTS }, (_, i) => all.reduce((sum, one) => sum + (one[i] ?? 0), 0) / Math.max(1, all.length));

/** The nearest curve that never runs backwards: neighbours that do are averaged (pool adjacent violators). */
function monotone(curve: readonly number[]): readonly number[] {
  const pools: { sum: number; count: number }[] = [];
  for (const v of curve) {
    pools.push({ sum: v, count: 1 });
    for (;;) {
      const b = pools.at(-1);
      const a = pools.at(-2);
      if (!a || !b || a.sum / a.count <= b.sum / b.count) break;
      pools.splice(-2, 2, { sum: a.sum + b.sum, count: a.count + b.count });
    }
  }
  return pools.flatMap((p) => Array.from({ length: p.count }, () => p.sum / p.count));
}

/** The part of the reading that is left between the dead zones. */
const live = (reading: number, dead: number): number => Math.min(1, Math.max(0, (reading - dead) / (1 - 2 * dead)));

/** How far the calibrated place is from the hand's, root mean square over the way. */
function errorOf(curve: readonly number[], dead: number, height: (p: number) => number): number {
  const sum = curve.reduce((s, reading, i) => s + (height(live(reading, dead)) - i / (POINTS - 1)) ** 2, 0);
  return Math.sqrt(sum / curve.length);
}

/** The curve that makes the reading straight again: of a family with the best amount, or else a table. */
function fittedCurve(curve: readonly number[], dead: number): CurveSpec {
  let best: { readonly spec: CurveSpec; readonly error: number } | null = null;
  for (const type of ['exponential', 'logarithmic', 's'] as const) {
    for (let amount = 0.1; amount <= 10; amount *= 1.12) {
      const spec: CurveSpec = { type, amount: Math.round(amount * 100) / 100 };
      const error = errorOf(curve, dead, makeCurve(spec));
      if (best === null || error < best.error) best = { spec, error };
    }
  }
  return best && best.error <= GOOD ? best.spec : tableOf(curve, dead);
}

/** The way of the hand for even parts of the reading: the curve read the other way round. */
function tableOf(curve: readonly number[], dead: number): CurveSpec {
  const heights = Array.from({ length: TABLE }, (_, k) => {
    const wanted = dead + (k / (TABLE - 1)) * (1 - 2 * dead);
    let i = 0;
    while (i < POINTS - 2 && (curve[i + 1] ?? 1) < wanted) i++;
    const a = curve[i] ?? 0;
    const b = curve[i + 1] ?? 1;
    const share = b > a ? Math.min(1, Math.max(0, (wanted - a) / (b - a))) : 0;
    return rounded((i + share) / (POINTS - 1));
  });
  return { type: 'table', heights: [0, ...heights.slice(1, -1), 1] };
}

function histogramOf(values: readonly number[], max: number): readonly number[] {
  const bins = new Array<number>(128).fill(0);
  for (const v of values) {
    const bin = Math.min(127, Math.floor((v * 128) / (max + 1)));
    bins[bin] = (bins[bin] ?? 0) + 1;
  }
  return bins;
}

/** Only slow sweeps tell: each leg has to bring about as many messages as there are values on its way. */
function missingOf(
  values: readonly number[],
  legs: number,
  max: number,
  lowest: number,
  highest: number,
): readonly number[] | null {
  if (max !== 127 || values.length < 0.85 * legs * (highest - lowest)) return null;
  const seen = new Set(values);
  return Array.from({ length: highest - lowest + 1 }, (_, i) => lowest + i).filter((v) => !seen.has(v));
}
