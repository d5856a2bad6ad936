// Stage: followed on the drawing and over MIDI, lost and found, silent and left.
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, ownRig, plug, says, sentOut, standIn } from './kit';

/** Opens Stage, and waits until it knows the way into the first section. */
async function stand(page: Page, id: string): Promise<void> {
  await page.goto(`/rigs/${id}/stage`);
  await expect(page.getByText('Next Platform: press FS 1')).toBeVisible({ timeout: 60_000 });
}

interface File {
  readonly controls: readonly { readonly id: string; readonly name: string; readonly controllerId: string }[];
  readonly controllers: readonly { readonly id: string; readonly name: string }[];
  readonly assignments: readonly {
    readonly controlId: string;
    readonly bank: number | null;
    readonly layerId: string | null;
    readonly gesture: { readonly type: string };
    readonly actions: readonly {
      readonly type: string;
      readonly message?: { readonly type: string; readonly channel: number; readonly number: number };
      readonly behaviour?: { readonly first?: number; readonly value?: number };
    }[];
  }[];
}

/** The bytes of the first message that a press of a switch of the floorboard sends in a bank, by the file of the rig. */
async function bytesOf(page: Page, id: string, name: string, bank: number): Promise<number[]> {
  const file = JSON.parse(await exportOf(page, id)) as File;
  const board = file.controllers.find((c) => c.name === 'Floorboard 8+2')?.id;
  const control = file.controls.find((c) => c.name === name && c.controllerId === board)?.id;
  const row = file.assignments.find(
    (a) => a.controlId === control && a.bank === bank && a.layerId === null && a.gesture.type === 'press',
  );
  const action = row?.actions.find((a) => a.type === 'send' && a.message?.type === 'cc');
  if (!action?.message) throw new Error(`${name} sends no control change in bank ${bank}`);
  return [0xb0 + action.message.channel - 1, action.message.number, action.behaviour?.first ?? action.behaviour?.value ?? 127];
}

const floorboard = (page: Page) => page.getByRole('region', { name: 'Floorboard 8+2' });

test('what is pressed on the drawing is followed, ticked off, and leads on; by keys on and back', async ({ page }) => {
  const id = await ownRig(page);
  await stand(page, id);
  await expect(page.getByRole('heading', { name: 'Before the first song' })).toBeVisible();
  await expect(floorboard(page).getByText('Bank 1 “Overture”')).toBeVisible();
  for (const [width, height] of [
    [1280, 800],
    [820, 1180],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(floorboard(page).getByRole('button', { name: 'FS 1: LOOM, next: 1' })).toBeVisible();
    await expectAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  // The only step of the way: with it the first section is there.
  await floorboard(page)
    .getByRole('button', { name: /^FS 1:/ })
    .click();
  await expect(page.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  await expect(floorboard(page).getByRole('button', { name: /^FS 1: LOOM, (sent )?on$/ })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: /^Departure/ })).toBeVisible();
  // Three steps, the last two on one switch: each press ticks one off.
  await expect(page.getByText('Next Tunnel: press FS 1, then press FS 3, then press FS 3')).toBeVisible();
  await expect(floorboard(page).getByRole('button', { name: 'FS 3: FREEZE, next: 2 and 3' })).toBeVisible();
  await floorboard(page)
    .getByRole('button', { name: /^FS 1:/ })
    .click();
  await floorboard(page)
    .getByRole('button', { name: /^FS 3:/ })
    .click();
  await expect(floorboard(page).getByRole('button', { name: /^FS 3: FREEZE.*, next: 3$/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Departure/ })).toBeVisible();
  await page.keyboard.press('Backspace');
  await expect(page.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  // Loaded anew it is where it was; Home is before the first.
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  await expect(page.getByText('Next Departure: press FS 2')).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press('Home');
  await expect(page.getByRole('heading', { name: 'Before the first song' })).toBeVisible();
  await floorboard(page).getByRole('button', { name: 'Bank up' }).click();
  await expect(floorboard(page).getByText('Bank 2 “Harbour”')).toBeVisible();
  await expect(floorboard(page).getByRole('button', { name: /^FS 1: (?!LOOM)/ })).toBeVisible();
});

test('two feet at once are two presses, however late the page comes to them', async ({ page }) => {
  const id = await ownRig(page);
  await stand(page, id);
  await floorboard(page)
    .getByRole('button', { name: /^FS 1:/ })
    .click();
  await expect(page.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText('Next Tunnel: press FS 1, then press FS 3, then press FS 3')).toBeVisible();
  await floorboard(page).evaluate((unit) => {
    const at = (name: string): Element | undefined =>
      [...unit.querySelectorAll('button')].find((b) => b.getAttribute('aria-label')?.startsWith(name));
    for (const name of ['FS 1:', 'FS 3:'])
      for (const type of ['pointerdown', 'pointerup']) at(name)?.dispatchEvent(new PointerEvent(type, { bubbles: true }));
  });
  await expect(floorboard(page).getByRole('button', { name: /^FS 3: FREEZE.*, next: 3$/ })).toBeVisible();
});

test('over MIDI: which bank is told by what is heard; what no state can have sent means lost, and the card is there', async ({
  page,
}) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  const harbour = await bytesOf(page, id, 'FS 3', 2);
  const overture = await bytesOf(page, id, 'FS 1', 1);
  await stand(page, id);
  await page.getByRole('button', { name: 'Set up…' }).click();
  await page.getByRole('button', { name: 'Look for MIDI devices' }).click();
  await page.getByRole('combobox', { name: 'Floorboard 8+2' }).selectOption('Test board');
  await page.getByRole('checkbox', { name: 'Test laptop' }).check();
  await page.getByRole('button', { name: 'Done' }).click();
  // Hardware may be anywhere, though the drawing was known to begin in bank 1.
  await expect(floorboard(page).getByText('Which bank?')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Next Platform: press FS 1')).toBeVisible({ timeout: 60_000 });
  await expect(floorboard(page).getByText('Which bank?')).toBeVisible();
  await expect(floorboard(page).getByText('being opened')).toHaveCount(0);
  await says(page, ...harbour);
  await expect(floorboard(page).getByText('Bank 2 “Harbour”')).toBeVisible();
  await says(page, ...overture);
  await expect(floorboard(page).getByText('Bank 1 “Overture”')).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  for (const [width, height] of [
    [820, 1180],
    [390, 844],
    [1280, 800],
  ] as const) {
    await page.setViewportSize({ width, height });
    await says(page, ...harbour);
    await expect(floorboard(page).getByText('Bank 2 “Harbour”')).toBeInViewport();
    await says(page, ...overture);
    await expect(floorboard(page).getByText('Bank 1 “Overture”')).toBeInViewport();
    await expect(floorboard(page).getByRole('img', { name: /^FS 1: LOOM/ })).toBeInViewport();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }
  // A number that nothing on this board sends.
  await says(page, 0xbf, 3, 77);
  await expect(floorboard(page).getByRole('alert')).toContainText('Lost');
  await expect(floorboard(page).getByText('Which bank?')).toBeVisible();
  await floorboard(page).getByRole('button', { name: 'It is Bank 3 “Storm”' }).click();
  await expect(floorboard(page).getByText('Bank 3 “Storm”', { exact: true })).toBeVisible();
  await expect(floorboard(page).getByRole('alert')).toHaveCount(0);
  // The plug: said at once, and taken up again by itself.
  await plug(page, 'unplug');
  await expect(floorboard(page).getByRole('alert')).toContainText('gone', { timeout: 1000 });
  await plug(page, 'plug');
  await expect(floorboard(page).getByRole('alert')).toHaveCount(0, { timeout: 3000 });
  await says(page, ...harbour);
  await expect(floorboard(page).getByText('Bank 2 “Harbour”')).toBeVisible();
  // A tap is nothing, a second is silence.
  await page.keyboard.press('p');
  expect(await sentOut(page)).toEqual([]);
  await page.keyboard.down('p');
  await expect.poll(async () => (await sentOut(page)).length).toBe(48);
  await page.keyboard.up('p');
  const out = await sentOut(page);
  expect(out.slice(0, 16).map(([status, number, value]) => [(status ?? 0) & 15, number, value])).toEqual(
    Array.from({ length: 16 }, (_, i) => [i, 64, 0]),
  );
  expect([out[16]?.[1], out[32]?.[1]]).toEqual([123, 120]);
  await expect(page.getByText('Silence was sent.')).toBeVisible();
});

test('a second window follows the first, and Stage is left by holding Escape', async ({ page, context }) => {
  const id = await ownRig(page);
  await stand(page, id);
  const second = await context.newPage();
  await second.goto(`/rigs/${id}/stage`);
  await expect(second.getByText('follows the other window')).toBeVisible();
  await page.bringToFront();
  await floorboard(page)
    .getByRole('button', { name: /^FS 1:/ })
    .click();
  await expect(second.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  await second.bringToFront();
  await second.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: /^Departure/ })).toBeVisible();
  await second.close();
  await page.bringToFront();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: /^Departure/ })).toBeVisible();
  await page.keyboard.down('Escape');
  await expect(page).toHaveURL(/\/set$/);
});

/** A clock of 125 beats a minute on the port of the stand-in, from its start on. */
const runClock = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const { says } = window as unknown as { says: (...bytes: number[]) => void }; // border: the stand-in of the kit
    says(0xfa);
    const begins = performance.now();
    let sent = 0;
    const timer = setInterval(() => {
      for (; sent * 20 <= performance.now() - begins; sent++) says(0xf8);
    }, 5);
    Object.assign(window, { stopClock: () => clearInterval(timer) });
  });
const stopClock = (page: Page): Promise<void> =>
  page.evaluate(() => (window as unknown as { stopClock: () => void }).stopClock()); // border: made by the one above

test('bars are counted by the clock that is heard, a pedal goes on, a fader shows where it is, and another window goes on from there', async ({
  page,
  context,
}) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  await stand(page, id);
  const header = page.locator('header');
  await page.getByRole('button', { name: 'Set up…' }).click();
  await page.getByRole('button', { name: 'Look for MIDI devices' }).click();
  await page.getByRole('combobox', { name: 'Floorboard 8+2' }).selectOption('Test board');
  await page.getByRole('combobox', { name: 'Bars are counted by' }).selectOption('the MIDI clock on Test board');
  await page.getByRole('button', { name: 'Choose by pressing it' }).click();
  await expect(page.getByText('Press the pedal now.')).toBeVisible();
  // A pressure that comes along is no pedal.
  await says(page, 0xdf, 30);
  await says(page, 0xbe, 80, 127);
  await expect(page.getByText('CC 80, channel 15 on Test board')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Done' }).click();
  await says(page, 0xbe, 80, 0);
  await says(page, 0xbe, 80, 127);
  await expect(page.getByRole('heading', { name: /^Platform/ })).toBeVisible();
  await expect(header.getByText(/^no clock runs · 96 bpm/)).toBeVisible();
  // The clock starts the section that is played; neither it nor the pedal makes the board lost.
  await runClock(page);
  await expect(header.getByText(/^bar [12] of 8$/)).toBeVisible();
  await expect(header.getByText(/ s left · 12\d(\.\d)? bpm$/)).toBeVisible();
  await expect(header.getByText(/^bar 3 of 8$/)).toBeVisible({ timeout: 10_000 });
  await expect(floorboard(page).getByRole('alert')).toHaveCount(0);
  await stopClock(page);
  await expect(header.getByText(/^no clock runs/)).toBeVisible({ timeout: 3000 });
  // The pedal of the board sends where it is.
  const file = JSON.parse(await exportOf(page, id)) as File;
  const board = file.controllers.find((c) => c.name === 'Floorboard 8+2')?.id;
  const pedals = file.controls.filter((c) => c.controllerId === board && /^Ex /.test(c.name));
  const row = file.assignments.find((a) => pedals.some((p) => p.id === a.controlId) && (a.bank ?? 1) === 1 && a.layerId === null);
  const pedal = pedals.find((p) => p.id === row?.controlId)?.name ?? '';
  const action = row?.actions.find((a) => a.message?.type === 'cc');
  if (!action?.message) throw new Error('a pedal sends a control change');
  await says(page, 0xb0 + action.message.channel - 1, action.message.number, 100);
  await expect(floorboard(page).getByRole('img', { name: new RegExp(`^${pedal}:.*, at \\d+ %`) })).toBeVisible();
  await says(page, ...(await bytesOf(page, id, 'FS 3', 2)));
  await expect(floorboard(page).getByText('Bank 2 “Harbour”')).toBeVisible();
  // The window that leads is closed: the other one knows what it knew.
  const second = await context.newPage();
  await second.goto(`/rigs/${id}/stage`);
  await expect(second.getByText('follows the other window')).toBeVisible();
  await expect(floorboard(second).getByText('Bank 2 “Harbour”')).toBeVisible();
  await page.close();
  await expect(second.getByText('follows the other window')).toHaveCount(0);
  await expect(second.getByRole('button', { name: 'Set up…' })).toBeVisible();
  await expect(floorboard(second).getByText('Bank 2 “Harbour”')).toBeVisible();
  await expect(second.getByRole('heading', { name: /^Platform/ })).toBeVisible();
});

test('bars go by the tempo of the song where no clock is heard', async ({ page }) => {
  const id = await ownRig(page);
  await stand(page, id);
  await page.getByRole('button', { name: 'Set up…' }).click();
  await page.getByRole('combobox', { name: 'Bars are counted by' }).selectOption('the tempo of the song, from where I go on');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.keyboard.press('Space');
  await expect(page.locator('header').getByText('bar 1 of 8')).toBeVisible();
  await expect(page.locator('header').getByText(/^\d+ s left · 96 bpm$/)).toBeVisible();
  await expect(page.locator('header').getByText('bar 2 of 8')).toBeVisible({ timeout: 8000 });
});
