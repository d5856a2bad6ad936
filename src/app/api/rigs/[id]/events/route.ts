import { idSchema } from '@/core/rig';
import { refuse } from '@/server/guard/body';
import { keepStream, listen } from '@/server/rigs/events';

export const dynamic = 'force-dynamic';

/** Server-sent events: one message with the version number each time the rig changes. */
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
      const unlisten = listen(id, (version) => send(`data: ${version}\n\n`));
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
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
