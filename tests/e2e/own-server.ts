// Servers of a test's own: each on its data folder and port, ended and cleared away after the test.
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

export interface Running {
  readonly child: ChildProcess;
  readonly port: number;
  readonly url: string;
  readonly said: () => string;
  /** Sends a signal and answers how the process ended, and after how many milliseconds. */
  readonly end: (signal?: NodeJS.Signals) => Promise<{ readonly code: number | null; readonly ms: number }>;
}

export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });

const running: Running[] = [];
const homes: string[] = [];
/** A data folder of its own, gone after the tests of the file. */
export const home = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'keen-dial-server-'));
  homes.push(folder);
  return folder;
};

/** Starts the whole program on a data folder, on a port of its own or a certain one. */
export async function start(folder: string, more: Readonly<Record<string, string>> = {}, at?: number): Promise<Running> {
  const port = at ?? (await freePort());
  let text = '';
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), HOST: '', KEEN_DIAL_DATA: folder, KEEN_DIAL_DEMO: '1', ...more },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const gone = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (chunk: Buffer) => {
      text += chunk.toString();
    });
  const made: Running = {
    child,
    port,
    url: `http://127.0.0.1:${port}`,
    said: () => text,
    end: async (signal = 'SIGTERM') => {
      const begun = performance.now();
      child.kill(signal);
      return { code: await gone, ms: performance.now() - begun };
    },
  };
  running.push(made);
  await expect.poll(() => text.includes('Keen Dial: http') || child.exitCode !== null, { timeout: 20_000 }).toBe(true);
  return made;
}

test.afterEach(async () => {
  for (const one of running.splice(0)) if (one.child.exitCode === null && one.child.signalCode === null) await one.end('SIGKILL');
});
test.afterAll(() => {
  for (const folder of homes) rmSync(folder, { recursive: true, force: true });
});
