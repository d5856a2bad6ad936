// What a screen reader finds on each screen, name by name and in order: kept as files that were read, so that a change of it is seen. KEEN_DIAL_WRITE=1 writes them anew.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, open, ownRig } from './kit';

const folder = resolve(import.meta.dirname, '../fixtures/trees');

/** Screens of a rig, and what has to stand there before it is whole. */
const screens = [
  ['map', 'Waiting for a control'],
  ['gear', 'Controllers'],
  ['begin', 'Show me'],
  ['gear/wiring', 'Wiring'],
  ['gear/nothing', 'Nothing arrives'],
  ['gear/through', 'Played through'],
  ['numbers', 'Numbers'],
  ['bench', 'Bench'],
  ['checks', 'Checks'],
  ['sheet', 'Lantern Hour'],
  ['proof', 'Proof'],
  ['set', 'not in time'],
  ['set/rehearse', 'Press FS 1.'],
  ['history', 'History'],
] as const;

/** The tree without what differs from run to run: ids, times, how far a computation is. */
async function treeOf(page: Page, id: string): Promise<string> {
  const tree = await page.locator('body').ariaSnapshot();
  return `${tree
    .replaceAll(id, '<rig>')
    .replace(/\/rigs\/<rig>\/[^\s"]*[?#][^\s"]*/g, (url) => url.replace(/[?#].*$/, '?…'))
    .replace(/\b(today|yesterday|just now|a moment ago)\b[^"\n]*/g, '<time>')
    .replace(
      /\d{1,2}:\d\d(:\d\d)?|\d{4}-\d\d-\d\d|\d{1,2} (January|February|March|April|May|June|July|August|September|October|November|December)( \d{4})?/g,
      '<time>',
    )}\n`;
}

for (const [screen, words] of screens) {
  test(`${screen}: names and order for those who hear it`, async ({ page }) => {
    const id = await ownRig(page);
    await open(page, id, screen);
    await expect(page.getByText(words).first()).toBeVisible();
    await expect(page.getByText('looking…')).toHaveCount(0);
    await expect(page.getByRole('status').filter({ hasText: /^saving$/ })).toHaveCount(0);
    const file = resolve(folder, `${screen.replace('/', '-')}.txt`);
    if (process.env.KEEN_DIAL_WRITE === '1') {
      mkdirSync(folder, { recursive: true });
      writeFileSync(file, await treeOf(page, id));
    }
    const kept = readFileSync(file, 'utf8');
    await expect.poll(() => treeOf(page, id), { timeout: 15_000 }).toBe(kept);
    // No name is an id: ten or more signs with no vowel's rest between letters and figures.
    expect(kept.match(/"(?=[^" ]*\d)(?=[^" ]*[A-Z])(?=[^" ]*[a-z])[A-Za-z0-9_-]{10,}"/g)).toBeNull();
  });
}

test('what nobody could hear or read is found: a button without a name, a text that is too weak', async ({ page }) => {
  await page.goto('/');
  await expectAccessible(page);
  await page.getByRole('main').evaluate((main) => {
    const weak = document.createElement('p');
    weak.style.cssText = 'color: #aaa; background: #fff';
    weak.textContent = 'hardly to be read';
    main.append(document.createElement('button'), weak);
  });
  const told = await expectAccessible(page).then(
    () => 'nothing',
    (error: Error) => error.message,
  );
  expect(told).toContain('button-name');
  expect(told).toContain('color-contrast');
});
