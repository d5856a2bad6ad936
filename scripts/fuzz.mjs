// npm run fuzz: every importer against 10,000 random or damaged inputs each (KEEN_DIAL_FUZZ names another number), and every law of tests/laws that is
// stated over random rigs, 10,000 runs each.
//   npm run fuzz -- --law clashes,told --runs 2000 --seed 7
// Laws are played in batches. What was played before over the same code is not played again, so a run that was stopped goes on where it was; the report is
// tests/laws/report.md.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePackages, root, run } from './prepare.mjs';

/** Laws that take a number of runs and a seed, and what each says. */
const laws = {
  sync: 'windows on one journal come to show the same, and nothing vanishes',
  clashes: 'a clash is told exactly where the play moves what nobody meant',
  told: 'what falls short of what is wanted is told, once, and nothing else is',
  mending: 'a change that is offered makes nothing worse, and what it is for better',
  plans: 'a plan moves nothing that nobody meant, and leaves what works',
  ranges: 'no parameter leaves its range, and landings follow it',
  proof: 'proved is what leaves a receiver the same, in order',
  teaching: 'what is sent while software learns stays at the quiet end',
  ticks: 'a tick stands exactly as long as nothing has to be entered again',
  sheet: 'from the sheet alone the same rig can be built',
  ways: 'the way to a scene costs what the best of all sequences costs',
  assumed: 'what must be fixed is wrong whatever nobody stated',
  through: 'what is played through is what the controller would send by itself',
  rehearsal: 'who plays as planned is right, and what is planted is told back',
  judging: 'an edit is judged as the rig after it would be judged anew',
  apart: 'a unit that stands apart changes nothing of what was there',
  beside: 'two rigs side by side are what each is alone',
  alike: 'the same thing told otherwise is the same thing',
  gestures: 'one switch sends for any presses what the rules say',
  chords: 'a chord takes the presses that meet, and nothing from others',
  following: 'where a controller is, is among the places that agree with what was heard',
};
const BATCH = 1000;

const { values } = parseArgs({
  options: { law: { type: 'string' }, runs: { type: 'string', default: '10000' }, seed: { type: 'string', default: '1' } },
});
const named = values.law?.split(',') ?? Object.keys(laws);
const runs = Number(values.runs);
const seed = Number(values.seed);
const unknown = named.filter((law) => !(law in laws));
if (unknown.length > 0 || !Number.isInteger(runs) || runs < 1 || !Number.isInteger(seed)) {
  console.error(`Laws are ${Object.keys(laws).join(', ')}; runs and seed are whole numbers.`);
  process.exit(2);
}
if (!ensurePackages()) process.exit(1);
const vitest = ['node_modules/vitest/vitest.mjs', 'run', '--testTimeout=1800000'];

const filesBelow = (folder) =>
  readdirSync(join(root, folder), { recursive: true })
    .map((name) => join(folder, name))
    .filter((path) => path.endsWith('.ts'))
    .sort();

/** What a law rests on: the core, what makes its rigs, and the law itself. */
function digestOf(law) {
  const hash = createHash('sha256');
  for (const path of [...filesBelow('src/core'), ...filesBelow('tests/kit'), `tests/laws/${law}.test.ts`])
    if (!path.endsWith('.test.ts') || path.startsWith('tests/laws')) hash.update(path).update(readFileSync(join(root, path)));
  return hash.digest('hex').slice(0, 12);
}

const room = join(root, 'node_modules', '.keen-dial');
mkdirSync(room, { recursive: true });
const kept = join(room, 'fuzz.json');
const known = existsSync(kept) ? JSON.parse(readFileSync(kept, 'utf8')) : {};
const report = join(root, 'tests/laws/report.md');

function writeReport() {
  const lines = Object.entries(known)
    .filter(([law]) => law in laws)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(
      ([law, r]) =>
        `| ${law} | ${laws[law]} | ${r.done.toLocaleString('en-GB')} | ${r.seed} | ${r.digest} | ${r.held ? 'holds' : `broken in the batch of seed ${r.at}`} |`,
    );
  writeFileSync(
    report,
    [
      '# Laws',
      '',
      'Written by `npm run fuzz`. The code is named by a digest of the core, of what makes the rigs, and of the law.',
      '',
      '| Law | What it says | Runs | Seed from | Code | |',
      '| --- | --- | ---: | ---: | --- | --- |',
      ...lines,
      '',
    ].join('\n'),
  );
}

let fine = true;
for (const law of named) {
  const digest = digestOf(law);
  const before = known[law];
  const goesOn = before?.digest === digest && before.seed === seed && before.held;
  let done = goesOn ? before.done : 0;
  let held = true;
  while (held && done < runs) {
    const at = seed + done / BATCH;
    held = run(process.execPath, [...vitest, `tests/laws/${law}.test.ts`], {
      KEEN_DIAL_RUNS: String(Math.min(BATCH, runs - done)),
      KEEN_DIAL_SEED: String(at),
    });
    if (held) done += Math.min(BATCH, runs - done);
    known[law] = { digest, seed, done, held, at };
    writeFileSync(kept, JSON.stringify(known));
    writeReport();
  }
  fine &&= held;
}
if (values.law === undefined)
  fine =
    run(process.execPath, [...vitest, 'tests/fuzz'], {
      KEEN_DIAL_FUZZ: process.env.KEEN_DIAL_FUZZ ?? '10000',
      KEEN_DIAL_SEED: String(seed),
    }) && fine;
process.exit(fine ? 0 : 1);
