// Controllers for the feet to start from. All are inventions of this project; none is modelled on a product.
import { commonFirmware, grid, numbered } from '../../rig';
import type { ControllerTemplate } from '../template';
import { move, press } from './factory';

const floorboard: ControllerTemplate = {
  id: 'floorboard-8-2',
  version: 1,
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
  version: 1,
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

const pedalTrio: ControllerTemplate = {
  id: 'pedal-trio',
  version: 1,
  name: 'Pedal trio',
  summary: '3 expression pedals, 2 footswitches, no banks',
  channel: 4,
  bankNames: ['Preset 1'],
  firmware: {
    ...commonFirmware,
    messages: ['cc', 'cc14', 'note', 'program', 'pitch-bend'],
    gestures: ['move', 'press', 'release'],
    messagesPerGesture: 3,
    programmedAt: 'browser',
  },
  panel: {
    width: 360,
    height: 240,
    controls: [
      ...grid({
        kind: 'expression',
        names: ['Left', 'Middle', 'Right'],
        columns: 3,
        x: 24,
        y: 20,
        dx: 84,
        dy: 0,
        width: 60,
        height: 168,
        family: 'pedals',
        extras: { calibration: { low: 0.02, high: 0.98, deadLow: 0.01, deadHigh: 0.01, curve: { type: 'linear' } } },
      }),
      ...grid({
        kind: 'footswitch',
        names: ['Side', 'Tap'],
        columns: 1,
        x: 294,
        y: 34,
        dx: 0,
        dy: 96,
        width: 34,
        height: 34,
        family: 'footswitches',
        extras: { light: 'on-off' },
      }),
    ],
  },
};

const waitingFloor: ControllerTemplate = {
  id: 'waiting-floor-6',
  version: 1,
  name: 'Waiting floor 6',
  summary: '6 footswitches that wait for holds and double taps, 1 pedal socket',
  channel: 2,
  bankNames: ['Bank 1', 'Bank 2', 'Bank 3', 'Bank 4', 'Bank 5', 'Bank 6', 'Bank 7', 'Bank 8'],
  firmware: {
    ...commonFirmware,
    gestures: ['move', 'press', 'release', 'hold', 'double-tap', 'repeat'],
    press: 'waits',
    releaseAfterDoubleTap: 'suppressed',
    banks: 8,
    bankButtons: false,
    togglesSurviveBankChange: false,
    programmedAt: 'panel',
    shows: { channelBase: 1, programBase: 0, notes: 'name', middleC: 3 },
    recipe:
      'Hold {switch} while switching on. Press 2 until the display shows {type}. Press 3 until it shows {channel}. Press 5 until it shows {number}. Press 6 until it shows {values}. Hold 1 to keep.',
  },
  panel: {
    width: 400,
    height: 210,
    controls: [
      ...grid({
        kind: 'footswitch',
        names: [...numbered('SW', 3, 4), ...numbered('SW', 3)],
        columns: 3,
        x: 26,
        y: 22,
        dx: 86,
        dy: 92,
        width: 36,
        height: 36,
        family: 'switches',
        extras: { light: 'colour', display: { short: 4, long: 4 } },
      }).map((c, i) => ({ ...c, familyOrder: i < 3 ? i + 3 : i - 3, factory: [press(i < 3 ? 80 + i + 3 : 80 + i - 3, 2)] })),
      ...grid({
        kind: 'expression',
        names: ['Pedal'],
        columns: 1,
        x: 300,
        y: 24,
        dx: 0,
        dy: 0,
        width: 56,
        height: 136,
        family: 'pedals',
        extras: { factory: [move(11, 2)] },
      }),
    ],
  },
};

/** What lies on the floor, invented. */
export const feet: readonly ControllerTemplate[] = [floorboard, programBoard, pedalTrio, waitingFloor];
