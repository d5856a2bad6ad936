import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, exportOf, open, ownRig, saved } from './kit';

interface Exported {
  readonly controllers: { id: string; name: string; firmware: { messages: string[] } }[];
  readonly assignments: {
    gesture: { type: string };
    actions: { type: string; message?: { type: string }; behaviour?: { type: string } }[];
  }[];
  readonly landings: { address: { type: string; number?: number }; mode: string; setValue: number; curve: { type: string } }[];
  readonly layers: { mode: string; tap: unknown[]; scope: unknown }[];
  readonly wires: { passesOn: boolean; transport: string }[];
}

const rigOf = async (page: Page, id: string): Promise<Exported> => {
  await saved(page);
  return JSON.parse(await exportOf(page, id)) as Exported;
};

/** Picks a parameter in the dialog that a button opens. */
async function pick(page: Page, button: string, name: string): Promise<void> {
  await page.getByRole('button', { name: button, exact: true }).click();
  await page.getByPlaceholder('Name of the parameter').fill(name);
  await page.keyboard.press('Enter');
}

test('a controller that can send more offers more, and each kind is played', async ({ page }) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/gear`);
  await page.getByText('What it can send, and which gestures it knows').click();
  for (const kind of ['Control change, 14 bits', 'NRPN', 'SysEx', 'Start'])
    await page.getByRole('checkbox', { name: kind, exact: true }).check();
  await page.getByRole('checkbox', { name: 'repeat' }).check();
  await expectAccessible(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Ex 1:/ }).click();
  await expect(page.getByTestId('outcome')).toContainText('in 128 steps');
  await page.getByLabel('Kind of message').selectOption('14-bit CC');
  // Positions in the script are 128, so that many values arrive; the last one is the end of the range all the same.
  await expect(page.getByTestId('outcome')).toContainText('−60 dB → 0 dB');
  await page.getByLabel('Kind of message').selectOption('NRPN');
  await page.getByLabel('Number', { exact: true }).fill('300');
  await page.getByLabel('Number', { exact: true }).press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('−60 dB → 0 dB');

  await page.getByRole('button', { name: /^FS 5:/ }).click();
  await page.getByLabel('Kind of message').selectOption('SysEx');
  await page.getByLabel('Bytes').fill('7D 01 zz');
  await page.getByLabel('Bytes').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'without F0 and F7' })).toBeVisible();
  await page.getByLabel('Bytes').fill('7D 01 02');
  await page.getByLabel('Bytes').press('Enter');
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  const rig = await rigOf(page, id);
  const kinds = rig.assignments.flatMap((a) => a.actions.map((x) => x.message?.type));
  expect(kinds).toContain('nrpn');
  expect(kinds).toContain('sysex');
});

test('chord, double tap and repeat; more actions on one gesture, in their order', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 6:/ }).click();
  await page.getByLabel('Gesture', { exact: true }).selectOption('chord');
  await page.getByLabel('The other switch').selectOption({ label: 'FS 7' });
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  await page.getByLabel('Gesture', { exact: true }).selectOption('double tap');
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  await page.getByLabel('Then', { exact: true }).selectOption('Wait');
  await page.getByLabel('Then', { exact: true }).selectOption('Go to a bank');
  await page.getByLabel('Bank to go to').selectOption('3');
  await page.getByRole('button', { name: 'Earlier' }).last().click();
  await expectAccessible(page);
  const rig = await rigOf(page, id);
  const row = rig.assignments.find((a) => a.gesture.type === 'double-tap');
  expect(row?.actions.map((a) => a.type)).toEqual(['send', 'go', 'wait']);
  // A switch that only changes the bank.
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('tab', { name: /^Hold/ }).click();
  await page.getByLabel('Without a parameter').selectOption('Go to a bank');
  await page.getByLabel('Where to').selectOption('the next bank');
  await expect(page.getByLabel('Where to')).toHaveValue('bank next');
  // Its sentence says when, and where it stands, and both can be changed.
  await expect(page.getByLabel('Gesture', { exact: true })).toHaveValue('hold');
  await page.getByLabel('Bank', { exact: true }).selectOption('every bank');
  await expect(page.getByRole('button', { name: /^Every bank, Base:/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('Bank', { exact: true }).selectOption('Overture');
  await expect(page.getByRole('button', { name: /^Overture, Base:/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Take this action away' }).click();
  await expect(page.getByText('FS 7 does nothing on hold here.')).toBeVisible();
});

test('encoders send clicks, and a target hears them in the coding it knows', async ({ page }) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/gear`);
  await page.getByRole('button', { name: /^Murmur Loom/ }).click();
  await page.getByText('What it can hear, and when').click();
  await page.getByRole('checkbox', { name: 'relative', exact: true }).check();
  await page.getByRole('checkbox', { name: 'two’s complement (1, 127)' }).check();
  await page.getByRole('checkbox', { name: 'offset (65, 63)' }).check();
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Encoder slab 16/ }).click();
  await page.getByRole('button', { name: /^E 2:/ }).click();
  await page.getByLabel('Values').selectOption('a message a click');
  await page.getByLabel('How Murmur Loom hears it').selectOption({ label: 'relative' });
  await expect(page.getByTestId('outcome')).toContainText('a click');
  await expect(page.getByTestId('outcome')).not.toContainText('wrong way');
  await page.getByLabel('Coding that Murmur Loom expects').selectOption('offset (65, 63)');
  await expect(page.getByTestId('outcome')).toContainText('wrong way');
});

test('a program counts through the steps of a parameter', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 1:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await pick(page, 'Assign a parameter', 'Chord');
  await page.getByLabel('Kind of message').selectOption('program');
  await page.getByLabel('Values').selectOption('counting');
  await expect(page.getByTestId('outcome')).toContainText(/steps through \d+ values and wraps/);
  const rig = await rigOf(page, id);
  // The demo counts through Chord in another bank already.
  const counted = rig.landings.filter((l) => l.address.type === 'program' && l.mode === 'set').slice(-4);
  expect(counted.map((l) => l.setValue)).toEqual(counted.map((_, i) => i));
  expect(counted.length).toBeGreaterThan(2);
});

test('layers that are toggled or serve one press, with a function of their own when tapped', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: 'Add layer' }).click();
  await page.getByLabel('Name').fill('Toe');
  await page.getByLabel('Opened by').selectOption({ label: 'FS 8' });
  await page.getByLabel('It is open').selectOption('for the next press only');
  await page.getByRole('dialog').getByRole('button', { name: 'Add layer' }).click();
  await page.getByRole('button', { name: /^FS 2:/ }).click();
  await pick(page, 'Parameter', 'Gulls');
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  await page.getByLabel('What the modifier of Toe does when tapped').selectOption({ label: 'tap: Infinite' });
  // Now the layer is opened by a hold; the script knows, and the function still works.
  await expect(page.getByTestId('outcome')).toContainText('flips once per press');
  const rig = await rigOf(page, id);
  expect(rig.layers.map((l) => [l.mode, l.tap.length])).toContainEqual(['next-press', 1]);
});

test('a travel is bent at the sender or the target; a layer made in the host reaches every controller', async ({ page }) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^Ex 1:/ }).click();
  await expect(page.getByTestId('outcome')).toContainText('at most 0.472 dB each');
  await page.getByLabel('Curve of what is sent').selectOption('slow, then fast');
  await expect(page.getByTestId('outcome')).not.toContainText('at most 0.472 dB each');
  await page.getByLabel('Curve of what is sent').selectOption('straight');
  await page.getByLabel('Curve of Level').selectOption('slow at both ends');
  await expect(page.getByTestId('outcome')).not.toContainText('at most 0.472 dB each');
  await page.getByRole('button', { name: 'Add layer' }).click();
  await page.getByLabel('Name').fill('Everywhere');
  await page.getByLabel('Opened by').selectOption({ label: 'FS 7' });
  await page.getByLabel('Made in').selectOption('host');
  await page.getByLabel('It reaches').selectOption('every controller');
  await page.getByRole('dialog').getByRole('button', { name: 'Add layer' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const rig = await rigOf(page, id);
  expect(rig.layers.at(-1)?.scope).toEqual({ type: 'all' });
  expect(rig.landings.some((l) => l.curve.type === 's')).toBe(true);
});

test('wires: transport, passing on, adding and deleting', async ({ page }) => {
  const id = await ownRig(page);
  await page.goto(`/rigs/${id}/gear`);
  await page.getByRole('button', { name: /^Murmur Loom/ }).click();
  await page.getByLabel('Add a wire').selectOption({ label: 'Quarry Hall' });
  await expect(page.getByRole('checkbox', { name: 'Passes on, to Quarry Hall' })).toBeChecked();
  await page.getByLabel('Transport to Quarry Hall').selectOption('DIN');
  let rig = await rigOf(page, id);
  expect(rig.wires.filter((w) => w.passesOn)).toEqual([expect.objectContaining({ transport: 'din' })]);
  // The floorboard reaches Quarry Hall twice now: straight, and through Murmur Loom.
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 6:/ }).click();
  await page.goto(`/rigs/${id}/gear`);
  await page.getByRole('button', { name: /^Murmur Loom/ }).click();
  await page.getByRole('button', { name: 'Delete the wire to Quarry Hall' }).click();
  rig = await rigOf(page, id);
  expect(rig.wires.filter((w) => w.passesOn)).toEqual([]);
});

test('a switch is planned before its target is known: a message and keys for nothing, and later what it is for', async ({
  page,
}) => {
  const id = await ownRig(page);
  await open(page, id, 'map');
  await page.getByRole('button', { name: /^FS 7:/ }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page.getByLabel('Without a parameter').selectOption('Send a message');
  await page.getByLabel('Number', { exact: true }).fill('44');
  await page.getByLabel('Number', { exact: true }).press('Enter');
  // A note is said by its name as well.
  await page.getByLabel('Kind of message').selectOption('note');
  await expect(page.getByText(/^Note \d+ is [A-G]♯?−?\d\.$/)).toBeVisible();
  await page.getByLabel('Kind of message').selectOption('CC');
  await expect(page.getByText(/^Note \d+ is/)).toHaveCount(0);
  await page.getByLabel('Then', { exact: true }).selectOption('Send a message without a parameter');
  await page.getByLabel('Then', { exact: true }).selectOption('Note a keystroke');
  await expect(page.getByText('It is for no parameter.')).toHaveCount(2);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take this message away' }).last().click();
  await expect(page.getByText('It is for no parameter.')).toHaveCount(1);
  await page.getByRole('button', { name: 'Name one…' }).click();
  await page.getByPlaceholder('Name of the parameter').fill('Low cut');
  await page.keyboard.press('Enter');
  await expect(page.getByText('It is for no parameter.')).toHaveCount(0);
  await expect(page.getByTestId('outcome')).toContainText('Low cut');
  const rig = await rigOf(page, id);
  const row = rig.assignments.find((a) => a.actions.some((x) => x.type === 'keystroke' && a.gesture.type === 'press'));
  expect(row?.actions).toMatchObject([
    { type: 'send', message: { type: 'cc', number: 44 }, behaviour: { type: 'momentary' } },
    { type: 'keystroke' },
  ]);
});
