'use client';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { type RecordKind, Records, type RecordsState } from './records';

/** What a screen shows of its records, and what it can do with them. */
export type Logbook<T extends { readonly id: string }> = RecordsState<T> & Pick<Records<T>, 'keep' | 'again' | 'letGo'>;

/** The records of one kind of the open rig; `kind` is the same thing at every drawing. */
export function useRecords<T extends { readonly id: string }>(kind: RecordKind<T>, rigId: string): Logbook<T> {
  const records = useMemo(() => new Records(kind, rigId), [kind, rigId]);
  useEffect(() => records.open(), [records]);
  const state = useSyncExternalStore(records.subscribe, records.state, records.state);
  return useMemo(() => ({ ...state, keep: records.keep, again: records.again, letGo: records.letGo }), [records, state]);
}
