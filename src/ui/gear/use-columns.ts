'use client';
// Which column of a list is what: as its headings say, as somebody chose for them, and remembered in this browser for the next list with the same headings.
import { useEffect, useMemo, useState } from 'react';
import type { ChosenColumns, TableHead } from '@/core/formats';
import { type ColumnList, isColumn } from './column-lists';

const KEY = 'keen-dial columns of lists';

/** Choices by heading; a table without headings is known by how many columns it has. An empty one is left out. */
type Remembered = Readonly<Record<string, string>>;

function recalled(): Remembered {
  try {
    const kept: unknown = JSON.parse(window.localStorage.getItem(KEY) ?? '{}');
    if (typeof kept !== 'object' || kept === null) return {};
    return Object.fromEntries(Object.entries(kept).flatMap(([heading, value]) => (isColumn(value) ? [[heading, value]] : [])));
  } catch {
    // A browser that keeps nothing, or something that is not ours: the headings are taken as they are.
    return {};
  }
}

const noHead: TableHead = { headed: false, likely: false, columns: [] };

export interface Columns {
  readonly list: ColumnList;
  readonly head: TableHead;
  /** What each column is; null for one that is left out. */
  readonly taken: readonly (string | null)[];
  readonly headed: boolean;
  /** Whether there is no column without which nothing can be read: then each line would be said to be wrong. */
  readonly missing: boolean;
  /** What reading is told; null where the list says it all. */
  readonly chosen: ChosenColumns | null;
  readonly choose: (at: number, column: string) => void;
  readonly setHeaded: (headed: boolean) => void;
}

export function useColumns(of: ColumnList, text: string): Columns {
  const [remembered, remember] = useState<Remembered>({});
  const [said, say] = useState<{ readonly of: string; readonly headed: boolean } | null>(null);
  useEffect(() => remember(recalled()), []);
  const isTable = !/^\s*[<{[]/.test(text);
  const head = useMemo(() => (isTable ? of.head(text) : noHead), [isTable, of, text]);
  // What was said of one list is not said of the next.
  const list = head.columns.map((c) => c.first).join('\n');
  const setHeaded = (headed: boolean): void => say({ of: list, headed });
  const headed =
    (said?.of === list ? said.headed : null) ??
    (head.headed ||
      head.likely ||
      head.columns.some((c) => c.first !== '' && Object.hasOwn(remembered, of.mark + c.first.toLowerCase())));
  const keyOf = (at: number): string =>
    of.mark + (headed ? (head.columns[at]?.first ?? '').toLowerCase() : `${head.columns.length} columns, ${at + 1}`);
  const taken = head.columns.map((column, at) => {
    const own = remembered[keyOf(at)];
    if (own !== undefined) return own === '' ? null : own;
    return headed ? column.named : column.placed;
  });
  const asItStands = headed === head.headed && taken.every((t, at) => t === head.columns[at]?.[headed ? 'named' : 'placed']);
  const told = asItStands ? '' : JSON.stringify([headed, taken]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `told` is what they say
  const chosen = useMemo(() => (told === '' ? null : { headed, columns: taken }), [told]);
  return {
    list: of,
    head,
    taken,
    headed,
    missing: head.columns.length > 1 && !taken.includes(of.needs),
    chosen,
    setHeaded,
    choose: (at, column) => {
      const others = taken.flatMap((t, i) => (i !== at && column !== '' && t === column ? [[keyOf(i), ''] as const] : []));
      const next = { ...remembered, ...Object.fromEntries(others), [keyOf(at)]: column };
      remember(next);
      setHeaded(headed);
      try {
        window.localStorage.setItem(KEY, JSON.stringify(next));
      } catch {
        // As above.
      }
    },
  };
}
