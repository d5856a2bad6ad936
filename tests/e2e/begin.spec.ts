// The ways into a new rig: each ends with a function that is proved, and can be left at any step.
import { expect, type Page, test } from '@playwright/test';
import { exportOf, saved } from './kit';

async function newRig(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.waitForURL(/gear/);
  const [, id = ''] = /rigs\/([^/]+)\//.exec(page.url()) ?? [];
  return id;
}

async function way(page: Page, name: string): Promise<void> {
  await page.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await page.waitForURL(/begin/);
}

const begun = (page: Page, step: string) => page.getByRole('button', { name: new RegExp(`${step}, done`) });

/** Chooses a control on the drawing, gives it the parameter, and has the simulated unit play it. */
async function giveAndProve(page: Page, control: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${control}:`) }).click();
  await page.getByRole('button', { name: new RegExp(`^Give ${control} `) }).click();
  await page.getByRole('button', { name: 'Let the simulated unit play it' }).click();
  await expect(page.getByText('That is your first function.')).toBeVisible();
  await expect(begun(page, 'Press it and see')).toBeVisible();
}

test('shown: a small made-up job, in four steps, and taken back', async ({ page }) => {
  const id = await newRig(page, 'Shown');
  await way(page, 'Show me');
  await page.getByRole('button', { name: 'Put the small board here' }).click();
  await expect(begun(page, 'A small board')).toBeVisible();
  await page.getByRole('button', { name: 'Put the glass choir here' }).click();
  // By keyboard: the panel is walked with the arrows.
  await page.getByRole('button', { name: /^FS 1:/ }).focus();
  await page.keyboard.press('ArrowRight');
  await giveAndProve(page, 'FS 2');
  await expect(page.getByText('Drone: flips once per press').first()).toBeVisible();
  await saved(page);
  expect(JSON.parse(await exportOf(page, id))).toMatchObject({ assignments: [{}] });
  // What was shown is an edit as any other.
  for (const label of [/^Undo: .*Drone/, /^Undo: Add Glass choir/, /^Undo: Add Small board/])
    await page.getByRole('button', { name: label }).click();
  await expect(page.getByRole('button', { name: 'Put the small board here' })).toBeVisible();
});

test('with the hardware: counts, a parameter by name, a message that was heard', async ({ page }) => {
  await newRig(page, 'Hardware');
  await way(page, 'I have the hardware here');
  await page.getByRole('button', { name: 'Add a controller' }).click();
  await page.getByRole('button', { name: 'From counts' }).click();
  await page.getByLabel('Knobs', { exact: true }).fill('4');
  await page.getByRole('button', { name: 'Add this panel' }).click();
  // Without a name nothing is added, and it says so.
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('alert').first()).toBeVisible();
  await page.getByLabel('The parameter').fill('Echo mix');
  await page.getByLabel('Of which software').fill('Barn');
  await page.getByLabel('It', { exact: true }).selectOption({ label: 'is turned up and down' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: /^K 3:/ }).click();
  await page.getByRole('button', { name: 'Listen to K 3 first' }).click();
  await page.getByRole('button', { name: /^Take CC/ }).click();
  await page.getByRole('button', { name: 'Let the simulated unit play it' }).click();
  await expect(page.getByText('That is your first function.')).toBeVisible();
});

test('with a list: pasted, played with a template, left and found again where it was', async ({ page }) => {
  const id = await newRig(page, 'List');
  await way(page, 'I have a list or a file');
  await page.getByRole('button', { name: 'Paste a list' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Hall');
  await dialog.getByLabel(/^Parameters, one/).fill('name,kind\nBell,trigger\nDrone,toggle');
  await dialog.getByRole('button', { name: 'Add it with 2 parameters' }).click();
  await expect(begun(page, 'Your list')).toBeVisible();
  await page.getByRole('link', { name: /^Map/ }).first().click();
  await page.getByRole('link', { name: 'Ways to begin' }).click();
  // Something is on the rig, so Gear shows that; the way goes on where it was.
  await page.goto(`/rigs/${id}/begin?way=list`);
  await page.getByRole('button', { name: 'Add a controller' }).click();
  await page.getByRole('button', { name: /^Add Floorboard/ }).click();
  await giveAndProve(page, 'FS 4');
});
