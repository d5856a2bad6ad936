'use client';
// The state of the parameter table: cursor, selection, the cell that is typed into, and what was refused where.
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { type CellChange, cellText, changeCells, type ParameterCell, type RefusedCell } from '@/core/commands';
import { readCells, writeCells } from '@/core/formats';
import type { Parameter, Rig } from '@/core/rig';
import { useRig } from '../store/provider';

export interface Cell {
  readonly row: number;
  readonly column: number;
}

export interface Column {
  readonly cell: ParameterCell;
  readonly title: string;
  readonly width: string;
  readonly options?: readonly string[];
}

const key = (row: string | number, cell: ParameterCell): string => `${row} ${cell}`;

export interface Cells {
  readonly cursor: Cell;
  readonly anchor: Cell;
  readonly typing: string | null;
  readonly refused: ReadonlyMap<string, RefusedCell>;
  readonly refusedAt: (row: number, cell: ParameterCell) => RefusedCell | null;
  readonly textAt: (row: number, cell: ParameterCell) => string;
  readonly isChosen: (row: number, column: number) => boolean;
  readonly go: (to: Cell, keepAnchor: boolean) => void;
  readonly type: (text: string | null) => void;
  /** Types into the cell at the cursor, beginning with what it says. */
  readonly typeInto: () => void;
  readonly take: (text: string, where: 'cursor' | 'selection') => void;
  readonly clear: () => void;
  readonly fillDown: () => void;
  readonly copy: () => string;
  readonly paste: (text: string) => void;
  readonly forget: () => void;
  readonly chosenRows: readonly Parameter[];
}

export function useCells(rig: Rig, targetId: string, parameters: readonly Parameter[], columns: readonly Column[]): Cells {
  const edit = useRig((s) => s.edit);
  const [cursor, setCursor] = useState<Cell>({ row: 0, column: 0 });
  const [anchor, setAnchor] = useState<Cell>({ row: 0, column: 0 });
  const [typing, type] = useState<string | null>(null);
  const [refused, setRefused] = useState<ReadonlyMap<string, RefusedCell>>(new Map());
  // One line more than there are parameters: what is typed into it becomes a new one.
  const last = parameters.length;
  const [top, bottom] = [Math.min(cursor.row, anchor.row), Math.max(cursor.row, anchor.row)];
  const [left, right] = [Math.min(cursor.column, anchor.column), Math.max(cursor.column, anchor.column)];
  const columnAt = (column: number): ParameterCell | null => columns[column]?.cell ?? null;
  const keyAt = (row: number, cell: ParameterCell): string => key(parameters[row]?.id ?? row, cell);

  const change = (wanted: readonly { readonly row: number; readonly cell: ParameterCell; readonly text: string }[]): void => {
    const changes = wanted.map(
      ({ row, cell, text }): CellChange => ({ parameterId: parameters[row]?.id ?? null, line: row, cell, text }),
    );
    const done = changeCells(rig, targetId, changes, () => nanoid(10));
    if (done.edit && !edit(done.edit)) return;
    const next = new Map(refused);
    for (const c of changes) next.delete(key(c.parameterId ?? c.line, c.cell));
    for (const c of done.refused) next.set(key(c.parameterId ?? c.line, c.cell), c);
    setRefused(next);
  };
  const selection = (): { readonly row: number; readonly cell: ParameterCell }[] => {
    const cells: { row: number; cell: ParameterCell }[] = [];
    for (let row = top; row <= bottom; row++)
      for (let column = left; column <= right; column++) {
        const cell = columnAt(column);
        if (cell) cells.push({ row, cell });
      }
    return cells;
  };
  const textOf = (row: number, cell: ParameterCell): string => {
    const p = parameters[row];
    return p ? cellText(p, cell) : '';
  };

  const textAt = (row: number, cell: ParameterCell): string => refused.get(keyAt(row, cell))?.text ?? textOf(row, cell);

  return {
    cursor,
    anchor,
    typing,
    refused,
    refusedAt: (row, cell) => refused.get(keyAt(row, cell)) ?? null,
    textAt,
    isChosen: (row, column) => row >= top && row <= bottom && column >= left && column <= right,
    go: (to, keepAnchor) => {
      const held = {
        row: Math.max(0, Math.min(last, to.row)),
        column: Math.max(0, Math.min(columns.length - 1, to.column)),
      };
      setCursor(held);
      if (!keepAnchor) setAnchor(held);
      type(null);
    },
    type,
    typeInto: () => type(textAt(cursor.row, columnAt(cursor.column) ?? 'name')),
    take: (text, where) => {
      const cell = columnAt(cursor.column);
      type(null);
      if (!cell) return;
      if (where === 'selection') change(selection().map((at) => ({ ...at, text })));
      else if (text !== textOf(cursor.row, cell) || refused.has(keyAt(cursor.row, cell)))
        change([{ row: cursor.row, cell, text }]);
    },
    clear: () =>
      change(
        selection().flatMap((at) => (at.row < last && at.cell !== 'name' && at.cell !== 'kind' ? [{ ...at, text: '' }] : [])),
      ),
    fillDown: () => {
      const below = selection().filter((at) => at.row > top && at.row < last);
      if (below.length > 0) change(below.map((at) => ({ ...at, text: textOf(top, at.cell) })));
    },
    copy: () =>
      writeCells(
        Array.from({ length: bottom - top + 1 }, (_, r) =>
          Array.from({ length: right - left + 1 }, (_, c) => textOf(top + r, columnAt(left + c) ?? 'name')),
        ),
      ),
    paste: (text) => {
      const cells = readCells(text);
      const width = Math.max(1, ...cells.map((line) => line.length));
      // One cell pasted onto several goes into each of them.
      const [only] = cells[0] ?? [];
      if (cells.length === 1 && width === 1 && only !== undefined) {
        change(selection().map((at) => ({ ...at, text: only })));
        return;
      }
      change(
        cells.flatMap((line, r) =>
          line.flatMap((cell, c) => {
            const column = columnAt(left + c);
            return column ? [{ row: top + r, cell: column, text: cell }] : [];
          }),
        ),
      );
      setCursor({ row: top, column: left });
      setAnchor({
        row: Math.min(last + cells.length, top + cells.length - 1),
        column: Math.min(columns.length - 1, left + width - 1),
      });
    },
    forget: () => setRefused(new Map()),
    chosenRows: useMemo(() => parameters.slice(top, bottom + 1), [parameters, top, bottom]),
  };
}
