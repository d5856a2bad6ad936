// SysEx messages in play: they do not fit a word, so words name their place in a table of them.
import { stableHash } from '../base';

/** SysEx messages in play, by place: their bytes without F0 and F7, and their address keys. */
export interface SysexTable {
  readonly bytes: readonly (readonly number[])[];
  readonly keys: readonly number[];
}

/** A table with no SysEx message. */
export const noSysex: SysexTable = { bytes: [], keys: [] };

/** The table with a message in it, and its place there: the same table where it is in already. */
export function withSysex(table: SysexTable, bytes: readonly number[]): { readonly table: SysexTable; readonly slot: number } {
  const key = sysexKey(bytes);
  const known = table.keys.indexOf(key);
  if (known >= 0) return { table, slot: known };
  return { table: { bytes: [...table.bytes, bytes], keys: [...table.keys, key] }, slot: table.bytes.length };
}

/** The address of a SysEx message by its bytes (without F0 and F7), 48 bits of their hash; far above every other one. */
export function sysexKey(bytes: Iterable<number>): number {
  const [a, b] = stableHash(bytes);
  return 2 ** 50 + (a >>> 8) * 2 ** 24 + (b >>> 8);
}
