// Standard MIDI Files: what was sent, written as one, and one read as timed messages (Standard MIDI Files 1.0).
import { parseMidi } from 'midi-file';
import { err, ok, type Result } from '../base';
import { type PackedMessage, packedBytes, packedSysex, type SysexTable, withSysex } from '../midi';
import type { FileProblem } from './file-problem';

/** A message at a time in milliseconds. */
export interface TimedMessage {
  readonly atMs: number;
  readonly word: PackedMessage;
}

/** A text at a time in milliseconds. */
export interface Marker {
  readonly atMs: number;
  readonly text: string;
}

/** Largest file that is read, in bytes, and most messages. */
export const SMF_LIMIT = 4 * 1024 * 1024;
/** Most events of a file that are played. */
export const SMF_MESSAGES = 200_000;

/** Ticks of a quarter: with 500 at 120 quarters a minute one tick is one millisecond. */
const TICKS = 500;

/**
 * Writes messages as a file of format 0, one tick a millisecond, in the order of their times. SysEx is found in the table; system
 * real-time messages have no place in a file and are left out. Markers (meta event 06) stand before what is sent at their time.
 */
export function writeSmf(
  messages: readonly TimedMessage[],
  sysex: SysexTable['bytes'],
  markers: readonly Marker[] = [],
): Uint8Array {
  const track: number[] = [0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20];
  let now = 0;
  let nextMarker = 0;
  const mark = (until: number): void => {
    for (let m = markers[nextMarker]; m && m.atMs <= until; m = markers[++nextMarker]) {
      const tick = Math.max(now, Math.round(m.atMs));
      const bytes = [...new TextEncoder().encode(m.text.slice(0, 200))];
      track.push(...variable(tick - now), 0xff, 0x06, ...variable(bytes.length), ...bytes);
      now = tick;
    }
  };
  for (const { atMs, word } of messages) {
    mark(atMs);
    const bytes = packedBytes(word, sysex);
    const status = bytes[0] ?? 0;
    if (status > 0xf0) continue;
    const tick = Math.max(now, Math.round(atMs));
    track.push(...variable(tick - now));
    now = tick;
    if (status === 0xf0) track.push(0xf0, ...variable(bytes.length - 1), ...bytes.slice(1));
    else for (const byte of bytes) track.push(byte);
  }
  mark(Number.POSITIVE_INFINITY);
  track.push(0, 0xff, 0x2f, 0);
  return Uint8Array.from(
    [...text('MThd'), 0, 0, 0, 6, 0, 0, 0, 1, TICKS >> 8, TICKS & 255, ...text('MTrk'), ...long(track.length)].concat(track),
  );
}

const text = (s: string): number[] => [...s].map((c) => c.charCodeAt(0));
const long = (n: number): number[] => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255];

/** A length of 7 bits a byte, the high ones first. */
function variable(n: number): number[] {
  const bytes = [n & 127];
  for (let rest = n >>> 7; rest > 0; rest >>>= 7) bytes.unshift((rest & 127) | 128);
  return bytes;
}

/**
 * Reads a file of any format as messages in the order of their times, all tracks together, tempo changes followed. Refuses what is
 * no such file, and what is larger than the limits; `sysex` is the table that the words of SysEx messages point into.
 */
export function readSmf(
  file: Uint8Array,
  sysex: SysexTable,
): Result<{ readonly messages: readonly TimedMessage[]; readonly sysex: SysexTable }, FileProblem> {
  if (file.length > SMF_LIMIT) return err({ code: 'too-large', bytes: SMF_LIMIT });
  let parsed: ReturnType<typeof parseMidi>;
  try {
    parsed = parseMidi(file);
  } catch {
    return err({ code: 'no-midi-file' });
  }
  const { header, tracks } = parsed;
  const events = tracks
    .flatMap((track, order) => {
      let tick = 0;
      return track.map((event) => {
        tick += event.deltaTime;
        return { tick, order, event };
      });
    })
    .sort((a, b) => a.tick - b.tick || a.order - b.order);
  if (events.length > SMF_MESSAGES) return err({ code: 'too-many', what: 'events', count: null, most: SMF_MESSAGES });
  let table = sysex;
  let msPerTick = header.ticksPerBeat ? 500 / header.ticksPerBeat : frameMs(header) / (header.ticksPerFrame ?? 1);
  let tick = 0;
  let atMs = 0;
  const messages: TimedMessage[] = [];
  for (const { tick: at, event } of events) {
    atMs += (at - tick) * msPerTick;
    tick = at;
    if (event.type === 'setTempo' && header.ticksPerBeat) msPerTick = event.microsecondsPerBeat / 1000 / header.ticksPerBeat;
    else if (event.type === 'sysEx') {
      const bytes = Array.from(event.data).filter((b) => b < 128);
      const put = withSysex(table, bytes);
      table = put.table;
      messages.push({ atMs, word: packedSysex(put.slot) });
    } else {
      const word = wordOf(event);
      if (word !== null) messages.push({ atMs, word });
    }
  }
  return ok({ messages, sysex: table });
}

const frameMs = (header: { readonly framesPerSecond?: number }): number => 1000 / (header.framesPerSecond ?? 25);

type FileEvent = ReturnType<typeof parseMidi>['tracks'][number][number];

/** A channel message of the file as a word; null for what is none. */
function wordOf(event: FileEvent): PackedMessage | null {
  const word = (status: number, a: number, b: number): PackedMessage => (status << 16) | ((a & 127) << 8) | (b & 127);
  switch (event.type) {
    case 'noteOff':
      return word(0x80 | event.channel, event.noteNumber, event.velocity);
    case 'noteOn':
      return word(0x90 | event.channel, event.noteNumber, event.velocity);
    case 'noteAftertouch':
      return word(0xa0 | event.channel, event.noteNumber, event.amount);
    case 'controller':
      return word(0xb0 | event.channel, event.controllerType, event.value);
    case 'programChange':
      return word(0xc0 | event.channel, event.programNumber, 0);
    case 'channelAftertouch':
      return word(0xd0 | event.channel, event.amount, 0);
    case 'pitchBend': {
      const value = event.value + 8192;
      return word(0xe0 | event.channel, value & 127, value >> 7);
    }
    default:
      return null;
  }
}
