// What a finger does by itself, said in the interface: a pedal that springs back, pads with a threshold, keys on a turn, an editor that is left connected.
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

const value = (page: Page, parameter: string) =>
  page.getByRole('listitem').filter({ has: page.getByText(parameter, { exact: true }) });

/** Presses something with the mouse, long enough to be a press. */
async function press(page: Page, name: RegExp): Promise<void> {
  const box = await page.getByRole('button', { name }).boundingBox();
  if (!box) throw new Error('not on the screen');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.waitForTimeout(60);
  await page.mouse.up();
}

interface Kept {
  readonly controls: readonly {
    readonly name: string;
    readonly springsTo: number | null;
    readonly strike: unknown;
    readonly aftertouch: string;
  }[];
  readonly landings: readonly { readonly settings: readonly string[] }[];
  readonly assignments: readonly { readonly actions: readonly { readonly type: string; readonly back?: string }[] }[];
}

test('a pedal that springs back is told, found where it ends, and goes there on the bench', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('link', { name: 'Lay out the panel' }).click();
  await page.getByRole('button', { name: /^Ex 1/ }).first().click();
  await page.getByLabel('When let go, it').selectOption('springs back');
  await page.getByLabel('Springs to, %').fill('0');
  await page.getByLabel('Springs to, %').press('Enter');
  await expectAccessible(page);
  await open(page, id, 'checks');
  await expect(page.getByText('Ex 1 springs back: let go, Level stands at −60 dB.').first()).toBeVisible();

  await open(page, id, 'bench');
  const pedal = page.getByRole('button', { name: /^Ex 1: Level/ });
  await expect(pedal).toHaveAccessibleName(/at 0 %/);
  await pedal.focus();
  await page.keyboard.down('End');
  await expect(value(page, 'Level')).toContainText('0 dB');
  await expect(pedal).toHaveAccessibleName(/at 100 %/);
  await page.keyboard.up('End');
  await expect(value(page, 'Level')).toContainText('−60 dB');
  await expect(pedal).toHaveAccessibleName(/at 0 %/);
  // The wheel of a mouse is a finger until it stands still.
  await pedal.hover();
  for (let i = 0; i < 20; i++) await page.mouse.wheel(0, -100);
  await expect(pedal).not.toHaveAccessibleName(/at 0 %/);
  await expect(pedal).toHaveAccessibleName(/at 0 %/);
  await expect(value(page, 'Level')).toContainText('−60 dB');
  const kept = JSON.parse(await exportOf(page, id)) as Kept;
  expect(kept.controls.find((c) => c.name === 'Ex 1')?.springsTo).toBe(0);
});

test('pads say from where a strike counts; keys stand for both ways of a turn; other settings are lines of the sheet', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Pad tray/ }).click();
  await page.getByRole('link', { name: 'Lay out the panel' }).click();
  await page
    .getByRole('button', { name: /^P 1, pad/ })
    .first()
    .click();
  await page.getByLabel('A strike counts from, %').fill('20');
  await page.getByLabel('A strike counts from, %').press('Enter');
  await page.getByLabel('Velocity curve').selectOption('soft first, then hard');
  await page.getByLabel('Its pressure is sent').selectOption('after every strike');
  await saved(page);

  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Ex 1: move/ }).click();
  await page.getByRole('button', { name: /^Only if… for Level/ }).click();
  await page.getByRole('button', { name: 'Set something else there' }).click();
  const setting = page.getByLabel('What else is set for Level');
  await setting.fill('Smoothing: 20 ms');
  await setting.press('Enter');
  await page.getByLabel('Then').selectOption('Note keystrokes');
  await page.getByLabel('Keys down or left').fill('Shift+Left');
  await page.getByLabel('Keys down or left').press('Enter');
  await expectAccessible(page);
  await saved(page);

  const kept = JSON.parse(await exportOf(page, id)) as Kept;
  expect(kept.landings.flatMap((l) => l.settings)).toEqual(['Smoothing: 20 ms']);
  expect(kept.assignments.flatMap((a) => a.actions).filter((a) => a.back !== undefined)).toEqual([
    { type: 'keystroke', keys: 'Right', back: 'Shift+Left' },
  ]);
  expect(kept.controls.filter((c) => c.strike !== null)).toMatchObject([
    { strike: { from: 0.2, curve: { type: 'exponential' } }, aftertouch: 'after-strike' },
  ]);
  await open(page, id, 'sheet');
  await expect(page.getByText('Smoothing: 20 ms').first()).toBeVisible();
  await expect(page.getByText('Shift+Left').first()).toBeVisible();
});

test('a controller that is silent while it is edited is silent on the bench for as long, and the walk ends with its editor', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByText('What it can send, and which gestures it knows').click();
  await page.getByLabel('While its editor is connected', { exact: true }).selectOption('it sends nothing');
  await saved(page);
  await open(page, id, 'bench');
  const lamp = page.getByRole('button', { name: /^FS 1: LOOM/ });
  await expect(lamp).toBeVisible();
  const editor = async (): Promise<void> => {
    await page.getByRole('button', { name: /^Break something/ }).click();
    await page.getByLabel('the editor of Floorboard 8+2 is connected').click();
    await page.keyboard.press('Escape');
  };
  await editor();
  await press(page, /^FS 1: LOOM/);
  await press(page, /^FS 2: CHOIR/);
  await expect(value(page, 'Loom')).toContainText('Off');
  await editor();
  await press(page, /^FS 1: LOOM/);
  await expect(value(page, 'Loom')).toContainText('On');
  await expect(value(page, 'Choir')).toContainText('Off');
});
