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

/** Into the first section, and on to one with more to do. */
/** A take with a slip in it, while the next one goes on. */
async function rehearse(page) {
  const begin = page.getByRole('button', { name: 'Begin' });
  const beats = async (left) => page.getByText(`in ${left} beats`).waitFor();
  await begin.click();
  await beats(3);
  for (const key of ['a', 'c', 'z']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(200);
  }
  await begin.waitFor();
  await begin.click();
  await beats(3);
}

async function onStage(page) {
  await page.getByText('Next Platform: press FS 1').waitFor({ timeout: 60_000 });
  await page
    .getByRole('button', { name: /^FS 1:/ })
    .first()
    .click();
  await page.keyboard.press('Space');
  await page.waitForTimeout(500);
}

/** Plays some switches and a pedal, and holds a layer open. */
async function play(page) {
  await page.getByRole('button', { name: /^FS 1: LOOM/ }).waitFor();
  await page.getByRole('group', { name: /^Panel of/ }).focus();
  for (const key of ['z', 'x', 'c', 'a', 's']) {
    await page.keyboard.press(key, { delay: 80 });
    await page.waitForTimeout(160);
  }
  const pedal = await page.getByRole('button', { name: /^Ex 1/ }).boundingBox();
  await page.mouse.move(pedal.x + pedal.width / 2, pedal.y + pedal.height * 0.9);
  await page.mouse.down();
  await page.mouse.move(pedal.x + pedal.width / 2, pedal.y + pedal.height * 0.25, { steps: 40 });
  await page.mouse.up();
  await page.getByRole('group', { name: /^Panel of/ }).focus();
  await page.keyboard.down('v');
  await page.waitForTimeout(400);
}

/** Opens a finding of a switch. */
async function chooseFinding(page) {
  await page.getByRole('option').filter({ hasText: 'First press does nothing.' }).click();
  await page.getByRole('button', { name: 'Send 127 first' }).waitFor();
}

/** Chooses a row of controls, so that the properties and the tools show. */
async function chooseRow(page) {
  await page.getByRole('button', { name: /^FS 1, footswitch/ }).click();
  for (const name of ['FS 2', 'FS 3'])
    await page.getByRole('button', { name: new RegExp(`^${name}, footswitch`) }).click({ modifiers: ['Shift'] });
}

/** Draws a second path, so that the picture has something to mark. */
async function secondPath(page) {
  await page.getByRole('combobox', { name: 'From', exact: true }).selectOption({ label: 'Murmur Loom' });
  await page.getByRole('combobox', { name: 'To', exact: true }).selectOption({ label: 'Quarry Hall' });
  await page.getByRole('button', { name: 'Add a wire' }).click();
  await page.waitForTimeout(300);
  await page.getByRole('heading', { name: 'Wiring' }).scrollIntoViewIfNeeded();
}

/** A few answers into the search. */
async function search(page) {
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: 'Nothing at all' }).click();
  await page.getByRole('region', { name: 'Answers' }).waitFor();
}

/** Some steps, and a name for the state before them. */
async function makeHistory(page) {
  for (const name of ['FS 1', 'FS 3']) {
    await page.getByRole('button', { name: new RegExp(`^${name}:`) }).click();
    await page.getByRole('button', { name: 'Clear', exact: true }).click();
  }
  await page.waitForTimeout(500);
  await page.goto(`${base}/rigs/lantern-hour/history?at=0`);
  await page.getByRole('button', { name: 'Name this state…' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('As rehearsed');
  await page.getByRole('button', { name: 'Name it' }).click();
  await page.getByRole('heading', { name: 'As rehearsed' }).waitFor();
}

/** A fault planted in the simulated unit, and what is said of it. */
async function fail(page) {
  await page
    .getByRole('complementary', { name: 'Functions' })
    .getByRole('button', { name: /FS 3 Gate/ })
    .click();
  await page.getByLabel('Fault of the simulated unit').selectOption('It latches instead of being momentary');
  await page.getByRole('button', { name: /Let it play/ }).click();
  await page.getByRole('region', { name: 'What is wrong' }).waitFor();
}

/** Two sweeps of the worn pedal that ships with the program. */
async function sweep(page) {
  await page.getByRole('button', { name: /^Record/ }).click();
  await page.waitForTimeout(9000);
  await page.getByRole('button', { name: /^That was it/ }).click();
  await page.getByRole('table', { name: 'What came' }).waitFor();
}

const views = [
  ['library', '/library', null, 'light'],
  ['panel', '/rigs/lantern-hour/gear/panel', null, 'light', chooseRow],
  ['gear-controller', '/rigs/lantern-hour/gear', null, 'light'],
  ['gear-target', '/rigs/lantern-hour/gear', /^Quarry Hall/, 'light'],
  ['map', '/rigs/lantern-hour/map', /^FS 3:/, 'light'],
  ['numbers', '/rigs/lantern-hour/numbers?channel=5', null, 'light'],
  ['checks', '/rigs/lantern-hour/checks', null, 'light', chooseFinding],
  ['bench', '/rigs/lantern-hour/bench', null, 'light', play],
  ['sheet', '/rigs/lantern-hour/sheet', null, 'light'],
  ['walk', '/rigs/lantern-hour/sheet/walk?step=lh3r', null, 'light'],
  ['labels', '/rigs/lantern-hour/sheet/labels', null, 'light'],
  ['proof', '/rigs/lantern-hour/proof', null, 'light', fail],
  ['set', '/rigs/lantern-hour/set', null, 'light', (page) => page.getByText('not in time').waitFor()],
  ['rehearse', '/rigs/lantern-hour/set/rehearse?from=3&to=3&tempo=60', null, 'light', rehearse],
  ['stage', '/rigs/lantern-hour/stage', null, 'light', onStage],
  ['calibrate', '/rigs/lantern-hour/proof/calibrate', null, 'dark', sweep],
  ['nothing-arrives', '/rigs/lantern-hour/gear/nothing', null, 'light', search],
  ['wiring', '/rigs/lantern-hour/gear/wiring', null, 'light', secondPath],
  // Last: these change the rig.
  ['history', '/rigs/lantern-hour/map', null, 'light', makeHistory],
];

try {
  await ready();
  const folder = join(root, 'docs/screenshots');
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  for (const [name, path, choose, colorScheme, act] of views) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme, reducedMotion: 'reduce' });
    await page.goto(base + path);
    if (path.startsWith('/rigs/') && name !== 'stage') await page.getByRole('link', { name: /must fix/ }).waitFor();
    if (choose) await page.getByRole('button', { name: choose }).click();
    if (act) await act(page);
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
