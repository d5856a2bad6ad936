// npm run bench -- --against <commit>: the same workloads over today's code and a commit's, in turns, as ratios.
// npm run bench: speed of the core, its peers, the whole chain; weight of the first view, answers of the screen, start and memory
// of the server. The core is bundled first, as a browser gets it: run from source, helpers of the loader cost more than the work.
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleTest, ensureBuild, ensureKeen, ensurePackages, ensureServer, root, run } from './prepare.mjs';

const against = process.argv.indexOf('--against');
if (against >= 0) {
  const commit = process.argv[against + 1];
  if (!commit) {
    console.error('Name the commit to compare with: npm run bench -- --against <commit>');
    process.exit(1);
  }
  if (!ensurePackages()) process.exit(1);
  const kept = mkdtempSync(join(root, 'node_modules', '.keen-dial', 'bench-'));
  const fine = run(process.execPath, [await bundleTest('bench/compare/main', join(kept, 'compare.mjs')), root, commit]);
  rmSync(kept, { recursive: true });
  process.exit(fine ? 0 : 1);
}

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureKeen();
await ensureServer();
const folder = mkdtempSync(join(root, 'node_modules', '.keen-dial', 'bench-'));
const held = [];
for (const name of [
  'core',
  'helped',
  'planner',
  'search',
  'peers',
  'chain',
  'screen',
  'edits',
  'bench-screen',
  'gear',
  'sheets',
  'inside',
  'sheet-screen',
  'ground',
  'proof',
  'set',
  'stage',
])
  held.push(run(process.execPath, [await bundleTest(`bench/${name}`, join(folder, `${name}.mjs`))]));
rmSync(folder, { recursive: true });
process.exit(held.every(Boolean) ? 0 : 1);
