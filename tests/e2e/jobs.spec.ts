// Real jobs, built through the interface from a rig of one's own; what stands there then and what playing it brings out are kept as files.
import { expect, type Page, test } from '@playwright/test';
import { down, goTo, moveTo, tap, up } from '../kit/hand';
import { controlNamed, jobOf, keptJob } from '../kit/job';
import { expectAccessible, exportOf, fill, open, ownRig, pick, saved } from './kit';

const then = (page: Page, words: string) => page.getByLabel('Then', { exact: true }).selectOption(words);
const another = 'Move another parameter by a message of its own…';

test('three parameters of a reverb on one pedal, each by a message of its own with its own ends, one reversed', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Ex 2:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Decay');
  await fill(page, 'Decay at the low end', '1');
  await fill(page, 'Decay at the high end', '8');
  await then(page, another);
  await pick(page, 'Mix');
  await fill(page, 'Mix at the low end', '15');
  await fill(page, 'Mix at the high end', '60');
  await then(page, another);
  await pick(page, 'Low cut');
  await fill(page, 'Low cut at the low end', '600');
  await fill(page, 'Low cut at the high end', '40');
  await expect(page.getByTestId('outcome')).toContainText('Low cut: 600 Hz → 40 Hz');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['Ex 2'], (rig) => {
    const pedal = controlNamed(rig, 'Ex 2');
    return [0, 0.5, 1].map((position, i) => moveTo(pedal, i * 1000, position));
  });
  expect(told).toEqual(keptJob('reverb-pedal', told));
});

test('several values at once from one press: four messages, each sets a value on the other side', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  const wanted = [
    ['Decay', '12', 'Quarry Hall'],
    ['Mix', '80', 'Quarry Hall'],
    ['Pre-delay', '35', 'Quarry Hall'],
    ['Scatter', '64', 'Murmur Loom'],
  ] as const;
  for (const [i, [name, value, target]] of wanted.entries()) {
    if (i === 0) await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
    else await then(page, another);
    await pick(page, name);
    await page.getByLabel('Values').last().selectOption('on every press');
    await page.getByLabel(`How ${target} hears it`).last().selectOption('set');
    await fill(page, `Value of ${name}`, value);
  }
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7'], (rig) => tap(controlNamed(rig, 'FS 7'), 0));
  expect(told).toEqual(keptJob('four-values', told));
});

test('release up and double tap down on one counter that wraps over five programs', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Shifter');
  await dialog.getByLabel(/^Parameters, one per line/).fill('name,kind,steps,start\nOctave,stepped,−2|−1|0|+1|+2,0');
  await dialog.getByRole('button', { name: 'Add it with 1 parameter' }).click();
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('tab', { name: /^Release/ }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Octave');
  await page.getByLabel('Kind of message').selectOption('program');
  await page.getByLabel('Values').selectOption('counting');
  await expect(page.getByLabel('Counter', { exact: true })).toContainText('Counter for Octave');
  await page.getByRole('tab', { name: /^Double tap/ }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Octave');
  await page.getByLabel('Kind of message').selectOption('program');
  await page.getByLabel('Values').selectOption('counting');
  await page.getByLabel('Counter', { exact: true }).selectOption('Counter for Octave');
  await fill(page, 'Step of this gesture', '-1');
  await expect(page.getByText('2 functions share it')).toBeVisible();
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7'], (rig) => {
    const fs = controlNamed(rig, 'FS 7');
    return [...tap(fs, 0), ...tap(fs, 2000), ...tap(fs, 4000), ...tap(fs, 6000), ...tap(fs, 6200)];
  });
  expect(told.counters).toHaveLength(1);
  expect(told).toEqual(keptJob('octave-counter', told));
});

test('a switch counts through five notes, one for each octave, and what it begins it ends', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Shifter');
  await dialog.getByLabel(/^Parameters, one per line/).fill('name,kind,steps,start\nOctave,stepped,−2|−1|0|+1|+2,0');
  await dialog.getByRole('button', { name: 'Add it with 1 parameter' }).click();
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Octave');
  await page.getByLabel('Kind of message').selectOption('note');
  await fill(page, 'Number', 'C3');
  await page.getByLabel('Values').selectOption('counting through notes');
  await expect(page.getByLabel('Counter', { exact: true })).toContainText('Counter for Octave');
  await fill(page, 'Velocity', '90');
  await expect(page.getByTestId('outcome')).toContainText('steps through 5 values');
  // On another channel every note of it is heard there.
  await fill(page, 'Channel', '9');
  await expect(page.getByTestId('outcome')).toContainText('steps through 5 values');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7'], (rig) => {
    const fs = controlNamed(rig, 'FS 7');
    return [0, 1, 2, 3].flatMap((i) => tap(fs, i * 1000));
  });
  expect(told).toEqual(keptJob('counted-notes', told));
});

test('sixteen pads in two colours', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Pad tray 4×4/ }).click();
  for (let pad = 1; pad <= 16; pad++) {
    await page.getByRole('button', { name: new RegExp(`^P ${pad}:`) }).click();
    // The last one leads to the first bank in the demo: here it sends.
    if (pad === 16) await page.getByRole('button', { name: 'Clear' }).click();
    if (await page.getByLabel('Without a parameter').isVisible())
      await page.getByLabel('Without a parameter').selectOption('Send a message');
    await fill(page, 'Colour while on', pad <= 8 ? 'red' : 'cyan');
    await fill(page, 'Colour while off', pad <= 8 ? 'blue' : 'white');
  }
  await saved(page);
  const names = Array.from({ length: 16 }, (_, i) => `P ${i + 1}`);
  const told = jobOf(await exportOf(page, id), names, (rig) => tap(controlNamed(rig, 'P 16'), 0));
  expect(told).toEqual(keptJob('sixteen-pads', told));
});

test('one switch alternates between two programs, and two things on the way', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByLabel('Without a parameter').selectOption('Send a message');
  await page.getByLabel('Kind of message').selectOption('program');
  await fill(page, 'Number', '5');
  await then(page, 'Send something else on every second press');
  await page.getByLabel('Kind of message').last().selectOption('program');
  await fill(page, 'Number', '9');
  await then(page, 'Note a keystroke');
  await page.getByLabel('On which presses').last().selectOption('the 2nd, 4th, 6th press');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 7'], (rig) => {
    const fs = controlNamed(rig, 'FS 7');
    return [...tap(fs, 0), ...tap(fs, 1000), ...tap(fs, 2000)];
  });
  expect(told).toEqual(keptJob('two-programs', told));
});

test('a desk with two sides: the cue switch keeps its tap, and held it opens a layer on one side, its light blinking', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('complementary').getByRole('button', { name: 'Add a controller' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Jog desk/ })
    .click();
  await page.getByRole('button', { name: 'Add Jog desk' }).click();
  await page.getByRole('link', { name: 'Show on the map' }).click();
  await page.waitForURL(/map/);
  await page.getByRole('button', { name: /^L 1:/ }).click();
  await page.getByRole('button', { name: 'Layer…' }).click();
  await page.getByLabel('Name').fill('Left cue');
  await page.getByLabel('It reaches').selectOption('its left side');
  await page.getByLabel('Its light while the layer is open').selectOption('blinks twice a second');
  await page.getByRole('button', { name: 'Add layer' }).last().click();
  await expect(page.getByText('Left cue layer')).toBeVisible();
  await page.getByLabel('What the modifier of Left cue does when tapped').selectOption('tap: Freeze');
  await page.getByRole('button', { name: /^L 2:/ }).click();
  await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
  await pick(page, 'Infinite');
  await expect(page.getByTestId('outcome')).toContainText('Infinite');
  // The pad on the other side knows nothing of it. Then the layer gets a second modifier on the same side.
  await page.getByRole('button', { name: 'Change layer Left cue' }).click();
  await page.getByRole('dialog').getByRole('checkbox', { name: 'L 8' }).check();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Change layer', exact: true }).click();
  await expect(page.getByText('L 1 or L 8 held')).toBeVisible();
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['L 1', 'L 2'], (rig) => {
    const [cue, second, other] = ['L 1', 'L 2', 'L 8'].map((name) => controlNamed(rig, name));
    return [
      ...tap(cue ?? '', 0),
      down(cue ?? '', 1000),
      ...tap(second ?? '', 1200),
      up(cue ?? '', 1500),
      ...tap(second ?? '', 2000),
      down(other ?? '', 3000),
      ...tap(second ?? '', 3200),
      up(other ?? '', 3500),
    ];
  });
  expect(told).toEqual(keptJob('cue-switch', told));
});

test('scenes chosen by the value of one message: two switches, one number, one line in the software', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: /^Quarry Hall/ }).click();
  await page.getByText('What it can hear, and when').click();
  await page.getByRole('checkbox', { name: 'value chooses the step' }).check();
  await page.getByRole('link', { name: /^Map:/ }).click();
  for (const [i, control] of ['FS 6', 'FS 7'].entries()) {
    await page.getByRole('button', { name: new RegExp(`^${control}:`) }).click();
    await page.getByRole('button', { name: 'Clear' }).click();
    await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
    await pick(page, 'Size Quarry Hall');
    await fill(page, 'Number', '60');
    await page.getByLabel('Values').selectOption('on every press');
    await fill(page, 'Value', String(20 + 2 * i));
    await page.getByLabel('How Quarry Hall hears it').selectOption('value chooses the step');
    await fill(page, 'Value of the first step of Size', '20');
  }
  await expect(page.getByTestId('outcome')).toContainText('Quarry');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 6', 'FS 7'], (rig) =>
    ['FS 6', 'FS 7', 'FS 6'].flatMap((name, i) => tap(controlNamed(rig, name), i * 1000)),
  );
  expect(told.landings).toHaveLength(1);
  expect(told).toEqual(keptJob('scenes-by-value', told));
});

test('scenes chosen by a run of programs: two switches, two numbers, one line in the software', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Lamp desk');
  await dialog.getByLabel(/^Parameters, one per line/).fill('name,kind,steps\nScene,stepped,Dusk|Lamps|Rain|Dawn');
  await dialog.getByRole('button', { name: 'Add it with 1 parameter' }).click();
  await page.getByText('What it can hear, and when').click();
  await page.getByRole('checkbox', { name: 'number chooses the step' }).check();
  await page.getByRole('link', { name: /^Map:/ }).click();
  for (const control of ['FS 6', 'FS 7']) {
    await page.getByRole('button', { name: new RegExp(`^${control}:`) }).click();
    await page.getByRole('button', { name: 'Clear' }).click();
    await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
    await pick(page, 'Scene');
    if (control === 'FS 7') continue;
    await page.getByLabel('Kind of message').selectOption('program');
    await fill(page, 'Number', '60');
    await page.getByLabel('How Lamp desk hears it').selectOption('number chooses the step');
    await expect(page.getByLabel('Number of the first step of Scene')).toHaveValue('60');
  }
  await expect(page.getByTestId('outcome')).toContainText('Lamps');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['FS 6', 'FS 7'], (rig) =>
    ['FS 7', 'FS 6', 'FS 7'].flatMap((name, i) => tap(controlNamed(rig, name), i * 1000)),
  );
  expect(told.landings).toHaveLength(1);
  expect(told).toEqual(keptJob('scenes-by-program', told));
  await page.getByRole('link', { name: /^Sheet/ }).click();
  await expect(page.getByText('number chooses the step').first()).toBeVisible();
});

test('a preset that turns three lights into liars, found before the show and mended', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Lamp amp');
  await dialog
    .getByLabel(/^Parameters, one per line/)
    .fill('name,kind,steps,start\nSound,stepped,Glow|Spark|Blaze,Glow\nDrive,toggle,,off\nEcho,toggle,,off\nChorus,toggle,,off');
  await dialog.getByRole('button', { name: 'Add it with 4 parameters' }).click();
  await page.getByRole('link', { name: /^Map:/ }).click();
  await page.getByRole('button', { name: /^Storm, Base:/ }).click();
  for (const [control, name] of [
    ['FS 5', 'Drive'],
    ['FS 6', 'Echo'],
    ['FS 7', 'Chorus'],
    ['FS 3', 'Sound'],
  ] as const) {
    await page.getByRole('button', { name: new RegExp(`^${control}:`) }).click();
    await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
    await pick(page, name);
    if (name !== 'Sound') {
      await page.getByLabel('Values').selectOption('alternating');
      await page.getByLabel('How Lamp amp hears it').selectOption('absolute');
      continue;
    }
    await page.getByLabel('Kind of message').selectOption('program');
    await page.getByLabel('How Lamp amp hears it').selectOption('set');
    await page.getByLabel('Value of Sound').selectOption({ label: 'Blaze' });
  }
  // What the third sound keeps: two of them on, one off.
  await page.getByRole('link', { name: /^Gear:/ }).click();
  await page.getByRole('button', { name: /^Lamp amp/ }).click();
  await page.getByRole('button', { name: 'What Blaze keeps' }).click();
  await page.getByLabel('Drive in Blaze').selectOption({ label: 'On' });
  await page.getByLabel('Echo in Blaze').selectOption({ label: 'On' });
  await page.getByLabel('Chorus in Blaze').selectOption({ label: 'Off' });
  await page.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  const names = ['FS 5', 'FS 6', 'FS 7', 'FS 3'];
  const hands = (rig: Parameters<Parameters<typeof jobOf>[2]>[0]) => [
    goTo(0, 3, rig.controllers[0]?.id),
    ...['FS 5', 'FS 7', 'FS 3', 'FS 6', 'FS 7'].flatMap((name, i) => tap(controlNamed(rig, name), 100 + i * 1000)),
  ];
  const told = jobOf(await exportOf(page, id), names, hands);
  expect(told).toEqual(keptJob('preset-liars', told));
  await page.getByRole('link', { name: /^Checks:/ }).click();
  const lies = [
    'Blaze leaves the light of FS 5 off while Drive is on.',
    'Blaze leaves the light of FS 6 off while Echo is on.',
    'Blaze leaves the light of FS 7 on while Chorus is off.',
  ];
  for (const words of lies) await expect(page.getByText(words).first()).toBeVisible();
  for (const [i, words] of lies.entries()) {
    await page.getByText(words).first().click();
    await page.getByRole('button', { name: `Leave ${['Drive', 'Echo', 'Chorus'][i]} out of Blaze` }).click();
    await expect(page.getByText(words)).toHaveCount(0);
  }
  await saved(page);
  const mended = jobOf(await exportOf(page, id), names, hands);
  expect(mended).toEqual(keptJob('preset-liars-mended', mended));
});

test('a keyboard made to speak the table that another device uses', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('complementary').getByRole('button', { name: 'Add a controller' }).click();
  await page.getByLabel('Find a template').fill('Small keys');
  await page.getByRole('dialog').getByRole('button', { name: 'Add Small keys 25' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Tape echo box');
  await dialog
    .getByLabel(/^Parameters, one per line/)
    .fill(
      [
        'name,kind,range,message,number,channel',
        'Time,continuous,20..900,cc,12,3',
        'Repeats,continuous,0..100,cc,13,3',
        'Wow,continuous,0..100,cc,98,3',
        'Tone,continuous,0..100,cc,74,3',
        'Hold,toggle,,note,36,3',
        'Tap,trigger,,note,38,3',
      ].join('\n'),
    );
  await dialog.getByRole('button', { name: 'Add it with 6 parameters' }).click();
  await expect(page.getByRole('heading', { name: 'Numbers it came with' })).toBeVisible();
  await page.getByRole('button', { name: 'Speak this table…' }).click();
  await dialog.getByLabel('Controller').selectOption({ label: 'Small keys 25' });
  await expect(dialog.getByRole('row')).toHaveCount(7);
  await expectAccessible(page);
  await dialog.getByRole('button', { name: /^Put 6 rows on it/ }).click();
  await expect(page.getByText('Small keys 25 speaks 6 rows of Tape echo box')).toBeVisible();
  await saved(page);
  const exported = await exportOf(page, id);
  const names = ['K 1', 'K 2', 'K 3', 'K 4'];
  const told = jobOf(exported, names, (rig) => {
    const keys = rig.controllers.at(-1)?.id ?? '';
    const knob = rig.controls.find((c) => c.controllerId === keys && c.kind === 'knob')?.id ?? '';
    return [0, 0.5, 1].map((position, i) => moveTo(knob, i * 1000, position));
  });
  expect(told).toEqual(keptJob('keys-speak', told));
  // Nothing of the table has to be entered in the box, and a plan leaves it.
  await page.getByRole('link', { name: /^Sheet:/ }).click();
  await expect(page.getByText('nothing, it came with it (in its manual)').first()).toBeVisible();
});

test('a board that sends only programs, four a bank: presets that switch several things, a section switch, a tuner', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'gear');
  await page.getByRole('button', { name: 'Add a target' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Lamp amp');
  await dialog
    .getByLabel(/^Parameters, one per line/)
    .fill(
      'name,kind,steps,start\nSound,stepped,Glow|Spark|Blaze|Ash,Glow\nDrive,toggle,,off\nEcho,toggle,,off\nSection,stepped,Verse|Chorus,Verse\nTuner,toggle,,off',
    );
  await dialog.getByRole('button', { name: 'Add it with 5 parameters' }).click();
  await page.getByRole('button', { name: 'As a list…' }).click();
  await dialog.getByLabel('A value on each line').fill('Blaze,Drive,on\nBlaze,Echo,on\nBlaze,Section,Chorus\nBlaze,Fuzz,on');
  await expect(dialog.getByText('3 lines understood')).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take over 1 preset' }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('complementary').getByRole('button', { name: 'Add a controller' }).click();
  await page.getByLabel('Find a template').fill('Stepper');
  await page.getByRole('dialog').getByRole('button', { name: 'Add Stepper 4' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // At most one of the four is on, and stays so.
  const groups = page.getByRole('region', { name: 'Switches that release each other' });
  await groups.getByRole('button', { name: 'Group' }).click();
  await groups.getByLabel('SW 3').check();
  await groups.getByLabel('SW 4').check();
  await groups.getByLabel('Bank').selectOption({ label: 'Bank 1' });
  await groups.getByLabel('Pressed again').selectOption('stays-on');
  // It begins with the first sound, wherever it was.
  const arrivals = page.getByRole('region', { name: 'On arriving at a bank or page' });
  await arrivals.getByRole('button', { name: 'Arrival' }).click();
  await arrivals.getByRole('button', { name: 'Send a message' }).click();
  await arrivals.getByLabel('Kind of message 1 of Arrival 1').selectOption('program');
  await fill(page, 'Number 1 of Arrival 1', '0');
  await arrivals.getByLabel('What message 1 of Arrival 1 is for').selectOption({ label: 'Sound' });
  await arrivals.getByLabel('after switching on too, where it starts there').check();
  await arrivals.getByLabel('Set a switch in Arrival 1').selectOption({ label: 'SW 1' });
  await page.getByRole('link', { name: /^Map:/ }).click();
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('button', { name: 'Stepper 4 ch 1' }).click();
  const put = async (control: string, name: string, value: string | null, number: string): Promise<void> => {
    await page.getByRole('button', { name: new RegExp(`^${control}:`) }).click();
    await page.getByRole('button', { name: 'Assign a parameter', exact: true }).click();
    await pick(page, name);
    await fill(page, 'Number', number);
    if (value === null) await page.getByLabel('How Lamp amp hears it').selectOption('toggle');
    else {
      await page.getByLabel('How Lamp amp hears it').selectOption('set');
      await page.getByLabel(`Value of ${name}`).selectOption({ label: value });
    }
  };
  await page.getByRole('button', { name: /^Bank 1, Base:/ }).click();
  for (const [i, sound] of ['Glow', 'Spark', 'Blaze', 'Ash'].entries()) await put(`SW ${i + 1}`, 'Sound', sound, String(i));
  await page.getByRole('button', { name: /^Bank 2, Base:/ }).click();
  await put('SW 1', 'Section', 'Verse', '4');
  await put('SW 2', 'Section', 'Chorus', '5');
  await put('SW 4', 'Tuner', null, '7');
  await saved(page);
  const told = jobOf(await exportOf(page, id), ['SW 1', 'SW 2', 'SW 3', 'SW 4'], (rig) => {
    const board = rig.controllers.find((c) => c.name === 'Stepper 4')?.id ?? '';
    const sw = (n: number): string => rig.controls.find((c) => c.controllerId === board && c.name === `SW ${n}`)?.id ?? '';
    return [
      ...tap(sw(3), 1000),
      goTo(2000, 2, board),
      ...tap(sw(1), 3000),
      ...tap(sw(4), 4000),
      ...tap(sw(4), 5000),
      goTo(6000, 1, board),
      ...tap(sw(2), 7000),
    ];
  });
  expect(told).toEqual(keptJob('programs-board', told));
});
