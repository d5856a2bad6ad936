// The rig: rows, edits of them, and the questions that everything asks of them.

// The rows, their schemas and their texts.

export { commonFirmware } from './common-firmware';
export { commonReception } from './common-reception';
export { type Limit, limitsOf, limitsOfParameter } from './limits';
export {
  type Action,
  type AnyRow,
  type Arrival,
  type Assignment,
  accelerationSchema,
  actionSchema,
  arrivalSchema,
  type BankRows,
  type BankToSelected,
  type Behaviour,
  behaviourValues,
  blinkSchema,
  type ChannelBank,
  type Condition,
  type Control,
  type ControlKind,
  type Controller,
  type Counter,
  chordWindowSchema,
  chosenBySchema,
  clockBpm,
  clockBpmSchema,
  counterStepSchema,
  type Drive,
  type Evidence,
  emptyRig,
  entryFields,
  type FactorySend,
  type Firmware,
  factoryGestures,
  fieldsExcept,
  firmwareSchema,
  type Gesture,
  type GestureType,
  type Given,
  type Grade,
  gestureTypeSchema,
  givenSchema,
  groupSchema,
  type Head,
  headSchema,
  idSchema,
  innerFields,
  keysSchema,
  type Landing,
  type Layer,
  type Learning,
  type LightSource,
  landingSchema,
  lightSourceSchema,
  type Mark,
  nameSchema,
  noSetUp,
  noteSchema,
  type Parameter,
  type Preferences,
  type Preset,
  plainInside,
  plainLanding,
  plainMacro,
  plainTouch,
  type Reception,
  type Rig,
  type Row,
  receptionSchema,
  rowSchemas,
  rowsOf,
  type ScriptEvent,
  type Send,
  type SetList,
  type SetUp,
  type Song,
  type SongSection,
  type StandAt,
  type States,
  type SwitchGroup,
  type SwitchMode,
  setUpSchema,
  shortTextSchema,
  type TableName,
  type Taps,
  type Target,
  type Tick,
  type Translated,
  type TranslatedType,
  type TranslatedValues,
  type Translator,
  type TranslatorLine,
  type Turn,
  tableNames,
  tapsSchema,
  translatedTypeSchema,
  translatorSchema,
  turnSchema,
  usualLearning,
  usualTaps,
  velocitySchema,
  type Want,
  type Wire,
  type WrittenForm,
  waitSchema,
  wantSchema,
  writtenFormSchema,
} from './schema';
export { cleanText, cleanTexts, lineSchema, linesSchema } from './text';

// Edits: made, applied, turned round, compared.

export { apply, applyTracked, type EditProblem } from './apply';
export { changedIds } from './diff';
export { byOrder, type Touched } from './draft';
export { batch, type Edit, editSchema, insert, invert, labelOf, MOST_EDITS, partSchema, remove, set } from './edit';
export { gestureNames } from './gesture-names';
export { groupOver, releaserOf } from './groups';
export {
  actsInstead,
  bankGoesBy,
  bankMovers,
  beatsOf,
  hangingTogether,
  inBank,
  isTempo,
  isTime,
  lanesBeside,
  stripsOf,
} from './inside';
export { sameJson } from './json';
export { type OneByOne, oneByOne } from './one-by-one';
export { outletOf, portsOf } from './outlet';
export { type OutsideAction, outsideActions } from './outside';
export { contentsOf, emptySteps, type PresetContents } from './presets';
export { firstBroken, referencesOf, rowsPointingAt } from './references';

// How a gesture counts.

export { countingOf, countsNumbers, numbersCounted } from './counting';
export { addressesOf, eachNumber, eachStep, type HeardAt, heardAt, hearsAll, isRun } from './heard-at';
export { alternates, onTurn, sentAtOnce } from './turns';
export { actsOnSome, arrivesAmong, canSend, type HeardSend, isChosen } from './values-sent';

// What a function is called, and what its light shows.

export { type LightColour, lightColours, shapeOfColour } from './colours.data';
export { actionWords, doingWords, functionWords } from './function-words';
export { lightSourceOf } from './light-source';

// What was entered, and whether it still stands.

export {
  type Entered,
  factsOf,
  heldArrival,
  heldAssignment,
  heldCounters,
  heldGroup,
  heldLanding,
  heldLayer,
  heldMacro,
  heldPreset,
  heldWire,
  SHEET_FORM,
  stands,
  type Tickable,
  tickNow,
  withTicksTold,
} from './entered';

// A rig looked up: by id, by who moves what, and which function acts at a place.

export { canBePressed, canMake, canMeet, isMover } from './can-make';
export { isEndless, sendsMoves } from './endless';
export { indexRig, type RigIndex } from './index-rig';
export {
  actingAt,
  baseAt,
  type Held,
  hostLayerAt,
  isTapped,
  isTogether,
  type LayerSignal,
  layersOn,
  modifierNames,
  modifiersOf,
  opening,
  reaches,
  sendersOfSignal,
  signalOf,
  signalsOf,
  standInOf,
} from './layers';
export { type Depth, inLayer, type Placed, resolve, type Standpoint } from './resolve';
export { messagesOf, type PlacedSend } from './send-index';
export { fireTogether } from './together';

// Which songs are played, and where the player stands in their sections.

export { playedIn, songsIn } from './set-lists';
export { layersToStandIn, saysWhere, standsOf } from './stands';

// What somebody said of a unit, and what is only assumed.

export { controllerStates, targetStates } from './stated';

// The panel in millimetres.

export {
  aligned,
  type Box,
  boundsOf,
  type Edge,
  type Guide,
  keptInside,
  overlaps,
  readingOrder,
  snapped,
  spread,
  tenth,
} from './layout';
export {
  type CountedPart,
  countedParts,
  grid,
  numbered,
  type Panel,
  type PanelControl,
  type PanelCounts,
  panelFromCounts,
} from './panel';
export { tapMore } from './taps';
