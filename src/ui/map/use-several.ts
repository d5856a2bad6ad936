'use client';
// A change of several functions as the judge works it out: the last one that was asked for, how far it is, and none of those before it.
import { proxy } from 'comlink';
import { useEffect, useState } from 'react';
import type { SeveralPlan } from '@/core/commands';
import type { SeveralWish } from '@/workers/judge.worker';
import { useJudge, useRig } from '../store/provider';
import { isJudged } from '../store/rig-store';

export interface Several {
  /** Null until it is worked out. */
  readonly plan: SeveralPlan | null;
  /** How far it is, from 0 to 1. */
  readonly far: number;
}

export function useSeveral(ids: readonly string[], wish: SeveralWish): Several {
  const judge = useJudge();
  // The judge plans from the rig as it holds it: it is asked once it has caught up.
  const judged = useRig(isJudged);
  const outcomes = useRig((s) => s.outcomes);
  const [several, setSeveral] = useState<Several>({ plan: null, far: 0 });
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was judged anew is asked anew
  useEffect(() => {
    let live = true;
    setSeveral({ plan: null, far: 0 });
    if (!judged) return;
    const step = async (done: number, of: number): Promise<boolean> => {
      if (live) setSeveral({ plan: null, far: done / of });
      return live;
    };
    void judge()
      ?.several(ids, wish, proxy(step))
      .then((plan) => live && plan !== null && setSeveral({ plan, far: 1 }));
    return () => {
      live = false;
    };
  }, [judge, judged, outcomes, ids, wish]);
  return several;
}
