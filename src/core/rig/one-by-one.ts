// Edits made one after another, each on the rig as those before it leave it.
import { apply } from './apply';
import type { Edit } from './edit';
import { indexRig, type RigIndex } from './index-rig';

export interface OneByOne {
  /** The rig after all that was taken so far. */
  readonly now: () => RigIndex;
  /** Makes one more; false where there is none, or where it does not apply, and then nothing is changed. */
  readonly take: (edit: Edit | null) => boolean;
  /** What was taken, in order. */
  readonly edits: () => readonly Edit[];
}

/** Begins with a rig; nothing of it changes but in what is given back. */
export function oneByOne(index: RigIndex): OneByOne {
  const edits: Edit[] = [];
  let now = index;
  return {
    now: () => now,
    edits: () => edits,
    take: (edit) => {
      const done = edit && apply(now.rig, edit);
      if (!edit || !done?.ok) return false;
      edits.push(edit);
      now = indexRig(done.value, now);
      return true;
    },
  };
}
