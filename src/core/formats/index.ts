// Every file that goes in or out. What cannot be read or written is said in codes and in words.

// What is wrong with a file, and what a form cannot hold.

export { type FileProblem, fileProblemWords } from './file-problem';
export { unguardedCell } from './guard';
export { DEPTH_LIMIT, depthOf, FILE_LIMIT, type ImportProblem, inWords, readJson, type ToldProblem } from './json';
export { type LeftOut, leftOutWords } from './left-out';
export { type DecodedText, decodeText, guessedEncoding } from './text';

// Rigs, templates, profiles, and a rig in another form.

export {
  type BundleItem,
  bundleSchema,
  type ItemKind,
  parseFile,
  profileFileSchema,
  templateFileSchema,
  writeBundle,
  writeProfile,
  writeTemplate,
} from './bundle';
export { type Converted, convertRig, type RigForm, rigForms, type UnitProblem, unitProblemWords } from './convert';
export { cleanedNotice, parseRig, RIG_ROW_LIMIT, readRigFile, rigSchema, writeRig } from './rig-json';

// Tables.

export { type BadLine, type ChosenColumns, readCells, type TableFormat, type TableHead, writeCells } from './csv';
export { writeDifference } from './difference-csv';
export { type MessageCells, messageCells, readMessage } from './message-cells';
export {
  choosableColumns,
  type ParameterList,
  parameterColumns,
  parametersHead,
  parseParameters,
  type ReadColumn,
  type Written,
  writeParameters,
} from './parameters-csv';
export { type PresetColumn, type PresetList, parsePresets, presetColumns, presetsHead, writePresets } from './presets-csv';
export {
  type ProgrammedColumn,
  type ProgrammedList,
  parseProgrammed,
  programmedColumns,
  programmedHead,
  writeProgrammed,
} from './programmed-csv';
export { writeProofs } from './proof-csv';
export { writeSheet } from './sheet-csv';
export { sheetJson } from './sheet-json';
export { writeSheetMarkdown } from './sheet-md';

// MIDI files, SysEx files and name documents.

export { isControllerList, parseControllerList } from './controller-list';
export { type MidiFile, setUpFile, testFile } from './midi-files';
export { type NameDocument, type NamedMessage, parseMidnam, writeMidnam } from './midnam';
export { readSmf, SMF_LIMIT, type TimedMessage, writeSmf } from './smf';
export { readSyx, SYX_LIMIT, writeSyx } from './syx';
