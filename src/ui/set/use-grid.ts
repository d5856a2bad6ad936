'use client';
// Walking a table of cells by keys, and writing in one of them.
import { type KeyboardEvent, useCallback, useEffect, useId, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { clamp } from '@/core/base';
import { cellBy, type GridCell } from '../primitives/grid-keys';

/** The cell that is walked to, and whether it is written in. */
export function useGrid(rows: number, columns: number) {
  const id = useId();
  const ref = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<GridCell>({ row: 0, column: 0 });
  const [writing, setWriting] = useState(false);
  const cursor = { row: clamp(at.row, 0, Math.max(0, rows - 1)), column: clamp(at.column, 0, Math.max(0, columns - 1)) };
  const idOf = useCallback(({ row, column }: GridCell): string => `${id}-${row}-${column}`, [id]);
  const shown = idOf(cursor);
  useEffect(() => {
    document.getElementById(shown)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [shown]);
  /** Ends writing once the field has taken its value; goes on writing where that was refused. All of it before the next key or click: no timer that could come after it. */
  const finish = (then: () => void): void => {
    const field = ref.current?.querySelector<HTMLElement>('[role="gridcell"] :is(input, select)');
    const isRefused = (): boolean => {
      // What the field has just been told is drawn now.
      flushSync(() => undefined);
      return ref.current?.querySelector('[aria-invalid="true"]') != null;
    };
    // Refused already: the focus stays, and the next key is not lost.
    if (isRefused()) return;
    // Drawn with what Enter took: left now, it takes nothing twice.
    field?.blur();
    if (isRefused()) {
      field?.focus();
      return;
    }
    setWriting(false);
    ref.current?.focus();
    then();
  };
  const go = (to: GridCell): void => {
    if (writing) finish(() => setAt(to));
    else {
      setAt(to);
      ref.current?.focus();
    }
  };
  /** Whether a key was one of walking or writing. */
  const keys = (e: KeyboardEvent): boolean => {
    if (writing) {
      // The field itself takes or puts back what was typed; then Enter goes on below.
      if (e.key === 'Enter') finish(() => setAt({ ...cursor, row: cursor.row + 1 }));
      if (e.key === 'Escape') finish(() => undefined);
      return true;
    }
    const to = cellBy(e.key, e.ctrlKey || e.metaKey, cursor, columns - 1, rows - 1);
    if (to) setAt({ row: clamp(to.row, 0, rows - 1), column: clamp(to.column, 0, columns - 1) });
    else if (e.key === 'Enter' || e.key === 'F2') setWriting(true);
    else if (e.key.length === 1 && e.key !== ' ' && !e.ctrlKey && !e.metaKey && !e.altKey) {
      // The field is there before the letter is: it takes it.
      setWriting(true);
      return true;
    } else return false;
    e.preventDefault();
    return true;
  };
  return { ref, cursor, writing, idOf, go, keys, write: () => setWriting(true) };
}
