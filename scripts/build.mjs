// npm run build: the application, the server that runs it, and the command line.
import { ensureBuild, ensureKeen, ensurePackages, ensureServer } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
await ensureKeen();
await ensureServer();
