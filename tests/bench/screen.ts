// How the built application answers in Chromium: weight of the first view, typing and arrow keys on 2,000 assignments,
// scrolling, start and memory of the server.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { writeRig } from '@/core/formats';
import { madeRig } from './made-rig';
import { openBrowser, startServer } from './server';
import { measure, percentile, printTable } from './table';

const { server, base, stop, startMs } = await startServer();

/** Resident memory of the server and its children in MB (Linux). */
function memory(pid: number): number {
  let sum = 0;
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
    .trim()
    .split(/\s+/)
    .filter((c) => c !== '');
  for (const child of children) sum = Math.max(sum, memory(Number(child)));
  const own = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
  return Math.max(sum, Number(own?.[1] ?? 0) / 1024);
}

try {
  measure('start of the built server to its first answer', startMs, 'ms', { atMost: 3000 });
  const browser = await openBrowser();
  // Every script that a page loads until it rests, each by itself through gzip at its usual level, in units of 1,024 bytes.
  const weighed = async (screen: string) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const so = { page, kB: 0, charts: 0 };
    page.on('response', async (response) => {
      if (
        !response.url().includes('/_next/static/') ||
        !response.url().endsWith('.js') ||
        response.request().resourceType() !== 'script'
      )
        return;
      const body = await response.body().catch(() => Buffer.alloc(0));
      so.kB += gzipSync(body).length / 1024;
      if (body.includes('echarts')) so.charts++;
    });
    await page.goto(`${base}/rigs/lantern-hour/${screen}`, { waitUntil: 'networkidle' }).catch(() => undefined);
    await page.waitForTimeout(1500);
    return so;
  };
  const stage = await weighed('stage');
  measure('JavaScript of the first view of Stage, compressed', stage.kB, 'kB', { atMost: 260 });
  await stage.page.close();
  const map = await weighed('map');
  const { page } = map;
  measure('JavaScript of the first view of Map, compressed', map.kB, 'kB', { atMost: 300 });
  measure('of it, files with ECharts', map.charts, 'files', { atMost: 0 });
  await page.getByRole('button', { name: /^Ex 2:/ }).click();
  await page.waitForTimeout(1000);
  measure('the same once a curve is drawn', map.charts, 'files', { atLeast: 1 });
  measure('memory of the server on the demo', memory(server.pid ?? 0), 'MB', { atMost: 250 });

  const imported = await fetch(`${base}/api/rigs/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base },
    body: writeRig(madeRig(2000)),
  });
  const { id } = (await imported.json()) as { id: string };
  await page.goto(`${base}/rigs/${id}/map?show=rig`);
  await page.getByRole('link', { name: /must fix|look at/ }).waitFor();
  const answered: number[] = [];
  // The time from a key to the second frame after it: by then what it changed is on the screen.
  const press = async (key: string): Promise<void> => {
    await page.evaluate(() => {
      const mark = window as unknown as { keyAt: number; frameAt: number };
      mark.frameAt = 0;
      window.addEventListener(
        'keydown',
        () => {
          mark.keyAt = performance.now();
          requestAnimationFrame(() =>
            requestAnimationFrame(() => {
              mark.frameAt = performance.now();
            }),
          );
        },
        { once: true, capture: true },
      );
    });
    await page.keyboard.press(key);
    await page.waitForFunction(() => (window as unknown as { frameAt: number }).frameAt > 0);
    answered.push(
      await page.evaluate(() => {
        const m = window as unknown as { keyAt: number; frameAt: number };
        return m.frameAt - m.keyAt;
      }),
    );
  };
  await page.getByRole('grid', { name: 'Assignments' }).focus();
  for (let i = 0; i < 60; i++) await press('ArrowDown');
  measure('arrow keys in the list of 2,000 (p95)', percentile(answered, 0.95), 'ms', { atMost: 100 });
  answered.length = 0;
  await page.getByRole('button', { name: /^S 0:/ }).focus();
  for (const key of ['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'ArrowDown', 'ArrowRight', 'ArrowUp', 'ArrowRight'])
    for (let i = 0; i < 4; i++) await press(key);
  measure('arrow keys on the panel of 128 (p95)', percentile(answered, 0.95), 'ms', { atMost: 100 });
  answered.length = 0;
  await page.getByLabel('Find a parameter').focus();
  for (const key of 'parameter 12'.split('')) await press(key);
  measure('typing in the search of 2,000 (p95)', percentile(answered, 0.95), 'ms', { atMost: 100 });

  const frames = await page.evaluate(async () => {
    const list = document.querySelector('[role=grid]');
    const gaps: number[] = [];
    let last = performance.now();
    for (let i = 0; i < 120; i++) {
      list?.scrollBy(0, 90);
      await new Promise(requestAnimationFrame);
      const now = performance.now();
      gaps.push(now - last);
      last = now;
    }
    return gaps;
  });
  measure('frames while scrolling the list (p95)', percentile(frames, 0.95), 'ms', { atMost: 34 });
  await browser.close();
  printTable('Screen');
} finally {
  stop();
}
