// MIDI 1.0: messages as people name them, as bytes, and as one integer for playing a million of them.

// Messages, and what there is to know of each kind: a file each.

export { type CcClass, type CcEntry, ccEntry, ccTable, isReserved } from './cc-table';
export type { ExtraField, MessageKind, NumberEntry, NumberFacts, Put } from './kinds';
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
export { type MiddleC, type NumberStyle, noteName, parseNote, showChannel, showNote, showProgram } from './names';
export { type Channel, channel, channelSchema, type U7, type U14, u7, u7Schema, u14, u14Schema } from './numbers';

// As one integer, and as bytes.

export { silencingWords } from './all-off';
export { letsNotesGo, RESET_CONTROLLERS, resetValue } from './channel-modes';
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
export { type ValueRange, valuesArriving } from './heard-values';
export { parseBytes, showBytes } from './hex';
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
export { hexOf, sayCommon, sayPacked } from './say';
export { standardMeaningOf } from './standard-meaning';
export { noSysex, type SysexTable, sysexKey, withSysex } from './sysex';

// Messages that need several: sequences put together, streams of one message.

export { type Candidate, candidates, type Expected, LISTEN_MS } from './listen';
export { type HeardMessage, type MessageStream, messageStreamsIn, messagesInOrder } from './message-streams';
export { codingWords, decodeClicks, encodeClicks, MOST_CLICKS, type RelativeCoding, relativeCodingSchema } from './relative';
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
