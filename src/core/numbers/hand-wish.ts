// Numbers that were chosen, who sits there, and what is to be done with them by hand.
import { exhaustive } from '../base';
import type { RigIndex } from '../rig';
import { type AddressKind, rowOf } from './address-rows';
import { type ByHand, countUp, shiftBy, swapped, toChannel } from './by-hand';
import { type Demand, demandsOf } from './demand';
import { makeRoom } from './make-room';

/** Numbers of one kind on one channel. */
export interface Spot {
  readonly kind: AddressKind;
  readonly channel: number;
  readonly numbers: readonly number[];
}

export type HandWish =
  | { readonly do: 'count-up'; readonly start: number }
  /** The same, and who sits there makes room. */
  | { readonly do: 'make-room'; readonly start: number }
  | { readonly do: 'shift'; readonly by: number }
  | { readonly do: 'swap' }
  | { readonly do: 'channel'; readonly channel: number };

/** Demands that sit on some numbers, in the order of the numbers. */
export function demandsAt(index: RigIndex, { kind, channel, numbers }: Spot): readonly Demand[] {
  const wanted = new Set(numbers);
  const sits = ({ message }: Demand): boolean => {
    const row = rowOf(message);
    return row !== null && row.kind === kind && row.channel === channel && wanted.has(row.number);
  };
  return demandsOf(index)
    .filter(sits)
    .sort((a, b) => a.message.number - b.message.number);
}

/** The moves that a wish asks for; a swap takes the first two. Others move only to make room: by the school of the rig, as little as can be. */
export function movesFor(index: RigIndex, demands: readonly Demand[], wish: HandWish): ByHand {
  switch (wish.do) {
    case 'count-up':
      return countUp(demands, wish.start);
    case 'make-room':
      return makeRoom(index, demands, wish.start, { school: index.rig.preferences.school, channels: 'own', notes: false });
    case 'shift':
      return shiftBy(demands, wish.by);
    case 'channel':
      return toChannel(demands, wish.channel);
    case 'swap': {
      const [a, b] = demands;
      return a && b ? swapped(a, b) : { moves: [], refused: [] };
    }
    default:
      return exhaustive(wish);
  }
}

/** What such an edit is called. */
export function wishLabel(wish: HandWish): string {
  switch (wish.do) {
    case 'count-up':
      return `Count up from ${wish.start}`;
    case 'make-room':
      return `Make room from ${wish.start}`;
    case 'shift':
      return `Shift by ${wish.by}`;
    case 'channel':
      return `Move to channel ${wish.channel}`;
    case 'swap':
      return 'Swap two numbers';
    default:
      return exhaustive(wish);
  }
}
