// How many actions a real job takes, from an empty list of rigs to a rig that does it; the table stands in docs/hands.md.
import { expect, test } from '@playwright/test';
import { parseRig, writeRig } from '@/core/formats';
import type { Rig, ScriptEvent } from '@/core/rig';
import { type Hands, handsOn } from '../hands/hands';
import { colouredPads, eightStrips, padBox, tenSwitches, twoSidedDesk, wirelessBoard } from '../hands/jobs';
import { down, goTo, moveTo, tap, up } from '../kit/hand';
import { controlNamed, jobOf, keptJob } from '../kit/job';
import { exportOf, saved } from './kit';

/** Does a job, compares the rig with what was kept of it, and says how many actions it took. */
async function doneIn(
  h: Hands,
  name: string,
  work: (h: Hands) => Promise<string>,
  play: (on: (control: string) => string, rig: Rig) => readonly ScriptEvent[],
): Promise<number> {
  const id = await work(h);
  await saved(h.page);
  const exported = await exportOf(h.page, id);
  const rig = parseRig(exported);
  if (!rig.ok) throw new Error(JSON.stringify(rig.error));
  expect(writeRig(rig.value)).toBe(exported);
  const told = jobOf(exported, [...new Set(rig.value.controls.map((c) => c.name))], (r) =>
    play((name) => controlNamed(r, name), r),
  );
  expect(told).toEqual(keptJob(name, told));
  return h.done();
}

test('ten switches: sixteen sounds by program in four banks, four effects in every bank', async ({ page }) => {
  test.setTimeout(120_000);
  expect(
    await doneIn(handsOn(page), 'ten-switches', tenSwitches, (on, r) => [
      ...tap(on('FS 1'), 0),
      ...tap(on('FS 6'), 1000),
      goTo(2000, 4, r.controllers[0]?.id),
      ...tap(on('FS 4'), 3000),
      ...tap(on('FS 6'), 4000),
    ]),
  ).toBeLessThanOrEqual(32);
});

test('eight strips: a fader, an encoder that pushes, a button each', async ({ page }) => {
  test.setTimeout(120_000);
  expect(
    await doneIn(handsOn(page), 'eight-strips', eightStrips, (on) => [
      moveTo(on('F 8'), 0, 0.5),
      moveTo(on('E 8'), 1000, 1),
      ...tap(on('E 8'), 2000),
      ...tap(on('B 3'), 3000),
    ]),
  ).toBeLessThanOrEqual(31);
});

test('a pad box: sixty-four clips on sixteen pads in four banks', async ({ page }) => {
  test.setTimeout(120_000);
  expect(
    await doneIn(handsOn(page), 'pad-box', padBox, (on, r) => [
      ...tap(on('P 16'), 0),
      goTo(1000, 4, r.controllers[0]?.id),
      ...tap(on('P 16'), 2000),
    ]),
  ).toBeLessThanOrEqual(19);
});

test('a pad box in colours: what could not be done before, in a limit of its own', async ({ page }) => {
  test.setTimeout(120_000);
  expect(await doneIn(handsOn(page), 'coloured-pads', colouredPads, (on) => tap(on('P 1'), 0))).toBeLessThanOrEqual(43);
});

test('a wireless board: a pedal of three ranges, four values from one press, a counter for two switches', async ({ page }) => {
  test.setTimeout(120_000);
  expect(
    await doneIn(handsOn(page), 'wireless-board', wirelessBoard, (on) => [
      ...[0, 0.5, 1].map((position, i) => moveTo(on('Ex 1'), i * 1000, position)),
      ...tap(on('FS 1'), 4000),
      ...tap(on('FS 2'), 5000),
      ...tap(on('FS 2'), 6000),
      ...tap(on('FS 3'), 7000),
    ]),
  ).toBeLessThanOrEqual(47);
});

test('a desk with two sides: each cue switch keeps its tap and opens a layer of its own side while it is held', async ({
  page,
}) => {
  test.setTimeout(120_000);
  expect(
    await doneIn(handsOn(page), 'two-sided-desk', twoSidedDesk, (on) => [
      moveTo(on('L F 1'), 0, 0.5),
      ...tap(on('L B 1'), 1000),
      down(on('L B 1'), 2000),
      ...tap(on('L B 2'), 2200),
      ...tap(on('R B 2'), 2400),
      up(on('L B 1'), 2600),
      ...tap(on('L B 2'), 3000),
      ...tap(on('R B 1'), 4000),
    ]),
  ).toBeLessThanOrEqual(40);
});
