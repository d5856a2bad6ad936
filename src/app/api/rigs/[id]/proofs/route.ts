import { writeProofs } from '@/core/formats';
import { indexRig } from '@/core/rig';
import { database } from '@/server/folder';
import { fileName } from '@/server/guard/file-name';
import { currentRig } from '@/server/rigs/journal';
import { proofsOf } from '@/server/rigs/proofs';

/** The record of all trials as CSV. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const db = await database();
  const { id } = await params;
  const now = await currentRig(db, id);
  if (!now) return Response.json({ message: 'That rig is gone.' }, { status: 404 });
  return new Response(writeProofs(indexRig(now.rig), await proofsOf(db, id)), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': fileName(now.rig.name, '.proof.csv') },
  });
}
