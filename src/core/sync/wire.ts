// An edit as lines of JSON on its way to the journal, a large one in parts; and the lines that come back. Nothing of it is kept.
import type { Edit } from '../rig';
import type { Head, Since } from './message';
import type { Fault, Queued, Refusal } from './state';

/** Most edits in one line. */
export const PART = 500;

/** Most bytes of one post: a list of 50,000 lines and 20 MB as an edit has about twice that. */
export const POST_LIMIT = 64 * 1024 * 1024;

/** The first line: everything but what comes in parts. `parts` is how many lines follow. */
export interface PostHead {
  readonly item: Queued;
  readonly since: Since;
  readonly parts: number;
}

/** What became of a post. */
export type Posted =
  | { readonly ok: true; readonly head: Head }
  | { readonly ok: false; readonly refusal: Refusal; readonly head: Head | null }
  /** Nothing can be kept just now: whoever asked keeps it, and asks again. */
  | { readonly ok: false; readonly fault: Fault };

/** A line of the answer: how far it is, between 0 and 1, or what became of it. */
export type PostLine = { readonly far: number } | { readonly answer: Posted };

/** The lines of a post, without their ends. What an undo does is the journal's to say: its edit stays here. */
export function* postLines(item: Queued, since: Since): Generator<string, undefined> {
  if (item.kind !== 'edit') yield JSON.stringify({ item: { ...item, edit: null }, since, parts: 0 } satisfies PostHead);
  else if (item.edit.type !== 'batch' || item.edit.edits.length <= PART)
    yield JSON.stringify({ item, since, parts: 0 } satisfies PostHead);
  else {
    const { edits } = item.edit;
    const empty: Edit = { ...item.edit, edits: [] };
    yield JSON.stringify({
      item: { ...item, edit: empty },
      since,
      parts: Math.ceil(edits.length / PART),
    } satisfies PostHead);
    for (let at = 0; at < edits.length; at += PART) yield JSON.stringify(edits.slice(at, at + PART));
  }
}
