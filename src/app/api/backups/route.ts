import * as z from 'zod';
import { backupFile, listBackups } from '@/server/backups/automatic';
import { restore } from '@/server/backups/restore';
import { database, dataFolder, folder } from '@/server/folder';
import { limitedJson, refuse } from '@/server/guard/body';

export const dynamic = 'force-dynamic';

/** The backups that were made by themselves, the newest first; and why there is none of today, where there should be one. */
export async function GET(): Promise<Response> {
  const state = (await folder()).state();
  const problem = state.type === 'open' ? state.daily.problem() : null;
  return Response.json({ backups: await listBackups(dataFolder()), problem });
}

const bodySchema = z.object({ restore: z.string().max(200) });

/** Puts one of them in the place of everything. */
export async function POST(request: Request): Promise<Response> {
  const body = bodySchema.safeParse(await limitedJson(request, 64 * 1024));
  const file = body.success ? backupFile(dataFolder(), body.data.restore) : null;
  if (!file) return refuse(404, 'the backup', 'It is gone.');
  const done = await restore(await database(), file, dataFolder());
  return done.ok ? Response.json(done.value) : refuse(422, 'the backup', done.error);
}
