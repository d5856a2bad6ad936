// The search for why nothing arrives, kept with the rig answer by answer: it survives a reload, and the record says what it was last time.
import { batch, type Edit, insert, type Rig, type Row, remove } from '../rig';
import { type NewId, nextOrder, patch } from './shared';

type Search = Row<'searches'>;

/** Begins a search, with the answers that are known already; `at` is an ISO 8601 date and time. */
export function beginSearch(
  rig: Rig,
  about: { readonly controllerId: string | null; readonly targetId: string | null; readonly answers?: Search['answers'] },
  at: string,
  newId: NewId,
): { readonly edit: Edit; readonly id: string } {
  const row: Search = { id: newId(), order: nextOrder(rig.searches), at, answers: [], ...about, cause: null, note: '' };
  return { edit: batch('Begin to search why nothing arrives', [insert('searches', row)]), id: row.id };
}

/** Adds answers, or gives other ones to questions that have one; null where nothing changes. */
export function answerSearch(row: Search, given: readonly Search['answers'][number][]): Edit | null {
  const next = new Map(row.answers.map((a) => [a.question, a.answer]));
  for (const { question, answer } of given) next.set(question, answer);
  return changed(
    row,
    { answers: [...next].map(([question, answer]) => ({ question, answer })), cause: null },
    'Answer a question',
  );
}

/** Takes an answer back, and with it whatever was answered after it. */
export function reopenAnswer(row: Search, question: string): Edit | null {
  const at = row.answers.findIndex((a) => a.question === question);
  return at < 0 ? null : changed(row, { answers: row.answers.slice(0, at), cause: null }, 'Take an answer back');
}

/** Ends a search with the cause that it was. */
export const endSearch = (row: Search, cause: string): Edit | null => changed(row, { cause }, 'Found why nothing arrived');

/** Forgets a search. */
export const removeSearch = (row: Search): Edit => batch('Delete a search', [remove('searches', row)]);

function changed(row: Search, changes: Partial<Search>, label: string): Edit | null {
  const same = changes.answers !== undefined && JSON.stringify(changes.answers) === JSON.stringify(row.answers);
  const edits = patch('searches', row, same ? { ...changes, answers: row.answers } : changes);
  return edits.length === 0 ? null : batch(label, edits);
}
