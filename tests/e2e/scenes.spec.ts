// Scenes all at once, kept from the bench, and where to stand; and songs put together to a set, which Rehearse and Stage play.
import { expect, type Locator, type Page, test } from '@playwright/test';
import { dragOnto } from '../hands/drag';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

interface Told {
  readonly songs: readonly {
    readonly id: string;
    readonly name: string;
    readonly sections: readonly {
      readonly name: string;
      readonly sceneId: string | null;
      readonly bank: number | null;
      readonly stands?: unknown;
    }[];
  }[];
  readonly scenes: readonly {
    readonly id: string;
    readonly values: readonly { readonly parameterId: string; readonly value: number }[];
  }[];
  readonly parameters: readonly { readonly id: string; readonly name: string; readonly targetId: string }[];
  readonly sets: readonly { readonly name: string; readonly songIds: readonly string[] }[];
}
const told = async (page: Page, id: string): Promise<Told> => JSON.parse(await exportOf(page, id));

/** What a section wants, by the names of parameters. */
function wants({ songs, scenes, parameters }: Told, name: string): Readonly<Record<string, number>> {
  const section = songs.flatMap((s) => s.sections).find((s) => s.name === name);
  const values = scenes.find((s) => s.id === section?.sceneId)?.values ?? [];
  return Object.fromEntries(values.map((v) => [parameters.find((p) => p.id === v.parameterId)?.name ?? '?', v.value]));
}
const ready = (page: Page) => expect(page.getByText('2 sections not in time')).toBeVisible({ timeout: 60_000 });

test('the table of scenes is walked and written by keys; the ways follow, and undo takes each cell back', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'set');
  await ready(page);
  await page.getByRole('button', { name: 'Table of scenes' }).click();
  await expect(page).toHaveURL(/view=scenes/);
  const grid = page.getByRole('grid', { name: 'What should sound' });
  const line = (name: string) =>
    grid.getByRole('row').filter({ has: page.getByRole('button', { name: new RegExp(`^${name}, `) }) });
  await expect(line('Open sea')).toContainText('cannot be reached');
  await expectAccessible(page);
  // To Mix of Open sea: the eighth line down, the third column.
  await grid.focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  // What is no number stays in its cell, and says so; Escape puts back what was there.
  await page.keyboard.type('loud');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'is no number' })).toBeVisible();
  // Keys that come while the page is busy wait for it, and then follow each other at once: none is lost, none goes to the cell before.
  const busy = page.evaluate(() => {
    const until = performance.now() + 400;
    while (performance.now() < until);
  });
  await Promise.all([
    busy,
    ...['Escape', 'Escape', '4', '0', 'Enter', '7', 'Escape', 'Escape'].map((key) => page.keyboard.press(key)),
  ]);
  await expect(line('Open sea')).toContainText('40 %');
  await expect(line('Chase')).not.toContainText('7 %');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('1 section not in time')).toBeVisible({ timeout: 60_000 });
  await expect(line('Open sea')).toContainText('1 gesture');
  // Enter went on to the line below: as above, and emptied again.
  await page.keyboard.press('Control+d');
  await expect(line('Chase')).toContainText('40 %');
  await page.keyboard.press('Delete');
  await expect(line('Chase')).not.toContainText('40 %');
  await page.keyboard.press('Space');
  await expect(page.getByRole('complementary', { name: 'Chase' })).toBeVisible();
  // What was typed is taken by pressing another cell, too.
  await line('Fall').getByRole('gridcell').nth(2).dblclick();
  await page.keyboard.type('12');
  await line('Rooftops').getByRole('gridcell').nth(2).click();
  await expect(line('Fall')).toContainText('12 %');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  await expect(line('Fall')).not.toContainText('12 %');
  // Cells of a spreadsheet go in at once, and are taken back at once; what is no value stays out.
  await line('Chase').getByRole('gridcell').nth(2).click();
  await grid.evaluate((node) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', '30\nloud\n50');
    node.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(line('Chase')).toContainText('30 %');
  await expect(page.getByText('1 cell stays as it was.')).toBeVisible();
  await page.locator('[data-sonner-toast]', { hasText: '2 cells pasted' }).getByRole('button', { name: 'Undo' }).click();
  await expect(line('Chase')).not.toContainText('30 %');
  await saved(page);
  expect(wants(await told(page, id), 'Open sea')).toEqual({ Mix: 40 });
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect(line('Open sea')).toContainText('60 %');
  await saved(page);
  expect(wants(await told(page, id), 'Open sea')).toEqual({ Mix: 60 });
});

test('where to stand is said of each controller, and the way leads there', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'set');
  await ready(page);
  const departure = page.getByRole('button', { name: /^Departure/ });
  await departure.click();
  const panel = page.getByRole('complementary', { name: 'Departure' });
  await panel.getByLabel('Where to stand on Encoder slab 16').selectOption({ index: 2 });
  await expect(departure).toHaveAccessibleName(/bank up on Encoder slab 16/, { timeout: 60_000 });
  await panel.getByLabel('Where to stand on Floorboard 8+2').selectOption({ index: 1 });
  await saved(page);
  const section = (await told(page, id)).songs[0]?.sections[1];
  expect(section).toMatchObject({
    bank: null,
    stands: [
      { bank: 1, page: null, layerIds: null },
      { bank: 2, page: null, layerIds: null },
    ],
  });
  // What one bank said before is said of its controller from now on.
  await page.getByRole('button', { name: /^Gulls/ }).click();
  const gulls = page.getByRole('complementary', { name: 'Gulls' });
  await expect(gulls.getByLabel('Where to stand on Floorboard 8+2')).toHaveValue('2');
  await gulls.getByLabel('Where to stand on Floorboard 8+2').selectOption('any');
  await expect(gulls.getByLabel('Where to stand on Floorboard 8+2')).toHaveValue('any');
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect(gulls.getByLabel('Where to stand on Floorboard 8+2')).toHaveValue('2');
});

test('what stands on the bench is kept for a section', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'bench');
  await page.getByRole('switch', { name: 'Loom, by mouse' }).click();
  await page.getByRole('switch', { name: 'Gulls, by mouse' }).click();
  await page.getByRole('button', { name: 'Keep for a section…' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('listitem')).toHaveCount(2);
  await dialog.getByLabel('Section').selectOption('Departure');
  await expect(dialog).toContainText('It takes the place of the 2 values there.');
  await expect(dialog.getByRole('listitem')).toHaveCount(3);
  await expectAccessible(page);
  await dialog.getByLabel(/^Gulls/).uncheck();
  await dialog.getByRole('button', { name: 'Keep 2 values' }).click();
  await expect(page.getByText('Departure wants 2 values now')).toBeVisible();
  await saved(page);
  const kept = wants(await told(page, id), 'Departure');
  expect(kept).toEqual({ Loom: 1, Choir: 0 });
  await page.getByRole('button', { name: 'Keep for a section…' }).click();
  await dialog.getByRole('button', { name: 'Keep 2 values' }).click();
  await saved(page);
  expect(wants(await told(page, id), 'Part 5')).toEqual({ Loom: 1, Gulls: 1 });
});

test('a set has songs of its own in its own order; Rehearse and Stage play it, and the songs stay', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'set');
  await ready(page);
  const songs = page.getByRole('article').filter({ has: page.getByLabel('Beats a minute') });
  const names = () => songs.evaluateAll((all) => all.map((a) => a.getAttribute('aria-label')));
  await page.getByRole('button', { name: 'New set' }).click();
  await expect(page.getByLabel('Which songs')).toHaveValue(/.+/);
  await page.getByRole('button', { name: 'Rename…' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Barn, Friday');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Which songs')).toContainText('Barn, Friday');
  await page.getByRole('button', { name: 'Play Last Reel earlier' }).click();
  await page.getByRole('button', { name: 'Play Last Reel earlier' }).click();
  await expect(page.getByRole('button', { name: 'Play Last Reel earlier' })).toBeDisabled();
  await page.getByRole('button', { name: 'Take Harbour Fog out of Barn, Friday' }).click();
  await expect.poll(names).toEqual(['Last Reel', 'The Night Mail']);
  await expectAccessible(page);
  await saved(page);
  expect((await told(page, id)).sets.map((s) => [s.name, s.songIds.length])).toEqual([['Barn, Friday', 2]]);
  await page.getByRole('link', { name: 'Rehearse', exact: true }).click();
  await expect(page).toHaveURL(/rehearse/);
  await expect(page.getByLabel('Song').locator('option')).toHaveText(['Last Reel', 'The Night Mail']);
  await page.goto(`/rigs/${id}/stage`);
  await expect(page.getByText('Chase').first()).toBeVisible({ timeout: 60_000 });
  await open(page, id, 'set');
  await expect.poll(names).toEqual(['Last Reel', 'The Night Mail']);
  await page.getByLabel('Add a song to Barn, Friday').selectOption('Harbour Fog');
  await expect.poll(names).toEqual(['Last Reel', 'The Night Mail', 'Harbour Fog']);
  await page.getByRole('button', { name: 'Remove the set' }).click();
  await expect.poll(names).toEqual(['The Night Mail', 'Harbour Fog', 'Last Reel']);
  // Among all songs it goes by itself.
  await page.getByRole('button', { name: 'Play The Night Mail later' }).click();
  await expect.poll(names).toEqual(['Harbour Fog', 'The Night Mail', 'Last Reel']);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect.poll(names).toEqual(['The Night Mail', 'Harbour Fog', 'Last Reel']);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect(page.getByLabel('Which songs')).toContainText('Barn, Friday');
});

test('sections and songs are dragged to where they are played, and undo takes them back', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'set');
  await ready(page);
  const sections = async (): Promise<readonly string[]> => (await told(page, id)).songs[0]?.sections.map((s) => s.name) ?? [];
  const song = page.getByRole('article', { name: 'The Night Mail' });
  const at = (of: Locator, name: RegExp) => of.getByRole('listitem').filter({ has: page.getByRole('button', { name }) });
  await dragOnto(page, song.getByRole('button', { name: /^Platform/ }), at(song, /^Tunnel/));
  await saved(page);
  expect(await sections()).toEqual(['Departure', 'Tunnel', 'Platform', 'Daylight']);
  await expect(page.getByRole('complementary', { name: 'Platform' })).toBeVisible();
  // Into another song, before the section it is dropped on; beside them all, at the end.
  const other = page.getByRole('article', { name: 'Harbour Fog' });
  const there = async (): Promise<readonly string[]> => (await told(page, id)).songs[1]?.sections.map((s) => s.name) ?? [];
  const were = await there();
  await dragOnto(page, song.getByRole('button', { name: /^Platform/ }), at(other, /^Quay/));
  await saved(page);
  expect(await sections()).toEqual(['Departure', 'Tunnel', 'Daylight']);
  expect(await there()).toEqual(were.toSpliced(were.indexOf('Quay'), 0, 'Platform'));
  await expect(page.getByRole('complementary', { name: 'Platform' })).toContainText('Harbour Fog');
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await saved(page);
  expect(await there()).toEqual(were);
  expect(await sections()).toEqual(['Departure', 'Tunnel', 'Platform', 'Daylight']);
  // By keyboard.
  await song.getByRole('button', { name: /^Platform/ }).press('Enter');
  await page.getByLabel('Move it to another song').selectOption({ label: 'Harbour Fog' });
  await saved(page);
  expect(await there()).toEqual([...were, 'Platform']);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await dragOnto(page, song.getByTitle('Drag it to where it is played'), other, { x: 8, y: 16 });
  const songs = page.getByRole('article').filter({ has: page.getByLabel('Beats a minute') });
  const names = () => songs.evaluateAll((all) => all.map((a) => a.getAttribute('aria-label')));
  await expect.poll(names).toEqual(['Harbour Fog', 'The Night Mail', 'Last Reel']);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect.poll(names).toEqual(['The Night Mail', 'Harbour Fog', 'Last Reel']);
  await saved(page);
  expect(await sections()).toEqual(['Platform', 'Departure', 'Tunnel', 'Daylight']);
});

test('a section wants the same as another, changes with it, and parts from it again', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'set');
  await ready(page);
  const ids = async () => (await told(page, id)).songs[0]?.sections.map((s) => s.sceneId) ?? [];
  const [platform, ...others] = await ids();
  await page.getByRole('button', { name: /^Daylight/ }).click();
  await page.getByLabel('The same as in another section').selectOption({ label: 'Platform' });
  await expect(page.getByText('1 other section wants the same scene: it changes there too.')).toBeVisible();
  await saved(page);
  expect(await ids()).toEqual([platform, ...others.slice(0, -1), platform]);
  await page.getByRole('button', { name: 'Give it a scene of its own' }).click();
  await expect(page.getByText('1 other section wants the same scene')).toHaveCount(0);
  await saved(page);
  expect(new Set(await ids()).size).toBe(4);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await saved(page);
  expect(await ids()).toEqual([platform, ...others]);
});
