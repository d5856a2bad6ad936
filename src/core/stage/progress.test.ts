import { describe, expect, it } from 'vitest';
import { assignment, cc, fixed, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { u14 } from '../midi';
import { indexRig, type RigIndex } from '../rig';
import { type HeardOf, nextWay, noStep, stepsDone } from './progress';
import type { ToldStep } from './told';

const made = (['fs1', 'fs2'] as const).map((on, i) =>
  assignment({ id: `a-${on}`, on, message: cc(20 + i), behaviour: fixed(127), meant: [] }),
);
const silent = { ...assignment({ id: 'a-mod', on: 'mod', behaviour: fixed(127), meant: [] }), actions: [] };
const index = indexRig(withFunctions(smallRig([parameter('freeze')]), [...made, silent], []));
const step = (controlId: string | null, bank = 1, controllerId = 'board'): ToldStep => ({
  words: controlId ?? 'bank up',
  does: controlId === null ? 'button' : 'tap',
  controllerId,
  controlId,
  to: { bank, page: 1, layerIds: [] },
  goes: controlId === null,
  position: null,
});
let touches = 0;
/** Each one a touch of its own. */
const heard = (began: readonly string[], bank = 1, controllerId = 'board', positions: Readonly<Record<string, number>> = {}) => ({
  controllerId,
  began,
  touch: touches++,
  likely: [{ bank, page: 1, layerIds: [] }],
  positions,
});
/** Steps done, where nothing was begun before. */
const doneOf = (of: RigIndex, steps: readonly ToldStep[], done: number, what: HeardOf): number =>
  stepsDone(of, steps, { ...noStep, done }, what).done;

describe('how far a player is on the way', () => {
  it('takes a step off when its control spoke, and none for another', () => {
    const steps = [step('fs1'), step('fs2')];
    expect(doneOf(index, steps, 0, heard(['a-fs2']))).toBe(0);
    expect(doneOf(index, steps, 0, heard(['a-fs1']))).toBe(1);
    expect(doneOf(index, steps, 1, heard(['a-fs2']))).toBe(2);
    expect(doneOf(index, steps, 2, heard(['a-fs2']))).toBe(2);
  });

  it('one touch takes one step off, however much is heard of it', () => {
    const steps = [step('fs1'), step('fs1'), step('fs2')];
    const press = heard(['a-fs1']);
    const first = stepsDone(index, steps, noStep, press);
    expect(first.done).toBe(1);
    // A second message of the same press, and a switch that it releases.
    expect(stepsDone(index, steps, first, press).done).toBe(1);
    const second = stepsDone(index, steps, first, heard(['a-fs1']));
    expect(second.done).toBe(2);
    expect(stepsDone(index, steps, second, { ...press, began: ['a-fs2'], touch: touches - 1 }).done).toBe(2);
    expect(stepsDone(index, steps, second, heard(['a-fs2'])).done).toBe(3);
    // Nor the first one of the way that it leads on to.
    const last = stepsDone(index, [step('fs1')], noStep, press);
    expect(stepsDone(index, [step('fs1')], nextWay(last), press).done).toBe(0);
    expect(stepsDone(index, [step('fs1')], nextWay(last), heard(['a-fs1'])).done).toBe(1);
  });

  it('what cannot be heard is done with the next step on the same controller, or by being there', () => {
    const steps = [step(null, 2), step('mod', 2), step('fs2', 2)];
    expect(doneOf(index, steps, 0, heard([], 1))).toBe(0);
    // What another switch begins there tells it; how something ends tells nothing.
    expect(doneOf(index, steps, 0, heard(['a-fs1'], 2))).toBe(1);
    expect(doneOf(index, steps, 0, heard([], 2))).toBe(0);
    expect(doneOf(index, steps, 0, heard(['a-fs2'], 1))).toBe(3);
  });

  it('one message says that the bank was changed, and that the next one was pressed there', () => {
    expect(doneOf(index, [step(null, 2), step('fs2', 2)], 0, heard(['a-fs2'], 2))).toBe(2);
    expect(doneOf(index, [step('fs1'), step(null, 2), step('fs1', 2)], 1, heard(['a-fs1'], 2))).toBe(3);
  });

  it('the press that comes before a hold is not the hold', () => {
    const hold = assignment({ id: 'a-hold', on: 'fs1', gesture: 'hold', message: cc(30), behaviour: fixed(127), meant: [] });
    const held = indexRig(withFunctions(smallRig([parameter('freeze')]), [...made, hold], []));
    const steps: readonly ToldStep[] = [{ ...step('fs1'), does: 'hold' }, step('fs1')];
    expect(doneOf(held, steps, 0, heard(['a-fs1']))).toBe(0);
    expect(doneOf(held, steps, 0, heard(['a-hold']))).toBe(1);
    expect(doneOf(held, steps, 1, heard(['a-fs1']))).toBe(2);
  });

  it('says nothing of another controller', () => {
    expect(doneOf(index, [step('fs1', 1, 'other'), step('fs2')], 0, heard(['a-fs2']))).toBe(0);
  });

  const range = (to: number) =>
    assignment({
      id: 'a-k1',
      on: 'k1',
      gesture: 'move',
      message: cc(40),
      behaviour: { type: 'range', from: u14(0), to: u14(to), curve: { type: 'linear' } },
      meant: [],
    });
  const slid = (to = 127) => indexRig(withFunctions(smallRig([parameter('freeze')]), [...made, range(to)], []));
  const moved = (position: number): ToldStep => ({ ...step('k1'), does: 'move', position });
  const at = (position: number): HeardOf => heard(['a-k1'], 1, 'board', { k1: position });
  const none = noStep;

  it('what slides is there when it is where it should be, and not at its first movement', () => {
    const steps = [moved(0.4), step('fs1')];
    const begun = stepsDone(slid(), steps, none, at(0.1));
    expect(begun).toMatchObject({ done: 0, begun: true });
    expect(stepsDone(slid(), steps, begun, at(0.3))).toEqual(begun);
    expect(stepsDone(slid(), steps, begun, at(0.37))).toMatchObject({ done: 1, begun: false });
    // Where it is nobody knows, or it goes to no place: it was moved.
    expect(stepsDone(slid(), steps, none, heard(['a-k1']))).toMatchObject({ done: 1, begun: false });
    expect(stepsDone(slid(), [{ ...moved(0.4), position: null }], none, at(0.1))).toMatchObject({ done: 1, begun: false });
  });
  it('who goes on with the next step leaves it where it is; who never moved it does not', () => {
    const other = { ...step('fs1'), controllerId: 'other' };
    const steps = [moved(0.4), step('fs1')];
    expect(stepsDone(slid(), steps, none, heard(['a-fs1']))).toEqual(none);
    expect(stepsDone(slid(), steps, { ...noStep, begun: true }, heard(['a-fs2']))).toMatchObject({ done: 0, begun: true });
    expect(stepsDone(slid(), steps, { ...noStep, begun: true }, heard(['a-fs1']))).toMatchObject({ done: 2, begun: false });
    const elsewhere = heard(['a-fs1'], 1, 'other');
    expect(stepsDone(slid(), [moved(0.4), other], { ...noStep, begun: true }, elsewhere)).toMatchObject({
      done: 2,
      begun: false,
    });
  });
  it('a travel of few values is there wherever it sends the same', () => {
    // Four values: from a half to five sixths of the travel it sends 2.
    expect(stepsDone(slid(3), [moved(0.8)], none, at(0.67))).toMatchObject({ done: 1, begun: false });
    expect(stepsDone(slid(3), [moved(0.8)], none, at(0.4))).toMatchObject({ done: 0, begun: true });
  });
});
