// Expression pedals seldom reach 0 and 127, are not linear, and rest at their ends with a little slack (common practice).
import { clamp } from '../base';
import { type CurveSpec, makeCurve } from './curve';

/** `low` and `high`: the readings 0–1 recorded at heel and toe; `deadLow`, `deadHigh`: parts of the travel that count as the ends. */
export interface Calibration {
  readonly low: number;
  readonly high: number;
  readonly deadLow: number;
  readonly deadHigh: number;
  readonly curve: CurveSpec;
}

/**
 * Compiles a calibration: a reading 0–1 in, the position 0–1 that counts out. Without one a reading is its position. A pedal whose
 * polarity is the other way round has `low` above `high`.
 * @example makeCalibration({ low: 0.1, high: 0.9, deadLow: 0, deadHigh: 0, curve: { type: 'linear' } })(0.5) // ≈ 0.5
 */
export function makeCalibration(calibration: Calibration | null): (reading: number) => number {
  if (calibration === null) return (p) => clamp(p, 0, 1);
  const { low, high, deadLow, deadHigh } = calibration;
  const curve = makeCurve(calibration.curve);
  const span = high - low;
  const live = 1 - deadLow - deadHigh;
  return (reading) => {
    if (span === 0 || live <= 0) return 0;
    const travel = clamp((reading - low) / span, 0, 1);
    return curve(clamp((travel - deadLow) / live, 0, 1));
  };
}

/**
 * What a pedal reads at a position 0–1 of its travel: where the calibration found its ends.
 * @example pedalReading({ low: 0.1, high: 0.9 }, 1) // => 0.9
 */
export const pedalReading = (calibration: Pick<Calibration, 'low' | 'high'> | null, position: number): number =>
  calibration === null ? position : calibration.low + (calibration.high - calibration.low) * position;
