// Edits in tests: carried out, or the test is over.
import { apply, type Edit, type Rig } from '@/core/rig';

/** A rig after an edit that has to be there and to be taken. */
export function done(rig: Rig, edit: Edit | null): Rig {
  const after = edit && apply(rig, edit);
  if (!after?.ok) throw new Error(JSON.stringify(after));
  return after.value;
}

/** What came of something that has to succeed. */
export function must<T>(result: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
}

/** What some work comes to, when nobody stops it. */
export function ended<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}
