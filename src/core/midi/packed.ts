// Messages as one integer each (status, two data bytes), so that simulating a million of them makes no objects.
// Layout: status byte << 16 | data 1 << 8 | data 2, as the bytes travel (MIDI 1.0). SysEx does not fit: it is −1 − its place in
// a table of SysEx messages that whoever plays keeps beside the words.

export type PackedMessage = number;

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const POLY = 0xa0;
const CONTROL = 0xb0;
const PROGRAM = 0xc0;
const PRESSURE = 0xd0;
const BEND = 0xe0;

/** A control change; channel 1–16, number and value 0–127. */
export const packedCc = (channel: number, number: number, value: number): PackedMessage =>
  ((CONTROL | (channel - 1)) << 16) | (number << 8) | value;

/** A note: note-on with its velocity, or the note-off that velocity 0 means (MIDI 1.0). */
export const packedNote = (channel: number, note: number, velocity: number): PackedMessage =>
  (((velocity === 0 ? NOTE_OFF : NOTE_ON) | (channel - 1)) << 16) | (note << 8) | velocity;

/** A program change; program 0–127. */
export const packedProgram = (channel: number, program: number): PackedMessage =>
  ((PROGRAM | (channel - 1)) << 16) | (program << 8);

/** Pitch bend, value 0–16383 with 8192 at rest; the low seven bits travel first (MIDI 1.0). */
export const packedBend = (channel: number, value: number): PackedMessage =>
  ((BEND | (channel - 1)) << 16) | ((value & 127) << 8) | (value >> 7);

/** Channel pressure 0–127. */
export const packedPressure = (channel: number, value: number): PackedMessage =>
  ((PRESSURE | (channel - 1)) << 16) | (value << 8);

/** Pressure 0–127 on one note. */
export const packedPoly = (channel: number, note: number, value: number): PackedMessage =>
  ((POLY | (channel - 1)) << 16) | (note << 8) | value;

/** A message of one byte from F8 on (MIDI 1.0, system real time). */
export const packedRealTime = (status: number): PackedMessage => status << 16;

/** The word of a SysEx message at a place of the table. */
export const packedSysex = (slot: number): PackedMessage => -1 - slot;
/** The place in the table of a SysEx word; −1 for every other word. */
export const sysexSlot = (word: PackedMessage): number => (word < 0 ? -1 - word : -1);

/** The status byte of a packed message; F0 for SysEx. */
export const packedStatus = (word: PackedMessage): number => (word < 0 ? 0xf0 : (word >> 16) & 0xff);
/** Its channel, 1–16. */
export const packedChannel = (word: PackedMessage): number => ((word >> 16) & 0x0f) + 1;
/** Its first data byte, 0–127. */
export const packedNumber = (word: PackedMessage): number => (word >> 8) & 0x7f;

/** The value: 0–127, or 0–16383 for pitch bend; 0 for what carries none, and for status 8n whatever its release velocity (MIDI 1.0). */
export function packedValue(word: PackedMessage): number {
  switch (word >> 20) {
    case 0xe:
      return ((word & 0x7f) << 7) | ((word >> 8) & 0x7f);
    case 0xd:
      return (word >> 8) & 0x7f;
    case 0x8:
    case 0xc:
    case 0xf:
      return 0;
    default:
      return word < 0 ? 0 : word & 0x7f;
  }
}

/** How many data bytes follow a status, 0–2; −1 where the status is undefined or no message of that form (MIDI 1.0, table I). */
export function dataLength(status: number): number {
  if (status < 0xf0) return (status & 0xe0) === 0xc0 ? 1 : 2;
  switch (status) {
    case 0xf1:
    case 0xf3:
      return 1;
    case 0xf2:
      return 2;
    case 0xf6:
      return 0;
    default:
      return -1;
  }
}

/** The bytes of a word as they travel; those of a SysEx, with F0 and F7, come from its table (MIDI 1.0). */
export function packedBytes(word: PackedMessage, sysex: readonly (readonly number[])[] = []): readonly number[] {
  if (word < 0) return [0xf0, ...(sysex[sysexSlot(word)] ?? []), 0xf7];
  const status = (word >> 16) & 0xff;
  const length = dataLength(status);
  return length === 2 ? [status, packedNumber(word), word & 0x7f] : length === 1 ? [status, packedNumber(word)] : [status];
}

/** How many bytes a word takes on a wire: as long as `packedBytes`. */
export function packedLength(word: PackedMessage, sysex: readonly (readonly number[])[] = []): number {
  if (word < 0) return (sysex[sysexSlot(word)]?.length ?? 0) + 2;
  return 1 + Math.max(0, dataLength((word >> 16) & 0xff));
}
