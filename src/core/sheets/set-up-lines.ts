// The lines of a unit's own set-up: what a player does before and after entering, a line each.
import type { Controller, Target } from '../rig';
import { fact, inOrder } from './fact';
import type { SheetLine } from './line';

/** The lines of a unit with those of its set-up before and after them. */
export function withSetUp({ id, setUp }: Controller | Target, lines: readonly SheetLine[]): readonly SheetLine[] {
  const own = (when: 'before' | 'after'): readonly SheetLine[] =>
    setUp[when].map((text, i) => ({
      key: `${when} ${id} ${i}`,
      of: { type: 'set-up', unitId: id, when },
      facts: inOrder([fact(when, text, text)]),
      limits: [],
      entered: false,
      fresh: [],
    }));
  return [...own('before'), ...lines, ...own('after')];
}
