// The jobs as they could be done at commit 1d389eb, action for action: what they took there is the measure.
import { begin, control, type Hands, place, waiting } from './hands';

/** Waits until the dialog is gone: no action. */
const gone = async ({ page }: Hands): Promise<void> => page.getByRole('dialog').waitFor({ state: 'detached' });

async function fillAlong(h: Hands): Promise<void> {
  await h.click(h.page.getByRole('button', { name: 'Fill along…' }));
  await h.click(h.page.getByRole('dialog').getByRole('button', { name: /^Fill \d+/ }));
  await gone(h);
}

const steps = Array.from({ length: 16 }, (_, i) => `Sound ${i + 1}`);

/** Ten switches, four banks: in each bank four of sixteen sounds by program, four effects the same in every bank. */
export async function tenSwitches(h: Hands): Promise<string> {
  const { page } = h;
  const id = await begin(h, 'Ten switches', { name: 'Ten', counts: { Pedals: 0, Banks: 4 } }, 'Sounds', [
    'name,kind,steps',
    `Sound,stepped,${steps.join(' | ')}`,
    'Delay,toggle',
    'Reverb,toggle',
    'Chorus,toggle',
    'Drive,toggle',
  ]);
  await h.click(place(page, 'Every bank'));
  await h.drag(waiting(page, 'Delay'), control(page, 'FS 5'));
  await fillAlong(h);
  await h.click(page.getByLabel('also those that have one'));
  for (let bank = 1; bank <= 4; bank++) {
    await h.click(place(page, `Bank ${bank}`));
    for (let at = 1; at <= 4; at++) {
      const sound = (bank - 1) * 4 + at;
      await h.drag(waiting(page, 'Sound'), control(page, `FS ${at}`));
      await h.choose(page.getByLabel('Kind of message'), 'program');
      await h.type(page.getByLabel('Number', { exact: true }), String(sound));
      await h.choose(page.getByLabel('How Sounds hears it'), 'set');
      await h.choose(page.getByLabel('Value of Sound'), `Sound ${sound}`);
    }
  }
  return id;
}

/** Eight strips: a fader, an encoder whose push came first, a button. */
export async function eightStrips(h: Hands): Promise<string> {
  const { page } = h;
  const strips = (name: string, kind: string): string[] => Array.from({ length: 8 }, (_, i) => `${name} ${i + 1},${kind}`);
  const id = await begin(
    h,
    'Eight strips',
    { name: 'Desk', counts: { Footswitches: 0, Pedals: 0, 'Endless encoders': 8, Faders: 8, Buttons: 8 } },
    'Mixer',
    [
      'name,kind',
      ...strips('Level', 'continuous'),
      ...strips('Pan', 'continuous'),
      ...strips('Solo', 'toggle'),
      ...strips('Mute', 'toggle'),
    ],
  );
  await h.click(control(page, 'E 1'));
  await h.click(page.getByRole('tab', { name: 'Press' }));
  await h.click(page.getByRole('button', { name: 'Assign a parameter' }));
  await h.type(page.getByPlaceholder('Name of the parameter'), 'Solo 1');
  await h.key('Enter');
  await fillAlong(h);
  for (const [first, onto] of [
    ['Level 1', 'F 1'],
    ['Mute 1', 'B 1'],
  ] as const) {
    await h.drag(waiting(page, first), control(page, onto));
    await fillAlong(h);
  }
  await h.click(control(page, 'E 1'));
  await h.click(page.getByRole('tab', { name: 'Move' }));
  await h.click(page.getByRole('button', { name: 'Assign a parameter' }));
  await h.type(page.getByPlaceholder('Name of the parameter'), 'Pan 1');
  await h.key('Enter');
  await fillAlong(h);
  // The numbers ran out above 119 on the way: each of these takes the next free one by itself.
  for (let at = 3; at <= 8; at++) await h.drag(waiting(page, `Mute ${at}`), control(page, `B ${at}`));
  return id;
}

/** Sixteen pads in four banks: sixty-four clips by note from 36 up. Colours could be given to none of them. */
export async function padBox(h: Hands): Promise<string> {
  const { page } = h;
  const clips = Array.from({ length: 64 }, (_, i) => `Clip ${i + 1},trigger`);
  const id = await begin(h, 'Pad box', { name: 'Pads', counts: { Footswitches: 0, Pedals: 0, Pads: 16, Banks: 4 } }, 'Clips', [
    'name,kind',
    ...clips,
  ]);
  for (let at = 0; at < 4; at++) {
    await h.click(place(page, `Bank ${at + 1}`));
    await h.drag(waiting(page, `Clip ${at * 16 + 1}`), control(page, 'P 1'));
    await h.choose(page.getByLabel('Kind of message'), 'note');
    await h.type(page.getByLabel('Number', { exact: true }), String(36 + at * 16));
    await fillAlong(h);
  }
  return id;
}
