// The little drawing of an outcome: what the finger did, what was sent, what the parameters did, ready to be drawn.
import { kindOf, type PackedMessage, packedNumber, packedType, packedValue } from '../midi';
import type { GestureType, Parameter } from '../rig';
import { pressesIn } from './classify';
import type { Played } from './outcome';
import { FINGER_AT, FINGER_DOWN, FINGER_UP, SENT, VALUE } from './trace';

type Points = ReadonlyArray<readonly [number, number]>;

/** Times in milliseconds from 0 to `lengthMs`; values in the parameter's unit. A sweep gives value by position 0–1, upwards. */
export type Drawing =
  | {
      readonly type: 'presses';
      readonly lengthMs: number;
      /** How often the gesture is made, and what it is called: presses, holds, double taps. */
      readonly gestures: number;
      readonly gesture: string;
      /** How often the finger goes down for one of them. */
      readonly downs: number;
      readonly finger: ReadonlyArray<{ readonly from: number; readonly to: number }>;
      /** `label`: what stands beside it: the value, or the number of a program. */
      readonly sent: ReadonlyArray<{ readonly at: number; readonly label: string; readonly own: boolean }>;
      readonly values: ReadonlyArray<{ readonly parameter: Parameter; readonly points: Points }>;
    }
  | { readonly type: 'sweep'; readonly curves: ReadonlyArray<{ readonly parameter: Parameter; readonly points: Points }> };

/** What to draw of a played script. */
export function drawingOf(played: Played): Drawing {
  return played.trace.kind.includes(FINGER_AT) ? sweepOf(played) : pressesOf(played);
}

const gestureCounts: Readonly<Record<GestureType, string>> = {
  move: 'sweeps',
  press: 'presses',
  release: 'presses',
  hold: 'holds',
  'double-tap': 'double taps',
  repeat: 'presses',
  chord: 'chords',
  'hold-release': 'holds',
  'tap-hold': 'taps, each with a hold',
  'any-release': 'presses',
  'latch-on': 'presses',
  'latch-off': 'presses',
};

function pressesOf({ trace, chain, slot, gesture }: Played): Drawing {
  const finger: { from: number; to: number }[] = [];
  const sent: { at: number; label: string; own: boolean }[] = [];
  const values = chain.targets.parameters.map((parameter, i) => {
    const points: [number, number][] = [[0, chain.targets.start[i] ?? 0]];
    return { parameter, points };
  });
  let down = 0;
  trace.kind.forEach((kind, i) => {
    const t = trace.t[i] ?? 0;
    const a = trace.a[i] ?? 0;
    if (kind === FINGER_DOWN && a === 0) down = t;
    else if (kind === FINGER_UP && a === 0) finger.push({ from: down, to: t });
    else if (kind === SENT) sent.push({ at: t, label: labelOf(a), own: trace.b[i] === slot && trace.c[i] === 0 });
    else if (kind === VALUE) values[a]?.points.push([t, trace.b[i] ?? 0]);
  });
  const downs = pressesIn(gesture);
  return {
    type: 'presses',
    lengthMs: (trace.t[trace.t.length - 1] ?? 0) + 600,
    gestures: Math.round(finger.length / downs),
    gesture: gestureCounts[gesture],
    downs,
    finger,
    sent,
    values,
  };
}

/** What a message is told by: a program by its number, everything else by its value. */
const labelOf = (word: PackedMessage): string => {
  const type = packedType(word);
  return type !== 'other' && kindOf(type).carries === 'choice' ? `PC ${packedNumber(word)}` : String(packedValue(word));
};

function sweepOf({ trace, chain }: Played): Drawing {
  const curves = chain.targets.parameters.map((parameter, i) => {
    const points: [number, number][] = [];
    return { parameter, points, now: chain.targets.start[i] ?? 0 };
  });
  let position = -1;
  for (let i = 0; i < trace.kind.length; i++) {
    if (trace.kind[i] === FINGER_AT && trace.a[i] === 0) {
      const next = trace.b[i] ?? 0;
      for (const curve of curves) if (position >= 0) curve.points.push([position, curve.now]);
      if (next < position) break;
      position = next;
    } else if (trace.kind[i] === VALUE) {
      const curve = curves[trace.a[i] ?? 0];
      if (curve) curve.now = trace.b[i] ?? 0;
    }
  }
  return { type: 'sweep', curves: curves.map(({ parameter, points }) => ({ parameter, points })) };
}
