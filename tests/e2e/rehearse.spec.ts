// Rehearse: a take on the drawn panel and on a real controller, mistakes told back, boxes kept, and the delay of hand and ears.
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, ownRig, says, standIn } from './kit';

/** Opens one way of The Night Mail at half of its tempo (a beat is 1.25 s), ready to begin. */
async function ready(page: Page, id: string, at: number): Promise<void> {
  await page.goto(`/rigs/${id}/set/rehearse?from=${at}&to=${at}&tempo=50`);
  await expect(page.getByRole('button', { name: 'Begin' })).toBeEnabled({ timeout: 60_000 });
}

/** Begins, and waits until so many beats are left to the downbeat. */
async function beginUntil(page: Page, beats: number): Promise<void> {
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText(new RegExp(`in ${beats} beats?`))).toBeVisible({ timeout: 20_000 });
}

const told = (page: Page) => page.getByRole('region', { name: 'How it went' });
const over = async (page: Page): Promise<void> => {
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible({ timeout: 30_000 });
};

test('a take is played by keys; right goes a box on, a press besides is named, what was left out puts it back', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/set`);
  await page.getByRole('link', { name: 'Rehearse', exact: true }).click();
  await expect(page).toHaveURL(/set\/rehearse/);
  await ready(page, id, 3);
  await expectAccessible(page);
  const ways = page.getByRole('region', { name: 'Ways of The Night Mail' });
  const daylight = ways.getByRole('button', { name: /^into Daylight/ });
  await expect(daylight).toHaveAccessibleName(/not played yet/);

  // The way: FS 3, then FS 1. Both on the lower row of letters.
  await beginUntil(page, 3);
  await expect(page.getByText('Press FS 3, then press FS 1.')).toBeVisible();
  await page.keyboard.press('c');
  await page.waitForTimeout(200);
  await page.keyboard.press('z');
  await expect(told(page)).toContainText(/Daylight\s*There \d\.\d s before the one\./, { timeout: 20_000 });
  await over(page);
  await expect(page.getByText('Nothing holds yet')).toBeVisible();
  await expect(daylight.getByRole('img')).toHaveAccessibleName('box 2 of 5');

  // FS 5 is not in the way: what it did is told, though the section was there in time.
  await beginUntil(page, 3);
  await page.keyboard.press('a');
  await page.waitForTimeout(200);
  await page.keyboard.press('c');
  await page.waitForTimeout(200);
  await page.keyboard.press('z');
  await expect(told(page)).toContainText('Also pressed: FS 5;', { timeout: 20_000 });
  await expect(told(page)).toContainText('before the one.');
  await over(page);
  await expect(daylight.getByRole('img')).toHaveAccessibleName('box 1 of 5');

  // Only one of the two.
  await beginUntil(page, 2);
  await page.keyboard.press('c');
  await expect(told(page)).toContainText(/Daylight\s*Not there\./, { timeout: 20_000 });
  await expect(told(page)).toContainText('Left out: press FS 1.');
  await over(page);
  await expect(page.getByText('Practise the way into Daylight of The Night Mail.')).toBeVisible();
  await expectAccessible(page);

  // The logbook stays.
  await page.reload();
  await expect(daylight).toHaveAccessibleName(/played 3 times/);
  await expect(page.getByRole('img', { name: /^3 times played, 1 of them right/ })).toBeVisible();

  // Left by Escape: nothing is judged.
  await beginUntil(page, 3);
  await page.keyboard.press('Escape');
  await over(page);
  await expect(daylight).toHaveAccessibleName(/played 3 times/);
});

test('a real controller is heard, and late is told late', async ({ page }) => {
  test.setTimeout(120_000);
  await standIn(page, 'board');
  const id = await ownRig(page);
  await ready(page, id, 1);
  await page.getByLabel('What plays Floorboard 8+2').selectOption('Look for MIDI devices…');
  await page.getByLabel('What plays Floorboard 8+2').selectOption('Test board');
  // FS 2 turns the choir on: control change 103 on channel 5, as the map says it.
  await beginUntil(page, 1);
  await page.waitForTimeout(1900);
  await says(page, 0xb4, 103, 127);
  await expect(told(page)).toContainText(/Departure\s*\d\.\d s late\./, { timeout: 20_000 });
});

test('how late a player and the device are is measured by sixteen taps, and kept on this device', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await ownRig(page);
  await ready(page, id, 1);
  await page.getByRole('button', { name: 'Measure the delay' }).click();
  await page.getByRole('button', { name: 'Start the clicks' }).click();
  await page.evaluate(async () => {
    const from = performance.now() + 700;
    for (let n = 0; n < 16; n++) {
      await new Promise((resolve) => setTimeout(resolve, from + n * 600 - performance.now()));
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
    }
  });
  await expect(page.getByText(/^Your taps come \d+ ms (before|after) the click/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it off from now on' }).click();
  await expect(page.getByRole('button', { name: /^-?\d+ ms are taken off/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^-?\d+ ms are taken off/ })).toBeVisible();
});

test('with no song it says what to do first', async ({ page }) => {
  await page.goto('/rigs/night-ferry/set/rehearse');
  await expect(page.getByRole('heading', { name: 'There is nothing to rehearse yet.' })).toBeVisible();
  await page.getByRole('link', { name: 'Go to Set' }).click();
  await expect(page).toHaveURL(/night-ferry\/set$/);
});
