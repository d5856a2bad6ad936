// Merging another state of a rig: everything taken is the other's, nothing taken is as it was, and no choice leaves a reference hanging.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { apply, firstBroken, indexRig, type Rig, set, tableNames } from '../rig';
import { removeAssignment } from './change';
import { removeGear } from './gear';
import { mergeEdit, planMerge, withNeeds } from './merge';

const demo = lanternHour();
const done = (rig: Rig, edit: ReturnType<typeof mergeEdit>): Rig => {
  if (!edit) return rig;
  const next = apply(rig, edit);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  expect(firstBroken(next.value)).toBeNull();
  return next.value;
};
const first = demo.parameters[0];
const target = demo.targets[1];
if (!first || !target) throw new Error('demo changed');

/** The demo without one target, and with a parameter renamed. */
const mine = done(done(demo, removeGear(demo, 'targets', target.id)), set('parameters', first, 'name', 'Mine'));

describe('a merge', () => {
  it('of the same state has nothing to take', () => {
    const plan = planMerge(demo, demo);
    expect(plan.items).toEqual([]);
    expect(plan.same).toBe(tableNames.reduce((n, t) => n + demo[t].length, 0));
    expect(mergeEdit(demo, plan, new Set())).toBeNull();
  });
  it('of everything gives the other state back', () => {
    const plan = planMerge(mine, demo);
    expect(plan.items.find((i) => i.id === first.id)).toMatchObject({ state: 'changed', fields: ['name'] });
    const merged = done(mine, mergeEdit(mine, plan, new Set(plan.items.map((i) => i.id))));
    for (const table of tableNames) expect(merged[table]).toEqual(demo[table]);
  });
  it('of any choice brings along what it needs, leaves the rest, and touches nothing that is only here', () => {
    const kept = demo.assignments[3];
    if (!kept) throw new Error('demo changed');
    const other = done(demo, removeAssignment(indexRig(demo), kept));
    const plan = planMerge(mine, other);
    fc.assert(
      fc.property(fc.subarray(plan.items.map((i) => i.id)), (ids) => {
        const chosen = new Set(ids);
        const merged = done(mine, mergeEdit(mine, plan, chosen));
        const taken = withNeeds(plan, chosen);
        for (const id of chosen) expect(taken.has(id)).toBe(true);
        for (const item of plan.items) {
          const now = tableNames.flatMap((t) => merged[t].filter((r) => r.id === item.id))[0];
          if (taken.has(item.id)) expect(now).toEqual(item.row);
          else expect(now).toEqual(tableNames.flatMap((t) => mine[t].filter((r) => r.id === item.id))[0]);
        }
      }),
      { numRuns: 100 },
    );
  });
});
