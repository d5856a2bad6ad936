// Reading a body no further than its limit, whatever its header says.

/** The body as bytes; null as soon as it is longer than the limit. */
export async function limitedBytes(request: Request, limit: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? '0') > limit) return null;
  const reader = request.body?.getReader();
  if (!reader) return new Uint8Array();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(chunks);
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return null;
    }
    chunks.push(value);
  }
}

export async function limitedText(request: Request, limit: number): Promise<string | null> {
  const bytes = await limitedBytes(request, limit);
  return bytes === null ? null : new TextDecoder().decode(bytes);
}

export const refuse = (status: number, place: string, message: string): Response =>
  Response.json({ problems: [{ place, message }] }, { status });
