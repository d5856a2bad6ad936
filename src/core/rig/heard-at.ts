// At which addresses a landing hears: at one, at each number of a run, on one channel or on every one.
import { channel, type Message, withNumber } from '../midi';
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

/** What says where a landing hears. */
type Hearing = Pick<Landing, 'mode' | 'address' | 'from' | 'to' | 'channels'>;

/** Every address of a landing: its own, of a run one for each step of its range, as far as there are numbers; on its own channel first, then on the others that it hears. */
export function heardAt(landing: Hearing): readonly HeardAt[] {
  const own = onItsChannel(landing);
  return hearsAll(landing) ? [...own, ...others(landing.address).flatMap((c) => own.map((h) => on(c, h)))] : own;
}

/** Whether a landing hears its number on every channel. */
export const hearsAll = ({ address, channels }: Pick<Landing, 'address' | 'channels'>): boolean =>
  channels === 'all' && 'channel' in address;

const channels = Array.from({ length: 16 }, (_, i) => channel(i + 1));
const others = (address: Message) => channels.filter((c) => 'channel' in address && c !== address.channel);
const on = (c: (typeof channels)[number], { address, value }: HeardAt): HeardAt => ({
  address: 'channel' in address ? { ...address, channel: c } : address,
  value,
});

function onItsChannel(landing: Hearing): readonly HeardAt[] {
  const { address, from, to } = landing;
  if (!isRun(landing) || !('number' in address)) return [{ address, value: null }];
  const way = to < from ? -1 : 1;
  const steps = Math.min(Math.floor(Math.abs(to - from)), 127 - address.number);
  return Array.from({ length: steps + 1 }, (_, i) => ({
    address: withNumber(address, address.number + i),
    value: from + way * i,
  }));
}

/** A landing as it is heard at each of its addresses: of a run every number sets a value of its own, on every channel the same. The ids are those of the one row. */
export const eachNumber = (landing: Landing): readonly Landing[] =>
  isRun(landing)
    ? heardAt(landing).map(({ address, value }) => ({
        ...landing,
        address,
        mode: 'set',
        setValue: value ?? landing.from,
        chosenBy: null,
      }))
    : hearsAll(landing)
      ? heardAt(landing).map(({ address }) => ({ ...landing, address }))
      : [landing];

/** A run as a landing for each of its numbers, each on the channels on which the run hears. */
export const eachStep = (landing: Landing): readonly Landing[] =>
  eachNumber({ ...landing, channels: 'one' }).map((l) => ({ ...l, channels: landing.channels }));

/** The addresses alone. */
export const addressesOf = (landing: Hearing): readonly Message[] => heardAt(landing).map((h) => h.address);
