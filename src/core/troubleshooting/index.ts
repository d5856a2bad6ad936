// Why nothing arrives: questions, causes, and which question comes next.

export type { Cause, Need } from './cause';
export { causes } from './causes.data';
export { type Question, questions } from './questions.data';
export {
  type Answer,
  allows,
  answersFromMonitor,
  causeOf,
  gain,
  left,
  type NextQuestion,
  needsOf,
  nextStep,
  questionOf,
  struckBy,
  triedQuestion,
  UNKNOWN,
} from './search';
