// Proof: how often the diagnosis names what is wrong, over faults planted by chance in rigs by chance; how long a step takes; paper as PDF.
// The fault mix (weights) and the classes of causes that leave identical evidence stand in src/core/proof/causes.data.ts.
import { chance } from '@/core/base';
import { makeLabels, sheetPaper } from '@/core/paper';
import { alike, asksOf, causes, diagnose, evidence, plantFault, toProve, verdictOf } from '@/core/proof';
import { indexRig } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { paperToPdf } from '@/ui/paper/pdf';
import { diagnosingTrial, faultlessTrial, type Trial } from '../kit/diagnosing';
import { shippedFonts } from '../kit/fonts';
import { madeRig } from './made-rig';
import { measure, percentile, printTable, timed } from './table';

const trialsOf = (faults: 1 | 2, count: number): Trial[] =>
  Array.from({ length: count }, (_, i) => diagnosingTrial(i * 7919 + 13 * faults, faults)).filter((t) => t !== null);
const share = (all: readonly Trial[], good: (t: Trial) => boolean): number => (100 * all.filter(good).length) / all.length;

const single = trialsOf(1, 4_000);
measure(
  'one fault: named first',
  share(single, (t) => t.places[0] === 1),
  '%',
  { atLeast: 95 },
);
measure(
  'one fault: among the first three',
  share(single, (t) => (t.places[0] ?? 0) > 0 && (t.places[0] ?? 0) <= 3),
  '%',
  { atLeast: 99.5 },
);
const double = trialsOf(2, 2_000);
measure(
  'two faults: both among the first three',
  share(double, (t) => t.places.every((p) => p > 0 && p <= 3)),
  '%',
  { atLeast: 80 },
);
const faultless = Array.from({ length: 2_000 }, (_, i) => faultlessTrial(i * 77 + 5)).filter((t) => t !== null);
measure('no fault: proved', (100 * faultless.filter((t) => t.proved).length) / faultless.length, '%', { atLeast: 99 });
measure('no fault: held to be wrong', (100 * faultless.filter((t) => t.alarm).length) / faultless.length, '%', { atMost: 0.5 });

const demo = indexRig(lanternHour());
const next = chance(5);
const diagnosing: number[] = [];
const stepping: number[] = [];
for (const ask of asksOf(demo)) {
  for (const { id } of causes) {
    const planted = plantFault(demo, ask, id, next);
    if (!planted) continue;
    const heard = evidence(ask, [planted], next);
    const start = performance.now();
    diagnose(demo, ask, heard);
    diagnosing.push(performance.now() - start);
  }
  const heard = evidence(ask, [], next);
  for (let n = 1; n <= heard.length; n++) {
    const start = performance.now();
    verdictOf(ask, heard.slice(0, n));
    stepping.push(performance.now() - start);
  }
}
measure('a proof step after a message, slowest of all', Math.max(...stepping), 'ms', { atMost: 50 });
measure('a diagnosis on the demo, 99 of 100', percentile(diagnosing, 0.99), 'ms', { atMost: 50 });

const large = indexRig(madeRig(2_000));
measure(
  'the list of 2,000 functions to prove',
  timed(() => toProve(large)),
  'ms',
  { atMost: 50 },
);

let pages = 0;
const start = performance.now();
await paperToPdf(sheetPaper(large, '2026-05-02'), shippedFonts, (_done, all) => {
  pages = all;
});
measure(`sheet of 2,000 assignments as PDF, ${pages} pages`, performance.now() - start, 'ms', { atMost: 5_000 });
const [controller] = demo.rig.controllers;
if (controller)
  measure(
    'labels laid out',
    timed(() => makeLabels(demo, { controllerId: controller.id, bank: 1, page: null, distance: 1000, tape: 12 })),
    'ms',
    { atMost: 50 },
  );

printTable('Proof');
console.log('\nFault mix, in parts of all:');
const whole = causes.reduce((sum, c) => sum + c.weight, 0);
console.log(causes.map((c) => `  ${c.id} ${((100 * c.weight) / whole).toFixed(1)} %`).join('\n'));
console.log('\nCauses that leave identical evidence, and when:');
console.log(alike.map((a) => `  ${a.causes.join(' = ')}: ${a.when}`).join('\n'));
