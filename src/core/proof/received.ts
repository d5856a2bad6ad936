// What a receiver holds after a message: proved means that what arrived leaves it the same as what was planned, in the same order (law 9).
import {
  type HeardMessage,
  type Message,
  messagesInOrder,
  packedChannel,
  packedKey,
  packedNumber,
  packedType,
  packedValue,
} from '../midi';
import type { How } from './hand';

/** One message as a receiver takes it. */
export interface Received {
  /** Its message stream. */
  readonly key: number;
  /** For a program, the bank that it is taken from, `1/2` by high and low byte, `-` for a byte that was never sent; empty for every other kind. */
  readonly bank: string;
}

/**
 * The messages of some streams in their order, each program with the bank that was selected before it on its channel (MIDI 1.0, "Bank select"). `aside`:
 * addresses that something else than the function sends before it, such as a layer as it opens; a bank selected by one of those says nothing of the function.
 */
export function receivedIn(
  heard: readonly HeardMessage[],
  known: readonly Message[],
  keyOf: (message: Message) => number,
  own: ReadonlySet<number>,
  aside: ReadonlySet<number>,
): readonly Received[] {
  const high = new Map<number, number>();
  const low = new Map<number, number>();
  let read = 0;
  return messagesInOrder(heard, known).flatMap(({ message, place }): Received[] => {
    for (; read <= place; read++) {
      const word = heard[read]?.word ?? 0;
      if (packedType(word) !== 'cc' || aside.has(packedKey(word))) continue;
      if (packedNumber(word) === 0) high.set(packedChannel(word), packedValue(word));
      if (packedNumber(word) === 32) low.set(packedChannel(word), packedValue(word));
    }
    const key = keyOf(message);
    if (!own.has(key)) return [];
    const bank = message.type === 'program' ? `${high.get(message.channel) ?? '-'}/${low.get(message.channel) ?? '-'}` : '';
    return [{ key, bank }];
  });
}

/** What is apart although every message came: its bank, or the order. */
export type Apart = 'bank' | 'order';

/**
 * Whether messages that all came as planned leave a receiver the same. Of what moves there is no order to speak of: a hand stops where it likes. Where
 * a function waits between its messages, only those of the same turn are held against each other: how fast the hand goes on decides the rest.
 */
export function apartFrom(planned: readonly Received[], arrived: readonly Received[], how: How, waits: boolean): Apart | null {
  if (banksIn(planned, arrived)) return 'bank';
  if (how !== 'taps') return null;
  if (waits) return turnsCross(planned, arrived) ? 'order' : null;
  const many = Math.min(planned.length, arrived.length);
  for (let i = 0; i < many; i++) if (planned[i]?.key !== arrived[i]?.key) return 'order';
  return null;
}

/** Whether some program comes from another bank, the first with the first and so on. */
function banksIn(planned: readonly Received[], arrived: readonly Received[]): boolean {
  const wanted = banksOf(planned);
  const found = banksOf(arrived);
  return [...wanted].some(([key, banks]) => banks.some((bank, i) => (found.get(key)?.[i] ?? bank) !== bank));
}

function banksOf(all: readonly Received[]): ReadonlyMap<number, readonly string[]> {
  const banks = new Map<number, string[]>();
  for (const { key, bank } of all) if (bank !== '') banks.set(key, [...(banks.get(key) ?? []), bank]);
  return banks;
}

/** Whether, of two streams that come equally often, one ever comes before the other in another order than planned. */
function turnsCross(planned: readonly Received[], arrived: readonly Received[]): boolean {
  const wanted = placesOf(planned);
  const found = placesOf(arrived);
  const keys = [...wanted.keys()];
  return keys.some((a, i) =>
    keys.slice(i + 1).some((b) => {
      const [pa = [], pb = [], fa = [], fb = []] = [wanted.get(a), wanted.get(b), found.get(a), found.get(b)];
      if (pa.length !== pb.length || fa.length !== fb.length) return false;
      return fa.some((place, turn) => place < (fb[turn] ?? place) !== (pa[turn] ?? 0) < (pb[turn] ?? 0) && turn < pa.length);
    }),
  );
}

function placesOf(all: readonly Received[]): ReadonlyMap<number, readonly number[]> {
  const places = new Map<number, number[]>();
  all.forEach(({ key }, i) => void places.set(key, [...(places.get(key) ?? []), i]));
  return places;
}
