import { backUp } from '@/server/database/backup';
import { database } from '@/server/database/connection';

export const dynamic = 'force-dynamic';

/** Everything in one file, as it is at this moment. */
export async function GET(): Promise<Response> {
  const bytes = await backUp(await database());
  return new Response(Buffer.from(bytes), {
    headers: {
      'content-type': 'application/vnd.sqlite3',
      'content-disposition': `attachment; filename="keen-dial-${new Date().toISOString().slice(0, 10)}.sqlite"`,
      'cache-control': 'no-store',
    },
  });
}
