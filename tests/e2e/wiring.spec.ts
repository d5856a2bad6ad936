// Wiring drawn and as a table, the search for why nothing arrives, and a dead controller moved to a spare.
import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

test('a second path is drawn, seen to double every message, filtered and unplugged', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear/wiring');
  await expectAccessible(page);
  await page.getByRole('combobox', { name: 'From', exact: true }).selectOption({ label: 'Murmur Loom' });
  await page.getByRole('combobox', { name: 'To', exact: true }).selectOption({ label: 'Quarry Hall' });
  await page.getByRole('button', { name: 'Add a wire' }).click();
  await expect(page.getByRole('heading', { name: 'Murmur Loom to Quarry Hall' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Wire from Murmur Loom to Quarry Hall over USB: twice/ })).toBeVisible();
  await expect(page.getByText('doubles a message').first()).toBeVisible();
  // Nothing but notes on channel 16 over it: the doubles are gone for control changes, not for those notes.
  await page.getByLabel('Channels that it lets through').fill('16');
  await page.getByLabel('Channels that it lets through').press('Enter');
  await expect(page.getByText('channels 16').or(page.getByText('doubles a message').first()).first()).toBeVisible();
  await page.getByLabel('Channels that it lets through').fill('40');
  await page.getByLabel('Channels that it lets through').press('Enter');
  await expect(page.getByText('Write channels as 1-4, 9.')).toBeVisible();
  await page.getByLabel('Channels that it lets through').press('Escape');
  await page.getByRole('button', { name: 'Unplug it' }).click();
  await expect(page.getByRole('button', { name: /^Wire from Murmur Loom to Quarry Hall/ })).toHaveCount(0);
  await expect(page.getByText('Who hears whom')).toBeVisible();
  // A wire taken off the picture by keyboard, and back by undo.
  const wire = page.getByRole('button', { name: /^Wire from Floorboard 8\+2 to Quarry Hall/ });
  await wire.focus();
  await page.keyboard.press('Delete');
  await expect(wire).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(wire).toHaveCount(1);
});

test('keys on one port, the rest on another; a switch the wrong way round is told and turned', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear/wiring');
  // The wire to Quarry Hall begins at a port with a name: a function may be sent out of that alone.
  await page.getByRole('button', { name: /^Wire from Floorboard 8\+2 to Quarry Hall/ }).press('Enter');
  await page.getByLabel('Port at Floorboard 8+2').fill('Remote');
  await page.getByLabel('Port at Floorboard 8+2').press('Enter');
  await page.getByRole('link', { name: /^Map/ }).first().click();
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  await page.getByLabel('Goes out of').selectOption('Remote');
  await saved(page);
  const sent = async () =>
    (JSON.parse(await exportOf(page, id)) as { assignments: { actions: { port?: string }[] }[] }).assignments.flatMap((a) =>
      a.actions.flatMap((x) => x.port ?? []),
    );
  await expect.poll(sent).toEqual(['Remote']);
  // So does what a layer's modifier does when tapped.
  const tap = page.getByLabel(/^What the modifier of .* does when tapped/).first();
  await tap.selectOption({ index: 1 });
  await page
    .getByLabel(/^Where the tap of .* goes out/)
    .first()
    .selectOption('Remote');
  await saved(page);
  const layers = JSON.parse(await exportOf(page, id)) as { layers: { tap: { port?: string }[] }[] };
  expect(layers.layers.flatMap((l) => l.tap.map((a) => a.port))).toEqual(['Remote']);
  // Named anew, what went out of it follows.
  await page.goto(`/rigs/${id}/gear/wiring`);
  await page.getByRole('button', { name: /^Wire from Floorboard 8\+2 to Quarry Hall/ }).press('Enter');
  await page.getByLabel('Port at Floorboard 8+2').fill('Port 2');
  await page.getByLabel('Port at Floorboard 8+2').press('Enter');
  await saved(page);
  await expect.poll(sent).toEqual(['Port 2']);
  // Its pedal the other way round.
  const [board] = (JSON.parse(await exportOf(page, id)) as { controllers: { id: string; name: string }[] }).controllers.filter(
    (c) => c.name === 'Floorboard 8+2',
  );
  // What is sent on arriving somewhere may name a port too.
  await page.goto(`/rigs/${id}/gear?unit=${board?.id}`);
  const arrivals = page.getByRole('region', { name: 'On arriving at a bank or page' });
  const before = await arrivals.getByRole('button', { name: 'Send a message' }).count();
  await arrivals.getByRole('button', { name: 'Arrival', exact: true }).click();
  await arrivals.getByRole('button', { name: 'Send a message' }).nth(before).click();
  await arrivals
    .getByLabel(/^Port 1 of/)
    .last()
    .selectOption('Port 2');
  // And it waits, and tells which keys to press.
  const arrival = arrivals.getByRole('listitem', { name: /^Arrival/ }).nth(before);
  await arrival.getByRole('button', { name: 'Wait' }).click();
  await arrival.getByLabel(/^Time to wait in ms/).fill('70000');
  await arrival.getByLabel(/^Time to wait in ms/).press('Enter');
  await expect(arrival.getByText('Enter 0 to 60000 ms.')).toBeVisible();
  await arrival.getByLabel(/^Time to wait in ms/).fill('120');
  await arrival.getByLabel(/^Time to wait in ms/).press('Enter');
  await arrival.getByRole('button', { name: 'Note a keystroke' }).click();
  await arrival.getByLabel(/^Keys/).fill('Ctrl S');
  await arrival.getByLabel(/^Keys/).press('Enter');
  await saved(page);
  const arriving = JSON.parse(await exportOf(page, id)) as { arrivals: { actions: object[] }[] };
  expect(arriving.arrivals.at(-1)?.actions).toMatchObject([
    { type: 'send', port: 'Port 2' },
    { type: 'wait', ms: 120 },
    { type: 'keystroke', keys: 'Ctrl S' },
  ]);
  await page.goto(`/rigs/${id}/gear/panel?unit=${board?.id}`);
  await page
    .getByRole('button', { name: /^FS 1\b/ })
    .first()
    .click();
  await page.getByLabel('When pressed, it').selectOption('reversed');
  await saved(page);
  await page.goto(`/rigs/${id}/checks`);
  await expect(page.getByText('FS 1 is the wrong way round.').first()).toBeVisible();
});

test('nothing arrives: the search listens, asks, ends with a cause, and is kept', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear/nothing');
  await page.getByRole('combobox', { name: 'To the target' }).selectOption({ label: 'Quarry Hall' });
  await page.getByRole('button', { name: 'Begin' }).click();
  await expectAccessible(page);
  const question = page.getByRole('region', { name: 'Question' });
  await expect(question).toContainText('Does anything arrive here');
  // The simulated hand stands in for the hardware and sends something: the monitor answers.
  await page.getByRole('combobox', { name: 'Port' }).selectOption({ index: 1 });
  await expect(page.locator('p[aria-live="polite"]')).not.toHaveText('Nothing yet. Move the control.');
  await page.getByRole('button', { name: 'Use what is heard' }).click();
  await expect(page.getByRole('region', { name: 'Answers' })).toContainText('something arrives');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Answers' })).toContainText('something arrives');
  // Take it back and answer by hand: dark and silent is a short search.
  await page.getByRole('button', { name: /^Take back: Does anything arrive/ }).click();
  await question.getByRole('button', { name: 'Nothing at all' }).click();
  for (let i = 0; i < 12 && (await question.count()) > 0; i++) {
    const dark = question.getByRole('button', { name: 'It is dark' });
    if ((await dark.count()) > 0) await dark.click();
    else await question.getByRole('button', { name: 'I cannot tell' }).click();
    await page.waitForTimeout(150);
  }
  const trying = page.getByRole('region', { name: 'Try this' });
  await expect(trying).toContainText('The controller has no power.');
  await trying.getByRole('button', { name: 'Tried it; still nothing' }).click();
  await expect(trying).not.toContainText('The controller has no power.');
  await page.getByRole('button', { name: /^Take back: Tried: The controller has no power/ }).click();
  await page.getByRole('button', { name: 'That was it' }).click();
  await expect(page.getByRole('region', { name: 'Found' })).toContainText('no power');
  await saved(page);
  expect(await exportOf(page, id)).toContain('"cause": "no-power"');
  await page.getByRole('button', { name: 'All searches' }).click();
  await expect(page.getByRole('region', { name: 'Earlier searches' })).toContainText('The controller has no power.');
});

test('a dead floorboard moves to a spare, with what is lost said first, and back by undo', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a controller' }).click();
  await page.getByRole('dialog').getByLabel('Find a template').fill('waiting');
  await page.getByRole('button', { name: 'Add Waiting floor 6' }).click();
  await expect(page.getByRole('heading', { name: 'Waiting floor 6' })).toBeVisible();
  await saved(page);
  const before = await exportOf(page, id);
  await page.getByRole('button', { name: /^Floorboard 8\+2/ }).click();
  await page.getByRole('button', { name: 'Move to another' }).click();
  await page.getByRole('dialog').getByLabel('To', { exact: true }).selectOption({ label: 'Waiting floor 6' });
  await expect(page.getByRole('dialog')).toContainText('stay behind');
  await expect(page.getByRole('dialog')).toContainText('no control is left for it');
  await expectAccessible(page);
  // Each line can be chosen: FS 2 goes where FS 1 would have gone, and FS 3 stays.
  const goes = (name: string) => page.getByLabel(`Where ${name} goes`);
  const first = await goes('FS 1').inputValue();
  await goes('FS 2').selectOption(first);
  await expect(goes('FS 1')).not.toHaveValue(first);
  await goes('FS 3').selectOption({ label: 'stays' });
  await expect(goes('FS 3')).toHaveValue('');
  await expect(goes('FS 2')).toHaveValue(first);
  await page.getByRole('button', { name: /^Move \d+ functions$/ }).click();
  await expect(page.getByText(/^Moved \d+ functions to Waiting floor 6$/)).toBeVisible();
  await saved(page);
  expect(await exportOf(page, id)).not.toBe(before);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await saved(page);
  await expect.poll(() => exportOf(page, id)).toBe(before);
});
