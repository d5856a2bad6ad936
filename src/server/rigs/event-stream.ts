// Server-sent events as an answer: open until the other side goes or the server stops, with a sign of life in between.
import { keepStream } from './events';

/** Milliseconds between signs of life: less than what a proxy takes for silence. */
const BEAT_MS = 25_000;

/** An answer that stays open. `begin` sends what it has to send, from then on; what it returns ends that. */
export function eventStream(request: Request, begin: (send: (data: unknown) => void) => () => void): Response {
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string): void => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      let done = (): void => undefined;
      const beat = setInterval(() => write(': still here\n\n'), BEAT_MS);
      const stop = (): void => {
        clearInterval(beat);
        done();
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
      write(': listening\n\n');
      done = begin((data) => write(`data: ${JSON.stringify(data)}\n\n`));
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
