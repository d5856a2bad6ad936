// A name on tape: over as many lines as there are, its words shortened one by one where they have no room, so that what tells it apart is still there.

/** Letters that are left of a word at least, before the name is cut as a whole. */
const LEAST = 3;
const CUT = '…';

/** How wide a piece of writing is, in any unit. */
export type Width = (text: string) => number;

const inLetters: Width = (text) => text.length;

/**
 * The lines of a name, each of at most so many characters. A word is shortened from its end, the longest first; what cannot be shortened so far is cut, and
 * seen to be cut. A number at the end is never lost where it fits by itself: what counts on is told apart by it.
 *
 * @param room what has room in a line, in the unit of `width`, at least one letter
 * @param lines how many lines there are, at least 1
 * @param width how wide a piece of writing is; where nothing is said each letter is 1
 */
export function fitWords(name: string, room: number, lines: number, width: Width = inLetters): readonly string[] {
  const words = name.trim().split(/\s+/);
  const kept = [...words];
  for (;;) {
    const laid = layOut(kept, room, width);
    if (laid.length <= lines && laid.every((line) => width(line) <= room)) return laid;
    const at = longest(kept);
    if (at < 0) break;
    kept[at] = kept[at]?.slice(0, -1) ?? '';
  }
  return [cutTo(name.trim(), room, width)];
}

/** Words in lines, as many in each as there is room for. */
function layOut(words: readonly string[], room: number, width: Width): readonly string[] {
  const lines: string[] = [];
  for (const word of words) {
    const last = lines.at(-1);
    if (last !== undefined && width(`${last} ${word}`) <= room) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** The place of the longest word that can still be shortened, the last of several; numbers are not words. -1 where there is none. */
function longest(words: readonly string[]): number {
  let best = -1;
  for (const [i, word] of words.entries())
    if (word.length > LEAST && !/\d/.test(word) && word.length >= (words[best]?.length ?? 0)) best = i;
  return best;
}

/** What counts on is told apart by its number: the end stays where there is no room for all. */
function cutTo(name: string, room: number, width: Width): string {
  const [number = ''] = /\d+$/.exec(name) ?? [];
  const letters = [...name.slice(0, name.length - number.length)];
  for (let kept = letters.length; kept > 0; kept--) {
    const cut = `${letters.slice(0, kept).join('').trim()}${CUT}${number}`;
    if (width(cut) <= room) return cut;
  }
  return number !== '' && width(number) <= room ? number : width(CUT) <= room ? CUT : '';
}
