// How a target listens, found out by sending to it.

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
  seenOf,
  type Ways,
  writeFound,
} from './probe';
