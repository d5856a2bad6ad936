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
  type PackedType,
  packedKey,
  packedType,
  sequenceKey,
  shortName,
  valueMax,
  withChannel,
  withNumber,
} from './message';
export { type HeardMessage, type MessageStream, messageStreamsIn } from './message-streams';
export { type MiddleC, type NumberStyle, noteName, parseNote, showChannel, showNote, showProgram } from './names';
export { type Channel, channel, channelSchema, type U7, type U14, u7, u7Schema, u14, u14Schema } from './numbers';
export {
  dataLength,
  type PackedMessage,
  packedBend,
  packedBytes,
  packedCc,
  packedChannel,
  packedLength,
  packedNote,
  packedNumber,
  packedPoly,
  packedPressure,
  packedProgram,
  packedRealTime,
  packedStatus,
  packedSysex,
  packedValue,
  sysexSlot,
} from './packed';
export { codingWords, decodeClicks, encodeClicks, MOST_CLICKS, type RelativeCoding, relativeCodingSchema } from './relative';
export { hexOf, sayPacked } from './say';
export {
  type Assembled,
  type AssemblerState,
  assemble,
  idleAssembler,
  type Listening,
  pairMessages,
  parameterControls,
  parameterMessages,
} from './sequences';
export { noSysex, type SysexTable, sysexKey, withSysex } from './sysex';
