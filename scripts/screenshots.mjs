// Takes the pictures in docs/screenshots from the demo data: one per main view, at 1280 × 800.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';

if (!ensurePackages() || !ensureBuild()) process.exit(1);
const { chromium } = await import('@playwright/test');

const port = process.env.PORT ?? '4377';
const base = `http://127.0.0.1:${port}`;
const data = mkdtempSync(join(tmpdir(), 'keen-dial-shots-'));
const server = spawn(process.execPath, ['scripts/start.mjs'], {
  cwd: root,
  stdio: 'ignore',
  env: { ...process.env, PORT: port, KEEN_DIAL_DATA: data, KEEN_DIAL_DEMO: '1' },
});

async function ready() {
  for (let i = 0; i < 100; i++) {
    try {
      if ((await fetch(base)).ok) return;
    } catch {
      // Not up yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server did not start');
}

const views = [
  ['rigs', '/', null, 'light'],
  ['gear-controller', '/rigs/lantern-hour/gear', null, 'light'],
  ['gear-target', '/rigs/lantern-hour/gear', /^Quarry Hall/, 'light'],
  ['map', '/rigs/lantern-hour/map', /^FS 3:/, 'light'],
  ['map-pedal-dark', '/rigs/lantern-hour/map', /^Ex 2:/, 'dark'],
  ['sheet', '/rigs/lantern-hour/sheet', null, 'light'],
];

try {
  await ready();
  const folder = join(root, 'docs/screenshots');
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  for (const [name, path, choose, colorScheme] of views) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme, reducedMotion: 'reduce' });
    await page.goto(base + path);
    if (path !== '/') await page.getByRole('link', { name: /must fix/ }).waitFor();
    if (choose) await page.getByRole('button', { name: choose }).click();
    await page.waitForTimeout(900);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    await page.close();
    console.log(`docs/screenshots/${name}.png`);
  }
  await browser.close();
} finally {
  server.kill();
  rmSync(data, { recursive: true, force: true });
}
