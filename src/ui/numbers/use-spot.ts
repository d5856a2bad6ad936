'use client';
// Where the screen of numbers is: which wire, kind, channel and numbers. Lives in the URL.
import { parseAsArrayOf, parseAsInteger, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { addressKinds } from '@/core/numbers';
import type { RigIndex } from '@/core/rig';

const parsers = {
  wire: parseAsString,
  kind: parseAsStringLiteral(addressKinds).withDefault('cc'),
  channel: parseAsInteger,
  number: parseAsArrayOf(parseAsInteger),
};

export function useSpot(index: RigIndex) {
  const [query, setQuery] = useQueryStates(parsers, { history: 'replace' });
  const wire = index.rig.wires.find((w) => w.id === query.wire) ?? null;
  const asked = query.channel ?? busiest(index);
  const channel = asked >= 1 && asked <= 16 ? asked : 1;
  const numbers = (query.number ?? []).filter((n) => n >= 0 && n <= 16_383);
  return [{ wire, kind: query.kind, channel, numbers }, setQuery] as const;
}

/** The channel that most is sent on: where one wants to look first. */
function busiest(index: RigIndex): number {
  const counts = new Array<number>(17).fill(0);
  for (const a of index.rig.assignments)
    for (const x of a.actions)
      if (x.type === 'send' && 'channel' in x.message) counts[x.message.channel] = (counts[x.message.channel] ?? 0) + 1;
  return Math.max(1, counts.indexOf(Math.max(...counts)));
}
