export { type Assigned, type AssignWish, assign, assignmentAt, meantNames, type Place } from './assign';
export { removeWithDependents } from './cascade';
export {
  changeAssignment,
  changeBehaviour,
  changeLanding,
  changeMessage,
  changePlace,
  landingsFor,
  playedTypes,
  removeAssignment,
  removeParameter,
  sendAt,
} from './change';
export { asPlayed, defaultLanding, gesturesOf, type PlayedGesture, playedGestures } from './defaults';
export { type FillPlan, type FillRow, fillEdit, planFill, runAfter, waitingAfter } from './fill';
export { addController, addParameters, addTarget, freshName, type ParameterDraft, plainTemplate, removeGear } from './gear';
export { addLayer, type LayerWish, removeLayer } from './layers';
export { type ProgrammedLine, programmedEdit } from './programmed';
export { type CommandProblem, type NewId, nextOrder, patch } from './shared';
