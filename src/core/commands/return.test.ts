// Going back: everything gives the earlier state, any choice stays whole, and ticks tell of the hardware, which did not go back.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { rigTemplate } from '../library';
import { apply, batch, type Edit, firstBroken, indexRig, invert, type Rig, set, tableNames } from '../rig';
import { differenceOf } from '../sheets';
import { removeAssignment } from './change';
import { removeGear } from './gear';
import { withNeeds } from './merge';
import { asOfToday, controlsIn, planReturn, returnEdit, rowsOfControl } from './return';
import { beginSearch } from './searches';

const demo = lanternHour();
const done = (rig: Rig, edit: Edit | null): Rig => {
  if (!edit) return rig;
  const next = apply(rig, edit);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  expect(firstBroken(next.value)).toBeNull();
  return next.value;
};
const at = <T>(rows: readonly T[], i: number): T => {
  const row = rows[i % rows.length];
  if (!row) throw new Error('demo changed');
  return row;
};

/** What happens to a rig between two points of its history, one step by a kind and a number. */
function happen(rig: Rig, kind: number, n: number): Rig {
  switch (kind) {
    case 0:
      return rig.targets.length > 1 ? done(rig, removeGear(rig, 'targets', at(rig.targets, n).id)) : rig;
    case 1:
      return rig.controllers.length > 1 ? done(rig, removeGear(rig, 'controllers', at(rig.controllers, n).id)) : rig;
    case 2:
      return rig.assignments.length > 0 ? done(rig, removeAssignment(indexRig(rig), at(rig.assignments, n))) : rig;
    case 3:
      return done(rig, set('parameters', at(rig.parameters, n), 'name', `Other ${n}`));
    case 4:
      return rig.landings.length > 0 ? done(rig, set('landings', at(rig.landings, n), 'note', `other ${n}`)) : rig;
    default:
      return done(rig, { type: 'set-head', field: 'notes', was: rig.notes, to: `${rig.notes} ${n}` });
  }
}
const steps = fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.nat(40)), { minLength: 1, maxLength: 6 });
const later = (from: Rig, list: readonly (readonly [number, number])[]): Rig =>
  list.reduce((rig, [kind, n]) => happen(rig, kind, n), from);

/** Every row that can be ticked, ticked at a time of its own. */
const ticked = (rig: Rig, at: string): Rig => ({
  ...rig,
  ...Object.fromEntries(
    tableNames.map((table) => [
      table,
      rig[table].map((row) => ('entered' in row ? { ...row, entered: { at, facts: { since: at } } } : row)),
    ]),
  ),
});
/** The ticks of a rig by table and row; no tick is null. */
const ticksIn = (rig: Rig): readonly (readonly [string, string, unknown])[] =>
  tableNames.flatMap((table) => rig[table].flatMap((row) => ('entered' in row ? [[table, row.id, row.entered] as const] : [])));

describe('ticks of whatever can be ticked', () => {
  it('are those of today after going back: the hardware did not go back with the plan', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        const rig = richRig(given);
        const [now, then] = [ticked(rig, '2031-03-04T05:06:07.000Z'), ticked(rig, '2030-01-02T03:04:05.000Z')];
        expect(new Set(ticksIn(rig).map(([table]) => table)).size).toBeGreaterThan(3);
        expect(ticksIn(asOfToday(now, then))).toEqual(ticksIn(now));
        // What is ticked nowhere today was not either.
        expect(ticksIn(asOfToday(rig, then))).toEqual(ticksIn(rig));
      }),
      { numRuns: 30 },
    );
  });
  it('are left behind by a rig that becomes a template', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        const made = rigTemplate(ticked(richRig(given), '2031-03-04T05:06:07.000Z'), 'kept');
        expect(ticksIn(made).filter(([, , entered]) => entered !== null)).toEqual([]);
      }),
      { numRuns: 30 },
    );
  });
});

describe('going back', () => {
  it('to the state that is here changes nothing', () => {
    const plan = planReturn(demo, demo);
    expect(plan.items).toEqual([]);
    expect(returnEdit(demo, demo, plan, 'Back')).toBeNull();
  });
  it('as a whole gives the earlier state as of today, from either side, and undo brings today back', () => {
    fc.assert(
      fc.property(steps, steps, (one, two) => {
        const now = later(demo, one);
        const then = later(demo, two);
        const edit = returnEdit(now, then, planReturn(now, then), 'Back');
        const back = done(now, edit);
        expect(back).toEqual(asOfToday(now, then));
        if (edit) expect(done(back, invert(edit))).toEqual(now);
      }),
      { numRuns: 60 },
    );
  });
  it('by any choice of rows takes these, leaves the others and hangs no reference', () => {
    fc.assert(
      fc.property(steps, fc.infiniteStream(fc.boolean()), (list, picks) => {
        const now = later(demo, list);
        const plan = planReturn(now, demo);
        const chosen = new Set(plan.items.filter(() => picks.next().value).map((i) => i.id));
        const back = done(now, returnEdit(now, demo, plan, 'Back', chosen));
        const taken = withNeeds(plan, chosen);
        const find = (rig: Rig, id: string) => tableNames.flatMap((t) => rig[t].filter((r) => r.id === id))[0];
        for (const item of plan.items) {
          const row = find(back, item.id);
          if (!taken.has(item.id)) expect(row).toEqual(find(now, item.id));
          else if (item.state === 'removed') expect(row).toBeUndefined();
          else expect(row).toEqual(item.row);
        }
        expect(back.notes).toBe(now.notes);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a search', () => {
  it('is a record and stays when what it was about goes, without a mention of it; undo gives the mention back', () => {
    const begun = beginSearch(
      demo,
      { controllerId: at(demo.controllers, 1).id, targetId: null },
      '2031-03-04T05:06:07.000Z',
      () => 'search',
    );
    const now = done(demo, begun.edit);
    const then = done(demo, removeGear(demo, 'controllers', at(demo.controllers, 1).id));
    const edit = returnEdit(now, then, planReturn(now, then), 'Back');
    const back = done(now, edit);
    expect(back.searches).toMatchObject([{ id: 'search', controllerId: null }]);
    expect(back.controllers).toEqual(then.controllers);
    if (edit) expect(done(back, invert(edit))).toEqual(now);
  });
});

describe('one control', () => {
  const assignment = demo.assignments.find((a) => a.actions.some((x) => x.type === 'send' && x.meant.length > 0));
  if (!assignment) throw new Error('demo changed');
  const now = happen(happen(done(demo, removeAssignment(indexRig(demo), assignment)), 2, 11), 3, 2);
  const plan = planReturn(now, demo);
  it('comes back with its functions and what listens for them, and nothing else does', () => {
    expect(controlsIn(plan)).toContain(assignment.controlId);
    const back = done(now, returnEdit(now, demo, plan, 'Back', rowsOfControl(now, demo, plan, assignment.controlId)));
    const own = (rig: Rig) => rig.assignments.filter((a) => a.controlId === assignment.controlId);
    expect(own(back)).toEqual(own(asOfToday(now, demo)));
    const other = at(
      demo.assignments.filter((a) => !now.assignments.some((b) => b.id === a.id) && a.controlId !== assignment.controlId),
      0,
    );
    expect(back.assignments.some((a) => a.id === other.id)).toBe(false);
    expect(back.parameters).toEqual(now.parameters);
  });
});

describe('ticks', () => {
  const mark = { at: '2031-03-04T05:06:07.000Z' };
  const row = at(demo.landings, 0);
  const tick = (rig: Rig): Rig => done(rig, set('landings', at(rig.landings, 0), 'entered', mark));
  const other = (rig: Rig): Rig => {
    const now = at(rig.landings, 0);
    return done(
      rig,
      batch('edit', [
        set('landings', now, 'takeover', now.takeover === 'scale' ? 'jump' : 'scale'),
        set('landings', now, 'entered', null),
      ]),
    );
  };
  const back = (now: Rig, then: Rig) =>
    done(now, returnEdit(now, then, planReturn(now, then), 'Back')).landings.find((l) => l.id === row.id);
  it('stay where a function reads as it does now, though it was not ticked then', () => {
    expect(back(tick(demo), done(demo, set('landings', row, 'entered', null)))?.entered).toEqual(mark);
  });
  it('are gone where it reads otherwise, though it was ticked then: the hardware holds the newer one', () => {
    const then = tick(demo);
    const now = tick(other(then));
    expect(back(now, then)).toMatchObject({ takeover: row.takeover, entered: null });
  });
  it('are gone on what was deleted since and comes back', () => {
    const then = tick(demo);
    const now = done(then, removeGear(then, 'targets', row.targetId));
    expect(back(now, then)?.entered).toBeNull();
  });
});

describe('the difference sheet', () => {
  it('there and back names the same lines, what is entered one way is cleared the other', () => {
    fc.assert(
      fc.property(steps, (list) => {
        const now = indexRig(later(demo, list));
        const then = indexRig(demo);
        const there = differenceOf(then, now);
        const home = differenceOf(now, then);
        const count = (changes: typeof there, type: string) => changes.filter((c) => c.type === type).length;
        expect(count(home, 'clear')).toBe(count(there, 'enter'));
        expect(count(home, 'enter')).toBe(count(there, 'clear'));
        expect(count(home, 'change')).toBe(count(there, 'change'));
      }),
      { numRuns: 40 },
    );
  });
});
