'use client';
// Values of one or several controls at once.
import { type Control, sameJson } from '@/core/rig';

/** The value that all share; null where they differ. */
export function shared<K extends keyof Control>(controls: readonly Control[], field: K): Control[K] | null {
  const [first] = controls;
  return first && controls.every((c) => sameJson(c[field], first[field])) ? first[field] : null;
}
