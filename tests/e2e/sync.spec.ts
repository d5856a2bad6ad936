// Edits on their way: a server that dies and comes back, an edit that it cannot take, and a backup restored under an open tab.
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';
import { home, start } from './own-server';

const notes = async (page: Page, number: string, text: string): Promise<void> => {
  await page.getByRole('row', { name: new RegExp(`^${number} press`) }).click();
  await page.getByRole('textbox', { name: 'Why this number' }).fill(text);
  await page.getByRole('textbox', { name: 'Why this number' }).press('Tab');
};
const exported = async (url: string): Promise<string> => (await fetch(`${url}/api/rigs/lantern-hour/export`)).text();
const status = (page: Page, name: string) => page.getByRole('status').getByRole('button', { name });
const dialogOf = (page: Page) => page.getByRole('dialog', { name: 'Changes of this tab' });

test('a server that is killed and started again: what was made meanwhile waits, is taken back without it, and arrives', async ({
  page,
}) => {
  const folder = home();
  const first = await start(folder);
  await page.goto(`${first.url}/rigs/lantern-hour/map`);
  await notes(page, 'FS 1', 'before');
  await saved(page);
  await first.end('SIGKILL');
  await notes(page, 'FS 2', 'meanwhile');
  await notes(page, 'FS 3', 'not at all');
  await status(page, '2 edits wait').click();
  await expect(dialogOf(page)).toContainText('Keen Dial does not answer');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(status(page, '2 edits wait')).toBeFocused();
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect(page.getByRole('textbox', { name: 'Why this number' })).toHaveValue('');
  await expect(status(page, '1 edit waits')).toBeVisible();
  const again = await start(folder, {}, first.port);
  await saved(page);
  const text = await exported(again.url);
  expect(text).toContain('before');
  expect(text).toContain('meanwhile');
  expect(text).not.toContain('not at all');
});

test('an edit that the server cannot take is set aside, what stands behind it goes on, and it can be tried again', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  let spoil = true;
  await page.route('**/rigs/**', async (route) => {
    const body = route.request().postData();
    if (route.request().method() !== 'POST' || !spoil || !body?.includes('poison')) return route.continue();
    spoil = false;
    return route.continue({ postData: body.replace('"type":"set"', '"type":"sat"') });
  });
  await notes(page, 'FS 1', 'poison');
  await notes(page, 'FS 2', 'behind it');
  await expect(status(page, '1 set aside')).toBeVisible();
  await expect.poll(async () => (await page.request.get(`/api/rigs/${id}/export`)).text()).toContain('behind it');
  await status(page, '1 set aside').click();
  await expect(dialogOf(page)).toContainText('Keen Dial could not take that change.');
  await expectAccessible(page);
  await dialogOf(page).getByRole('button', { name: 'Try again' }).click();
  await expect(dialogOf(page)).toContainText('Nothing waits here.');
  await page.keyboard.press('Escape');
  await saved(page);
  expect(await (await page.request.get(`/api/rigs/${id}/export`)).text()).toContain('poison');
});

for (const take of [true, false])
  test(`a backup restored under an open tab: what it has unsent is ${take ? 'put on what is there' : 'let go'}`, async ({
    page,
  }) => {
    const { url } = await start(home());
    const backup = Buffer.from(await (await fetch(`${url}/api/backup`)).arrayBuffer());
    await page.goto(`${url}/rigs/lantern-hour/map`);
    await notes(page, 'FS 1', 'after the backup');
    await saved(page);
    let cut = true;
    await page.route('**/rigs/**', (route) => (cut && route.request().method() === 'POST' ? route.abort() : route.continue()));
    await notes(page, 'FS 2', 'unsent');
    await expect(status(page, '1 edit waits')).toBeVisible();
    const restored = await fetch(`${url}/api/restore`, { method: 'POST', headers: { origin: url }, body: backup });
    expect(restored.status).toBe(200);
    cut = false;
    await status(page, 'database put back').click({ timeout: 20_000 });
    const dialog = dialogOf(page);
    await expect(dialog).toContainText('A backup was restored');
    await expectAccessible(page);
    await dialog.getByRole('button', { name: take ? 'Put my 1 change on what is there' : 'Let mine go' }).click();
    await page.keyboard.press('Escape');
    await saved(page);
    await page.getByRole('row', { name: /^FS 1 press/ }).click();
    await expect(page.getByRole('textbox', { name: 'Why this number' })).not.toHaveValue('after the backup');
    expect((await exported(url)).includes('unsent')).toBe(take);
    expect(await exported(url)).not.toContain('after the backup');
  });

test('a tab that was closed with unsent edits: the list of rigs names them, and the next tab sends them', async ({
  page,
  context,
}) => {
  test.slow();
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.route('**/rigs/**', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
  await notes(page, 'FS 1', 'made before it was closed');
  await notes(page, 'FS 2', 'and so was this');
  await expect(status(page, '2 edits wait')).toBeVisible();
  const next = await context.newPage();
  await page.close({ runBeforeUnload: false });
  await next.goto('/');
  await expect(next.getByText('2 edits wait on this device')).toBeVisible();
  await expectAccessible(next);
  await open(next, id, 'map');
  await saved(next);
  await expect
    .poll(async () => (await next.request.get(`/api/rigs/${id}/export`)).text())
    .toMatch(/made before it was closed[\s\S]*and so was this|and so was this[\s\S]*made before it was closed/);
  await next.goto('/');
  await expect(next.getByText('wait on this device')).toHaveCount(0);
});

test('twenty tabs on one rig: one stream for all of them, and each follows', async ({ page, context }) => {
  test.setTimeout(180_000);
  const id = await ownRig(page);
  let streams = 0;
  context.on('request', (request) => {
    if (request.url().includes('/events')) streams++;
  });
  await open(page, id, 'map');
  const others: Page[] = [];
  for (let n = 0; n < 19; n++) {
    const other = await context.newPage();
    await open(other, id, 'map');
    others.push(other);
  }
  await page.bringToFront();
  await page.getByRole('button', { name: /^FS 1: press Loom/ }).click();
  await page.getByLabel('Number', { exact: true }).fill('31');
  await page.keyboard.press('Enter');
  await saved(page);
  for (const other of others) await expect(other.getByRole('row', { name: /FS 1 press/ })).toContainText('CC 31');
  expect(streams).toBe(1);
  // The one that holds the stream goes: another one takes it up.
  await page.close();
  const [next, ...rest] = others;
  if (!next) throw new Error('no other tab');
  await next.bringToFront();
  await next.getByRole('button', { name: /^FS 1: press Loom/ }).click();
  await next.getByLabel('Number', { exact: true }).fill('32');
  await next.keyboard.press('Enter');
  for (const other of rest) await expect(other.getByRole('row', { name: /FS 1 press/ })).toContainText('CC 32');
});

test('a list of 49,000 lines is saved with how far it is, stopped, tried again, and followed by another tab', async ({
  page,
  context,
}) => {
  // Twice what it takes alone.
  test.setTimeout(270_000);
  const id = await ownRig(page);
  const other = await context.newPage();
  await open(other, id, 'map');
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Murmur Loom/ }).click();
  await page.getByRole('button', { name: 'Add parameters' }).click();
  const list = Array.from({ length: 49_000 }, (_, n) => `Track ${n + 1} level with a long name, continuous, -60 to 6, dB`);
  const [file] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('dialog').getByRole('button', { name: 'Choose a file…' }).click(),
  ]);
  await file.setFiles({ name: 'long.csv', mimeType: 'text/csv', buffer: Buffer.from(list.join('\n')) });
  // Slow, so that there is time to stop it.
  const network = await context.newCDPSession(page);
  const conditions = { offline: false, latency: 0, downloadThroughput: -1 };
  await network.send('Network.emulateNetworkConditions', { ...conditions, uploadThroughput: 256 * 1024 });
  await page.getByRole('button', { name: /^Take over 49,?000 lines/ }).click({ timeout: 120_000 });
  await status(page, 'saving').click({ timeout: 60_000 });
  await expect(dialogOf(page).getByRole('progressbar')).toBeVisible();
  await expectAccessible(page);
  await dialogOf(page).getByRole('button', { name: 'Stop' }).click();
  await expect(dialogOf(page)).toContainText('You stopped it.');
  await network.send('Network.emulateNetworkConditions', { ...conditions, uploadThroughput: -1 });
  await expect(async () => expect(await exportOf(page, id)).not.toContain('Track 7 level')).toPass();
  await dialogOf(page).getByRole('button', { name: 'Try again' }).click();
  await expect(dialogOf(page)).toContainText('Nothing waits here.', { timeout: 60_000 });
  await page.keyboard.press('Escape');
  await saved(page);
  expect(await exportOf(page, id)).toContain('Track 49000 level');
  await expect(other.getByRole('link', { name: /of 49,?\d+ parameters mapped/ })).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: /^Undo:/ }).click();
  // The other tab hears of it once the server has it: asking for all of the rig again and again would only hold that up.
  await expect(other.getByRole('link', { name: /of 43 parameters mapped/ })).toBeVisible({ timeout: 60_000 });
  await saved(page);
  expect(await exportOf(page, id)).not.toContain('Track 7 level');
});

test('leaving with changes that wait asks first, by link and by command; who comes back finds them', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  let cut = true;
  await page.route('**/edits', (route) => (cut ? route.abort() : route.continue()));
  await notes(page, 'FS 1', 'not saved yet');
  await expect(status(page, '1 edit waits')).toBeVisible();
  await page.getByRole('link', { name: 'Keen Dial, all rigs' }).click();
  const question = page.getByRole('dialog', { name: '1 change is not saved yet' });
  await expect(question).toBeVisible();
  await expectAccessible(page);
  await question.getByRole('button', { name: 'Stay here' }).click();
  await expect(page).toHaveURL(/\/map/);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('library');
  await page.getByRole('option', { name: /^Library/ }).click();
  await expect(question).toBeVisible();
  await question.getByRole('button', { name: 'Leave' }).click();
  await expect(page).toHaveURL(/\/library$/);
  await page.getByRole('link', { name: 'Rigs', exact: true }).click();
  await expect(page.getByText('1 edit waits on this device')).toBeVisible();
  await page.goBack();
  await page.goBack();
  await expect(status(page, '1 edit waits')).toBeVisible();
  await page.getByRole('row', { name: /^FS 1 press/ }).click();
  await expect(page.getByRole('textbox', { name: 'Why this number' })).toHaveValue('not saved yet');
  cut = false;
  await saved(page);
  expect(await exportOf(page, id)).toContain('not saved yet');
});

test('a rig that is deleted elsewhere says so at once, and goes on when it is brought back', async ({ page, context }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do, or find?').fill('changes that wait');
  await page.keyboard.press('Enter');
  await expect(dialogOf(page)).toContainText('Nothing waits here.');
  await page.keyboard.press('Escape');
  const list = await context.newPage();
  await list.goto('/');
  const row = list.getByRole('listitem').filter({ has: list.locator(`a[href^="/rigs/${id}"]`) });
  await row.getByRole('button', { name: /^More for/ }).click();
  await list.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(status(page, 'rig is gone')).toBeVisible();
  await notes(page, 'FS 1', 'while it was gone');
  await list.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect(await exportOf(page, id)).toContain('while it was gone');
});
