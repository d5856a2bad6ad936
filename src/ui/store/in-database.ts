import type { IDBPDatabase } from 'idb';

/** Work in a database of this device, which is open for no longer than that. */
export const inDatabase =
  <S>(open: () => Promise<IDBPDatabase<S>>) =>
  async <T>(work: (db: IDBPDatabase<S>) => Promise<T>): Promise<T> => {
    const db = await open();
    try {
      return await work(db);
    } finally {
      db.close();
    }
  };
