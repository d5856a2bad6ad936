// A body as lines of text, as they come; and an answer of lines, each sent as soon as there is something to say.

/** The lines of a body, without their ends. Throws where it is longer than the limit, or no text. */
export async function* linesOf(request: Request, limit: number): AsyncGenerator<string> {
  const reader = request.body?.getReader();
  if (!reader) return;
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let rest = '';
  for (let size = 0; ; ) {
    const { done, value } = await reader.read();
    size += value?.byteLength ?? 0;
    if (size > limit) {
      await reader.cancel();
      throw new RangeError('the body is longer than its limit');
    }
    const pieces = decoder.decode(value, { stream: !done }).split('\n');
    pieces[0] = rest + (pieces[0] ?? '');
    rest = pieces.pop() ?? '';
    yield* pieces;
    if (done) break;
  }
  if (rest !== '') yield rest;
}

/** An answer of lines of JSON. `work` sends what it has to say; `signal` is aborted where nobody listens any longer. */
export function lineAnswer(
  request: Request,
  work: (send: (line: unknown) => void, signal: AbortSignal) => Promise<void>,
): Response {
  const gone = new AbortController();
  request.signal.addEventListener('abort', () => gone.abort());
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (line: unknown): void => {
        if (!gone.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      };
      await work(send, gone.signal);
      if (!gone.signal.aborted) controller.close();
    },
    cancel: () => gone.abort(),
  });
  return new Response(stream, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
}
