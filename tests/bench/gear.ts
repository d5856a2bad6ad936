// Gear: laying out a panel of 300 controls, a list of 10,000 parameters from file to rig, the command line on the demo, and a writer that is
// killed a hundred times.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addController, parametersEdit, planParameters } from '@/core/commands';
import { parseParameters, writeRig } from '@/core/formats';
import type { ControllerTemplate } from '@/core/library';
import { apply, commonFirmware, emptyRig, grid, indexRig, numbered, type Rig } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { busyFrames } from './frames';
import { openBrowser, startServer } from './server';
import { measure, percentile, printTable, timed } from './table';

const LINES = 10_000;
const list = [
  'name,kind,range,unit,scale,group',
  ...Array.from({ length: LINES }, (_, i) => `Parameter ${i},continuous,1..${i + 2},Hz,log,Group ${i % 40}`),
].join('\n');
let count = 0;
const newId = (): string => `n${++count}`;

/** 300 controls: 10 rows of 30 knobs. */
function largePanel(): Rig {
  const template: ControllerTemplate = {
    id: 'large',
    version: 1,
    name: 'Large panel',
    summary: '300 knobs',
    channel: 1,
    bankNames: [],
    firmware: commonFirmware,
    panel: {
      width: 900,
      height: 330,
      controls: grid({
        kind: 'knob',
        names: numbered('K', 300),
        columns: 30,
        x: 10,
        y: 10,
        dx: 29,
        dy: 32,
        width: 20,
        height: 20,
        family: 'knobs',
      }),
    },
  };
  const empty = emptyRig('large', 'Large panel');
  const done = apply(empty, addController(empty, template, 'Large panel', newId).edit);
  if (!done.ok) throw new Error('not made');
  return done.value;
}

const rig = lanternHour();
const [target] = rig.targets;
if (!target) throw new Error('demo changed');
measure(
  'a list of 10,000 parameters: read, compared, applied',
  timed(() => {
    const index = indexRig(rig);
    const { good, given } = parseParameters(list);
    const edit = parametersEdit(index, target.id, planParameters(index, target.id, good, given), newId);
    const done = edit && apply(rig, edit);
    if (!done?.ok || done.value.parameters.length !== rig.parameters.length + LINES) throw new Error('not applied');
  }, 3),
  'ms',
  { atMost: 1000 },
);

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-bench-gear-'));
try {
  writeFileSync(join(folder, 'demo.json'), writeRig(rig));
  const run = (): void => {
    const done = spawnSync(process.execPath, ['dist/keen.mjs', 'check', '--fail-on', 'never', join(folder, 'demo.json')]);
    if (done.status !== 0) throw new Error(String(done.stderr));
  };
  measure('keen check on the demo, whole process', timed(run, 5), 'ms', { atMost: 600 });
} finally {
  rmSync(folder, { recursive: true, force: true });
}

const { base, stop } = await startServer();
try {
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const put = async (made: Rig): Promise<string> => {
    const answer = await fetch(`${base}/api/rigs/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: base },
      body: writeRig(made),
    });
    return ((await answer.json()) as { id: string }).id;
  };
  const id = await put(largePanel());
  await page.goto(`${base}/rigs/${id}/gear/panel`);
  const one = page.getByRole('button', { name: /^K 155,/ });
  await one.click();
  await page.waitForTimeout(500);
  const drag = async (): Promise<void> => {
    const box = await one.boundingBox();
    if (!box) throw new Error('no knob');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    // A hand: a hundred small steps around, about one a frame.
    for (let i = 0; i < 160; i++) {
      await page.mouse.move(x + 60 * Math.sin(i / 12), y + 40 * Math.cos(i / 9));
      await page.waitForTimeout(12);
    }
    await page.keyboard.press('Escape');
    await page.mouse.up();
  };
  const single = await busyFrames(browser, page, drag);
  measure('dragging one of 300 controls, scripting and layout a frame (p95)', percentile(single, 0.95), 'ms', { atMost: 8 });
  await one.focus();
  await page.keyboard.press('Control+a');
  await page.waitForTimeout(300);
  const all = await busyFrames(browser, page, drag);
  measure('dragging all 300 (p95)', percentile(all, 0.95), 'ms', { atMost: 8 });
  await page.keyboard.press('Escape');
  await one.focus();
  const nudged = await busyFrames(browser, page, async () => {
    for (let i = 0; i < 30; i++) {
      await page.keyboard.press(i % 2 ? 'ArrowLeft' : 'ArrowRight');
      await page.waitForTimeout(120);
    }
  });
  measure('nudging one by the arrow keys, a frame (p95)', percentile(nudged, 0.95), 'ms', { atMost: 8 });

  const demo = await put(rig);
  await page.goto(`${base}/rigs/${demo}/gear`);
  await page.getByRole('button', { name: new RegExp(`^${target.name}`) }).click();
  await page.getByRole('button', { name: 'Add parameters' }).click();
  const begun = performance.now();
  await page.getByLabel('List to read').setInputFiles({ name: 'long.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
  await page.getByRole('button', { name: `Take over ${LINES} lines` }).waitFor();
  measure('the same list in the browser: from the file to what it would do', performance.now() - begun, 'ms', { atMost: 1000 });
  const taken = performance.now();
  await page.getByRole('button', { name: `Take over ${LINES} lines` }).click();
  await page.getByText(`Took over ${LINES} lines`).waitFor();
  measure('from there to the changed table', performance.now() - taken, 'ms', { atMost: 1000 });
  await page.getByText('saved', { exact: true }).waitFor({ timeout: 60_000 });
  measure('and until it is on the disk', performance.now() - taken, 'ms', { atMost: 5000 });
  await browser.close();
} finally {
  stop();
}

const killed = spawnSync(
  process.execPath,
  ['node_modules/vitest/vitest.mjs', 'run', 'tests/server/backup.test.ts', '-t', 'killed'],
  {
    encoding: 'utf8',
    env: { ...process.env, KEEN_DIAL_KILLS: process.env.KEEN_DIAL_KILLS ?? '100' },
  },
);
measure('writers killed of 100 that lost an acknowledged edit or left a damaged database', killed.status === 0 ? 0 : 1, 'runs', {
  atMost: 0,
});
printTable('Gear');
