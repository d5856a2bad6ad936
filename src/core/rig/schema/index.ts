export {
  type Action,
  type Assignment,
  type Behaviour,
  behaviourValues,
  type Gesture,
  type Landing,
  type Layer,
  type Send,
  type Wire,
} from './assignment';
export { type Evidence, type Grade, idSchema, type Mark, nameSchema } from './common';
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
