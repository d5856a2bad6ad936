export { type BadLine, readCells, writeCells } from './csv';
export { type ParameterList, parameterColumns, parseParameters } from './parameters-csv';
export { type ProgrammedList, parseProgrammed } from './programmed-csv';
export { type ImportProblem, parseRig, RIG_FILE_LIMIT, rigSchema, writeRig } from './rig-json';
export { writeSheet } from './sheet-csv';
export { readSmf, SMF_LIMIT, type TimedWord, writeSmf } from './smf';
