// One owner of a data folder at a time. The lock is the operating system's, on a small SQLite file of its own: it ends with the process, however
// that ends, and knows nothing of clocks. The file beside it only says who it is.
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import * as z from 'zod';
import { err, ok, type Result } from '@/core/base';
import { codeOf } from '../database/faults';
import { type Connection, connect } from '../database/sql';
import { lockFile, ownerFile } from './paths';

const ownerSchema = z.object({
  pid: z.number().int(),
  /** What it does there: serving, or putting a backup back. */
  does: z.string(),
  /** Where it answers; empty where it does not. */
  address: z.string(),
  since: z.string(),
});
export type Owner = z.infer<typeof ownerSchema>;

export interface Hold {
  readonly release: () => Promise<void>;
}

/** Why a folder could not be taken: somebody has it (who, if they left word), or no lock can be made there at all. */
export type NotOwned = { readonly type: 'owned'; readonly owner: Owner | null } | { readonly type: 'no-lock' };

/** Takes a data folder. `waitMs`: how long an owner that is just leaving is waited for. */
export async function own(
  folder: string,
  who: { readonly does: string; readonly address: string },
  waitMs = 2500,
): Promise<Result<Hold, NotOwned>> {
  const until = performance.now() + waitMs;
  for (;;) {
    const held = await attempt(folder);
    if (held === 'no-lock') return err({ type: 'no-lock' });
    if (held !== 'busy') {
      leaveWord(folder, who);
      return ok({ release: () => release(folder, held) });
    }
    if (performance.now() >= until) return err({ type: 'owned', owner: ownerOf(folder) });
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

async function attempt(folder: string): Promise<Connection | 'busy' | 'no-lock'> {
  let connection: Connection | null = null;
  try {
    connection = await connect(lockFile(folder), { mode: 'write', busyMs: 0 });
    // Nothing is ever written to it, so that it can be had on a full disk too.
    await connection.all('PRAGMA journal_mode = MEMORY');
    await connection.run('BEGIN EXCLUSIVE');
    return connection;
  } catch (error) {
    await connection?.close().catch(() => undefined);
    const code = codeOf(error);
    return code === 'SQLITE_BUSY' || code === 'SQLITE_LOCKED' ? 'busy' : 'no-lock';
  }
}

function leaveWord(folder: string, who: { readonly does: string; readonly address: string }): void {
  const owner: Owner = { pid: process.pid, ...who, since: new Date().toISOString() };
  try {
    writeFileSync(ownerFile(folder), JSON.stringify(owner));
  } catch {
    // The lock holds without it.
  }
}

async function release(folder: string, connection: Connection): Promise<void> {
  try {
    rmSync(ownerFile(folder), { force: true });
  } catch {
    // It only says who; the lock is what counts.
  }
  await connection.close();
}

/** Who owns a folder, by their own word. */
export function ownerOf(folder: string): Owner | null {
  try {
    return ownerSchema.parse(JSON.parse(readFileSync(ownerFile(folder), 'utf8')));
  } catch {
    return null;
  }
}

/** In words: who has the folder. */
export const ownerWords = (owner: Owner | null): string =>
  owner === null
    ? 'Another Keen Dial has this data folder open.'
    : `Another Keen Dial has this data folder open: process ${owner.pid}, ${owner.does}${owner.address === '' ? '' : ` on ${owner.address}`}, since ${owner.since}.`;
