export {
  addAction,
  addMessage,
  assignAction,
  changeAction,
  countedLandings,
  countThrough,
  moveAction,
  type PlainAction,
  removeAction,
} from './actions';
export {
  beginBefore,
  beginEntered,
  type EnteredWalk,
  enteredRig,
  goOnWith,
  type HeldBefore,
  heldBefore,
  stepBack,
} from './as-entered';
export { type Assigned, type AssignWish, assign, assignmentAt, meantNames, type Place } from './assign';
export { calibrate } from './calibrate';
export { removeWithDependents } from './cascade';
export { type CellProblem, cellProblemWords, quoted } from './cell-problem';
export {
  changeAssignment,
  changeBehaviour,
  changeLanding,
  changeMessage,
  changePlace,
  landingsFor,
  removeAssignment,
  removeParameter,
  sendAt,
} from './change';
export { adoptController, adoptTarget, controllerDifferences, type Difference, targetDifferences } from './copies';
export { defaultLanding, gesturesOf } from './defaults';
export { type FillPlan, type FillRow, fillEdit, planFill, runAfter, waitingAfter } from './fill';
export { addController, addParameters, addTarget, freshName, plainProfile, plainTemplate, removeGear, wire } from './gear';
export {
  asGesture,
  behaviourOf,
  behavioursFor,
  chordPartners,
  fitted,
  gestureOf,
  gestureTypes,
  messageOf,
  typesFor,
  widened,
} from './kinds';
export { addLayer, type LayerWish, removeLayer, setTap } from './layers';
export { type MergeItem, type MergePlan, mergeEdit, planMerge, withNeeds } from './merge';
export {
  type ListedParameter,
  type Named,
  type NamedPlan,
  namedEdit,
  namedParameter,
  parametersEdit,
  planNamed,
  planParameters,
} from './named';
export {
  addGrid,
  alignControls,
  type ControlChange,
  changeControls,
  copyControls,
  type GridWish,
  gridFields,
  gridNames,
  moveControls,
  nameInOrder,
  removeControls,
  resizePanel,
  roomFor,
  spreadControls,
  usualSize,
} from './panel';
export {
  type CellChange,
  cellText,
  changeCells,
  numberOf,
  type ParameterCell,
  parameterCells,
  parameterKinds,
  parameterValue,
  type RefusedCell,
  scaleOf,
  stepsOf,
} from './parameter-cells';
export { type CommandProblem, problemWords } from './problem';
export { type ProgrammedLine, programmedEdit } from './programmed';
export { pinNumbers, renumber } from './renumber';
export { asOfToday, controlsIn, headChanges, marks, planReturn, returnEdit, rowsOfControl } from './return';
export { answerSearch, beginSearch, endSearch, removeSearch, reopenAnswer } from './searches';
export { type NewId, nextOrder, patch } from './shared';
export { type Loss, type MovedControl, planTransfer, type Transfer, transferEdit } from './transfer';
export { parseWindows, type WindowProblem, windowProblemWords, writeWindows } from './windows';
export { addWire, changeWire, parseChannels, removeWire, writeChannels } from './wires';
