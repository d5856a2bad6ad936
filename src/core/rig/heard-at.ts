// At which addresses a landing hears: at one, or at each number of a run.
import { type Message, withNumber } from '../midi';
import { modeOf } from '../modes';
import type { Landing } from './schema';

/** One address at which a landing hears, and the value that it chooses there; null where the landing's mode says what becomes of it. */
export interface HeardAt {
  readonly address: Message;
  readonly value: number | null;
}

/** Whether a landing hears a run of numbers, each of which chooses a value: of programs or notes. */
export const isRun = ({ mode, address }: Pick<Landing, 'mode' | 'address'>): boolean =>
  modeOf(mode).runs && (address.type === 'program' || address.type === 'note');

/** Every address of a landing: its own, and of a run one for each step of its range, as far as there are numbers. */
export function heardAt(landing: Pick<Landing, 'mode' | 'address' | 'from' | 'to'>): readonly HeardAt[] {
  const { address, from, to } = landing;
  if (!isRun(landing) || !('number' in address)) return [{ address, value: null }];
  const way = to < from ? -1 : 1;
  const steps = Math.min(Math.floor(Math.abs(to - from)), 127 - address.number);
  return Array.from({ length: steps + 1 }, (_, i) => ({
    address: withNumber(address, address.number + i),
    value: from + way * i,
  }));
}

/** A landing as it is heard at each of its addresses: of a run every number sets a value of its own. The ids are those of the one row. */
export const eachNumber = (landing: Landing): readonly Landing[] =>
  !isRun(landing)
    ? [landing]
    : heardAt(landing).map(({ address, value }) => ({
        ...landing,
        address,
        mode: 'set',
        setValue: value ?? landing.from,
        chosenBy: null,
      }));

/** The addresses alone. */
export const addressesOf = (landing: Pick<Landing, 'mode' | 'address' | 'from' | 'to'>): readonly Message[] =>
  heardAt(landing).map((h) => h.address);
