// A word as a person reads it, besides its bytes.
import { exhaustive } from '../base';
import { sysexPlace, type Word, wordBytes, wordChannel, wordNumber, wordStatus, wordType, wordValue } from './word';

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
 * @example sayWord(0xb4687f) // => 'CC 104 = 127, ch 5'
 */
export function sayWord(word: Word, sysex: readonly (readonly number[])[] = []): string {
  const on = `, ch ${wordChannel(word)}`;
  const value = wordValue(word);
  const type = wordType(word);
  switch (type) {
    case 'cc':
      return `CC ${wordNumber(word)} = ${value}${on}`;
    case 'note':
      return wordStatus(word) >= 0x90 && value > 0
        ? `Note ${wordNumber(word)} on ${value}${on}`
        : `Note ${wordNumber(word)} off${on}`;
    case 'program':
      return `Program ${wordNumber(word)}${on}`;
    case 'pitch-bend':
      return `Bend ${value - 8192 < 0 ? '−' : '+'}${Math.abs(value - 8192)}${on}`;
    case 'channel-pressure':
      return `Pressure ${value}${on}`;
    case 'poly-pressure':
      return `Pressure ${value} on note ${wordNumber(word)}${on}`;
    case 'sysex':
      return `SysEx, ${(sysex[sysexPlace(word)]?.length ?? 0) + 2} bytes`;
    case 'start':
    case 'stop':
    case 'continue':
      return type.charAt(0).toUpperCase() + type.slice(1);
    case 'other':
      return systemNames[wordStatus(word)] ?? 'undefined';
    default:
      return exhaustive(type);
  }
}

/**
 * Bytes in hexadecimal, as monitors show them.
 * @example hexOf(0xb4687f) // => 'B4 68 7F'
 */
export const hexOf = (word: Word, sysex: readonly (readonly number[])[] = []): string =>
  wordBytes(word, sysex)
    .map((b) => b.toString(16).toUpperCase().padStart(2, '0'))
    .join(' ');
