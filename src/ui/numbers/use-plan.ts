'use client';
// A plan of numbers as the judge works it out, what is chosen of it, and what carrying that out would do.
import { useEffect, useRef, useState } from 'react';
import type { Preview } from '@/core/checks';
import type { MoveLine, SchoolId, Wish } from '@/core/numbers';
import type { RigIndex } from '@/core/rig';
import type { PlanAnswer } from '@/workers/judge.worker';
import { useJudge, useRig } from '../store/provider';
import { isJudged } from '../store/rig-store';
import { useAsked } from '../store/use-asked';

/** What a plan may change. */
export type Options = Pick<Wish, 'channels' | 'notes' | 'anew'>;

export interface Plan {
  /** Null until the judge has planned. */
  readonly answer: PlanAnswer | null;
  readonly moves: readonly MoveLine[];
  readonly chosen: ReadonlySet<string>;
  readonly choose: (id: string, on: boolean) => void;
  /** What the chosen moves would do; null until it is known. */
  readonly preview: Preview | null;
}

/** Whether it is the very plan that is shown already: then what was chosen of it stays chosen. A judge that began anew counts from 1 again. */
const isSame = (shown: PlanAnswer | null, found: PlanAnswer | null): boolean =>
  shown?.type === 'plan' &&
  found?.type === 'plan' &&
  shown.number === found.number &&
  JSON.stringify(shown) === JSON.stringify(found);

export function usePlan(index: RigIndex, school: SchoolId, options: Options): Plan {
  const outcomes = useRig((s) => s.outcomes);
  const judged = useRig(isJudged);
  const judge = useJudge();
  const [answer, setAnswer] = useState<PlanAnswer | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  // The judge stands still until it has judged the edit before: then it plans from the rig as it is.
  const asked = useRef(0);
  const latest = useRef<PlanAnswer | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: planned again whenever the rig was judged anew
  useEffect(() => {
    const mine = ++asked.current;
    if (!judged) return;
    void judge()
      ?.plan({ school, ...options })
      .then((found) => {
        if (mine !== asked.current || isSame(latest.current, found)) return;
        latest.current = found;
        setAnswer(found);
        setLeft(new Set());
      });
  }, [judge, judged, school, options, index.rig.assignments, outcomes]);

  const plan = answer?.type === 'plan' ? answer : null;
  const moves = plan?.moves ?? [];
  const chosen = moves.filter((m) => !left.has(m.id)).map((m) => m.id);
  // Of the rig as it is shown, and of what is chosen now: what was worked out before is not to be pressed.
  const shown = useRig((s) => s.index.rig);
  const preview = useAsked(plan && chosen.length > 0 ? () => judge()?.planned(plan.number, chosen) : null, [
    judge,
    plan,
    chosen.join(' '),
    shown,
    school,
    options,
  ]);

  const choose = (id: string, on: boolean): void => {
    const next = new Set(left);
    if (on) next.delete(id);
    else next.add(id);
    setLeft(next);
  };
  return { answer, moves, chosen: new Set(chosen), choose, preview };
}
