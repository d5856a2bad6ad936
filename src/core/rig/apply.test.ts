// What apply does, against a second way of doing it: rows in plain lists, one edit after the other.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Edit, emptyRig, insert, invert, type Rig, type Row, remove, rowsOf, set } from '.';
import { apply, applyTracked } from './apply';

type Table = 'songs' | 'accepted';
const tables: readonly Table[] = ['songs', 'accepted'];

const song = (id: string, order: number, name = 'Tide'): Row<'songs'> => ({
  id,
  order,
  name,
  bpm: 90,
  beatsPerBar: 4,
  sections: [],
  note: '',
});
const accepted = (id: string, order: number, reason = ''): Row<'accepted'> => ({
  id,
  order,
  check: 'address-clash',
  subjectId: 'x',
  reason,
  restsOn: '',
  at: '2026-01-01T00:00:00.000Z',
});
const rowOf = (table: Table, id: string, order: number): Edit =>
  table === 'songs' ? insert('songs', song(id, order)) : insert('accepted', accepted(id, order));

/** The oracle: no maps, no draft, every edit by itself. Null where an edit must be refused. */
function plainly(rig: Rig, edits: readonly Edit[]): Rig | null {
  let now = rig;
  for (const edit of edits) {
    if (edit.type !== 'insert' && edit.type !== 'remove' && edit.type !== 'set') return null;
    const rows: readonly { readonly id: string; readonly order: number }[] = rowsOf(now, edit.table);
    const of = edit.type === 'insert' ? edit.row.id : edit.type === 'remove' ? edit.was.id : edit.id;
    const there = rows.find((r) => r.id === of);
    if (edit.type === 'insert') {
      if (tables.some((t) => now[t].some((r) => r.id === of))) return null;
      now = { ...now, [edit.table]: [...rows, edit.row] };
    } else if (edit.type === 'remove') {
      if (!there || JSON.stringify(there) !== JSON.stringify(edit.was)) return null;
      now = { ...now, [edit.table]: rows.filter((r) => r.id !== of) };
    } else {
      if (!there || there.order !== edit.was) return null;
      now = { ...now, [edit.table]: rows.map((r) => (r.id === of ? { ...r, order: edit.to } : r)) };
    }
  }
  for (const table of tables)
    now = { ...now, [table]: now[table].toSorted((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1)) };
  return now;
}

const step = fc.record({
  what: fc.constantFrom('insert', 'insert', 'remove', 'order'),
  table: fc.constantFrom(...tables),
  id: fc.integer({ min: 0, max: 8 }).map((n) => `row-${n}`),
  order: fc.integer({ min: 0, max: 5 }),
  stale: fc.nat(12).map((n) => n === 0),
});

/** An edit that mostly fits the rig as it would be by then, and sometimes not. */
function editFor(rig: Rig, { what, table, id, order, stale }: typeof step extends fc.Arbitrary<infer S> ? S : never): Edit {
  const there = rig[table].find((r) => r.id === id);
  if (what === 'insert' || !there) return rowOf(table, id, order);
  if (what === 'remove') return remove(table, stale ? { ...there, order: there.order + 1 } : there);
  return { type: 'set', table, id, field: 'order', was: stale ? there.order + 1 : there.order, to: order };
}

describe('a batch', () => {
  it('is its edits one after the other, whatever their number and mix', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 10 }), fc.array(step, { maxLength: 40 }), (before, then) => {
        let rig = emptyRig('rig', 'Rig');
        for (const s of before) rig = plainly(rig, [editFor(rig, s)]) ?? rig;
        const edits: Edit[] = [];
        let walk = rig;
        for (const s of then) {
          const edit = editFor(walk, s);
          const next = plainly(walk, [edit]);
          // What does not fit goes in now and then: the batch is then refused as a whole.
          if (!next && !s.stale) continue;
          edits.push(edit);
          walk = next ?? walk;
        }
        const oracle = plainly(rig, edits);
        const batch: Edit = { type: 'batch', label: 'Many', edits };
        const done = applyTracked(rig, batch);
        expect(done.ok).toBe(oracle !== null);
        if (!done.ok) return;
        expect(done.value.rig).toEqual(oracle);
        // Writing only what was touched gives the same tables.
        for (const table of tables) {
          const touched = new Map(done.value.touched.flatMap((t) => (t.table === table ? [[t.id, t.row] as const] : [])));
          const rows: readonly { readonly id: string }[] = rig[table];
          const written = [...rows.filter((r) => !touched.has(r.id)), ...[...touched.values()].filter((r) => r !== null)];
          expect(new Set<unknown>(written)).toEqual(new Set<unknown>(done.value.rig[table]));
        }
        expect(apply(done.value.rig, invert(batch))).toEqual({ ok: true, value: rig });
      }),
      { numRuns: 400 },
    );
  });
  it('leaves the tables that it does not touch as the arrays they were', () => {
    const rig = { ...emptyRig('rig', 'Rig'), songs: [song('a', 0)], accepted: [accepted('b', 0)] };
    const done = apply(rig, set('songs', song('a', 0), 'name', 'Ebb'));
    if (!done.ok) throw new Error('refused');
    expect(done.value.accepted).toBe(rig.accepted);
    expect(done.value.songs).not.toBe(rig.songs);
    expect(rig.songs[0]?.name).toBe('Tide');
  });
});

describe('an id that is taken', () => {
  const rig = { ...emptyRig('rig', 'Rig'), songs: [song('a', 0)] };
  const many = Array.from({ length: 30 }, (_, n) => insert('accepted', accepted(`n-${n}`, n)));
  const few = many.slice(0, 3);
  const ways: readonly [string, Edit, Table, string][] = [
    ['a row of the same table', insert('songs', song('a', 3)), 'songs', 'a'],
    ['a row of another table', insert('accepted', accepted('a', 3)), 'songs', 'a'],
    [
      'the same batch, few rows',
      { type: 'batch', label: '', edits: [...few, insert('songs', song('n-1', 1))] },
      'accepted',
      'n-1',
    ],
    ['the same batch, many rows', { type: 'batch', label: '', edits: [...many, ...few] }, 'accepted', 'n-0'],
    ['the end of many rows', { type: 'batch', label: '', edits: [...many, insert('accepted', accepted('a', 99))] }, 'songs', 'a'],
    [
      'a batch in a batch',
      { type: 'batch', label: '', edits: [...few, { type: 'batch', label: '', edits: few }] },
      'accepted',
      'n-0',
    ],
  ];
  it.each(ways)('is refused: %s', (_, edit, table, id) => {
    expect(apply(rig, edit)).toEqual({ ok: false, error: { type: 'exists', table, id } });
  });
  it('is free again when its row has gone, in any table', () => {
    const edit: Edit = {
      type: 'batch',
      label: '',
      edits: [remove('songs', song('a', 0)), insert('accepted', accepted('a', 1))],
    };
    const done = applyTracked(rig, edit);
    if (!done.ok) throw new Error('refused');
    expect(done.value.rig.songs).toEqual([]);
    expect(done.value.rig.accepted.map((r) => r.id)).toEqual(['a']);
    // Both are written: the row that went and the one that came.
    expect(done.value.touched.map((t) => [t.table, t.row === null])).toEqual([
      ['songs', true],
      ['accepted', false],
    ]);
  });
  it('in another table is no home for what pointed at the row that went', () => {
    const section = { name: 'Verse', bars: 4, sceneId: 's', bank: null };
    const scene: Row<'scenes'> = { id: 's', order: 0, name: 'Low', values: [], assignmentId: null, note: '' };
    const linked: Rig = { ...emptyRig('rig', 'Rig'), scenes: [scene], songs: [{ ...song('a', 0), sections: [section] }] };
    const edit: Edit = { type: 'batch', label: '', edits: [remove('scenes', scene), insert('accepted', accepted('s', 0))] };
    expect(apply(linked, edit)).toMatchObject({ ok: false, error: { type: 'dangling', table: 'songs', to: 's' } });
  });
});

describe('what is refused says what, where and why', () => {
  const rig: Rig = { ...emptyRig('rig', 'Rig'), notes: 'Bring tape.', songs: [song('a', 0)] };
  const refusal = (edit: Edit, on: Rig = rig) => {
    const done = apply(on, edit);
    return done.ok ? null : done.error;
  };
  const all = (...edits: Edit[]): Edit => ({ type: 'batch', label: 'Several', edits });
  it('a row that is not there, or is another one than was seen', () => {
    expect(refusal(remove('songs', song('b', 0)))).toEqual({ type: 'missing', table: 'songs', id: 'b' });
    const was = song('a', 0, 'Ebb');
    const now = song('a', 0);
    expect(refusal(remove('songs', was))).toEqual({
      ...{ type: 'conflict', table: 'songs', id: 'a', field: 'row' },
      ...{ was, now, to: null },
    });
    expect(refusal(set('songs', song('b', 0), 'name', 'Ebb'))).toEqual({ type: 'missing', table: 'songs', id: 'b' });
    expect(refusal(set('songs', was, 'name', 'Flood'))).toEqual({
      ...{ type: 'conflict', table: 'songs', id: 'a', field: 'name' },
      ...{ was: 'Ebb', now: 'Tide', to: 'Flood' },
    });
  });
  it('a field that does not exist, or is the id', () => {
    const of = (field: string): Edit => ({ type: 'set', table: 'songs', id: 'a', field, was: 'a', to: 'b' });
    for (const field of ['colour', 'id'])
      expect(refusal(of(field))).toEqual({
        ...{ type: 'invalid', table: 'songs', id: 'a', field },
        message: 'there is no such field',
      });
  });
  it('a value that the table does not take: by its place within the row, with the reason of the schema', () => {
    expect(refusal(set('songs', song('a', 0), 'bpm', 5000))).toMatchObject({
      type: 'invalid',
      table: 'songs',
      id: 'a',
      field: 'bpm',
    });
    const bars = { ...song('b', 1), sections: [{ name: 'Verse', bars: -1, sceneId: null, bank: null }] };
    const problem = refusal(insert('songs', bars));
    expect(problem).toMatchObject({ type: 'invalid', table: 'songs', id: 'b', field: 'sections.0.bars' });
    expect(problem?.type === 'invalid' && problem.message.length > 5 && problem.message !== 'not valid').toBe(true);
  });
  it('the name and notes of the rig: seen as they are, and as the schema takes them', () => {
    const head = (field: 'name' | 'notes', was: string, to: unknown): Edit => ({ type: 'set-head', field, was, to });
    expect(refusal(head('name', 'Trio', 'Duo'))).toEqual({
      ...{ type: 'conflict', table: 'rig', id: 'rig', field: 'name' },
      ...{ was: 'Trio', now: 'Rig', to: 'Duo' },
    });
    expect(refusal(head('notes', 'Bring tape.', 7))).toMatchObject({ type: 'invalid', table: 'rig', id: 'rig', field: 'notes' });
    const done = applyTracked(rig, all(head('name', 'Rig', 'Duo'), head('notes', 'Bring tape.', 'Bring more.')));
    if (!done.ok) throw new Error('refused');
    expect(done.value).toEqual({ rig: { ...rig, name: 'Duo', notes: 'Bring more.' }, touched: [] });
  });
  it('nothing of a batch stays where one of it is refused', () => {
    const before = JSON.stringify(rig);
    expect(refusal(all(remove('songs', song('a', 0)), remove('songs', song('a', 0))))).toEqual({
      ...{ type: 'missing', table: 'songs', id: 'a' },
    });
    expect(JSON.stringify(rig)).toBe(before);
  });
  it('a row that points at nothing: one that came, one that changed, and one whose other end went', () => {
    const scene: Row<'scenes'> = { id: 's', order: 0, name: 'Low', values: [], assignmentId: null, note: '' };
    const section = { name: 'Verse', bars: 4, sceneId: 's', bank: null };
    const linked: Rig = { ...rig, scenes: [scene], songs: [{ ...song('a', 0), sections: [section] }, song('b', 1)] };
    const broken = (id: string, to: string) => ({ type: 'dangling', table: 'songs', id, to, field: 'sections' });
    expect(refusal(insert('songs', { ...song('c', 2), sections: [section] }))).toMatchObject(broken('c', 's'));
    expect(refusal(set('songs', song('b', 1), 'sections', [{ ...section, sceneId: 'x' }]), linked)).toMatchObject(
      broken('b', 'x'),
    );
    expect(refusal(remove('scenes', scene), linked)).toMatchObject(broken('a', 's'));
    // Both ends of it may go, or come, in either order.
    const [first] = linked.songs;
    if (!first) throw new Error('no song');
    expect(refusal(all(remove('scenes', scene), remove('songs', first)), linked)).toBeNull();
    expect(refusal(all(insert('songs', { ...song('c', 2), sections: [section] }), insert('scenes', scene)))).toBeNull();
  });
});
