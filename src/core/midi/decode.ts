// Bytes to messages, as they stream in: running status, real-time bytes inside other messages, SysEx in pieces.
// Source of the rules: MIDI 1.0 Detailed Specification, "Data format" and "Running status". It never throws, loses no message
// that is complete, and says what it dropped.
import { dataLength, type PackedMessage } from './packed';

/** Why bytes led to no message. */
export type DropReason =
  | 'orphan-data' // data without a status before it
  | 'cut-short' // a message that another status interrupted, or that the stream ended in
  | 'stray-end' // an end of SysEx outside of one
  | 'undefined-status' // F4, F5, F9, FD
  | 'too-long'; // a SysEx beyond the limit

/** Who is told. Bytes of SysEx come without their F0 and F7; `whole` is false when another status ended it (MIDI 1.0 allows that). */
export interface MidiSink {
  readonly channel: (word: PackedMessage) => void;
  readonly common: (status: number, data1: number, data2: number) => void;
  readonly realTime: (status: number) => void;
  readonly sysex: (bytes: readonly number[], whole: boolean) => void;
  readonly dropped: (reason: DropReason, bytes: readonly number[]) => void;
}

/** What a decoder remembers between two pieces of a stream. */
export interface DecoderState {
  /** The status that data belongs to; 0 when there is none. Channel statuses stay (running status), common ones go. */
  readonly status: number;
  /** The first data byte of a message of two; −1 when it has not come. */
  readonly first: number;
  /** The bytes of a SysEx that has not ended; null outside of one. */
  readonly sysex: readonly number[] | null;
  /** Whether the status itself has just come and waits for its first message: then it is lost if interrupted. */
  readonly fresh: boolean;
}

/** Longest SysEx that is kept, in bytes; what is longer is dropped whole. */
export const SYSEX_LIMIT = 1 << 20;

/** A decoder before its first byte. */
export const idleDecoder: DecoderState = { status: 0, first: -1, sysex: null, fresh: false };

/** Decodes one piece of a stream (bytes 0–255) and gives the state to go on with. */
export function decode(state: DecoderState, bytes: ArrayLike<number>, sink: MidiSink): DecoderState {
  let { status, first, fresh } = state;
  let sysex: number[] | null = state.sysex === null ? null : state.sysex.slice();
  for (let i = 0; i < bytes.length; i++) {
    const byte = (bytes[i] ?? 0) & 0xff;
    if (byte >= 0xf8) {
      if (byte === 0xf9 || byte === 0xfd) sink.dropped('undefined-status', [byte]);
      else sink.realTime(byte);
    } else if (byte < 0x80) {
      if (sysex !== null) {
        // One byte beyond the limit is kept as the mark that it was passed; the rest is let go.
        if (sysex.length <= SYSEX_LIMIT) sysex.push(byte);
      } else if (status === 0) {
        sink.dropped('orphan-data', [byte]);
      } else if (first < 0 && dataLength(status) === 2) {
        first = byte;
      } else {
        const two = first >= 0;
        const data1 = two ? first : byte;
        const data2 = two ? byte : 0;
        first = -1;
        fresh = false;
        if (status < 0xf0) {
          sink.channel((status << 16) | (data1 << 8) | data2);
        } else {
          sink.common(status, data1, data2);
          status = 0;
        }
      }
    } else {
      if (sysex !== null) {
        endSysex(sysex, byte === 0xf7, sink);
        sysex = null;
        if (byte === 0xf7) continue;
      } else {
        interrupted(status, first, fresh, sink);
      }
      first = -1;
      fresh = false;
      if (byte === 0xf0) {
        sysex = [];
        status = 0;
      } else if (byte === 0xf7) {
        sink.dropped('stray-end', [byte]);
        status = 0;
      } else {
        const length = dataLength(byte);
        if (length < 0) sink.dropped('undefined-status', [byte]);
        else if (length === 0) sink.common(byte, 0, 0);
        status = length > 0 ? byte : 0;
        fresh = length > 0;
      }
    }
  }
  return { status, first, sysex, fresh };
}

/** The stream is over: says what was left unfinished. */
export function endDecoding(state: DecoderState, sink: MidiSink): void {
  if (state.sysex !== null) sink.dropped('cut-short', [0xf0, ...state.sysex]);
  else interrupted(state.status, state.first, state.fresh, sink);
}

function endSysex(bytes: readonly number[], whole: boolean, sink: MidiSink): void {
  if (bytes.length > SYSEX_LIMIT) sink.dropped('too-long', [0xf0]);
  else sink.sysex(bytes, whole);
}

function interrupted(status: number, first: number, fresh: boolean, sink: MidiSink): void {
  if (first >= 0) sink.dropped('cut-short', fresh ? [status, first] : [first]);
  else if (fresh) sink.dropped('cut-short', [status]);
}
