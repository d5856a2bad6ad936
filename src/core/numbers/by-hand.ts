// Numbers moved by hand: a run counted up from a start, a shift, a swap, another channel. What cannot be is said, and left where it is.
import { exhaustive } from '../base';
import { isReserved, type Message, messageSchema, withChannel, withNumber } from '../midi';
import type { Demand } from './demand';
import type { Move } from './plan';

export interface ByHand {
  readonly moves: readonly Move[];
  /** Demands that stay where they are, and why. */
  readonly refused: readonly { readonly demand: Demand; readonly why: HandProblem }[];
  /** Another start that works, where the wished one does not and one was found near it. */
  readonly instead?: number | null;
}

/** Why a demand cannot have a number. */
export type HandProblem =
  | { readonly code: 'channel-mode'; readonly number: number }
  | { readonly code: 'reserved'; readonly number: number }
  | { readonly code: 'no-number'; readonly number: number }
  | { readonly code: 'other-kinds' }
  | { readonly code: 'stays'; readonly because: Fixed }
  | { readonly code: 'not-taken'; readonly number: number }
  | { readonly code: 'spoken-for'; readonly number: number; readonly who: string | null }
  | { readonly code: 'sits'; readonly number: number; readonly who: string; readonly because: Fixed | 'no-other' }
  | { readonly code: 'no-room' }
  | { readonly code: 'undecided' };

/** Why a number is not to be moved: somebody pinned it, the target came with it, a translator names it. */
export type Fixed = 'pinned' | 'given' | 'translated';

const fixedWords: Readonly<Record<Fixed | 'no-other', string>> = {
  pinned: 'pinned',
  given: 'what the target came with',
  translated: 'named by a translator',
  'no-other': 'the only one left for it',
};

/** Why a demand stays where it is, in a sentence. */
export function handProblemWords(problem: HandProblem): string {
  switch (problem.code) {
    case 'channel-mode':
      return `CC ${problem.number} is a channel mode message.`;
    case 'reserved':
      return `CC ${problem.number} is reserved.`;
    case 'no-number':
      return `There is no number ${problem.number} of that kind.`;
    case 'other-kinds':
      return 'The two are not the same kind of message.';
    case 'stays':
      return `Its number is ${fixedWords[problem.because]}.`;
    case 'not-taken':
      return `Number ${problem.number} does not get to its target, or is not taken there.`;
    case 'spoken-for':
      return problem.who === null
        ? `Number ${problem.number} is used by a tap of a layer, a counter, or what is sent on arriving.`
        : `${problem.who} still listens on ${problem.number}, and nothing sends it.`;
    case 'sits':
      return `${problem.who} sits on ${problem.number}, which is ${fixedWords[problem.because]}.`;
    case 'no-room':
      return 'Those who would have to make room cannot all have another number.';
    case 'undecided':
      return 'No plan was found for those who would have to make room, and none was ruled out.';
    default:
      return exhaustive(problem);
  }
}

type Next = (demand: Demand, index: number) => Message | HandProblem;

/** A run: the first demand gets `start`, each one after it the next number that is no reserved one. */
export function countUp(demands: readonly Demand[], start: number): ByHand {
  const counted = countedFrom(demands, start);
  return moved(demands, (_, i) => counted[i] ?? { code: 'no-number', number: start });
}

/** Where each of a run stands, in the order of the demands, or why it cannot. */
export function countedFrom(demands: readonly Demand[], start: number): readonly (Message | HandProblem)[] {
  let next = start;
  return demands.map((demand) => {
    while (demand.message.type === 'cc' && next < 120 && isReserved(next)) next++;
    return numbered(demand, next++);
  });
}

/** All numbers up or down by `n`. */
export const shiftBy = (demands: readonly Demand[], n: number): ByHand =>
  moved(demands, (demand) => numbered(demand, demand.message.number + n));

/** Two demands take each other's address. */
export function swapped(a: Demand, b: Demand): ByHand {
  if (a.message.type !== b.message.type) return { moves: [], refused: [{ demand: a, why: { code: 'other-kinds' } }] };
  return {
    moves: [
      { demand: a, from: a.message, to: b.message },
      { demand: b, from: b.message, to: a.message },
    ],
    refused: [],
  };
}

/** All on another channel 1–16, with the numbers that they have. */
export const toChannel = (demands: readonly Demand[], channel: number): ByHand =>
  moved(demands, (demand) => withChannel(demand.message, channel));

function moved(demands: readonly Demand[], next: Next): ByHand {
  const moves: Move[] = [];
  const refused: { demand: Demand; why: HandProblem }[] = [];
  demands.forEach((demand, i) => {
    const to = next(demand, i);
    if ('code' in to) refused.push({ demand, why: to });
    else if (JSON.stringify(to) !== JSON.stringify(demand.message)) moves.push({ demand, from: demand.message, to });
  });
  return { moves, refused };
}

/** The message with another number, or why it cannot have it. */
function numbered({ message }: Demand, number: number): Message | HandProblem {
  if (message.type === 'cc' && number >= 120 && number <= 127) return { code: 'channel-mode', number };
  if (message.type === 'cc' && isReserved(number)) return { code: 'reserved', number };
  const tried = messageSchema.safeParse({ ...message, number });
  return tried.success ? withNumber(message, number) : { code: 'no-number', number };
}
