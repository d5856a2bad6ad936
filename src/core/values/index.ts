// From message values to values of a parameter and back.

// Positions 0–1: of a message value, along a curve, of a pedal.

export { type Calibration, makeCalibration, pedalReading } from './calibrate';
export { type CurveSpec, curveSchema, makeCurve, straight } from './curve';
export {
  type Centre,
  positionOf,
  type StepValue,
  stepOf,
  valueAtPosition,
  valueForStep,
} from './reading';
export { makeScale, type Scale, type ScaleSpec, scaleSchema } from './scale';

// How fine it is, and how it is shown.

export { type Resolution, resolution } from './resolution';
export { showNumber, showQuantity, showSevenBit } from './show';
export { narrow, widen } from './widen';
