// Definitions of more than 80 lines: at most ten, each with the reason why it is one piece. None grows; one that was split leaves the list.
import { resolve } from 'node:path';
import { expect, it } from 'vitest';
import { definitionsBelow } from '../../scripts/definitions.mjs';

const root = resolve(import.meta.dirname, '../..');
const LONG = 80;

interface Long {
  readonly lines: number;
  readonly why: string;
}

const known: Readonly<Record<string, Long>> = {
  'src/core/numbers/matching.ts match': {
    lines: 91,
    why: 'one algorithm (augmenting paths) over arrays that all its steps share',
  },
  'src/core/numbers/search.ts searchPart': {
    lines: 89,
    why: 'one search with its bound and its undo: parts would pass its whole state',
  },
  'src/demo/lantern-hour.ts lanternHour': { lines: 106, why: 'data: the demo rig, told from top to bottom' },
  'src/ports/simulated.ts simulatedPorts': {
    lines: 101,
    why: 'one stand-in with the interface of a MIDI access; every part closes over its ports',
  },
  'src/server/database/connection.ts assemble': {
    lines: 88,
    why: 'one interface over one connection, a few lines for each of its members',
  },
  'src/ui/bench/bench-store.ts createBench': {
    lines: 145,
    why: 'one store: its actions share the worker, the clock and the buffers',
  },
  'src/ui/faceplate/control-drawing.tsx Shape': { lines: 130, why: 'drawings: a case for each kind of control' },
};

it('at most ten definitions are long, each with its reason, and none grows', () => {
  const now = definitionsBelow(root)
    .filter((d) => d.lines > LONG)
    .map((d) => [`${d.place} ${d.name}`, d.lines] as const);
  expect(Object.keys(known).length).toBeLessThanOrEqual(10);
  expect(now.filter(([name, lines]) => lines > (known[name]?.lines ?? LONG))).toEqual([]);
  expect(Object.keys(known).filter((name) => !now.some(([n]) => n === name))).toEqual([]);
});
