// How a gesture counts: the counter it shares, the step that is its own, and whether it is numbers that it counts.
import type { Lookup } from '../base';
import { kindOf } from '../midi';
import type { Behaviour, Counter, Send } from './schema';

type Stepping = Extract<Behaviour, { readonly type: 'stepping' }>;

/** The counter of a send that counts, with the step by which this one moves it; null where the counter is gone. */
export function countingOf(counters: Lookup<string, Counter>, { counterId, step }: Stepping): Counter | null {
  const counter = counters.get(counterId);
  if (!counter) return null;
  return step === undefined ? counter : { ...counter, step };
}

/** Whether a counter gives the number of what is sent, not its value: of programs, and of notes that are struck with a velocity of their own. */
export const countsNumbers = ({ message, behaviour }: Pick<Send, 'message' | 'behaviour'>): boolean =>
  behaviour.type === 'stepping' && (kindOf(message.type).carries === 'choice' || behaviour.velocity !== undefined);

/** The numbers that a counter can give a message: none above 127. */
export const numbersCounted = ({ from, to }: Pick<Counter, 'from' | 'to'>): readonly number[] =>
  Array.from({ length: Math.max(0, Math.min(to, 127) - from + 1) }, (_, i) => from + i);
