// What is written into the logbook of an attempt, and what its way is known by there.
import type { RigIndex } from '../rig';
import { stepWords, type Transition } from '../stage';
import type { Attempt } from './attempt';
import type { AttemptRecord } from './record';

/** The most touches beside the way that are kept of one attempt. */
const MOST = 200;

/** Between the gestures of a way. */
const BETWEEN = '; ';

/** As much of a text as is kept; never half of a character. */
const cut = (text: string, most: number): string => text.slice(0, most).replace(/[\uD800-\uDBFF]$/, '');

/** What stands for a way: its gestures in words; empty where nothing has to be done, or there is no way. */
export const wayKeyOf = (index: RigIndex, { way }: Pick<Transition, 'way'>): string =>
  way.type === 'way' ? cut(way.steps.map((s) => stepWords(index, s)).join(BETWEEN), 2000) : '';

/** An attempt as it goes into the logbook. */
export function recordOf(
  index: RigIndex,
  transition: Transition,
  attempt: Attempt,
  about: Pick<AttemptRecord, 'id' | 'at' | 'share' | 'by'>,
): AttemptRecord {
  const { song, way } = transition;
  const steps = way.type === 'way' ? way.steps : [];
  const { reached, ms, right, missing, elsewhere, extra, leftOut } = attempt;
  return {
    ...about,
    songId: song.id,
    song: song.name,
    section: song.sections[attempt.at]?.name ?? '',
    way: wayKeyOf(index, transition),
    reached,
    ms,
    right,
    missing: missing.slice(0, 600),
    elsewhere: elsewhere.slice(0, 64),
    extra: extra
      .slice(0, MOST)
      .map(({ does, controllerId, controlId, ms, moved }) => ({ does, controllerId, controlId, ms, moved: moved.slice(0, 600) })),
    leftOut: leftOut.slice(0, MOST).flatMap((i) => steps.slice(i, i + 1).map((step) => cut(stepWords(index, step), 1000))),
  };
}
