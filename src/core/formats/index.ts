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
export { type BadLine, readCells, type TableFormat, writeCells } from './csv';
export { writeDifference } from './difference-csv';
export { type FileProblem, fileProblemWords } from './file-problem';
export { DEPTH_LIMIT, depthOf, FILE_LIMIT, type ImportProblem, inWords, readJson, type ToldProblem } from './json';
export { type LeftOut, leftOutWords } from './left-out';
export { type MidiFile, setUpFile, testFile } from './midi-files';
export { type NameDocument, type NamedMessage, parseMidnam, writeMidnam } from './midnam';
export { type ParameterList, parameterColumns, parseParameters, type Written, writeParameters } from './parameters-csv';
export { type ProgrammedList, parseProgrammed, writeProgrammed } from './programmed-csv';
export { writeProofs } from './proof-csv';
export { cleanedNotice, parseRig, RIG_ROW_LIMIT, readRigFile, rigSchema, writeRig } from './rig-json';
export { writeSheet } from './sheet-csv';
export { writeSheetMarkdown } from './sheet-md';
export { readSmf, SMF_LIMIT, type TimedMessage, writeSmf } from './smf';
export { readSyx, SYX_LIMIT, writeSyx } from './syx';
export { type DecodedText, decodeText, guessedEncoding } from './text';
