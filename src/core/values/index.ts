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
export { type Resolution, resolution } from './resolution';
export { makeScale, type Scale, type ScaleSpec, scaleSchema } from './scale';
export { showNumber, showQuantity, showSevenBit } from './show';
export { narrow, widen } from './widen';
