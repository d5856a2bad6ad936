// A rig of thousands of functions: what is on the screen is judged first, others help, and no edit leaves old findings standing without a word.
import { expect, type Page, test } from '@playwright/test';
import { judge } from '@/core/checks';
import { writeRig } from '@/core/formats';
import { apply, type Rig, remove } from '@/core/rig';
import { checksTold, figuresOf } from '@/ui/frame/figures';
import { madeRig } from '../bench/made-rig';
import { post, saved } from './kit';

const large = madeRig(3200);
const screens = (page: Page) => page.getByRole('navigation', { name: 'The work' });

function toldOf(rig: Rig): string {
  const { index, findings } = judge(rig);
  return checksTold(figuresOf(index, { findings: new Map(findings), judged: true, toEnter: 0 })).figure;
}

test('of a large rig what is on the screen comes first, others help meanwhile and are gone after, and all is judged anew as a cable goes', async ({
  page,
}) => {
  const [wire] = large.wires;
  if (!wire) throw new Error('a made rig has wires');
  const unplugged = apply(large, remove('wires', wire));
  if (!unplugged.ok) throw new Error('the edit fits');
  const [before, after] = [toldOf(large), toldOf(unplugged.value)];
  expect(before).not.toBe(after);

  const made = await post(page, '/api/rigs/import', writeRig(large));
  const { id } = (await made.json()) as { id: string };
  const browser = await page.context().browser()?.newBrowserCDPSession();
  if (!browser) throw new Error('no browser');
  const workers = async (): Promise<number> =>
    (await browser.send('Target.getTargets')).targetInfos.filter((t) => t.type === 'worker').length;
  const others = await workers();
  await page.goto(`/rigs/${id}/map`, { waitUntil: 'commit' });
  const seen = { helped: false, early: false };
  const judged = screens(page).getByText(before);
  while (!(await judged.isVisible())) {
    seen.helped ||= (await workers()) > others + 1;
    seen.early ||= (await page.getByText('flips once per press').first().isVisible()) && !(await judged.isVisible());
  }
  expect(seen).toEqual({ helped: await page.evaluate(() => navigator.hardwareConcurrency > 1), early: true });
  await expect.poll(workers).toBe(others + 1);

  await page.goto(`/rigs/${id}/gear/wiring`);
  await expect(screens(page).getByText(before)).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Unplug Controller 1 from Target 1' }).click();
  await expect(screens(page).getByText('looking…').first()).toBeVisible();
  await expect(screens(page).getByText(after)).toBeVisible({ timeout: 30_000 });
  await saved(page);
});
