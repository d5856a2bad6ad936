'use client';
// The question for a function: the same one for as long as nothing that it depends on changes.
import { useMemo } from 'react';
import { type Ask, askFor, planKey, type ToProve } from '@/core/proof';
import type { RigIndex } from '@/core/rig';

/** What is asked for a function; a tick changes nothing of it, so that a trial goes on over one. */
export function useAsk(index: RigIndex, chosen: ToProve | null): Ask | null {
  const asked = chosen ? signatureOf(index, chosen) : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: the signature stands for all that the question depends on
  return useMemo(() => (chosen ? askFor(index, chosen.assignment) : null), [asked]);
}

/** Changes exactly when the question for a function may: its own plan, that of the other functions of its controls, and its unit. */
function signatureOf(index: RigIndex, { assignment, control, controller }: ToProve): string {
  const around = (index.assignmentsOf.get(control.id) ?? []).map((a) => planKey(index, a));
  const layer = index.layers.get(assignment.layerId ?? '');
  return JSON.stringify([assignment.id, around, controller.firmware, control, layer, index.rig.parameters.length]);
}
