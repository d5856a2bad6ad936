'use client';
// The state of the parameter table: cursor, selection, the cell that is typed into, and what was refused where.
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { clamp } from '@/core/base';
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

interface At {
  readonly row: number;
  readonly cell: ParameterCell;
}

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
  // One line more than there are parameters: what is typed into it becomes a new one.
  const last = parameters.length;
  const region = useRegion(last, columns.length - 1);
  const { cursor, anchor, top, bottom, left, right } = region;
  const [typing, type] = useState<string | null>(null);
  const [refused, setRefused] = useState<ReadonlyMap<string, RefusedCell>>(new Map());
  const columnAt = (column: number): ParameterCell | null => columns[column]?.cell ?? null;
  const keyAt = (row: number, cell: ParameterCell): string => key(parameters[row]?.id ?? row, cell);

  const change = (wanted: readonly (At & { readonly text: string })[]): void => {
    const changes: readonly CellChange[] = wanted.map((w) => ({ ...w, parameterId: parameters[w.row]?.id ?? null, line: w.row }));
    const done = changeCells(rig, targetId, changes, () => nanoid(10));
    if (done.edit && !edit(done.edit)) return;
    setRefused(refusedAfter(refused, changes, done.refused));
  };
  const at = (row: number, column: number): readonly At[] => {
    const cell = columnAt(column);
    return cell ? [{ row, cell }] : [];
  };
  const selection = (): readonly At[] => region.all().flatMap(({ row, column }) => at(row, column));
  const textOf = (row: number, cell: ParameterCell): string => (parameters[row] ? cellText(parameters[row], cell) : '');
  const textAt = (row: number, cell: ParameterCell): string => refused.get(keyAt(row, cell))?.text ?? textOf(row, cell);

  const paste = (text: string): void => {
    const cells = readCells(text);
    // One cell pasted onto several goes into each of them.
    const only = cells.length === 1 && cells[0]?.length === 1 ? cells[0][0] : undefined;
    if (only !== undefined) {
      change(selection().map((place) => ({ ...place, text: only })));
      return;
    }
    change(cells.flatMap((line, r) => line.flatMap((t, c) => at(top + r, left + c).map((place) => ({ ...place, text: t })))));
    region.stretch(cells.length, Math.max(1, ...cells.map((line) => line.length)));
  };
  return {
    cursor,
    anchor,
    typing,
    refused,
    refusedAt: (row, cell) => refused.get(keyAt(row, cell)) ?? null,
    textAt,
    isChosen: region.has,
    go: (to, keepAnchor) => {
      region.go(to, keepAnchor);
      type(null);
    },
    type,
    typeInto: () => type(textAt(cursor.row, columnAt(cursor.column) ?? 'name')),
    take: (text, where) => {
      const cell = columnAt(cursor.column);
      type(null);
      if (!cell) return;
      if (where === 'selection') change(selection().map((place) => ({ ...place, text })));
      else if (text !== textOf(cursor.row, cell) || refused.has(keyAt(cursor.row, cell)))
        change([{ row: cursor.row, cell, text }]);
    },
    clear: () =>
      change(
        selection().flatMap((place) =>
          place.row < last && place.cell !== 'name' && place.cell !== 'kind' ? [{ ...place, text: '' }] : [],
        ),
      ),
    fillDown: () => {
      const below = selection().filter(({ row }) => row > top && row < last);
      if (below.length > 0) change(below.map((place) => ({ ...place, text: textOf(top, place.cell) })));
    },
    copy: () =>
      writeCells(
        Array.from({ length: bottom - top + 1 }, (_, r) =>
          Array.from({ length: right - left + 1 }, (_, c) => textOf(top + r, columnAt(left + c) ?? 'name')),
        ),
      ),
    paste,
    forget: () => setRefused(new Map()),
    chosenRows: useMemo(() => parameters.slice(top, bottom + 1), [parameters, top, bottom]),
  };
}

/** What is refused after a change: its own cells were tried anew. */
function refusedAfter(
  before: ReadonlyMap<string, RefusedCell>,
  tried: readonly CellChange[],
  refused: readonly RefusedCell[],
): ReadonlyMap<string, RefusedCell> {
  const next = new Map(before);
  for (const c of tried) next.delete(key(c.parameterId ?? c.line, c.cell));
  for (const c of refused) next.set(key(c.parameterId ?? c.line, c.cell), c);
  return next;
}

/** The chosen rectangle: where the cursor is, and where choosing began. */
function useRegion(lastRow: number, lastColumn: number) {
  const [cursor, setCursor] = useState<Cell>({ row: 0, column: 0 });
  const [anchor, setAnchor] = useState<Cell>({ row: 0, column: 0 });
  const [top, bottom] = [Math.min(cursor.row, anchor.row), Math.max(cursor.row, anchor.row)];
  const [left, right] = [Math.min(cursor.column, anchor.column), Math.max(cursor.column, anchor.column)];
  const has = (row: number, column: number): boolean => row >= top && row <= bottom && column >= left && column <= right;
  const go = (to: Cell, keepAnchor: boolean): void => {
    const held = { row: clamp(to.row, 0, lastRow), column: clamp(to.column, 0, lastColumn) };
    setCursor(held);
    if (!keepAnchor) setAnchor(held);
  };
  /** Chooses so many rows and columns from its corner on; rows that are pasted may be new ones. */
  const stretch = (rows: number, columns: number): void => {
    setCursor({ row: top, column: left });
    setAnchor({ row: Math.min(lastRow + rows, top + rows - 1), column: Math.min(lastColumn, left + columns - 1) });
  };
  const all = (): readonly Cell[] =>
    Array.from({ length: bottom - top + 1 }, (_, r) =>
      Array.from({ length: right - left + 1 }, (_, c) => ({ row: top + r, column: left + c })),
    ).flat();
  return { cursor, anchor, top, bottom, left, right, has, all, go, stretch };
}
