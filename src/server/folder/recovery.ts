// What can be done about a data folder that cannot be opened.
import { counted, err, ok, type Result } from '@/core/base';
import { backupFile, type KeptBackup, listBackups } from '../backups/automatic';
import { restoreOver, setAside } from '../backups/restore';
import { faultOfFolder, faultWords } from '../database/faults';
import { prepare } from '../prepare';
import { folder } from '.';
import { dataFolder } from './paths';
import type { ClosedKind, Folder, FolderState } from './state';

export interface Recovery {
  /** Null where the data is open. */
  readonly kind: ClosedKind | null;
  readonly detail: string;
  readonly folder: string;
  readonly backups: readonly KeptBackup[];
}

/** How things stand. A folder that was locked is tried again at each look, so that it goes on by itself. */
export async function recoveryState(): Promise<Recovery> {
  const held = await folder();
  let state: FolderState = held.state();
  if (state.type === 'closed' && state.kind === 'locked') {
    state = await held.retry();
    if (state.type === 'open') await prepare();
  }
  if (state.type !== 'closed') return { kind: null, detail: '', folder: dataFolder(), backups: [] };
  const { kind, detail } = state;
  return { kind, detail, folder: dataFolder(), backups: await listBackups(dataFolder()) };
}

/** Mends a folder; null where its files could not be moved or written. */
const mended = (held: Folder, work: () => Promise<void>): Promise<FolderState | null> => held.mend(work).catch(() => null);

export type Remedy = { readonly do: 'again' } | { readonly do: 'restore'; readonly name: string } | { readonly do: 'anew' };

/** Does one of them. In words what was done with the old file, or why it did not help. */
export async function remedy(asked: Remedy): Promise<Result<string, string>> {
  const held = await folder();
  const before = held.state();
  if (before.type !== 'closed') return ok('Your data is open.');
  let said = 'Your data is open.';
  let failed: string | null = null;
  const state = await mended(held, async () => {
    switch (asked.do) {
      case 'again':
        return;
      case 'restore': {
        const file = backupFile(dataFolder(), asked.name);
        const done = file ? await restoreOver(dataFolder(), file) : err('That backup is gone.');
        if (done.ok)
          said =
            `Restored ${counted(done.value.rigs, 'rig')}. The old file is kept as ${done.value.before}. ${done.value.notice ?? ''}`.trim();
        else failed = done.error;
        return;
      }
      case 'anew':
        // What another program or a newer Keen Dial wrote is moved aside like anything else: whole and untouched.
        said = `Started anew. The old file is kept as ${setAside(dataFolder())}.`;
    }
  });
  if (state === null) return err(`Nothing could be changed there. ${faultWords[faultOfFolder(dataFolder()) ?? 'read-only']}`);
  if (failed !== null) return err(failed);
  if (state.type !== 'open') return err(state.type === 'closed' ? state.detail : 'Another Keen Dial has it open.');
  await prepare();
  return ok(said);
}
