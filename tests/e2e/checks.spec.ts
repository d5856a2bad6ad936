// Checks: findings by severity and place, each with its evidence and the changes that mend it; accepted, mended, undone.
import { expect, test } from '@playwright/test';
import { expectAccessible, open, ownRig, saved } from './kit';

test('findings are listed by severity, explained, filtered, and walked by keyboard', async ({ page }) => {
  await open(page, 'lantern-hour', 'checks');
  const list = page.getByRole('listbox', { name: 'Findings' });
  await expect(list.getByText(/^Must fix/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Checks: 4 must fix, 12 look at' })).toBeVisible();
  const chosen = page.getByRole('complementary', { name: 'The chosen finding' });
  await expect(chosen.getByRole('heading', { name: /^Clashes with/ })).toBeVisible();
  await expect(chosen).toContainText('CC 103');
  await expectAccessible(page);
  await list.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown');
  await expect(chosen.getByRole('heading', { name: 'First press does nothing.' })).toBeVisible();
  await expect(chosen.getByRole('img', { name: /presses: sends 0, 127/ })).toBeVisible();
  await page.getByRole('button', { name: /^Good to know/ }).click();
  await expect(list.getByText(/^Must fix/)).toHaveCount(0);
  await page.getByRole('button', { name: /^record/ }).click();
  await expect(list.getByRole('option').first()).toBeVisible();
  await page.getByRole('button', { name: /^Quarry Hall/ }).click();
  await expect(chosen.getByRole('heading')).toHaveText(/The mapping of Quarry Hall is gone in the next project/);
  await page.reload();
  await expect(chosen.getByRole('heading')).toHaveText(/The mapping of Quarry Hall is gone in the next project/);
});

test('a finding is mended by a change that says what else it does, and shown on the map', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'checks?severity=caution');
  await page.getByRole('option').filter({ hasText: 'First press does nothing.' }).click();
  const chosen = page.getByRole('complementary', { name: 'The chosen finding' });
  const changes = chosen.getByRole('list', { name: 'Changes that mend it' });
  await expect(changes).toContainText('Takes away 1 finding.');
  await changes.getByRole('button', { name: 'Send 127 first' }).click();
  await expect(page.getByRole('option').filter({ hasText: 'First press does nothing.' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Checks: 4 must fix, 11 look at' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByRole('option').filter({ hasText: 'First press does nothing.' }).click();
  await chosen.getByRole('link', { name: 'Show on the map' }).click();
  await expect(page.getByTestId('outcome')).toContainText('first press does nothing');
});

test('what is wrong only if something is as assumed asks what settles it, and is certain once it is said', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'checks?severity=caution');
  await page
    .getByRole('option')
    .filter({ hasText: 'If Prop Cupboard acts on what counts as on: Only every second press works.' })
    .click();
  const asked = page.getByRole('region', { name: 'What nobody has said' });
  await expect(asked).toContainText('Nobody has said this of Prop Cupboard yet');
  await expect(asked).toContainText('Send 127 and then 0 to a toggle');
  await expectAccessible(page);
  // The probe begins with the very function.
  await expect(asked.getByRole('link', { name: 'Try it with Probe' })).toHaveAttribute('href', /proof\/probe\?landing=\w+$/);
  await asked.getByRole('link', { name: 'Say it in Gear' }).click();
  await expect(page).toHaveURL(/gear\?unit=/);
  await page.getByText(/facts assumed, and what would settle each/).click();
  await page.getByRole('button', { name: 'I tried what flips a toggle' }).click();
  await expect(page.getByRole('link', { name: 'Checks: 5 must fix, 11 look at' })).toBeVisible();
});

test('all of one kind are mended at once', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'checks');
  await page.getByRole('option').filter({ hasText: 'Clashes with' }).first().click();
  await page.getByRole('button', { name: /^Mend all 2 of this kind/ }).click();
  await expect(page.getByRole('link', { name: 'Numbers: no clash' })).toBeVisible();
  await expect(page.getByText('2 mended.')).toBeVisible();
  await saved(page);
});

test('a finding is accepted with a reason, stays so across a reload, and is open again when what it rests on changes', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'checks?severity=caution');
  await page.getByRole('option').filter({ hasText: 'Turns Wind bed On, never Off.' }).click();
  await page.getByLabel('Or accept it: it comes back when something about it changes').fill('I fade it out by hand.');
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.getByRole('link', { name: 'Checks: 4 must fix, 11 look at' })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('checkbox', { name: 'accepted ones (1)' }).check();
  await expect(page.getByRole('complementary', { name: 'The chosen finding' })).toContainText('I fade it out by hand.');
  // The start of the show is one of the things that it rests on.
  await page.goto(`/rigs/${id}/checks?accepted=true`);
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(page.getByRole('link', { name: 'Checks: 4 must fix, 12 look at' })).toBeVisible();
});

test('what is true of several functions is said once, with all of them, and accepted once', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'checks');
  const line = page.getByRole('option').filter({ hasText: 'After a preset or a mouse click the light is wrong.' });
  await expect(line).toHaveCount(1);
  await expect(line).toContainText('and 4 more like it');
  await line.click();
  const parts = page.getByRole('list', { name: 'What it is true of' });
  await expect(parts.getByRole('listitem')).toHaveCount(5);
  await page.getByRole('textbox', { name: /^Or accept all of them/ }).fill('no presets in this show');
  await page.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(line).toHaveCount(0);
  await saved(page);
  await page.reload();
  await page.getByText(/^accepted ones \(5\)$/).click();
  await expect(line).toContainText('and 4 more like it');
  await line.click();
  await expect(page.getByText('no presets in this show')).toHaveCount(1);
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(page.getByText(/^accepted ones \(0\)$/)).toBeVisible();
  await expectAccessible(page);
});

test('a rig with nothing in it says what to do next', async ({ page }) => {
  await page.goto('/');
  await page
    .getByRole('button', { name: /^New rig/ })
    .first()
    .click();
  await page.getByRole('textbox', { name: /name/i }).first().fill('Empty evening');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/rigs\//);
  const id = /rigs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  await page.goto(`/rigs/${id}/checks`);
  await expect(page.getByText('Nothing is assigned yet.')).toBeVisible();
  await page.goto(`/rigs/${id}/numbers`);
  await expect(page.getByText('Nothing is assigned yet.')).toBeVisible();
});
