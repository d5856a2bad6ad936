// What a way costs, and which of two is better.

/** What has been spent on the way; every figure only grows. */
export interface Spent {
  /** Dangerous things that happened: something tagged *hazard* moved or fired, or a loudness leapt up by more than 6 dB. */
  readonly hazards: number;
  /** Milliseconds from the first touch until the last thing is done. */
  readonly ms: number;
  /** What the hand does, one after the other; a press with a modifier held, and a sweep, are one each. */
  readonly gestures: number;
  /** Millimetres that the foot goes. */
  readonly travel: number;
}

/** The whole cost: what is spent, and what it leaves. */
export interface Cost extends Spent {
  /** Whether it takes longer than there is. */
  readonly late: boolean;
  /** Parameters that the scene says nothing of, and that are not as they were. */
  readonly outside: number;
}

/** Where a way begins. */
export const nothingSpent: Spent = { hazards: 0, ms: 0, gestures: 0, travel: 0 };

/** Millimetres that make no difference. */
const ROUNDING = 1e-6;

/** Below 0 where `a` is better: fewer dangers, in time, less left changed, fewer gestures, less travel, in this order. */
export function compareCosts(a: Cost, b: Cost): number {
  const inOrder = [
    a.hazards - b.hazards,
    Number(a.late) - Number(b.late),
    a.outside - b.outside,
    a.gestures - b.gestures,
    Math.abs(a.travel - b.travel) < ROUNDING ? 0 : a.travel - b.travel,
  ];
  return inOrder.find((d) => d !== 0) ?? 0;
}

/** Whether nothing that begins with `b` can be better than the same begun with `a`. */
export const isNoWorse = (a: Spent, b: Spent): boolean =>
  a.hazards <= b.hazards && a.ms <= b.ms + ROUNDING && a.gestures <= b.gestures && a.travel <= b.travel + ROUNDING;
