export { feedbackOf } from './feedback';
export { meaningsOf, type ValueFor, valueFor } from './meaning';
export { compileTargets, type Listener, type TargetProgram, type Tempo, type Unit, usualTempo } from './program';
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
export { detachedTakeover, type TakeoverRule, type TakeoverState, takeOver } from './takeover';
