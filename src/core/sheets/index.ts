export {
  type ControllerLine,
  countToEnter,
  makeSheet,
  modeWords,
  numberWords,
  placeWords,
  type Sheet,
  type TargetLine,
  typeWords,
  valueWords,
} from './sheet';
