import * as z from 'zod';
import { recoveryState, remedy } from '@/server/folder/recovery';
import { limitedJson, refuse } from '@/server/guard/body';

export const dynamic = 'force-dynamic';

/** Why the data cannot be opened, and the backups that could be put in its place. */
export async function GET(): Promise<Response> {
  return Response.json(await recoveryState());
}

const bodySchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('again') }),
  z.object({ do: z.literal('restore'), name: z.string().max(200) }),
  z.object({ do: z.literal('anew') }),
]);

/** Tries again, restores a backup, or starts anew with the old file kept. */
export async function POST(request: Request): Promise<Response> {
  const body = bodySchema.safeParse(await limitedJson(request, 64 * 1024));
  if (!body.success) return refuse(400, 'the request', 'There is no such remedy.');
  const done = await remedy(body.data);
  return done.ok ? Response.json({ message: done.value }) : refuse(422, 'the data folder', done.error);
}
