// Controllers, wires and targets together: what really happens when somebody plays.

// The whole chain and how it runs.

export { type Chain, type ChainState, compileChain, startChain, sysexOf, wholeChain, withoutWires } from './chain';
export { type ChainEvent, type RunOptions, run, untilQuiet } from './run';
export { chords, gestureWith } from './script';
export { isQuiet, openSession, playSession, restarted, type Session, timingOf, withRig, withSetup } from './session';
export { type BenchSetup, usualSetup } from './setup';
export { type StandingNow, standingNow } from './standing-now';
export * from './trace';

// The outcome of one function, in classes and in words.

export type { Behaved } from './classify';
export { type Drawing, drawingOf } from './drawing';
export { type LayerTrial, layerTrial } from './layer-trial';
export { type Effect, type Outcome, outcome, type Played, type Surroundings, surroundingsOf, traceOf } from './outcome';
export { arrivingLights, releasedLight } from './place-trials';
export { atRest, movedByStrike } from './touch-trials';
export {
  type AfterLoading,
  afterLoading,
  burstOf,
  type Jumps,
  jumpsOf,
  type LightAt,
  type Lights,
  launchOf,
  leftOn,
  lightsOf,
  pressLostAfter,
  sentByOne,
  valuesOf,
} from './trials';
export { effectWords, outcomeWords, showValue } from './words';
