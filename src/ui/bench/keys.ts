// Letters of the computer keyboard for switches, in the order in which they lie on the panel: the lowest row of switches on the
// lowest row of letters.
import type { Control } from '@/core/rig';

const rows: readonly string[] = ['zxcvbnm', 'asdfghjkl', 'qwertyuiop'];
const switching: ReadonlySet<Control['kind']> = new Set(['footswitch', 'button', 'pad', 'key-range']);

/** Whether a control is pressed rather than moved. */
export const isSwitch = (control: Control): boolean => switching.has(control.kind);

/** A letter for each switch, as many as there are letters in three rows. */
export function lettersFor(controls: readonly Control[]): ReadonlyMap<string, string> {
  const letters = new Map<string, string>();
  const left = controls.filter(isSwitch);
  for (const letterRow of rows) {
    if (left.length === 0) break;
    const lowest = Math.max(...left.map((c) => c.y + c.height / 2));
    const row = left.filter((c) => Math.abs(c.y + c.height / 2 - lowest) < c.height / 2 + 1).sort((a, b) => a.x - b.x);
    row.forEach((control, i) => {
      const letter = letterRow[i];
      if (letter !== undefined) letters.set(letter, control.id);
    });
    for (const control of row) left.splice(left.indexOf(control), 1);
  }
  return letters;
}
