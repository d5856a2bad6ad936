// The laws of editing, over random edits on the demo rig: nothing is lost, everything can be taken back.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addController,
  addLayer,
  addParameters,
  assign,
  type CopyWish,
  changeCounter,
  changeMessage,
  copyEdit,
  fillEdit,
  hearAs,
  landingsFor,
  type PlaceCopyWish,
  placeCopyEdit,
  planCopy,
  planFill,
  planPlaceCopy,
  planSeveral,
  removeAssignment,
  removeGear,
  removeLayer,
  removeParameter,
  runAfter,
  type SeveralChange,
  waitingAfter,
} from '@/core/commands';
import { parseRig, writeRig } from '@/core/formats';
import { controllerTemplates, plainParameter } from '@/core/library';
import { withNumber } from '@/core/midi';
import { modeOf, receiveModes } from '@/core/modes';
import {
  apply,
  batch,
  type Edit,
  editSchema,
  firstBroken,
  indexRig,
  insert,
  invert,
  isRun,
  type Rig,
  type RigIndex,
  remove,
  set,
} from '@/core/rig';
import { differenceOf, type SheetChange, writtenFor } from '@/core/sheets';
import { lanternHour } from '@/demo/lantern-hour';
import { ended } from '../kit/edits';

/** How often a law is played: more where somebody asks for more. */
const runs = (usual: number): number => Number(process.env.KEEN_DIAL_RUNS ?? usual);

const demo = lanternHour();
let count = 0;
const newId = (): string => `t${++count}`;

const pick = <T>(rows: readonly T[], n: number): T => {
  const row = rows[n % rows.length];
  if (row === undefined) throw new Error('empty table');
  return row;
};

/** One edit as a user makes it, chosen by numbers; null where that choice makes none. */
function someEdit(rig: Rig, what: number, n: number, m: number): Edit | null {
  const index = indexRig(rig);
  switch (what % 17) {
    case 0: {
      const row = pick(rig.parameters, n);
      return set('parameters', row, 'start', m % 2 === 0 ? row.lowest : row.highest);
    }
    case 1:
      return rig.assignments.length === 0 ? null : removeAssignment(index, pick(rig.assignments, n));
    case 2: {
      const done = assign(
        index,
        {
          parameterId: pick(rig.parameters, n).id,
          controlId: pick(rig.controls, m).id,
          place: { bank: (n % 4) + 1, page: null, layerId: null },
          onTaken: n % 2 === 0 ? 'join' : 'replace',
        },
        newId,
      );
      return done.ok ? done.value.edit : null;
    }
    case 3: {
      if (rig.assignments.length === 0) return null;
      const row = pick(rig.assignments, n);
      const [action] = row.actions;
      return action?.type === 'send' ? changeMessage(index, row, 0, withNumber(action.message, m % 128), newId) : null;
    }
    case 4:
      return rig.controllers.length < 6 ? addController(rig, pick(controllerTemplates, n), 'Another', newId).edit : null;
    case 5:
      return removeGear(rig, 'parameters', pick(rig.parameters, n).id);
    case 6:
      return rig.controllers.length > 1 ? removeGear(rig, 'controllers', pick(rig.controllers, n).id) : null;
    case 7: {
      const made = addLayer(
        index,
        {
          name: `L${m}`,
          modifierControlId: pick(rig.controls, n).id,
          madeIn: m % 2 === 0 ? 'host' : 'controller',
          mode: (['while-held', 'toggled', 'next-press'] as const)[m % 3] ?? 'while-held',
          fallsThrough: true,
        },
        newId,
      );
      return made.ok ? made.value.edit : null;
    }
    case 8:
      return rig.layers.length === 0 ? null : removeLayer(index, pick(rig.layers, n));
    case 9: {
      if (rig.assignments.length === 0) return null;
      const row = pick(rig.assignments, n);
      const meant = row.actions.flatMap((a) => (a.type === 'send' ? a.meant : []));
      return meant.length === 0 ? null : removeParameter(index, row, pick(meant, m));
    }
    case 10: {
      if (rig.assignments.length === 0) return null;
      const row = pick(rig.assignments, n);
      const first = row.actions.flatMap((a) => (a.type === 'send' ? a.meant : []))[0] ?? '';
      const wish = { banks: m % 2 === 0 ? [2, 3] : [], ...(m % 3 === 0 ? { first: m % 100 } : {}), step: (m % 4) + 1 };
      const plan = planFill(index, row, runAfter(index, row.controlId), waitingAfter(index, first), wish);
      return plan.ok ? fillEdit(index, plan.value, newId) : null;
    }
    case 11: {
      const onto = pick(rig.controls, m);
      const row = rig.assignments[n % Math.max(1, rig.assignments.length)];
      const from = row && index.controls.get(row.controlId);
      if (!row || !from) return null;
      const wish: CopyWish = {
        from,
        onto,
        place: { bank: row.bank, page: row.page, layerId: row.layerId },
        spots: [(m % 4) + 1, row.bank].slice(0, (n % 2) + 1).map((bank) => ({ bank, page: m % 5 === 0 ? 1 : row.page })),
        way: (['copy', 'move', 'swap'] as const)[m % 3] ?? 'copy',
        numbers: m % 2 === 0 ? 'same' : 'new',
        over: n % 3 === 0,
      };
      return copyEdit(index, wish, planCopy(index, wish), newId);
    }
    case 12:
      return ended(
        planSeveral(
          index,
          rig.assignments.slice(n % 20, (n % 20) + (m % 15)).map((a) => a.id),
          severally(n, m),
          newId,
        ),
      ).edit;
    case 13: {
      const controller = pick(rig.controllers, n);
      const bank = (k: number): number | null => (k % 5 === 0 ? null : (k % 4) + 1);
      const wish: PlaceCopyWish = {
        controller,
        what: m % 3 === 0 ? 'page' : 'bank',
        from: { bank: bank(n + 1), page: null },
        spots: [bank(m), bank(m + n)].slice(0, (n % 2) + 1).map((b) => ({ bank: b, page: m % 7 === 0 ? 1 : null })),
        way: (['copy', 'move', 'swap'] as const)[(n + m) % 3] ?? 'copy',
        numbers: m % 2 === 0 ? 'same' : 'new',
        over: n % 3 === 0,
      };
      return placeCopyEdit(index, wish, planPlaceCopy(index, wish), newId);
    }
    case 14: {
      if (rig.counters.length === 0) return null;
      const from = n % 30;
      return changeCounter(index, pick(rig.counters, m), { from, to: from + 1 + (m % 9) }, newId);
    }
    case 15: {
      // One way to hear for another, runs of numbers among them.
      const row = rig.assignments[n % Math.max(1, rig.assignments.length)];
      const send = row?.actions.find((a) => a.type === 'send');
      const landing = row && send?.type === 'send' ? landingsFor(index, row, send)[0] : undefined;
      const mode = pick(receiveModes, m);
      if (!row || !landing || landing.given !== null || (modeOf(mode).runs && !isRun({ ...landing, mode }))) return null;
      return hearAs(index, row, landing, mode, modeOf(mode).needs === 'coding' ? 'twos-complement' : null, newId);
    }
    default: {
      const target = pick(rig.targets, n);
      return addParameters(rig, target.id, [{ ...plainParameter, name: `P${m}`, kind: 'toggle' }], newId);
    }
  }
}

const severally = (n: number, m: number): SeveralChange =>
  (
    [
      { type: 'channel', channel: (m % 16) + 1 },
      { type: 'kind', kind: (['cc', 'note', 'program'] as const)[m % 3] ?? 'cc' },
      { type: 'values', values: (['latching', 'momentary', 'fixed'] as const)[m % 3] ?? 'fixed' },
      { type: 'mode', mode: (['toggle', 'gate', 'absolute', 'set'] as const)[m % 4] ?? 'absolute' },
      { type: 'bank', bank: m % 5 === 0 ? null : m % 5 },
      { type: 'number', text: m % 3 === 0 ? 'C3' : String(m % 130) },
      { type: 'range', from: m % 60, to: 100 - (m % 40) },
      { type: 'colour', text: 'red' },
      { type: 'entered', at: m % 2 === 0 ? null : '2026-01-01T00:00:00.000Z' },
    ] as const
  )[n % 9] ?? { type: 'colour', text: 'red' };

const choice = fc.tuple(fc.nat(), fc.nat(), fc.nat());

describe('apply and invert', () => {
  it('any run of edits, taken back in turn, gives the rig that was there, row for row', () => {
    fc.assert(
      fc.property(fc.array(choice, { minLength: 1, maxLength: 12 }), (choices) => {
        let rig = demo;
        const undo: Edit[] = [];
        for (const [what, n, m] of choices) {
          const edit = someEdit(rig, what, n, m);
          if (!edit) continue;
          const done = apply(rig, edit);
          // Every command gives an edit that applies to the rig it was made from.
          expect(done).toMatchObject({ ok: true });
          if (!done.ok) continue;
          expect(firstBroken(done.value)).toBeNull();
          expect(invert(invert(edit))).toEqual(edit);
          undo.push(invert(edit));
          rig = done.value;
        }
        for (const edit of undo.reverse()) {
          const done = apply(rig, edit);
          expect(done).toMatchObject({ ok: true });
          if (done.ok) rig = done.value;
        }
        expect(rig).toEqual(demo);
      }),
      { numRuns: runs(150) },
    );
  });
  it('an edit survives the way through JSON and its schema, and a rig the way through its file', () => {
    fc.assert(
      fc.property(choice, ([what, n, m]) => {
        const edit = someEdit(demo, what, n, m);
        if (!edit) return;
        expect(editSchema.parse(JSON.parse(JSON.stringify(edit)))).toEqual(edit);
        const done = apply(demo, edit);
        if (!done.ok) return;
        expect(parseRig(writeRig(done.value))).toEqual({ ok: true, value: done.value });
      }),
      { numRuns: runs(100) },
    );
  });
});

describe('the difference sheet', () => {
  /** What stands in the devices: the texts at each spot, a spot may hold several messages. */
  type Standing = ReadonlyMap<string, readonly string[]>;
  const everything = (index: RigIndex): Standing => {
    const found = new Map<string, string[]>();
    for (const { spot, text } of writtenFor(index).values()) found.set(spot, [...(found.get(spot) ?? []), text].sort());
    return found;
  };
  const entering = (before: Standing, changes: readonly SheetChange[]): Standing => {
    const now = new Map([...before].map(([spot, texts]) => [spot, [...texts]]));
    const takeOut = (spot: string, text: string): void => {
      const texts = now.get(spot) ?? [];
      const at = texts.indexOf(text);
      // What is to be cleared or changed has to stand there.
      expect(at).toBeGreaterThanOrEqual(0);
      texts.splice(at, 1);
      if (texts.length === 0) now.delete(spot);
    };
    // As on the page: first what is cleared makes room.
    for (const c of changes) if (c.was !== null) takeOut(c.spot, c.was);
    for (const c of changes) if (c.now !== null) now.set(c.spot, [...(now.get(c.spot) ?? []), c.now].sort());
    return now;
  };
  const sorted = (standing: Standing) => [...standing].sort(([a], [b]) => (a < b ? -1 : 1));
  const changed = (from: Rig, choices: readonly (readonly [number, number, number])[]): Rig =>
    choices.reduce((rig, [what, n, m]) => {
      const edit = someEdit(rig, what, n, m);
      const done = edit && apply(rig, edit);
      return done?.ok ? done.value : rig;
    }, from);
  const choices = fc.array(choice, { minLength: 1, maxLength: 10 });

  it('entering only the difference gives the same as entering everything, between any two states', () => {
    fc.assert(
      fc.property(choices, choices, (one, two) => {
        const then = indexRig(changed(demo, one));
        const now = indexRig(changed(demo, two));
        expect(sorted(entering(everything(then), differenceOf(then, now)))).toEqual(sorted(everything(now)));
      }),
      { numRuns: runs(120) },
    );
  });
  it('a change un-ticks what it touches: what was entered and reads otherwise is never left ticked', () => {
    const mark = { at: '2031-03-04T05:06:07.000Z' };
    const entered: Rig = {
      ...demo,
      assignments: demo.assignments.map((a) => ({ ...a, entered: mark, saved: mark })),
      landings: demo.landings.map((l) => ({ ...l, entered: mark })),
    };
    fc.assert(
      fc.property(choice, ([what, n, m]) => {
        const edit = someEdit(entered, what, n, m);
        const done = edit && apply(entered, edit);
        if (!done?.ok) return;
        const before = indexRig(entered);
        const now = indexRig(done.value);
        const old = writtenFor(before);
        for (const [key, line] of writtenFor(now)) {
          const was = old.get(key);
          if (was && was.text === line.text && was.spot === line.spot) continue;
          const [id = ''] = key.split(' ');
          const row = now.assignments.get(id) ?? done.value.landings.find((l) => l.id === id);
          expect(row?.entered ?? null).toBeNull();
        }
      }),
      { numRuns: runs(300) },
    );
  });
});

describe('what apply refuses', () => {
  const row = pick(demo.parameters, 0);
  it('an edit that saw another value: both are named', () => {
    const done = apply(demo, { type: 'set', table: 'parameters', id: row.id, field: 'name', was: 'Other', to: 'Third' });
    expect(done).toMatchObject({
      ok: false,
      error: { type: 'conflict', field: 'name', was: 'Other', now: row.name, to: 'Third' },
    });
  });
  it('a row that is gone, a row that is there already, a field that is not', () => {
    expect(apply(demo, { type: 'set', table: 'parameters', id: 'nobody', field: 'name', was: '', to: 'x' })).toMatchObject({
      ok: false,
      error: { type: 'missing' },
    });
    expect(apply(demo, insert('parameters', row))).toMatchObject({ ok: false, error: { type: 'exists' } });
    expect(
      apply(demo, { type: 'set', table: 'parameters', id: row.id, field: 'constructor', was: undefined, to: 1 }),
    ).toMatchObject({ ok: false, error: { type: 'invalid' } });
    expect(apply(demo, { type: 'set', table: 'parameters', id: row.id, field: 'id', was: row.id, to: 'new' })).toMatchObject({
      ok: false,
      error: { type: 'invalid' },
    });
  });
  it('what the schema refuses: too long a name, a start outside the range, a number out of range', () => {
    expect(apply(demo, set('parameters', row, 'name', 'x'.repeat(10_000)))).toMatchObject({
      ok: false,
      error: { type: 'invalid', field: 'name' },
    });
    expect(apply(demo, set('parameters', row, 'start', 99))).toMatchObject({ ok: false, error: { type: 'invalid' } });
    const control = pick(demo.controls, 0);
    expect(apply(demo, set('controls', control, 'width', Number.NaN))).toMatchObject({ ok: false, error: { type: 'invalid' } });
  });
  it('what would leave a reference hanging, alone and in a batch; a batch is atomic', () => {
    const used = demo.assignments[0]?.actions[0];
    const parameter = demo.parameters.find((p) => used?.type === 'send' && used.meant.includes(p.id));
    if (!parameter) throw new Error('demo has no used parameter');
    const bare = remove('parameters', parameter);
    expect(apply(demo, bare)).toMatchObject({ ok: false, error: { type: 'dangling', to: parameter.id } });
    const whole = batch('two', [set('parameters', row, 'note', 'changed'), bare]);
    expect(apply(demo, whole)).toMatchObject({ ok: false });
    expect(demo.parameters[0]?.note).toBe('');
  });
});

describe('a long batch', () => {
  it('does what its edits do one by one, and is refused where one of them would be', () => {
    const field = fc.constantFrom('name', 'note', 'order', 'start', 'nonsense');
    const one = fc.record({
      row: fc.nat(demo.parameters.length - 1),
      field,
      to: fc.oneof(fc.string({ maxLength: 6 }), fc.integer({ min: -5, max: 50 })),
      stale: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(one, { minLength: 10, maxLength: 40 }), fc.integer({ min: 0, max: 20 }), (list, wrong) => {
        let rig = demo;
        let refused = false;
        const edits = list.flatMap(({ row, field: name, to, stale }, i): Edit[] => {
          const now = pick(rig.parameters, row);
          const was = name === 'nonsense' ? 0 : stale && i === wrong ? 'something else' : now[name];
          const edit: Edit = { type: 'set', table: 'parameters', id: now.id, field: name, was, to };
          const done = refused ? null : apply(rig, edit);
          if (done?.ok) rig = done.value;
          else refused = true;
          return [edit];
        });
        const whole = apply(demo, batch('many', edits));
        expect(whole.ok).toBe(!refused);
        if (whole.ok) expect(whole.value).toEqual(rig);
      }),
      { numRuns: runs(300) },
    );
  });
  it('of inserts and of removes leaves the same rows in the same order, and can be taken back', () => {
    const rows = Array.from({ length: 40 }, (_, i) => ({
      id: `search${i}`,
      order: (i * 7) % 40,
      at: '2026-11-25T20:00:00.000Z',
      controllerId: null,
      targetId: null,
      answers: [],
      cause: null,
      note: '',
    }));
    const put = batch(
      'put',
      rows.map((r) => insert('searches', r)),
    );
    const there = apply(demo, put);
    if (!there.ok) throw new Error('refused');
    expect(there.value.searches.map((r) => r.order)).toEqual([...rows].map((r) => r.order).sort((a, b) => a - b));
    const half = batch(
      'take',
      there.value.searches.filter((_, i) => i % 2 === 0).map((r) => remove('searches', r)),
    );
    const left = apply(there.value, half);
    if (!left.ok) throw new Error('refused');
    expect(left.value.searches).toEqual(there.value.searches.filter((_, i) => i % 2 === 1));
    expect(apply(left.value, invert(half))).toEqual({ ok: true, value: there.value });
    expect(apply(there.value, invert(put))).toEqual({ ok: true, value: demo });
    expect(apply(left.value, half).ok).toBe(false);
  });
});
