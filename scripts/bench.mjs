// npm run bench: speed of the core, weight of the first view, answers of the screen, start and memory of the server.

import { join } from 'node:path';
import { ensureBuild, ensurePackages, root, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
const tsx = join(root, 'node_modules/.bin/tsx');
const core = run(tsx, ['tests/bench/core.ts']);
const screen = run(tsx, ['tests/bench/screen.ts']);
process.exit(core && screen ? 0 : 1);
