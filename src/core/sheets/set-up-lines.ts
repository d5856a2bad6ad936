// The lines of a unit's own set-up: what a player does before and after entering, a line each.
import type { Controller, Target } from '../rig';
import { exactNumber } from './exact';
import { fact, inOrder } from './fact';
import type { SheetLine } from './line';

/** `Let it send MIDI clock, at 96 BPM.`: nothing where it sends none. */
const clockWords = ({ clock }: Pick<Controller, 'clock'>): readonly string[] =>
  clock === null ? [] : [`Let it send MIDI clock, at ${exactNumber(clock.bpm)} BPM.`];

/** What is done in a unit before anything is entered: the player's own steps, then its clock. */
export const doneBefore = (unit: Controller | Target): readonly string[] => [
  ...unit.setUp.before,
  ...('clock' in unit ? clockWords(unit) : []),
];

/** The lines of a unit with those of its set-up before and after them. */
export function withSetUp(unit: Controller | Target, lines: readonly SheetLine[]): readonly SheetLine[] {
  const { id } = unit;
  const own = (when: 'before' | 'after'): readonly SheetLine[] =>
    (when === 'before' ? doneBefore(unit) : unit.setUp.after).map((text, i) => ({
      key: `${when} ${id} ${i}`,
      of: { type: 'set-up', unitId: id, when },
      facts: inOrder([fact(when, text, text)]),
      limits: [],
      entered: false,
      fresh: [],
    }));
  return [...own('before'), ...lines, ...own('after')];
}
