import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

// One server, data folder and port for each worker, so that files run side by side and none sees another's rigs. The ports
// are chosen by the test script, so that a running Keen Dial is left alone.
const ports = (process.env.KEEN_DIAL_TEST_PORTS ?? '4388').split(',');
// Playwright reads this file again in every worker, which knows its place in this variable.
const port = ports[Number(process.env.TEST_PARALLEL_INDEX ?? 0)] ?? ports[0];
process.env.KEEN_DIAL_TEST_ORIGIN = `http://127.0.0.1:${port}`;

export default defineConfig({
  testDir: 'tests/e2e',
  fullyParallel: false,
  workers: ports.length,
  retries: 0,
  forbidOnly: true,
  // Twice what the longest takes alone: two may run beside each other.
  timeout: 120_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: ports.map((at) => ({
    command: 'node scripts/start.mjs',
    url: `http://127.0.0.1:${at}/`,
    reuseExistingServer: false,
    timeout: 60_000,
    env: {
      PORT: at,
      KEEN_DIAL_DATA: process.env.TEST_WORKER_INDEX ? '' : mkdtempSync(join(tmpdir(), 'keen-dial-e2e-')),
      KEEN_DIAL_DEMO: '1',
    },
  })),
});
