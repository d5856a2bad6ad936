export { type CcClass, type CcEntry, ccEntry, ccTable, isReserved } from './cc-table';
export {
  type DecoderState,
  type DropReason,
  decode,
  endDecoding,
  idleDecoder,
  type MidiSink,
  SYSEX_LIMIT,
} from './decode';
export { decodeAll, encodeAll, eventSink, type StreamEvent } from './events';
export { parseBytes, showBytes } from './hex';
export type { ExtraField, MessageKind, NumberEntry, NumberFacts, Put } from './kinds';
export { type Candidate, candidates, type Expected, LISTEN_MS } from './listen';
export {
  addressKey,
  carrierOf,
  carriesValue,
  countsAsOn,
  heardKeys,
  kindOf,
  type Message,
  type MessageType,
  makePut,
  messageSchema,
  messageTypeSchema,
  messageTypes,
  numberWords,
  sequenceKey,
  shortName,
  valueMax,
  type WordType,
  withChannel,
  withNumber,
  wordKey,
  wordType,
} from './message';
export { type HeardWord, type MessageStream, messageStreamsIn } from './message-streams';
export { type MiddleC, type NumberStyle, noteName, parseNote, showChannel, showNote, showProgram } from './names';
export { type Channel, channel, channelSchema, type U7, type U14, u7, u7Schema, u14, u14Schema } from './numbers';
export { codingWords, decodeClicks, encodeClicks, MOST_CLICKS, type RelativeCoding, relativeCodingSchema } from './relative';
export { hexOf, sayWord } from './say';
export {
  type Assembled,
  type AssemblerState,
  assemble,
  idleAssembler,
  type Listening,
  pairWords,
  parameterControls,
  parameterWords,
} from './sequences';
export { noSysex, type SysexTable, sysexKey, withSysex } from './sysex';
export {
  bendWord,
  ccWord,
  dataLength,
  noteWord,
  polyWord,
  pressureWord,
  programWord,
  realTimeWord,
  sysexPlace,
  sysexWord,
  type Word,
  wordBytes,
  wordChannel,
  wordLength,
  wordNumber,
  wordStatus,
  wordValue,
} from './word';
