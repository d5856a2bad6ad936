import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

test('a state gets a name, what is to be entered again since is told, and the rig goes back to it by one undoable edit', async ({
  page,
}) => {
  const id = await ownRig(page);
  const began = await exportOf(page, id);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  await page.getByRole('button', { name: 'Clear', exact: true }).click();
  await page.getByRole('button', { name: /^FS 3:/ }).click();
  await page.getByRole('button', { name: 'Clear', exact: true }).click();
  await saved(page);
  const cleared = await exportOf(page, id);

  await page.getByRole('button', { name: 'Lantern Hour', exact: true }).click();
  await page.getByRole('menuitem', { name: 'History of this rig' }).click();
  const list = page.getByRole('region', { name: 'Steps and named states' });
  await expect(list.getByRole('button', { name: /Clear FS 3 press/ })).toBeVisible();
  await list.getByRole('button', { name: 'As it began' }).click();
  const state = page.getByRole('region', { name: 'The chosen state' });
  await state.getByRole('button', { name: 'Name this state…' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('As rehearsed');
  await page.getByRole('button', { name: 'Name it' }).click();
  await expect(state.getByRole('heading', { name: 'As rehearsed' })).toBeVisible();
  await expect(list.getByRole('button', { name: 'As rehearsed' })).toBeVisible();
  await expect(state.getByRole('region', { name: 'Enter again in Floorboard 8+2' })).toContainText('FS 1 press');
  await expect(state.getByText(/has \d+ lines to enter again/)).toBeVisible();
  await expectAccessible(page);
  await state.getByRole('button', { name: /^Map \d/ }).click();
  await expect(state.getByRole('row', { name: /Murmur Loom: Loom/ })).toContainText('FS 1 press, Overture · Base');
  await state.getByRole('button', { name: /^Numbers \d/ }).click();
  await expect(state.getByRole('row', { name: /^CC 102, ch 5/ })).toContainText('FS 1 press');
  await expectAccessible(page);
  await state.getByRole('button', { name: /^To enter/ }).click();
  const download = page.waitForEvent('download');
  await state.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toBe('Lantern Hour, since As rehearsed.csv');

  // One control comes back, with what listens for it; its ticks do not, since the hardware was cleared meanwhile.
  await state.getByRole('tab', { name: 'Go back' }).click();
  await state.getByLabel('What goes back').selectOption({ label: 'only FS 1' });
  await expectAccessible(page);
  await state.getByRole('button', { name: /^Take back \d rows?$/ }).click();
  await saved(page);
  const one = JSON.parse(await exportOf(page, id)) as { assignments: { id: string; entered: unknown }[] };
  const before = JSON.parse(began) as typeof one;
  const gone = new Set((JSON.parse(cleared) as typeof one).assignments.map((a) => a.id));
  const back = one.assignments.filter((a) => !gone.has(a.id));
  expect(back).toHaveLength(1);
  expect(back[0]?.entered).toBeNull();
  expect(before.assignments.length - one.assignments.length).toBe(1);

  // Then all of it; undo and undo again bring back what was there.
  await state.getByRole('button', { name: 'Go back to this state' }).click();
  await expect(state.getByText('Nothing differs: the rig stands as it stood there.')).toBeVisible();
  await saved(page);
  const ids = (text: string): string[] => (JSON.parse(text) as typeof one).assignments.map((a) => a.id).sort();
  expect(ids(await exportOf(page, id))).toEqual(ids(began));
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await saved(page);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await saved(page);
  await expect.poll(() => exportOf(page, id)).toBe(cleared);
});

test('a large change leaves a named state before it, and names are walked by keyboard, changed and taken away', async ({
  page,
}) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/history`);
  const list = page.getByRole('region', { name: 'Steps and named states' });
  await expect(list.getByRole('button', { name: 'As it began' })).toBeVisible();
  await page.goto(`/rigs/${id}/gear?open=target`);
  await page.getByRole('dialog').getByLabel('Start from').selectOption('reverb');
  await page.getByRole('dialog').getByRole('button', { name: 'Add it' }).click();
  await saved(page);
  await page.goto(`/rigs/${id}/history`);
  await list.getByLabel('only states with a name').check();
  await list.getByRole('button', { name: /Before: Add Reverb/ }).click();
  const state = page.getByRole('region', { name: 'The chosen state' });
  await state.getByRole('button', { name: 'Rename Before: Add Reverb' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('');
  await page.getByRole('button', { name: 'Rename it' }).click();
  await expect(page.getByRole('dialog')).toContainText('a name is needed');
  await page.getByRole('dialog').getByLabel('Name').fill('Without reverb');
  await page.getByRole('button', { name: 'Rename it' }).click();
  await expect(list.getByRole('button', { name: /Without reverb/ })).toBeVisible();
  await list.getByLabel('only states with a name').uncheck();
  await list.getByRole('button', { name: /^..:.. Add Reverb/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(state.getByRole('heading', { name: 'Without reverb' })).toBeVisible();
  await state.getByRole('button', { name: 'Take the name Without reverb away' }).click();
  await expect(list.getByRole('button', { name: /Without reverb/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Name it again' }).click();
  await expect(list.getByRole('button', { name: /Without reverb/ })).toBeVisible();
});

test('a history is folded before a state with a name: the steps go, the rig and what came after stay', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  for (const name of ['FS 1', 'FS 3']) {
    await page.getByRole('button', { name: new RegExp(`^${name}:`) }).click();
    await page.getByRole('button', { name: 'Clear', exact: true }).click();
    await saved(page);
  }
  const before = await exportOf(page, id);
  await page.goto(`/rigs/${id}/history?at=1`);
  await page.getByRole('button', { name: 'Name this state…' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('As rehearsed');
  await page.getByRole('button', { name: 'Name it' }).click();
  await page.getByRole('button', { name: 'Fold what came before…' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Fold 1 step', exact: true }).click();
  await expect(page.getByText('Folded 1 step')).toBeVisible({ timeout: 40_000 });
  await expect(page.getByText('Steps before this were folded away.')).toBeVisible();
  await expect(page.getByRole('button', { name: /Clear FS 1/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /\d Clear FS 3/ })).toBeVisible();
  expect(await exportOf(page, id)).toBe(before);
  const kept = (await (await page.request.get('/api/backups')).json()) as { backups: { reason: string }[] };
  expect(kept.backups.map((b) => b.reason)).toContain('before-fold');
});
