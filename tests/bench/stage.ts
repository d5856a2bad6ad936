// Stage beside a played device: how soon a message is drawn, and how busy a frame is.
import { busyFrames } from './frames';
import { feed, withBoard } from './played';
import { openBrowser, startServer } from './server';
import { measure, percentile, printTable } from './table';

const { base, stop } = await startServer();

try {
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withBoard(page);
  await page.goto(`${base}/rigs/lantern-hour/stage`);
  await page.getByText('Next Platform: press FS 1').waitFor();
  await page.getByRole('button', { name: 'Set up…' }).click();
  await page.getByRole('button', { name: 'Look for MIDI devices' }).click();
  await page.getByRole('combobox', { name: 'Floorboard 8+2' }).selectOption('Test board');
  await page.getByRole('button', { name: 'Done' }).click();
  const board = page.getByRole('region', { name: 'Floorboard 8+2' });
  await board.getByText('Which bank?').waitFor();
  await page.waitForTimeout(1000);

  // Each position of Ex 1 differs from the one before, so that each is a change of the drawing.
  const shown = await board.evaluate(async (region) => {
    const { says } = window as unknown as { says: (...bytes: number[]) => void };
    const times: number[] = [];
    for (let i = 0; i < 60; i++) {
      const begun = performance.now();
      const drawn = new Promise<number>((resolve) => {
        const seen = new MutationObserver(() => {
          seen.disconnect();
          requestAnimationFrame(() => resolve(performance.now() - begun));
        });
        seen.observe(region, { attributes: true, childList: true, characterData: true, subtree: true });
        setTimeout(() => resolve(Number.POSITIVE_INFINITY), 2000);
      });
      says(0xb4, 113, (i * 37) % 128);
      times.push(await drawn);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    return times;
  });
  measure('a heard message until it is drawn (p95)', percentile(shown, 0.95), 'ms', { atMost: 50 });

  await feed(page, 200, 2);
  const busy = await busyFrames(browser, page, () => feed(page, 200, 6));
  measure('scripting and layout a frame at 200 messages a second (p95)', percentile(busy, 0.95), 'ms', { atMost: 8 });
  measure('the same (median)', percentile(busy, 0.5), 'ms', { atMost: 8 });
  await browser.close();
} finally {
  stop();
}
printTable('Stage');
