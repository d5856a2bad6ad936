import { idSchema } from '@/core/rig';
import { database } from '@/server/folder';
import { refuse } from '@/server/guard/body';
import { keepStream, listen, type Told } from '@/server/rigs/events';
import { toldOf } from '@/server/rigs/sync';

export const dynamic = 'force-dynamic';

/** Server-sent events: how the journal stands, at the beginning, each time the rig changes, and when everything was replaced. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  if (!idSchema.safeParse(id).success) return refuse(404, 'the rig', 'There is no such rig.');
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string): void => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      const tell = (told: Told | null): void => void (told && send(`data: ${JSON.stringify(told)}\n\n`));
      // What cannot be read now is told with the next edit.
      const tellNow = (): void =>
        void database()
          .then((db) => toldOf(db, id))
          .then(tell, () => null);
      const unlisten = listen(id, (told) => (told ? tell(told) : tellNow()));
      const beat = setInterval(() => send(': still here\n\n'), 25_000);
      const stop = (): void => {
        clearInterval(beat);
        unlisten();
        forget();
      };
      const end = (): void => {
        stop();
        try {
          controller.close();
        } catch {
          // Already closed by the other side.
        }
      };
      const forget = keepStream(end);
      request.signal.addEventListener('abort', end);
      send(': listening\n\n');
      tellNow();
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
