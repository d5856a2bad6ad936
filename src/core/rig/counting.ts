// How a gesture counts: the counter it shares, and the step that is its own.
import type { Lookup } from '../base';
import type { Behaviour, Counter } from './schema';

type Stepping = Extract<Behaviour, { readonly type: 'stepping' }>;

/** The counter of a send that counts, with the step by which this one moves it; null where the counter is gone. */
export function countingOf(counters: Lookup<string, Counter>, { counterId, step }: Stepping): Counter | null {
  const counter = counters.get(counterId);
  if (!counter) return null;
  return step === undefined ? counter : { ...counter, step };
}
