// npm run demo: installs what is missing, builds, and starts with the demo rig if there is no rig yet.
import { ensureBuild, ensureKeen, ensurePackages, run } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureKeen();
const port = process.env.PORT ?? '4310';
console.log(`Keen Dial: http://${process.env.HOST ?? '127.0.0.1'}:${port}`);
process.exit(run(process.execPath, ['scripts/start.mjs'], { KEEN_DIAL_DEMO: '1' }) ? 0 : 1);
