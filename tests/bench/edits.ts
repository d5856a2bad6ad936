// An edit on its way, in Chromium over the built server: shown, acknowledged, and seen in the other tabs of the browser; and how soon a rig can
// be worked on. On the demo and on 2,000 assignments.
import type { Browser, Page } from '@playwright/test';
import { writeRig } from '@/core/formats';
import { madeRig } from './made-rig';
import { openBrowser, startServer } from './server';
import { measure, percentile, printTable } from './table';

const EDITS = 40;
const TABS = 19;
const { base, stop } = await startServer();

/** Notes of one edit, in milliseconds since the epoch. */
interface Noted {
  readonly asked: number;
  readonly shown: number;
  readonly saved: number;
}

/** Watches the head: when Enter asked for an edit, when a frame had it, when it was saved. */
const watch = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const now = (): number => performance.timeOrigin + performance.now();
    const noted = { asked: 0, shown: 0, saved: 0 };
    Object.assign(window, { noted });
    const status = document.querySelector('header [role=status]');
    window.addEventListener(
      'keydown',
      ({ key }) => {
        if (key !== 'Enter') return;
        Object.assign(noted, { asked: now(), shown: 0, saved: 0 });
        // The message is handled after the frame that has it was drawn.
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => Object.assign(noted, { shown: now() });
          port2.postMessage(null);
        });
      },
      true,
    );
    const look = (): void => {
      if (noted.asked > 0 && noted.saved === 0 && status?.textContent === 'saved') noted.saved = now();
    };
    if (status) new MutationObserver(look).observe(status, { subtree: true, childList: true, characterData: true });
  });

/** Gives a control another number, and answers what was noted of it. */
async function edit(page: Page, number: number): Promise<Noted> {
  if ((await page.getByLabel('Number', { exact: true }).inputValue()) === String(number)) throw new Error('no edit at all');
  await page.getByLabel('Number', { exact: true }).fill(String(number));
  await page.getByLabel('Number', { exact: true }).press('Enter');
  await page.waitForFunction(() => {
    const { noted } = window as unknown as { noted: Noted };
    return noted.saved > 0 && noted.shown > 0;
  });
  return page.evaluate(() => ({ ...(window as unknown as { noted: Noted }).noted }));
}

async function edits(page: Page, control: RegExp): Promise<readonly Noted[]> {
  await page.getByRole('button', { name: control }).first().click();
  await page.getByLabel('Number', { exact: true }).waitFor();
  await watch(page);
  const all: Noted[] = [];
  // The first ones find a server that has compiled nothing yet.
  for (let n = 0; n < EDITS + 15; n++) {
    const noted = await edit(page, 30 + (n % 60));
    if (n >= 15) all.push(noted);
  }
  return all;
}

/** From asking for the page to a list that can be walked and findings that stand. */
async function opening(browser: Browser, id: string): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const begun = performance.now();
  await page.goto(`${base}/rigs/${id}/map`, { waitUntil: 'commit' });
  await page.getByRole('grid', { name: 'Assignments' }).getByRole('row').nth(3).waitFor();
  await page.waitForFunction(() => {
    const grid = document.querySelector('[role=grid]');
    return grid !== null && Object.keys(grid).some((key) => key.startsWith('__reactProps'));
  });
  const ms = performance.now() - begun;
  await page.close();
  return ms;
}

try {
  const imported = await fetch(`${base}/api/rigs/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base },
    body: writeRig(madeRig(2000)),
  });
  const { id: large } = (await imported.json()) as { id: string };
  const browser = await openBrowser();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });

  for (const [name, id, control, atMost] of [
    ['the demo', 'lantern-hour', /^FS 1: press/, 60],
    ['2,000 assignments', large, /^S 0:/, 150],
  ] as const) {
    const page = await context.newPage();
    await page.goto(`${base}/rigs/${id}/map`);
    await page.getByRole('link', { name: /must fix|look at|nothing to fix/ }).waitFor();
    const all = await edits(page, control);
    const p95 = (of: (e: Noted) => number): number =>
      percentile(
        all.map((e) => of(e) - e.asked),
        0.95,
      );
    measure(
      `an edit drawn without a graphics card, ${name} (p95)`,
      p95((e) => e.shown),
      'ms',
      { atMost: 100 },
    );
    measure(
      `an edit acknowledged, ${name} (p95)`,
      p95((e) => e.saved),
      'ms',
      { atMost },
    );
    await page.close();
  }

  const opened: number[] = [];
  for (let n = 0; n < 6; n++) opened.push(await opening(browser, large));
  measure('opening 2,000 assignments until they can be worked on (median)', percentile(opened, 0.5), 'ms', { atMost: 1500 });

  const others: Page[] = [];
  for (let n = 0; n < TABS; n++) {
    const other = await context.newPage();
    await other.goto(`${base}/rigs/lantern-hour/map`);
    await other.getByRole('row', { name: /^FS 1 press/ }).waitFor();
    await other.evaluate(() => {
      const seen: Record<string, number> = {};
      Object.assign(window, { seen });
      new MutationObserver(() => {
        const text = [...document.querySelectorAll('[role=row]')].find((r) => r.textContent?.startsWith('FS 1'))?.textContent;
        for (const [number] of text?.matchAll(/CC \d+/g) ?? []) seen[number] ??= performance.timeOrigin + performance.now();
      }).observe(document.body, { subtree: true, childList: true, characterData: true });
    });
    others.push(other);
  }
  const page = await context.newPage();
  await page.goto(`${base}/rigs/lantern-hour/map`);
  await page.getByRole('button', { name: /^FS 1: press/ }).click();
  await page.getByLabel('Number', { exact: true }).waitFor();
  await watch(page);
  const late: number[] = [];
  for (let n = 0; n < 5; n++) {
    const number = 90 + n;
    const { asked } = await edit(page, number);
    for (const other of others) {
      await other.waitForFunction((key) => key in (window as unknown as { seen: object }).seen, `CC ${number}`, { polling: 50 });
      late.push(
        (await other.evaluate((key) => (window as unknown as { seen: Record<string, number> }).seen[key] ?? 0, `CC ${number}`)) -
          asked,
      );
    }
  }
  measure(`an edit seen in ${TABS} other tabs (the last)`, Math.max(...late), 'ms', { atMost: 1000 });
  await browser.close();
  printTable('Edits on their way');
} finally {
  stop();
}
