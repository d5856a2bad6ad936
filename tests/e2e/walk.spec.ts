import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

interface Marks {
  readonly assignments: readonly { readonly entered: unknown; readonly saved: unknown }[];
  readonly landings: readonly { readonly entered: unknown; readonly given: unknown }[];
}
const marksOf = async (page: Page, id: string): Promise<{ entered: number; saved: number; heard: number }> => {
  const rig = JSON.parse(await exportOf(page, id)) as Marks;
  return {
    entered: rig.assignments.filter((a) => a.entered !== null).length,
    saved: rig.assignments.filter((a) => a.saved !== null).length,
    heard: rig.landings.filter((l) => l.entered !== null).length,
  };
};

test('the rig is entered one step at a time by the space bar, left, taken up where it was, and saved slot by slot', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'sheet');
  await page.getByRole('link', { name: /step by step$/i }).click();
  const step = page.getByRole('region', { name: 'The step' });
  const title = step.getByRole('heading', { level: 2 });
  // What holds at its places comes before what its switches do.
  await expect(title).toHaveText('Last reel');
  await expect(step).toContainText('FS 1, FS 2');
  await page.keyboard.press('Space');
  await expect(title).toHaveText('On arriving');
  await expect(step).toContainText('FS 2 off');
  await page.keyboard.press('Space');
  // What is entered already is passed by.
  await page.keyboard.press('w');
  await expect(title).toHaveText('FS 8, hold');
  await expect(step).toContainText('Step on FS 8.');
  await expect(step.getByRole('img', { name: 'FS 8 on the panel of Floorboard 8+2' })).toBeVisible();
  await expectAccessible(page);
  const before = await marksOf(page, id);
  await page.keyboard.press('Space');
  await saved(page);
  await expect.poll(async () => (await marksOf(page, id)).entered).toBe(before.entered + 1);

  // The next open step is not the one that was just done; coming back tells so and lets it be taken back.
  await page.keyboard.press('ArrowLeft');
  await expect(title).toHaveText('FS 8, hold');
  await expect(step).toContainText('entered on');
  await page.getByRole('button', { name: 'It is not entered' }).click();
  await saved(page);
  await expect.poll(async () => (await marksOf(page, id)).entered).toBe(before.entered);
  await page.keyboard.press('Space');
  await saved(page);

  // A break: the address without its step goes on at the first step that is open.
  await page.goto(`/rigs/${id}/sheet/walk`);
  await expect(title).not.toHaveText('FS 8, hold');
  const here = await title.textContent();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('w');
  await expect(title).toHaveText(here ?? '');

  // To the end by the space bar alone: everything is entered and saved then.
  const done = page.getByText('everything is entered and saved');
  for (let i = 0; i < 120 && !(await done.isVisible()); i++) {
    await page.keyboard.press('Space');
    await page.waitForTimeout(30);
  }
  await expect(done).toBeVisible();
  await saved(page);
  const after = await marksOf(page, id);
  const rig = JSON.parse(await exportOf(page, id)) as Marks;
  // What a target came with is not entered.
  expect(after.heard).toBe(rig.landings.filter((l) => l.given === null).length);
  expect(after.saved).toBeGreaterThan(before.saved);
  await expect(page.getByRole('link', { name: /^Sheet: 0 lines to enter/ })).toBeVisible();

  // A change afterwards opens exactly what it touches.
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 3:/ }).click();
  await page.getByRole('button', { name: 'Clear', exact: true }).click();
  await saved(page);
  await page.keyboard.press('Control+z');
  await saved(page);
  await expect(page.getByRole('link', { name: /^Sheet: 0 lines to enter/ })).toBeVisible();
});

test('the software is taught in a safe order, and the space bar on a button is that button’s', async ({ page }) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/sheet/walk`);
  const step = page.getByRole('region', { name: 'The step' });
  await page.getByRole('button', { name: /^Later/ }).focus();
  const title = await step.getByRole('heading', { level: 2 }).textContent();
  const before = await marksOf(page, id);
  await page.keyboard.press('Space');
  await expect(step.getByRole('heading', { level: 2 })).not.toHaveText(title ?? '');
  expect(await marksOf(page, id)).toEqual(before);
  const rig = JSON.parse(await exportOf(page, id)) as {
    landings: { id: string; parameterId: string }[];
    parameters: { id: string; kind: string; name: string }[];
  };
  const trigger = rig.parameters.find((p) => p.kind === 'trigger' && rig.landings.some((l) => l.parameterId === p.id));
  const landing = rig.landings.find((l) => l.parameterId === trigger?.id);
  await page.goto(`/rigs/${id}/sheet/walk?step=${landing?.id}`);
  await expect(step).toContainText('type it in');
  await expect(step).toContainText(/Learning would/);
  await expectAccessible(page);
});
