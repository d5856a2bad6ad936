// Desks to start from. All are inventions of this project; none is modelled on a product.
import { commonFirmware, grid, numbered, type PanelControl } from '../../rig';
import type { ControllerTemplate } from '../template';
import { move } from './factory';

/** One half of a two-sided desk; `x` is where it begins, in millimetres. */
function side(which: 'left' | 'right', prefix: string, x: number): PanelControl[] {
  const half = { side: which } as const;
  return [
    ...grid({
      kind: 'jog',
      names: [`${prefix} wheel`],
      columns: 1,
      x: x + 58,
      y: 16,
      dx: 0,
      dy: 0,
      width: 110,
      height: 110,
      family: 'wheels',
      extras: { ...half, subControls: ['touch'], detents: 96 },
    }),
    ...grid({
      kind: 'knob',
      names: [`${prefix} high`, `${prefix} mid`, `${prefix} low`],
      columns: 1,
      x: which === 'left' ? x + 196 : x + 22,
      y: 16,
      dx: 0,
      dy: 40,
      width: 22,
      height: 22,
      family: 'tone',
      extras: half,
    }),
    ...grid({
      kind: 'pad',
      names: Array.from({ length: 8 }, (_, i) => `${prefix} ${i + 1}`),
      columns: 4,
      x: x + 20,
      y: 164,
      dx: 52,
      dy: 56,
      width: 44,
      height: 30,
      family: `${which} pads`,
      extras: { ...half, light: 'colour' },
    }),
  ];
}

const crossfader = grid({
  kind: 'fader',
  names: ['Between'],
  columns: 1,
  x: 270,
  y: 150,
  dx: 0,
  dy: 0,
  width: 20,
  height: 96,
  family: 'faders',
});

const bench: ControllerTemplate = {
  id: 'fader-bench-9',
  version: 2,
  name: 'Fader bench 9',
  summary: '9 motor faders, 8 encoders, transport buttons',
  channel: 8,
  bankNames: ['Bank 1', 'Bank 2', 'Bank 3', 'Bank 4'],
  firmware: {
    ...commonFirmware,
    messages: ['cc', 'cc14', 'note', 'program', 'pitch-bend'],
    banks: 4,
    encoderModes: ['absolute', 'twos-complement'],
    lights: 'feedback',
    resendsPositions: true,
  },
  setUp: {
    before: [
      'Switch the touch messages of its faders off.',
      'Let its motors go to their ends once: they find their places by it.',
    ],
    after: ['Move one fader in the software and watch it follow.'],
  },
  panel: {
    width: 500,
    height: 276,
    controls: [
      ...grid({
        kind: 'encoder',
        names: numbered('E', 8),
        columns: 8,
        x: 17,
        y: 14,
        dx: 52,
        dy: 0,
        width: 32,
        height: 32,
        family: 'encoders',
        extras: { ring: true, subControls: ['push'] },
      }),
      ...grid({
        kind: 'fader',
        names: numbered('F', 9),
        columns: 9,
        x: 24,
        y: 90,
        dx: 52,
        dy: 0,
        width: 18,
        height: 84,
        family: 'faders',
        extras: { motor: true, subControls: ['touch'] },
      }),
      ...grid({
        kind: 'button',
        names: ['Back', 'Stop', 'Play', 'Record', 'Loop', 'Mark'],
        columns: 6,
        x: 20,
        y: 224,
        dx: 78,
        dy: 0,
        width: 58,
        height: 18,
        family: 'transport',
        extras: { light: 'on-off' },
      }),
    ],
  },
};

const jogDesk: ControllerTemplate = {
  id: 'jog-desk-2',
  version: 1,
  name: 'Jog desk',
  summary: 'two sides, each with a jog wheel, 8 pads and 3 knobs; a fader between',
  channel: 12,
  bankNames: ['Deck 1 + 2', 'Deck 3 + 4'],
  firmware: {
    ...commonFirmware,
    banks: 2,
    encoderModes: ['twos-complement', 'binary-offset'],
    lights: 'feedback',
    gestures: ['move', 'press', 'release', 'hold', 'double-tap'],
  },
  panel: {
    width: 560,
    height: 300,
    controls: [...side('left', 'L', 0), ...side('right', 'R', 320), ...crossfader],
  },
};

const mixerDesk: ControllerTemplate = {
  id: 'mixer-desk-16',
  version: 2,
  name: 'Mixer desk 16',
  summary: '16 faders, 16 knobs, 32 buttons, 2 banks',
  channel: 13,
  bankNames: ['Channels 1–16', 'Channels 17–32'],
  firmware: {
    ...commonFirmware,
    messages: ['cc', 'cc14', 'note', 'pitch-bend'],
    gestures: ['move', 'press', 'release'],
    banks: 2,
    lights: 'feedback',
    userSlots: 8,
  },
  setUp: { before: ['Choose the layout that sends plain control changes.'], after: ['Store the layout, and note its number.'] },
  panel: {
    width: 560,
    height: 290,
    controls: [
      ...grid({
        kind: 'knob',
        names: numbered('K', 16),
        columns: 16,
        x: 16,
        y: 14,
        dx: 34,
        dy: 0,
        width: 20,
        height: 20,
        family: 'knobs',
      }),
      ...grid({
        kind: 'button',
        names: [...numbered('A', 16), ...numbered('B', 16)],
        columns: 16,
        x: 15,
        y: 64,
        dx: 34,
        dy: 34,
        width: 22,
        height: 12,
        family: 'buttons',
        extras: { light: 'on-off' },
      }),
      ...grid({
        kind: 'fader',
        names: numbered('F', 16),
        columns: 16,
        x: 18,
        y: 140,
        dx: 34,
        dy: 0,
        width: 16,
        height: 110,
        family: 'faders',
      }).map((c, i) => ({ ...c, factory: [move(i < 12 ? 20 + i : 90 + i, 13)] })),
    ],
  },
};

/** What stands on a table, invented. */
export const desks: readonly ControllerTemplate[] = [bench, jogDesk, mixerDesk];
