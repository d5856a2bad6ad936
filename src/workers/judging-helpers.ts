// Workers that help the judge with a large rig.
import { wrap } from 'comlink';
import type { Rig } from '@/core/rig';
import type { JudgePartWorker } from './judge-part.worker';
import type { Helper } from './judging-pool';

/** A rig of fewer functions is judged before others would have read it. */
const HELPED_FROM = 3000;
/** Each holds a copy of the rig. */
const MOST = 3;

/** How many others help with a rig: one core is the judge's, and one is left to the window where there are more than two. */
export const helpersFor = ({ assignments }: Rig, cores: number): number =>
  assignments.length < HELPED_FROM ? 0 : Math.max(0, Math.min(MOST, cores > 2 ? cores - 2 : cores - 1));

/** Workers of their own for a large rig, each with its copy of it; none where it is small, or this machine has one core. */
export function openHelpers(rig: Rig): readonly Helper[] {
  const count = typeof Worker === 'undefined' ? 0 : helpersFor(rig, navigator.hardwareConcurrency);
  if (count === 0) return [];
  const text = JSON.stringify(rig);
  return Array.from({ length: count }, () => {
    const raw = new Worker(new URL('./judge-part.worker.ts', import.meta.url), { type: 'module' });
    const failed = new Promise<never>((_, reject) => {
      raw.addEventListener('error', reject);
    });
    failed.catch(() => undefined);
    const worker = wrap<JudgePartWorker>(raw);
    void worker.hold(text);
    return { judge: (ids) => Promise.race([worker.judge(ids), failed]), end: () => raw.terminate() };
  });
}
