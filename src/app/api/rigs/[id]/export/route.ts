import { writeRig } from '@/core/formats';
import { database } from '@/server/database/connection';
import { currentRig } from '@/server/rigs/journal';

/** The rig as a file. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const now = await currentRig(await database(), (await params).id);
  if (!now) return Response.json({ message: 'That rig is gone.' }, { status: 404 });
  const name =
    now.rig.name
      .replace(/[^\p{L}\p{N} _-]+/gu, '')
      .trim()
      .slice(0, 60) || 'rig';
  return new Response(writeRig(now.rig), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}.keen-dial.json`,
    },
  });
}
