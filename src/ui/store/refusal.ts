// What to tell a person when an edit is refused: what stands there now, what they wanted, what to do.
import { exhaustive } from '@/core/base';
import type { Refusal } from '@/core/sync';

/** A value of a row, short enough for a line. */
export const shortly = (value: unknown): string => {
  if (value === '') return 'empty';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text === undefined ? 'nothing' : text.length > 60 ? `${text.slice(0, 60)}…` : text;
};

export function refusalWords(problem: Refusal): { readonly title: string; readonly detail: string } {
  switch (problem.type) {
    case 'conflict':
      return {
        title: 'Changed in another tab meanwhile.',
        detail:
          problem.to === null
            ? 'It is not the same any more, so it was not deleted. Look at it as it is now.'
            : `${problem.field}: it is now ${shortly(problem.now)}; you wanted ${shortly(problem.to)}. The other change was kept. Enter yours again if it should stand.`,
      };
    case 'missing':
      return { title: 'It is gone.', detail: 'Another tab has deleted it. Undo there brings it back.' };
    case 'exists':
      return { title: 'It is there already.', detail: 'Nothing was added twice.' };
    case 'invalid':
      return { title: 'That does not fit.', detail: `${problem.field}: ${problem.message}.` };
    case 'dangling':
      return { title: 'Something still needs it.', detail: 'Take away what stands on it first. Nothing was changed.' };
    case 'no-rig':
      return { title: 'This rig was deleted.', detail: 'Bring it back from the list of rigs.' };
    case 'nothing-to-undo':
      return { title: 'Nothing to undo.', detail: 'Everything is as it was at the start.' };
    case 'nothing-to-redo':
      return { title: 'Nothing to redo.', detail: 'A newer change ended it.' };
    case 'stopped':
      return { title: 'You stopped it.', detail: 'It was not saved. Try it again, or let it go.' };
    case 'too-large':
      return {
        title: 'It is too much at once.',
        detail: `More than ${Math.floor(problem.most / 1024 / 1024)} MB cannot be saved in one go. Bring it in as two smaller files.`,
      };
    case 'unreadable':
      return { title: 'Keen Dial could not take that change.', detail: `${problem.detail}.` };
    default:
      return exhaustive(problem);
  }
}
