// npm run torture: kills, full disks, locks and hostile requests against database and server. KEEN_DIAL_SEED and KEEN_DIAL_KILLS name another run.
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { ensureBuild, ensurePackages, ensureServer, root, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureServer();
const folder = mkdtempSync(join(root, 'node_modules', '.keen-dial', 'torture-'));
const bundled = (name) => {
  const outfile = join(folder, `${name}.mjs`);
  buildSync({
    entryPoints: [join(root, 'tests/torture', `${name}.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    alias: { '@': join(root, 'src') },
    outfile,
  });
  return outfile;
};
const fine = run(process.execPath, [bundled('main'), root, bundled('worker')]);
rmSync(folder, { recursive: true, force: true });
process.exit(fine ? 0 : 1);
