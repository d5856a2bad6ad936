import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved, says, standIn } from './kit';

test('listening takes what the control sends, names the neighbour and the touched cap, and is undone', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Ex 1:/ }).click();
  await page.getByRole('button', { name: 'Listen…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Listen to Ex 1' });
  await expect(dialog.getByRole('button', { name: /^Take CC 24, ch 5/ })).toBeEnabled();
  await expect(dialog).toContainText('perhaps a bumped neighbour');
  await expect(dialog).toContainText('perhaps a touched cap or a push');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: /^Take CC 24/ }).click();
  await expect(page.getByLabel('Number', { exact: true })).toHaveValue('24');
  await expect(page.getByTestId('outcome')).toContainText('−60 dB → 0 dB');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Number', { exact: true })).not.toHaveValue('24');
});

test('a control without a function: listen first, then choose the parameter', async ({ page }) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await page.getByRole('button', { name: 'E 6: free' }).click();
  await page.keyboard.press('l');
  await page.getByLabel('Port').selectOption('Look for MIDI devices…');
  await page.getByLabel('Port').selectOption('Test board');
  // A port takes a moment to be opened: what is said before is heard by nobody.
  const take = page.getByRole('button', { name: 'Take CC 77, ch 6', exact: true });
  await expect(async () => {
    for (let v = 10; v < 60; v += 5) await says(page, 0xb5, 77, v);
    await expect(take).toBeVisible({ timeout: 500 });
  }).toPass();
  await take.click();
  await page.getByPlaceholder('Name of the parameter').fill('Scatter');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('0 % → 100 %');
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    assignments: { actions: { pinned: boolean; message: { number: number; channel: number } }[] }[];
  };
  expect(rig.assignments.at(-1)?.actions[0]).toMatchObject({ pinned: true, message: { number: 77, channel: 6 } });
});

const troubles: readonly (readonly ['refused' | 'absent' | 'silent', RegExp])[] = [
  ['refused', /was not allowed to reach MIDI devices/],
  ['absent', /This browser cannot reach MIDI devices/],
  ['silent', /did not answer/],
];
for (const [kind, words] of troubles) {
  test(`devices that cannot be had (${kind}) are said plainly, and the simulated hand goes on`, async ({ page }) => {
    await standIn(page, kind);
    await open(page, 'lantern-hour', 'map');
    await page.getByRole('button', { name: /^Ex 2:/ }).click();
    await page.getByRole('button', { name: 'Listen…' }).click();
    await page.getByLabel('Port').selectOption('Look for MIDI devices…');
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible({ timeout: 8000 });
    await expect(page.getByRole('button', { name: /^Take CC/ })).toBeEnabled();
  });
}

test('a port that another program holds, and a device unplugged while it plays the bench', async ({ page }) => {
  await standIn(page, 'held');
  await page.goto('/rigs/lantern-hour/bench');
  await page.getByLabel(/^What plays/).selectOption('Look for MIDI devices…');
  await page.getByLabel(/^What plays/).selectOption('Test board');
  await expect(page.getByText(/Another program holds this port/)).toBeVisible();
  await page.getByRole('button', { name: 'Go on with the panel here' }).click();
  await expect(page.getByText(/Another program holds this port/)).toBeHidden();
});

test('a real controller plays the bench, until it is unplugged; simulation goes on', async ({ page }) => {
  await standIn(page, 'board');
  await page.goto('/rigs/lantern-hour/bench');
  await expect(page.getByRole('button', { name: /^FS 1: LOOM/ })).toBeVisible();
  await page.getByLabel(/^What plays/).selectOption('Look for MIDI devices…');
  await page.getByLabel(/^What plays/).selectOption('Test board');
  await page.waitForTimeout(200);
  // Running status, split in two pieces.
  await says(page, 0xb4, 102);
  await says(page, 127, 113, 127);
  const log = page.getByRole('log', { name: 'Messages' });
  await expect(log).toContainText('Loom → On');
  await expect(log).toContainText('Level → 0 dB');
  await page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());
  await expect(page.getByText(/The device was unplugged/)).toBeVisible();
  await page.getByRole('button', { name: /^FS 2: CHOIR/ }).press('Enter');
  await expect(log).toContainText('Choir → On');
});
