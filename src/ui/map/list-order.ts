// In which order the list stands: as the panel has it, or by one of its columns, up or down.
import { type Finding, gravest, type Severity } from '@/core/checks';
import { messageTypes } from '@/core/midi';
import type { Assignment, RigIndex } from '@/core/rig';
import { type ColumnId, wordsIn } from './list-columns';

export interface Order {
  readonly by: ColumnId;
  readonly down: boolean;
}

const ranks: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 };

/** What is gravest first; then what says something of itself. */
const rankOf = (findings: readonly Finding[] | undefined): number => {
  const worst = gravest(findings);
  return worst ? ranks[worst.severity] : 3;
};

/** The lines in an order; those that are alike stay as they stood. */
export function inOrderOf(
  index: RigIndex,
  assignments: readonly Assignment[],
  findings: ReadonlyMap<string, readonly Finding[]>,
  order: Order | null,
): readonly Assignment[] {
  if (order === null) return assignments;
  const way = order.down ? -1 : 1;
  const keyed = assignments.map((row, at) => ({ row, at, key: keyOf(index, row, findings, order.by) }));
  return keyed.sort((a, b) => way * compared(a.key, b.key) || a.at - b.at).map((k) => k.row);
}

type Key = readonly (number | string)[];

/** Of the result its gravity; of what is sent the kind, channel and number; else the words that stand there, numbers in them by size. */
function keyOf(index: RigIndex, row: Assignment, findings: ReadonlyMap<string, readonly Finding[]>, by: ColumnId): Key {
  if (by === 'result') return [rankOf(findings.get(row.id))];
  const send = row.actions.find((a) => a.type === 'send');
  if ((by === 'sends' || by === 'channel') && send?.type === 'send') {
    const { message } = send;
    const channel = 'channel' in message ? message.channel : 0;
    const number = 'number' in message ? message.number : 0;
    return by === 'channel' ? [channel] : [messageTypes.indexOf(message.type), channel, number];
  }
  const words = wordsIn(index, row, by);
  return words === '' ? [1, ''] : [0, words];
}

function compared(a: Key, b: Key): number {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const [x, y] = [a[i] ?? 0, b[i] ?? 0];
    const apart =
      typeof x === 'string' && typeof y === 'string'
        ? collator.compare(x, y)
        : typeof x === 'number' && typeof y === 'number'
          ? x - y
          : 0;
    if (apart !== 0) return apart;
  }
  return 0;
}

const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** A column clicked once goes up, twice down, three times back to the order of the panel. */
export const nextOrder = (order: Order | null, by: ColumnId): Order | null =>
  order?.by !== by ? { by, down: false } : order.down ? null : { by, down: true };
