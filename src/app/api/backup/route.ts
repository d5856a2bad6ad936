import { createReadStream, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { sizeOf } from '@/server/backups/automatic';
import { backUp } from '@/server/backups/hand-out';
import type { Database } from '@/server/database/connection';
import { faultOfFolder, freeBytes } from '@/server/database/faults';
import { database, dataFolder } from '@/server/folder';
import { scratchFolder } from '@/server/folder/paths';
import { makeScratch } from '@/server/folder/scratch';
import { refuse } from '@/server/guard/body';

export const dynamic = 'force-dynamic';

/** Whether the data folder can be written and has room for a copy and for what proving it takes; else the file is made elsewhere. */
const hasRoom = (db: Database): boolean =>
  db.readOnly === null && faultOfFolder(dataFolder()) === null && freeBytes(dataFolder()) > 3 * sizeOf(db.file);

/** Everything in one file, as it is at this moment: proved first, then given piece by piece. */
export async function GET(): Promise<Response> {
  const db = await database();
  const scratch = makeScratch(hasRoom(db) ? scratchFolder(dataFolder()) : undefined);
  const clear = (): void => void rm(scratch, { recursive: true, force: true });
  try {
    const made = await backUp(db, scratch);
    if (!made.ok) {
      clear();
      return refuse(507, 'the backup', made.error);
    }
    const bytes = createReadStream(made.value);
    bytes.once('close', clear);
    return new Response(Readable.toWeb(bytes) as ReadableStream<Uint8Array>, {
      // border: the two libraries name one kind of stream
      headers: {
        'content-type': 'application/vnd.sqlite3',
        'content-length': String(statSync(made.value).size),
        'content-disposition': `attachment; filename="keen-dial-${new Date().toISOString().slice(0, 10)}.sqlite"`,
        'cache-control': 'no-store',
      },
    });
  } catch (error) {
    clear();
    throw error;
  }
}
