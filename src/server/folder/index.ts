// The data folder of this process, opened once: what every page, route and action asks.
import type { Database } from '../database/connection';
import { faultOfFolder, faultWords } from '../database/faults';
import { dataFolder } from './paths';
import { type Folder, type FolderState, openFolder } from './state';

// The server and the bundles of the pages are built apart but share one process: what is open hangs on the process.
const shared = globalThis as { keenDialFolder?: Promise<Folder>; keenDialLooked?: number };

/** Thrown where the data is asked for and cannot be had: the recovery page says why. */
export class FolderClosed extends Error {
  readonly state: FolderState;
  constructor(state: FolderState) {
    super(state.type === 'closed' ? state.detail : 'The data folder is not open.');
    this.name = 'FolderClosed';
    this.state = state;
  }
}

/** The folder of this process, opened at the first call. */
export function folder(address = ''): Promise<Folder> {
  shared.keenDialFolder ??= openFolder(dataFolder(), { does: 'serving', address });
  return shared.keenDialFolder;
}

/** How often a folder that cannot be written is looked at again, in milliseconds. */
const LOOK_AGAIN = 2000;

/** The database of this process. Where it could only be read it is tried again now and then, so that it goes on by itself. */
export async function database(): Promise<Database> {
  const held = await folder();
  let state = held.state();
  if (state.type === 'open' && state.db.readOnly !== null && Date.now() - (shared.keenDialLooked ?? 0) > LOOK_AGAIN) {
    shared.keenDialLooked = Date.now();
    state = await held.retry();
  }
  if (state.type !== 'open') throw new FolderClosed(state);
  return state.db;
}

/** Why nothing can be kept just now, in words; null where everything can. */
export async function faultNow(): Promise<string | null> {
  const held = await folder();
  const state = held.state();
  if (state.type !== 'open') return null;
  if (state.db.readOnly !== null)
    return `${faultWords[state.db.readOnly]}${state.owned ? '' : ' Whether another Keen Dial has this folder open is not known.'}`;
  const fault = faultOfFolder(held.path);
  return fault && faultWords[fault];
}

/** Ends it all: running writers end, the file is the whole, the lock is let go. */
export async function closeFolder(): Promise<void> {
  const held = shared.keenDialFolder;
  delete shared.keenDialFolder;
  await (await held)?.close();
}

export { dataFolder } from './paths';
export type { FolderState } from './state';
