export { accelerated, type Destination, stepCounter } from './fire';
export { type ControlView, panelView } from './panel-state';
export { type Armed, type ControllerProgram, compileController } from './program';
export { exploreController, type Leg, type Space } from './space';
export { type ControllerState, startController } from './state';
export { type ControllerInput, type ControllerStep, stepController } from './step';
