// A backup that somebody takes away: made beside the edits, proved, and given as a file.
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { err, ok, type Result } from '@/core/base';
import type { Database } from '../database/connection';
import { faultKindOf, faultWords } from '../database/faults';
import { settle } from './automatic';
import { prove } from './prove';
import { BACKUP_LIMIT, tooLarge } from './restore';

/** Writes a proved backup into a folder of the caller's, which takes it away. The reason where what is there could not be restored. */
export async function backUp(db: Database, scratch: string): Promise<Result<string, string>> {
  const file = join(scratch, 'backup.sqlite');
  try {
    await db.copyTo(file);
  } catch (error) {
    const kind = faultKindOf(error);
    if (!kind) throw error;
    return err(faultWords[kind]);
  }
  if (statSync(file).size > BACKUP_LIMIT) return err(`The backup could not be taken back. ${tooLarge}`);
  const proved = await prove(file, scratch);
  if (!proved.ok)
    return err(
      `The backup was not handed out, since it could not be restored. ${proved.error} Export the other rigs one by one.`,
    );
  await settle(file);
  return ok(file);
}
