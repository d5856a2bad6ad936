export { feedbackOf } from './feedback';
export { makeHear } from './hear';
export { meaningsOf, type ValueFor, valueFor } from './meaning';
export { compileTargets, type Ear, type TargetProgram, type Tempo, type Unit, usualTempo } from './program';
export {
  launchDue,
  look,
  openInHost,
  setValue,
  startTargets,
  stepTargets,
  type TargetState,
  targetsWakeAt,
  type Unheard,
} from './step';
export { type Grip, looseGrip, type TakeoverRule, takeOver } from './takeover';
