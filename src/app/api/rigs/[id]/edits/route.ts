import { idSchema } from '@/core/rig';
import { POST_LIMIT, type PostLine } from '@/core/sync';
import { refuse } from '@/server/guard/body';
import { lineAnswer, linesOf } from '@/server/guard/lines';
import { takePost } from '@/server/rigs/posting';

/** Takes an edit into the journal, a large one in parts and with how far it is; whoever hangs up before its end stops it. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  if (!idSchema.safeParse(id).success) return refuse(404, 'the rig', 'There is no such rig.');
  return lineAnswer(request, async (send, signal) => {
    const say = (line: PostLine): void => send(line);
    const watch = { far: (part: number) => say({ far: part }), signal };
    const answer = await takePost(id, linesOf(request, POST_LIMIT), watch).catch(() => null);
    if (answer) say({ answer });
  });
}
