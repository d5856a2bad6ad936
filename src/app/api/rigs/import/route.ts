import { FILE_LIMIT } from '@/core/formats';
import { database } from '@/server/database/connection';
import { limitedText, refuse } from '@/server/guard/body';
import { takeFile } from '@/server/rigs/import';

/** Takes a file of this program whole: a rig, a template, a profile, a bundle. All of it or nothing: problems come back with their place. */
export async function POST(request: Request): Promise<Response> {
  const text = await limitedText(request, FILE_LIMIT);
  if (text === null) return refuse(413, 'the file', `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`);
  const taken = await takeFile(await database(), text, null);
  if (!taken.ok) return Response.json({ problems: taken.error }, { status: 422 });
  const [first] = taken.value;
  return first ? Response.json({ id: first.id, name: first.name, taken: taken.value }) : refuse(422, 'the file', 'It is empty.');
}
