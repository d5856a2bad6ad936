// npm run mutate [files]: changes the code of the core in small ways and looks whether a test notices. Without files it takes those
// that have a limit below. What it found before is taken over where neither code nor tests changed; the report is tests/mutation/report.md.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, root, run } from './prepare.mjs';

/** The least share of mutations that tests must notice, in percent. */
const limits = {
  'src/core/rig/resolve.ts': 85,
  'src/core/rig/apply.ts': 85,
  'src/core/rig/draft.ts': 85,
  'src/core/controller/gestures.ts': 85,
  'src/core/receiver/step.ts': 85,
};

if (!ensurePackages()) process.exit(1);
const named = process.argv.slice(2);
const files = named.length > 0 ? named : Object.keys(limits);
const room = join(root, 'node_modules', '.keen-dial', 'mutate');
mkdirSync(room, { recursive: true });
const config = join(room, 'config.json');
const found = join(root, 'tests/mutation/found.json');
writeFileSync(
  config,
  JSON.stringify({
    testRunner: 'vitest',
    vitest: { configFile: 'tests/mutation/vitest.config.ts' },
    plugins: ['@stryker-mutator/vitest-runner'],
    // The compiler of this project has no programming interface that the tool could ask; the tests bring their own settings.
    tsconfigFile: 'none.json',
    mutate: files,
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    incremental: true,
    incrementalFile: found,
    concurrency: 2,
    reporters: ['progress-append-only', 'json'],
    jsonReporter: { fileName: join(room, 'report.json') },
    // Not below node_modules: no test is looked for there.
    tempDirName: '.mutation',
    ignorePatterns: ['docs', 'dist', '.next', 'test-results', 'data', '.mutation'],
    timeoutMS: 20_000,
    thresholds: { high: 95, low: 85, break: null },
  }),
);
const done = run(process.execPath, [join(root, 'node_modules/@stryker-mutator/core/bin/stryker.js'), 'run', config]);
if (!done || !existsSync(join(room, 'report.json'))) process.exit(1);

const report = JSON.parse(readFileSync(join(room, 'report.json'), 'utf8'));
const noticed = new Set(['Killed', 'Timeout']);
const counted = new Set(['Killed', 'Timeout', 'Survived', 'NoCoverage']);
let short = false;
const sections = Object.entries(report.files)
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(([file, { mutants, source }]) => {
    const all = mutants.filter((m) => counted.has(m.status));
    const share = (100 * all.filter((m) => noticed.has(m.status)).length) / Math.max(1, all.length);
    const limit = limits[file];
    if (limit !== undefined && share < limit) short = true;
    const lines = source.split('\n');
    const left = all
      .filter((m) => !noticed.has(m.status))
      .sort((a, b) => a.location.start.line - b.location.start.line)
      .map(
        (m) =>
          `- line ${m.location.start.line}, ${m.mutatorName}${m.status === 'NoCoverage' ? ', no test comes here' : ''}: \`${(m.replacement ?? '').replace(/\s+/g, ' ').slice(0, 90)}\` in \`${(lines[m.location.start.line - 1] ?? '').trim().slice(0, 100)}\``,
      );
    return `## ${file}\n\n${share.toFixed(1)} % of ${all.length} noticed${limit === undefined ? '' : ` (asked ${limit})`}.\n\n${left.length === 0 ? 'Nothing survived.' : `What survived:\n\n${left.join('\n')}`}\n`;
  });
writeFileSync(
  join(root, 'tests/mutation/report.md'),
  `# Mutations\n\nWritten by \`npm run mutate\`. Each line is a change of the code that no test noticed.\n\n${sections.join('\n')}`,
);
console.log('Written: tests/mutation/report.md');
process.exit(short ? 1 : 0);
