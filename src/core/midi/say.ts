// A word as a person reads it, besides its bytes.
import { showBytes } from './hex';
import { kindOf, packedType } from './message';
import { type PackedMessage, packedBytes, packedChannel, packedStatus } from './packed';

const systemNames: Readonly<Record<number, string>> = {
  241: 'time code',
  242: 'song position',
  243: 'song select',
  246: 'tune request',
  248: 'clock',
  254: 'active sensing',
  255: 'reset',
};

/**
 * A word in the trade's terms: kind and number, value, channel (1–16).
 * @example sayPacked(0xb4687f) // => 'CC 104 = 127, ch 5'
 */
export function sayPacked(word: PackedMessage, sysex: readonly (readonly number[])[] = []): string {
  const type = packedType(word);
  if (type === 'other') return systemNames[packedStatus(word)] ?? 'undefined';
  const kind = kindOf(type);
  return `${kind.say(word, sysex)}${kind.family === 'channel' ? `, ch ${packedChannel(word)}` : ''}`;
}

/**
 * A system common message with its data, data 0–127 (MIDI 1.0): the quarter frame of a time code as its piece and value, a song position in sixteenth
 * notes from the start, a song by its number.
 * @example sayCommon(0xf2, [4, 1]) // => 'song position 132'
 */
export function sayCommon(status: number, data: readonly number[]): string {
  const name = systemNames[status] ?? 'undefined';
  const [first = 0, second = 0] = data;
  switch (status) {
    case 0xf1:
      return `${name}, piece ${first >> 4} = ${first & 15}`;
    case 0xf2:
      return `${name} ${second * 128 + first}`;
    case 0xf3:
      return `${name} ${first}`;
    default:
      return name;
  }
}

/**
 * Bytes in hexadecimal, as monitors show them.
 * @example hexOf(0xb4687f) // => 'B4 68 7F'
 */
export const hexOf = (word: PackedMessage, sysex: readonly (readonly number[])[] = []): string =>
  showBytes(packedBytes(word, sysex));
