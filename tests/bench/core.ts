// How fast the core judges: outcomes a second, the whole demo, and a made rig of 20,000 assignments.
import { outcome, surroundingsOf } from '@/core/bench';
import { judge, judgeInParts } from '@/core/checks';
import { apply, indexRig, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { madeRig } from './made-rig';
import { measure, percentile, printTable, timed } from './table';

const rig = madeRig(20_000);
const index = indexRig(rig);
const around = surroundingsOf(index);
const switches = rig.assignments.filter((a) => a.gesture.type === 'press').slice(0, 4000);
const sweeps = rig.assignments.filter((a) => a.gesture.type === 'move').slice(0, 800);

const switchMs = timed(() => switches.forEach((a) => void outcome(index, a, around)));
measure('outcome of switch assignments', (switches.length / switchMs) * 1000, 'a second', { atLeast: 20_000 });
const sweepMs = timed(() => sweeps.forEach((a) => void outcome(index, a, around)));
measure('full 7-bit sweeps', (sweeps.length / sweepMs) * 1000, 'a second', { atLeast: 3000 });

const demo = lanternHour();
measure(
  'outcomes and findings of the demo rig',
  timed(() => judge(demo), 20),
  'ms',
  { atMost: 20 },
);

// A worker that was just handed the rig: its look-ups, and then what a screen shows of it.
const screen = rig.assignments.slice(9000, 9100).map((a) => a.id);
const held = structuredClone(rig);
const handed = performance.now();
const parts = judgeInParts(indexRig(held), undefined, () => screen);
for (const _ of screen) parts.next();
measure('what is on the screen of 20,000 assignments, judged first', performance.now() - handed, 'ms', { atMost: 500 });

const start = performance.now();
let judgement = judge(rig);
measure('outcomes and all findings of 20,000 assignments', performance.now() - start, 'ms', { atMost: 2000 });

const edits: number[] = [];
let now = rig;
for (let i = 0; i < 40; i++) {
  const row = now.assignments[(i * 487) % now.assignments.length];
  const action = row?.actions[0];
  if (!row || action?.type !== 'send') continue;
  const behaviour =
    action.behaviour.type === 'range'
      ? { ...action.behaviour, to: action.behaviour.from, from: action.behaviour.to }
      : { type: 'fixed' as const, value: action.behaviour.type === 'fixed' ? action.behaviour.value : (0 as never) };
  const done = apply(now, set('assignments', row, 'actions', [{ ...action, behaviour }]));
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  const begun = performance.now();
  judgement = judge(done.value, judgement);
  edits.push(performance.now() - begun);
  now = done.value;
}
measure('the same after one edit (median)', percentile(edits, 0.5), 'ms', { atMost: 50 });
measure('the same after one edit (p95)', percentile(edits, 0.95), 'ms', { atMost: 50 });

printTable('Core');
