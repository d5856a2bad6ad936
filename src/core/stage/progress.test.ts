import { describe, expect, it } from 'vitest';
import { assignment, cc, fixed, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { indexRig } from '../rig';
import { stepsDone } from './progress';
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
  to: { bank, page: 1 },
});
const heard = (spoke: readonly string[], bank = 1, controllerId = 'board') => ({
  controllerId,
  spoke,
  likely: [{ bank, page: 1 }],
});

describe('how far a player is on the way', () => {
  it('takes a step off when its control spoke, and none for another', () => {
    const steps = [step('fs1'), step('fs2')];
    expect(stepsDone(index, steps, 0, heard(['a-fs2']))).toBe(0);
    expect(stepsDone(index, steps, 0, heard(['a-fs1']))).toBe(1);
    expect(stepsDone(index, steps, 1, heard(['a-fs2']))).toBe(2);
    expect(stepsDone(index, steps, 2, heard(['a-fs2']))).toBe(2);
  });

  it('what cannot be heard is done with the next step on the same controller, or by being there', () => {
    const steps = [step(null, 2), step('mod', 2), step('fs2', 2)];
    expect(stepsDone(index, steps, 0, heard([], 1))).toBe(0);
    expect(stepsDone(index, steps, 0, heard([], 2))).toBe(1);
    expect(stepsDone(index, steps, 0, heard(['a-fs2'], 1))).toBe(3);
  });

  it('the press that comes before a hold is not the hold', () => {
    const hold = assignment({ id: 'a-hold', on: 'fs1', gesture: 'hold', message: cc(30), behaviour: fixed(127), meant: [] });
    const held = indexRig(withFunctions(smallRig([parameter('freeze')]), [...made, hold], []));
    const steps: readonly ToldStep[] = [{ ...step('fs1'), does: 'hold' }, step('fs1')];
    expect(stepsDone(held, steps, 0, heard(['a-fs1']))).toBe(0);
    expect(stepsDone(held, steps, 0, heard(['a-hold']))).toBe(1);
    expect(stepsDone(held, steps, 1, heard(['a-fs1']))).toBe(2);
  });

  it('says nothing of another controller', () => {
    expect(stepsDone(index, [step('fs1', 1, 'other'), step('fs2')], 0, heard(['a-fs2']))).toBe(0);
  });
});
