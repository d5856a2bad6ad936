'use client';
// Which functions are to be proved, how each stands, which are shown, and the one that is asked for.
import { parseAsString, parseAsStringLiteral, useQueryState } from 'nuqs';
import { useCallback, useMemo, useRef } from 'react';
import { type Ask, byFunction, type ProofRecord, type Standing, standingOf, type ToProve, toProve } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import { useAsk } from './use-ask';

export const filters = ['all', 'open', 'failed', 'stale'] as const;
export type Filter = (typeof filters)[number];

export interface Functions {
  readonly all: readonly ToProve[];
  readonly shown: readonly ToProve[];
  readonly trials: ReadonlyMap<string, readonly ProofRecord[]>;
  readonly standings: ReadonlyMap<string, Standing>;
  readonly filter: Filter;
  readonly setFilter: (filter: Filter) => void;
  readonly chosen: ToProve | null;
  readonly ask: Ask | null;
  readonly choose: (assignmentId: string) => void;
  /** Goes on by some functions of those that are shown. */
  readonly go: (by: number) => void;
  /** Goes from one function to the next that is shown, if it is still the one that is asked for. */
  readonly goOnFrom: (tried: Ask) => void;
}

/** `records`: all trials, null while they are read. */
export function useFunctions(index: RigIndex, records: readonly ProofRecord[] | null): Functions {
  const [key, setKey] = useQueryState('function', parseAsString);
  const [filter, setFilter] = useQueryState('show', parseAsStringLiteral(filters).withDefault('all'));
  const all = useMemo(() => toProve(index), [index]);
  const trials = useMemo(() => byFunction(records ?? []), [records]);
  const standings = useMemo(
    () =>
      new Map<string, Standing>(
        all.map((f) => [f.assignment.id, standingOf(index, f.assignment, trials.get(f.assignment.id) ?? [])]),
      ),
    [index, all, trials],
  );
  const shown = useMemo(
    () =>
      all.filter(({ assignment }) => {
        const state = standings.get(assignment.id)?.state ?? 'untried';
        return filter === 'all' || (filter === 'open' ? state !== 'proved' : state === filter);
      }),
    [all, standings, filter],
  );
  // Where it begins is settled once: what becomes proved under the hand leads nowhere by itself.
  const begin = useRef<string | null>(null);
  if (records !== null && !all.some((f) => f.assignment.id === begin.current))
    begin.current = (all.find((f) => standings.get(f.assignment.id)?.state !== 'proved') ?? all[0])?.assignment.id ?? null;
  const chosen =
    all.find((f) => f.assignment.id === key) ??
    (records === null ? null : (all.find((f) => f.assignment.id === begin.current) ?? null));
  const ask = useAsk(index, chosen);
  const choose = useCallback((id: string): void => void setKey(id), [setKey]);
  const go = useCallback(
    (by: number): void => {
      const at = shown.findIndex((f) => f.assignment.id === chosen?.assignment.id);
      const next = shown[Math.max(0, Math.min(shown.length - 1, at + by))];
      if (next) void setKey(next.assignment.id);
    },
    [shown, chosen, setKey],
  );
  const goOnFrom = useCallback(
    (tried: Ask): void => void setKey((now) => (now === null || now === tried.assignment.id ? nextOf(shown, tried) : now)),
    [setKey, shown],
  );
  return { all, shown, trials, standings, filter, setFilter: (f) => void setFilter(f), chosen, ask, choose, go, goOnFrom };
}

/** The function that is asked for after one that is proved: the next in the list; the same at its end. */
function nextOf(shown: ReturnType<typeof toProve>, tried: Ask): string {
  const at = shown.findIndex((f) => f.assignment.id === tried.assignment.id);
  return shown[at + 1]?.assignment.id ?? tried.assignment.id;
}
