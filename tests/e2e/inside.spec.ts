// What goes on inside a target, built through the interface from a rig of one's own: banks of channels, macros, loopers, taps, and a file written for a program of
// the player's own. What stands there then and what playing it brings out are kept as files.
import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from '@playwright/test';
import { down, moveTo, tap, turn, up } from '../kit/hand';
import { controlNamed, jobOf, keptJob } from '../kit/job';
import { expectAccessible, exportOf, fill, open, ownRig, pick, saved } from './kit';

async function addTarget(page: Page, name: string, list: string, count: number): Promise<void> {
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await dialog.getByLabel(/^Parameters, one per line/).fill(list);
  await dialog.getByRole('button', { name: `Add it with ${count} parameter${count === 1 ? '' : 's'}` }).click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}

async function addPanel(page: Page, name: string, counts: Readonly<Record<string, number>>): Promise<void> {
  await page.getByRole('complementary').getByRole('button', { name: 'Add a controller' }).click();
  await page.getByRole('button', { name: 'From counts' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  for (const [what, n] of Object.entries(counts)) await page.getByLabel(what, { exact: true }).fill(String(n));
  await page.getByRole('button', { name: 'Add this panel' }).click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Show on the map' }).click();
  await page.waitForURL(/map/);
}

/** Assigns a parameter to a control that is free. */
async function assign(page: Page, control: string, parameter: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${control}: free`) }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, parameter);
}

/** Fills a function along over the controls after it, but for those that are left out. */
async function along(page: Page, leave: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'Fill along…' }).click();
  const dialog = page.getByRole('dialog');
  for (const name of leave)
    await dialog
      .getByRole('row', { name: new RegExp(name) })
      .getByRole('checkbox')
      .uncheck();
  await dialog.getByRole('button', { name: /^Fill 7 controls$/ }).click();
  await expect(dialog).toHaveCount(0);
}

test('thirty-two channels on eight faders, with pans, solos and two buttons that move the bank on, judged three ways', async ({
  page,
}) => {
  test.slow();
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Orchestra pit',
    'name,kind,range,unit,start\nVolume 1..32,continuous,-60..6,dB,-60\nPan 1..32,continuous,-50..50,,0\nSolo 1..32,toggle',
    96,
  );
  const banks = page.getByRole('region', { name: 'Banks of channels' });
  await banks.getByRole('button', { name: 'Make one…' }).click();
  await expect(banks.getByText('4 places, the last one ending with strip 32.')).toBeVisible();
  await expectAccessible(page);
  await banks.getByRole('button', { name: 'Make it' }).click();
  await expect(banks.getByText(/8 of 32 strips, moved on by 8/)).toBeVisible();
  await page.getByLabel('Takes over a knob by').selectOption('jumping, picking up or scaling');
  await addPanel(page, 'Pit board', { Faders: 8, Knobs: 8, Buttons: 10 });
  for (const [first, parameter, leave] of [
    ['F 1', 'Volume 1', []],
    ['K 1', 'Pan 1', []],
    ['B 1', 'Solo 1', ['B 9', 'B 10']],
  ] as const) {
    await assign(page, first, parameter);
    await along(page, leave);
  }
  for (const [button, mode] of [
    ['B 9', 'decrement'],
    ['B 10', 'increment'],
  ] as const) {
    await assign(page, button, 'Bank of channels');
    await page.getByLabel('How Orchestra pit hears it').selectOption(mode);
  }
  await expect(page.getByTestId('outcome')).toContainText('steps through 4 values');
  // A fader that jumps is told of: once the bank is moved on it moves another strip.
  await page.getByRole('button', { name: /^F 1:/ }).click();
  await expect(page.getByText(/F 1 moves another strip once the bank of channels is moved on/)).toBeVisible();
  const names = ['F 1', 'F 8', 'K 1', 'B 1', 'B 9', 'B 10'];
  for (const [takeover, words] of [
    ['jump', null],
    ['pickup', 'picking up'],
    ['scale', 'scaling'],
  ] as const) {
    if (words !== null) {
      await page.getByLabel('Takeover of Volume 1').selectOption(words);
      await saved(page);
    }
    const told = jobOf(await exportOf(page, id), names, (rig) => {
      const on = (name: string): string => controlNamed({ ...rig, controls: [...rig.controls].reverse() }, name);
      return [
        moveTo(on('F 1'), 0, 0.5),
        ...tap(on('B 10'), 1000),
        moveTo(on('F 1'), 2000, 0.52),
        moveTo(on('F 1'), 2500, 0),
        moveTo(on('F 1'), 3000, 0.25),
        moveTo(on('K 1'), 3500, 1),
        ...tap(on('B 1'), 4000),
        ...tap(on('B 10'), 5000),
        ...tap(on('B 10'), 6000),
        ...tap(on('B 10'), 7000),
        moveTo(on('F 8'), 8000, 1),
        ...tap(on('B 9'), 9000),
      ];
    });
    expect(told).toEqual(keptJob(`channels-${takeover}`, told));
  }
});

test('sixteen pads on a wall of clips, moved on both ways and to the selected track', async ({ page }) => {
  test.slow();
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Clip wall',
    'name,kind,steps,start\nA 1..8,trigger\nB 1..8,trigger\nC 1..8,trigger\nD 1..8,trigger\nE 1..8,trigger\nF 1..8,trigger\nTrack,stepped,One|Two|Three|Four|Five|Six|Seven|Eight,0\nShow the track,trigger',
    50,
  );
  const banks = page.getByRole('region', { name: 'Banks of channels' });
  await banks.getByRole('button', { name: 'Make one…' }).click();
  const form = banks.getByRole('form');
  await fill(page, 'Called', 'Clips');
  await fill(page, 'Strips under the controller', '4');
  await fill(page, 'Moved on by', '1');
  await fill(page, 'Rows under the controller', '4');
  await expect(form.getByText('5 places, the last one ending with strip 8; 3 places over its rows.')).toBeVisible();
  await expectAccessible(page);
  await banks.getByRole('button', { name: 'Make it' }).click();
  await expect(
    banks.getByText(
      /4 of 8 strips, moved on by 1 with Clips; 4 of 6 rows, moved on by 1 with Clips, rows. Its rows begin at A 1/,
    ),
  ).toBeVisible();
  await banks.getByLabel('What tells the selected strip of Clips').selectOption('Track');
  await expect(banks.getByText(/told by Track, as soon as it changes/)).toBeVisible();
  await banks.getByLabel('What brings Clips to the selected strip').selectOption('Show the track');
  await expect(banks.getByText(/told by Track, when Show the track fires/)).toBeVisible();
  await expectAccessible(page);
  await addPanel(page, 'Wall board', { Pads: 16, Buttons: 6 });
  for (const [row, name] of ['A', 'B', 'C', 'D'].entries())
    for (let column = 0; column < 4; column++) await assign(page, `P ${row * 4 + column + 1}`, `${name} ${column + 1}`);
  for (const [button, parameter, mode] of [
    ['B 1', 'Clips', 'decrement'],
    ['B 2', 'Clips', 'increment'],
    ['B 3', 'Clips, rows', 'decrement'],
    ['B 4', 'Clips, rows', 'increment'],
    ['B 5', 'Show the track', null],
    ['B 6', 'Track', 'increment'],
  ] as const) {
    await assign(page, button, parameter);
    if (mode !== null) await page.getByLabel('How Clip wall hears it').selectOption(mode);
  }
  await saved(page);
  const names = ['P 1', 'P 16', 'B 1', 'B 2', 'B 3', 'B 4', 'B 5', 'B 6'];
  const told = jobOf(await exportOf(page, id), names, (rig) => {
    const on = (name: string): string => controlNamed({ ...rig, controls: [...rig.controls].reverse() }, name);
    const pads = (t: number) => [...tap(on('P 1'), t), ...tap(on('P 16'), t + 200)];
    return [
      ...pads(0),
      ...tap(on('B 2'), 1000),
      ...tap(on('B 4'), 1200),
      ...pads(1400),
      // No further than the last strip and the last row.
      ...Array.from({ length: 6 }, (_, i) => [...tap(on('B 2'), 2000 + i * 200), ...tap(on('B 4'), 2100 + i * 200)]).flat(),
      ...pads(4000),
      // The third track is selected: the wall comes to it when it is asked.
      ...tap(on('B 6'), 5000),
      ...tap(on('B 6'), 5200),
      ...tap(on('B 5'), 5400),
      ...tap(on('B 3'), 5600),
      ...pads(6000),
      ...tap(on('B 1'), 7000),
      ...pads(7200),
    ];
  });
  const clips = told.values.map((v) => v.split(' ').slice(1).join(' ')).filter((v) => /^[A-F] \d/.test(v));
  expect(clips.map((v) => v.slice(0, 3))).toEqual(['A 1', 'D 4', 'B 2', 'E 5', 'C 5', 'F 8', 'B 3', 'E 6', 'B 2', 'E 5']);
  expect(told).toEqual(keptJob('clip-wall', told));
});

test('an encoder that sends a message for each way', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Lamp desk',
    'name,kind,range,unit,start,steps\nBrightness,continuous,0..100,%,50\nGel,stepped,,,0,Amber|Rose|Steel|Moss|None',
    2,
  );
  await page.getByRole('complementary').getByRole('button', { name: 'Add a controller' }).click();
  await page.getByRole('button', { name: 'From counts' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Dial box');
  await page.getByLabel('Endless encoders', { exact: true }).fill('2');
  await page.getByRole('button', { name: 'Add this panel' }).click();
  await page.getByText('What it can send, and which gestures it knows').click();
  await page.getByLabel('a message for each way').check();
  await page.getByRole('link', { name: 'Show on the map' }).click();
  await page.waitForURL(/map/);
  await assign(page, 'E 1', 'Brightness');
  await page.getByLabel('Values').selectOption('a message for each way');
  await expect(page.getByTestId('outcome')).toContainText('a click');
  await expect(page.getByLabel('Which way')).toHaveCount(2);
  await expectAccessible(page);
  await assign(page, 'E 2', 'Gel');
  await page.getByLabel('Values').selectOption('a message for each way');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['E 1', 'E 2'], (rig) => {
    const on = (name: string): string => controlNamed({ ...rig, controls: [...rig.controls].reverse() }, name);
    return [turn(on('E 1'), 0, 3), turn(on('E 1'), 500, -1), turn(on('E 2'), 1000, 2), turn(on('E 2'), 1500, -1)];
  });
  expect(told.values.filter((v) => v.includes('Gel')).at(-1)).toMatch(/Gel 1$/);
  expect(told).toEqual(keptJob('each-way', told));
  // One message for both ways again: what heard the other way is gone with it.
  await page.getByLabel('Values').first().selectOption('following its position');
  await expect(page.getByLabel('Which way')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect(page.getByLabel('Which way')).toHaveCount(2);
});

test('four knobs that follow the selection or are locked, one a macro with one reversed, written for a program that counts from 0', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Cinder',
    'name,kind,range,unit,start\nHeat,continuous,0..100,%,0\nCutoff,continuous,20..20000,Hz,20\nDrive,continuous,0..24,dB,0\nSend,continuous,0..100,%,0\nDry,continuous,0..100,%,100\nAttack,continuous,1..500,ms,1\nRelease,continuous,1..500,ms,1\nTrim,continuous,-12..12,dB,0',
    8,
  );
  const macros = page.getByRole('region', { name: 'Macros' });
  await macros.getByLabel('Make a macro of').selectOption('Heat');
  for (const name of ['Cutoff', 'Drive', 'Send', 'Dry']) await macros.getByLabel('Move along with Heat').selectOption(name);
  await fill(page, 'Cutoff at the low end of Heat', '200');
  await fill(page, 'Cutoff at the high end of Heat', '8000');
  await fill(page, 'Dry at the low end of Heat', '100');
  await fill(page, 'Dry at the high end of Heat', '30');
  await expect(macros.getByText('moves 4 parameters along')).toBeVisible();
  await expectAccessible(page);
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('Listens', { exact: true }).selectOption('while its track is selected');
  await addPanel(page, 'Four knobs', { Knobs: 4 });
  for (const [knob, name] of [
    ['K 1', 'Heat'],
    ['K 2', 'Attack'],
    ['K 3', 'Release'],
    ['K 4', 'Trim'],
  ] as const)
    await assign(page, knob, name);
  // The last one is locked to this track, wherever the selection is.
  await page.getByRole('button', { name: /^Only if… for/ }).click();
  await page.getByLabel('Where Trim is heard').selectOption('wherever the selection is');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['K 1', 'K 2', 'K 3', 'K 4'], (rig) => {
    const on = (name: string): string => controlNamed({ ...rig, controls: [...rig.controls].reverse() }, name);
    const cinder = rig.targets.find((t) => t.name === 'Cinder')?.id ?? '';
    return [
      moveTo(on('K 1'), 0, 0.5),
      moveTo(on('K 1'), 500, 1),
      { do: 'look', on: cinder, atMs: 1000, here: false },
      moveTo(on('K 2'), 1500, 1),
      moveTo(on('K 4'), 2000, 1),
      { do: 'look', on: cinder, atMs: 2500, here: true },
      moveTo(on('K 2'), 3000, 0.5),
    ];
  });
  expect(told).toEqual(keptJob('four-knobs', told));

  await page.getByRole('link', { name: /^Gear:/ }).click();
  await page
    .getByRole('complementary')
    .getByRole('button', { name: /^Cinder/ })
    .click();
  const form = page.getByRole('region', { name: 'Written form' });
  await form.getByLabel('Begin a written form').selectOption('Settings, one block a line');
  await expect(form.getByLabel('What it writes')).toHaveValue(/\[Heat\]\nkind = cc\nchannel = \d+\n/);
  await expectAccessible(page);
  const [file] = await Promise.all([page.waitForEvent('download'), form.getByRole('button', { name: 'Save the file' }).click()]);
  const text = (await readFile(await file.path())).toString();
  expect(file.suggestedFilename()).toBe('map.conf');
  const rig = JSON.parse(await exportOf(page, id));
  const landings = rig.landings.filter((l: { targetId: string }) =>
    rig.targets.some((t: { id: string; name: string }) => t.id === l.targetId && t.name === 'Cinder'),
  );
  expect(landings).toHaveLength(4);
  for (const { address, parameterId } of landings) {
    const { name } = rig.parameters.find((p: { id: string }) => p.id === parameterId);
    expect(text).toContain(`[${name}]\nkind = cc\nchannel = ${address.channel - 1}\nnumber = ${address.number}\n`);
  }
  expect(text).toContain('with Cutoff = 200 .. 8000\n');
  expect(text).toContain('with Dry = 100 .. 30\n');
  // A form that never ends is ended, and what is on the screen goes on.
  await form
    .getByLabel('Template')
    .fill('{% for i in (1..9999) %}{% for j in (1..9999) %}{% for k in (1..9999) %}{{ i }}{% endfor %}{% endfor %}{% endfor %}');
  await expect(form.getByRole('alert')).toContainText(/too much time or room|longer than two seconds/);
  await form.getByLabel('Template').fill('{{ unit.name }}: {{ lines | size }}{% for x %}');
  await expect(form.getByRole('alert')).toBeVisible();
  await form.getByLabel('Template').fill('{{ unit.name }}: {{ lines | size }}');
  await expect(form.getByLabel('What it writes')).toHaveValue(/^Cinder: \d+$/);
});

test('hold to record, let go, press to play, with a bar of lead; and it needs the track to be armed', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Tape ring',
    'name,kind,steps,start\nLoop,stepped,Empty|Recording|Playing|Overdubbing,0\nArmed,toggle',
    2,
  );
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('goes on by its states').check();
  const states = page.getByRole('region', { name: 'Launches and states' });
  await states.getByLabel('Of').selectOption('Loop');
  await states.getByLabel('Goes on').selectOption('by its states: records while held');
  await states.getByLabel('Starts').selectOption('at the next bar');
  await expect(states.getByLabel('Recording: let go')).toHaveValue('2');
  await expectAccessible(page);
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Loop');
  await page.getByLabel('Values').selectOption('on press and release');
  await page.getByLabel('How Tape ring hears it').selectOption('goes on by its states');
  await page.getByRole('button', { name: /^Only if… for/ }).click();
  await page.getByRole('button', { name: 'Only if something else is so' }).click();
  await page.getByLabel('What tells whether the track is armed').selectOption('Armed');
  await expect(page.getByText('Loop moves only if the track is armed (Armed: On).')).toBeVisible();
  await saved(page);
  const exported = await exportOf(page, id);
  const told = jobOf(exported, ['FS 7'], (rig) => {
    const fs = controlNamed(rig, 'FS 7');
    const armed = rig.parameters.find((p) => p.name === 'Armed')?.id ?? '';
    return [
      ...tap(fs, 0),
      { do: 'set', on: armed, atMs: 500, value: 1 },
      down(fs, 700),
      up(fs, 5300),
      ...tap(fs, 8100, 100),
      ...tap(fs, 11_000, 100),
    ];
  });
  expect(told).toEqual(keptJob('looper', told));
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await expect(page.getByText('the track is armed [Armed: On]')).toBeVisible();
});

test('sixteen pads whose four rows hold one effect each at four depths', async ({ page }) => {
  test.slow();
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Lens rack',
    'name,kind,range,unit\nHaze,continuous,0..100,%\nHalo,continuous,0..100,%\nFold,continuous,0..100,%\nSmear,continuous,0..100,%',
    4,
  );
  await addPanel(page, 'Sixteen', { Pads: 16 });
  const depths = [20, 40, 70, 100];
  for (const [row, name] of ['Haze', 'Halo', 'Fold', 'Smear'].entries())
    for (const [column, depth] of depths.entries()) {
      await assign(page, `P ${row * 4 + column + 1}`, name);
      await page.getByLabel('Values').selectOption('on press and release');
      await fill(page, `${name} at the high end`, String(depth));
    }
  await saved(page);
  const names = Array.from({ length: 16 }, (_, i) => `P ${i + 1}`);
  const told = jobOf(await exportOf(page, id), names, (rig) =>
    names.flatMap((name, i) => {
      const own = rig.controllers.find((c) => c.name === 'Sixteen')?.id;
      const pad = rig.controls.find((c) => c.name === name && c.controllerId === own)?.id ?? '';
      return [down(pad, i * 1000, 1), up(pad, i * 1000 + 400)];
    }),
  );
  const peaks = told.values.filter((v) => !v.endsWith(' 0'));
  expect(peaks.map((v) => v.split(' ').slice(1).join(' '))).toEqual(
    ['Haze', 'Halo', 'Fold', 'Smear'].flatMap((name) => depths.map((depth) => `${name} ${depth}`)),
  );
  expect(told).toEqual(keptJob('sixteen-depths', told));
});

test('a pedal taps the tempo of an echo', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Far wall',
    'name,kind,range,unit,start\nTempo,continuous,30..300,BPM,120\nDelay,continuous,10..4000,ms,500',
    2,
  );
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('tap tempo').check();
  await expect(page.getByLabel('Taps start anew after, ms')).toHaveValue('2000');
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Tempo');
  await page.getByLabel('How Far wall hears it').selectOption('tap tempo');
  await expect(page.getByTestId('outcome')).toContainText('follows the taps');
  await page.getByLabel('Then', { exact: true }).selectOption('Move another parameter by a message of its own…');
  await pick(page, 'Delay');
  await page.getByLabel('How Far wall hears it').last().selectOption('tap tempo');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7'], (rig) => {
    const pedal = controlNamed(rig, 'FS 7');
    return [0, 600, 1180, 1800, 5000, 5500].flatMap((t) => tap(pedal, t));
  });
  expect(told).toEqual(keptJob('tap-tempo', told));
});

test('taps on one box reach the echo of another over its clock, for three quarters of a beat', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(page, 'Drum room', 'name,kind,range,unit,start\nPulse,continuous,30..300,BPM,120', 1);
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('tap tempo').check();
  await page.getByLabel('MIDI clock').selectOption('is sent');
  await addTarget(
    page,
    'Far wall',
    'name,kind,range,unit,start\nTempo,continuous,30..300,BPM,90\nDelay,continuous,10..4000,ms,500',
    2,
  );
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('MIDI clock').selectOption('is followed');
  const macros = page.getByRole('region', { name: 'Macros' });
  await macros.getByLabel('Make a macro of').selectOption('Tempo');
  await macros.getByLabel('Move along with Tempo').selectOption('Delay');
  await expect(macros.getByLabel('How Delay goes with Tempo')).toHaveValue('1');
  await macros.getByLabel('How Delay goes with Tempo').selectOption('¾ beat');
  await expect(macros.getByText('a time that follows the tempo')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: /^Wiring/ }).click();
  await page.getByRole('combobox', { name: 'From', exact: true }).selectOption({ label: 'Drum room' });
  await page.getByRole('combobox', { name: 'To', exact: true }).selectOption({ label: 'Far wall' });
  await page.getByRole('button', { name: 'Add a wire' }).click();
  await expect(page.getByRole('heading', { name: 'Drum room to Far wall' })).toBeVisible();
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Pulse');
  await page.getByLabel('How Drum room hears it').selectOption('tap tempo');
  await expect(page.getByTestId('outcome')).toContainText('follows the taps');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7'], (rig) => {
    const pedal = controlNamed(rig, 'FS 7');
    return [0, 600, 1200].flatMap((t) => tap(pedal, t));
  });
  // 100 beats a minute: three quarters of a beat are 450 ms.
  expect(told.values.map((v) => v.split(' ').slice(1).join(' ')).slice(-3)).toEqual(['Pulse 100', 'Tempo 100', 'Delay 450']);
  expect(told).toEqual(keptJob('clock-echo', told));
});

test('a board sends a clock of its own: two switches tap and set it, and an echo goes along', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Far wall',
    'name,kind,range,unit,start\nTempo,continuous,30..300,BPM,90\nDelay,continuous,10..4000,ms,500',
    2,
  );
  await page.getByText('What it can hear, and when').click();
  await page.getByLabel('MIDI clock').selectOption('is followed');
  const macros = page.getByRole('region', { name: 'Macros' });
  await macros.getByLabel('Make a macro of').selectOption('Tempo');
  await macros.getByLabel('Move along with Tempo').selectOption('Delay');
  await macros.getByLabel('How Delay goes with Tempo').selectOption('¾ beat');
  // Until somebody sends one there is nothing to set.
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page.getByLabel('Without a parameter').getByRole('option', { name: /clock/ })).toHaveCount(0);
  await page.getByRole('link', { name: /^Gear:/ }).click();
  await page.getByRole('button', { name: /^Floorboard 8\+2/ }).click();
  await page.getByLabel('MIDI clock of its own').selectOption('sends one');
  await page.getByLabel('It begins at').fill('80');
  await page.keyboard.press('Enter');
  await expectAccessible(page);
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByLabel('Without a parameter').selectOption('Tap the tempo of its clock');
  await expect(page.getByRole('paragraph').filter({ hasText: 'tap the tempo of its clock' })).toBeVisible();
  await page.getByRole('button', { name: /^FS 8:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('tab', { name: 'Press' }).click();
  await page.getByLabel('Without a parameter').selectOption('Set the tempo of its clock');
  await page.getByLabel('Tempo in BPM').fill('150');
  await page.keyboard.press('Enter');
  await expectAccessible(page);
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7', 'FS 8'], (rig) => [
    ...[0, 600, 1200].flatMap((t) => tap(controlNamed(rig, 'FS 7'), t)),
    ...tap(controlNamed(rig, 'FS 8'), 5000),
  ]);
  // 100 beats a minute: three quarters of a beat are 450 ms; at 150 they are 300.
  expect(told.values.map((v) => v.split(' ').slice(1).join(' '))).toEqual(['Tempo 100', 'Delay 450', 'Tempo 150', 'Delay 300']);
  expect(told).toEqual(keptJob('own-clock', told));
  // The sheet says what has to be set up, and what each switch does.
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  const board = page.getByRole('region', { name: 'Enter in Floorboard 8+2' });
  await expect(board.getByText('Let it send MIDI clock, at 80 BPM.')).toBeVisible();
  await expect(board.getByRole('row').filter({ hasText: 'FS 7' })).toContainText('Own clock');
  // On the Bench no mouse moves what a clock decides on.
  await page.getByRole('link', { name: /^Bench:/ }).click();
  await expect(page.getByText('by a clock')).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Delay, by mouse', exact: true })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Tempo, by mouse', exact: true })).toHaveCount(0);
  // It may be set on arriving somewhere too.
  await page.getByRole('link', { name: /^Gear:/ }).click();
  await page.getByRole('button', { name: /^Floorboard 8\+2/ }).click();
  const arrivals = page.getByRole('region', { name: 'On arriving at a bank or page' });
  await arrivals.getByRole('button', { name: 'Arrival', exact: true }).click();
  const arrival = arrivals.getByRole('listitem', { name: 'Arrival 2' });
  await arrival.getByLabel('Bank').selectOption('Storm');
  await arrival.getByRole('button', { name: 'Set its tempo' }).click();
  await fill(page, 'Tempo in BPM, 1 of Arrival 2', '75');
  await expectAccessible(page);
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await expect(board.getByRole('row', { name: /Storm arriving Own clock/ })).toContainText('75 BPM');
  await page.getByRole('link', { name: /^Bench:/ }).click();
  await page.getByLabel('Bank', { exact: true }).selectOption('3');
  await expect(page.getByText('75 BPM', { exact: true }).first()).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Delay, by mouse', exact: true })).toHaveAttribute('aria-valuetext', /600/);
});

test('one knob, another parameter for one sound: it stands in for the usual one as long as that sound is on', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(
    page,
    'Glass organ',
    'name,kind,range,unit,start,steps\nSound,stepped,,,0,Flute|Reed|Bells\nCutoff,continuous,0..100,%,0\nMallet,continuous,0..100,%,0',
    3,
  );
  await page.getByRole('link', { name: /^Map:/ }).click();
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('button', { name: /^Encoder slab/ }).click();
  await page.getByRole('button', { name: /^E 6:/ }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Cutoff');
  await page.getByRole('button', { name: 'Parameter', exact: true }).click();
  await pick(page, 'Mallet');
  await page.getByRole('button', { name: 'Only if… for Mallet' }).click();
  await page.getByRole('button', { name: 'Only if something else is so' }).click();
  await page.getByLabel(/^What tells whether/).selectOption('Sound');
  await page.getByLabel(/^Value at which/).selectOption('Bells');
  await page.getByLabel('in place of the others on its number').check();
  await expectAccessible(page);
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['E 6'], (rig) => {
    const knob = controlNamed(rig, 'E 6');
    const sound = rig.parameters.find((p) => p.name === 'Sound')?.id ?? '';
    return [moveTo(knob, 0, 0.5), { do: 'set', on: sound, atMs: 500, value: 2 } as const, moveTo(knob, 1000, 1)];
  });
  const moved = told.values.map((v) =>
    v
      .split(' ')
      .slice(1)
      .join(' ')
      .replace(/\.\d+$/, ''),
  );
  expect(moved).toEqual(['Cutoff 50', 'Sound 2', 'Mallet 100']);
  expect(told).toEqual(keptJob('one-sound', told));
});

test('two switches held together open a layer of the host: each sends a number of its own', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await addTarget(page, 'Copper attic', 'name,kind,range,unit,start\nRattle,toggle,,,', 1);
  await page.getByRole('link', { name: /^Map:/ }).click();
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('button', { name: 'Add layer' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Pair');
  await dialog.getByLabel('Opened by', { exact: true }).selectOption({ label: 'FS 7' });
  await dialog.getByRole('checkbox', { name: 'FS 8', exact: true }).check();
  await dialog.getByLabel('Made in').selectOption('host');
  await dialog.getByLabel('How they open it').selectOption('only all of them held together');
  await expect(dialog.getByLabel('The host listens for')).toContainText('a number of its own for each');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Add layer' }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('button', { name: /^FS 6:/ }).click();
  await page.getByRole('button', { name: 'Parameter', exact: true }).click();
  await pick(page, 'Rattle');
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 6', 'FS 7'], (rig) => {
    const [one, two, plays] = ['FS 7', 'FS 8', 'FS 6'].map((name) => controlNamed(rig, name));
    if (!one || !two || !plays) throw new Error('not there');
    return [
      down(one, 0),
      ...tap(plays, 200),
      down(two, 600),
      ...tap(plays, 800),
      up(one, 1200),
      ...tap(plays, 1400),
      up(two, 1800),
    ];
  });
  // With one of them held, the press is that of Base.
  expect(told.values.filter((v) => v.includes('Rattle')).map((v) => v.split(' ').slice(1).join(' '))).toEqual(['Rattle 1']);
  expect(told.layers).toMatchObject([{ madeIn: 'host', together: true, modifiers: ['FS 7', 'FS 8'] }]);
  expect(told).toEqual(keptJob('held-together', told));
});
