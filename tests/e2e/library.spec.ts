// The library as a player uses it: copy what ships, lay a panel out, publish, take it onto a rig, be offered what changed.
import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

const firstControl = 'K 1, knob';

test('a shipped controller is copied, laid out, published, put on a rig, and the rig is offered the next version', async ({
  page,
}) => {
  await page.goto('/library');
  await expectAccessible(page);
  await page.getByLabel('Find in the library').fill('pocket');
  await page.getByRole('listitem').filter({ hasText: 'Pocket 4+4' }).getByRole('button', { name: 'Copy' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Coat pocket');
  await page.getByRole('button', { name: 'Copy it' }).click();
  await page.waitForURL(/library\/.+/);
  await expectAccessible(page);

  // A row in one go; the panel grows for it.
  await page.getByRole('button', { name: 'Add a row or grid' }).click();
  await page.getByLabel('Kind of control').selectOption('fader');
  await page.getByLabel('Millimetres across').fill('20');
  await page.getByRole('button', { name: 'Add 8' }).click();
  await expect(page.getByRole('button', { name: /^F 8, fader/ })).toBeVisible();
  await expect(page.getByText('8 controls', { exact: true })).toBeVisible();
  await saved(page);

  // Dragging, nudging and taking both back.
  const knob = page.getByRole('button', { name: new RegExp(`^${firstControl}`) });
  await expect(knob).toHaveAccessibleName(`${firstControl}, 18 by 16 mm`);
  const box = await knob.boundingBox();
  if (!box) throw new Error('the knob is not drawn');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2 + 4, { steps: 6 });
  await page.mouse.up();
  await expect(knob).not.toHaveAccessibleName(`${firstControl}, 18 by 16 mm`);
  await page.keyboard.press('Control+z');
  await expect(knob).toHaveAccessibleName(`${firstControl}, 18 by 16 mm`);
  await knob.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(knob).toHaveAccessibleName(`${firstControl}, 19 by 26 mm`);
  await page.getByLabel('From the top, mm').fill('16');
  await page.getByLabel('From the top, mm').press('Enter');
  await expect(knob).toHaveAccessibleName(`${firstControl}, 19 by 16 mm`);
  await saved(page);

  // Publishing: a version that stays.
  await expect(page.getByText('changed since version 1')).toBeVisible();
  await page.getByRole('button', { name: 'Publish' }).click();
  await page.getByLabel('What changed').fill('faders added');
  await page.getByRole('button', { name: 'Publish it' }).click();
  await expect(page.getByText('version 2', { exact: true }).first()).toBeVisible();
  const entryUrl = page.url();

  // Onto a rig.
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a controller' }).click();
  await page.getByRole('dialog').getByLabel('Find a template').fill('coat');
  await page.getByRole('button', { name: 'Add Coat pocket' }).click();
  await expect(page.getByRole('heading', { name: 'Coat pocket' })).toBeVisible();
  await saved(page);
  const rigUrl = page.url();

  // The library moves on; the rig does not, until it is asked.
  await page.goto(entryUrl);
  await page.getByRole('button', { name: /^B 1, button/ }).click();
  await page.getByLabel('Name as it is printed').fill('Bang');
  await page.getByLabel('Name as it is printed').press('Enter');
  await saved(page);
  await page.getByRole('button', { name: 'Publish' }).click();
  await page.getByRole('button', { name: 'Publish it' }).click();
  await expect(page.getByText('version 3', { exact: true }).first()).toBeVisible();
  await page.goto(rigUrl);
  await expect(page.getByText('The library has version 3 of Coat pocket; this copy is of version 2.')).toBeVisible();
  expect(await exportOf(page, id)).not.toContain('"Bang"');
  await page.getByRole('button', { name: 'See the difference' }).click();
  await expect(page.getByRole('dialog')).toContainText('name: B 1 → Bang');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take over 1 change' }).click();
  await expect(page.getByText(/The library has version 3/)).toHaveCount(0);
  await saved(page);
  expect(await exportOf(page, id)).toContain('"Bang"');
});

test('a controller of the rig is laid out where it stands, and what stands on a deleted control comes back by undo', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('link', { name: 'Lay out the panel' }).click();
  await page.waitForURL(/gear\/panel/);
  await page.getByRole('button', { name: /^FS 1, footswitch/ }).click();
  await page.getByRole('button', { name: /^FS 2, footswitch/ }).click({ modifiers: ['Shift'] });
  await expect(page.getByText('2 controls', { exact: true })).toBeVisible();
  const before = await exportOf(page, id);
  await page.keyboard.press('Delete');
  await expect(page.getByText(/Deleted 2 controls and \d+ assignments on it/)).toBeVisible();
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^FS 1, footswitch/ })).toBeVisible();
  await saved(page);
  expect(await exportOf(page, id)).toBe(before);
  await page.getByRole('button', { name: 'Add a row or grid' }).click();
  await page.getByLabel('How many').fill('0');
  await expect(page.getByText('Enter a whole number from 1 to 128.')).toBeVisible();
  await page.getByLabel('How many').press('Escape');
  await expect(page.getByLabel('How many')).toHaveCount(0);
});

test('a shipped target comes with its parameters, and cells are pasted, filled down and refused one by one', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a target' }).click();
  await page.getByLabel('Start from').selectOption({ label: 'Delay' });
  await page.getByRole('button', { name: 'Add it with 9 parameters' }).click();
  await expect(page.getByRole('heading', { name: 'Delay' })).toBeVisible();
  const grid = page.getByRole('grid', { name: 'Parameters' });
  await grid.focus();
  await page.evaluate(() => navigator.clipboard.writeText('Blend\tMain\tcontinuous\t0\t50\nTime\tMain\tcontinuous\tlots\t3000'));
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('gridcell', { name: 'Blend', exact: true })).toBeVisible();
  await expect(page.getByText('1 cell was not taken; all else was.')).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'lots', exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByRole('button', { name: 'Put back what was there' }).click();
  await expect(page.getByRole('gridcell', { name: 'lots', exact: true })).toHaveCount(0);
  await expect(page.getByRole('gridcell', { name: '3000', exact: true })).toBeVisible();

  // Fill down: the group of the first line goes to the two below it.
  await page.getByRole('gridcell', { name: 'Blend', exact: true }).click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(page.getByRole('gridcell', { name: 'Main', exact: true })).toHaveCount(3);

  // What a value means, both ways.
  await page.getByRole('gridcell', { name: 'Blend', exact: true }).click();
  const meaning = page.getByRole('complementary', { name: 'What its values mean' });
  await meaning.getByLabel('A message value').fill('127');
  await expect(meaning).toContainText('means 50 %');
  await meaning.getByLabel('To get').fill('25');
  await expect(meaning).toContainText('send 63');
  await expectAccessible(page);

  // A new line, and what is known of it.
  await grid.focus();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Home');
  await page.keyboard.type('Wobble');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('gridcell', { name: 'Wobble', exact: true })).toBeVisible();
  await page.getByRole('region', { name: 'How its facts are known' }).getByLabel('Add evidence').selectOption('takeover');
  await page.getByLabel('Known limit of how it takes over a knob').fill('jumps after a preset change');
  await page.getByLabel('Known limit of how it takes over a knob').press('Enter');
  await saved(page);
  expect(await exportOf(page, id)).toContain('jumps after a preset change');
  await page.getByRole('gridcell', { name: 'Blend', exact: true }).click();
  await page.getByRole('region', { name: 'How Blend is known' }).getByLabel('Add evidence').selectOption('scale');
  await page.getByLabel('How its scale is known').selectOption('hearsay');
  await saved(page);
  expect(await exportOf(page, id)).toContain('"grade": "hearsay"');
});

test('a list of ten thousand parameters is read with progress, looked through, and taken over; names come from a document', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Quarry Hall/ }).click();
  await page.getByRole('button', { name: 'Add parameters' }).click();
  const dialog = page.getByRole('dialog');
  const list = [
    'name,kind,range,unit',
    'Mix,continuous,0..50,%',
    'Broken,continuous,ten',
    ...Array.from({ length: 10_000 }, (_, i) => `P ${i},continuous,0..${i + 1},Hz`),
  ];
  await dialog
    .getByLabel('List to read')
    .setInputFiles({ name: 'long.csv', mimeType: 'text/csv', buffer: Buffer.from(list.join('\n')) });
  await expect(dialog.getByRole('button', { name: 'Take over 10001 lines' })).toBeEnabled();
  await expect(dialog.getByRole('alert')).toContainText('Line 3: “ten” is no range');
  await expect(dialog.getByRole('group', { name: '10001 lines' })).toContainText('changes highest');
  await dialog.getByRole('group', { name: '10001 lines' }).getByRole('checkbox').first().uncheck();
  await dialog.getByRole('button', { name: 'Take over 10000 lines' }).click();
  await expect(page.getByText('Took over 10000 lines')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Parameters' })).toContainText('10010');
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Quarry Hall 10$/ })).toBeVisible({ timeout: 30_000 });

  await page.getByRole('button', { name: 'Add parameters' }).click();
  const document =
    '<?xml version="1.0"?><!DOCTYPE MIDINameDocument SYSTEM "x.dtd"><MIDINameDocument><ControlNameList Name="C"><Control Type="7bit" Number="77" Name="Shimmer"/></ControlNameList></MIDINameDocument>';
  await dialog
    .getByLabel('List to read')
    .setInputFiles({ name: 'hall.midnam', mimeType: 'application/xml', buffer: Buffer.from(document) });
  await expect(dialog).toContainText('CC 77, channel 1');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take over 1 line' }).click();
  await expect(page.getByRole('gridcell', { name: 'Shimmer', exact: true })).toBeVisible();
  await saved(page);
  const names = await page.request.get(`/api/rigs/${id}/files?as=midnam&unit=${new URL(page.url()).searchParams.get('unit')}`);
  expect(await names.text()).toContain('Name="Shimmer"');
  const csv = await page.request.get(
    `/api/rigs/${id}/files?as=parameters-csv&unit=${new URL(page.url()).searchParams.get('unit')}`,
  );
  expect(await csv.text()).toContain('Shimmer,continuous');
  expect((await page.request.get(`/api/rigs/${id}/files?as=teapot`)).status()).toBe(400);
});

test('a list whose columns are called otherwise is told once which is what, and the next one is known; it goes out as a controller list', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Quarry Hall/ }).click();
  const dialog = page.getByRole('dialog');
  const give = async (list: string): Promise<void> => {
    await page.getByRole('button', { name: 'Add parameters' }).click();
    await dialog.getByLabel('List to read').setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
  };
  await give('Nr;Bezeichnung;Von;Bis;Regler\n1;Shimmer;0;50;71\n2;Gleam;-20;6;72');
  await expect(dialog.getByText('Which column is what')).toBeVisible();
  await expect(dialog.getByLabel('The first line names the columns')).toBeChecked();
  await expect(dialog.getByText('No column is the name')).toBeVisible();
  for (const [heading, column] of [
    ['Bezeichnung', 'name'],
    ['Von', 'lowest value'],
    ['Bis', 'highest value'],
    ['Regler', 'its number'],
  ] as const)
    await dialog.getByLabel(new RegExp(`\\(${heading}\\) is$`)).selectOption(column);
  await expect(dialog.getByRole('button', { name: 'Take over 2 lines' })).toBeEnabled();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take over 2 lines' }).click();
  await saved(page);

  await page.reload();
  await give('Bezeichnung;Bis;Von;Regler\nHush;10;-10;73');
  await expect(dialog.getByRole('button', { name: 'Take over 1 line' })).toBeEnabled();
  await dialog.getByRole('button', { name: 'Take over 1 line' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as {
    parameters: { id: string; name: string; lowest: number; highest: number }[];
    landings: { parameterId: string; address: { number?: number } }[];
  };
  const told = ['Shimmer', 'Gleam', 'Hush'].map((name) => {
    const p = rig.parameters.find((x) => x.name === name);
    return [p?.lowest, p?.highest, rig.landings.find((l) => l.parameterId === p?.id)?.address.number];
  });
  expect(told).toEqual([
    [0, 50, 71],
    [-20, 6, 72],
    [-10, 10, 73],
  ]);
  const out = await page.request.get(
    `/api/rigs/${id}/files?as=controller-list&unit=${new URL(page.url()).searchParams.get('unit')}`,
  );
  expect(JSON.parse(await out.text())).toContainEqual(
    expect.objectContaining({ title: 'Hush', ctrlType: 'cc', ctrlIndex: [73] }),
  );
});

test('a bundle is looked into, partly taken, and the library goes out as one', async ({ page }) => {
  await page.goto('/library');
  const template = await page.request.get('/api/library');
  const bundle = JSON.parse(await template.text()) as { templates: { name: string }[] };
  const file = { ...bundle, templates: [], profiles: [], rigTemplates: [], rigs: [] };
  const exported = JSON.parse(await exportOf(page, 'lantern-hour')) as { name: string };
  const give = (content: object) =>
    page
      .getByLabel('File to import')
      .setInputFiles({ name: 'tour.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(content)) });
  await give({
    ...file,
    rigs: [
      { ...exported, name: 'Only this' },
      { ...exported, name: 'Not this' },
    ],
  });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('listitem')).toHaveCount(2);
  await dialog.getByRole('checkbox').nth(1).uncheck();
  await dialog.getByRole('button', { name: 'Take 1 in' }).click();
  await expect(page.getByText('Imported Only this')).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Only this', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Not this', exact: true })).toHaveCount(0);
  await page.goto('/library');
  await give({ format: 'keen-dial/template', formatVersion: 1, template: { name: 'x' } });
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was imported.' })).toContainText('template');
});
