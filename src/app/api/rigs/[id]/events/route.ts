import { idSchema } from '@/core/rig';
import { database } from '@/server/folder';
import { refuse } from '@/server/guard/body';
import { eventStream } from '@/server/rigs/event-stream';
import { listen } from '@/server/rigs/events';
import { toldOf } from '@/server/rigs/sync';

export const dynamic = 'force-dynamic';

/** Server-sent events of one rig: how its journal stands, at the beginning, each time it changes, and when everything was replaced. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  if (!idSchema.safeParse(id).success) return refuse(404, 'the rig', 'There is no such rig.');
  return eventStream(request, (send) => {
    // What cannot be read now is told with the next edit.
    const now = (): void =>
      void database()
        .then((db) => toldOf(db, id))
        .then((told) => told && send({ rigId: id, ...told }))
        .catch(() => null);
    const unlisten = listen((told) => (told === null ? now() : told.rigId === id && send(told)));
    now();
    return unlisten;
  });
}
