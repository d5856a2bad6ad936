// A word as a person reads it, besides its bytes.
import { showBytes } from './hex';
import { kindOf, wordType } from './message';
import { type Word, wordBytes, wordChannel, wordStatus } from './word';

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
  const type = wordType(word);
  if (type === 'other') return systemNames[wordStatus(word)] ?? 'undefined';
  const kind = kindOf(type);
  return `${kind.say(word, sysex)}${kind.family === 'channel' ? `, ch ${wordChannel(word)}` : ''}`;
}

/**
 * Bytes in hexadecimal, as monitors show them.
 * @example hexOf(0xb4687f) // => 'B4 68 7F'
 */
export const hexOf = (word: Word, sysex: readonly (readonly number[])[] = []): string => showBytes(wordBytes(word, sysex));
