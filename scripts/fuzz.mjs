// npm run fuzz: every importer against 10,000 random or damaged inputs each, and as many schedules of windows on one journal for each law of
// edits on their way. KEEN_DIAL_FUZZ names another number.
import { ensurePackages, run } from './prepare.mjs';

if (!ensurePackages()) process.exit(1);
const cases = process.env.KEEN_DIAL_FUZZ ?? '10000';
process.exit(
  run(
    process.execPath,
    ['node_modules/vitest/vitest.mjs', 'run', 'tests/fuzz', 'tests/laws/sync.test.ts', '--testTimeout=600000'],
    {
      KEEN_DIAL_FUZZ: cases,
      KEEN_DIAL_RUNS: cases,
    },
  )
    ? 0
    : 1,
);
