import { expect, test } from '@playwright/test';
import { dragOnto } from '../hands/drag';
import { expectAccessible, exportOf, open, ownRig, post, saved } from './kit';

test('the map shows tape, findings and outcomes, and is accessible', async ({ page }) => {
  await open(page, 'lantern-hour', 'map');
  await page.getByRole('button', { name: /^FS 3: press Freeze/ }).click();
  await expect(page.getByTestId('outcome')).toContainText('first press does nothing');
  await expect(page.getByRole('row', { name: /FS 1 press/ })).toContainText('flips once per press');
  await expectAccessible(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.reload();
  await expect(page.getByTestId('outcome')).toContainText('first press does nothing');
  await expectAccessible(page);
});

test('a finding is mended by its button; undo and redo work, also across a reload', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 3: press Freeze/ }).click();
  await page.getByRole('button', { name: 'Send 127 first' }).click();
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('outcome')).toContainText('first press does nothing');
  await page.reload();
  await expect(page.getByTestId('outcome')).toContainText('first press does nothing');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
});

test('what is wanted is said in the sentence: checks go by it, a button mends it, undo takes it back', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 1: press Loom/ }).click();
  const want = page.getByLabel('What is wanted of Loom');
  await expect(want.locator('option:checked')).toHaveText('stay (assumed)');
  const finding = page.getByText('Not as wanted: Loom is to last only while held.');
  await expect(finding).toHaveCount(0);
  await want.selectOption('while-held');
  await expect(finding).toBeVisible();
  await page.getByRole('button', { name: 'Send 127 on press, 0 on release' }).click();
  await expect(page.getByTestId('outcome')).toContainText('while held');
  await expect(finding).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(want).toHaveValue('while-held');
  // Twice at once: what was done before the newest step came with the rig.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(finding).toHaveCount(0);
  await expect(want.locator('option:checked')).toHaveText('stay (assumed)');
  await expectAccessible(page);
});

test('a parameter is dragged onto a control', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await dragOnto(page, page.getByRole('button', { name: /^Scatter/ }), page.getByRole('button', { name: 'E 6: free' }));
  await expect(page.getByRole('button', { name: 'E 6: move Scatter' })).toBeVisible();
  // Those who do not see it hear names.
  await expect(page.getByText('Scatter was put on E 6.')).toBeAttached();
  await expect(page.getByTestId('outcome')).toContainText('0 % → 100 % in 128 steps');
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    assignments: { actions: { message: { channel: number; number: number } }[] }[];
  };
  // The first undefined number that nobody uses on that controller's channel.
  expect(rig.assignments.at(-1)?.actions[0]?.message).toMatchObject({ channel: 6, number: 108 });
});

test('by keyboard alone: walk the panel, assign, edit every word, clear, undo', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 5:/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'FS 1' })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'FS 3' })).toBeVisible();
  await page.keyboard.press('4');
  await expect(page.getByText('Bank 4 “Finale”')).toBeVisible();
  await page.keyboard.press('a');
  await expect(page.getByPlaceholder('Name of the parameter')).toBeFocused();
  await page.keyboard.type('previous cue');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Replace Chord' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Previous cue: fires once');
  await page.getByRole('button', { name: /^FS 3: press Previous cue/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Gesture', { exact: true })).toBeFocused();
  const number = page.getByLabel('Number', { exact: true });
  await number.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('300');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: '0 to 127' })).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('30');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /FS 3 press/ })).toContainText('CC 30');
  await page.getByLabel('Values', { exact: true }).focus();
  await page.getByLabel('Values', { exact: true }).selectOption('latching');
  await expect(page.getByTestId('outcome')).toContainText('only every second press works');
  await page.getByLabel('Values', { exact: true }).selectOption('fixed');
  await expect(page.getByTestId('outcome')).toContainText('fires once');
  await page.getByRole('button', { name: /^FS 3: press Previous cue/ }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'FS 3: free' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^FS 3: press Previous cue/ })).toBeVisible();
});

test('place, layer and kind of message are words of the sentence too', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 6: press Rain bed/ }).click();
  await page.getByLabel('Bank', { exact: true }).selectOption({ label: 'Finale' });
  await expect(page.getByText('Bank 4 “Finale”')).toBeVisible();
  await page.getByLabel('Layer', { exact: true }).selectOption({ label: 'Heel' });
  await expect(page.getByText('Heel layer, made in the controller')).toBeVisible();
  await page.getByLabel('Kind of message').selectOption({ label: 'note' });
  await page.getByLabel('Number', { exact: true }).fill('C3');
  await page.getByLabel('Number', { exact: true }).press('Enter');
  await expect(page.getByRole('row', { name: /FS 6 press/ })).toContainText('N 48');
  await expect(page.getByTestId('outcome')).toContainText('Rain bed: flips once per press');
  await page.getByLabel('Gesture', { exact: true }).selectOption('release');
  await expect(page.getByTestId('outcome')).toContainText('Rain bed: flips once per press');
  await page.getByLabel('How Prop Cupboard hears it').selectOption('gate');
  await expect(page.getByTestId('outcome')).toContainText('turns On, never Off');
  await page.getByLabel('Values', { exact: true }).selectOption('stepping');
  await page.getByLabel('Counter to').fill('1');
  await page.getByLabel('Counter to').press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Rain bed');
});

test('a press on a parameter of steps is offered one step, the next, or two in turn, and plays as it was offered', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const size = page.getByRole('region', { name: 'Waiting for a control' }).getByRole('button', { name: /^Size/ });
  await page.getByRole('button', { name: /^Storm, Base:/ }).click();
  await page.getByRole('button', { name: /^FS 5:/ }).click();
  await size.click();
  await page.getByRole('heading', { name: 'FS 5' }).waitFor();
  const press = page.getByLabel('What a press does with its steps');
  for (const [way, plays] of [
    ['goes to the next step', /Size: /],
    ['alternates between two steps', /Size: .*(in turn|and|alternat|flips)/],
    ['goes to one step', /Size: /],
  ] as const) {
    await press.selectOption({ label: way });
    await expect(press.locator('option:checked')).toHaveText(way);
    await expect(page.getByTestId('outcome')).toContainText(plays);
  }
  await expect(page.getByLabel('What is wanted of Size')).toHaveValue('sets');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo: Go to one step/ }).click();
  await expect(press.locator('option:checked')).toHaveText('alternates between two steps');
});

test('ranges, a reversed range, and several parameters on one pedal', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Ex 1:/ }).click();
  await page.getByLabel('Level at the low end').fill('0');
  await page.getByLabel('Level at the low end').press('Enter');
  await page.getByLabel('Level at the high end').fill('-60');
  await page.getByLabel('Level at the high end').press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Level: 0 dB → −60 dB in 128 steps');
  await page.getByLabel('Value at the upper end').fill('50 %');
  await page.getByLabel('Value at the upper end').press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('65 steps');
  await page.getByRole('button', { name: 'Parameter', exact: true }).click();
  await expect(page.getByPlaceholder('Name of the parameter')).toBeFocused();
  await page.keyboard.type('scatter');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Scatter: 0 %');
  await expect(page.getByTestId('outcome')).toContainText('Level: 0 dB');
});

test('a target that can pick up is told to, and the map shows where it begins to follow', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Quarry Hall/ }).click();
  await page.getByLabel('Takes over a knob by').selectOption({ label: 'jumping or picking up' });
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.waitForURL(/map/);
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await page.getByRole('button', { name: /^E 4:/ }).click();
  await expect(page.getByTestId('outcome')).toContainText('Damping: 0 % → 100 %');
  await page.getByLabel('Takeover of Damping').selectOption({ label: 'picking up' });
  await expect(page.getByTestId('outcome')).toContainText('Damping: waits at 40 % until 49, then follows to 100 %');
});

test('a layer is made in the host, and the same number does something else in it', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Layer…' }).click();
  await page.getByLabel('Name').fill('Toe');
  await page.getByLabel('Made in').selectOption('host');
  await page.getByRole('button', { name: 'Add layer' }).last().click();
  await expect(page.getByText('Toe layer, made in the host')).toBeVisible();
  await page.getByRole('button', { name: /^FS 6:/ }).click();
  await page.getByRole('button', { name: /^FS 6:/ }).press('a');
  await expect(page.getByPlaceholder('Name of the parameter')).toBeFocused();
  await page.keyboard.type('previous cue');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Previous cue');
  const line = page.getByRole('row', { name: /FS 6 press/ });
  await expect(line).toContainText('CC 107');
  await page.getByRole('button', { name: 'Delete layer Toe' }).click();
  await expect(page.getByText('Toe layer')).toBeHidden();
});

test('fill along counts up over the neighbours and says what it leaves out', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await page.getByRole('button', { name: /^E 5:/ }).click();
  await page.getByRole('button', { name: 'Fill along…' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel(/^Number of E 6/)).toHaveValue('108');
  await dialog.getByRole('row', { name: /E 8/ }).getByRole('checkbox').check();
  await expect(dialog.getByRole('row', { name: /E 7/ })).toContainText('already has a function here');
  await expect(dialog.getByLabel(/^Number of E 8/)).toHaveValue('109');
  // A line has a number and a parameter of its own; the others count on around them.
  await dialog.getByLabel(/^Number of E 6/).fill('109');
  await dialog.getByLabel(/^Number of E 6/).press('Tab');
  await expect(dialog.getByLabel(/^Number of E 8/)).toHaveValue('108');
  // With nothing in it the line counts on again.
  await dialog.getByLabel(/^Number of E 6/).fill('');
  await dialog.getByLabel(/^Number of E 6/).press('Tab');
  await expect(dialog.getByLabel(/^Number of E 6/)).toHaveValue('108');
  const moves = dialog.getByLabel(/^What E 6 .*moves$/);
  const usual = await moves.locator('option:checked').textContent();
  const [, other = ''] = await moves.locator('option').allTextContents();
  await moves.selectOption({ label: other });
  await expect(moves.locator('option:checked')).toHaveText(other);
  await expect(dialog.getByLabel(/^What E 8 .*moves$/).locator('option:checked')).toHaveText(usual ?? '');
  await expectAccessible(page);
  await moves.selectOption({ label: usual ?? '' });
  await dialog.getByRole('button', { name: /^Fill \d controls?$/ }).click();
  await expect(page.getByRole('button', { name: /^E 6: move Detune/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'E 6: free' })).toBeVisible();
});

test('a control is copied by keyboard onto another and into other banks, swapped, and all of it undone', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const before = await exportOf(page, id);
  await page.getByRole('button', { name: /^FS 5:/ }).click();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('FS 5 is copied.')).toBeVisible();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: /^FS 6:/ }).click();
  // Where it is put is where the screen shows that it is.
  await expect(page.getByRole('button', { name: /^Harbour, Base/ })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Control+v');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('row', { name: /FS 6 Harbour.*hold.*Infinite/ })).toBeVisible();
  await expectAccessible(page);
  await dialog.getByLabel('Storm').check();
  await dialog.getByRole('button', { name: 'Copy 4 functions' }).click();
  await expect(page.getByRole('button', { name: /^FS 6: press Reverse/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^FS 6: press Reverse/ })).toHaveCount(0);
  // By mouse, and the other way round: swapped.
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^Overture, Base/ }).click();
  await page.getByRole('button', { name: /^FS 6:/ }).click();
  await page.getByRole('button', { name: 'Copy, move or swap' }).click();
  await dialog.getByLabel('What to do').selectOption('swap');
  await dialog.getByLabel('Onto').selectOption({ label: 'FS 5' });
  await dialog.getByRole('button', { name: 'Swap 3 functions' }).click();
  await expect(page.getByRole('button', { name: /^FS 6: press Reverse/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^FS 5: press Rain bed/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await saved(page);
  await expect.poll(() => exportOf(page, id)).toBe(before);
});

test('tape is dragged from control to control, with Ctrl copied; a bank is copied whole and swapped, and all undone', async ({
  page,
}) => {
  test.slow();
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Storm, Base:/ }).click();
  const first = page.getByRole('button', { name: /^FS 1:/ });
  const spoken = (await first.getAttribute('aria-label')) ?? '';
  const does = spoken.replace(/^FS 1: /, '').replace(/, (must fix|look at)$/, '');
  expect(does).not.toBe('free');
  const free = page.getByRole('button', { name: /^FS \d: free/ }).first();
  const name = ((await free.getAttribute('aria-label')) ?? '').replace(': free', '');
  const onto = page.getByRole('button', { name: new RegExp(`^${name}:`) });
  await page.keyboard.down('Control');
  await dragOnto(page, first, onto);
  await page.keyboard.up('Control');
  await expect(page.getByText(`What FS 1 does was put on ${name}.`)).toBeAttached();
  await expect(onto).toHaveAttribute('aria-label', new RegExp(does.slice(0, 12)));
  await expect(first).toHaveAttribute('aria-label', new RegExp(does.slice(0, 12)));
  await page.keyboard.press('Control+z');
  await expect(onto).toHaveAttribute('aria-label', /free/);
  await dragOnto(page, first, onto);
  await expect(onto).toHaveAttribute('aria-label', new RegExp(does.slice(0, 12)));
  await expect(first).not.toHaveAttribute('aria-label', new RegExp(does.slice(0, 12)));
  // What is in the way is asked about.
  const second = page.getByRole('button', { name: /^FS \d: free/ }).first();
  const secondName = ((await second.getAttribute('aria-label')) ?? '').replace(': free', '');
  const there = page.getByRole('button', { name: new RegExp(`^${secondName}:`) });
  await page.keyboard.down('Control');
  await dragOnto(page, onto, there);
  await page.keyboard.up('Control');
  await expect(there).not.toHaveAttribute('aria-label', /free/);
  await dragOnto(page, onto, there);
  const asked = page.getByRole('dialog', { name: `Move what ${name} does` });
  await expect(asked.getByText('already has a function there')).toBeVisible();
  await page.keyboard.press('Escape');
  for (const _ of ['the copy', 'the move']) await page.keyboard.press('Control+z');
  await expect(first).toHaveAttribute('aria-label', spoken);
  // The bank whole.
  const filled = async (bank: string): Promise<number> =>
    Number(
      /: (\d+) of/.exec(
        (await page.getByRole('button', { name: new RegExp(`^${bank}, Base:`) }).getAttribute('aria-label')) ?? '',
      )?.[1],
    );
  const [storm, finale] = [await filled('Storm'), await filled('Finale')];
  await page.getByRole('button', { name: 'Copy or move this place' }).click();
  const dialog = page.getByRole('dialog', { name: /Storm/ });
  await dialog.getByLabel('What to do').selectOption('swap');
  await dialog.getByLabel('Finale').check();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: /^Swap \d+ functions/ }).click();
  await expect.poll(() => filled('Storm')).toBe(storm);
  await expect(page.getByRole('row').nth(5)).toContainText('4 Storm');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => [await filled('Storm'), await filled('Finale')]).toEqual([storm, finale]);
  // By the palette, into two banks at once.
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('swap this bank');
  await expect(page.getByRole('option', { name: /Copy, move or swap this bank or page/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await dialog.getByLabel('Finale').check();
  await dialog.getByLabel('Harbour').check();
  await dialog.getByLabel('Its numbers').selectOption('same');
  await expect(dialog.getByText('already has a function there')).toHaveCount(4);
  await dialog.getByLabel('in place of what is there').check();
  await dialog.getByRole('button', { name: 'Copy 4 functions' }).click();
  await expect(dialog).toHaveCount(0);
  for (const bank of ['Harbour', 'Finale']) {
    await page.getByRole('button', { name: new RegExp(`^${bank}, Base:`) }).click();
    await expect(first).toHaveAttribute('aria-label', new RegExp(does.slice(0, 12)));
  }
  await saved(page);
});

test('several lines of the list are chosen by mouse and keys and changed in one go, with each line shown first', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const before = await exportOf(page, id);
  const list = page.getByRole('grid', { name: 'Assignments' });
  await list.getByRole('row', { name: /^FS 1 press/ }).click();
  await list.getByRole('row', { name: /^FS 5 press/ }).click({ modifiers: ['Shift'] });
  await list.getByRole('row', { name: /^FS 2 press/ }).click({ modifiers: ['Control'] });
  await expect(page.getByText('3 chosen')).toBeVisible();
  await list.focus();
  await page.keyboard.press('Control+a');
  await expect(page.getByText('11 chosen')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('chosen')).toHaveCount(0);
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'Change…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What', { exact: true }).selectOption({ label: 'Channel' });
  await dialog.getByLabel('To', { exact: true }).selectOption('5');
  await expect(dialog.getByRole('row', { name: /FS 1 press/ })).toContainText('is so already');
  await expectAccessible(page);
  await dialog.getByLabel('To', { exact: true }).selectOption('7');
  await dialog.getByRole('button', { name: 'Change 11 functions' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as { assignments: { actions: { message?: { channel?: number } }[] }[] };
  expect(rig.assignments.filter((a) => a.actions.some((x) => x.message?.channel === 7))).toHaveLength(11);
  await page.keyboard.press('Control+z');
  await saved(page);
  await expect.poll(() => exportOf(page, id)).toBe(before);
});

test('a column is pasted onto the chosen lines, each beside what comes of it, and a range is set on the travel of each', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const list = page.getByRole('grid', { name: 'Assignments' });
  await list.getByRole('row', { name: /^FS 1 press/ }).click();
  await list.getByRole('row', { name: /^FS 5 press/ }).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Change…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What', { exact: true }).selectOption({ label: 'Number' });
  await dialog.getByRole('button', { name: 'A line for each' }).click();
  await dialog.getByLabel(/^Lines, in the order/).fill('CC 80\n\n200\n83\n');
  await expect(dialog.getByRole('row', { name: /FS 1 press/ })).toContainText('CC 80 ch 5');
  await expect(dialog.getByRole('row', { name: /FS 2 press/ })).toContainText('stays as it is');
  await expect(dialog.getByRole('row', { name: /FS 3 press/ })).toContainText('Control change has no number 200');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Change 2 functions' }).click();
  await expect(list.getByRole('row', { name: /^FS 5 press/ })).toContainText('CC 83');
  await list.getByRole('row', { name: /^Ex 1 move/ }).click();
  await list.focus();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Change…' }).click();
  await dialog.getByLabel('What', { exact: true }).selectOption({ label: 'Range' });
  await dialog.getByLabel('From', { exact: true }).fill('50');
  await dialog.getByLabel('From', { exact: true }).press('Tab');
  await dialog.getByRole('button', { name: /^Change \d function/ }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as { landings: { address: { number?: number } }[] };
  expect(rig.landings.filter((l) => l.address.number === 80 || l.address.number === 83)).toHaveLength(2);
});

test('the list stands in the order of a column, up, down and back; its columns are chosen and kept', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const grid = page.getByRole('grid', { name: 'Assignments' });
  const firsts = async (): Promise<string> => ((await grid.getByRole('row').nth(1).textContent()) ?? '').replace(/\s+/g, ' ');
  await expect.poll(firsts).toMatch(/^FS 1 press/);
  await grid.getByRole('button', { name: 'Moves' }).click();
  await expect(grid.getByRole('columnheader', { name: 'Moves' })).toHaveAttribute('aria-sort', 'ascending');
  await expect.poll(firsts).toMatch(/Choir/);
  await grid.getByRole('button', { name: 'Moves' }).click();
  await expect.poll(firsts).toMatch(/Thunder/);
  await grid.getByRole('button', { name: 'Moves' }).click();
  await expect.poll(firsts).toMatch(/^FS 1 press/);
  // What is gravest first; a click with Shift takes what lies between as it stands now.
  await grid.getByRole('button', { name: 'Result' }).click();
  await expect.poll(firsts).toMatch(/^FS 2 press.*clashes/);
  await expect(grid.getByRole('columnheader', { name: 'Range' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Range' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Channel' }).click();
  await page.keyboard.press('Escape');
  await expect(grid.getByRole('columnheader', { name: 'Range' })).toBeVisible();
  await page.reload();
  await expect(grid.getByRole('columnheader', { name: 'Ch', exact: true })).toBeVisible();
  await expectAccessible(page);
});

test('with no control chosen the side says what is next; whether a function is replaced or joined is asked first', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const side = page.getByRole('complementary', { name: 'The chosen control' });
  await expect(side).toContainText('8 parameters wait for a control.');
  await expectAccessible(page);
  await side
    .getByRole('button', { name: /^FS 2 press Overture/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'FS 2' })).toBeVisible();
  const meant = async (): Promise<string[]> => {
    const rig = JSON.parse(await exportOf(page, id)) as {
      controls: { id: string; name: string }[];
      parameters: { id: string; name: string }[];
      assignments: { controlId: string; bank: number | null; gesture: { type: string }; actions: { meant?: string[] }[] }[];
    };
    const control = rig.controls.find((c) => c.name === 'FS 2')?.id;
    const row = rig.assignments.find((a) => a.controlId === control && a.bank === 1 && a.gesture.type === 'press');
    return (row?.actions ?? []).flatMap((a) => a.meant ?? []).map((p) => rig.parameters.find((x) => x.id === p)?.name ?? '?');
  };
  const again = async () => {
    await page.getByRole('button', { name: /^FS 2: press Choir/ }).focus();
    await page.keyboard.press('a');
    await expect(page.getByPlaceholder('Name of the parameter')).toBeFocused();
    await page.keyboard.type('previous cue');
    await page.keyboard.press('Enter');
  };
  await again();
  // Before anything changes it is asked: Enter replaces, Escape leaves it as it is.
  const asked = page.getByRole('dialog', { name: 'FS 2 press does Choir already' });
  await expect(asked.getByRole('button', { name: 'Replace Choir' })).toBeFocused();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(asked).toHaveCount(0);
  await expect.poll(meant).toEqual(['Choir']);
  await again();
  await page.keyboard.press('Enter');
  await expect.poll(meant).toEqual(['Previous cue']);
  await page.keyboard.press('Control+z');
  await expect.poll(meant).toEqual(['Choir']);
  await again();
  await asked.getByRole('button', { name: 'Do both' }).click();
  await expect.poll(meant).toEqual(['Choir', 'Previous cue']);
  await page.keyboard.press('Control+z');
  await expect.poll(meant).toEqual(['Choir']);
});

test('pages: each has functions of its own over what stands on every page, and the sentence moves one', async ({ page }) => {
  const demo = JSON.parse(await exportOf(page, 'lantern-hour')) as {
    controllers: { name: string; firmware: { pages: number } }[];
  };
  for (const c of demo.controllers) if (c.name === 'Floorboard 8+2') c.firmware.pages = 3;
  const imported = await post(page, '/api/rigs/import', JSON.stringify(demo));
  const { id } = (await imported.json()) as { id: string };
  await open(page, id, 'map');
  const pages = page.getByRole('group', { name: 'Page' });
  await expect(pages.getByRole('button', { name: 'Page 1' })).toHaveAttribute('aria-pressed', 'true');
  // What stands on every page shows through; what is made on a page stands there alone.
  await pages.getByRole('button', { name: 'Page 2' }).click();
  await page.getByRole('button', { name: /^FS 1: press Loom/ }).click();
  await page.keyboard.press('a');
  await expect(page.getByPlaceholder('Name of the parameter')).toBeFocused();
  await page.keyboard.type('previous cue');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^FS 1: press Previous cue/ })).toBeVisible();
  await expectAccessible(page);
  await pages.getByRole('button', { name: 'Page 3' }).click();
  await expect(page.getByRole('button', { name: /^FS 1: press Loom/ })).toBeVisible();
  await pages.getByRole('button', { name: 'Page 2' }).click();
  await page.getByRole('button', { name: /^FS 1: press Previous cue/ }).click();
  await page.getByLabel('Page', { exact: true }).and(page.locator('select')).selectOption('3');
  await expect(pages.getByRole('button', { name: 'Page 3' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: /^FS 1: press Previous cue/ })).toBeVisible();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as { assignments: { page: number | null }[] };
  expect(rig.assignments.map((a) => a.page).filter((p) => p !== null)).toEqual([3]);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^FS 1: press Loom/ })).toBeVisible();
});

test('two tabs on one rig: other changes arrive, and a clash of edits is said with both values', async ({ page, context }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  const other = await context.newPage();
  await open(other, id, 'map');
  for (const p of [page, other]) await p.getByRole('button', { name: /^FS 1: press Loom/ }).click();
  await page.getByLabel('Channel').fill('9');
  await page.getByLabel('Channel').press('Enter');
  await expect(other.getByLabel('Channel')).toHaveValue('9');
  // A tab that hears nothing of the others edits what one of them has changed meanwhile.
  await other.addInitScript(() => {
    Object.assign(window, {
      BroadcastChannel: class {
        postMessage = (): void => undefined;
        close = (): void => undefined;
      },
    });
  });
  await other.reload();
  await expect(other.getByTestId('outcome')).toContainText('flips once per press');
  await page.getByLabel('Channel').fill('10');
  await page.getByLabel('Channel').press('Enter');
  await saved(page);
  await other.getByLabel('Channel').fill('11');
  await other.getByLabel('Channel').press('Enter');
  await expect(other.getByText('Changed in another tab meanwhile.')).toBeVisible();
  await expect(other.getByLabel('Channel')).toHaveValue('10');
  await expect(page.getByLabel('Channel')).toHaveValue('10');
});

test('nothing is lost while the server does not answer', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 1: press Loom/ }).click();
  let cut = true;
  await page.route('**/rigs/**', (route) => (cut && route.request().method() === 'POST' ? route.abort() : route.continue()));
  await page.getByLabel('Number', { exact: true }).fill('31');
  await page.getByLabel('Number', { exact: true }).press('Enter');
  await page.getByRole('button', { name: '1 edit waits' }).click();
  await expect(page.getByRole('dialog', { name: 'Changes of this tab' })).toContainText('1 change waits');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('row', { name: /FS 1 press/ })).toContainText('CC 31');
  cut = false;
  await saved(page);
  expect(await exportOf(page, id)).toContain('"number": 31');
});

test('the command palette and the list of keys open by keyboard', async ({ page }) => {
  await open(page, 'lantern-hour', 'map');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('sheet');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Lantern Hour: sheet' })).toBeVisible();
  // A few letters of a function lead to it, from anywhere.
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('fre');
  await expect(page.getByRole('option').first()).toContainText('Freeze');
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'The chosen control' })).toContainText('Freeze');
  // What the screen can do is offered with its key.
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('clear');
  await expect(page.getByRole('option').first()).toContainText('Clear what the chosen control does');
  await page.keyboard.press('Escape');
  // Layers are made and changed from there as well: the one that the chosen control opens.
  await page.getByRole('button', { name: /^FS 4: opens Heel/ }).click();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('change the layer');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Change layer Heel' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('add a layer');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Add a layer' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await expectAccessible(page);
});

test('on a phone entering step by step and a first function fit: nothing is cut, and all that can be pressed can be reached', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const view of ['sheet/walk', 'begin', 'begin?way=hardware', 'begin?way=show&step=function', 'begin?way=show&step=proof']) {
    await page.goto(`/rigs/lantern-hour/${view}`);
    await expect(page.locator('main')).toBeVisible();
    const cut = await page.evaluate(() =>
      [...document.querySelectorAll('main button, main a, main select, main p, main h1, main h2')]
        .filter((el) => {
          const box = el.getBoundingClientRect();
          return box.width > 0 && (box.right > window.innerWidth + 1 || box.left < -1);
        })
        .map((el) => el.textContent),
    );
    expect(cut, view).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(390);
  }
  await page.goto('/rigs/lantern-hour/sheet/walk');
  await expect(page.getByRole('button', { name: /^(Entered|Saved|Next|Stored|Cleared)/ })).toBeInViewport({ ratio: 1 });
  await page.getByRole('link', { name: /^Proof/ }).click();
  await page.waitForURL(/proof/);
});

test('on a tablet upright nothing is cut off, and what the chosen control does lies over the panel', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  for (const view of ['gear', 'map', 'numbers', 'bench', 'checks', 'sheet', 'proof', 'set']) {
    await page.goto(`/rigs/lantern-hour/${view}`);
    await expect(page.locator('main')).toBeVisible();
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide, view).toBeLessThanOrEqual(820);
  }
  await page.goto('/rigs/lantern-hour/map');
  const side = page.getByRole('complementary', { name: 'The chosen control' });
  await expect(side).toBeHidden();
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  await expect(side).toBeInViewport({ ratio: 1 });
  await expectAccessible(page);
  await side.getByRole('button', { name: 'Back to the panel' }).click();
  await expect(side).toBeHidden();
  await expect(page.getByRole('button', { name: /^FS 3:/ })).toBeInViewport({ ratio: 1 });
});

test('a panel is looked at closer by keys, buttons and the wheel, and as a whole again', async ({ page }) => {
  await open(page, 'lantern-hour', 'map');
  const panel = page.getByRole('group', { name: 'Panel of Floorboard 8+2' });
  const width = async (): Promise<number> => (await panel.boundingBox())?.width ?? 0;
  const whole = await width();
  await page.getByRole('button', { name: /^FS 1:/ }).focus();
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await expect.poll(width).toBeGreaterThan(whole * 1.9);
  await expectAccessible(page);
  // Walking on brings the next control into sight.
  for (const _ of [1, 2, 3]) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^FS 4:/ })).toBeInViewport({ ratio: 0.5 });
  await page.getByRole('button', { name: 'Further away' }).click();
  await expect.poll(width).toBeLessThan(whole * 1.6);
  await page.getByRole('button', { name: 'Whole panel' }).click();
  await expect.poll(width).toBe(whole);
  await panel.hover();
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -100);
  await page.keyboard.up('Control');
  await expect.poll(width).toBeGreaterThan(whole * 1.4);
});

test('what is pressed on a page that was left does not bring it back', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  // The page that was asked for is slow: the map is seen for a second more.
  await page.route(/\/gear\?_rsc=|\/gear$/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.getByRole('link', { name: /^Gear:/ }).click();
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await page.getByRole('button', { name: /^Pad tray/ }).click();
  await expect(page).toHaveURL(/\/gear/);
  await expect(page.getByRole('button', { name: 'Add a target' })).toBeVisible();
  // It stays there, and its own choices are written.
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await expect(page).toHaveURL(/\/gear\?unit=/);
  await expect(page.getByRole('heading', { name: 'Encoder slab 16', level: 1 })).toBeVisible();
  // Back on the map a choice is written again.
  await page.getByRole('link', { name: /^Map:/ }).click();
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('button', { name: /^Pad tray/ }).click();
  await expect(page).toHaveURL(/\/map\?.*controller=/);
});
