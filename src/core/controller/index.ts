export { type Armed, type ControllerProgram, compileController, wordMaker } from './program';
export { type ControllerInput, type ControllerState, startController, stepController } from './step';
