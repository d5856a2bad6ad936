// npm run torture: kills, full disks, locks and hostile requests against database and server. KEEN_DIAL_SEED and KEEN_DIAL_KILLS name another run.
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleTest, ensureBuild, ensurePackages, ensureServer, root, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureServer();
const folder = mkdtempSync(join(root, 'node_modules', '.keen-dial', 'torture-'));
const bundled = (name) => bundleTest(`torture/${name}`, join(folder, `${name}.mjs`));
const fine = run(process.execPath, [await bundled('main'), root, await bundled('worker')]);
rmSync(folder, { recursive: true, force: true });
process.exit(fine ? 0 : 1);
