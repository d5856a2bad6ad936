export { type Heard, makeHear, unsupportedLanding } from './hear';
export { compileTargets, startTargets, stepTargets, type TargetProgram, type TargetState } from './step';
export { type Grip, looseGrip, type TakeoverRule, takeOver } from './takeover';
