// npm run demo: installs what is missing, builds, and starts with the demo rig if there is no rig yet. One process: this one.
import { ensureBuild, ensureKeen, ensurePackages, ensureServer } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureKeen();
await ensureServer();
process.env.KEEN_DIAL_DEMO = '1';
await import('./start.mjs');
