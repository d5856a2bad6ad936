// What this device keeps of edits that are not in the journal yet: through a closed tab, a crash of the browser, a way to another page.
import { type DBSchema, openDB } from 'idb';
import type { Kept } from '@/core/sync';
import { inDatabase } from './in-database';

/** What one window kept. `form` says how it is written: another form is left alone. */
interface Waiting {
  readonly rigId: string;
  readonly windowId: string;
  readonly form: 1;
  readonly kept: Kept;
}

interface Schema extends DBSchema {
  unsent: { readonly key: [rigId: string, windowId: string]; readonly value: Waiting };
}

/** The database of this device, by its name in the browser. */
const DEVICE_KEY = 'keen-dial';

const database = () =>
  openDB<Schema>(DEVICE_KEY, 1, { upgrade: (db) => void db.createObjectStore('unsent', { keyPath: ['rigId', 'windowId'] }) });

const within = inDatabase(database);

/** Keeps what a window has unsent or set aside; nothing where it has nothing. */
export const keepHere = (rigId: string, windowId: string, kept: Kept): Promise<void> =>
  within(async (db) => {
    if (kept.unsent.length === 0 && kept.aside.length === 0) await db.delete('unsent', [rigId, windowId]);
    else await db.put('unsent', { rigId, windowId, form: 1, kept });
  });

/** How many edits of each rig this device keeps. */
export const waitingHere = (): Promise<ReadonlyMap<string, number>> =>
  within(async (db) => {
    const counts = new Map<string, number>();
    for (const { rigId, kept } of await db.getAll('unsent')) {
      const edits = kept.unsent.length + kept.aside.reduce((sum, group) => sum + group.items.length, 0);
      counts.set(rigId, (counts.get(rigId) ?? 0) + edits);
    }
    return counts;
  });

const lockOf = (windowId: string): string => `keen-dial-window-${windowId}`;

/** Says to the other windows of this browser that this one lives, until the returned function is called. */
export function live(windowId: string): () => void {
  if (!('locks' in navigator)) return () => undefined;
  let end = (): void => undefined;
  const ended = new Promise<void>((resolve) => {
    end = resolve;
  });
  void navigator.locks.request(lockOf(windowId), () => ended);
  return end;
}

/** What windows of this rig kept that live no longer. Where windows cannot tell, of all others: an edit is taken once, by its id. */
export async function leftHere(
  rigId: string,
  windowId: string,
): Promise<readonly { readonly windowId: string; readonly kept: Kept }[]> {
  const all = await within((db) => db.getAll('unsent'));
  const mine = all.filter((w) => w.rigId === rigId && w.windowId !== windowId && w.form === 1);
  if (mine.length === 0) return [];
  const { held = [] } = 'locks' in navigator ? await navigator.locks.query() : {};
  const living = new Set(held.map((lock) => lock.name));
  return mine.filter((w) => !living.has(lockOf(w.windowId)));
}

/** Forgets what a window kept: another one has taken it over. */
export const forgetHere = (rigId: string, windowId: string): Promise<void> =>
  within((db) => db.delete('unsent', [rigId, windowId]));
