import { expect, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, post, saved } from './kit';

test('the list shows the demo with its state, and is accessible', async ({ page }) => {
  await page.goto('/');
  // Other tests leave copies of the same name behind: the demo itself is the one under its own address.
  const row = page.getByRole('listitem').filter({ has: page.locator('a[href="/rigs/lantern-hour/map"]') });
  await expect(row).toContainText('35 of 43 mapped');
  await expect(row).toContainText('2 in a clash');
  await expectAccessible(page);
});

test('a screen fetches only itself; another is fetched when its link is pointed at or tabbed to', async ({ page }) => {
  const fetched: string[] = [];
  page.on('request', (request) => {
    const at = new URL(request.url());
    if (at.searchParams.has('_rsc')) fetched.push(at.pathname);
  });
  await open(page, 'lantern-hour', 'map');
  await page.waitForLoadState('networkidle');
  expect(fetched).toEqual([]);
  await page.getByRole('link', { name: /^Numbers/ }).hover();
  await expect.poll(() => new Set(fetched)).toEqual(new Set(['/rigs/lantern-hour/numbers']));
  await page.getByRole('link', { name: /^Gear/ }).focus();
  await expect.poll(() => new Set(fetched)).toEqual(new Set(['/rigs/lantern-hour/numbers', '/rigs/lantern-hour/gear']));
});

test('a rig is made, renamed, duplicated, deleted and brought back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('   ');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'a name is needed' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Name' }).fill('Moth <script>alert(1)</script> Parade');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is on this rig yet.' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/');
  await page.getByRole('button', { name: /More for Moth/ }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Moth Parade');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More for Moth Parade', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade copy', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More for Moth Parade copy', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade copy', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Moth Parade copy', exact: true })).toBeVisible();
});

test('export and import give the same rig back to the letter, but for its id', async ({ page }) => {
  const before = await exportOf(page, 'lantern-hour');
  await page.goto('/');
  await page
    .getByLabel('File to import')
    .setInputFiles({ name: 'lantern.json', mimeType: 'application/json', buffer: Buffer.from(before) });
  // What is in it is told first; the same is here already, so it has to be chosen.
  await expect(page.getByRole('dialog')).toContainText('The same is here already');
  await expectAccessible(page);
  await page.getByRole('dialog').getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Take 1 in' }).click();
  await expect(page.getByText('Imported Lantern Hour')).toBeVisible();
  const id = await ownRig(page);
  expect((await exportOf(page, id)).replace(id, 'lantern-hour')).toBe(before);
});

test('damaged files are refused with the place named, and nothing is added', async ({ page }) => {
  await page.goto('/');
  const count = await page.getByRole('listitem').count();
  const give = (name: string, text: string) =>
    page.getByLabel('File to import').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  const alert = page.getByRole('alert').filter({ hasText: 'Nothing was imported.' });
  await give('garbage.json', 'x'.repeat(5_000_000));
  await expect(alert).toContainText('It is not JSON');
  const rig = JSON.parse(await exportOf(page, 'lantern-hour')) as { formatVersion: number; parameters: { name: string }[] };
  await give('newer.json', JSON.stringify({ ...rig, formatVersion: rig.formatVersion + 1 }));
  await expect(alert).toContainText('Open it with a newer Keen Dial');
  await give(
    'long.json',
    JSON.stringify({ ...rig, parameters: rig.parameters.map((p, i) => (i === 4 ? { ...p, name: 'n'.repeat(10_000) } : p)) }),
  );
  await expect(alert).toContainText('parameters, row 5');
  await page.reload();
  expect(await page.getByRole('listitem').count()).toBe(count);
});

test('a rig becomes a template, with its numbers or without, and the next one starts from it', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  // Four functions of the demo belong to the smallest map, one more is added; the sheet can show only these.
  await page.getByRole('button', { name: /^FS 3:/ }).click();
  await page.getByLabel('belongs to the smallest map that already works').check();
  await saved(page);
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await page.getByLabel('only the smallest map').check();
  await expect(page.getByText('You can stop here: these 5 functions already work')).toBeVisible();
  await page.getByRole('button', { name: 'Lantern Hour', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Save as a template to start from' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Silent film night');
  await page.getByLabel(/^Without numbers/).check();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save it' }).click();
  await expect(page.getByText('Silent film night is in the library')).toBeVisible();
  await page.goto('/library?kind=rig-template');
  await page.getByRole('button', { name: 'Start a rig' }).first().click();
  await page.getByRole('dialog').getByLabel('Name').fill('Second night');
  await page.getByRole('button', { name: 'Start the rig' }).click();
  await page.waitForURL(/\/rigs\/.+\/map/);
  await expect(page.getByRole('link', { name: 'Numbers: no clash' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Second night', exact: true })).toBeVisible();
});

test('another state of the rig is merged row by row, with what its rows need, and taken back by undo', async ({ page }) => {
  const id = await ownRig(page);
  const theirs = JSON.parse(await exportOf(page, id)) as {
    parameters: { name: string }[];
    assignments: unknown[];
    notes: string;
  };
  await open(page, id, 'map');
  // Here a function is taken away; there a parameter has another name.
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  await page.getByRole('button', { name: 'Clear', exact: true }).click();
  await saved(page);
  const mine = await exportOf(page, id);
  const other = { ...theirs, parameters: theirs.parameters.map((p, i) => (i === 0 ? { ...p, name: 'Veil of wool' } : p)) };
  await page.getByRole('button', { name: 'Lantern Hour', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Merge a file into this rig' }).click();
  await page
    .getByLabel('File to merge')
    .setInputFiles({ name: 'theirs.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(other)) });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('region', { name: 'Parameters' })).toContainText('differs in name');
  await expect(dialog.getByRole('region', { name: 'Functions, in the controller' })).toContainText('FS 1 press: Veil of wool');
  await expectAccessible(page);
  await dialog.getByRole('region', { name: 'Parameters' }).getByRole('checkbox').first().uncheck();
  await dialog.getByRole('button', { name: /^Merge \d+ rows?$/ }).click();
  await expect(page.getByText(/^Merged \d+ rows?$/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^FS 1: press Loom/ })).toBeVisible();
  await saved(page);
  await page.keyboard.press('Control+z');
  await saved(page);
  await expect.poll(() => exportOf(page, id)).toBe(mine);
});

test('everything goes into one file while work goes on, and comes back in its place', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('In the backup');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.waitForURL(/gear/);
  const backup = await page.request.get('/api/backup');
  expect(backup.headers()['content-disposition']).toContain('.sqlite');
  const body = await backup.body();
  await page.goto('/');
  await page.getByRole('button', { name: 'More for In the backup', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('After the backup');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('link', { name: 'After the backup', exact: true })).toBeVisible();
  const give = (buffer: Buffer) =>
    page.getByLabel('Backup to restore').setInputFiles({ name: 'friday.sqlite', mimeType: 'application/vnd.sqlite3', buffer });
  await give(Buffer.from('something else'));
  await page.getByRole('button', { name: 'Replace everything with it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'This is no backup of Keen Dial.' })).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Leave everything as it is' }).click();
  await give(body);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Replace everything with it' }).click();
  await expect(page.getByRole('heading', { name: 'The backup is restored' })).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: 'See the rigs' }).click();
  await expect(page.getByRole('link', { name: 'In the backup', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'After the backup', exact: true })).toHaveCount(0);
});

test('nobody else may ask: another host name, another site, a path in place of an id', async ({ page }) => {
  await page.goto('/');
  const base = new URL(page.url()).origin;
  const foreign = await page.request.post(`${base}/api/rigs/import`, {
    headers: { origin: 'http://elsewhere.example' },
    data: '{}',
  });
  expect(foreign.status()).toBe(403);
  const restore = await page.request.post(`${base}/api/restore`, { headers: { origin: 'http://elsewhere.example' }, data: 'x' });
  expect(restore.status()).toBe(403);
  for (const path of [
    '/api/rigs/..%2f..%2fpackage.json/export',
    '/api/rigs/%2fetc%2fpasswd/export',
    '/library/..%2f..%2fpackage.json',
  ])
    expect((await page.request.get(base + path)).status()).toBe(404);
  const answer = await page.request.get('/');
  const policy = answer.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy.split('; ').find((p) => p.startsWith('script-src'))).not.toContain('unsafe');
  const large = await post(page, '/api/import', Buffer.alloc(20 * 1024 * 1024 + 10, 32));
  expect(large.status()).toBe(413);
  expect(await large.text()).toContain('20 MB');
});

test('a deleted rig says when it goes, is removed for good with a backup first, and comes back by restoring that', async ({
  page,
}) => {
  const name = 'Goes for good';
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.waitForURL(/gear/);
  await page.goto('/');
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('link', { name, exact: true })).toHaveCount(0);
  await page.getByText(/deleted rigs?$/).click();
  const line = page.getByRole('main').getByRole('listitem').filter({ hasText: name });
  await expect(line).toContainText('goes for good in 30 days');
  await line.getByRole('button', { name: 'Remove for good…' }).click();
  await expectAccessible(page);
  await page.getByRole('dialog').getByRole('button', { name: 'Remove it for good' }).click();
  // A backup of everything is made and proved first: the longer, the more there is.
  await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 40_000 });
  await expect(page.getByRole('main').getByRole('listitem').filter({ hasText: name })).toHaveCount(0);
  await page.reload();
  await page.getByText(/automatic backups?,/).click();
  const newest = page.getByRole('list', { name: 'Automatic backups' }).getByRole('listitem').first();
  await expect(newest).toContainText('before a rig was removed for good');
  await newest.getByRole('button').click();
  await page.getByRole('button', { name: 'Replace everything with it' }).click();
  await page.getByRole('button', { name: 'See the rigs' }).click({ timeout: 40_000 });
  await page.getByText(/deleted rigs?$/).click();
  await page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ hasText: name })
    .getByRole('button', { name: 'Bring back' })
    .click();
  await expect(page.getByRole('link', { name, exact: true })).toBeVisible();
});
