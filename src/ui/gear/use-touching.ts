'use client';
// What was touched so far: read anew a few times a second while it arrives, and what somebody said of it beside it.
import { useCallback, useEffect, useRef, useState } from 'react';
import { addressKey, type HeardMessage, type PackedMessage } from '@/core/midi';
import type { CountedPart } from '@/core/rig';
import { type Described, partsFor, type Reading, type Touched, touchesIn } from '@/core/touching';

export interface TouchedRow {
  readonly key: number;
  readonly touched: Touched;
  /** Null where it cannot be told and nobody said it yet. */
  readonly reading: Reading | null;
  /** What it can be on a panel; the first is taken until somebody says another. */
  readonly parts: readonly CountedPart[];
  readonly part: CountedPart;
}

export interface Touching {
  readonly rows: readonly TouchedRow[];
  /** All rows, once none is open; null before, and where nothing was touched. */
  readonly described: readonly Described[] | null;
  readonly take: (words: readonly PackedMessage[], atMs: number) => void;
  /** Takes a recording in place of what was heard. */
  readonly takeAll: (heard: readonly HeardMessage[]) => void;
  readonly say: (key: number, said: Said) => void;
  readonly again: () => void;
}

interface Said {
  readonly reading?: Reading;
  readonly part?: CountedPart;
  readonly gone?: true;
}

/** How often what was touched is read while more arrives, in milliseconds. */
const READ_EVERY = 150;
/** Most messages that are kept: hours of touching. */
const MOST = 60_000;

export function useTouching(): Touching {
  const heard = useRef<HeardMessage[]>([]);
  const [touches, setTouches] = useState<readonly Touched[]>([]);
  const [said, setSaid] = useState<ReadonlyMap<number, Said>>(new Map());
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const read = useCallback((): void => {
    timer.current = null;
    setTouches(touchesIn(heard.current));
  }, []);
  useEffect(() => () => void (timer.current && clearTimeout(timer.current)), []);
  const take = useCallback(
    (words: readonly PackedMessage[], atMs: number): void => {
      for (const word of words) heard.current.push({ atMs, word });
      if (heard.current.length > MOST) heard.current.splice(0, 1000);
      timer.current ??= setTimeout(read, READ_EVERY);
    },
    [read],
  );
  const takeAll = useCallback(
    (all: readonly HeardMessage[]): void => {
      heard.current = [...all];
      setSaid(new Map());
      read();
    },
    [read],
  );
  const say = useCallback(
    (key: number, more: Said): void => setSaid((was) => new Map(was).set(key, { ...was.get(key), ...more })),
    [],
  );
  const rows = touches.flatMap((touched): TouchedRow[] => {
    const key = addressKey(touched.message);
    const of = said.get(key);
    if (of?.gone) return [];
    const [only, ...others] = touched.readings;
    const reading = of?.reading ?? (others.length === 0 ? only : null);
    const parts = partsFor(reading ?? only, touched);
    return [{ key, touched, reading, parts, part: parts.find((p) => p === of?.part) ?? parts[0] }];
  });
  const described = rows.flatMap(({ touched, reading, part }) => (reading ? [{ touched, reading, part }] : []));
  return {
    rows,
    described: described.length === rows.length && rows.length > 0 ? described : null,
    take,
    takeAll,
    say,
    again: () => takeAll([]),
  };
}
