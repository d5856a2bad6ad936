import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, post, saved } from './kit';

test('from nothing to a mapped, written sheet', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('First evening');
  await page.keyboard.press('Enter');
  await page.waitForURL(/gear/);

  // A panel from counts.
  await page.getByRole('main').getByRole('button', { name: 'Add a controller' }).first().click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'From counts' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Loft board');
  await page.getByLabel('Footswitches', { exact: true }).fill('many');
  await page.getByRole('button', { name: 'Add this panel' }).click();
  await expect(page.getByText('A number is needed.')).toBeVisible();
  await page.getByLabel('Footswitches', { exact: true }).fill('10');
  await page.getByLabel('Pedals', { exact: true }).fill('2');
  await page.getByRole('button', { name: 'Add this panel' }).click();
  await expect(page.getByRole('heading', { name: 'Loft board' })).toBeVisible();

  // A target with a pasted list; a bad line is named, the good ones are kept.
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Quarry Hall');
  await dialog
    .getByLabel(/^Parameters, one per line/)
    .fill(
      'name,kind,range,unit,scale\nFreeze,toggle\nDecay,continuous,0.3..30,s,log\nBroken,continuous,ten\nMix,continuous,0..100,%',
    );
  await expect(dialog.getByRole('alert')).toContainText('Line 4: “ten” is no range');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Add it with 3 parameters' }).click();
  await expect(page.getByRole('heading', { name: 'Quarry Hall' })).toBeVisible();
  // Cells by keyboard: a start value, one that cannot stand there, and that one mended.
  await page.getByRole('grid', { name: 'Parameters' }).focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.type('on');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('400');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('alert').filter({ hasText: '0 to 100 is possible' })).toBeVisible();
  await page.keyboard.type('30');
  await page.keyboard.press('Enter');
  await expect(page.getByText('0 to 100 is possible')).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Mix/ }).getByRole('gridcell', { name: '30', exact: true })).toBeVisible();
  await expectAccessible(page);

  // What is already programmed.
  await page.getByRole('button', { name: /^Loft board/ }).click();
  await page.getByRole('button', { name: 'Paste what is programmed' }).click();
  await page
    .getByLabel(/^One control per line/)
    .fill('control,type,channel,number,values,parameter\nFS 1,cc,1,20,127/0,Freeze\nFS 99,cc,1,21,127/0,Decay');
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Line 3: Loft board has no control “FS 99”');
  await page.getByRole('button', { name: 'Take over 1 line' }).click();

  // Freeze starts on, so alternating 127 / 0 does nothing at first: the map says so.
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 1: press Freeze/ }).click();
  await expect(page.getByTestId('outcome')).toContainText('first press does nothing');
  await page.getByRole('button', { name: 'Send 0 first' }).click();
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');

  // A waiting parameter goes onto the chosen pedal by Enter.
  await page.getByRole('button', { name: 'Ex 1: free' }).click();
  await page.keyboard.press('/');
  await expect(page.getByLabel('Find a parameter')).toBeFocused();
  await page.keyboard.type('mix');
  await page.getByRole('button', { name: 'Mix: put it on Ex 1' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('Mix: 0 % → 100 %');

  // The sheet: ticks are kept.
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await expect(page.getByRole('heading', { name: 'First evening: sheet' })).toBeVisible();
  await page.getByLabel('Ex 1 move, Base: entered').check();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Ex 1 move, Base: entered')).toBeChecked();
  await expectAccessible(page);
  const csv = await page.request.get(page.url().replace('/rigs/', '/api/rigs/').replace(/\?.*$/, ''));
  expect(await csv.text()).toContain('controller,Loft board,Ex 1,Base,move,Control change,1,');
});

test('a list of another program is taken over: told once which column is what, known from then on', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  const dialog = page.getByRole('dialog');
  const give = async (list: string): Promise<void> => {
    await page.getByRole('button', { name: 'Paste what is programmed' }).click();
    await dialog.getByLabel('List to read').setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
  };
  await give('Lfd;Regler;Wert;Kanal;Kleinst;Gr\u00f6\u00dft\n1;E 15;90;7;5;100\n2;E 13;91;7;0;64');
  await expect(dialog.getByText('No column is the control')).toBeVisible();
  for (const [heading, column] of [
    ['Regler', 'control'],
    ['Wert', 'its number'],
    ['Kanal', 'channel'],
    ['Kleinst', 'lowest value'],
    ['Gr\u00f6\u00dft', 'highest value'],
  ] as const)
    await dialog.getByLabel(new RegExp(`\\(${heading}\\) is$`)).selectOption(column);
  await expect(dialog.getByRole('button', { name: 'Take over 2 lines' })).toBeEnabled();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take over 2 lines' }).click();
  await saved(page);
  await page.reload();
  await give('Regler;Kanal;Wert\nE 14;7;92');
  await dialog.getByRole('button', { name: 'Take over 1 line' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    controls: { id: string; name: string }[];
    assignments: {
      controlId: string;
      entered: unknown;
      actions: { message?: { channel: number; number: number }; behaviour?: unknown }[];
    }[];
  };
  const sent = ['E 15', 'E 13', 'E 14'].map((name) => {
    const row = rig.assignments.find((a) => a.controlId === rig.controls.find((c) => c.name === name)?.id);
    const { message, behaviour } = row?.actions[0] ?? {};
    return [message?.channel, message?.number, behaviour, row?.entered !== null];
  });
  const range = (from: number, to: number) => ({ type: 'range', from, to, curve: { type: 'linear' } });
  expect(sent).toEqual([
    [7, 90, range(5, 100), true],
    [7, 91, range(0, 64), true],
    [7, 92, range(0, 127), true],
  ]);
});

test('a controller with everything on it is deleted and comes back by undo', async ({ page }) => {
  const exported = await page.request.get('/api/rigs/lantern-hour/export');
  const { id } = (await (await post(page, '/api/rigs/import', await exported.body())).json()) as { id: string };
  const before = await exportOf(page, id);
  await page.goto(`/rigs/${id}/gear`);
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText(/Deleted Floorboard 8\+2 and its \d+ assignments/)).toBeVisible();
  await saved(page);
  expect(await exportOf(page, id)).not.toBe(before);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.getByRole('button', { name: /^Floorboard 8\+2/ })).toBeVisible();
  await saved(page);
  expect(await exportOf(page, id)).toBe(before);
});

test('every template can be added', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('All templates');
  await page.keyboard.press('Enter');
  await page.waitForURL(/gear/);
  for (const name of [
    'Floorboard 8+2',
    'Stepper 4',
    'Encoder slab 16',
    'Pad tray 4×4',
    'Fader bench 9',
    'Small keys 25',
    'Knob block 24',
  ]) {
    await page.getByRole('complementary').getByRole('button', { name: 'Add a controller' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${name.replace(/[+×]/g, '.')} `) })
      .click();
    await page.getByRole('button', { name: `Add ${name}` }).click();
    await expect(page.getByRole('heading', { name })).toBeVisible();
  }
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.waitForURL(/map/);
  await page.getByRole('button', { name: /^Fader bench 9/ }).click();
  await expect(page.getByRole('button', { name: 'F 9: free' })).toBeVisible();
});

test('a controller is described by touching it: kinds are told, one is changed, and what it sends today is kept', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Touched');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.waitForURL(/gear/);
  const [, id = ''] = /rigs\/([^/]+)\//.exec(page.url()) ?? [];
  await page.getByRole('button', { name: 'Add a controller' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'From touching it' }).click();
  await expect(dialog.getByRole('button', { name: 'Add this panel' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Let a made-up controller be touched' }).click();
  const row = (name: RegExp) => dialog.getByRole('row', { name });
  await expect(row(/^CC 24 ch 7/)).toContainText('its cap sends', { timeout: 30_000 });
  await expect(row(/^CC 20 ch 7/)).toContainText('on while it is held');
  await expect(row(/^CC 21 ch 7/)).toContainText('on and off in turn');
  await expect(row(/^CC 23 ch 7/)).toContainText('turned in clicks');
  await expect(row(/^CC 25, CC 26 ch 7/)).toContainText('a message for each way');
  await expect(dialog.getByLabel('What CC 24 ch 7 is')).toHaveValue('faders');
  await dialog.getByLabel('What CC 22 ch 7 is').selectOption({ label: 'pedal' });
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Add this panel' }).click();
  await expect(page.getByRole('heading', { name: 'My controller' })).toBeVisible();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    controls: { kind: string; factory: { gesture: string; message: { type: string; number?: number } }[] }[];
  };
  expect(rig.controls.map((c) => `${c.kind} ${c.factory[0]?.gesture} ${c.factory[0]?.message.number}`).sort()).toEqual([
    'button press 20',
    'button press 21',
    'encoder move 23',
    'encoder move 25',
    'expression move 22',
    'fader move 24',
    'pad press 36',
  ]);
});

test('what presets keep is taken over from a list with columns of its own', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Pane Choir/ }).click();
  await page.getByRole('button', { name: 'As a list…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByRole('textbox')
    .fill('Wert\tGer\u00e4t\tSpeicher\n20\tFeedback\tMinor\n-3\tDetune\tMinor\n41\tFeedback\tMajor');
  await expect(dialog.getByText('No column is the preset')).toBeVisible();
  for (const [heading, column] of [
    ['Speicher', 'preset'],
    ['Ger\u00e4t', 'parameter'],
    ['Wert', 'value'],
  ] as const)
    await dialog.getByLabel(new RegExp(`\\(${heading}\\) is$`)).selectOption(column);
  await expect(dialog.getByText('3 lines understood')).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take over 2 presets' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    parameters: { id: string; name: string }[];
    presets: { step: number; values: { parameterId: string; value: number }[] }[];
  };
  const nameOf = (key: string) => rig.parameters.find((p) => p.id === key)?.name;
  const kept = [1, 2].map((at) => rig.presets.find((p) => p.step === at)?.values.map((v) => [nameOf(v.parameterId), v.value]));
  expect(kept).toEqual([
    [
      ['Detune', -3],
      ['Feedback', 20],
    ],
    [['Feedback', 41]],
  ]);
});

test('one of very many parameters is found by its name, and Enter chooses it', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Quarry Hall/ }).click();
  await page.getByRole('button', { name: 'Add parameters' }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByRole('textbox')
    .fill(Array.from({ length: 300 }, (_, i) => `Strip ${i + 1}, continuous, 0 to 10, dB`).join('\n'));
  await dialog.getByRole('button', { name: 'Take over 300 lines' }).click();
  await saved(page);
  const given = page.getByLabel('Parameter', { exact: true });
  await expect(given.getByRole('option')).toHaveCount(62);
  await expect(given.getByRole('option').last()).toBeDisabled();
  await page.getByLabel('Parameter: find').fill('strip 27');
  await page.getByLabel('Parameter: find').press('Enter');
  await expect(given.locator('option:checked')).toHaveText('Strip 27');
  // Strip 270 has those letters too: what is meant is chosen already.
  await page.getByLabel('Parameter: find').press('Enter');
  await expect(given.locator('option:checked')).toHaveText('Strip 27');
  // Found anew, what is chosen stays in the list until another one is.
  await page.getByLabel('Parameter: find').fill('strip 299');
  await expect(given.locator('option:checked')).toHaveText('Strip 27');
  await page.getByLabel('Parameter: find').press('Enter');
  await expect(given.locator('option:checked')).toHaveText('Strip 299');
  await expectAccessible(page);
  await page.getByLabel('Number', { exact: true }).last().fill('12');
  await page.getByRole('button', { name: 'Add it' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    parameters: { id: string; name: string }[];
    landings: { parameterId: string; given: string | null; address: { number?: number } }[];
  };
  const strip = rig.parameters.find((p) => p.name === 'Strip 299')?.id;
  expect(rig.landings.filter((l) => l.parameterId === strip).map((l) => [l.given, l.address.number])).toEqual([['manual', 12]]);
});
