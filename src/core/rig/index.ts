export { apply, applyTracked, type EditProblem } from './apply';
export { commonFirmware } from './common-firmware';
export { commonReception } from './common-reception';
export { changedIds } from './diff';
export { byOrder, type Touched } from './draft';
export { batch, type Edit, editSchema, insert, invert, labelOf, remove, set } from './edit';
export { indexRig, type RigIndex } from './index-rig';
export { sameJson } from './json';
export { actingAt, baseAt, type Held, hostLayerAt, layersOn, reaches, standInOf } from './layers';
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
export { type Limit, limitsOf, limitsOfParameter } from './limits';
export { grid, numbered, type Panel, type PanelControl, type PanelCounts, panelFromCounts } from './panel';
export { firstBroken, referencesOf, rowsPointingAt } from './references';
export { type Depth, inLayer, type Placed, resolve, type Standpoint } from './resolve';
export {
  type Action,
  type AnyRow,
  type Assignment,
  accelerationSchema,
  type Behaviour,
  behaviourValues,
  type Control,
  type ControlKind,
  type Controller,
  type Counter,
  chordWindowSchema,
  type Evidence,
  emptyRig,
  entryFields,
  type Firmware,
  fieldsExcept,
  firmwareSchema,
  type Gesture,
  type GestureType,
  type Grade,
  type Head,
  headSchema,
  idSchema,
  keysSchema,
  type Landing,
  type Layer,
  type Mark,
  nameSchema,
  noteSchema,
  type Parameter,
  type Preferences,
  type Reception,
  type Rig,
  type Row,
  receptionSchema,
  rowSchemas,
  rowsOf,
  type ScriptEvent,
  type Send,
  type SwitchMode,
  shortTextSchema,
  type TableName,
  type Target,
  tableNames,
  type Wire,
  waitSchema,
} from './schema';
export { messagesOf, type PlacedSend } from './send-index';
export { cleanText, cleanTexts, lineSchema, linesSchema } from './text';
