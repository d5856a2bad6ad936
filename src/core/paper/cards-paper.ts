// Recovery cards: one A6 page a trouble, to be cut or printed four on a sheet and kept where the hand finds them.
import type { RigIndex } from '../rig';
import { type RecoveryCard, troubleNames } from '../stage';
import type { Paper } from './paper';
import { withFeet, writerOn } from './writer';

/** A6, upright (ISO 216). */
export const A6 = { width: 105, height: 148 } as const;

const MARGIN = 8;
const WIDTH = A6.width - 2 * MARGIN;
const SIZE = 3.8;

/** Every card on a page of its own; one that is too long goes on on the next. `day`: a date for the foot. */
export function cardsPaper(index: RigIndex, cards: readonly RecoveryCard[], day: string): Paper {
  const page = writerOn(A6, MARGIN, 5);
  cards.forEach(({ trouble, controllerId, lines }, i) => {
    const of = index.controllers.get(controllerId ?? '')?.name ?? index.rig.name;
    const head = (more: string): void => {
      page.row([{ words: [of], x: MARGIN, width: WIDTH, face: 'plain', size: SIZE }]);
      page.row([{ words: [`${troubleNames[trouble]}${more}`], x: MARGIN, width: WIDTH, face: 'bold', size: 5.6 }]);
      page.gap(0.8);
      page.rule();
      page.gap(1);
    };
    page.head(null);
    if (i > 0) page.turn();
    head('');
    page.head(() => head(', continued'));
    for (const line of lines) {
      page.row([{ words: [line], x: MARGIN, width: WIDTH, face: 'plain', size: SIZE }]);
      page.gap(1.6);
    }
  });
  return withFeet(`${index.rig.name}: recovery cards`, A6, MARGIN, page.pages(), `${index.rig.name} · ${day}`);
}
