// npm test: everything, from a fresh clone. Installs what is missing, then lint, types, unused code, unit tests, the
// production build and browser tests. Ends with the names of what failed and one line of totals, both taken from the runners'
// own reports; a step that fails or a suite that does not run counts as failed.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, relative } from 'node:path';
import { ensureBuild, ensureKeen, ensurePackages, ensureServer, root, run } from './prepare.mjs';

let passed = 0;
let failed = 0;
const names = [];

function end() {
  if (names.length > 0) console.log(`\nFailed:\n${names.map((name) => `  ${name}`).join('\n')}`);
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
}

function step(name, work) {
  console.log(`\n— ${name}`);
  const fine = work();
  if (fine) passed++;
  else {
    failed++;
    names.push(name);
    console.error(`✗ ${name} failed`);
  }
  return fine;
}

const bin = (name) => join(root, 'node_modules', '.bin', name);
const results = join(root, 'test-results');

function ensureChromium() {
  const wanted = process.env.CHROMIUM ?? '/usr/bin/chromium';
  if (existsSync(wanted)) return true;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error(`There is no browser at ${wanted}. Install Debian's chromium, or name another one in CHROMIUM.`);
    return false;
  }
  return (
    run('apt-get', ['update', '-qq']) &&
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium', 'fonts-liberation']) &&
    existsSync(wanted)
  );
}

/** Counts the tests of a JSON report and keeps the names of those that failed; a missing or empty report counts as one failure. */
function count(file, read) {
  const path = join(results, file);
  if (!existsSync(path)) {
    failed++;
    names.push(`${file} was not written`);
    return;
  }
  const [good, bad, which] = read(JSON.parse(readFileSync(path, 'utf8')));
  passed += good;
  failed += good + bad === 0 ? 1 : bad;
  names.push(...which);
}

/** What failed in the report of the unit tests: each test with its file, and each file that did not run at all. */
const failedUnits = (report) =>
  report.testResults.flatMap((file) => {
    const where = relative(root, file.name);
    const tests = file.assertionResults.filter((test) => test.status !== 'passed');
    if (file.status === 'failed' && file.assertionResults.length === 0) return [`${where}: did not run`];
    return tests.map(
      (test) =>
        `${where}: ${test.fullName} (${test.status})\n    ${(test.failureMessages?.[0] ?? '').split('\n').slice(0, 6).join('\n    ').slice(0, 600)}`,
    );
  });

/** What failed in a suite of the report of the browser tests, and in the suites inside it. */
const failedInSuite = (suite) => [
  ...(suite.specs ?? []).filter((spec) => !spec.ok).map((spec) => `${spec.file}:${spec.line}: ${spec.title}`),
  ...(suite.suites ?? []).flatMap(failedInSuite),
];

const freePort = () =>
  new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(String(port)));
    });
  });

if (!step('packages', ensurePackages)) end();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

step('lint and format', () => run(bin('biome'), ['ci', '.']));
step('route types', () => run(bin('next'), ['typegen']));
step('types', () => run(bin('tsc'), ['--noEmit']));
step('unused code', () => run(bin('knip'), []));

for (const [name, make] of [
  ['command line', ensureKeen],
  ['server', ensureServer],
])
  await make().then(
    () => step(name, () => true),
    (error) => step(`${name}: ${error.message}`, () => false),
  );

console.log('\n— unit tests');
const unit = spawnSync(
  bin('vitest'),
  ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${join(results, 'unit.json')}`],
  { cwd: root, stdio: 'inherit' },
);
count('unit.json', (r) => [
  r.numPassedTests,
  r.numFailedTests +
    r.numPendingTests +
    (r.numTodoTests ?? 0) +
    r.testResults.filter((s) => s.status === 'failed' && s.assertionResults.length === 0).length,
  failedUnits(r),
]);
if (unit.status !== 0 && failed === 0) failed++;

const built = step('production build', ensureBuild);
const browser = step('browser', ensureChromium);
if (built && browser) {
  console.log('\n— browser tests');
  // Files of tests can run side by side, each on a server of its own: two take two thirds of the time, where the machine has the cores for it.
  const workers = Number(process.env.KEEN_DIAL_TEST_WORKERS ?? 1);
  const ports = await Promise.all(Array.from({ length: workers }, freePort));
  const e2e = spawnSync(bin('playwright'), ['test'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, KEEN_DIAL_TEST_PORTS: ports.join(','), NEXT_TELEMETRY_DISABLED: '1' },
  });
  const before = failed;
  count('e2e.json', (r) => [
    r.stats.expected,
    r.stats.unexpected + r.stats.flaky + r.stats.skipped,
    r.suites.flatMap(failedInSuite),
  ]);
  if (e2e.status !== 0 && failed === before) failed++;
} else failed++;

end();
