// Numbers: the grid by mouse and keyboard, the plan with its preview, moving by hand, pins, a plan that cannot be.
import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

test('the grid shows what is in use, in a clash and reserved, walks by keyboard, and leads to the map and back', async ({
  page,
}) => {
  await open(page, 'lantern-hour', 'numbers');
  const grid = page.getByRole('grid', { name: 'Numbers on channel 5' });
  await expect(grid.getByRole('gridcell')).toHaveCount(128);
  await expect(grid.getByRole('gridcell', { name: /^103: .*clash/ })).toHaveAttribute('data-look', 'clash');
  await expect(grid.getByRole('gridcell', { name: /^104: Freeze/ })).toHaveAttribute('data-look', 'used');
  await expect(grid.getByRole('gridcell', { name: /^121:/ })).toHaveAttribute('data-look', 'reserved');
  await expect(grid.getByRole('gridcell', { name: /^20: free/ })).toHaveAttribute('data-look', 'free');
  await expect(grid.getByRole('gridcell', { name: /^7:/ })).toHaveAttribute('data-look', 'meaning');
  await expect(page.getByRole('option', { name: /^Channel 5: 18 in use, with a clash/ })).toBeVisible();
  await expectAccessible(page);

  await grid.getByRole('gridcell', { name: /^102:/ }).click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'CC 104 on channel 5' })).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('heading', { name: 'CC 104–105 on channel 5' })).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('grid', { name: 'Numbers on channel 6' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('option', { name: /^Channel 5/ }).click();
  await grid.getByRole('gridcell', { name: /^104:/ }).click();
  await expect(page.getByRole('heading', { name: 'CC 104 on channel 5' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/map\?control=/);
  await expect(page.getByTestId('outcome')).toContainText('Freeze');
  await page.getByRole('link', { name: 'Who else uses CC 104?' }).click();
  await expect(page.getByRole('heading', { name: 'CC 104 on channel 5' })).toBeVisible();
});

test('one wire shows only what goes over it', async ({ page }) => {
  await open(page, 'lantern-hour', 'numbers');
  await page.getByLabel('On the wire').selectOption({ label: 'Encoder slab 16 → Murmur Loom' });
  await expect(page.getByRole('option', { name: /^Channel 5: 1 in use/ })).toBeVisible();
  await expect(page.getByText('heard by Murmur Loom', { exact: true })).toBeVisible();
});

test('the plan is shown before it is made, can be made in part, and undone', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'numbers');
  const plan = page.getByRole('region', { name: 'Number plan' });
  await expect(plan).toContainText('2 of 33 would move.');
  await expect(plan).toContainText('Proved best');
  await expect(plan).toContainText('1 entered address again, about 1 min');
  await plan.getByRole('checkbox', { name: /^Move K 8 Speed/ }).uncheck();
  await plan.getByRole('button', { name: 'Move 1 number' }).click();
  await expect(page.getByRole('link', { name: 'Numbers: no clash' })).toBeVisible();
  await expect(plan).toContainText('1 of 33 would move.');
  await plan.getByRole('button', { name: 'Move 1 number' }).click();
  await expect(plan).toContainText('All 33 stay where they are.');
  await saved(page);
  expect(await exportOf(page, id)).not.toContain('"number": 121');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: 'Numbers: 1 clash' })).toBeVisible();
});

test('a plan that is pressed before it is worked out what it does is made as soon as that is known, and only that plan', async ({
  page,
}) => {
  const id = await ownRig(page);
  // The judge is asked late.
  await page.addInitScript(() => {
    const plain = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (this: Worker, message: unknown, ...more: unknown[]) {
      const send = () => Reflect.apply(plain, this, [message, ...more]);
      if ((message as { path?: readonly string[] } | null)?.path?.[0] === 'planned') setTimeout(send, 2500);
      else send();
    } as typeof plain;
  });
  await open(page, id, 'numbers');
  const plan = page.getByRole('region', { name: 'Number plan' });
  await expect(plan).toContainText('2 of 33 would move.');
  await plan.getByRole('button', { name: 'Move 2 numbers' }).click({ timeout: 1000 });
  await expect(plan).toContainText('2 of 33 would move.');
  await expect(plan).toContainText('All 33 stay where they are.');
  await page.keyboard.press('Control+z');
  await expect(plan).toContainText('2 of 33 would move.');
  // What was pressed of another choice is not made.
  await plan.getByRole('button', { name: 'Move 2 numbers' }).click({ timeout: 1000 });
  await plan.getByRole('checkbox', { name: /^Move K 8 Speed/ }).uncheck();
  await page.waitForTimeout(4000);
  await expect(plan).toContainText('2 of 33 would move.');
});

test('another school leaves what works, and plans all anew when told to; it is kept with the rig', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'numbers');
  const plan = page.getByRole('region', { name: 'Number plan' });
  await plan.getByRole('radio', { name: /^Notes for switches/ }).check();
  await expect(plan).toContainText('Favoured where a host treats notes as buttons');
  await expect(plan).toContainText('2 of 33 would move.');
  await plan
    .getByRole('switch', { name: /^all anew/ })
    .or(plan.getByLabel(/^all anew/))
    .first()
    .check();
  await expect(plan).toContainText('6 of 33 would move.');
  await saved(page);
  await page.reload();
  await expect(plan.getByRole('radio', { name: /^Notes for switches/ })).toBeChecked();
});

test('numbers are moved by hand, with what that brings shown first', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'numbers?channel=5&number=104,105');
  const chosen = page.getByRole('region', { name: 'The chosen numbers' });
  await chosen.getByRole('textbox', { name: /^Number to move to/ }).fill('112');
  await expect(chosen.getByRole('list', { name: 'What it would do' })).toContainText('Brings: Clashes with');
  await chosen.getByRole('textbox', { name: /^Number to move to/ }).fill('20');
  await expect(chosen.getByRole('list', { name: 'What it would do' })).toContainText('No finding appears or goes away.');
  await chosen.getByRole('button', { name: 'Move 2 numbers' }).click();
  const grid = page.getByRole('grid', { name: 'Numbers on channel 5' });
  await expect(grid.getByRole('gridcell', { name: /^20: Freeze/ })).toBeVisible();
  await expect(grid.getByRole('gridcell', { name: /^21: Reverse/ })).toBeVisible();
  await grid.getByRole('gridcell', { name: /^20:/ }).click();
  await page.keyboard.press('Shift+ArrowRight');
  await chosen.getByLabel('How', { exact: true }).selectOption('swap');
  await chosen.getByRole('button', { name: 'Move 2 numbers' }).click();
  await expect(grid.getByRole('gridcell', { name: /^20: Reverse/ })).toBeVisible();
  await grid.getByRole('gridcell', { name: /^20:/ }).click();
  await chosen.getByLabel('How', { exact: true }).selectOption('channel');
  await chosen.getByRole('textbox', { name: /^Number to move to/ }).fill('9');
  await chosen.getByRole('button', { name: 'Move 1 number' }).click();
  await expect(page.getByRole('option', { name: /^Channel 9: 1 in use/ })).toBeVisible();
  await saved(page);
});

test('a run of numbers from a start on: who sits there makes room, or it says who does not and from where it works', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'numbers?channel=5&number=104,105');
  const chosen = page.getByRole('region', { name: 'The chosen numbers' });
  await chosen.getByLabel('How', { exact: true }).selectOption('make room from');
  const from = chosen.getByRole('textbox', { name: /^Number to move to/ });
  await from.fill('106');
  await expect(chosen.getByRole('list', { name: 'What it would do' })).toContainText('No finding appears or goes away.');
  await chosen.getByRole('button', { name: 'Move 4 numbers' }).click();
  const grid = page.getByRole('grid', { name: 'Numbers on channel 5' });
  await expect(grid.getByRole('gridcell', { name: /^106: Freeze/ })).toBeVisible();
  await expect(grid.getByRole('gridcell', { name: /^104: Infinite/ })).toBeVisible();
  await saved(page);
  // Pinned it stays: what is wished on it says so, and from where there is room.
  await grid.getByRole('gridcell', { name: /^104:/ }).click();
  await chosen.getByRole('button', { name: 'Pin, so that plans leave it' }).click();
  await expect(chosen.getByRole('button', { name: 'Pinned: let it move' })).toBeVisible();
  // The way back of the moves is for them alone: something else was done since.
  await page.locator('[data-sonner-toast]', { hasText: '4 numbers moved.' }).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Something else was changed since then.')).toBeVisible();
  await expect(chosen.getByRole('button', { name: 'Pinned: let it move' })).toBeVisible();
  await grid.getByRole('gridcell', { name: /^106:/ }).click();
  await page.keyboard.press('Shift+ArrowRight');
  await chosen.getByLabel('How', { exact: true }).selectOption('make room from');
  await from.fill('103');
  await expect(chosen.getByText('Infinite sits on 104, which is pinned.')).toBeVisible();
  await expect(chosen.getByRole('button', { name: 'Move 0 numbers' })).toBeDisabled();
  await expectAccessible(page);
  await chosen.getByRole('button', { name: /^It works from \d+$/ }).click();
  await expect(chosen.getByRole('button', { name: /^Move [1-9]\d* numbers?$/ })).toBeEnabled();
});

test('pins that cannot stand together are named, with what would loosen them', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'numbers?channel=5&number=103');
  const chosen = page.getByRole('region', { name: 'The chosen numbers' });
  await chosen.getByRole('button', { name: 'Pin, so that plans leave it' }).click();
  await page.getByRole('tab', { name: 'Number plan' }).click();
  const plan = page.getByRole('region', { name: 'Number plan' });
  await expect(plan).toContainText('These two cannot both have a number.');
  await expect(plan).toContainText('let pinned numbers move');
});

test('software that hears on any channel takes its numbers on all of them: clashes, the sentence, a plan that mends them', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page
    .getByRole('complementary', { name: 'Controllers and targets' })
    .getByRole('button', { name: /^Murmur Loom/ })
    .click();
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('Hears a number').selectOption({ label: 'on any channel' });
  await expect(page.getByRole('link', { name: /^Numbers: 7 clashes/ })).toBeVisible();
  await page.getByRole('link', { name: /^Map/ }).click();
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  const channels = page.getByLabel('On which channels Loom is heard');
  await expect(channels).toHaveValue('all');
  await channels.selectOption({ label: 'on its own channel' });
  await saved(page);
  await page.getByRole('link', { name: /^Numbers/ }).click();
  await page.getByRole('button', { name: /^Move \d+ numbers$/ }).click();
  await expect(page.getByRole('link', { name: 'Numbers: no clash' })).toBeVisible();
});

test('notes, programs and NRPN have their own views; an empty rig says what to do', async ({ page }) => {
  await open(page, 'lantern-hour', 'numbers');
  await page.getByRole('button', { name: 'Notes' }).click();
  await expect(page.getByRole('gridcell', { name: /^60: C4, free/ })).toBeVisible();
  await page.getByRole('button', { name: 'NRPN' }).click();
  await expect(page.getByText('No NRPN is in use on this channel.')).toBeVisible();
});
