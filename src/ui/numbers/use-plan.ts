'use client';
// A plan of numbers as the judge works it out, what is chosen of it, and what carrying that out would do.
import { useEffect, useRef, useState } from 'react';
import type { Preview } from '@/core/checks';
import type { MoveLine, SchoolId, Wish } from '@/core/numbers';
import type { RigIndex } from '@/core/rig';
import type { PlanAnswer } from '@/workers/judge.worker';
import { useJudge, useRig } from '../store/provider';

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

export function usePlan(index: RigIndex, school: SchoolId, options: Options): Plan {
  const outcomes = useRig((s) => s.outcomes);
  const judge = useJudge();
  const [answer, setAnswer] = useState<PlanAnswer | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [preview, setPreview] = useState<Preview | null>(null);
  // The judge stands still until it has judged the edit before: then it plans from the rig as it is.
  const asked = useRef(0);
  useEffect(() => {
    const mine = ++asked.current;
    if (outcomes.size === 0 && index.rig.assignments.length > 0) return;
    void judge()
      ?.plan({ school, ...options })
      .then((found) => {
        if (mine !== asked.current) return;
        setAnswer(found);
        setLeft(new Set());
      });
  }, [judge, school, options, index.rig.assignments, outcomes]);

  const moves = answer?.type === 'plan' ? answer.moves : [];
  const chosen = new Set(moves.filter((m) => !left.has(m.id)).map((m) => m.id));
  const key = [...chosen].join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for what is chosen
  useEffect(() => {
    let live = true;
    setPreview(null);
    if (chosen.size === 0) return;
    void judge()
      ?.planned([...chosen])
      .then((found) => live && setPreview(found));
    return () => {
      live = false;
    };
  }, [judge, key, answer]);

  const choose = (id: string, on: boolean): void => {
    const next = new Set(left);
    if (on) next.delete(id);
    else next.add(id);
    setLeft(next);
  };
  return { answer, moves, chosen, choose, preview };
}
