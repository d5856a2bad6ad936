import { FILE_LIMIT, parseRig } from '@/core/formats';
import { database } from '@/server/database/connection';
import { addRig } from '@/server/rigs/rigs';

/** Takes a rig file and adds it as a new rig. All of it or nothing: problems come back with their place in the file. */
export async function POST(request: Request): Promise<Response> {
  const length = Number(request.headers.get('content-length') ?? '0');
  if (length > FILE_LIMIT)
    return refuse(413, 'the file', `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`);
  const text = await limited(request, FILE_LIMIT);
  if (text === null) return refuse(413, 'the file', `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`);
  const parsed = parseRig(text);
  if (!parsed.ok) return Response.json({ problems: parsed.error }, { status: 422 });
  const id = await addRig(await database(), parsed.value);
  return Response.json({ id, name: parsed.value.name });
}

const refuse = (status: number, place: string, message: string): Response =>
  Response.json({ problems: [{ place, message }] }, { status });

/** The body as text; null as soon as it is longer than the limit, whatever its header said. */
async function limited(request: Request, limit: number): Promise<string | null> {
  const reader = request.body?.getReader();
  if (!reader) return '';
  const decoder = new TextDecoder();
  let size = 0;
  let text = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return text + decoder.decode();
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return null;
    }
    text += decoder.decode(value, { stream: true });
  }
}
