'use client';
// Several functions chosen in the list: by Ctrl and Shift with the mouse, by Space, Shift and Ctrl A with the keys.
import { useMemo, useState } from 'react';

export interface Picks {
  readonly ids: ReadonlySet<string>;
  /** A click on a line; true where it chose several, so that nothing else comes of it. */
  readonly click: (
    id: string,
    keys: { readonly ctrlKey: boolean; readonly metaKey: boolean; readonly shiftKey: boolean },
  ) => boolean;
  /** A key on the list; true where it was taken. */
  readonly key: (
    event: { readonly key: string; readonly ctrlKey: boolean; readonly metaKey: boolean; readonly shiftKey: boolean },
    at: string | null,
    next: string | null,
  ) => boolean;
  readonly none: () => void;
}

/** `order`: the lines as they stand in the list; what is not in it is not chosen any more. */
export function usePicks(order: readonly string[]): Picks {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [anchor, setAnchor] = useState<string | null>(null);
  const ids = useMemo(() => new Set(order.filter((id) => picked.has(id))), [order, picked]);
  const toggle = (id: string): void => {
    const next = new Set(ids);
    if (!next.delete(id)) next.add(id);
    setPicked(next);
    setAnchor(id);
  };
  const upTo = (id: string): void => {
    const [a, b] = [order.indexOf(anchor ?? id), order.indexOf(id)];
    setPicked(new Set([...ids, ...order.slice(Math.min(a, b), Math.max(a, b) + 1)]));
  };
  return {
    ids,
    click: (id, { ctrlKey, metaKey, shiftKey }) => {
      if (shiftKey) upTo(id);
      else if (ctrlKey || metaKey) toggle(id);
      else {
        setAnchor(id);
        if (ids.size > 0) setPicked(new Set());
        return false;
      }
      return true;
    },
    key: ({ key, ctrlKey, metaKey, shiftKey }, at, next) => {
      if ((ctrlKey || metaKey) && key === 'a') setPicked(new Set(order));
      else if (key === ' ' && at !== null) toggle(at);
      else if (key === 'Escape' && ids.size > 0) setPicked(new Set());
      else if (shiftKey && next !== null && at !== null) setPicked(new Set([...ids, at, next]));
      else return false;
      return true;
    },
    none: () => setPicked(new Set()),
  };
}
