import AxeBuilder from '@axe-core/playwright';
import { type APIResponse, expect, type Page } from '@playwright/test';

/** Waits until nothing fades or slides any more but what goes on without end: half a fade has half its contrast. */
async function settled(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every((a) => a.playState !== 'running' || a.effect?.getComputedTiming().endTime === Number.POSITIVE_INFINITY),
  );
}

/**
 * No serious or critical finding of axe on the page once it has come to rest. Every rule is asked; what is in order is not listed, and no second page is opened to put
 * the frames of a page together, since no page of ours has any: a third of the time, the same findings.
 */
export async function expectAccessible(page: Page): Promise<void> {
  await settled(page);
  await expect(page.locator('iframe')).toHaveCount(0);
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze();
  const bad = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
  expect(bad.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)).toEqual([]);
}

/** Sends a file as a page of the program would: with the origin that a browser adds. */
export const post = (page: Page, path: string, data: Buffer | string): Promise<APIResponse> =>
  page.request.post(path, {
    headers: { 'content-type': 'application/json', origin: process.env.KEEN_DIAL_TEST_ORIGIN ?? '' },
    data,
  });

/** A rig of its own for a test: the demo, imported under another id. */
export async function ownRig(page: Page): Promise<string> {
  const exported = await page.request.get('/api/rigs/lantern-hour/export');
  const imported = await post(page, '/api/rigs/import', await exported.body());
  const { id } = (await imported.json()) as { id: string };
  return id;
}

export async function exportOf(page: Page, id: string): Promise<string> {
  return (await page.request.get(`/api/rigs/${id}/export`)).text();
}

/** Opens a rig on a screen and waits until the judge has spoken. */
export async function open(page: Page, id: string, screen: string): Promise<void> {
  // Leaving before it is saved asks whether to stay.
  await expect(page.getByRole('status').filter({ hasText: /^saving$/ })).toHaveCount(0);
  await page.goto(`/rigs/${id}/${screen}`);
  // With twenty tabs on two cores the judge takes its time.
  await expect(page.getByRole('link', { name: /must fix/ })).toBeVisible({ timeout: 30_000 });
}

/** Puts a parameter into the dialog that is open. */
export async function pick(page: Page, name: string): Promise<void> {
  await page.getByPlaceholder('Name of the parameter').fill(name);
  await page.keyboard.press('Enter');
  await expect(page.getByPlaceholder('Name of the parameter')).toHaveCount(0);
}

/** Types into the last field of a label, and leaves it. */
export async function fill(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true }).last();
  await field.fill(text);
  await field.press('Enter');
}

export const saved = (page: Page): Promise<void> => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();

/**
 * Puts a stand-in at the browser's own API: one board, that a test can make speak or unplug, and one way out
 * that keeps what is sent.
 */
export async function standIn(page: Page, kind: 'board' | 'refused' | 'absent' | 'silent' | 'held'): Promise<void> {
  await page.addInitScript((how) => {
    class Input extends EventTarget {
      id = 'in-1';
      name = 'Test board';
      state = 'connected';
      open = () => (how === 'held' ? Promise.reject(new DOMException('busy', 'InvalidAccessError')) : Promise.resolve(this));
      close = () => Promise.resolve(this);
    }
    const input = new Input();
    const sent: number[][] = [];
    const output = {
      id: 'out-1',
      name: 'Test laptop',
      state: 'connected',
      open: () => Promise.resolve(),
      close: () => Promise.resolve(),
      send: (bytes: number[]) => void sent.push([...bytes]),
    };
    Object.assign(window, {
      sent,
      says: (...bytes: number[]) =>
        input.dispatchEvent(Object.assign(new Event('midimessage'), { data: Uint8Array.from(bytes) })),
      saysAt: (atMs: number, ...bytes: number[]) => {
        const event = Object.assign(new Event('midimessage'), { data: Uint8Array.from(bytes) });
        input.dispatchEvent(Object.defineProperty(event, 'timeStamp', { value: atMs }));
      },
      unplug: () => {
        input.state = 'disconnected';
        input.dispatchEvent(new Event('statechange'));
      },
      plug: () => {
        input.state = 'connected';
      },
    });
    const request =
      how === 'absent'
        ? undefined
        : ({ sysex = false }: { readonly sysex?: boolean } = {}) =>
            how === 'refused'
              ? Promise.reject(new DOMException('no', 'NotAllowedError'))
              : how === 'silent'
                ? new Promise(() => undefined)
                : Promise.resolve({
                    inputs: new Map([[input.id, input]]),
                    outputs: new Map([[output.id, output]]),
                    sysexEnabled: sysex,
                  });
    Object.defineProperty(navigator, 'requestMIDIAccess', { value: request, configurable: true });
  }, kind);
}

export const says = (page: Page, ...bytes: number[]): Promise<void> =>
  page.evaluate((b) => (window as unknown as { says: (...b: number[]) => void }).says(...b), bytes);

/** The same at a time of its own, in milliseconds since the page began: how fast it played does not hang on how fast the test runs. */
export const saysAt = (page: Page, atMs: number, ...bytes: number[]): Promise<void> =>
  page.evaluate(([at, b]) => (window as unknown as { saysAt: (at: number, ...b: number[]) => void }).saysAt(at, ...b), [
    atMs,
    bytes,
  ] as const);

/** Pulls the board's plug, or puts it in again. */
export const plug = (page: Page, how: 'plug' | 'unplug'): Promise<void> =>
  page.evaluate((h) => (window as unknown as Record<'plug' | 'unplug', () => void>)[h](), how);

/** What was sent to the stand-in's way out, message by message. */
export const sentOut = (page: Page): Promise<number[][]> => page.evaluate(() => (window as unknown as { sent: number[][] }).sent);
