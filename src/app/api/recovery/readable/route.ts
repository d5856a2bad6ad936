import { salvage } from '@/server/backups/salvage';
import { dataFolder } from '@/server/folder';
import { fileName } from '@/server/guard/file-name';

export const dynamic = 'force-dynamic';

/** Every rig that can still be read, as one file of this program. How many could not is named in the header `x-left-out`. */
export async function GET(): Promise<Response> {
  const saved = await salvage(dataFolder());
  return new Response(saved.text, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': fileName('What could be read', '.keen-dial.json'),
      'x-left-out': String(saved.lost.length),
    },
  });
}
