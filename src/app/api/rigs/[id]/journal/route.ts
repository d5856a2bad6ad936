import * as z from 'zod';
import { idSchema } from '@/core/rig';
import { database } from '@/server/folder';
import { limitedJson, refuse } from '@/server/guard/body';
import { sinceSchema } from '@/server/rigs/posting';
import { headOf } from '@/server/rigs/sync';

const LIMIT = 1024 * 1024;

/** How the journal of a rig stands, and what came after what the asker knows. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const asked = z.object({ id: idSchema, since: sinceSchema }).safeParse({
    id: (await params).id,
    since: await limitedJson(request, LIMIT),
  });
  if (!asked.success) return refuse(400, 'the request', 'It cannot be read.');
  const head = await headOf(await database(), asked.data.id, asked.data.since);
  return head ? Response.json(head) : refuse(404, 'the rig', 'There is no such rig.');
}
