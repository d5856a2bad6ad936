import { expect, it } from 'vitest';
import { parameter, smallRig } from '../../../tests/kit/small-rig';
import { apply, type Edit, type Rig } from '../rig';
import { removeGear } from './gear';
import { answerSearch, beginSearch, endSearch, removeSearch, reopenAnswer } from './searches';

const done = (rig: Rig, edit: Edit | null): Rig => {
  if (!edit) throw new Error('no edit');
  const next = apply(rig, edit);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
};
const row = (rig: Rig) => {
  const [first] = rig.searches;
  if (!first) throw new Error('no search');
  return first;
};

it('a search is kept answer by answer, an answer taken back takes the later ones with it, and a new answer opens it again', () => {
  let rig = smallRig([parameter('a')]);
  rig = done(rig, beginSearch(rig, { controllerId: 'board', targetId: 'hall' }, '2026-11-25T20:00:00.000Z', () => 's').edit);
  rig = done(
    rig,
    answerSearch(row(rig), [
      { question: 'lamp', answer: 'lit' },
      { question: 'listed', answer: 'yes' },
    ]),
  );
  rig = done(rig, answerSearch(row(rig), [{ question: 'lamp', answer: 'dark' }]));
  expect(row(rig).answers).toEqual([
    { question: 'lamp', answer: 'dark' },
    { question: 'listed', answer: 'yes' },
  ]);
  expect(answerSearch(row(rig), [{ question: 'lamp', answer: 'dark' }])).toBeNull();
  rig = done(rig, endSearch(row(rig), 'no-power'));
  expect(row(rig).cause).toBe('no-power');
  rig = done(rig, reopenAnswer(row(rig), 'listed'));
  expect(row(rig)).toMatchObject({ answers: [{ question: 'lamp', answer: 'dark' }], cause: null });
  expect(reopenAnswer(row(rig), 'listed')).toBeNull();
  // The record stays when the unit goes.
  rig = done(rig, removeGear(rig, 'controllers', 'board'));
  expect(row(rig)).toMatchObject({ controllerId: null, targetId: 'hall' });
  expect(done(rig, removeSearch(row(rig))).searches).toEqual([]);
});
