// What arrives, held against what is planned.

// What is asked, what can be said by now, and how a function stands.

export { type Ask, askFor, asksOf, type Expected, messageStreamKey, notHeard, proofStreams, type ToProve, toProve } from './ask';
export { canAsk, coverageOf, versionsFor } from './coverage';
export { type Equivalence, equivalences } from './equivalences.data';
export {
  byFunction,
  KEPT,
  type ProofRecord,
  planFacts,
  planKey,
  proofRecordSchema,
  type Standing,
  type StandingState,
  standingOf,
} from './standing';
export { readTyped, type TypedLines } from './typed';
export { QUIET_MS, quietFor, type Verdict, verdictOf } from './verdict';

// What is wrong: causes tried on the simulator.

export { type Alike, alike, type CauseId, type CauseWords, causes } from './causes.data';
export { type Diagnosis, diagnose, type Explanation, type Named, namedCauses } from './diagnose';
export { endsSeen, keepEnds, takeIntoPlan } from './into-plan';
export { evidence, plantFault } from './plant';
export { knownTo, predictedBy } from './replay';
