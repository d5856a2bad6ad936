// Translators on wires, and playing through for real between two ports of a stand-in at the browser's own API.
import { expect, type Page, test } from '@playwright/test';
import { parseRig } from '@/core/formats';
import type { Rig } from '@/core/rig';
import { down, tap, up } from '../kit/hand';
import { controlNamed, jobOf, keptJob } from '../kit/job';
import { expectAccessible, exportOf, open, ownRig, plug, saved, says, sentOut, standIn } from './kit';

/** Chooses the first wire from one unit to another in Wiring. */
async function chooseWire(page: Page, id: string, from: string, to: string): Promise<void> {
  await open(page, id, 'gear/wiring');
  const row = page.getByRole('region', { name: 'All wires' }).getByRole('row').filter({ hasText: from }).filter({ hasText: to });
  await row.first().getByRole('button').first().click();
}

const rigOf = async (page: Page, id: string): Promise<Rig> => {
  const rig = parseRig(await exportOf(page, id));
  if (!rig.ok) throw new Error(JSON.stringify(rig.error));
  return rig.value;
};
const type = async (page: Page, label: string, text: string): Promise<void> => {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press('Enter');
};

/** What two of the switches send as they leave the factory, on channel 1. */
const numbers: Readonly<Record<string, number>> = { 'FS 1': 80, 'FS 4': 83 };

/** A translator that makes another number on another channel of what opens the layer's function. */
async function putTranslator(page: Page, id: string): Promise<void> {
  await chooseWire(page, id, 'Floorboard 8+2', 'Murmur Loom');
  await page.getByRole('button', { name: 'Put a translator on it' }).click();
  await type(page, 'Written on it', 'Blue box');
  await page.getByRole('button', { name: 'Add a line' }).click();
  await type(page, 'Numbers, line 1', '111');
  await page.getByLabel('On channel, line 1').selectOption('6');
  await type(page, 'As number, line 1', '40');
  await saved(page);
}

test('a translator: made on its wire, judged, on the sheet, and what it makes is listened for', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await ownRig(page);
  await putTranslator(page, id);
  await expectAccessible(page);
  await type(page, 'Values, line 1', '200-0');
  await expect(page.getByText('Write 0-127, or steps as 63:0, 127:127.', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  // What the layer sends arrives as something else now: nothing there listens for it.
  await page.goto(`/rigs/${id}/checks`);
  await expect(page.getByRole('link', { name: '5 must fix' })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('option').filter({ hasText: 'Weave never reacts.' }).click();
  await page
    .getByRole('list', { name: 'Changes that mend it' })
    .getByRole('button', { name: 'Let Murmur Loom listen for it' })
    .click();
  await expect(page.getByRole('link', { name: '4 must fix' })).toBeVisible({ timeout: 30_000 });
  await saved(page);
  const rig = await rigOf(page, id);
  const weave = rig.parameters.find((p) => p.name === 'Weave');
  const heard = rig.landings.filter((l) => l.parameterId === weave?.id).map((l) => l.address);
  expect(heard).toContainEqual({ type: 'cc', channel: 6, number: 40 });
  await page.goto(`/rigs/${id}/sheet`);
  const table = page.getByRole('region', { name: 'Set up in Blue box between Floorboard 8+2 and Murmur Loom' });
  await expect(table.getByRole('row').nth(1)).toContainText(
    ['1', 'Control change', 'all', '111', 'Control change', '6', '40', '0 to 127'].join(''),
  );
  await expect(table.getByRole('row').nth(2)).toContainText('goes through as it is');
  // It is ticked as a whole, and the tick falls with a line of it.
  const tick = page.getByLabel('Blue box between Floorboard 8+2 and Murmur Loom: set up');
  await tick.check();
  await saved(page);
  await page.reload();
  await expect(tick).toBeChecked();
  await expectAccessible(page);
  await chooseWire(page, id, 'Floorboard 8+2', 'Murmur Loom');
  await type(page, 'Values, line 1', '0-100');
  await saved(page);
  await page.goto(`/rigs/${id}/sheet`);
  await expect(tick).not.toBeChecked();
});

test('a layer that the hardware lacks, played through between two ports, gone and back, and let go in the end', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await standIn(page, 'board');
  const id = await ownRig(page);
  await putTranslator(page, id);
  const board = (await rigOf(page, id)).controllers.find((c) => c.name === 'Floorboard 8+2');
  await page.goto(`/rigs/${id}/gear/panel?unit=${board?.id}`);
  for (const [name, number] of Object.entries(numbers)) {
    await page.getByRole('button', { name: new RegExp(`^${name}, footswitch`) }).click();
    await page.getByLabel('Add what it sends from the factory').selectOption('press');
    await type(page, 'Number on press', String(number));
    await type(page, 'Channel on press', '1');
  }
  await saved(page);
  await page.goto(`/rigs/${id}/gear/wiring`);
  await page.getByRole('link', { name: 'Played through' }).click();
  const card = page.getByRole('region', { name: 'Floorboard 8+2 to Murmur Loom' });
  await expect(card.getByRole('button', { name: 'Play through' })).toBeDisabled();
  await page.getByRole('button', { name: 'Look for MIDI devices' }).click();
  await card.getByLabel('Comes in at').selectOption('Test board');
  await card.getByLabel('Goes out at').selectOption('Test laptop');
  await card.getByRole('checkbox', { name: /from the factory/ }).check();
  await expect(card.getByText(/^8 controls of it do nothing here/)).toBeVisible();
  await card.getByRole('button', { name: 'Play through' }).click();
  await expect(card.getByText('Port in: open')).toBeVisible();
  await expect(card.getByText('Port out: open')).toBeVisible();
  await expectAccessible(page);

  const press = async (name: string, value: number): Promise<void> => says(page, 0xb0, numbers[name] ?? 0, value);
  for (const [name, value] of [
    ['FS 1', 127],
    ['FS 1', 0],
    ['FS 4', 127],
    ['FS 1', 127],
    ['FS 1', 0],
    ['FS 4', 0],
    ['FS 1', 127],
    ['FS 1', 0],
  ] as const)
    await press(name, value);
  await expect(card.getByText(/^8 messages/)).toBeVisible();
  const exported = await exportOf(page, id);
  const events = (r: Rig) => {
    const on = (name: string): string => controlNamed(r, name);
    return [
      ...tap(on('FS 1'), 0),
      down(on('FS 4'), 1000),
      ...tap(on('FS 1'), 2000),
      up(on('FS 4'), 3000),
      ...tap(on('FS 1'), 4000),
    ];
  };
  const told = { ...jobOf(exported, ['FS 1', 'FS 4'], events), wentOut: await sentOut(page) };
  expect(told).toEqual(keptJob('layer-played-through', told));
  // In the layer another number on another channel; without it, what Base has, on and off by turns.
  expect(told.wentOut).toEqual([
    [0xb4, 102, 127],
    [0xb5, 40, 127],
    [0xb4, 102, 0],
  ]);

  // Its plan played here or not: it goes on at once, as the same window.
  await card.getByRole('checkbox', { name: /from the factory/ }).uncheck();
  await expect(card.getByText('Port in: open')).toBeVisible();
  await says(page, 0xb0, 80, 127);
  await expect.poll(async () => (await sentOut(page)).at(-1)).toEqual([0xb0, 80, 127]);
  await card.getByRole('checkbox', { name: /from the factory/ }).check();
  await expect(card.getByText('Port in: open')).toBeVisible();
  await expect(card.getByText(/^Another window/)).toHaveCount(0);

  // A key that belongs to no control sounds, and is let go when its port goes.
  await says(page, 0x90, 60, 100);
  await plug(page, 'unplug');
  await expect(card.getByText('Port in: gone; it is taken up again when it is back')).toBeVisible({ timeout: 1000 });
  await expect.poll(async () => (await sentOut(page)).at(-1)).toEqual([0x80, 60, 0]);
  await plug(page, 'plug');
  await expect(card.getByText('Port in: open')).toBeVisible({ timeout: 2000 });
  await says(page, 0x90, 62, 100);
  await card.getByRole('button', { name: 'Stop' }).click();
  await expect.poll(async () => (await sentOut(page)).at(-1)).toEqual([0x80, 62, 0]);

  // Another window of this browser does not play it a second time.
  await card.getByRole('button', { name: 'Play through' }).click();
  await expect(card.getByText('Port in: open')).toBeVisible();
  const second = await page.context().newPage();
  await standIn(second, 'board');
  await second.goto(`/rigs/${id}/gear/through`);
  await second
    .getByRole('region', { name: 'Floorboard 8+2 to Murmur Loom' })
    .getByRole('button', { name: 'Play through' })
    .click();
  await expect(second.getByText('Another window plays this wire through. Stop it there, and it goes on here.')).toBeVisible();
  await second.close();
  await says(page, 0x90, 64, 100);
  // Leaving the page lets go as well.
  await page.getByRole('link', { name: 'Back to the wiring' }).click();
  await expect.poll(async () => (await sentOut(page)).at(-1)).toEqual([0x80, 64, 0]);

  // And so does closing it: written down where it is found again, since the page is gone then.
  await page.goto(`/rigs/${id}/gear/through`);
  await page.evaluate(() => {
    const { sent } = window as unknown as { sent: number[][] };
    const push = sent.push.bind(sent);
    sent.push = (...all) => {
      const length = push(...all);
      window.sessionStorage.setItem('went out', JSON.stringify(sent));
      return length;
    };
  });
  await card.getByRole('button', { name: 'Play through' }).click();
  await expect(card.getByText('Port out: open')).toBeVisible();
  await says(page, 0x90, 65, 100);
  await page.goto('about:blank');
  await page.goto(`/rigs/${id}/gear/through`);
  expect(await page.evaluate(() => window.sessionStorage.getItem('went out'))).toBe(
    JSON.stringify([
      [0x90, 65, 100],
      [0x80, 65, 0],
    ]),
  );
});

test('in a hidden page waits still run, and clock, SysEx and what belongs to no control go through as they came', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await standIn(page, 'board');
  // What a browser does to a page that nobody sees: its timers run once a minute, and nothing is drawn. From memory.
  await page.addInitScript(() => {
    const later = window.setTimeout.bind(window);
    const drawn = window.requestAnimationFrame.bind(window);
    const hidden = () => (window as unknown as { hidden?: boolean }).hidden === true;
    Object.assign(window, {
      setTimeout: (work: () => void, ms = 0, ...rest: unknown[]) => later(work, hidden() ? Math.max(ms, 60_000) : ms, ...rest),
      requestAnimationFrame: (work: FrameRequestCallback) => (hidden() ? 0 : drawn(work)),
    });
  });
  const id = await ownRig(page);
  const board = (await rigOf(page, id)).controllers.find((c) => c.name === 'Floorboard 8+2');
  await page.goto(`/rigs/${id}/gear/panel?unit=${board?.id}`);
  await page.getByRole('button', { name: /^FS 8, footswitch/ }).click();
  await page.getByLabel('Add what it sends from the factory').selectOption('press');
  await type(page, 'Number on press', '87');
  await type(page, 'Channel on press', '1');
  await saved(page);
  await page.goto(`/rigs/${id}/gear/through`);
  await page.getByRole('button', { name: 'Look for MIDI devices' }).click();
  const card = page.getByRole('region', { name: 'Floorboard 8+2 to Murmur Loom' });
  await card.getByLabel('Comes in at').selectOption('Test board');
  await card.getByLabel('Goes out at').selectOption('Test laptop');
  await card.getByRole('checkbox', { name: /from the factory/ }).check();
  await card.getByRole('checkbox', { name: /^SysEx/ }).check();
  await card.getByRole('button', { name: 'Play through' }).click();
  await expect(card.getByText('Port in: open')).toBeVisible();
  await expect(card.getByText('Port out: open')).toBeVisible();

  await page.evaluate(() => Object.assign(window, { hidden: true }));
  await says(page, 0xb0, 87, 127);
  // Held for as long as its firmware counts as a hold: what that does is done although nothing else comes in.
  await expect.poll(async () => (await sentOut(page)).map((m) => m.join(' ')), { timeout: 5000 }).toContain('180 110 127');
  await says(page, 0xb0, 87, 0);
  const before = (await sentOut(page)).length;
  for (const bytes of [[0xfa], [0xf8], [0xf8], [0xf0, 0x7d, 1, 2, 0xf7], [0x90, 60, 100], [0x80, 60, 0], [0xfc]])
    await says(page, ...bytes);
  await expect
    .poll(async () => (await sentOut(page)).slice(before).map((m) => m.map((b) => b.toString(16)).join(' ')))
    .toEqual(['fa', 'f8', 'f8', 'f0 7d 1 2 f7', '90 3c 64', '80 3c 0', 'fc']);
});
