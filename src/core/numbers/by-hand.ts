// Numbers moved by hand: a run counted up from a start, a shift, a swap, another channel. What cannot be is said, and left where it is.
import { isReserved, type Message, messageSchema, withChannel, withNumber } from '../midi';
import type { Demand } from './demand';
import type { Move } from './plan';

export interface ByHand {
  readonly moves: readonly Move[];
  /** Demands that stay where they are, and why, in words. */
  readonly refused: readonly { readonly demand: Demand; readonly why: string }[];
}

type Next = (demand: Demand, place: number) => Message | string;

/** A run: the first demand gets `start`, each one after it the next number that is no reserved one. */
export function countUp(demands: readonly Demand[], start: number): ByHand {
  let next = start;
  return moved(demands, (demand) => {
    while (demand.message.type === 'cc' && next < 120 && isReserved(next)) next++;
    return numbered(demand, next++);
  });
}

/** All numbers up or down by `n`. */
export const shiftBy = (demands: readonly Demand[], n: number): ByHand =>
  moved(demands, (demand) => numbered(demand, demand.message.number + n));

/** Two demands take each other's address. */
export function swapped(a: Demand, b: Demand): ByHand {
  if (a.message.type !== b.message.type)
    return { moves: [], refused: [{ demand: a, why: 'The two are not the same kind of message.' }] };
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
  const refused: { demand: Demand; why: string }[] = [];
  demands.forEach((demand, place) => {
    const to = next(demand, place);
    if (typeof to === 'string') refused.push({ demand, why: to });
    else if (JSON.stringify(to) !== JSON.stringify(demand.message)) moves.push({ demand, from: demand.message, to });
  });
  return { moves, refused };
}

/** The message with another number, or why it cannot have it. */
function numbered({ message }: Demand, number: number): Message | string {
  if (message.type === 'cc' && number >= 120 && number <= 127) return `CC ${number} is a channel mode message.`;
  if (message.type === 'cc' && isReserved(number)) return `CC ${number} is reserved.`;
  const tried = messageSchema.safeParse({ ...message, number });
  return tried.success ? withNumber(message, number) : `There is no number ${number} of that kind.`;
}
