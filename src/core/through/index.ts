// Playing through: what comes in at a port is layered, counted and translated as planned, and goes out at another.

export { compileThrough, playsTheSame, type ThroughProgram } from './program';
export {
  endThrough,
  passSystem,
  startThrough,
  stepThrough,
  type ThroughInput,
  type ThroughState,
  type ThroughStep,
} from './through';
