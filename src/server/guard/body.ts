// Taking in a body no further than its limit, whatever its header says: small ones into memory, large ones straight into a file.
import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Result } from '@/core/base';
import { type DecodedText, decodeText, type FileProblem } from '@/core/formats';

/** The body as bytes; null as soon as it is longer than the limit. */
export async function limitedBytes(request: Request, limit: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? '0') > limit) return null;
  const chunks: Uint8Array[] = [];
  for await (const chunk of upTo(request, limit)) {
    if (chunk === null) return null;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** The body as text, whatever it is encoded in; null as soon as it is longer than the limit. */
export async function limitedText(request: Request, limit: number): Promise<Result<DecodedText, FileProblem> | null> {
  const bytes = await limitedBytes(request, limit);
  return bytes === null ? null : decodeText(bytes);
}

/** The body as JSON; null where it is none. */
export async function limitedJson(request: Request, limit: number): Promise<unknown> {
  const text = await limitedText(request, limit);
  try {
    return text?.ok ? JSON.parse(text.value.text) : null;
  } catch {
    return null;
  }
}

/** Writes the body into a file, piece by piece; false as soon as it is longer than the limit. */
export async function bodyIntoFile(request: Request, limit: number, file: string): Promise<boolean> {
  if (Number(request.headers.get('content-length') ?? '0') > limit) return false;
  let within = true;
  const pieces = async function* (): AsyncGenerator<Uint8Array> {
    for await (const chunk of upTo(request, limit)) {
      if (chunk === null) within = false;
      else yield chunk;
    }
  };
  await pipeline(Readable.from(pieces()), createWriteStream(file));
  return within;
}

/** The pieces of a body; null, and no more after it, where the limit is passed. */
async function* upTo(request: Request, limit: number): AsyncGenerator<Uint8Array | null> {
  const reader = request.body?.getReader();
  if (!reader) return;
  for (let size = 0; ; ) {
    const { done, value } = await reader.read();
    if (done) return;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      yield null;
      return;
    }
    yield value;
  }
}

export const refuse = (status: number, place: string, message: string): Response =>
  Response.json({ problems: [{ place, message }] }, { status });
