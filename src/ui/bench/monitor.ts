// The messages of the bench, the last hundred thousand of them, in columns: nothing is made per message that has to be collected.
import { ARRIVED, SENT, SENT_BACK, type Trace, unheardReasons, VALUE } from '@/core/bench';

export const KEPT = 100_000;
/** Nothing has arrived yet. */
export const UNDER_WAY = -1000;

export interface Monitor {
  /** Columns by message number modulo KEPT. Times in milliseconds; NaN for what is not known. */
  readonly sentAt: Float64Array;
  readonly arrivedAt: Float64Array;
  readonly word: Int32Array;
  /** Place of the controller that sent it, or −1 − place of the target that sent it back. */
  readonly from: Int16Array;
  /** Slot of the assignment in its controller; −1 a modifier, −2 from outside. */
  readonly slot: Int32Array;
  /** The listener that it moved something through, or −1 − the reason why none, or UNDER_WAY. */
  readonly listener: Int32Array;
  /** Slot of the parameter that it moved first; −1 for none. */
  readonly parameter: Int32Array;
  /** What that became. */
  readonly value: Float64Array;
  /** How many parameters it moved. */
  readonly moved: Int32Array;
  /** Number of the oldest kept, and of the next to come. */
  first: number;
  next: number;
}

export const emptyMonitor = (): Monitor => ({
  sentAt: new Float64Array(KEPT),
  arrivedAt: new Float64Array(KEPT),
  word: new Int32Array(KEPT),
  from: new Int16Array(KEPT),
  slot: new Int32Array(KEPT),
  listener: new Int32Array(KEPT),
  parameter: new Int32Array(KEPT).fill(-1),
  value: new Float64Array(KEPT),
  moved: new Int32Array(KEPT),
  first: 0,
  next: 0,
});

export const at = (n: number): number => n % KEPT;

/**
 * How much a reason tells: of several targets that did nothing with a message, the one that
 * came nearest to it is worth saying.
 */
const telling: Readonly<Record<(typeof unheardReasons)[number], number>> = {
  nobody: 0,
  part: 1,
  layer: 2,
  'notes-only': 3,
  'other-port': 4,
  'other-bank': 4,
  'other-layer': 5,
  elsewhere: 6,
  'no-strip': 6,
  'not-so': 7,
  'by-clock': 7,
  'acts-instead': 7,
  unchanged: 7,
  'not-known': 8,
  waits: 8,
  'taken-back': 9,
  launch: 9,
};
const tells = (listener: number): number => telling[unheardReasons[-1 - listener] ?? 'nobody'];

/** Takes the messages of one frame, and what became of those that were under way. */
export function record(m: Monitor, trace: Trace): void {
  for (let i = 0; i < trace.kind.length; i++) {
    const kind = trace.kind[i];
    const number = trace.d[i] ?? -1;
    if (number < 0) continue;
    const k = at(number);
    if (kind === SENT || kind === SENT_BACK) {
      m.sentAt[k] = trace.t[i] ?? 0;
      m.arrivedAt[k] = Number.NaN;
      m.word[k] = trace.a[i] ?? 0;
      m.from[k] = kind === SENT ? (trace.c[i] ?? 0) : -1 - (trace.b[i] ?? 0);
      m.slot[k] = kind === SENT ? (trace.b[i] ?? -1) : -1;
      m.listener[k] = UNDER_WAY;
      m.parameter[k] = -1;
      m.value[k] = Number.NaN;
      m.moved[k] = 0;
      if (m.next === m.first) m.first = number;
      m.next = number + 1;
      m.first = Math.max(m.first, m.next - KEPT);
    } else if (number >= m.first && kind === ARRIVED) {
      const listener = trace.c[i] ?? -1;
      const before = m.listener[k] ?? UNDER_WAY;
      const better = before === UNDER_WAY || (before < 0 && (listener >= 0 || tells(listener) > tells(before)));
      if (better) m.listener[k] = listener;
      if (Number.isNaN(m.arrivedAt[k] ?? 0) || (better && listener >= 0)) m.arrivedAt[k] = trace.t[i] ?? 0;
    } else if (number >= m.first && kind === VALUE) {
      if ((m.moved[k] ?? 0) === 0) {
        m.parameter[k] = trace.a[i] ?? -1;
        m.value[k] = trace.b[i] ?? 0;
      }
      m.moved[k] = (m.moved[k] ?? 0) + 1;
    }
  }
}

/** Lets all messages go. */
export function clear(m: Monitor): void {
  m.first = m.next;
}

export interface Filter {
  /** Place of a controller, or null for all. */
  readonly from: number | null;
  readonly what: 'all' | 'moved' | 'nothing';
}

/** Whether a message is shown. */
export function shown(m: Monitor, n: number, filter: Filter): boolean {
  const k = at(n);
  if (filter.from !== null && m.from[k] !== filter.from) return false;
  if (filter.what === 'all') return true;
  const moved = (m.listener[k] ?? UNDER_WAY) >= 0;
  return filter.what === 'moved' ? moved : !moved;
}

/** Numbers of the messages that pass a filter, oldest first. A filter that passes all needs no list. */
export function filtered(m: Monitor, filter: Filter): readonly number[] | null {
  if (filter.from === null && filter.what === 'all') return null;
  const numbers: number[] = [];
  for (let n = m.first; n < m.next; n++) if (shown(m, n, filter)) numbers.push(n);
  return numbers;
}

/** Messages and bytes sent by a controller since a time, for the load of its wires. */
export function sentSince(
  m: Monitor,
  from: number,
  since: number,
  length: (word: number) => number,
): { messages: number; bytes: number } {
  let messages = 0;
  let bytes = 0;
  for (let n = m.next - 1; n >= m.first && (m.sentAt[at(n)] ?? 0) >= since; n--) {
    if (m.from[at(n)] !== from) continue;
    messages++;
    bytes += length(m.word[at(n)] ?? 0);
  }
  return { messages, bytes };
}

/** The latest latency of what a controller sent, in milliseconds: the median of the last messages that arrived; null when none has. */
export function latency(m: Monitor, from: number): number | null {
  const found: number[] = [];
  for (let n = m.next - 1; n >= m.first && found.length < 15 && n > m.next - 300; n--) {
    const k = at(n);
    const arrived = m.arrivedAt[k] ?? Number.NaN;
    if (m.from[k] === from && !Number.isNaN(arrived)) found.push(arrived - (m.sentAt[k] ?? 0));
  }
  found.sort((a, b) => a - b);
  return found.length === 0 ? null : (found[found.length >> 1] ?? null);
}
