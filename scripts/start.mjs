// Starts the built application in this very process, on 127.0.0.1 (HOST and PORT name others).
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './prepare.mjs';

process.env.NEXT_TELEMETRY_DISABLED = '1';
process.env.NODE_ENV = 'production';
const server = join(root, 'dist', 'server.mjs');
if (!existsSync(server) || !existsSync(join(root, '.next', 'BUILD_ID'))) {
  console.error('Keen Dial is not built yet: npm run build, or npm run demo, which does it all.');
  process.exit(1);
}
const { start } = await import(pathToFileURL(server).href);
try {
  await start(root);
} catch (error) {
  console.error(
    error?.code === 'EADDRINUSE'
      ? `Something else listens on this port already: ${error.address}:${error.port}. Name another one in PORT.`
      : error,
  );
  process.exit(1);
}
