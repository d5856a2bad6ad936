// A pedal of which Stage only wants to know that it was pressed: which message it is, and when it counts as a press.
import { type PackedMessage, packedNumber, packedStatus, packedValue } from '../midi';

/** By its message: status byte and number as a packed message whose value is 0; note-off counts as note-on. */
export type GoOnPedal = PackedMessage;

/** A footswitch bounces, and a pedal that is pushed down sends many values above the middle: within so many milliseconds that is one press. Common practice, no source. */
const ONE_PRESS_MS = 250;

/** Which pedal a word is of: control changes, notes and programs can be pedals, start, continue and stop too; null for everything else. */
export function pedalOf(word: PackedMessage): GoOnPedal | null {
  if (word < 0) return null;
  const status = packedStatus(word);
  if (status >= 0xfa && status <= 0xfc) return status << 16;
  const family = status & 0xf0;
  if (family === 0x80) return ((0x90 | (status & 0x0f)) << 16) | (packedNumber(word) << 8);
  return family === 0x90 || family === 0xb0 || family === 0xc0 ? (status << 16) | (packedNumber(word) << 8) : null;
}

/** Whether a word is pressed down: a control change from 64 on (MIDI 1.0, switches), a note that is struck; a program and what has no value always. */
function isDown(word: PackedMessage): boolean {
  const family = packedStatus(word) & 0xf0;
  if (family === 0xb0) return packedValue(word) >= 64;
  if (family === 0x90 || family === 0x80) return packedValue(word) > 0;
  return true;
}

/** When a pedal was heard down last, in milliseconds; null for never. */
export type HeardDownAt = number | null;

/** A word of the pedal at a time in milliseconds, and whether it is a press: it is down, and was not heard down within the last quarter of a second. */
export function hearPedal(
  before: HeardDownAt,
  word: PackedMessage,
  atMs: number,
): { readonly downAt: HeardDownAt; readonly pressed: boolean } {
  if (!isDown(word)) return { downAt: before, pressed: false };
  return { downAt: atMs, pressed: before === null || atMs - before >= ONE_PRESS_MS };
}
