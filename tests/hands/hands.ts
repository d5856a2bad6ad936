// A pair of hands that counts what it does: a click, a key, a drag and a typed field are one each, a paste is one for each of its lines.
import { expect, type Locator, type Page } from '@playwright/test';
import { dragOnto } from './drag';

export interface Hands {
  readonly page: Page;
  readonly done: () => number;
  readonly click: (what: Locator) => Promise<void>;
  readonly key: (key: string) => Promise<void>;
  readonly drag: (from: Locator, onto: Locator) => Promise<void>;
  readonly type: (into: Locator, text: string) => Promise<void>;
  readonly choose: (from: Locator, option: string) => Promise<void>;
  readonly paste: (into: Locator, lines: readonly string[]) => Promise<void>;
}

export function handsOn(page: Page): Hands {
  let count = 0;
  const act = async (actions: number, work: () => Promise<void>): Promise<void> => {
    count += actions;
    await work();
  };
  return {
    page,
    done: () => count,
    click: (what) => act(1, () => what.click()),
    key: (key) => act(1, () => page.keyboard.press(key)),
    type: (into, text) =>
      act(1, async () => {
        await into.fill(text);
        // Leaving a field takes what was typed; a list of choices is left by the key that takes one.
        if ((await into.getAttribute('role')) !== 'combobox') await into.press('Tab');
      }),
    choose: (from, option) => act(1, async () => void (await from.selectOption(option))),
    paste: (into, lines) => act(lines.length, () => into.fill(lines.join('\n'))),
    drag: (from, onto) => act(1, () => dragOnto(page, from, onto)),
  };
}

/** The counts of a panel that differ from what is offered. */
export interface Panel {
  readonly name: string;
  readonly counts: Readonly<Record<string, number>>;
  /** Whether it has a left and a right side. */
  readonly twoSides?: boolean;
}

/** From the list of rigs to a rig with one controller and one target, its list of parameters pasted; then to the map. */
export async function begin(h: Hands, rig: string, panel: Panel, target: string, list: readonly string[]): Promise<string> {
  const { page } = h;
  const named = () => page.getByRole('textbox', { name: 'Name', exact: true });
  await page.goto('/');
  await h.click(page.getByRole('button', { name: 'New rig' }));
  await h.type(named(), rig);
  await h.click(page.getByRole('dialog').getByRole('button').last());
  await page.waitForURL(/gear/);
  await h.click(page.getByRole('main').getByRole('button', { name: 'Add a controller' }).first());
  await h.click(page.getByRole('button', { name: 'From counts' }));
  await h.type(named(), panel.name);
  for (const [label, n] of Object.entries(panel.counts)) await h.type(page.getByLabel(label, { exact: true }), String(n));
  if (panel.twoSides) await h.click(page.getByLabel(/^Two sides/));
  await h.click(page.getByRole('button', { name: 'Add this panel' }));
  await h.click(page.getByRole('button', { name: 'Add a target' }));
  const dialog = page.getByRole('dialog');
  await h.type(dialog.getByRole('textbox', { name: 'Name', exact: true }), target);
  await h.paste(dialog.getByLabel(/^Parameters, one/), list);
  await h.click(dialog.getByRole('button', { name: /^Add it with/ }));
  await expect(page.getByRole('heading', { name: target })).toBeVisible();
  await h.click(page.getByRole('link', { name: /^Map/ }).first());
  await page.waitForURL(/map/);
  const [, id = ''] = /rigs\/([^/]+)\//.exec(page.url()) ?? [];
  return id;
}

export const control = (page: Page, name: string): Locator => page.getByRole('button', { name: new RegExp(`^${name}:`) });
export const waiting = (page: Page, name: string): Locator =>
  page.getByRole('region', { name: 'Waiting for a control' }).getByRole('button', { name: new RegExp(`^${name}(:|$| )`) });
export const place = (page: Page, name: string): Locator => page.getByRole('button', { name: new RegExp(`^${name}, Base:`) });
