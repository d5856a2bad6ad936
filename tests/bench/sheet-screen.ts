// The sheet in Chromium: from the press on its tab to its first rows, of 2,000 functions and of as many as a rig holds, and a PDF of 2,000.
import type { Page } from '@playwright/test';
import { writeRig } from '@/core/formats';
import { madeRig } from './made-rig';
import { openBrowser, startServer } from './server';
import { measure, percentile, printTable } from './table';

const { base, stop } = await startServer();

async function imported(size: number): Promise<string> {
  const answer = await fetch(`${base}/api/rigs/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base },
    // Without indents: what is read at once has a limit in bytes.
    body: JSON.stringify(JSON.parse(writeRig(madeRig(size)))),
  });
  if (!answer.ok) throw new Error(`not taken: ${answer.status} ${await answer.text()}`);
  return ((await answer.json()) as { id: string }).id;
}

/** Milliseconds from the press on the tab to the frame in which the first line stands on the screen, in the page's own time. */
async function firstRows(page: Page): Promise<number> {
  const link = page.getByRole('link', { name: /^Sheet:/ });
  await link.evaluate((element) => {
    const mark = window as unknown as { from: number; until: number };
    mark.until = 0;
    element.addEventListener(
      'click',
      () => {
        mark.from = performance.now();
        const look = (): void => {
          if (document.querySelector('main tbody tr[data-index]')) {
            // The frame after the one in which it was drawn.
            requestAnimationFrame(() => {
              mark.until = performance.now();
            });
          } else requestAnimationFrame(look);
        };
        look();
      },
      { once: true, capture: true },
    );
  });
  // As long as it takes at least from coming upon it to the press.
  await link.hover();
  await page.waitForTimeout(150);
  await link.click();
  await page.waitForFunction(() => (window as unknown as { until: number }).until > 0, undefined, { timeout: 60_000 });
  return page.evaluate(() => {
    const { from, until } = window as unknown as { from: number; until: number };
    return until - from;
  });
}

/** The same, several times, with the map between. The first one fetches the code of the screen and counts too. */
async function visits(page: Page, times: number): Promise<readonly number[]> {
  const found: number[] = [];
  for (let i = 0; i < times; i++) {
    found.push(await firstRows(page));
    await page.getByRole('link', { name: /^Map:/ }).click();
    await page.getByRole('button', { name: /^S 0:/ }).first().waitFor();
    // The judge of the map is done before the next visit.
    await page.waitForTimeout(1500);
  }
  return found;
}

try {
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const small = await imported(2_000);
  await page.goto(`${base}/rigs/${small}/map`);
  await page.getByRole('link', { name: /must fix|look at/ }).waitFor();
  await page.waitForTimeout(3000);
  const times = await visits(page, 7);
  measure('first rows of 2,000 functions, from the press on the tab (first visit)', times[0] ?? 0, 'ms', { atMost: 300 });
  measure('the same (median)', percentile(times, 0.5), 'ms', { atMost: 300 });

  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await page.locator('main tbody tr[data-index]').first().waitFor();
  const begun = performance.now();
  const download = page.waitForEvent('download', { timeout: 120_000 });
  await page.getByRole('button', { name: 'PDF' }).click();
  await (await download).path();
  measure('the sheet of 2,000 functions as PDF', performance.now() - begun, 'ms', { atMost: 5_000 });
  await page.close();

  const second = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // A function has a line at both ends: 20,000 lines. More than 50,000 rows no rig holds.
  const large = await imported(10_000);
  await second.goto(`${base}/rigs/${large}/map`);
  await second.getByRole('button', { name: /^S 0:/ }).first().waitFor({ timeout: 60_000 });
  await second.getByRole('link', { name: /must fix|look at/ }).waitFor({ timeout: 120_000 });
  await second.waitForTimeout(3000);
  const slow = await visits(second, 3);
  measure('first rows of 10,000 functions and 20,000 lines (first visit)', slow[0] ?? 0, 'ms', { atMost: 1_500 });
  measure('the same (median)', percentile(slow, 0.5), 'ms', { atMost: 1_500 });
  await browser.close();
  printTable('The sheet on the screen');
} finally {
  stop();
}
