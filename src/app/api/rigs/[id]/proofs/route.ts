import { writeProofs } from '@/core/formats';
import { indexRig } from '@/core/rig';
import { database } from '@/server/folder';
import { fileName } from '@/server/guard/file-name';
import { currentRig } from '@/server/rigs/journal';
import { proofsOf } from '@/server/rigs/proofs';

/** The record of all trials as CSV. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const { now, trials } = await (await database()).read(async (here) => ({
    now: await currentRig(here, id),
    trials: await proofsOf(here, id),
  }));
  if (!now) return Response.json({ message: 'That rig is gone.' }, { status: 404 });
  return new Response(writeProofs(indexRig(now.rig), trials), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': fileName(now.rig.name, '.proof.csv') },
  });
}
