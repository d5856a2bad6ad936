// Channel messages as one integer each (status, two data bytes), so that simulating a million of them makes no objects.
// Layout: status byte << 16 | data 1 << 8 | data 2, as the bytes travel (MIDI 1.0).

export type Word = number;

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const CONTROL = 0xb0;
const PROGRAM = 0xc0;

/** A control change; channel 1–16, number and value 0–127. */
export const ccWord = (channel: number, number: number, value: number): Word =>
  ((CONTROL | (channel - 1)) << 16) | (number << 8) | value;

/** A note: note-on with its velocity, or the note-off that velocity 0 means (MIDI 1.0). */
export const noteWord = (channel: number, note: number, velocity: number): Word =>
  (((velocity === 0 ? NOTE_OFF : NOTE_ON) | (channel - 1)) << 16) | (note << 8) | velocity;

/** A program change; program 0–127. */
export const programWord = (channel: number, program: number): Word => ((PROGRAM | (channel - 1)) << 16) | (program << 8);

export const wordChannel = (word: Word): number => ((word >> 16) & 0x0f) + 1;
export const wordNumber = (word: Word): number => (word >> 8) & 0x7f;
export const wordValue = (word: Word): number => word & 0x7f;

/** What kind of message a word is. */
export function wordType(word: Word): 'cc' | 'note' | 'program' {
  const kind = (word >> 16) & 0xf0;
  return kind === CONTROL ? 'cc' : kind === PROGRAM ? 'program' : 'note';
}

/** The same key as `addressKey` gives for the message, so that a word finds the landings that listen for it. */
export function wordKey(word: Word): number {
  const kind = (word >> 16) & 0xf0;
  const type = kind === CONTROL ? 0 : kind === PROGRAM ? 2 : 1;
  return (type * 16 + ((word >> 16) & 0x0f)) * 16384 + ((word >> 8) & 0x7f);
}

/** The bytes of a word as they travel: two for a program change and channel pressure, three for the others (MIDI 1.0). */
export function wordBytes(word: Word): readonly number[] {
  const status = (word >> 16) & 0xff;
  return (status & 0xe0) === PROGRAM ? [status, wordNumber(word)] : [status, wordNumber(word), wordValue(word)];
}
