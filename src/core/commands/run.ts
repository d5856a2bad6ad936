// Many numbers in one line: landings that set one parameter, step by step and number by number, become one row, and that one becomes many again.

import { addressKey, withNumber } from '../midi';
import { modeOf, type ReceiveMode } from '../modes';
import { addressesOf, batch, type Edit, eachStep, insert, isRun, type Landing, type RigIndex, remove } from '../rig';
import { sendsHeard } from '../wires';
import { changeLanding } from './change';
import { type NewId, nextOrder, patch, staleLanding } from './shared';

/**
 * Changes how a landing hears. As _number chooses the step_ it takes in its neighbours that go on as it does; a run that is to set a value again becomes a line for
 * each number that is sent, and keeps its first where none is.
 */
export function rowsHearing(index: RigIndex, landing: Landing, mode: ReceiveMode, coding: Landing['coding'], newId: NewId): Edit {
  const label = `Hear it as ${modeOf(mode).name}`;
  const plain = { ...landing, mode };
  if (isRun(plain) && !isRun(landing)) return batch(label, gathered(index, landing, coding));
  if (isRun(landing) && mode === 'set') return batch(label, opened(index, landing, coding, newId));
  return changeLanding(landing, { mode, coding }, label);
}

/** The edits by which a landing becomes a run with those beside it. */
function gathered(index: RigIndex, landing: Landing, coding: Landing['coding']): readonly Edit[] {
  const parameter = index.parameters.get(landing.parameterId);
  const { address } = landing;
  if (!parameter || !('number' in address)) return [];
  const begins = landing.mode === 'set' ? landing.setValue : parameter.lowest;
  const at = (n: number): Landing | undefined => (n < 0 || n > 127 ? undefined : besides(index, landing, n));
  const way = at(address.number + 1)?.setValue === begins - 1 || at(address.number - 1)?.setValue === begins + 1 ? -1 : 1;
  const on = (by: 1 | -1): readonly Landing[] => {
    const found: Landing[] = [];
    for (let i = 1; ; i++) {
      const next = at(address.number + by * i);
      if (next?.setValue !== begins + by * way * i) return found;
      found.push(next);
    }
  };
  const [up, down] = [on(1), on(-1)];
  const whole = up.length + down.length > 0;
  const from = begins - way * down.length;
  const to = whole ? begins + way * up.length : lastOf(index, landing, begins, parameter.highest);
  const first = withNumber(address, address.number - down.length);
  return [
    ...[...up, ...down].map((l) => remove('landings', l)),
    ...patch('landings', landing, { mode: 'run', coding, address: first, from, to }),
    ...staleLanding(landing),
  ];
}

/** The landing at another number of the same kind that sets the same parameter for itself. */
function besides(index: RigIndex, landing: Landing, number: number): Landing | undefined {
  return (index.landingsAt.get(addressKey(withNumber(landing.address, number))) ?? []).find(
    (l) =>
      l.id !== landing.id &&
      l.mode === 'set' &&
      l.chosenBy === null &&
      l.given === landing.given &&
      l.parameterId === landing.parameterId &&
      l.hostLayerId === landing.hostLayerId &&
      l.port === landing.port &&
      l.channels === landing.channels,
  );
}

/** How far a run goes that begins alone: to the last step, as far as nothing else is sent at its numbers. */
function lastOf(index: RigIndex, landing: Landing, begins: number, highest: number): number {
  const { address, parameterId } = landing;
  const own = 'number' in address ? address.number : 127;
  let value = begins;
  for (let n = own + 1; n <= 127 && value < highest; n++, value++) {
    if (sendersAt(index, atNumber(landing, n)).some((p) => !p.send.meant.includes(parameterId))) break;
  }
  return value;
}

/** One number of a run, by itself. */
const atNumber = (landing: Landing, n: number): Landing => ({ ...landing, mode: 'set', address: withNumber(landing.address, n) });

/** What is sent at an address of a landing, on any channel that it hears. */
const sendersAt = (index: RigIndex, landing: Landing) =>
  addressesOf(landing).flatMap((a) => sendsHeard(index).sendsAt.get(addressKey(a)) ?? []);

/** The edits by which a run becomes a line for each number that something sends for its parameter. */
function opened(index: RigIndex, landing: Landing, coding: Landing['coding'], newId: NewId): readonly Edit[] {
  const all = eachStep(landing);
  const sent = all.filter((l) => sendersAt(index, l).some((p) => p.send.meant.includes(landing.parameterId)));
  const [first, ...rest] = sent.length > 0 ? sent : all.slice(0, 1);
  if (!first) return [];
  const parameter = index.parameters.get(landing.parameterId);
  const whole = { from: parameter?.lowest ?? landing.from, to: parameter?.highest ?? landing.to };
  let order = nextOrder(index.rig.landings);
  return [
    ...patch('landings', landing, { mode: 'set', coding, address: first.address, setValue: first.setValue, ...whole }),
    ...staleLanding(landing),
    ...rest.map((l) => insert('landings', { ...l, ...whole, id: newId(), order: order++, coding, entered: null, proved: null })),
  ];
}

interface Range {
  readonly from: number;
  readonly to: number;
}

/**
 * The edits by which a run follows the numbers that a counter counts through: further numbers are further steps, as far as the parameter has them; numbers that are
 * left are listened for no more, but for those that something else sends for it (`elsewhere`). It stays where numbers in between are for something else.
 */
export function runAlong(
  index: RigIndex,
  landing: Landing,
  now: Range,
  next: Range,
  elsewhere: (heard: Landing) => boolean,
): readonly Edit[] {
  const parameter = index.parameters.get(landing.parameterId);
  const { address, from, to } = landing;
  const all = eachStep(landing);
  if (!parameter || landing.given !== null || !('number' in address)) return [];
  const begins = address.number;
  const way = to < from ? -1 : 1;
  const valueAt = (n: number): number => from + way * (n - begins);
  const isStep = (n: number): boolean => n >= 0 && n <= 127 && valueAt(n) >= parameter.lowest && valueAt(n) <= parameter.highest;
  const within = (n: number, range: Range): boolean => n >= range.from && n <= range.to;
  const stays = all.flatMap((heard, i) => (!within(begins + i, now) || elsewhere(heard) ? [begins + i] : []));
  const counted = Array.from({ length: next.to - next.from + 1 }, (_, i) => next.from + i).filter(isStep);
  const wanted = new Set([...stays, ...counted]);
  if (wanted.size === 0) return [remove('landings', landing)];
  const [first, last] = [Math.min(...wanted), Math.max(...wanted)];
  for (let n = first; n <= last; n++) {
    const others = sendersAt(index, atNumber(landing, n)).some((p) => !p.send.meant.includes(landing.parameterId));
    if (others && !wanted.has(n)) return [];
  }
  const edits = patch('landings', landing, { address: withNumber(address, first), from: valueAt(first), to: valueAt(last) });
  return edits.length === 0 ? [] : [...edits, ...staleLanding(landing)];
}

/** The first address of a run of a parameter that nothing sends yet; null where there is none. */
export function nextInRun(index: RigIndex, parameterId: string, hostLayerId: string | null): Landing | null {
  const runs = (index.landingsOf.get(parameterId) ?? []).filter((l) => isRun(l) && l.hostLayerId === hostLayerId);
  return runs.flatMap((l) => eachStep(l)).find((l) => sendersAt(index, l).length === 0) ?? null;
}
