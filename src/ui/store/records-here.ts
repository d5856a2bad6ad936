// What this device keeps of records that the server has not got yet: through a closed tab, a crash of the browser, a way to another page.
import { type DBSchema, openDB } from 'idb';
import { inDatabase } from './in-database';

/** A trial of Proof, or an attempt of Rehearse. */
export type RecordName = 'trial' | 'attempt';

interface Waiting {
  readonly id: string;
  readonly rigId: string;
  readonly name: RecordName;
  /** How the record is written: another form is left alone. */
  readonly form: 1;
  readonly record: { readonly id: string };
}

interface Schema extends DBSchema {
  unsent: { readonly key: string; readonly value: Waiting };
}

/** A database of its own: the one of unsent edits stays open in tabs of an older version, which would hold up a change of it. */
const RECORDS_KEY = 'keen-dial-records';

const database = () =>
  openDB<Schema>(RECORDS_KEY, 1, { upgrade: (db) => void db.createObjectStore('unsent', { keyPath: 'id' }) });

const within = inDatabase(database);

export const keepRecords = (name: RecordName, rigId: string, records: readonly { readonly id: string }[]): Promise<void> =>
  within(async (db) => {
    const writing = db.transaction('unsent', 'readwrite');
    for (const record of records) await writing.store.put({ id: record.id, rigId, name, form: 1, record });
    await writing.done;
  });

export const forgetRecords = (ids: readonly string[]): Promise<void> =>
  within(async (db) => {
    const writing = db.transaction('unsent', 'readwrite');
    for (const id of ids) await writing.store.delete(id);
    await writing.done;
  });

/** Records of a rig that wait here, as they were kept: whoever takes them holds them against their schema. */
export const recordsHere = (name: RecordName, rigId: string): Promise<readonly unknown[]> =>
  within(async (db) =>
    (await db.getAll('unsent')).filter((w) => w.name === name && w.rigId === rigId && w.form === 1).map((w) => w.record),
  );
