// Bytes of a file as text: its mark first, then UTF-8, then the old Western table with a word about it. Never a sign that stands for "unreadable".
import { err, ok, type Result } from '../base';
import type { FileProblem } from './file-problem';

export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

export interface DecodedText {
  /** Without its byte-order mark. */
  readonly text: string;
  readonly encoding: Encoding;
}

/** What a person is asked to look at where an encoding had to be guessed. */
export const guessedEncoding =
  'It is not UTF-8, so it was read as Windows-1252 (Western European). Look whether the letters with accents are right; else save it as UTF-8.';

/** Marks at the beginning of a file (Unicode 15, chapter 23.8, table 23-6). */
const marks: readonly (readonly [Encoding, readonly number[]])[] = [
  ['utf-8', [0xef, 0xbb, 0xbf]],
  ['utf-16le', [0xff, 0xfe]],
  ['utf-16be', [0xfe, 0xff]],
];

/**
 * Reads bytes as text. A byte-order mark decides; without one UTF-8, if every byte fits; else Windows-1252, in which every byte is something.
 * An error where a file does not keep to its own mark.
 * @example decodeText(Uint8Array.of(0xe9)) // => { ok: true, value: { text: 'é', encoding: 'windows-1252' } }
 */
export function decodeText(bytes: Uint8Array): Result<DecodedText, FileProblem> {
  const [marked] = marks.find(([, mark]) => mark.every((byte, i) => bytes[i] === byte)) ?? [];
  if (marked !== undefined) {
    const text = decoded(bytes, marked);
    return text === null ? err({ code: 'not-its-encoding', encoding: marked }) : ok({ text, encoding: marked });
  }
  const plain = decoded(bytes, 'utf-8');
  if (plain !== null) return ok({ text: plain, encoding: 'utf-8' });
  return ok({ text: western(bytes), encoding: 'windows-1252' });
}

/** 0x80 to 0x9F of Windows-1252 (WHATWG Encoding, index-windows-1252); everything else is the code point of its number. */
const upper =
  '\u20ac\u0081\u201a\u0192\u201e\u2026\u2020\u2021\u02c6\u2030\u0160\u2039\u0152\u008d\u017d\u008f\u0090\u2018\u2019\u201c\u201d\u2022\u2013\u2014\u02dc\u2122\u0161\u203a\u0153\u009d\u017e\u0178';

/** By a table of its own: some runtimes take the first 256 code points for it. */
function western(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += byte >= 0x80 && byte <= 0x9f ? upper[byte - 0x80] : String.fromCharCode(byte);
  return text;
}

/** The text, its mark taken off; null where the bytes are none of that encoding. */
function decoded(bytes: Uint8Array, encoding: Encoding): string | null {
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}
