// A drag as a hand does it: taken where it stands still, and let go once what is under it says that it would take it.
import { expect, type Locator, type Page } from '@playwright/test';

/** `at`: where it is taken hold of, in pixels. */
export async function dragOnto(page: Page, from: Locator, onto: Locator, at = { x: 30, y: 10 }): Promise<void> {
  await expect(onto).toBeVisible();
  await from.hover({ position: at });
  await page.mouse.down();
  await expect(async () => {
    const box = await onto.boundingBox();
    if (!box) throw new Error('not on the screen');
    await page.mouse.move(box.x + box.width / 2 - 20, box.y + box.height / 2, { steps: 6 });
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 4 });
    await expect(onto).toHaveAttribute('data-over', '', { timeout: 1000 });
  }).toPass({ timeout: 10_000 });
  await page.mouse.up();
}
