'use client';
// A change of several functions as the judge works it out: the last one that was asked for, how far it is, and none of those before it.
import { proxy } from 'comlink';
import { useState } from 'react';
import type { SeveralPlan } from '@/core/commands';
import type { SeveralWish } from '@/workers/judge.worker';
import { useJudge, useRig } from '../store/provider';
import { isJudged } from '../store/rig-store';
import { useAsked } from '../store/use-asked';

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
  const [far, setFar] = useState(0);
  const plan = useAsked(
    judged
      ? (stands) => {
          setFar(0);
          const step = async (done: number, of: number): Promise<boolean> => {
            if (stands()) setFar(done / of);
            return stands();
          };
          return judge()?.several(ids, wish, proxy(step));
        }
      : null,
    [judge, judged, outcomes, ids, wish],
  );
  return { plan, far: plan ? 1 : far };
}
