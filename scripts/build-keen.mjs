// npm run build:keen: the command line `keen`, from source to dist/keen.mjs.
import { ensureKeen, ensurePackages } from './prepare.mjs';

if (!ensurePackages()) process.exit(1);
await ensureKeen();
console.log('dist/keen.mjs is built: npx keen --help');
