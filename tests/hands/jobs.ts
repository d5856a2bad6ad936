// The jobs, action for action, as they are done in the fewest; from a rig with nothing in it to one that does the job.
import { begin, control, type Hands, place, waiting } from './hands';

/** Drags a parameter onto a control, and waits until that is chosen: no action more. */
async function put(h: Hands, parameter: string, onto: string): Promise<void> {
  await h.drag(waiting(h.page, parameter), control(h.page, onto));
  await waiting(h.page, parameter).waitFor({ state: 'detached' });
  await h.page.getByRole('heading', { name: onto, exact: true }).waitFor();
}

/** Repeats the chosen function over its neighbours: without those named, and on in the banks after it where that is wanted. */
async function fillAlong(
  { page, click }: Hands,
  { without = [], banks = false }: { without?: readonly string[]; banks?: boolean } = {},
) {
  const dialog = page.getByRole('dialog');
  await click(page.getByRole('button', { name: 'Fill along…' }));
  for (const name of without) await click(dialog.getByRole('checkbox', { name, exact: true }));
  if (banks) await click(dialog.getByLabel(/^and in the/));
  await click(dialog.getByRole('button', { name: /^Fill \d+/ }));
  await dialog.waitFor({ state: 'detached' });
}

const steps = Array.from({ length: 16 }, (_, i) => `Sound ${i + 1}`);

/** Ten switches, four banks: in each bank four of sixteen sounds by program, four effects the same in every bank. */
export async function tenSwitches(h: Hands): Promise<string> {
  const { page } = h;
  const id = await begin(h, 'Ten switches', { name: 'Ten', counts: { Footswitches: 10, Banks: 4 } }, 'Sounds', [
    'name,kind,steps',
    `Sound,stepped,${steps.join(' | ')}`,
    'Delay,toggle',
    'Reverb,toggle',
    'Chorus,toggle',
    'Drive,toggle',
  ]);
  await h.click(place(page, 'Every bank'));
  await put(h, 'Delay', 'FS 5');
  await fillAlong(h);
  await h.click(place(page, 'Bank 1'));
  await put(h, 'Sound', 'FS 1');
  await h.choose(page.getByLabel('Kind of message'), 'program');
  await h.type(page.getByLabel('Number', { exact: true }), '1');
  await fillAlong(h, { without: ['FS 9', 'FS 10'], banks: true });
  return id;
}

/** Eight strips: a fader, an encoder whose push came first, a button. */
export async function eightStrips(h: Hands): Promise<string> {
  const counts = { 'Endless encoders': 8, Faders: 8, Buttons: 8 };
  const id = await begin(h, 'Eight strips', { name: 'Desk', counts }, 'Mixer', [
    'name,kind',
    'Solo 1..8,toggle',
    'Level 1..8,continuous',
    'Pan 1..8,continuous',
    'Mute 1..8,toggle',
  ]);
  for (const [parameter, onto] of [
    ['Solo 1', 'E 1'],
    ['Level 1', 'F 1'],
    ['Pan 1', 'E 1'],
    ['Mute 1', 'B 1'],
  ] as const) {
    await put(h, parameter, onto);
    await fillAlong(h);
  }
  return id;
}

/** Sixteen pads in four banks: sixty-four clips by note from 36 up. */
export async function padBox(h: Hands): Promise<string> {
  const counts = { Pads: 16, Banks: 4 };
  const id = await begin(h, 'Pad box', { name: 'Pads', counts }, 'Clips', ['name,kind', 'Clip 1..64,trigger']);
  await put(h, 'Clip 1', 'P 1');
  await fillAlong(h, { banks: true });
  return id;
}

/** The same, and a colour for the pads of each bank: by changing all lines of a place in one go. */
export async function colouredPads(h: Hands): Promise<string> {
  const { page } = h;
  const id = await padBox(h);
  for (const [at, colour] of ['red', 'yellow', 'green', 'blue'].entries()) {
    await h.click(place(page, `Bank ${at + 1}`));
    await h.click(page.getByRole('grid', { name: 'Assignments' }).getByRole('row', { name: /^P 1 press/ }));
    await page.getByRole('grid', { name: 'Assignments' }).focus();
    await h.key('Control+a');
    await h.click(page.getByRole('button', { name: 'Change…' }));
    await h.type(page.getByRole('dialog').getByLabel('To', { exact: true }), colour);
    await h.click(page.getByRole('dialog').getByRole('button', { name: 'Change 16 functions' }));
    await page.getByRole('dialog').waitFor({ state: 'detached' });
  }
  return id;
}

const octaves = '−2|−1|0|+1|+2';

/** A wireless board: one pedal for three parameters, each in a range of its own; four values from one press; one counter for two switches, up and down. */
export async function wirelessBoard(h: Hands): Promise<string> {
  const { page } = h;
  const id = await begin(h, 'Wireless', { name: 'Board', counts: { Footswitches: 4, Pedals: 1 } }, 'Room', [
    'name,kind,range,unit,steps,start',
    'Decay,continuous,0.3..30,s',
    'Mix,continuous,0..100,%',
    'Low cut,continuous,20..1000,Hz',
    'Width,continuous,0..100,%',
    'Tone,continuous,0..100,%',
    'Level,continuous,-60..0,dB',
    'Freeze,toggle',
    `Octave,stepped,,,${octaves},0`,
  ]);
  for (const [name, low, high] of [
    ['Decay', '1', '8'],
    ['Mix', '15', '60'],
    ['Low cut', '600', '40'],
  ] as const) {
    await put(h, name, 'Ex 1');
    await h.type(page.getByLabel(`${name} at the low end`), low);
    await h.type(page.getByLabel(`${name} at the high end`), high);
  }
  await h.click(control(page, 'FS 1'));
  await h.key('v');
  const dialog = page.getByRole('dialog');
  for (const [name, value] of [
    ['Width', '80'],
    ['Tone', '30'],
    ['Level', '-12'],
  ] as const)
    await h.type(dialog.getByLabel(name, { exact: true }), value);
  await h.choose(dialog.getByLabel('Freeze', { exact: true }), 'On');
  await h.click(dialog.getByRole('button', { name: 'Set 4 values' }));
  await dialog.waitFor({ state: 'detached' });
  await put(h, 'Octave', 'FS 2');
  await h.choose(page.getByLabel('Kind of message'), 'program');
  await h.choose(page.getByLabel('Values'), 'counting');
  await page.getByLabel('Counter', { exact: true }).waitFor();
  await h.click(control(page, 'FS 2'));
  await h.key('Control+c');
  await h.click(control(page, 'FS 3'));
  await h.key('Control+v');
  await h.click(dialog.getByRole('button', { name: 'Copy 1 function' }));
  await dialog.waitFor({ state: 'detached' });
  await h.type(page.getByLabel('Step of this gesture'), '-1');
  return id;
}

/** A desk with two sides: on each a wheel, a fader, and a cue switch that keeps its tap and opens a layer of its side while it is held, its light blinking. */
export async function twoSidedDesk(h: Hands): Promise<string> {
  const { page } = h;
  const panel = { name: 'Desk', counts: { Faders: 1, Buttons: 4, 'Jog wheels': 1 }, twoSides: true };
  const id = await begin(h, 'Two sides', panel, 'Player', [
    'name,kind',
    'Cue 1..2,trigger',
    'Loop 1..2,toggle',
    'Level 1..2,continuous',
    'Pitch 1..2,continuous',
  ]);
  for (const [n, side] of [
    [1, 'L'],
    [2, 'R'],
  ] as const) {
    await put(h, `Level ${n}`, `${side} F 1`);
    await put(h, `Pitch ${n}`, `${side} W 1`);
  }
  for (const [n, side, words] of [
    [1, 'L', 'left'],
    [2, 'R', 'right'],
  ] as const) {
    await h.click(control(page, `${side} B 1`));
    await h.click(page.getByRole('button', { name: 'Layer…' }));
    const dialog = page.getByRole('dialog');
    await h.type(dialog.getByLabel('Name'), `Cue ${n}`);
    await h.choose(dialog.getByLabel('It reaches'), `its ${words} side`);
    await h.choose(dialog.getByLabel('Its light while the layer is open'), 'blinks twice a second');
    await h.click(dialog.getByRole('button', { name: 'Add layer' }));
    await dialog.waitFor({ state: 'detached' });
    await h.choose(page.getByLabel(`What the modifier of Cue ${n} does when tapped`), `tap: Cue ${n}`);
    await put(h, `Loop ${n}`, `${side} B 2`);
  }
  return id;
}
