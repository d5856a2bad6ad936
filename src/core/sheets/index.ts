export {
  type ControllerLine,
  makeSheet,
  modeWords,
  numberWords,
  placeWords,
  rigStyle,
  type Sheet,
  type TargetLine,
  typeWords,
  valueWords,
} from './sheet';
