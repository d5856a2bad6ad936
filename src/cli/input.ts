// Files into rigs and bytes, parsed once at this border.
import { cleanedNotice, decodeText, FILE_LIMIT, fileProblemWords, guessedEncoding, inWords, readRigFile } from '@/core/formats';
import type { Rig } from '@/core/rig';
import { type Io, Unusable } from './command';

async function bytesOf(io: Io, path: string): Promise<Uint8Array> {
  let bytes: Uint8Array;
  try {
    bytes = await io.read(path);
  } catch (error) {
    throw new Unusable(`${nameOf(path)} cannot be read: ${error instanceof Error ? error.message : 'unknown reason'}`);
  }
  if (bytes.length > FILE_LIMIT)
    throw new Unusable(`${nameOf(path)} has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`);
  return bytes;
}

const nameOf = (path: string): string => (path === '-' ? 'standard input' : path);

/** A file or standard input as text; where its encoding was guessed, that is told. */
export async function readText(io: Io, path: string): Promise<string> {
  const text = decodeText(await bytesOf(io, path));
  if (!text.ok) throw new Unusable(`${nameOf(path)} cannot be read. ${fileProblemWords(text.error)}`);
  if (text.value.encoding === 'windows-1252') io.err(`${nameOf(path)}: ${guessedEncoding}`);
  return text.value.text;
}

/** A rig from a file or standard input. */
export async function readRig(io: Io, path: string): Promise<Rig> {
  const parsed = readRigFile(await readText(io, path));
  if (parsed.ok && parsed.value.cleaned) io.err(`${nameOf(path)}: ${cleanedNotice}`);
  if (parsed.ok) return parsed.value.rig;
  const lines = parsed.error
    .slice(0, 5)
    .map(inWords)
    .map((p) => `  ${p.place}: ${p.message}`);
  throw new Unusable([`${nameOf(path)} is no rig that can be used.`, ...lines].join('\n'));
}

/** Bytes of a stream: raw, or written in hexadecimal with spaces, commas or line ends between. */
export async function readStream(io: Io, path: string): Promise<Uint8Array> {
  const bytes = await bytesOf(io, path);
  const raw = bytes.some((b) => b >= 0x80 || (b < 0x20 && b !== 9 && b !== 10 && b !== 13));
  if (raw) return bytes;
  const words = new TextDecoder()
    .decode(bytes)
    .split(/[\s,]+/)
    .filter((w) => w !== '');
  const wrong = words.findIndex((w) => !/^(0x)?[0-9a-f]{1,2}$/i.test(w));
  if (wrong >= 0)
    throw new Unusable(`“${words[wrong]?.slice(0, 20)}”, word ${wrong + 1} of ${nameOf(path)}, is no byte in hexadecimal.`);
  return Uint8Array.from(words, (w) => Number.parseInt(w.replace(/^0x/i, ''), 16));
}
