// A rig small enough to read in one glance: one controller with two switches, a knob and a modifier, one target.

import { type Outcome, outcome } from '@/core/bench';
import { plainParameter } from '@/core/library';
import { channel, type Message, u7, u14 } from '@/core/midi';
import {
  type Arrival,
  type Assignment,
  type Behaviour,
  type Control,
  commonFirmware,
  commonReception,
  emptyRig,
  type Firmware,
  type Gesture,
  indexRig,
  type Landing,
  type Layer,
  type Parameter,
  plainLanding,
  plainMacro,
  plainTouch,
  type Reception,
  type Rig,
} from '@/core/rig';

export const cc = (number: number, ch = 5): Message => ({ type: 'cc', channel: channel(ch), number: u7(number) });
export const noteOn = (number: number, ch = 5): Message => ({ type: 'note', channel: channel(ch), number: u7(number) });
export const program = (number: number, ch = 5): Message => ({
  type: 'program',
  channel: channel(ch),
  number: u7(number),
  bank: null,
});

export const latching = (first: number, second: number): Behaviour => ({
  type: 'latching',
  first: u14(first),
  second: u14(second),
});
export const momentary = (down: number, up: number): Behaviour => ({ type: 'momentary', down: u14(down), up: u14(up) });
export const fixed = (value: number): Behaviour => ({ type: 'fixed', value: u14(value) });
export const range = (from: number, to: number): Behaviour => ({
  type: 'range',
  from: u14(from),
  to: u14(to),
  curve: { type: 'linear' },
});

const control = (id: string, kind: Control['kind'], order: number): Control => ({
  id,
  order,
  controllerId: 'board',
  name: id.toUpperCase(),
  kind,
  x: order * 40,
  y: 10,
  width: 20,
  height: 20,
  family: kind,
  familyOrder: order,
  side: 'none',
  subControls: [],
  light: 'none',
  ring: false,
  motor: false,
  detents: 0,
  display: null,
  calibration: null,
  factory: [],
  origin: '',
  port: '',
  polarity: 'usual',
  ...plainTouch,
});

export function parameter(id: string, change: Partial<Parameter> = {}): Parameter {
  return {
    ...plainParameter,
    ...plainMacro,
    id,
    order: 1,
    targetId: 'hall',
    name: id,
    kind: 'toggle',
    ...change,
  };
}

export const continuous = (id: string, lowest: number, highest: number, change: Partial<Parameter> = {}): Parameter =>
  parameter(id, { kind: 'continuous', lowest, highest, default: lowest, start: lowest, ...change });

export interface Gear {
  readonly firmware?: Partial<Firmware>;
  readonly reception?: Partial<Reception>;
  readonly layers?: readonly Layer[];
}

export function smallRig(parameters: readonly Parameter[], gear: Gear = {}): Rig {
  return {
    ...emptyRig('small', 'Small rig'),
    controllers: [
      {
        id: 'board',
        order: 1,
        name: 'Board',
        templateId: '',
        templateVersion: 0,
        setUp: { before: [], after: [] },
        clock: null,
        form: null,
        evidence: [],
        port: 'port 1',
        channel: channel(5),
        width: 300,
        height: 100,
        bankNames: ['One', 'Two'],
        firmware: { ...commonFirmware, banks: 2, ...gear.firmware },
        note: '',
      },
    ],
    controls: [
      control('fs1', 'footswitch', 1),
      control('fs2', 'footswitch', 2),
      control('k1', 'knob', 3),
      control('mod', 'footswitch', 4),
      control('k2', 'knob', 5),
    ],
    targets: [
      {
        id: 'hall',
        order: 1,
        name: 'Hall',
        kind: 'plugin',
        profileId: '',
        profileVersion: 0,
        setUp: { before: [], after: [] },
        channelBanks: [],
        form: null,
        evidence: [],
        port: '',
        version: '',
        reception: { ...commonReception, ...gear.reception },
        note: '',
      },
    ],
    parameters: [...parameters],
    wires: [
      {
        id: 'wire',
        order: 1,
        from: { unitId: 'board', port: '' },
        to: { unitId: 'hall', port: '' },
        transport: 'usb',
        channels: null,
        types: null,
        forNotes: true,
        forRemote: true,
        passesOn: false,
        translator: null,
        entered: null,
        note: '',
      },
    ],
    layers: [...(gear.layers ?? [])],
  };
}

export interface Function_ {
  readonly id?: string;
  readonly on?: string;
  readonly gesture?: Gesture['type'];
  readonly bank?: number | null;
  readonly layerId?: string | null;
  readonly message?: Message;
  readonly behaviour: Behaviour;
  readonly meant: readonly string[];
  readonly wants?: Assignment['wants'];
}

export function assignment(f: Function_): Assignment {
  const type = f.gesture ?? 'press';
  return {
    id: f.id ?? 'a1',
    order: 1,
    controlId: f.on ?? 'fs1',
    bank: f.bank ?? null,
    page: null,
    layerId: f.layerId ?? null,
    gesture: type === 'chord' ? { type, with: 'fs2', windowMs: 50, singlesFire: false } : { type },
    actions: [{ type: 'send', message: f.message ?? cc(104), behaviour: f.behaviour, pinned: false, meant: [...f.meant] }],
    textShort: '',
    textLong: '',
    colour: '',
    colourOff: '',
    lightBy: 'controller',
    wants: [...(f.wants ?? [])],
    minimum: false,
    entered: null,
    saved: null,
    proved: null,
    why: '',
    replaced: '',
    note: '',
  };
}

export function landing(parameterId: string, change: Partial<Landing> = {}): Landing {
  return {
    id: `l-${parameterId}`,
    order: 1,
    targetId: 'hall',
    parameterId,
    port: '',
    address: cc(104),
    hostLayerId: null,
    mode: 'absolute',
    coding: null,
    from: 0,
    to: 1,
    curve: { type: 'linear' },
    takeover: 'jump',
    setValue: 1,
    chosenBy: null,
    ...plainLanding,
    conditions: [],
    given: null,
    entered: null,
    proved: null,
    note: '',
    ...change,
  };
}

export const layer = (change: Partial<Layer> = {}): Layer => ({
  id: 'heel',
  order: 1,
  name: 'Heel',
  letter: 'H',
  shape: 'diamond',
  modifierControlId: 'mod',
  mode: 'while-held',
  tap: [],
  scope: { type: 'all' },
  madeIn: 'controller',
  signal: null,
  fallsThrough: true,
  blinks: 0,
  alsoOpenedBy: [],
  alsoSignals: [],
  together: false,
  signalBy: 'added',
  entered: null,
  ...change,
});

/** What is done on arriving at the first bank of the board: nothing, where nothing is said. */
export const arrival = (change: Partial<Arrival> = {}): Arrival => ({
  id: 'r',
  order: 0,
  controllerId: 'board',
  bank: 1,
  page: null,
  actions: [],
  latches: [],
  atStart: false,
  entered: null,
  note: '',
  ...change,
});

export const withFunctions = (rig: Rig, assignments: readonly Assignment[], landings: readonly Landing[]): Rig => ({
  ...rig,
  assignments: [...assignments],
  landings: [...landings],
});

/** The outcome of the first assignment of a rig. */
export function outcomeOf(rig: Rig, id = 'a1'): Outcome {
  const index = indexRig(rig);
  const found = index.assignments.get(id);
  if (!found) throw new Error(`no assignment ${id}`);
  return outcome(index, found);
}

/** What one parameter did. */
export function did(rig: Rig, parameterId: string, id = 'a1') {
  const result = outcomeOf(rig, id);
  if (result.type !== 'played') return result;
  return result.effects.find((e) => e.parameterId === parameterId)?.did ?? null;
}
