// A post as it comes in, in lines, into the journal: all of it or nothing. Everything that comes in is parsed here, once.
import * as z from 'zod';
import { err, ok, type Result } from '@/core/base';
import { type Edit, editSchema, lineSchema, MOST_EDITS, partSchema } from '@/core/rig';
import type { Posted, PostHead, Queued, Refusal, Since } from '@/core/sync';
import { faultKindOf } from '../database/faults';
import { database } from '../folder';
import { post } from './sync';

const entryId = lineSchema(60).min(1);

/** What a window says that it knows. */
export const sinceSchema: z.ZodType<Since> = z.object({
  epoch: lineSchema(60),
  version: z.number().int().min(0),
  newest: entryId.nullable(),
  own: z.array(entryId).max(10_000),
});
/** Ids that a window asks for. */
export const ownSchema = z.array(entryId).max(100_000);

const headSchema: z.ZodType<PostHead> = z.object({
  item: z.discriminatedUnion('kind', [
    z.object({ id: entryId, kind: z.literal('edit'), label: z.string().max(2000), edit: editSchema }),
    z.object({ id: entryId, kind: z.enum(['undo', 'redo']), label: z.string().max(2000), of: entryId, edit: z.null() }),
  ]),
  since: sinceSchema,
  parts: z.number().int().min(0).max(MOST_EDITS),
});
const lineOfEdits = z.array(partSchema);

const unreadable = (detail: string): Refusal => ({ type: 'unreadable', detail: detail.slice(0, 400) });

function parsed<T>(schema: z.ZodType<T>, line: string): Result<T, Refusal> {
  let raw: unknown;
  try {
    raw = JSON.parse(line);
  } catch {
    return err(unreadable('it is no JSON'));
  }
  const read = schema.safeParse(raw);
  return read.success
    ? ok(read.data)
    : err(unreadable(read.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; ')));
}

/** Reads a post; `far` is told of the lines that were read. */
export async function readPost(
  lines: AsyncIterator<string> | Iterator<string>,
  far: (lines: number, of: number) => void,
): Promise<Result<{ readonly item: Queued; readonly since: Since }, Refusal>> {
  const nextLine = async (): Promise<string> => {
    const { done, value } = await lines.next();
    return done ? '' : value;
  };
  const head = parsed(headSchema, await nextLine());
  if (!head.ok) return head;
  const { item, since, parts } = head.value;
  if (parts === 0) return ok({ item, since });
  if (item.kind !== 'edit' || item.edit.type !== 'batch') return err(unreadable('only a batch comes in parts'));
  const edits: Edit[] = [];
  for (let n = 0; n < parts; n++) {
    const part = parsed(lineOfEdits, await nextLine());
    if (!part.ok) return part;
    for (const edit of part.value) edits.push(edit);
    if (edits.length > MOST_EDITS) return err(unreadable(`more than ${MOST_EDITS} edits in one`));
    far(n + 1, parts);
  }
  return ok({ item: { ...item, edit: { ...item.edit, edits } }, since });
}

interface Watch {
  /** Is told how far a long one is, from 0 to 1. */
  readonly far: (part: number) => void;
  /** Aborted where nobody waits for it any longer. */
  readonly signal: AbortSignal;
}

/** Takes one thing of a window's queue into the journal of a rig. Throws where it was stopped: then nothing of it is kept. */
export async function takePost(rigId: string, lines: AsyncIterator<string>, { far, signal }: Watch): Promise<Posted> {
  const tell = (begin: number, end: number, n: number, of: number): void => {
    signal.throwIfAborted();
    far(begin + (n / of) * (end - begin));
  };
  try {
    const read = await readPost(lines, (n, of) => tell(0, READING, n, of));
    if (!read.ok) return { ok: false, refusal: read.error, head: null };
    const { item, since } = read.value;
    const written = (n: number, of: number): void => {
      if (of > LONG) tell(READING, 1, n, of);
    };
    const done = await post(await database(), rigId, item, since, written);
    return done.ok ? { ok: true, head: done.value } : { ok: false, refusal: done.error.problem, head: done.error.head };
  } catch (error) {
    if (signal.aborted) throw error;
    const fault = faultKindOf(error) ?? closedFault(error);
    if (fault !== null) return { ok: false, fault };
    // It would fall over it again: the window sets it aside, and what stands behind it goes on.
    console.error(error);
    return { ok: false, refusal: unreadable(error instanceof Error ? error.message : 'unknown'), head: null };
  }
}

/** Rows from which on an edit takes so long that somebody wants to know how far it is. */
const LONG = 1000;

/** Which part of the work reading is, about. */
const READING = 0.4;

/** A folder is closed while somebody works only where its database turns out to be damaged. */
const closedFault = (error: unknown) => (error instanceof Error && error.name === 'FolderClosed' ? 'damaged' : null);
