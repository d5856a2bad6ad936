import { database } from '@/server/folder';
import { fileName } from '@/server/guard/file-name';
import { exportLibrary } from '@/server/rigs/export';

export const dynamic = 'force-dynamic';

/** Everything of the library that was made here, as one bundle. */
export async function GET(): Promise<Response> {
  return new Response(await exportLibrary(await database()), {
    headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': fileName('Library', '.keen-dial.json') },
  });
}
