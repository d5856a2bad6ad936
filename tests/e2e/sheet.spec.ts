import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, post, saved } from './kit';

interface Exported {
  controllers: { id: string; name: string; firmware: { banks: number; pages: number } }[];
  controls: { id: string; name: string; controllerId: string }[];
  assignments: { id: string; order: number; controlId: string; bank: number | null; page: number | null; entered: unknown }[];
}

/** The demo with one switch that has a function in every bank and page of a large board. */
async function largeRig(page: Page, functions: number): Promise<string> {
  const id = await ownRig(page);
  const rig = JSON.parse(await exportOf(page, id)) as Exported;
  const [board] = rig.controllers;
  const [first] = rig.assignments.filter((a) => rig.controls.find((c) => c.id === a.controlId)?.controllerId === board?.id);
  if (!board || !first) throw new Error('demo changed');
  board.firmware.banks = 128;
  board.firmware.pages = 16;
  for (let i = 0; i < functions; i++)
    rig.assignments.push({
      ...first,
      id: `many-${i}`,
      order: 1000 + i,
      bank: 1 + (i % 128),
      page: 1 + Math.floor(i / 128),
      entered: null,
    });
  const made = await post(page, '/api/rigs/import', JSON.stringify(rig));
  return ((await made.json()) as { id: string }).id;
}

test('a tick falls when its function is changed, says so, and stands again once the old number is typed in', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  const number = page.getByLabel('Number', { exact: true }).first();
  const was = await number.inputValue();
  await number.fill('90');
  await number.press('Enter');
  await saved(page);
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  const tick = page.getByLabel('FS 1 press, Overture · Base: entered');
  await expect(tick).not.toBeChecked();
  await expect(page.getByText('changed since it was entered').first()).toBeVisible();
  await page.getByRole('link', { name: 'What changed' }).click();
  await expect(page.getByRole('row', { name: /FS 1 press, Overture · Base/ })).toContainText('Control change 90');
  // Typed back by hand, not undone: nothing has to be entered any more.
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  await page.getByLabel('Number', { exact: true }).first().fill(was);
  await page.getByLabel('Number', { exact: true }).first().press('Enter');
  await saved(page);
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await expect(tick).toBeChecked();
  await expect(page.getByText('changed since it was entered')).toHaveCount(0);
});

test('a layer that was entered and is deleted is still in the hardware: what changed says to clear it', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: 'Delete layer Heel' }).click();
  await saved(page);
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await page.getByRole('link', { name: 'What changed' }).click();
  const line = page.getByRole('row', { name: /Heel.*while held/ });
  await expect(line).toContainText('clear');
  await expectAccessible(page);
});

test('two thousand lines scroll, are found, and are printed whole', async ({ page }) => {
  const id = await largeRig(page, 1960);
  await page.goto(`/rigs/${id}/sheet`);
  const table = page.getByRole('region', { name: /^Enter in Floorboard/ }).getByRole('table');
  await expect(table.getByRole('row').nth(3)).toBeVisible();
  const all = Number(await table.getAttribute('aria-rowcount'));
  expect(all).toBeGreaterThan(1960);
  const drawn = (): Promise<number> => table.locator('tbody tr[data-index]').count();
  expect(await drawn()).toBeLessThan(200);
  // To its end: the last line is there, and the next unit begins right under it.
  const main = page.getByRole('main');
  for (let i = 0; i < 40; i++) {
    await main.evaluate((m) => m.scrollBy(0, 4000));
    await page.waitForTimeout(20);
  }
  await main.evaluate((m) => m.scrollTo(0, m.querySelector('section')?.scrollHeight ?? 0));
  await expect(table.locator(`tr[aria-rowindex="${all}"]`)).toHaveCount(1);
  await expectAccessible(page);
  // Looked for: the browser's own find sees only what is drawn.
  await page.getByLabel('Find a line').fill('page 16 bank 40');
  await expect.poll(drawn).toBe(1);
  await page.getByLabel('Find a line').fill('nobody says this');
  await expect(page.getByText('No line says “nobody says this”.')).toBeVisible();
  await page.getByLabel('Find a line').fill('');
  await expect.poll(drawn).toBeGreaterThan(10);
  // Printed, every line is there.
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await expect.poll(drawn).toBe(all - 1);
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await expect.poll(drawn).toBeLessThan(200);
});
