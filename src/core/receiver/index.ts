// A target simulated: from a message to a value.

// A rig compiled, and one step.

export { gridMs, launchDue, targetsWakeAt } from './launch';
export { look, openInHost, setByClock, setByMouse } from './outside';
export { compileTargets, type Listener, type Receiver, type TargetProgram, type Tempo, usualTempo } from './program';
export { startTargets, type TargetState, type Unheard } from './state';
export { stepTargets } from './step';
export { movedBy, standingThere } from './strips';
export { tempoValue } from './tempo';

// Takeover, what is sent back, and what a message means to a target.

export { feedbackOf, type SentBack } from './feedback';
export { meaningsOf, type ValueFor, valueFor } from './meaning';
export { detachedTakeover, type TakeoverRule, type TakeoverState, takeOver } from './takeover';
