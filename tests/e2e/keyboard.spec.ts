import { expect, type Page, test } from '@playwright/test';
import { saved } from './kit';

/** Presses Tab until something with that name has the focus. No mouse, no script sets it. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 120; i++) {
    await page.keyboard.press('Tab');
    const here = await page.evaluate(() => {
      const at = document.activeElement;
      const labelled =
        at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement || at instanceof HTMLSelectElement
          ? at.labels?.[0]?.textContent
          : null;
      return at?.getAttribute('aria-label') ?? labelled ?? at?.textContent ?? '';
    });
    if (name.test(here.trim())) return;
  }
  throw new Error(`nothing named ${name} can be reached by Tab`);
}

test('from an empty list to a ticked sheet without a mouse', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New rig' })).toBeVisible();
  await tabTo(page, /^New rig$/);
  await page.keyboard.press('Enter');
  await page.keyboard.type('By hand');
  await page.keyboard.press('Enter');
  await page.waitForURL(/gear/);
  await expect(page.getByRole('heading', { name: 'Nothing is on this rig yet.' })).toBeVisible();

  await tabTo(page, /^Add a controller$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await tabTo(page, /^Add Floorboard 8\+2$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Floorboard 8+2' })).toBeVisible();

  await tabTo(page, /^Add a target$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByRole('textbox', { name: 'Name', exact: true })).toBeFocused();
  await page.keyboard.type('Quarry Hall');
  await tabTo(page, /^Parameters, one per line/);
  await page.keyboard.type('Freeze, toggle');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Mix, continuous, 0..100, %');
  await tabTo(page, /^Add it with 2 parameters$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Quarry Hall' })).toBeVisible();
  await saved(page);

  await tabTo(page, /^Map:/);
  await page.keyboard.press('Enter');
  await page.waitForURL(/map/);
  await expect(page.getByRole('heading', { name: 'Floorboard 8+2' })).toBeVisible();
  await tabTo(page, /^FS 5: free$/);
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'FS 1' })).toBeVisible();
  await page.keyboard.press('a');
  await expect(page.getByPlaceholder('Name of the parameter')).toBeFocused();
  await page.keyboard.type('freeze');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Freeze: flips once per press');
  await saved(page);

  await tabTo(page, /^Sheet:/);
  await page.keyboard.press('Enter');
  await page.waitForURL(/sheet/);
  await expect(page.getByRole('heading', { name: 'By hand: sheet' })).toBeVisible();
  await tabTo(page, /^FS 1 press, .*: entered$/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('checkbox', { name: /^FS 1 press, .*: entered$/ })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('checkbox', { name: /^FS 1 press, .*: entered$/ })).not.toBeChecked();
});

test('a menu gives the focus back as it closes, also the first time, when it had to be fetched', async ({ page }) => {
  await page.goto('/rigs/lantern-hour/map');
  await expect(page.getByText('looking…')).toHaveCount(0);
  for (const name of [/^Lantern Hour$/, /^Columns$/]) {
    const button = page.getByRole('button', { name });
    await button.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('menu')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('menu')).toHaveCount(0);
    await expect(button).toBeFocused();
  }
});
