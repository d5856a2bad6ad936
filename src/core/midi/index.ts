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
export {
  addressKey,
  type Message,
  type MessageType,
  messageSchema,
  messageTypeSchema,
  shortName,
  valueMax,
  withChannel,
  withNumber,
} from './message';
export { type MiddleC, type NumberStyle, noteName, parseNote, showChannel, showNote, showProgram } from './names';
export { type Channel, channel, channelSchema, type U7, type U14, u7, u7Schema, u14, u14Schema } from './numbers';
export { decodeClicks, encodeClicks, MOST_CLICKS, type RelativeCoding, relativeCodingSchema } from './relative';
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
  ccWord,
  noteWord,
  programWord,
  type Word,
  wordBytes,
  wordChannel,
  wordKey,
  wordNumber,
  wordType,
  wordValue,
} from './word';
