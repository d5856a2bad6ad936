export { type CcClass, type CcEntry, ccEntry, ccTable, isReserved } from './cc-table';
export {
  type DecoderState,
  type DropReason,
  dataLength,
  decode,
  endDecoding,
  idleDecoder,
  type MidiSink,
  SYSEX_LIMIT,
} from './decode';
export { decodeAll, encodeAll, eventSink, type StreamEvent } from './events';
export { type Candidate, candidates, type Expected, LISTEN_MS } from './listen';
export {
  addressKey,
  type Message,
  type MessageType,
  messageSchema,
  messageTypeSchema,
  sequenceKey,
  shortName,
  sysexKey,
  valueMax,
  withChannel,
  withNumber,
  wordKey,
} from './message';
export { type HeardWord, type MessageStream, messageStreamsIn } from './message-streams';
export { type MiddleC, type NumberStyle, noteName, parseNote, showChannel, showNote, showProgram } from './names';
export { type Channel, channel, channelSchema, type U7, type U14, u7, u7Schema, u14, u14Schema } from './numbers';
export { carrierOf, heardKeys, makePut, noSysex, type Put, parameterControls, type SysexTable, withSysex } from './out';
export { decodeClicks, encodeClicks, MOST_CLICKS, type RelativeCoding, relativeCodingSchema } from './relative';
export { hexOf, sayWord } from './say';
export {
  type Assembled,
  type AssemblerState,
  assemble,
  idleAssembler,
  type Listening,
  pairWords,
  parameterWords,
} from './sequences';
export {
  bendWord,
  ccWord,
  noteWord,
  polyWord,
  pressureWord,
  programWord,
  realTimeWord,
  sysexPlace,
  sysexWord,
  type Word,
  type WordType,
  wordBytes,
  wordChannel,
  wordLength,
  wordNumber,
  wordStatus,
  wordType,
  wordValue,
} from './word';
