import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved, says, sentOut, standIn } from './kit';

interface Row {
  readonly id: string;
  readonly controlId: string;
  readonly proved: { readonly grade: string } | null;
  readonly actions: readonly { readonly message: { readonly channel: number }; readonly behaviour: { readonly type: string } }[];
}
interface Told {
  readonly assignments: readonly Row[];
  readonly controls: readonly { readonly name: string; readonly calibration: { readonly low: number } | null }[];
  readonly targets: readonly {
    readonly reception: { readonly threshold: number };
    readonly evidence: readonly { readonly fact: string; readonly grade: string }[];
  }[];
}
const rigOf = async (page: Page, id: string): Promise<Told> => JSON.parse(await exportOf(page, id)) as Told;
const provedIn = async (page: Page, id: string): Promise<number> =>
  (await rigOf(page, id)).assignments.filter((a) => a.proved !== null).length;
const functionNamed = (page: Page, name: RegExp) =>
  page.getByRole('complementary', { name: 'Functions' }).getByRole('button', { name });
const trial = (page: Page) => page.getByRole('region', { name: 'The trial' });
const useBoard = async (page: Page): Promise<void> => {
  await page.getByLabel('Port', { exact: true }).selectOption('Look for MIDI devices…');
  await page.getByLabel('Port', { exact: true }).selectOption('Test board');
  await page.waitForTimeout(150);
};

test('the simulated unit rehearses without ticking anything; a planted fault is named and can be planned instead', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'proof');
  const before = await provedIn(page, id);
  await functionNamed(page, /FS 3 Gate/).click();
  await expect(trial(page).getByRole('heading', { level: 2 })).toHaveText('Hold FS 4 and press FS 3 three times');
  await expectAccessible(page);
  await page.getByLabel('Which functions to show').selectOption('not proved');
  await functionNamed(page, /FS 2 Go to black/).click();
  await expect(trial(page)).toContainText('It sets off Go to black');
  await page.getByLabel('Fault of the simulated unit').selectOption('It latches instead of being momentary');
  await page.keyboard.press('p');
  const wrong = page.getByRole('region', { name: 'What is wrong' });
  await expect(wrong.getByRole('heading', { name: 'It latches instead of being momentary' })).toBeVisible();
  await expect(wrong).toContainText('127 / 0 in turn');
  await expectAccessible(page);
  await wrong.getByRole('button', { name: 'Plan it as it arrives' }).click();
  await saved(page);
  const held = (await rigOf(page, id)).assignments.filter((a) => a.actions[0]?.behaviour?.type === 'latching').length;
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect
    .poll(async () => (await rigOf(page, id)).assignments.filter((a) => a.actions[0]?.behaviour?.type === 'latching').length)
    .toBe(held - 1);

  await page.getByLabel('Fault of the simulated unit').selectOption('Without a fault');
  await page.getByRole('button', { name: /Let it play/ }).click();
  await expect(page.getByText(/The plan is rehearsed/)).toBeVisible();
  await expect(functionNamed(page, /FS 2 Go to black rehearsed/)).toBeVisible();
  expect(await provedIn(page, id)).toBe(before);
});

test('a device proves with its last message, goes on by itself, and the record stands after a reload', async ({ page }) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  await open(page, id, 'proof');
  await useBoard(page);
  await page.getByLabel('Who proves').fill('Ilse');
  await functionNamed(page, /FS 1 Foghorn/).click();
  const before = await provedIn(page, id);
  for (const v of [127, 0, 127, 0, 127]) await says(page, 0xb4, 115, v);
  await expect(page.getByText('As planned so far. Go on.')).toBeVisible();
  await says(page, 0xb4, 115, 0);
  await expect(page.getByText('Proved: all came as planned.')).toBeVisible();
  await saved(page);
  await expect.poll(() => provedIn(page, id)).toBe(before + 1);
  await expect(trial(page).getByRole('heading', { level: 2 })).toHaveText('Press FS 2 three times');

  // The next one comes on another channel: it is named once it is quiet.
  for (const v of [127, 0, 127]) await says(page, 0xb5, 116, v);
  await expect(page.getByRole('heading', { name: 'The channel is off by one' })).toBeVisible();

  // What was proved and fails now is not proved any more.
  const proved = await provedIn(page, id);
  await functionNamed(page, /FS 1 Loom proved/).click();
  for (const v of [0, 127, 0]) await says(page, 0xb4, 102, v);
  await expect(page.getByRole('heading', { name: 'The two values are swapped' })).toBeVisible();
  await saved(page);
  await expect.poll(() => provedIn(page, id)).toBe(proved - 1);
  await page.reload();
  await expect(functionNamed(page, /FS 1 Foghorn proved/)).toBeVisible();
  await expect(functionNamed(page, /FS 2 Gulls failed/)).toBeVisible();
  await functionNamed(page, /FS 1 Foghorn/).click();
  await expect(page.getByRole('region', { name: 'Trials so far' })).toContainText('by Ilse, on Test board');
  const record = await (await page.request.get(`/api/rigs/${id}/proofs`)).text();
  expect(record).toContain('The channel is off by one');
  expect(record).toContain('Ilse');
});

test('a trial that the server did not get waits in this browser, is said, and is sent by the next page', async ({ page }) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  await open(page, id, 'proof');
  await useBoard(page);
  await functionNamed(page, /FS 1 Foghorn/).click();
  const onServer = async () => (await page.request.get(`/api/rigs/${id}/proofs`)).text();
  await page.route('**/*', (route) => (route.request().headers()['next-action'] ? route.abort() : route.continue()));
  for (const v of [127, 0, 127, 0, 127, 0]) await says(page, 0xb4, 115, v);
  await expect(page.getByText('Proved: all came as planned.')).toBeVisible();
  await expect(
    page.getByText('1 trial waits: no answer from Keen Dial. This browser keeps it, and sends it by itself.'),
  ).toBeVisible();
  await expectAccessible(page);
  expect(await onServer()).not.toContain('Test board');
  await page.unroute('**/*');
  await open(page, id, 'proof');
  await expect.poll(onServer).toContain('Test board');
  await expect(functionNamed(page, /FS 1 Foghorn proved/)).toBeVisible();
  await expect(page.getByText('no answer from Keen Dial')).toHaveCount(0);
});

test('where nothing comes, the search for why begins with what the proof knows', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'proof');
  await functionNamed(page, /FS 2 Choir/).click();
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { name: 'Nothing arrives' })).toBeVisible();
  await page.getByRole('link', { name: 'Find out why nothing arrives' }).click();
  await expect(page.getByLabel('From the controller')).toHaveValue(/.+/);
  await expect(page.getByLabel('To the target').locator('option:checked')).toHaveText('Pane Choir');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('region', { name: 'Answers' })).toContainText('Nothing', { ignoreCase: true });
});

test('typed in from another monitor; a change of the number makes the proof stale, and only that one', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'proof');
  await functionNamed(page, /FS 2 Choir/).click();
  await page.getByRole('button', { name: 'Type it in' }).click();
  const dialog = page.getByRole('dialog', { name: 'Type what arrived' });
  await dialog.getByRole('textbox').fill('CC 103 = 127, ch 5\nnonsense');
  await expect(dialog).toContainText('Line 2, “nonsense”');
  await expect(dialog.getByRole('button', { name: /^Compare/ })).toBeDisabled();
  await dialog.getByRole('textbox').fill('CC 103 = 127, ch 5\nB4 67 00\nCC 103 = 127, ch 5');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Compare 3 messages' }).click();
  await expect(page.getByText('Proved: all came as planned.')).toBeVisible();
  await saved(page);
  const before = await provedIn(page, id);

  await page.goto(`/rigs/${id}/map`);
  await page.getByRole('button', { name: /^FS 2:/ }).click();
  await page.getByLabel('Number', { exact: true }).fill('90');
  await page.keyboard.press('Enter');
  await saved(page);
  await expect.poll(() => provedIn(page, id)).toBe(before - 1);
  await page.goto(`/rigs/${id}/proof`);
  await expect(functionNamed(page, /FS 2 Choir stale/)).toBeVisible();
  await functionNamed(page, /FS 2 Choir/).click();
  await expect(trial(page)).toContainText('changed since');
});

test('whatever is touched is found in the plan, proved, or said to be planned nowhere', async ({ page }) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  await open(page, id, 'proof');
  await page.getByRole('button', { name: 'Whatever I touch' }).click();
  await useBoard(page);
  await expectAccessible(page);
  for (const v of [127, 0, 127]) await says(page, 0xb4, 102, v);
  const touched = page.getByRole('region', { name: 'Touched so far' });
  await expect(touched).toContainText('FS 1 · Loom: as planned');
  await says(page, 0xb0, 20, 5);
  await expect(touched).toContainText('Control change 20 ch 1 is not planned anywhere on this rig.');
  await expect(functionNamed(page, /FS 1 Loom proved/)).toBeVisible();
});

test('a pedal is calibrated from two sweeps, kept with the controller, and the calibration taken off again', async ({ page }) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/proof/calibrate`);
  await expect(page.getByRole('heading', { name: 'Two slow sweeps of Ex 1' })).toBeVisible();
  await page.getByRole('button', { name: /^Record/ }).click();
  await expect(page.getByText(/Control change 113 ch 5: \d+, \d{3} values/)).toBeVisible({ timeout: 15_000 });
  await page.waitForTimeout(4500);
  await page.getByRole('button', { name: /^That was it/ }).click();
  await expect(page.getByRole('table', { name: 'What came' })).toContainText('Ends that it always came to');
  await expect(page.getByRole('img', { name: /Reading over the way/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep this calibration' }).click();
  await saved(page);
  const kept = (await rigOf(page, id)).controls.find((c) => c.name === 'Ex 1')?.calibration;
  expect(kept?.low).toBeGreaterThan(0.02);
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect.poll(async () => (await rigOf(page, id)).controls.find((c) => c.name === 'Ex 1')?.calibration?.low).toBe(0);
});

for (const { how, said, threshold, actsOn } of [
  {
    how: 'flips from 100 on',
    said: 'Values from 100 on flip it; lower ones do nothing.',
    threshold: 100,
    actsOn: 'at-or-above-threshold',
  },
  {
    how: 'flips on going over 64',
    said: 'A value from 64 on flips it, if the one before was lower.',
    threshold: 64,
    actsOn: 'rising-edge',
  },
])
  test(`a probe finds out that the simulated software ${how}, and writes it to the profile as tested`, async ({ page }) => {
    const id = await ownRig(page);
    await page.goto(`/rigs/${id}/proof/probe`);
    await page.getByLabel('How the simulated software listens').selectOption(how);
    await page.getByRole('button', { name: /Send the first value/ }).click();
    const software = page.getByRole('complementary', { name: 'Simulated software' });
    await expectAccessible(page);
    for (let i = 0; i < 24; i++) {
      if (await page.getByText(said).isVisible()) break;
      const on = (await software.textContent())?.includes(': on') ?? false;
      await page.keyboard.press(on ? '1' : '2');
    }
    await expect(page.getByText(said)).toBeVisible();
    await page.getByRole('button', { name: 'Write it to the profile as tested' }).click();
    await saved(page);
    const target = (await rigOf(page, id)).targets[0];
    expect(target?.reception).toMatchObject({ threshold, actsOn });
    expect(target?.evidence.filter((e) => e.grade === 'tested').map((e) => e.fact)).toEqual(
      expect.arrayContaining(['actsOn', 'threshold']),
    );
  });

test('a knob is probed, a value sent again among them; the answers lead to clicks around 64', async ({ page }) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/proof/probe`);
  await page.getByLabel('What to probe').selectOption('Quarry Hall · Decay');
  await page.getByLabel('How the simulated software listens').selectOption('clicks around 64');
  const software = page.getByRole('complementary', { name: 'Simulated software' });
  const place = async (): Promise<number> => Number(/(\d+) %/.exec((await software.textContent()) ?? '')?.[1] ?? 50);
  const found = page.getByText('It reads clicks: binary offset.');
  let before = await place();
  await page.getByRole('button', { name: /Send the first value/ }).click();
  for (let i = 0; i < 24 && !(await found.isVisible()); i++) {
    if (i === 1) {
      before = await place();
      await page.getByRole('button', { name: 'Send it again' }).click();
    }
    const by = (await place()) - before;
    before = await place();
    const words =
      by === 0
        ? 'It did not move'
        : Math.abs(by) <= 12
          ? by > 0
            ? 'A little up'
            : 'A little down'
          : by > 0
            ? 'Far up'
            : 'Far down';
    await page.getByRole('button', { name: words }).click();
  }
  await expect(found).toBeVisible();
});

test('a parameter is taught over a port, and what would fire something is not', async ({ page }) => {
  const id = await ownRig(page);
  await standIn(page, 'board');
  await page.goto(`/rigs/${id}/sheet/walk`);
  const teach = page.getByRole('region', { name: 'Teach it from here' });
  const walkTo = async (parameter: string): Promise<void> => {
    const title = page.getByRole('region', { name: 'The step' }).getByRole('heading', { level: 2 });
    for (let i = 0; i < 120 && (await title.textContent()) !== parameter; i++) await page.keyboard.press('ArrowRight');
    await expect(title).toHaveText(parameter);
  };
  for (let i = 0; i < 60; i++) await page.keyboard.press('ArrowLeft');
  await walkTo('Loom');
  await teach.getByLabel('Port to send to').selectOption('Look for MIDI devices…');
  await teach.getByLabel('Port to send to').selectOption('Test laptop');
  await page.waitForTimeout(150);
  await page.keyboard.press('t');
  await expect(teach).toContainText('Sent with 127, 0');
  await expect
    .poll(() => sentOut(page))
    .toEqual([
      [0xb4, 102, 127],
      [0xb4, 102, 0],
    ]);
  await expectAccessible(page);
  await walkTo('Thunder');
  await expect(teach).toContainText('It would set off Thunder.');
  await expect(teach.getByRole('button', { name: /Send it/ })).toHaveCount(0);
});

test('the sheet and labels come as PDF; where it lives says what is lost without saving', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'sheet');
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF', exact: true }).click(),
  ]);
  expect(sheet.suggestedFilename()).toMatch(/sheet\.pdf$/);
  await page.getByRole('link', { name: 'Labels', exact: true }).click();
  await expect(page.getByRole('img', { name: /^Labels · Floorboard 8\+2 · Overture, page 1/ })).toContainText('THUNDER');
  await expectAccessible(page);
  await page.getByLabel('Read from').selectOption('1.8 m, at the feet, standing');
  await expect(page.getByRole('region', { name: 'Cut short' })).toBeVisible();
  const [labels] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF', exact: true }).click(),
  ]);
  expect(labels.suggestedFilename()).toBe('Floorboard 8+2 labels.pdf');
  await page.goto(`/rigs/${id}/sheet/homes`);
  await expect(page.getByRole('region', { name: 'Floorboard 8+2' })).toContainText('entered and not saved');
  await expectAccessible(page);
});

test('what changed since it was last entered is told line by line, and saved', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 2:/ }).click();
  await page.getByLabel('Number', { exact: true }).fill('90');
  await page.keyboard.press('Enter');
  await page.getByLabel('Why this number').fill('free on both boards');
  await page.keyboard.press('Enter');
  await saved(page);
  expect(await exportOf(page, id)).toContain('free on both boards');
  await page.goto(`/rigs/${id}/sheet`);
  await page.getByRole('link', { name: 'What changed' }).click();
  const board = page.getByRole('region', { name: 'Enter again in Floorboard 8+2' });
  await expect(board.getByRole('row', { name: /FS 2 press, Overture · Base/ })).toContainText('Control change 103, ch 5');
  await expect(board.getByRole('row', { name: /FS 2 press, Overture · Base/ })).toContainText('Control change 90, ch 5');
  await expectAccessible(page);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as CSV' }).click()]);
  expect(file.suggestedFilename()).toMatch(/to enter again\.csv$/);
});
