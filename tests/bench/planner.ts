// How fast numbers are planned: a big rig, one channel, and the pure assignment beside an independent library.
import munkres from 'munkres-js';
import { channel, u7 } from '@/core/midi';
import { leastAssignment, planNumbers, type Wish } from '@/core/numbers';
import { indexRig, type Rig } from '@/core/rig';
import { madeRig } from './made-rig';
import { measure, printTable, timed } from './table';

const wish: Wish = { school: 'undefined-first', channels: 'own', notes: false, anew: true };

/** `size` functions over some wires and channels, most of them on numbers that clash. */
function crowd(size: number, wires: number, channels: number): Rig {
  const rig = madeRig(size);
  const perWire = size / wires;
  return {
    ...rig,
    controls: rig.controls,
    assignments: rig.assignments.map((a, i) => ({
      ...a,
      controlId: `k${Math.floor(i / perWire)}_${i % 128}`,
      entered: i % 3 === 0 ? { at: '2026-01-01T00:00:00.000Z' } : null,
      actions: a.actions.map((x) =>
        x.type === 'send'
          ? { ...x, message: { type: 'cc' as const, channel: channel((i % channels) + 1), number: u7((i * 7) % 120) } }
          : x,
      ),
    })),
    landings: [],
  };
}

const big = indexRig(crowd(2000, 4, 16));
const planned = planNumbers(big, wish);
if (planned.type !== 'plan') throw new Error(planned.type);
measure(
  'planning 2,000 addresses over 16 channels and 4 wires',
  timed(() => planNumbers(big, wish)),
  'ms',
  { atMost: 300 },
);
const one = indexRig(crowd(100, 1, 1));
measure(
  'planning 100 on one channel',
  timed(() => planNumbers(one, wish), 60),
  'ms',
  { atMost: 5 },
);
const spill = planNumbers(indexRig(crowd(128, 1, 1)), wish);
console.log(`128 on one channel: ${spill.type}; 2,000: gap ${JSON.stringify(planned.gap)}`);

const n = 256;
let seed = 1;
const random = (): number => {
  seed = (seed * 48_271) % 2_147_483_647;
  return seed % 1000;
};
const table = Array.from({ length: n }, () => Array.from({ length: n }, random));
const flat = Float64Array.from(table.flat());
const ours = timed(() => leastAssignment(n, n, flat), 9);
const start = performance.now();
munkres(table.map((row) => [...row]));
const theirs = performance.now() - start;
measure('a pure assignment of 256, times munkres-js', theirs / ours, '×', { atLeast: 40 });
printTable('Planner');
