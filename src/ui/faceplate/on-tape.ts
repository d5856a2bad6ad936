// How wide writing on tape is, and what is left of a message where it has little room.
import type { Width } from '@/core/paper';

/** Pixels of writing on tape: 12.5 px, bold. Classes of letters of the font that ships, by its table of widths. */
export const onTape: Width = (text) => {
  let sum = 0;
  for (const letter of text) sum += classes.find(([of]) => of.test(letter))?.[1] ?? 7;
  return sum;
};

const classes: ReadonlyArray<readonly [RegExp, number]> = [
  [/[ijl.,:;'’!|]/, 4],
  [/[tfrI()\s-]/, 4.7],
  [/[mwMW@%…–—]/, 10.5],
  [/[A-Z&]/, 8.4],
];

/** What a message is called on tape with so much room, and how many more stand there: the kind goes first, then the count. Never a part of its number. */
export function fitNumber(message: string, more: number, room: number): string {
  const bare = message.replace(/^.* /, '');
  const [tail] = more > 0 ? [` +${more}`] : [''];
  return [`${message}${tail}`, `${bare}${tail}`, bare].find((text) => text.length <= room) ?? bare;
}
