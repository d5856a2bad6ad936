'use client';
// The columns of the list of assignments: which there are, how wide they are, and which are shown, as this browser keeps it.
import { useCallback, useEffect, useState } from 'react';
import type { Assignment, RigIndex } from '@/core/rig';
import { rangeWords, sendsOf } from './list-cells';

export type ColumnId = 'control' | 'sends' | 'channel' | 'lands' | 'range' | 'text' | 'result';

/** In their order: at least so many pixels wide, and of the room that is left so many parts. */
export const columns: readonly {
  readonly id: ColumnId;
  readonly name: string;
  readonly least: number;
  readonly parts: number;
  readonly chosen: boolean;
}[] = [
  { id: 'control', name: 'Control', least: 78, parts: 1, chosen: true },
  { id: 'sends', name: 'Sends', least: 124, parts: 1.2, chosen: true },
  { id: 'channel', name: 'Ch', least: 40, parts: 0, chosen: false },
  { id: 'lands', name: 'Moves', least: 66, parts: 0.9, chosen: true },
  // What moves says its range in the result: by itself it stands there on request.
  { id: 'range', name: 'Range', least: 96, parts: 0.9, chosen: false },
  { id: 'text', name: 'Text', least: 72, parts: 0.6, chosen: false },
  { id: 'result', name: 'Result', least: 116, parts: 2, chosen: true },
];

/** Always there: without it no line says whose it is. */
export const FIXED: ColumnId = 'control';

export type Shown = ReadonlySet<ColumnId>;
const usual: Shown = new Set(columns.filter((c) => c.chosen).map((c) => c.id));

const KEY = 'keen-dial list columns';

/** Which columns are shown, kept in this browser. */
export function useShownColumns(): readonly [Shown, (id: ColumnId, on: boolean) => void] {
  const [shown, setShown] = useState<Shown>(usual);
  useEffect(() => {
    try {
      const kept = window.localStorage.getItem(KEY)?.split(' ') ?? null;
      if (kept) setShown(new Set([FIXED, ...columns.map((c) => c.id).filter((id) => kept.includes(id))]));
    } catch {
      // A browser that keeps nothing shows the usual ones.
    }
  }, []);
  const put = useCallback((id: ColumnId, on: boolean): void => {
    setShown((before) => {
      const next = new Set(columns.map((c) => c.id).filter((c) => (c === id ? on : before.has(c))));
      try {
        window.localStorage.setItem(KEY, [...next].join(' '));
      } catch {
        // As above.
      }
      return next;
    });
  }, []);
  return [shown, put];
}

const GAP = 12;

/** The grid of a line; away from one place the first column needs room for the place. Where all of it has no room the list is moved sideways. */
export function gridOf(shown: Shown, withPlace: boolean): { readonly gridTemplateColumns: string; readonly minWidth: number } {
  const seen = columns
    .filter((c) => shown.has(c.id))
    .map((c) => (c.id === 'control' && withPlace ? { ...c, least: 150, parts: 1.6 } : c));
  return {
    gridTemplateColumns: seen.map((c) => (c.parts === 0 ? `${c.least}px` : `minmax(${c.least}px,${c.parts}fr)`)).join(' '),
    minWidth: seen.reduce((sum, c) => sum + c.least + GAP, GAP),
  };
}

/** The words of a column by which it is ordered. */
export function wordsIn(index: RigIndex, row: Assignment, by: ColumnId): string {
  switch (by) {
    case 'control':
      return index.controls.get(row.controlId)?.name ?? '';
    case 'lands':
      return index.parameters.get(sendsOf(row)[0]?.meant[0] ?? '')?.name ?? '';
    case 'range':
      return rangeWords(index, row);
    case 'text':
      return row.textShort;
    default:
      return '';
  }
}

/** What the button of the menu of columns looks like, before and after the menu itself has been fetched. */
export const columnsButton = 'h-6 rounded-sm px-2 text-xs text-ink-2 hover:text-ink';
