// A column that was pasted: a line for each of several functions, in the order of the list.
import type { RigIndex } from '../rig';
import { labels, planEach, type SeveralChange, type SeveralPlan } from './several';
import type { NewId } from './shared';

/** What can be pasted as a column. */
export type ColumnType = Extract<SeveralChange['type'], 'number' | 'channel' | 'bank' | 'textShort' | 'colour' | 'colourOff'>;

/** The lines of a column as they came from the clipboard: one line break at the end begins no line. */
export const columnLines = (text: string): readonly string[] => text.replace(/\r?\n$/, '').split(/\r?\n/);

/**
 * Plans a change of several functions with a line for each. An empty line leaves its function as it is, and so does one that is not there; what cannot be
 * read is said of the function that it stands beside.
 */
export const planColumn = (
  index: RigIndex,
  ids: readonly string[],
  of: ColumnType,
  lines: readonly string[],
  newId: NewId,
): Generator<number, SeveralPlan> => planEach(index, ids, labels[of], (at) => changeIn(of, lines[at]), newId);

function changeIn(of: ColumnType, line: string | undefined): SeveralChange | string {
  const text = line?.trim();
  if (text === undefined) return 'has no line';
  if (text === '') return 'stays as it is';
  switch (of) {
    case 'textShort':
    case 'colour':
    case 'colourOff':
    case 'number':
      return { type: of, text };
    case 'bank':
      return /^(every|all|every bank|\*)$/i.test(text)
        ? { type: 'bank', bank: null }
        : whole(text, 1, 128, (bank) => ({ type: 'bank', bank }));
    case 'channel':
      return whole(text, 1, 16, (channel) => ({ type: 'channel', channel }));
  }
}

/** A whole number between two, with or without the word before it: `ch 3`, `bank 2`. */
function whole(text: string, least: number, most: number, to: (n: number) => SeveralChange): SeveralChange | string {
  const [, digits] = /^(?:ch|channel|bank)?\s*(\d+)$/i.exec(text) ?? [];
  const n = digits === undefined ? Number.NaN : Number(digits);
  if (Number.isNaN(n)) return `“${text.slice(0, 20)}” is no number`;
  return n < least || n > most ? `${n} is not between ${least} and ${most}` : to(n);
}
