// npm run bench: speed of the core, its peers, the whole chain; weight of the first view, answers of the screen, start and memory
// of the server. The core is bundled first, as a browser gets it: run from source, helpers of the loader cost more than the work.
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleTest, ensureBuild, ensureKeen, ensurePackages, ensureServer, root, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureKeen();
await ensureServer();
const folder = mkdtempSync(join(root, 'node_modules', '.keen-dial', 'bench-'));
const held = [];
for (const name of ['core', 'planner', 'search', 'peers', 'chain', 'screen', 'bench-screen', 'gear', 'sheets', 'ground', 'proof'])
  held.push(run(process.execPath, [await bundleTest(`bench/${name}`, join(folder, `${name}.mjs`))]));
rmSync(folder, { recursive: true });
process.exit(held.every(Boolean) ? 0 : 1);
