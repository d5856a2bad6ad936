export { feedbackOf } from './feedback';
export { meaningsOf, type ValueFor, valueFor } from './meaning';
export { compileTargets, type Listener, type Receiver, type TargetProgram, type Tempo, usualTempo } from './program';
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
