import { database } from '@/server/folder';
import { eventStream } from '@/server/rigs/event-stream';
import { listen } from '@/server/rigs/events';
import { toldOfAll } from '@/server/rigs/sync';

export const dynamic = 'force-dynamic';

/** Server-sent events of all rigs, one message a rig: all of them, and which there are, at the beginning and when everything was replaced; then each that changes. */
export async function GET(request: Request): Promise<Response> {
  return eventStream(request, (send) => {
    // What cannot be read now is told with the next edit.
    const all = (): void =>
      void database()
        .then(toldOfAll)
        .then(({ epoch, rigs }) => {
          rigs.forEach(send);
          send({ epoch, rigs: rigs.map(({ rigId }) => rigId) });
        })
        .catch(() => null);
    const unlisten = listen((told) => (told === null ? all() : send(told)));
    all();
    return unlisten;
  });
}
