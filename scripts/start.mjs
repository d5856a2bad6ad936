// Starts the built application on 127.0.0.1 (HOST and PORT name others) and prints its address.
import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';

const port = process.env.PORT ?? '4310';
const host = process.env.HOST ?? '127.0.0.1';
const next = createRequire(import.meta.url).resolve('next/dist/bin/next');
const server = spawn(process.execPath, [next, 'start', '-H', host, '-p', port], {
  stdio: 'inherit',
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
