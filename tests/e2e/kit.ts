import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** No serious or critical finding of axe on the page as it is now. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const bad = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
  expect(bad.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)).toEqual([]);
}

/** A rig of its own for a test: the demo, imported under another id. */
export async function ownRig(page: Page): Promise<string> {
  const exported = await page.request.get('/api/rigs/lantern-hour/export');
  const imported = await page.request.post('/api/rigs/import', {
    headers: { 'content-type': 'application/json' },
    data: await exported.body(),
  });
  const { id } = (await imported.json()) as { id: string };
  return id;
}

export async function exportOf(page: Page, id: string): Promise<string> {
  return (await page.request.get(`/api/rigs/${id}/export`)).text();
}

/** Opens a rig on a screen and waits until the judge has spoken. */
export async function open(page: Page, id: string, screen: string): Promise<void> {
  await page.goto(`/rigs/${id}/${screen}`);
  await expect(page.getByRole('link', { name: /must fix/ })).toBeVisible();
}

export const saved = (page: Page): Promise<void> => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();
