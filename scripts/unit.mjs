// npm run test:unit: the unit tests on a fresh clone too: they try the command line as it is built.
import { ensureKeen, ensurePackages, run } from './prepare.mjs';

if (!ensurePackages()) process.exit(1);
await ensureKeen();
process.exit(run(process.execPath, ['node_modules/vitest/vitest.mjs', 'run', ...process.argv.slice(2)]) ? 0 : 1);
