// npm run bench: speed of the core, weight of the first view, answers of the screen, start and memory of the server.
import { ensureBuild, ensurePackages, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
const core = run(process.execPath, ['--import', 'tsx', 'tests/bench/core.ts']);
const screen = run(process.execPath, ['--import', 'tsx', 'tests/bench/screen.ts']);
process.exit(core && screen ? 0 : 1);
