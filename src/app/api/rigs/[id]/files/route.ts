import * as z from 'zod';
import { convertRig, rigForms, unitProblemWords } from '@/core/formats';
import { idSchema } from '@/core/rig';
import { database } from '@/server/folder';
import { refuse } from '@/server/guard/body';
import { fileName } from '@/server/guard/file-name';
import { currentRig } from '@/server/rigs/journal';

const querySchema = z.object({ as: z.enum(rigForms), unit: idSchema.nullable() });

/** A rig or one of its units in another form. What the form cannot hold is named in the header `x-left-out`. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { searchParams } = new URL(request.url);
  const query = querySchema.safeParse({ as: searchParams.get('as'), unit: searchParams.get('unit') });
  if (!query.success) return refuse(400, 'the request', 'There is no such form.');
  const now = await currentRig(await database(), (await params).id);
  if (!now) return refuse(404, 'the rig', 'It is gone.');
  const done = convertRig(now.rig, query.data.as, query.data.unit);
  if (!done.ok) return refuse(422, 'the rig', unitProblemWords(done.error));
  const { content, ending, mediaType, losses } = done.value;
  const { controllers, targets } = now.rig;
  const unit = [...controllers, ...targets].find((u) => u.id === query.data.unit)?.name;
  return new Response(typeof content === 'string' ? content : Buffer.from(content), {
    headers: {
      'content-type': mediaType,
      'content-disposition': fileName(unit ?? now.rig.name, ending),
      'x-left-out': String(losses.length),
    },
  });
}
