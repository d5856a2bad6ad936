// The Bench under load: a stand-in device plays the demo rig; scripting and layout a frame, messages that are kept, scrolling.
import type { Page } from '@playwright/test';
import { busyFrames } from './frames';
import { feed, withBoard } from './played';
import { openBrowser, startServer } from './server';
import { measure, percentile, printTable } from './table';

const { base, stop } = await startServer();
const listed = async (page: Page): Promise<number> =>
  Number((await page.getByRole('heading', { name: /^The wire/ }).textContent())?.replace(/\D/g, '') ?? -1);

try {
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withBoard(page);
  await page.goto(`${base}/rigs/lantern-hour/bench`);
  await page.getByRole('button', { name: /^FS 1: LOOM/ }).waitFor();
  await page.getByLabel(/^What plays/).selectOption('Look for MIDI devices…');
  await page.getByLabel(/^What plays/).selectOption('Test board');
  await page.waitForTimeout(300);
  await feed(page, 200, 2);

  const busy = await busyFrames(browser, page, () => feed(page, 200, 6));
  measure('scripting and layout a frame at 200 messages a second (p95)', percentile(busy, 0.95), 'ms', { atMost: 8 });
  measure('the same (median)', percentile(busy, 0.5), 'ms', { atMost: 8 });

  const before = await listed(page);
  const sent = await feed(page, 2000, 5);
  await page.waitForTimeout(500);
  measure('messages at 2,000 a second that were dropped', sent - ((await listed(page)) - before), 'of 10,000', { atMost: 0 });

  await page.evaluate(async () => {
    const { says } = window as unknown as { says: (...bytes: number[]) => void };
    for (let i = 0; i < 220; i++) {
      const bytes: number[] = [];
      for (let n = 0; n < 500; n++) bytes.push(0xb4, 113, (i + n) % 128);
      says(...bytes);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  });
  await page.waitForTimeout(500);
  measure('messages in the list', await listed(page), 'messages', { atLeast: 100_000 });
  const gaps = await page.evaluate(async () => {
    const list = document.querySelector('[role=log]');
    const found: number[] = [];
    let last = performance.now();
    for (let i = 0; i < 150; i++) {
      list?.scrollBy(0, i % 50 === 0 ? -400_000 : 137);
      await new Promise(requestAnimationFrame);
      const now = performance.now();
      found.push(now - last);
      last = now;
    }
    return found;
  });
  measure('frames while scrolling 100,000 messages (p95)', percentile(gaps, 0.95), 'ms', { atMost: 34 });

  // A proof step: from the last message of a right gesture to the words on the screen.
  const answers: number[] = [];
  for (let i = 0; i < 8; i++) {
    await page.goto(`${base}/rigs/lantern-hour/proof`);
    await page.getByRole('button', { name: /FS 1 Loom/ }).click();
    await page.getByLabel('Port', { exact: true }).selectOption('Look for MIDI devices…');
    await page.getByLabel('Port', { exact: true }).selectOption('Test board');
    await page.waitForTimeout(300);
    answers.push(
      await page.evaluate(async () => {
        const { says } = window as unknown as { says: (...bytes: number[]) => void };
        for (const v of [127, 0]) {
          says(0xb4, 102, v);
          await new Promise((resolve) => setTimeout(resolve, 120));
        }
        const status = [...document.querySelectorAll('[role=status]')].find((e) => e.textContent?.includes('so far'));
        const sent = performance.now();
        const seen = new Promise<number>((resolve) => {
          const watch = new MutationObserver(() => {
            if (!status?.textContent?.includes('Proved')) return;
            watch.disconnect();
            resolve(performance.now() - sent);
          });
          if (status) watch.observe(status, { childList: true, characterData: true, subtree: true });
        });
        says(0xb4, 102, 127);
        return seen;
      }),
    );
  }
  measure('a proof step on the screen, slowest of eight', Math.max(...answers), 'ms', { atMost: 50 });
  await browser.close();
  printTable('Bench');
} finally {
  stop();
}
