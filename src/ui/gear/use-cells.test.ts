// @vitest-environment jsdom
// The parameter table as a hand uses it: a cursor, a rectangle, what is typed, pasted and filled, and what was refused and where.
import { act, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { apply, type Edit, type Rig } from '@/core/rig';
import { continuous, parameter, smallRig } from '../../../tests/kit/small-rig';

const kept = vi.hoisted(() => ({ rig: null as unknown, edits: [] as unknown[], takes: true }));
vi.mock('../store/provider', () => ({
  useRig: (select: (state: { edit: (edit: Edit) => boolean }) => unknown) =>
    select({
      edit: (edit) => {
        if (!kept.takes) return false;
        const done = apply(kept.rig as Rig, edit);
        if (!done.ok) throw new Error(JSON.stringify(done.error));
        kept.rig = done.value;
        kept.edits.push(edit);
        return true;
      },
    }),
}));
const { useCells } = await import('./use-cells');

const columns = (['name', 'kind', 'lowest', 'highest', 'unit', 'note'] as const).map((cell) => ({
  cell,
  title: cell,
  width: '1fr',
}));
const rig = () => kept.rig as Rig; // border: put there by the test itself

beforeEach(() => {
  kept.rig = smallRig([
    continuous('mix', 0, 100, { order: 1 }),
    continuous('depth', 0, 10, { order: 2 }),
    parameter('freeze', { order: 3 }),
  ]);
  kept.edits = [];
  kept.takes = true;
});

const table = () => {
  const hook = renderHook(() => useCells(rig(), 'hall', rig().parameters, columns));
  const now = () => hook.result.current;
  const does = (work: (cells: ReturnType<typeof now>) => void): void => {
    act(() => work(now()));
    hook.rerender();
  };
  const choose = (fromRow: number, fromColumn: number, toRow = fromRow, toColumn = fromColumn): void => {
    does((c) => c.go({ row: fromRow, column: fromColumn }, false));
    does((c) => c.go({ row: toRow, column: toColumn }, true));
  };
  return { now, does, choose };
};
const row = (i: number) => rig().parameters[i];

describe('the cursor', () => {
  it('stays inside, with one line more than there are parameters', () => {
    fc.assert(
      fc.property(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }), fc.boolean(), (r, c, keep) => {
        const { now, does } = table();
        does((cells) => cells.go({ row: r, column: c }, keep));
        const { cursor } = now();
        expect([cursor.row >= 0, cursor.row <= 3, cursor.column >= 0, cursor.column < columns.length]).toEqual([
          true,
          true,
          true,
          true,
        ]);
        expect(now().isChosen(cursor.row, cursor.column)).toBe(true);
        expect(now().typing).toBeNull();
      }),
      { numRuns: 40 },
    );
  });
  it('typing begins with what the cell says, and leaving it untouched changes nothing', () => {
    const { now, does, choose } = table();
    choose(0, 0);
    does((c) => c.typeInto());
    expect(now().typing).toBe('mix');
    does((c) => c.take('mix', 'cursor'));
    expect([now().typing, kept.edits.length]).toEqual([null, 0]);
  });
});

describe('what is typed', () => {
  it('changes the cell, and in the line below all it becomes a new parameter', () => {
    const { does, choose } = table();
    choose(0, 4);
    does((c) => c.take('dB', 'cursor'));
    choose(3, 0);
    does((c) => c.take('Shimmer', 'cursor'));
    expect(row(0)?.unit).toBe('dB');
    expect(rig().parameters.map((p) => p.name)).toEqual(['mix', 'depth', 'freeze', 'Shimmer']);
  });
  it('goes into all chosen cells at once', () => {
    const { does, choose } = table();
    choose(0, 4, 1, 4);
    does((c) => c.take('%', 'selection'));
    expect(rig().parameters.map((p) => p.unit)).toEqual(['%', '%', row(2)?.unit]);
    expect(kept.edits).toHaveLength(1);
  });
  it('is kept with its reason where it is refused, until it is put back or tried anew', () => {
    const { now, does, choose } = table();
    choose(0, 2);
    does((c) => c.take('loud', 'cursor'));
    expect([now().textAt(0, 'lowest'), now().refusedAt(0, 'lowest')?.reason.code, row(0)?.lowest]).toEqual([
      'loud',
      'no-number',
      0,
    ]);
    does((c) => c.take('0', 'cursor'));
    expect([now().refused.size, now().textAt(0, 'lowest')]).toEqual([0, '0']);
    does((c) => c.take('louder', 'cursor'));
    does((c) => c.forget());
    expect([now().refused.size, now().textAt(0, 'lowest')]).toEqual([0, '0']);
  });
  it('leaves everything as it is where the rig does not take it', () => {
    const { now, does, choose } = table();
    kept.takes = false;
    choose(0, 4);
    does((c) => c.take('dB', 'cursor'));
    expect([row(0)?.unit, now().refused.size]).toEqual([row(1)?.unit, 0]);
  });
});

describe('cells', () => {
  it('that are cleared become empty, but for names and kinds', () => {
    const { does, choose } = table();
    choose(0, 4);
    does((c) => c.take('dB', 'cursor'));
    choose(0, 0, 0, 5);
    does((c) => c.clear());
    expect(row(0)).toMatchObject({ name: 'mix', kind: 'continuous', unit: '' });
  });
  it('are filled down from the first chosen line, and the empty line below all is left alone', () => {
    const { does, choose } = table();
    choose(0, 5);
    does((c) => c.take('of the left hand', 'cursor'));
    choose(0, 5, 3, 5);
    does((c) => c.fillDown());
    expect(rig().parameters.map((p) => p.note)).toEqual(Array(3).fill('of the left hand'));
  });
  it('that are copied and pasted elsewhere say the same there', () => {
    const { now, does, choose } = table();
    choose(0, 4);
    does((c) => c.take('a "b"\tc', 'cursor'));
    choose(0, 4, 0, 5);
    const text = now().copy();
    choose(1, 4);
    does((c) => c.paste(text));
    expect([row(1)?.unit, row(1)?.note]).toEqual([row(0)?.unit, row(0)?.note]);
    expect([now().isChosen(1, 4), now().isChosen(1, 5), now().isChosen(2, 4)]).toEqual([true, true, false]);
  });
  it('of one pasted cell go into each chosen one; of several lines beyond the end become new parameters', () => {
    const { now, does, choose } = table();
    choose(0, 4, 2, 4);
    does((c) => c.paste('ms'));
    expect(
      rig()
        .parameters.slice(0, 2)
        .map((p) => p.unit),
    ).toEqual(['ms', 'ms']);
    choose(2, 0);
    does((c) => c.paste('Freeze all\nDrone\nTape'));
    expect(rig().parameters.map((p) => p.name)).toEqual(['mix', 'depth', 'Freeze all', 'Drone', 'Tape']);
    expect(now().chosenRows.map((p) => p.name)).toEqual(['Freeze all', 'Drone', 'Tape']);
  });
  it('pasted beyond the last column are left out', () => {
    const { does, choose } = table();
    choose(1, 5);
    does((c) => c.paste('kept\tlost\tlost'));
    expect(row(1)?.note).toBe('kept');
    expect(rig().parameters).toHaveLength(3);
  });
});
