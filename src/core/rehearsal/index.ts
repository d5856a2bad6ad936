// Rehearsing: the ways of a set played to a click, told back, and brought again as often as they need it.
export { type Attempt, attemptsIn, type Extra, GRACE_MS, judgeOf, type Reached, sessionAt, type TakeJudge } from './attempt';
export { attemptsAt, BOXES, boxOf, drawnFrom, type WayKey, WEIGHTS } from './boxes';
export { recordOf, wayKeyOf } from './kept';
export { type AttemptRecord, attemptRecordSchema } from './record';
export {
  type Click,
  clicksBetween,
  type Due,
  type Schedule,
  SHARES,
  scheduleOf,
  showsBeats,
  type Take,
  UNTIL_IT_ENDS_BARS,
} from './schedule';
export { type Delay, delayFrom, RADIO_MS, TAPS } from './taps';
export { attemptWords, closingWords, type Told } from './words';
