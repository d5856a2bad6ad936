// Copying, moving and swapping what controls do. By plain logic.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { assignment, cc, fixed, landing, momentary, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { type Assignment, apply, editSchema, indexRig, invert, type Rig } from '../rig';
import { type CopyWish, copyEdit, doneAt, planCopy } from './index';

let n = 0;
const newId = (): string => `cp${++n}`;

const one = { bank: 1, page: null, layerId: null };
/** FS1 in bank 1: a press and a hold; FS2 there: a press. */
function rig(): Rig {
  const at = (row: Assignment, more: Partial<Assignment> = {}): Assignment => ({ ...row, bank: 1, ...more });
  return withFunctions(
    smallRig(
      ['a', 'b', 'c'].map((id) => parameter(id)),
      { firmware: { banks: 4 } },
    ),
    [
      at(assignment({ id: 'a1', on: 'fs1', behaviour: momentary(127, 0), message: cc(20), meant: ['a'] }), { textShort: 'ONE' }),
      at(assignment({ id: 'a2', on: 'fs1', gesture: 'hold', behaviour: fixed(127), message: cc(21), meant: ['b'] })),
      at(assignment({ id: 'a3', on: 'fs2', behaviour: fixed(64), message: cc(22), meant: ['c'] })),
    ],
    [landing('a', { address: cc(20) }), landing('b', { id: 'l2', address: cc(21) }), landing('c', { id: 'l3', address: cc(22) })],
  );
}
function carried(change: Partial<CopyWish> & { readonly onto?: never; readonly to?: string }, before = rig()) {
  const index = indexRig(before);
  const from = index.controls.get('fs1');
  const onto = index.controls.get(change.to ?? 'fs1');
  if (!from || !onto) throw new Error('small rig changed');
  const { to: _to, ...more } = change;
  const wish: CopyWish = {
    from,
    place: one,
    onto,
    spots: [{ bank: 1, page: null }],
    way: 'copy',
    numbers: 'same',
    over: false,
    ...more,
  };
  const rows = planCopy(index, wish);
  return { rows, rig: done(before, copyEdit(index, wish, rows, newId)) };
}
const told = (made: Rig) =>
  made.assignments.map((a) => [
    a.controlId,
    a.bank,
    a.gesture.type,
    a.actions[0]?.type === 'send' && 'number' in a.actions[0].message ? a.actions[0].message.number : null,
  ]);

describe('a copy', () => {
  it('goes into other banks with its numbers, and nothing more is listened for', () => {
    const made = carried({ spots: [2, 3].map((bank) => ({ bank, page: null })) }).rig;
    expect(told(made).slice(3)).toEqual([
      ['fs1', 2, 'press', 20],
      ['fs1', 2, 'hold', 21],
      ['fs1', 3, 'press', 20],
      ['fs1', 3, 'hold', 21],
    ]);
    expect(made.landings).toHaveLength(3);
    expect(made.assignments[3]).toMatchObject({ textShort: 'ONE', entered: null });
  });
  it('goes onto other pages too', () => {
    const before = rig();
    const paged = { ...before, controllers: before.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, pages: 3 } })) };
    const made = carried({ spots: [1, 2, 3].map((page) => ({ bank: 1, page })) }, paged).rig;
    expect(made.assignments.slice(3).map((a) => [a.bank, a.page, a.gesture.type])).toEqual(
      [1, 2, 3].flatMap((page) => ['press', 'hold'].map((gesture) => [1, page, gesture])),
    );
    const moved = carried({ way: 'move', spots: [{ bank: 2, page: 3 }] }, paged).rig;
    expect(moved.assignments.map((a) => [a.bank, a.page])).toEqual([
      [2, 3],
      [2, 3],
      [1, null],
    ]);
  });
  it('goes into no bank and onto no page that its controller has not', () => {
    const rows = carried({
      spots: [
        { bank: 5, page: null },
        { bank: 2, page: 2 },
      ],
    }).rows;
    expect(rows.map((r) => r.skip)).toEqual(['has 4 banks', 'has 4 banks', 'has 1 page', 'has 1 page']);
  });
  it('gets free numbers where new ones are wanted, each heard as the first is', () => {
    const made = carried({ to: 'mod', numbers: 'new' }).rig;
    const [, , , press, hold] = told(made);
    expect(press?.slice(0, 3)).toEqual(['mod', 1, 'press']);
    expect(new Set([20, 21, 22, press?.[3], hold?.[3]]).size).toBe(5);
    expect(made.landings.slice(3).map((l) => [l.parameterId, 'number' in l.address ? l.address.number : null])).toEqual([
      ['a', press?.[3]],
      ['b', hold?.[3]],
    ]);
  });
  it('leaves what stands there, or takes its place and says what it was', () => {
    const left = carried({ to: 'fs2' });
    expect(left.rows.map((r) => r.skip)).toEqual(['already has a function there', null]);
    const over = carried({ to: 'fs2', over: true }).rig;
    expect(over.assignments.find((a) => a.controlId === 'fs2' && a.gesture.type === 'press')?.replaced).toBe(
      'c until it was replaced',
    );
    expect(over.landings.some((l) => l.parameterId === 'c')).toBe(false);
  });
  it('leaves out what the control cannot do', () => {
    const rows = carried({ to: 'k1' }).rows;
    expect(rows.map((r) => r.skip)).toEqual(['has no press', 'has no hold']);
  });
});

describe('moving and swapping', () => {
  it('a move takes it there, its numbers with it', () =>
    expect(told(carried({ to: 'mod', way: 'move' }).rig)).toEqual([
      ['mod', 1, 'press', 20],
      ['mod', 1, 'hold', 21],
      ['fs2', 1, 'press', 22],
    ]));
  it('a swap takes every gesture of both', () =>
    expect(told(carried({ to: 'fs2', way: 'swap' }).rig)).toEqual([
      ['fs2', 1, 'press', 20],
      ['fs2', 1, 'hold', 21],
      ['fs1', 1, 'press', 22],
    ]));
  it('a swap twice is the rig as it was', () => {
    const once = carried({ to: 'fs2', way: 'swap' }).rig;
    expect(told(carried({ to: 'fs2', way: 'swap' }, once).rig)).toEqual(told(rig()));
  });
});

it('on rigs by chance: a gesture of a place never gets a second function, and undo gives the rig back (law)', () => {
  const spot = fc.record({
    from: fc.nat(13),
    onto: fc.nat(13),
    bank: fc.constantFrom(null, 1, 2),
    to: fc.constantFrom(null, 1, 2, 3),
    page: fc.constantFrom(null, 1),
  });
  const how = fc.record({
    way: fc.constantFrom('copy', 'move', 'swap'),
    numbers: fc.constantFrom('same', 'new'),
    over: fc.boolean(),
  });
  let carriedOut = 0;
  fc.assert(
    fc.property(someRichRig, spot, how, (given, at, wanted) => {
      const before = richRig(given);
      const index = indexRig(before);
      const first = before.assignments[at.from % Math.max(1, before.assignments.length)];
      const [from, onto] = [index.controls.get(first?.controlId ?? ''), before.controls[at.onto]];
      if (!from || !onto) return;
      const place = { bank: first?.bank ?? at.bank, page: first?.page ?? null, layerId: first?.layerId ?? null };
      const wish: CopyWish = { from, onto, place, spots: [{ bank: at.to, page: at.page }], ...wanted } as CopyWish; // border: made of their own words
      const edit = copyEdit(index, wish, planCopy(index, wish), newId);
      const twice = (r: Rig): number => {
        const spots = r.assignments.map((a) => JSON.stringify([a.controlId, a.bank, a.page, a.layerId, a.gesture.type]));
        return spots.length - new Set(spots).size;
      };
      expect(editSchema.safeParse(edit).success).toBe(true);
      const after = done(before, edit);
      carriedOut += edit.type === 'batch' && edit.edits.length > 0 ? 1 : 0;
      expect(twice(after)).toBeLessThanOrEqual(twice(before));
      expect(done(after, invert(edit))).toEqual(before);
      const nowIndex = indexRig(after);
      if (wanted.way === 'move' && from.id !== onto.id)
        for (const a of doneAt(nowIndex, from, place)) expect(before.assignments.some((b) => b.id === a.id)).toBe(true);
      expect(apply(before, edit).ok).toBe(true);
    }),
    { numRuns: Number(process.env.KEEN_DIAL_RUNS ?? 200) },
  );
  expect(carriedOut).toBeGreaterThan(20);
});
