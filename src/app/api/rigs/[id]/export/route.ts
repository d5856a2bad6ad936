import { database } from '@/server/folder';
import { fileName } from '@/server/guard/file-name';
import { exportOf } from '@/server/rigs/export';

/** The rig as a file; an entry of the library as the file of its kind. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const made = await exportOf(await database(), (await params).id);
  if (!made) return Response.json({ message: 'That rig is gone.' }, { status: 404 });
  return new Response(made.text, {
    headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': fileName(made.name, made.ending) },
  });
}
