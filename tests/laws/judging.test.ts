// Judging carried through an edit is judging anew: whatever row of whatever table goes, comes back, or takes over a field of another row.
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { apply, type Edit, invert, type Rig, type Row, remove, rowSchemas, set, type TableName, tableNames } from '@/core/rig';
import { richRig, someRichRig } from '../kit/rich-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 25);
const settings = { numRuns: RUNS };

/** Which table, which row of it, and which field is taken over from which other row; the row goes where there is no such field. */
const somePick = fc.record({ table: fc.nat(), row: fc.nat(), other: fc.nat(), field: fc.nat(), goes: fc.boolean() });
type Pick = typeof somePick extends fc.Arbitrary<infer T> ? T : never;

function editFor(rig: Rig, { table, row, other, field, goes }: Pick): Edit | null {
  const filled = tableNames.filter((t) => rig[t].length > 0);
  const name = filled[table % filled.length];
  return name ? editIn(name, rig[name] as readonly Row<TableName>[]) : null; // border: rows of the table that was picked

  function editIn(of: TableName, rows: readonly Row<TableName>[]): Edit | null {
    const one = rows[row % rows.length];
    const two = rows[other % rows.length];
    if (!one || !two) return null;
    if (goes || one.id === two.id) return remove(of, one);
    const fields = Object.keys(one).filter((f) => f !== 'id' && f !== 'order') as (keyof Row<TableName> & string)[];
    const taken = fields[field % fields.length];
    return taken ? set(of, one, taken, two[taken]) : null;
  }
}

const toldOf = (judgement: ReturnType<typeof judge>) => ({
  outcomes: Object.fromEntries([...judgement.outcomes].sort(([a], [b]) => (a < b ? -1 : 1))),
  findings: [...judgement.findings.values()]
    .flat()
    .map((f) => JSON.stringify(f))
    .sort(),
});

it('an edit is judged as the rig after it would be judged anew, and so is taking it back', () => {
  const tables = new Set<string>();
  fc.assert(
    fc.property(someRichRig, fc.array(somePick, { minLength: 1, maxLength: 4 }), (given, picks) => {
      let rig = richRig(given);
      let judgement = judge(rig);
      for (const pick of picks) {
        const edit = editFor(rig, pick);
        if (!edit || !('table' in edit)) continue;
        const done = apply(rig, edit);
        if (!done.ok || !done.value[edit.table].every((row) => rowSchemas[edit.table].safeParse(row).success)) continue;
        tables.add(edit.table);
        const after = judge(done.value, judgement);
        expect(toldOf(after), JSON.stringify(edit)).toEqual(toldOf(judge(done.value)));
        const back = apply(done.value, invert(edit));
        if (!back.ok) throw new Error('it goes back');
        expect(toldOf(judge(back.value, after)), `back: ${JSON.stringify(edit)}`).toEqual(toldOf(judgement));
        rig = done.value;
        judgement = after;
      }
    }),
    settings,
  );
  expect(tables.size).toBeGreaterThan(5);
});
