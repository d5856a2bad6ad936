import { BACKUP_LIMIT, restore } from '@/server/database/backup';
import { database, dataFolder } from '@/server/database/connection';
import { limitedBytes, refuse } from '@/server/guard/body';
import { allowedHosts, refusalOf } from '@/server/guard/request';

/** Puts a backup in the place of everything; what was there is kept in the data folder. */
export async function POST(request: Request): Promise<Response> {
  // The proxy would keep the whole body in memory once more, so it does not stand before this one.
  const refused = refusalOf(
    {
      method: request.method,
      host: request.headers.get('host'),
      origin: request.headers.get('origin'),
      site: request.headers.get('sec-fetch-site'),
    },
    allowedHosts(),
  );
  if (refused) return refuse(403, 'the request', 'It comes from another site.');
  const bytes = await limitedBytes(request, BACKUP_LIMIT);
  if (bytes === null) return refuse(413, 'the file', `It has more than ${BACKUP_LIMIT / 1024 / 1024} MB, the most that is read.`);
  const done = await restore(await database(), bytes, dataFolder());
  return done.ok ? Response.json(done.value) : refuse(422, 'the file', done.error);
}
