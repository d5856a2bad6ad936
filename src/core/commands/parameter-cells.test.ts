// Cells of a parameter table: each takes back what it says, what cannot stand in one is refused by itself, the rest is one edit.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parameter, smallRig } from '../../../tests/kit/small-rig';
import { targetProfiles } from '../library';
import { apply, plainMacro, type Rig } from '../rig';
import { type CellChange, cellText, changeCells, parameterCells, type RefusedCell } from './parameter-cells';

let count = 0;
const newId = (): string => `n${++count}`;
const rig = smallRig([
  parameter('mix', { kind: 'continuous', lowest: 0, highest: 100, unit: '%', start: 40, default: 30 }),
  parameter('freeze'),
  parameter('size', { kind: 'stepped', lowest: 0, highest: 2, steps: ['Cellar', 'Vault', 'Canyon'] }),
]);
const change = (id: string | null, cell: CellChange['cell'], text: string, line = 0): CellChange => ({
  parameterId: id,
  line,
  cell,
  text,
});
const changed = (...changes: CellChange[]): { rig: Rig; refused: readonly RefusedCell[] } => {
  const { edit, refused } = changeCells(rig, 'hall', changes, newId);
  if (!edit) return { rig, refused };
  const done = apply(rig, edit);
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return { rig: done.value, refused };
};
const row = (r: Rig, id: string) => r.parameters.find((p) => p.id === id);

describe('cells', () => {
  it('of every shipped parameter take back what they say, and nothing changes', () => {
    for (const p of targetProfiles.flatMap((t) => t.parameters)) {
      const one = smallRig([{ ...plainMacro, ...p, id: 'p', order: 1, targetId: 'hall' }]);
      const { edit, refused } = changeCells(
        one,
        'hall',
        parameterCells.flatMap((cell) =>
          p.kind !== 'continuous' && (cell === 'lowest' || cell === 'highest') ? [] : [change('p', cell, cellText(p, cell))],
        ),
        newId,
      );
      expect(refused, p.name).toEqual([]);
      const done = edit ? apply(one, edit) : null;
      expect(done === null || (done.ok && done.value.parameters), p.name).toEqual(done === null ? true : one.parameters);
    }
  });
  it('a range of two cells is taken whole, though either end alone would be refused', () => {
    const done = changed(change('mix', 'lowest', '200'), change('mix', 'highest', '300'));
    expect(done.refused).toEqual([]);
    expect(row(done.rig, 'mix')).toMatchObject({ lowest: 200, highest: 300, start: 200, default: 200 });
    expect(changed(change('mix', 'lowest', '200')).refused).toMatchObject([
      { cell: 'lowest', reason: { code: 'row', message: 'the lowest value lies below the highest' } },
    ]);
  });
  it('refuses a cell and takes the others of its row', () => {
    const done = changed(change('mix', 'name', 'Blend'), change('mix', 'scale', 'curly'), change('mix', 'unit', 'dB'));
    expect(done.refused.map((r) => [r.cell, r.reason])).toEqual([['scale', { code: 'no-scale', text: 'curly' }]]);
    expect(row(done.rig, 'mix')).toMatchObject({ name: 'Blend', unit: 'dB' });
  });
  it('a log scale waits for a range above 0, in the same go', () => {
    expect(changed(change('mix', 'scale', 'log')).refused).toHaveLength(1);
    expect(row(changed(change('mix', 'scale', 'log'), change('mix', 'lowest', '1')).rig, 'mix')).toMatchObject({
      scale: { type: 'log' },
      lowest: 1,
    });
  });
  it('a kind brings the range and steps that it needs', () => {
    expect(row(changed(change('mix', 'kind', 'toggle')).rig, 'mix')).toMatchObject({
      lowest: 0,
      highest: 1,
      start: 1,
      steps: [],
    });
    const stepped = changed(change('freeze', 'kind', 'stepped'), change('freeze', 'steps', 'Low | Mid | High'));
    expect(row(stepped.rig, 'freeze')).toMatchObject({ highest: 2, steps: ['Low', 'Mid', 'High'] });
    expect(changed(change('freeze', 'steps', 'A | B')).refused).toHaveLength(1);
  });
  it('values are numbers, names of steps, on or off, and lie in the range', () => {
    const done = changed(change('size', 'start', 'Canyon'), change('freeze', 'start', 'On'), change('mix', 'start', '101'));
    expect(row(done.rig, 'size')?.start).toBe(2);
    expect(row(done.rig, 'freeze')?.start).toBe(1);
    expect(done.refused).toMatchObject([{ reason: { code: 'out-of-range', lowest: 0, highest: 100 } }]);
  });
  it('lines beyond the last become new parameters; one without a name is refused', () => {
    const done = changed(change(null, 'name', 'Width', 1), change(null, 'highest', '200', 1), change(null, 'unit', 'Hz', 2));
    expect(done.rig.parameters.at(-1)).toMatchObject({ name: 'Width', highest: 200, targetId: 'hall' });
    expect(done.refused).toMatchObject([{ cell: 'unit', reason: { code: 'new-line-needs-name' } }]);
  });
  it('whatever is typed anywhere, the result is refused by itself or fits the schema', () => {
    const text = fc.oneof(
      fc.string({ maxLength: 20 }),
      fc.constantFrom('log', '0', '-5', '1e9', 'on', 'toggle', 'stepped', 'A|B', 'power 2', '', 'at64', 'panic'),
    );
    const one = fc.record({
      parameterId: fc.constantFrom('mix', 'freeze', 'size', null),
      line: fc.nat(3),
      cell: fc.constantFrom(...parameterCells),
      text,
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 12 }), (changes) => {
        const { edit } = changeCells(rig, 'hall', changes, newId);
        if (edit) expect(apply(rig, edit).ok).toBe(true);
      }),
      { numRuns: 500 },
    );
  });
});
