import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

// The port is chosen by the test script, so that a running Keen Dial is left alone.
const port = process.env.KEEN_DIAL_TEST_PORT ?? '4388';
const data = process.env.KEEN_DIAL_TEST_DATA ?? mkdtempSync(join(tmpdir(), 'keen-dial-e2e-'));
process.env.KEEN_DIAL_TEST_DATA = data;
process.env.KEEN_DIAL_TEST_ORIGIN = `http://127.0.0.1:${port}`;

export default defineConfig({
  testDir: 'tests/e2e',
  fullyParallel: false,
  workers: 1,
  retries: 0,
  forbidOnly: true,
  timeout: 60_000,
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
  webServer: {
    command: 'node scripts/start.mjs',
    url: `http://127.0.0.1:${port}/`,
    reuseExistingServer: false,
    timeout: 60_000,
    env: { PORT: port, KEEN_DIAL_DATA: data, KEEN_DIAL_DEMO: '1' },
  },
});
