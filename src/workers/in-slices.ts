// Judging a rig in slices, so that what else is asked is heard meanwhile: what is on the screen is told first, and others help with a large one.
import { type JudgedPart, type Judgement, judgeInParts, type Renewal } from '@/core/checks';
import type { RigIndex } from '@/core/rig';
import { openHelpers } from './judging-helpers';
import { type Pool, poolOf } from './judging-pool';

/** A rig of up to so many functions is judged before anybody could look at a part of it. */
const AT_ONCE = 400;
/** Milliseconds of work between two looks at what else is asked. */
const SLICE = 40;
/** Milliseconds for which what was told before an edit may stand, with no word that it is looked over again. */
const UNSAID = 150;
/** Milliseconds after which others help, though the screen has not all that it shows: handing the rig over takes a moment. */
const HELP_AFTER = 500;
/** Milliseconds after which helpers that tell nothing are done without. */
const LOST = 10_000;

export interface Slices {
  /** The judgement before an edit; null where all is judged. */
  readonly before: Judgement | null;
  /** Functions that are on the screen now. */
  readonly wanted: () => readonly string[];
  /** Hears what is on the screen as soon as that is judged; also, with nothing in it, that an edit takes its time. */
  readonly onPart: (part: Renewal) => unknown;
  /** Whether another rig came in between. */
  readonly stale: () => boolean;
}

/** Judges a rig to the end; null where another one came in between. */
export async function judgeInSlices(held: RigIndex, { before, wanted, onPart, stale }: Slices): Promise<Judgement | null> {
  const tells = held.rig.assignments.length > AT_ONCE;
  const done = new Map<string, JudgedPart>();
  let pool: Pool | null = null;
  const told = (): readonly JudgedPart[] => {
    const parts = pool?.told() ?? [];
    for (const part of parts) done.set(part.id, part);
    return parts;
  };
  const work = judgeInParts(held, before ?? undefined, wanted, { have: (id) => pool?.have(id) ?? false, told });
  const began = performance.now();
  let spoke = began;
  let shown: readonly string[] | null = null;
  let said = !before;
  try {
    for (;;) {
      const step = work.next();
      if (step.done) return step.value;
      if (!tells) continue;
      if (step.value) done.set(step.value.id, step.value);
      const wishes = wanted();
      if (said && wishes !== shown && wishes.every((id) => done.has(id) || !held.assignments.has(id))) {
        shown = wishes;
        if (wishes.length > 0) onPart(partOf(wishes.flatMap((id) => done.get(id) ?? [])));
      }
      const now = performance.now();
      if (step.value && now - spoke < SLICE) continue;
      if (!said && now - began > UNSAID) {
        said = true;
        onPart(partOf([]));
      }
      if (!pool && said && (wishes === shown || now - began > HELP_AFTER))
        pool = poolOf(openHelpers(held.rig), [...held.assignments.keys()], (id) => done.has(id));
      if (step.value) await new Promise((resolve) => setTimeout(resolve, 0));
      else if (!(await pool?.heard(LOST))) pool?.end();
      if (stale()) return null;
      spoke = performance.now();
    }
  } finally {
    pool?.end();
  }
}

const partOf = (parts: readonly JudgedPart[]): Renewal => ({
  outcomes: parts.map(({ id, outcome }) => [id, outcome]),
  findings: parts.map(({ id, findings }) => [id, findings]),
  whole: false,
  complete: false,
});
