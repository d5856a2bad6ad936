import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { parseMidi } from 'midi-file';
import { expectAccessible, exportOf, ownRig, saved } from './kit';

/** Opens the bench and waits until the panel stands there as the firmware has it. */
async function openBench(page: Page, id = 'lantern-hour'): Promise<void> {
  await page.goto(`/rigs/${id}/bench`);
  await expect(page.getByRole('button', { name: /^FS 1: LOOM/ })).toBeVisible();
}

const press = async (page: Page, name: RegExp): Promise<void> => {
  const box = await page.getByRole('button', { name }).boundingBox();
  if (!box) throw new Error('not on the screen');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.waitForTimeout(60);
  await page.mouse.up();
};

const value = (page: Page, parameter: string) =>
  page.getByRole('listitem').filter({ has: page.getByText(parameter, { exact: true }) });
const wire = (page: Page) => page.getByRole('log', { name: 'Messages' });

test('a switch is pressed by mouse and by letter: light, value and wire agree', async ({ page }) => {
  await openBench(page);
  await press(page, /^FS 1: LOOM/);
  await expect(value(page, 'Loom')).toContainText('On');
  await expect(page.getByRole('button', { name: /^FS 1: LOOM/ })).toHaveAttribute('data-lit', 'true');
  await expect(wire(page)).toContainText('Loom → On');
  await page.getByRole('group', { name: /^Panel of/ }).focus();
  await page.keyboard.press('z', { delay: 60 });
  await expect(value(page, 'Loom')).toContainText('Off');
  // The mistake of the demo: 0 goes out first, and Freeze is off already.
  await page.keyboard.press('c', { delay: 60 });
  await expect(wire(page)).toContainText('heard, changes nothing');
  await expect(value(page, 'Freeze')).toContainText('Off');
  await expectAccessible(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expectAccessible(page);
});

test('layers and banks change what the panel does', async ({ page }) => {
  await openBench(page);
  await page.getByRole('group', { name: /^Panel of/ }).focus();
  await page.keyboard.down('v');
  await expect(page.getByText('Heel open')).toBeVisible();
  await expect(page.getByRole('button', { name: /^FS 3: GATE/ })).toBeVisible();
  await page.keyboard.down('c');
  await expect(value(page, 'Gate')).toContainText('On');
  await page.keyboard.up('c');
  await expect(value(page, 'Gate')).toContainText('Off');
  await page.keyboard.up('v');
  await page.keyboard.press('2');
  await expect(page.getByRole('button', { name: /^FS 1: FOGHORN/ })).toBeVisible();
  await page.getByRole('button', { name: 'Bank before' }).click();
  await expect(page.getByRole('button', { name: /^FS 1: LOOM/ })).toBeVisible();
});

test('a pedal is dragged, an encoder turned by wheel and keys, a value changed by mouse', async ({ page }) => {
  await openBench(page);
  const box = await page.getByRole('button', { name: /^Ex 1/ }).boundingBox();
  if (!box) throw new Error('no pedal');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height - 4);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 60, { steps: 25 });
  await page.mouse.up();
  await expect(value(page, 'Level').first()).toContainText('0 dB');
  await page.getByRole('tab', { name: /^Encoder slab/ }).click();
  const encoder = page.getByRole('button', { name: /^E 2: Density/ });
  await encoder.hover();
  await page.mouse.wheel(0, -100);
  await expect(wire(page)).toContainText('Density →');
  await encoder.focus();
  await page.keyboard.press('PageUp');
  await expect(wire(page)).toContainText(/CC \d+ = 9, ch 6/);
  await page.getByRole('slider', { name: 'Density, by mouse' }).fill('1000');
  await expect(value(page, 'Density')).not.toContainText('24');
});

test('a pulled cable carries nothing, and plugged in again it does', async ({ page }) => {
  await openBench(page);
  await page.getByRole('button', { name: 'Break something' }).click();
  const cable = page.getByRole('dialog').getByRole('button', { name: /^Cable from Floorboard 8\+2 to Murmur Loom/ });
  await cable.press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: '1 broken' })).toBeVisible();
  await press(page, /^FS 1: LOOM/);
  await expect(wire(page)).toContainText('nothing listens for it');
  await expect(value(page, 'Loom')).toContainText('Off');
  await page.getByRole('button', { name: '1 broken' }).click();
  await cable.press('Enter');
  await page.keyboard.press('Escape');
  await press(page, /^FS 1: LOOM/);
  await press(page, /^FS 1: LOOM/);
  await expect(value(page, 'Loom')).toContainText('On');
});

test('the transport changes latency and load', async ({ page }) => {
  await openBench(page);
  await page.getByLabel('Transport').selectOption('din');
  await press(page, /^FS 1: LOOM/);
  await expect(page.getByTitle(/^Time from the controller/)).toContainText('1.0 ms');
  await page.getByLabel('Transport').selectOption('virtual');
  await press(page, /^FS 2: CHOIR/);
  await expect(value(page, 'Choir')).toContainText('On');
});

test('a switch is let go once, however late the drawing is', async ({ page }) => {
  const id = await ownRig(page);
  await openBench(page, id);
  await page.getByRole('button', { name: 'Record' }).click();
  const lamp = page.getByRole('button', { name: /^FS 1: LOOM/ });
  const box = await lamp.boundingBox();
  if (!box) throw new Error('not on the screen');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await expect(lamp).toHaveAttribute('aria-pressed', 'true');
  // Let go, and the focus gone, before the next frame draws it.
  await lamp.evaluate((node: HTMLElement) => {
    node.dispatchEvent(new PointerEvent('pointerup', { bubbles: true, pointerId: 1 }));
    node.blur();
  });
  await page.mouse.up();
  await lamp.focus();
  await page.keyboard.down(' ');
  await page.getByRole('button', { name: /^FS 2: CHOIR/ }).focus();
  await page.keyboard.up(' ');
  await page.getByRole('button', { name: /^Stop recording/ }).click();
  await page.getByLabel('Name').fill('One lamp');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as { scripts: { events: { do: string }[] }[] };
  expect(rig.scripts.map((s) => s.events.map((e) => e.do))).toEqual([['press', 'release', 'press', 'release']]);
});

test('a script is recorded, named, kept with the rig, played again, and what was sent goes out as a MIDI file and in again', async ({
  page,
}) => {
  const id = await ownRig(page);
  await openBench(page, id);
  await page.getByRole('button', { name: 'Record' }).click();
  await press(page, /^FS 1: LOOM/);
  await press(page, /^FS 2: CHOIR/);
  await page.getByRole('button', { name: /^Stop recording/ }).click();
  await page.getByLabel('Name').fill('Two lamps');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await saved(page);
  const rig = JSON.parse(await exportOf(page, id)) as { scripts: { name: string; events: { do: string }[] }[] };
  expect(rig.scripts.map((s) => [s.name, s.events.map((e) => e.do)])).toEqual([
    ['Two lamps', ['press', 'release', 'press', 'release']],
  ]);

  await page.reload();
  await expect(page.getByRole('button', { name: /^FS 1: LOOM/ })).toBeVisible();
  await page.getByRole('button', { name: 'Scripts 1' }).click();
  await page.getByRole('menuitem', { name: /^Two lamps/ }).press('ArrowRight');
  await page.getByRole('menuitem', { name: 'Play', exact: true }).click();
  await expect(value(page, 'Choir')).toContainText('On');
  await expect(page.getByRole('button', { name: 'Record' })).toBeVisible();

  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Scripts 1' }).click();
  await page.getByRole('menuitem', { name: 'Write what was sent as a MIDI file' }).click();
  const path = await (await saving).path();
  const [track = []] = parseMidi(readFileSync(path)).tracks;
  expect(track.filter((e) => e.type === 'controller').map((e) => [e.channel, e.value])).toEqual([
    [4, 127],
    [4, 127],
  ]);

  await page.reload();
  await expect(page.getByRole('button', { name: /^FS 1: LOOM/ })).toBeVisible();
  await page.getByLabel('MIDI file to play').setInputFiles(path);
  await expect(value(page, 'Loom')).toContainText('On');
  await expect(value(page, 'Choir')).toContainText('On');
  await page
    .getByLabel('MIDI file to play')
    .setInputFiles({ name: 'no.mid', mimeType: 'audio/midi', buffer: Buffer.from('nothing') });
  await expect(page.getByText('This is not a Standard MIDI File, or it is damaged.')).toBeVisible();
});

test('the list of messages is filtered, paused, cleared and copied', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openBench(page);
  await press(page, /^FS 1: LOOM/);
  await press(page, /^FS 3: FREEZE/);
  await expect(wire(page)).toContainText('Loom → On');
  await page.getByLabel('Show', { exact: true }).selectOption('nothing');
  await expect(wire(page)).not.toContainText('Loom → On');
  await expect(wire(page)).toContainText('heard, changes nothing');
  await page.getByLabel('Show', { exact: true }).selectOption('all');
  await page.getByRole('button', { name: 'Pause the list' }).click();
  await press(page, /^FS 2: CHOIR/);
  await expect(value(page, 'Choir')).toContainText('On');
  await expect(wire(page)).not.toContainText('Choir → On');
  await page.getByRole('button', { name: 'Let the list go on' }).click();
  await expect(wire(page)).toContainText('Choir → On');
  await page.getByRole('button', { name: 'Copy the list' }).click();
  await expect(page.getByText('3 messages copied.')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/Floorboard 8\+2\tB4 \w\w 7F\t.*\tLoom → On/);
  await page.getByRole('button', { name: 'Clear the list' }).click();
  await expect(wire(page)).toContainText('Nothing was sent yet');
});

test('a SysEx file is read into the monitor, byte for byte', async ({ page }) => {
  await page.goto('/rigs/lantern-hour/bench');
  await expect(page.getByRole('group', { name: /^Panel of/ })).toBeVisible();
  await page.getByLabel('MIDI file to play').setInputFiles({
    name: 'dump.syx',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from([0xf0, 0x7d, 0x01, 0x02, 0xf7, 0xf0, 0x7d, 0x05, 0xf7]),
  });
  await expect(page.getByText('F0 7D 01 02 F7').first()).toBeVisible();
  await expect(page.getByText('F0 7D 05 F7').first()).toBeVisible();
  await page
    .getByLabel('MIDI file to play')
    .setInputFiles({ name: 'broken.syx', mimeType: 'application/octet-stream', buffer: Buffer.from([0xf0, 0x7d, 0x01]) });
  await expect(page.getByText('The message at byte 1 never ends.')).toBeVisible();
});

/** Reads off what goes to the device, as the loudest sample since the last question. */
async function tapSound(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const taps: AnalyserNode[] = [];
    const plain = AudioNode.prototype.connect as (this: AudioNode, ...to: readonly unknown[]) => AudioNode;
    // Whatever is connected to the device is connected to a tap too.
    const tapped = function (this: AudioNode, ...to: readonly unknown[]): AudioNode {
      if (to[0] instanceof AudioDestinationNode) {
        const tap = new AnalyserNode(this.context, { fftSize: 8192 });
        plain.call(this, tap);
        taps.push(tap);
      }
      return plain.apply(this, [...to]);
    };
    AudioNode.prototype.connect = tapped as typeof AudioNode.prototype.connect;
    let most = 0;
    const listen = (): void => {
      const samples = new Float32Array(8192);
      for (const tap of taps) {
        if (tap.context.state !== 'running') continue;
        tap.getFloatTimeDomainData(samples);
        for (const sample of samples) most = Math.max(most, Math.abs(sample));
      }
    };
    // A struck tone is short, and may be over before anybody asks: what was loudest since the last question is kept.
    setInterval(listen, 60);
    Object.assign(window, {
      loudest: () => {
        listen();
        const heard = most;
        most = 0;
        return heard;
      },
    });
  });
  return () => page.evaluate(() => (window as unknown as { loudest: () => number }).loudest());
}

test('what is played is heard: a dead first press is silent, the second one sounds, and nothing is louder than a quarter', async ({
  page,
}) => {
  const loudest = await tapSound(page);
  await openBench(page);
  expect(await loudest()).toBe(0);
  await page.getByLabel('Hear it').check();
  await expect(page.getByText('Stand-in voices: not how your software sounds, but what it does.')).toBeVisible();
  await expectAccessible(page);
  for (const name of ['Murmur Loom', 'Pane Choir', 'Prop Cupboard', 'Reel Clerk'])
    await page.getByLabel(`Voice of ${name}`).selectOption('silent');
  await page.getByLabel('Voice of Quarry Hall').selectOption('struck tones');
  await expect.poll(loudest).toBeLessThan(0.001);
  await page.getByRole('group', { name: /^Panel of/ }).focus();
  await page.keyboard.press('c', { delay: 60 });
  await expect(wire(page)).toContainText('heard, changes nothing');
  await page.waitForTimeout(400);
  expect(await loudest()).toBeLessThan(0.001);
  await page.keyboard.press('c', { delay: 60 });
  await expect(value(page, 'Freeze')).toContainText('On');
  await expect.poll(loudest).toBeGreaterThan(0.003);
  // Everything at once stays below the limit.
  for (const name of ['Murmur Loom', 'Pane Choir', 'Prop Cupboard', 'Quarry Hall', 'Reel Clerk'])
    await page.getByLabel(`Voice of ${name}`).selectOption('a drone');
  let most = 0;
  for (let i = 0; i < 10; i++) {
    await page.waitForTimeout(120);
    most = Math.max(most, await loudest());
  }
  expect(most).toBeGreaterThan(0.01);
  expect(most).toBeLessThanOrEqual(0.2501);
  // A page that nobody sees makes no sound, and goes on when it is seen again.
  const hide = (hidden: boolean): Promise<void> =>
    page.evaluate((now) => {
      Object.defineProperty(document, 'hidden', { configurable: true, get: () => now });
      document.dispatchEvent(new Event('visibilitychange'));
    }, hidden);
  await hide(true);
  await expect.poll(loudest).toBeLessThan(0.001);
  await hide(false);
  await expect.poll(loudest).toBeGreaterThan(0.01);
  // What was chosen is there the next time; sound is not, until it is asked for.
  await page.getByLabel('Hear it').uncheck();
  await expect.poll(loudest).toBe(0);
  await page.reload();
  await expect(page.getByLabel('Hear it')).not.toBeChecked();
  await page.getByLabel('Hear it').check();
  await expect(page.getByLabel('Voice of Reel Clerk')).toHaveValue('drone');
});

test('where the device does not sound it says so, and the bench goes on', async ({ page }) => {
  await page.addInitScript(() => {
    AudioContext.prototype.resume = () => new Promise(() => undefined);
    Object.defineProperty(AudioContext.prototype, 'state', { get: () => 'suspended' });
  });
  await openBench(page);
  await page.getByLabel('Hear it').check();
  await expect(page.getByText('This device does not sound. Everything else goes on.')).toBeVisible();
  await press(page, /^FS 1: LOOM/);
  await expect(value(page, 'Loom')).toContainText('On');
});
