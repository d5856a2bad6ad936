// A bank or a page whole: copied, moved, swapped. By plain logic, and as laws over rigs by chance.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { goTo, played, tap } from '../../../tests/kit/hand';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import {
  assignment,
  cc,
  fixed,
  landing,
  layer,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { type Assignment, type Controller, editSchema, indexRig, invert, type Rig } from '../rig';
import { addArrival, addGroup, changeArrival, type PlaceCopyWish, placeCopyEdit, planPlaceCopy, sentOnArrival } from './index';

let n = 0;
const newId = (): string => `bp${++n}`;
const at = (row: Assignment, bank: number | null, page: number | null = null): Assignment => ({ ...row, bank, page });

/** Bank 1: two switches and, in a layer of the host, the first one again; a group and an arrival. Bank 2: the second switch; bank 3: nothing. */
function rig(): Rig {
  const made = withFunctions(
    smallRig(
      ['a', 'b', 'c', 'd'].map((id, order) => parameter(id, { order })),
      { firmware: { banks: 3, pages: 2 }, layers: [layer({ id: 'H', madeIn: 'host', modifierControlId: 'mod' })] },
    ),
    [
      at(assignment({ id: 'a1', on: 'fs1', behaviour: fixed(127), message: cc(20), meant: ['a'] }), 1),
      at(assignment({ id: 'a2', on: 'fs2', behaviour: fixed(127), message: cc(21), meant: ['b'] }), 1, 2),
      { ...at(assignment({ id: 'h1', on: 'fs1', behaviour: fixed(127), message: cc(20), meant: ['c'] }), 1), layerId: 'H' },
      at(assignment({ id: 'a3', on: 'fs2', behaviour: fixed(127), message: cc(23), meant: ['d'] }), 2),
    ],
    [
      landing('a', { id: 'la', address: cc(20), mode: 'toggle' }),
      landing('b', { id: 'lb', address: cc(21), mode: 'toggle' }),
      { ...landing('c', { id: 'lc', address: cc(20), mode: 'toggle' }), hostLayerId: 'H' },
      landing('d', { id: 'ld', address: cc(23), mode: 'toggle' }),
    ],
  );
  const board = boardOf(made);
  const grouped = done(made, must(addGroup(indexRig(made), board, { bank: 1, page: null }, ['fs1', 'fs2'], newId)));
  const arriving = done(grouped, addArrival(indexRig(grouped), board, { bank: 1, page: null }, newId));
  const [arrival] = arriving.arrivals;
  if (!arrival) throw new Error('no arrival');
  return done(arriving, changeArrival(arrival, { actions: [sentOnArrival(cc(30))] }));
}
function boardOf(of: Rig): Controller {
  const found = of.controllers.find((c) => of.controls.some((k) => k.id === 'fs1' && k.controllerId === c.id));
  if (!found) throw new Error('no board');
  return found;
}
function carried(change: Partial<PlaceCopyWish>, before = rig()) {
  const index = indexRig(before);
  const wish: PlaceCopyWish = {
    controller: boardOf(before),
    what: 'bank',
    from: { bank: 1, page: null },
    spots: [{ bank: 3, page: null }],
    way: 'copy',
    numbers: 'same',
    over: false,
    ...change,
  };
  const plan = planPlaceCopy(index, wish);
  return { plan, rig: done(before, placeCopyEdit(index, wish, plan, newId)) };
}
const stands = (of: Rig) =>
  of.assignments.map(
    (a) =>
      `${a.controlId} ${a.bank} ${a.page} ${a.layerId} ${a.actions.map((x) => (x.type === 'send' && 'number' in x.message ? x.message.number : '')).join()}`,
  );
const moved = (of: Rig, bank: number): readonly string[] =>
  played(of, [goTo(0, bank), ...tap('fs1', 100), ...tap('fs2', 300)]).values.map((v) => v.split(' ').slice(1).join(' '));

describe('a bank whole', () => {
  it('leaves out what stands on a message of Base that is of another kind there', () => {
    // Found by the law below: a travel in a layer of the host, over a program of every bank.
    const made = withFunctions(
      smallRig([parameter('a')], {
        firmware: { banks: 3 },
        layers: [layer({ id: 'H', madeIn: 'host', modifierControlId: 'mod' })],
      }),
      [
        assignment({ id: 'base', on: 'k1', gesture: 'move', behaviour: fixed(0), message: program(20), meant: [] }),
        {
          ...at(assignment({ id: 'over', on: 'k1', gesture: 'move', behaviour: range(0, 127), message: cc(0), meant: ['a'] }), 3),
          layerId: 'H',
        },
      ],
      [],
    );
    const { plan } = carried({ from: { bank: 3, page: null }, spots: [{ bank: null, page: null }] }, made);
    expect(plan.rows.map((r) => r.skip)).toEqual(['Base sends another kind of message there']);
  });
  it('does in another bank what it does in its own, with the same numbers or with new ones', () => {
    const before = moved(rig(), 1);
    expect(before.length).toBeGreaterThan(0);
    for (const numbers of ['same', 'new'] as const) {
      const made = carried({ numbers }).rig;
      expect(moved(made, 3)).toEqual(before);
      expect(moved(made, 1)).toEqual(before);
      expect(made.groups.map((g) => g.bank)).toEqual([1, 3]);
      expect(made.arrivals.map((a) => a.bank)).toEqual([1, 3]);
    }
  });
  it('keeps its pages apart, and in a layer of the host sends what its Base sends', () => {
    const made = carried({ numbers: 'new' }).rig;
    const copies = stands(made)
      .slice(4)
      .map((s) => s.split(' '));
    expect(copies.map((s) => s.slice(0, 4).join(' '))).toEqual(['fs1 3 null null', 'fs2 3 2 null', 'fs1 3 null H']);
    expect(copies[2]?.[4]).toBe(copies[0]?.[4]);
    expect(copies[0]?.[4]).not.toBe('20');
  });
  it('leaves what stands there, or takes its place', () => {
    const page = { bank: 2, page: null };
    const two = done(rig(), { type: 'batch', label: 'x', edits: [] });
    const left = carried({ spots: [{ bank: 2, page: null }], what: 'page', from: { bank: 1, page: null } }, two);
    expect(stands(left.rig).filter((s) => s.startsWith('fs2 2'))).toEqual(['fs2 2 null null 23']);
    const back = carried({ spots: [{ bank: 1, page: 2 }], what: 'page', from: page, over: false }, two);
    expect(back.plan.rows.map((r) => r.skip)).toEqual(['already has a function there']);
    const over = carried({ spots: [{ bank: 1, page: 2 }], what: 'page', from: page, over: true }, two);
    expect(stands(over.rig).filter((s) => s.startsWith('fs2 1'))).toEqual(['fs2 1 2 null 23']);
  });
  it('is moved with all that belongs to it, and its place is empty then', () => {
    const made = carried({ way: 'move' }).rig;
    expect(stands(made).filter((s) => s.split(' ')[1] === '1')).toEqual([]);
    expect([made.groups.map((g) => g.bank), made.arrivals.map((a) => a.bank)]).toEqual([[3], [3]]);
    expect(moved(made, 3)).toEqual(moved(rig(), 1));
  });
  it('is swapped with another, names and all, and twice swapped is as it was', () => {
    const named = { ...rig(), controllers: rig().controllers.map((c) => ({ ...c, bankNames: ['One', 'Two', 'Three'] })) };
    const swap = { way: 'swap', spots: [{ bank: 2, page: null }] } as const;
    const once = carried(swap, named).rig;
    expect(boardOf(once).bankNames).toEqual(['Two', 'One', 'Three']);
    expect([moved(once, 1), moved(once, 2)]).toEqual([moved(named, 2), moved(named, 1)]);
    const twice = carried(swap, once).rig;
    expect([stands(twice), boardOf(twice).bankNames, twice.groups, twice.arrivals]).toEqual([
      stands(named),
      boardOf(named).bankNames,
      named.groups,
      named.arrivals,
    ]);
  });
});

it('on rigs by chance: no gesture gets a second function, nothing is left at a place that moved freely, and undo gives the rig back (law)', () => {
  const spot = fc.record({ bank: fc.constantFrom(null, 1, 2, 3), page: fc.constantFrom(null, 1, 2) });
  const how = fc.record({
    what: fc.constantFrom('bank', 'page'),
    way: fc.constantFrom('copy', 'move', 'swap'),
    numbers: fc.constantFrom('same', 'new'),
    over: fc.boolean(),
  });
  let carriedOut = 0;
  fc.assert(
    fc.property(someRichRig, spot, spot, how, (given, from, to, wanted) => {
      const before = richRig(given);
      const index = indexRig(before);
      const [controller] = before.controllers;
      if (!controller) return;
      const wish = { controller, from, spots: [to], ...wanted } as PlaceCopyWish; // border: made of its own words
      const plan = planPlaceCopy(index, wish);
      const edit = placeCopyEdit(index, wish, plan, newId);
      expect(editSchema.safeParse(edit).success).toBe(true);
      const after = done(before, edit);
      carriedOut += plan.rows.some((r) => r.skip === null) ? 1 : 0;
      const twice = (r: Rig): number => {
        const spots = r.assignments.map((a) => JSON.stringify([a.controlId, a.bank, a.page, a.layerId, a.gesture.type]));
        return spots.length - new Set(spots).size;
      };
      expect(twice(after)).toBeLessThanOrEqual(twice(before));
      expect(done(after, invert(edit))).toEqual(before);
      if (wanted.way !== 'swap') return;
      const again = indexRig(after);
      const back = { ...wish, controller: again.controllers.get(controller.id) ?? controller };
      const home = done(after, placeCopyEdit(again, back, planPlaceCopy(again, back), newId));
      // What cannot go one way stays both times.
      expect(stands(home)).toEqual(stands(before));
    }),
    {
      numRuns: Number(process.env.KEEN_DIAL_RUNS ?? 200),
    },
  );
  expect(carriedOut).toBeGreaterThan(20);
});
