// The built server over a folder of its own, and a browser to look at it.
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium } from '@playwright/test';

interface Served {
  readonly server: ChildProcess;
  readonly base: string;
  /** From the start of the process to the first answer, in milliseconds. */
  readonly startMs: number;
  readonly stop: () => void;
}

export async function startServer(): Promise<Served> {
  const port = process.env.PORT ?? '4366';
  const base = `http://127.0.0.1:${port}`;
  const data = mkdtempSync(join(tmpdir(), 'keen-dial-bench-'));
  const begun = performance.now();
  const server = spawn(process.execPath, ['scripts/start.mjs'], {
    stdio: 'ignore',
    env: { ...process.env, PORT: port, KEEN_DIAL_DATA: data, KEEN_DIAL_DEMO: '1' },
  });
  const stop = (): void => {
    server.kill();
    rmSync(data, { recursive: true, force: true });
  };
  for (let i = 0; i < 400; i++) {
    try {
      if ((await fetch(`${base}/rigs/lantern-hour/map`)).ok) return { server, base, startMs: performance.now() - begun, stop };
    } catch {
      // Not up yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  stop();
  throw new Error('the server did not start');
}

export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
