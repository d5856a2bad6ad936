// Messages of a stream as objects, for what is shown, recorded and sent: the readable face of the decoder, and its inverse.
import { exhaustive } from '../base';
import { type DropReason, decode, endDecoding, idleDecoder, type MidiSink } from './decode';
import { type PackedMessage, packedBytes } from './packed';

/** One thing that a stream held. `sysex` bytes come without F0 and F7. */
export type StreamEvent =
  | { readonly type: 'channel'; readonly word: PackedMessage }
  | { readonly type: 'common'; readonly status: number; readonly data: readonly number[] }
  | { readonly type: 'real-time'; readonly status: number }
  | { readonly type: 'sysex'; readonly bytes: readonly number[]; readonly whole: boolean }
  | { readonly type: 'dropped'; readonly reason: DropReason; readonly bytes: readonly number[] };

const commonLengths: Readonly<Record<number, number>> = { 241: 1, 242: 2, 243: 1, 246: 0 };

/** A sink that calls `take` with an event for everything that comes. */
export function eventSink(take: (event: StreamEvent) => void): MidiSink {
  return {
    channel: (word) => take({ type: 'channel', word }),
    common: (status, data1, data2) => take({ type: 'common', status, data: [data1, data2].slice(0, commonLengths[status] ?? 0) }),
    realTime: (status) => take({ type: 'real-time', status }),
    sysex: (bytes, whole) => take({ type: 'sysex', bytes, whole }),
    dropped: (reason, bytes) => take({ type: 'dropped', reason, bytes }),
  };
}

/**
 * Everything in a finished stream, in order; what was left unfinished at its end is told as dropped.
 * @example decodeAll([0x90, 60, 100, 62, 100]).length // => 2
 */
export function decodeAll(bytes: ArrayLike<number>): StreamEvent[] {
  const events: StreamEvent[] = [];
  const sink = eventSink((event) => events.push(event));
  endDecoding(decode(idleDecoder, bytes, sink), sink);
  return events;
}

/**
 * Events back to bytes. With running status a channel message leaves its status out when it repeats the last one; every
 * system common message and SysEx ends it, real-time does not (MIDI 1.0). Dropped bytes are not sent again.
 * @example encodeAll(decodeAll([0xb4, 104, 127, 0xb4, 104, 0]), true) // => [0xb4, 104, 127, 104, 0]
 */
export function encodeAll(events: readonly StreamEvent[], runningStatus: boolean): number[] {
  const out: number[] = [];
  let running = 0;
  for (const event of events) {
    switch (event.type) {
      case 'channel': {
        const bytes = packedBytes(event.word);
        const status = bytes[0] ?? 0;
        out.push(...(runningStatus && status === running ? bytes.slice(1) : bytes));
        running = status;
        break;
      }
      case 'common':
        out.push(event.status, ...event.data);
        running = 0;
        break;
      case 'real-time':
        out.push(event.status);
        break;
      case 'sysex':
        out.push(0xf0, ...event.bytes, 0xf7);
        running = 0;
        break;
      case 'dropped':
        break;
      default:
        exhaustive(event);
    }
  }
  return out;
}
