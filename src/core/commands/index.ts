// What a player does, as edits. Each says why it cannot be done.

// Why not, in codes and in words.

export { type CellProblem, cellProblemWords, quoted } from './cell-problem';
export { hearOnChannels } from './channels';
export { messageFor } from './message-for';
export { type CommandProblem, problemWords } from './problem';
export { type NewId, nextOrder, patch } from './shared';

// Functions: assigned, changed, layered, filled along.

export {
  addAction,
  addMessage,
  assignAction,
  changeAction,
  moveAction,
  type PlainAction,
  removeAction,
} from './actions';
export { type Assigned, type AssignWish, assign, assignmentAt, meantNames, type Place } from './assign';
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
export { type CopyRow, type CopyWish, copyEdit, doneAt, planCopy, type Spot, wayWords } from './copy-control';
export { type PlaceCopyWish, placeCopyEdit, planPlaceCopy, standsAt } from './copy-place';
export {
  addCounter,
  changeCounter,
  countAnew,
  countedLandings,
  countingWith,
  countThrough,
  countWith,
  removeCounter,
} from './counters';
export { defaultGesture, defaultLanding, gesturesOf, type Way } from './defaults';
export { otherWay, sendBothWays, sendEachWay } from './each-way';
export {
  type FillLine,
  type FillPlan,
  type FillRow,
  type FillWish,
  fillEdit,
  fillKey,
  planFill,
  runAfter,
  waitingAfter,
} from './fill';
export { type GivenRow, givenFor, givenOf, giveRows, giveTable, ungive } from './given';
export { hearAs } from './hear-as';
export {
  addChannelBank,
  addDrive,
  bankSteps,
  bringToSelected,
  changeBeats,
  changeConditions,
  changeDrive,
  changeStates,
  drivable,
  lanesIn,
  MOST_LANES,
  MOST_STRIPS,
  macrosIn,
  removeChannelBank,
  removeDrive,
  statesFor,
} from './inside';
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
export {
  addLayer,
  canBeHeld,
  changeLayer,
  type LayerWish,
  ownMessage,
  reachOf,
  removeLayer,
  setTap,
  tapElsewhere,
  wishOf,
} from './layers';
export { changePort, changeTapPort, namePort } from './outlet';
export {
  changePreset,
  choosersOf,
  forgetPreset,
  holdable,
  holdValue,
  keepAsPreset,
  type PresetContents,
  presetAt,
  stepValues,
  takePresets,
} from './presets';
export { addRaw, assignRaw, isRaw, nameParameter } from './raw';
export { pinNumbers, renumber } from './renumber';
export {
  planSetValues,
  type SetValueRow,
  type SetValuesPlan,
  type SetValuesWish,
  setOnArrivalEdit,
  setValuesEdit,
} from './set-values';
export { MOST_SEVERAL, planSeveral, type SeveralChange, type SeveralPlan, type SeveralRow } from './several';
export { type ColumnType, columnLines, planColumn } from './several-column';
export { planSpeak, type SpeakPlan, type SpokenRow, speakEdit } from './speak';
export { alternate, changeTurn } from './turns';

// Gear: controllers, targets, wires, panels, parameters.

export { calibrate } from './calibrate';
export { removeWithDependents } from './cascade';
export { adoptController, adoptTarget, controllerDifferences, type Difference, targetDifferences } from './copies';
export {
  addController,
  addParameters,
  addTarget,
  type DrivenBy,
  freshName,
  plainProfile,
  plainTemplate,
  profileNumbers,
  removeGear,
  wire,
} from './gear';
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
  valueIn,
} from './parameter-cells';
export { type Loss, type MovedControl, planTransfer, type Transfer, type TransferChoices, transferEdit } from './transfer';
export {
  addMade,
  addTranslator,
  addTranslatorLine,
  changeLineFrom,
  changeMade,
  changeTranslator,
  hasNumber,
  moveTranslatorLine,
  readNumber,
  readNumbers,
  readValues,
  removeMade,
  removeTranslator,
  removeTranslatorLine,
  writeNumber,
  writeNumbers,
  writeValues,
} from './translators';
export { parseWindows, type WindowProblem, windowProblemWords, writeWindows } from './windows';
export { addWire, changeWire, parseChannels, removeWire, writeChannels } from './wires';

// A rig as a whole: what is programmed, entered, merged, gone back to, searched.

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
export { type MergeItem, type MergePlan, mergeEdit, planMerge, withNeeds } from './merge';
export { type ProgrammedLine, programmedEdit } from './programmed';
export { asOfToday, controlsIn, headChanges, marks, planReturn, returnEdit, rowsOfControl } from './return';
export { answerSearch, beginSearch, endSearch, removeSearch, reopenAnswer } from './searches';

// What holds at places of a controller.

export {
  addArrival,
  addGroup,
  changeArrival,
  changeGroup,
  groupable,
  removeArrival,
  removeGroup,
  sentOnArrival,
  setLatchOnArrival,
} from './places';

// Songs, and what their sections want.

export {
  keepAsSection,
  keepInSection,
  ownScene,
  valuesIn,
  type WantCell,
  wantAs,
  wantInCells,
  wantInSection,
  withPreset,
} from './scenes';
export { addSet, addToSet, moveSong, takeFromSet } from './sets';
export {
  addSection,
  addSong,
  changeSection,
  moveSection,
  moveSectionInto,
  removeSection,
  removeSong,
  standInSection,
} from './songs';
