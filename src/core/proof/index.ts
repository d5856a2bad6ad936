export { type Ask, askFor, asksOf, type Expected, notHeard, proofStrands, strandKey, type ToProve, toProve } from './ask';
export { type Alike, alike, type CauseId, type CauseWords, causes } from './causes.data';
export { canAsk, coverageOf, versionsFor } from './coverage';
export { type Diagnosis, diagnose, type Explanation, type Named, namedCauses, predictedBy } from './diagnose';
export { endsSeen, keepEnds, takeIntoPlan } from './into-plan';
export { measurePedal, type PedalMeasure, type PedalProblem, type Reading } from './pedal';
export { evidence, plantFault } from './plant';
export {
  answerProbe,
  beginProbe,
  factsFound,
  type Guess,
  listened,
  MOST_PROBES,
  nextValue,
  type Probe,
  type ProbeKind,
  probeKindOf,
  type Seen,
  type Ways,
  writeFound,
} from './probe';
export {
  byFunction,
  KEPT,
  type ProofRecord,
  planKey,
  proofRecordSchema,
  type Standing,
  type StandingState,
  standingOf,
} from './standing';
export { readTyped, type TypedLines } from './typed';
export { QUIET_MS, type Verdict, verdictOf } from './verdict';
export { wornSweeps } from './worn';
