// A controller simulated: from a gesture to messages.

// A rig compiled, and its state.

export { compileController } from './compile';
export type { Armed, ControllerProgram } from './program';
export { type ControllerState, startController } from './state';

// One step, what the panel shows, and all that can be reached.

export { type ControllerTable, controllerTable, type Whereabouts } from './automaton';
export { accelerated, type Destination, stepCounter } from './fire';
export { distinctGestures, gestureSentence, type SwitchGesture } from './moves';
export { type ControlView, panelView } from './panel-state';
export { exploreController, type Leg, type Space } from './space';
export { type Said, type Speaker, type SpeakingTable, speakingTable } from './speaking';
export { type ControllerInput, type ControllerStep, stepController } from './step';
export { startPlace, switchOn } from './switch-on';
