export {
  type Action,
  type Assignment,
  accelerationSchema,
  assignmentSchema,
  type Behaviour,
  behaviourValues,
  chordWindowSchema,
  type Gesture,
  keysSchema,
  type Landing,
  type Layer,
  landingSchema,
  layerSchema,
  type Send,
  type Want,
  type Wire,
  waitSchema,
  wantSchema,
} from './assignment';
export { type Evidence, type Grade, idSchema, type Mark, nameSchema, noteSchema, shortTextSchema, type Tick } from './common';
export {
  type Control,
  type ControlKind,
  type Controller,
  type Counter,
  counterSchema,
  type Firmware,
  firmwareSchema,
  type GestureType,
  type SwitchMode,
} from './controller';
export {
  type AnyRow,
  emptyRig,
  entryFields,
  fieldsExcept,
  type Head,
  headSchema,
  type Preferences,
  type Rig,
  type Row,
  rowSchemas,
  rowsOf,
  type TableName,
  tableNames,
} from './rig';
export type { ScriptEvent } from './show';
export { type Parameter, type Reception, receptionSchema, type Target } from './target';
