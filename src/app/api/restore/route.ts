import { join } from 'node:path';
import { BACKUP_LIMIT, restore, tooLarge } from '@/server/backups/restore';
import { database, dataFolder } from '@/server/folder';
import { scratchFolder } from '@/server/folder/paths';
import { withScratch } from '@/server/folder/scratch';
import { bodyIntoFile, refuse } from '@/server/guard/body';
import { wordsOf } from '@/server/guard/words';

/** Puts a backup in the place of everything; what was there is kept in the data folder. */
export async function POST(request: Request): Promise<Response> {
  const folder = dataFolder();
  try {
    const db = await database();
    return await withScratch(scratchFolder(folder), async (scratch) => {
      const file = join(scratch, 'given.sqlite');
      if (!(await bodyIntoFile(request, BACKUP_LIMIT, file))) return refuse(413, 'the file', tooLarge);
      const done = await restore(db, file, folder);
      return done.ok ? Response.json(done.value) : refuse(422, 'the file', done.error);
    });
  } catch (error) {
    const words = wordsOf(error);
    if (words === null) throw error;
    return refuse(507, 'the data folder', words);
  }
}
