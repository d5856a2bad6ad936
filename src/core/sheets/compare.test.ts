// Two states side by side: the map by parameter, the numbers by address.
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, latching, momentary, parameter, smallRig } from '../../../tests/kit/small-rig';
import { indexRig } from '../rig';
import { compareMaps, compareNumbers } from './compare';

const base = smallRig([parameter('Freeze'), continuous('Mix', 0, 100)]);
const one = assignment({ id: 'a1', on: 'fs1', behaviour: latching(127, 0), meant: ['Freeze'], bank: 1 });
const two = assignment({ id: 'a2', on: 'fs2', message: cc(60), behaviour: momentary(127, 0), meant: ['Mix'], bank: 1 });
const state = (...assignments: (typeof one)[]) => indexRig({ ...base, assignments });

describe('two states', () => {
  it('alike: nothing', () => {
    expect([compareMaps(state(one, two), state(one, two)), compareNumbers(state(one, two), state(one, two))]).toEqual([[], []]);
  });
  it('a function on another control: the map says so, and the number changed hands', () => {
    const moved = { ...one, controlId: 'fs2', bank: 2 };
    expect(compareMaps(state(one), state(moved))).toEqual([
      { what: 'Hall: Freeze', was: 'FS1 press, One · Base', now: 'FS2 press, Two · Base' },
    ]);
    expect(compareNumbers(state(one), state(moved))).toEqual([
      { what: 'CC 104, ch 5', was: 'FS1 press, One · Base', now: 'FS2 press, Two · Base' },
    ]);
  });
  it('another number: the map stays, one address falls free and another is taken', () => {
    const [action] = one.actions;
    const renumbered = { ...one, actions: action?.type === 'send' ? [{ ...action, message: cc(90) }] : [] };
    expect(compareMaps(state(one), state(renumbered))).toEqual([]);
    expect(compareNumbers(state(one), state(renumbered))).toEqual([
      { what: 'CC 90, ch 5', was: null, now: 'FS1 press, One · Base' },
      { what: 'CC 104, ch 5', was: 'FS1 press, One · Base', now: null },
    ]);
  });
  it('a function more, a function less, a parameter that is gone', () => {
    expect(compareMaps(state(one), state(one, two))).toEqual([{ what: 'Hall: Mix', was: null, now: 'FS2 press, One · Base' }]);
    const without = indexRig({ ...smallRig([continuous('Mix', 0, 100)]), assignments: [two] });
    expect(compareMaps(state(one, two), without)).toEqual([{ what: 'Hall: Freeze', was: 'FS1 press, One · Base', now: null }]);
  });
});
