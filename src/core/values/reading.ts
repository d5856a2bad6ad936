// How a receiver turns a message value into a position on a parameter's travel, or into one of its steps.

export type Centre = 'linear' | 'at64';

/**
 * The position 0–1 of a message value 0–max. `linear` is value / max, where no 7-bit value is exactly the middle. `at64` makes
 * 64 (8192 of 16383) exactly the middle and scales both halves on their own. Common practice, no source.
 * @example positionOf(64, 127, 'at64') // => 0.5
 */
export function positionOf(value: number, max: number, centre: Centre): number {
  if (centre === 'linear') return value / max;
  const middle = (max + 1) / 2;
  return value <= middle ? value / (2 * middle) : 0.5 + (value - middle) / (2 * (max - middle));
}

/** The message value (not rounded) that gives a position 0–1: the inverse of `positionOf`. */
export function valueAtPosition(position: number, max: number, centre: Centre): number {
  if (centre === 'linear') return position * max;
  const middle = (max + 1) / 2;
  return position <= 0.5 ? position * 2 * middle : middle + (position - 0.5) * 2 * (max - middle);
}

/**
 * The step 0…count − 1 that a value 0–max takes: ⌊value · count / max⌋, multiplied first, the last step at value = max.
 * @example stepOf(127, 127, 5) // => 4
 */
export function stepOf(value: number, max: number, count: number): number {
  return Math.min(count - 1, Math.floor((value * count) / max));
}

export type StepValue =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly reason: 'no-such-step' | 'unreachable' };

/**
 * The message value in the middle of a step's interval: `stepOf` of it is the step again. With more steps than values some
 * steps have no value at all: `unreachable`.
 * @example valueForStep(2, 127, 5) // => { ok: true, value: 63 }
 */
export function valueForStep(step: number, max: number, count: number): StepValue {
  if (!Number.isInteger(step) || step < 0 || step >= count) return { ok: false, reason: 'no-such-step' };
  const first = Math.ceil((step * max) / count);
  const last = step === count - 1 ? max : Math.ceil(((step + 1) * max) / count) - 1;
  if (first > last) return { ok: false, reason: 'unreachable' };
  return { ok: true, value: Math.floor((first + last) / 2) };
}
