// npm run bench: speed of the core, weight of the first view, answers of the screen, start and memory of the server.

import { join } from 'node:path';
import { ensureBuild, ensurePackages, root, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
const tsx = createRequire(import.meta.url).resolve('tsx/cli');
const core = run(process.execPath, [tsx, 'tests/bench/core.ts']);
const screen = run(process.execPath, [tsx, 'tests/bench/screen.ts']);
process.exit(core && screen ? 0 : 1);
