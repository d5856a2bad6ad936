export {
  type Action,
  type Assignment,
  accelerationSchema,
  type Behaviour,
  behaviourValues,
  chordWindowSchema,
  type Gesture,
  keysSchema,
  type Landing,
  type Layer,
  type Send,
  type Want,
  type Wire,
  waitSchema,
  wantSchema,
} from './assignment';
export { type Evidence, type Grade, idSchema, type Mark, nameSchema, noteSchema, shortTextSchema } from './common';
export {
  type Control,
  type ControlKind,
  type Controller,
  type Counter,
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
