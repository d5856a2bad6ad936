import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, ownRig } from './kit';

test('the list shows the demo with its state, and is accessible', async ({ page }) => {
  await page.goto('/');
  // Other tests leave copies of the same name behind: the demo itself is the one under its own address.
  const row = page.getByRole('listitem').filter({ has: page.locator('a[href="/rigs/lantern-hour/map"]') });
  await expect(row).toContainText('34 of 43 mapped');
  await expect(row).toContainText('2 in a clash');
  await expectAccessible(page);
});

test('a rig is made, renamed, duplicated, deleted and brought back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('   ');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'a name is needed' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Name' }).fill('Moth <script>alert(1)</script> Parade');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is on this rig yet.' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/');
  await page.getByRole('button', { name: /More for Moth/ }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Moth Parade');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More for Moth Parade', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade copy', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More for Moth Parade copy', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade copy', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade copy', exact: true })).toBeVisible();
});

test('export and import give the same rig back to the letter, but for its id', async ({ page }) => {
  const before = await exportOf(page, 'lantern-hour');
  await page.goto('/');
  await page
    .getByLabel('Rig file to import')
    .setInputFiles({ name: 'lantern.json', mimeType: 'application/json', buffer: Buffer.from(before) });
  await expect(page.getByText('Imported Lantern Hour')).toBeVisible();
  const id = await ownRig(page);
  expect((await exportOf(page, id)).replace(id, 'lantern-hour')).toBe(before);
});

test('damaged files are refused with the place named, and nothing is added', async ({ page }) => {
  await page.goto('/');
  const count = await page.getByRole('listitem').count();
  const give = (name: string, text: string) =>
    page.getByLabel('Rig file to import').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  const alert = page.getByRole('alert').filter({ hasText: 'Nothing was imported.' });
  await give('garbage.json', 'x'.repeat(5_000_000));
  await expect(alert).toContainText('It is not JSON');
  const rig = JSON.parse(await exportOf(page, 'lantern-hour')) as { formatVersion: number; parameters: { name: string }[] };
  await give('newer.json', JSON.stringify({ ...rig, formatVersion: 7 }));
  await expect(alert).toContainText('Open it with a newer Keen Dial');
  await give(
    'long.json',
    JSON.stringify({ ...rig, parameters: rig.parameters.map((p, i) => (i === 4 ? { ...p, name: 'n'.repeat(10_000) } : p)) }),
  );
  await expect(alert).toContainText('parameters, row 5');
  await page.reload();
  expect(await page.getByRole('listitem').count()).toBe(count);
});
