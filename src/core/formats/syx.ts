// SysEx files (.syx): messages from F0 to F7, one after the other, as raw bytes (MIDI 1.0, "System Exclusive").

import { err, ok, type Result } from '../base';
import { packedSysex, type SysexTable, withSysex } from '../midi';
import type { FileProblem } from './file-problem';
import type { TimedMessage } from './smf';

/** Largest file that is read, in bytes, and most messages. */
export const SYX_LIMIT = 4 * 1024 * 1024;
const SYX_MESSAGES = 20_000;
/** Milliseconds between two messages when they are played: slow hardware needs a pause to store one. Common practice, no source. */
const STEP_MS = 50;

/**
 * Reads the SysEx messages of a file, 50 ms apart. Refuses a file that begins with anything else, a message that never ends, a status
 * byte inside of one, and what is above the limits.
 */
export function readSyx(
  file: Uint8Array,
  sysex: SysexTable,
): Result<{ readonly messages: readonly TimedMessage[]; readonly sysex: SysexTable }, FileProblem> {
  if (file.length > SYX_LIMIT) return err({ code: 'too-large', bytes: SYX_LIMIT });
  const messages: TimedMessage[] = [];
  let table = sysex;
  let at = 0;
  while (at < file.length) {
    if (file[at] !== 0xf0) return err({ code: 'no-sysex', byte: at + 1 });
    const end = file.indexOf(0xf7, at);
    if (end < 0) return err({ code: 'sysex-open', byte: at + 1 });
    const bytes = Array.from(file.subarray(at + 1, end));
    const status = bytes.findIndex((b) => b > 127);
    if (status >= 0) return err({ code: 'sysex-broken', byte: at + 2 + status });
    if (messages.length >= SYX_MESSAGES) return err({ code: 'too-many', what: 'messages', count: null, most: SYX_MESSAGES });
    const put = withSysex(table, bytes);
    table = put.table;
    messages.push({ atMs: messages.length * STEP_MS, word: packedSysex(put.slot) });
    at = end + 1;
  }
  return messages.length === 0 ? err({ code: 'empty' }) : ok({ messages, sysex: table });
}

/** The inverse of `readSyx`. */
export const writeSyx = (messages: readonly (readonly number[])[]): Uint8Array =>
  Uint8Array.from(messages.flatMap((bytes) => [0xf0, ...bytes, 0xf7]));
