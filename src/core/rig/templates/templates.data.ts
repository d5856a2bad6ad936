// Controllers to start from. All are inventions of this project; none is modelled on a product.
import { grid, numbered, type Panel } from '../panel';
import type { Firmware } from '../schema';
import { commonFirmware } from './firmware';

export interface ControllerTemplate {
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  readonly channel: number;
  readonly bankNames: readonly string[];
  readonly firmware: Firmware;
  readonly panel: Panel;
}

const floorboard: ControllerTemplate = {
  id: 'floorboard-8-2',
  name: 'Floorboard 8+2',
  summary: '8 footswitches, 2 expression pedals, 4 banks',
  channel: 5,
  bankNames: ['Bank 1', 'Bank 2', 'Bank 3', 'Bank 4'],
  firmware: {
    ...commonFirmware,
    gestures: ['move', 'press', 'release', 'hold', 'double-tap', 'chord'],
    banks: 4,
    programmedAt: 'panel',
    recipe:
      'Hold EDIT. Step on {switch}. Turn to {type}, press. Turn to {channel}, press. Turn to {number}, press. Turn to {values}, press. Hold EDIT to keep.',
    shows: { channelBase: 1, programBase: 1, notes: 'number', middleC: 4 },
  },
  panel: {
    width: 476,
    height: 256,
    controls: [
      ...grid({
        kind: 'footswitch',
        names: [...numbered('FS', 4, 5), ...numbered('FS', 4)],
        columns: 4,
        x: 28,
        y: 22,
        dx: 80,
        dy: 118,
        width: 42,
        height: 42,
        family: 'footswitches',
        extras: { light: 'on-off', display: { short: 8, long: 20 } },
      }).map((c, i) => ({ ...c, familyOrder: i < 4 ? i + 4 : i - 4 })),
      ...grid({
        kind: 'expression',
        names: ['Ex 1', 'Ex 2'],
        columns: 2,
        x: 338,
        y: 26,
        dx: 68,
        dy: 0,
        width: 50,
        height: 140,
        family: 'pedals',
        extras: { calibration: { low: 0, high: 1, deadLow: 0, deadHigh: 0, curve: { type: 'linear' } } },
      }),
    ],
  },
};

const programBoard: ControllerTemplate = {
  id: 'stepper-4',
  name: 'Stepper 4',
  summary: 'Four switches that can only send program changes',
  channel: 1,
  bankNames: Array.from({ length: 32 }, (_, i) => `Bank ${i + 1}`),
  firmware: {
    ...commonFirmware,
    messages: ['program'],
    gestures: ['press'],
    switchModes: ['fixed', 'stepping'],
    messagesPerGesture: 1,
    banks: 32,
    counters: 1,
    programmedAt: 'panel',
    userSlots: 1,
    readOnlySlots: 0,
    shows: { channelBase: 1, programBase: 0, notes: 'number', middleC: 4 },
  },
  panel: {
    width: 300,
    height: 104,
    controls: grid({
      kind: 'footswitch',
      names: numbered('SW', 4),
      columns: 4,
      x: 24,
      y: 22,
      dx: 70,
      dy: 0,
      width: 36,
      height: 36,
      family: 'switches',
      extras: { light: 'on-off' },
    }),
  },
};

const slab: ControllerTemplate = {
  id: 'encoder-slab-16',
  name: 'Encoder slab 16',
  summary: '16 endless encoders that push, with rings',
  channel: 6,
  bankNames: ['Bank 1', 'Bank 2', 'Bank 3', 'Bank 4'],
  firmware: {
    ...commonFirmware,
    banks: 4,
    encoderModes: ['absolute', 'twos-complement', 'binary-offset', 'sign-magnitude'],
    releaseAfterHold: 'fires',
    lights: 'feedback',
  },
  panel: {
    width: 330,
    height: 248,
    controls: grid({
      kind: 'encoder',
      names: numbered('E', 16),
      columns: 4,
      x: 32,
      y: 18,
      dx: 80,
      dy: 56,
      width: 26,
      height: 26,
      family: 'encoders',
      extras: { ring: true, subControls: ['push'], light: 'colour' },
    }),
  },
};

const tray: ControllerTemplate = {
  id: 'pad-tray-16-8',
  name: 'Pad tray 4×4',
  summary: '16 pads, 8 knobs, 8 pad banks',
  channel: 10,
  bankNames: numbered('Pads', 8),
  firmware: {
    ...commonFirmware,
    banks: 8,
    messages: ['cc', 'note', 'program', 'channel-pressure', 'poly-pressure'],
    shows: { channelBase: 1, programBase: 1, notes: 'name', middleC: 3 },
    programmedAt: 'editor',
  },
  panel: {
    width: 420,
    height: 262,
    controls: [
      ...grid({
        kind: 'knob',
        names: numbered('K', 8),
        columns: 2,
        x: 26,
        y: 18,
        dx: 68,
        dy: 58,
        width: 24,
        height: 24,
        family: 'knobs',
      }),
      ...grid({
        kind: 'pad',
        names: [...numbered('P', 4, 13), ...numbered('P', 4, 9), ...numbered('P', 4, 5), ...numbered('P', 4)],
        columns: 4,
        x: 158,
        y: 16,
        dx: 64,
        dy: 58,
        width: 46,
        height: 32,
        family: 'pads',
        extras: { light: 'colour' },
      }).map((c, i) => ({ ...c, familyOrder: (3 - Math.floor(i / 4)) * 4 + (i % 4) })),
    ],
  },
};

const bench: ControllerTemplate = {
  id: 'fader-bench-9',
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

const keyboard: ControllerTemplate = {
  id: 'small-keys-8',
  name: 'Small keys 25',
  summary: '25 keys, 8 knobs, 4 buttons, a modulation strip, a pedal socket',
  channel: 1,
  bankNames: ['Preset 1'],
  firmware: {
    ...commonFirmware,
    messages: ['cc', 'note', 'program', 'pitch-bend', 'channel-pressure'],
    gestures: ['move', 'press', 'release'],
    switchModes: ['momentary', 'latching', 'fixed'],
    shows: { channelBase: 1, programBase: 1, notes: 'name', middleC: 4 },
  },
  panel: {
    width: 440,
    height: 226,
    controls: [
      ...grid({
        kind: 'ribbon',
        names: ['Mod strip'],
        columns: 1,
        x: 20,
        y: 20,
        dx: 0,
        dy: 0,
        width: 18,
        height: 76,
        family: 'strips',
      }),
      ...grid({
        kind: 'knob',
        names: numbered('K', 8),
        columns: 4,
        x: 74,
        y: 16,
        dx: 54,
        dy: 52,
        width: 22,
        height: 22,
        family: 'knobs',
      }),
      ...grid({
        kind: 'button',
        names: numbered('B', 4),
        columns: 2,
        x: 292,
        y: 20,
        dx: 54,
        dy: 52,
        width: 26,
        height: 14,
        family: 'buttons',
        extras: { light: 'on-off' },
      }),
      ...grid({
        kind: 'expression',
        names: ['Pedal'],
        columns: 1,
        x: 394,
        y: 18,
        dx: 0,
        dy: 0,
        width: 32,
        height: 78,
        family: 'pedals',
      }),
      ...grid({
        kind: 'key-range',
        names: ['Keys'],
        columns: 1,
        x: 20,
        y: 132,
        dx: 0,
        dy: 0,
        width: 400,
        height: 52,
        family: 'keys',
      }),
    ],
  },
};

const strips: ControllerTemplate = {
  id: 'knob-block-24',
  name: 'Knob block 24',
  summary: '24 knobs in three rows, 8 buttons',
  channel: 3,
  bankNames: ['Bank 1', 'Bank 2'],
  firmware: { ...commonFirmware, banks: 2, gestures: ['move', 'press', 'release'] },
  panel: {
    width: 440,
    height: 234,
    controls: [
      ...grid({
        kind: 'knob',
        names: numbered('K', 24),
        columns: 8,
        x: 20,
        y: 14,
        dx: 52,
        dy: 54,
        width: 22,
        height: 22,
        family: 'knobs',
      }),
      ...grid({
        kind: 'button',
        names: numbered('B', 8),
        columns: 8,
        x: 18,
        y: 182,
        dx: 52,
        dy: 0,
        width: 26,
        height: 14,
        family: 'buttons',
        extras: { light: 'on-off' },
      }),
    ],
  },
};

/** Controllers to choose from, in the order in which they are offered. */
export const controllerTemplates: readonly ControllerTemplate[] = [floorboard, programBoard, slab, tray, bench, keyboard, strips];
