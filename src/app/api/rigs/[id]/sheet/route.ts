import { writeSheet } from '@/core/formats';
import { indexRig } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { database } from '@/server/folder';
import { currentRig } from '@/server/rigs/journal';

/** The sheet as CSV. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const now = await currentRig(await database(), (await params).id);
  if (!now) return Response.json({ message: 'That rig is gone.' }, { status: 404 });
  return new Response(writeSheet(makeSheet(indexRig(now.rig))), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="sheet.csv"' },
  });
}
