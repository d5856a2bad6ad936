// For every check: a rig that has it, its twin that has not, and the changes offered, each applied. What must be so is stated in the
// domain notes of the project (sections 2 to 9); thresholds without a source are this project's and stand beside the checks.
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { down, played, up } from '../../../tests/kit/hand';
import {
  arrival,
  assignment,
  cc,
  continuous,
  type Function_,
  fixed,
  landing,
  latching,
  layer,
  momentary,
  noteOn,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { channel, type Message, u7, u14 } from '../midi';
import {
  type Action,
  type Assignment,
  apply,
  type Control,
  type Controller,
  type Firmware,
  insert,
  type Landing,
  type Layer,
  type Parameter,
  type Preset,
  type Reception,
  type Rig,
  type Target,
  type Wire,
} from '../rig';
import {
  accept,
  type CheckId,
  checkOf,
  checks,
  countStops,
  type Finding,
  judge,
  mendAll,
  offeredFixes,
  openAgain,
} from './index';

let n = 0;
const newId = (): string => `n${++n}`;
const all = (rig: Rig): readonly Finding[] => [...judge(rig).findings.values()].flat();
const has = (rig: Rig, id: CheckId): boolean => all(rig).some((f) => f.check === id);

interface Change {
  readonly firmware?: Partial<Firmware>;
  readonly controller?: Partial<Controller>;
  readonly reception?: Partial<Reception>;
  readonly target?: Partial<Target>;
  readonly control?: Partial<Control>;
  readonly wire?: Partial<Wire>;
  readonly landing?: Partial<Landing>;
  readonly parameter?: Parameter;
  readonly actions?: readonly Action[];
  readonly also?: (rig: Rig) => Rig;
}

/** A second switch that loads the second of two sounds, which holds some values. */
function sounds(values: Preset['values']): (rig: Rig) => Rig {
  const sound = parameter('sound', { kind: 'stepped', highest: 1, steps: ['Dark', 'Bright'] });
  const preset: Preset = {
    id: 'bright',
    order: 1,
    parameterId: 'sound',
    step: 1,
    stored: true,
    rest: 'stays',
    values,
    entered: null,
    note: '',
  };
  return (rig) => ({
    ...rig,
    parameters: [...rig.parameters, sound],
    presets: [preset],
    assignments: [
      ...rig.assignments,
      assignment({ id: 'load', on: 'fs2', message: program(1), behaviour: fixed(0), meant: ['sound'] }),
    ],
    landings: [...rig.landings, landing('sound', { id: 'l-load', address: program(1), mode: 'preset', setValue: 1 })],
  });
}

/** A layer of the host that listens for what its modifier sends anyway, with one function in it. */
function hosted(behaviour: Function_['behaviour'], change: Partial<Layer> = {}, also: readonly Assignment[] = []): Rig {
  const own = layer({ madeIn: 'host', signal: cc(77), signalBy: 'own', ...change });
  return one(
    {},
    {
      landing: { hostLayerId: own.id },
      also: (rig) => ({
        ...rig,
        layers: [own],
        assignments: [
          ...rig.assignments.map((a) => ({ ...a, layerId: own.id })),
          assignment({ id: 'opens', on: 'mod', message: cc(77), behaviour, meant: [] }),
          ...also,
        ],
      }),
    },
  );
}

/** One function on one switch, or on the knob where it moves. */
function one(f: Partial<Function_>, change: Change = {}): Rig {
  const p = change.parameter ?? parameter('freeze');
  const on = f.on ?? (f.gesture === 'move' ? 'k1' : 'fs1');
  const rig = smallRig([p], { firmware: change.firmware ?? {}, reception: change.reception ?? {} });
  const made = assignment({ behaviour: latching(127, 0), meant: [p.id], on, ...f });
  const whole = withFunctions(
    {
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, ...change.controller })),
      controls: rig.controls.map((c) => (c.id === on ? { ...c, ...change.control } : c)),
      targets: rig.targets.map((t) => ({ ...t, ...change.target })),
      wires: rig.wires.map((w) => ({ ...w, ...change.wire })),
    },
    [change.actions ? { ...made, actions: [...change.actions] } : made],
    [landing(p.id, { address: f.message ?? cc(104), from: p.lowest, to: p.highest, ...change.landing })],
  );
  return change.also ? change.also(whole) : whole;
}

const move = { gesture: 'move' as const, behaviour: range(0, 127) };
const more =
  (assignments: readonly Assignment[], landings: readonly Landing[] = [], parameters: readonly Parameter[] = []) =>
  (rig: Rig): Rig => ({
    ...rig,
    parameters: [...rig.parameters, ...parameters],
    assignments: [...rig.assignments, ...assignments],
    landings: [...rig.landings, ...landings],
  });
const second = (f: Partial<Function_>, m: Message = cc(105)) =>
  more(
    [assignment({ id: 'a2', behaviour: momentary(127, 0), meant: ['gate'], message: m, ...f })],
    [landing('gate', { id: 'l2', address: m })],
    [parameter('gate')],
  );
const go = (bank: number): Action => ({ type: 'go', to: { type: 'bank', bank } });
const lights = { light: 'on-off' as const };
const send = (number: number, meant: readonly string[] = ['freeze']): Action => ({
  type: 'send',
  message: cc(number),
  behaviour: fixed(127),
  pinned: false,
  meant: [...meant],
});
const many = Array.from({ length: 16 }, (_, i) => send(20 + i, i === 0 ? ['freeze'] : []));
const otherTarget =
  (change: Partial<Target>, wire: Partial<Wire> = {}) =>
  (rig: Rig): Rig => {
    const [hall] = rig.targets;
    const [w] = rig.wires;
    if (!hall || !w) throw new Error('small rig changed');
    return {
      ...rig,
      targets: [
        hall,
        { ...hall, id: 'organ', name: 'Organ', reception: { ...hall.reception, keepsStandardMeanings: true }, ...change },
      ],
      wires: [w, { ...w, id: 'w2', to: { unitId: 'organ', port: '' }, ...wire }],
    };
  };
const dB = (change: Partial<Parameter> = {}): Parameter =>
  continuous('level', -60, 6, { unit: 'dB', tags: ['loudness'], start: -12, default: -12, ...change });
const db = { message: cc(104), meant: ['level'] };
const pair: Message = { type: 'cc14', channel: channel(5), number: u7(20) };

const counting = { type: 'stepping', counterId: 'n1' } as const;
const list = parameter('freeze', { kind: 'stepped', lowest: 0, highest: 4, steps: [...'abcde'] });
const counter =
  (change: Partial<Rig['counters'][number]>) =>
  (rig: Rig): Rig => ({
    ...rig,
    counters: [
      {
        id: 'n1',
        order: 1,
        controllerId: rig.controllers[0]?.id ?? '',
        name: 'Chords',
        from: 0,
        to: 4,
        step: 1,
        atEnd: 'wrap',
        start: 0,
        firstPress: 'moves-on',
        ...change,
      },
    ],
  });
/** Two more units beside the target, that pass on to each other where `round`. */
const ring =
  (round: boolean) =>
  (rig: Rig): Rig => {
    const [hall] = rig.targets;
    const [w] = rig.wires;
    if (!hall || !w) throw new Error('small rig changed');
    const on = (id: string, from: string, to: string): Wire => ({
      ...w,
      id,
      from: { unitId: from, port: '' },
      to: { unitId: to, port: '' },
      passesOn: true,
    });
    return {
      ...rig,
      targets: [hall, { ...hall, id: 'organ', name: 'Organ' }, { ...hall, id: 'celeste', name: 'Celeste' }],
      wires: [
        w,
        { ...w, id: 'w2', to: { unitId: 'organ', port: '' } },
        on('w3', 'organ', 'celeste'),
        ...(round ? [on('w4', 'celeste', 'organ')] : []),
      ],
    };
  };

/** A fader over two strips of a bank of channels, and a switch that moves it on or does something else. */
const strips = (moved: boolean): Rig =>
  one(
    { ...move, meant: ['one'] },
    {
      parameter: continuous('one', 0, 1),
      target: { channelBanks: [{ name: 'Channels', moved: 'bank', width: 1, stride: 1, lanes: [['one', 'two']] }] },
      also: more(
        [assignment({ id: 'b', on: 'fs2', message: cc(30), behaviour: fixed(127), meant: [moved ? 'bank' : 'gate'] })],
        [landing(moved ? 'bank' : 'gate', { id: 'lb', address: cc(30), mode: moved ? 'increment' : 'toggle' })],
        [
          continuous('two', 0, 1),
          parameter('gate'),
          parameter('bank', { kind: 'stepped', highest: 1, steps: ['First', 'Second'] }),
        ],
      ),
    },
  );

/** A knob on the tempo of a target that goes by a clock, or not; so many others send it theirs. */
const inTime = (clock: 'followed' | 'ignored', leads: number): Rig =>
  one(
    { ...move, meant: ['tempo'] },
    {
      parameter: continuous('tempo', 20, 300, { unit: 'BPM' }),
      reception: { clock },
      also: (rig) => {
        const [hall] = rig.targets;
        const [wire] = rig.wires;
        if (!hall || !wire) return rig;
        const ids = Array.from({ length: leads }, (_, i) => `lead${i}`);
        return {
          ...rig,
          targets: [
            ...rig.targets,
            ...ids.map(
              (id, i): Target => ({
                ...hall,
                id,
                name: `Lead ${i + 1}`,
                order: i + 2,
                reception: { ...hall.reception, clock: 'sent' },
              }),
            ),
          ],
          parameters: [
            ...rig.parameters,
            ...ids.map((id, i) => continuous(`tempo-${id}`, 20, 300, { unit: 'BPM', targetId: id, order: i + 5 })),
          ],
          wires: [
            ...rig.wires,
            ...ids.map((id, i) => ({ ...wire, id: `w-${id}`, order: i + 2, from: { unitId: id, port: '' } })),
          ],
        };
      },
    },
  );

interface Case {
  readonly check: CheckId;
  readonly ill: Rig;
  readonly well: Rig;
  /** Labels of the changes offered; none where the fault lies in a device that cannot be changed here. */
  readonly fixes: readonly string[];
}

/** Switches that release each other. */
const releasing =
  (controlIds: string[], sendsOff: boolean) =>
  (rig: Rig): Rig => ({
    ...rig,
    groups: [
      {
        id: 'g',
        order: 0,
        controllerId: 'board',
        name: 'Group 1',
        bank: null,
        page: null,
        controlIds,
        pressedAgain: 'turns-off',
        sendsOff,
        entered: null,
        note: '',
      },
    ],
  });
/** A control change that goes out on arriving at the first bank. */
const arriving =
  (number: number, meant: string[], latches: [string, boolean][] = []) =>
  (rig: Rig): Rig => ({
    ...rig,
    arrivals: [
      arrival({
        actions: [{ type: 'send', message: cc(number), behaviour: fixed(127), pinned: false, meant }],
        latches: latches.map(([controlId, on]) => ({ controlId, on })),
        atStart: true,
      }),
    ],
  });

/** A sound that holds a gain of some decibels, loaded on arriving in place of by its switch. */
function loadedOnArriving(value: number): Rig {
  const gain = continuous('gain', -60, 6, { unit: 'dB', start: -12, tags: ['loudness'] });
  const rig = one(
    { gesture: 'move', behaviour: range(0, 127) },
    { parameter: gain, also: sounds([{ parameterId: 'gain', value }]) },
  );
  const isLoading = (a: Assignment): boolean => a.actions.some((x) => x.type === 'send' && x.meant.some((id) => id !== 'gain'));
  return {
    ...rig,
    assignments: rig.assignments.filter((a) => !isLoading(a)),
    arrivals: rig.assignments.filter(isLoading).map((a) => arrival({ actions: a.actions })),
  };
}

/** A layer opened by MOD, which sends a control change when it is tapped; a gate listens for CC 91. */
const tapped =
  (number: number, meant: string[]) =>
  (rig: Rig): Rig => ({
    ...rig,
    parameters: [...rig.parameters, parameter('gate')],
    landings: [...rig.landings, landing('gate', { id: 'l2', address: cc(91) })],
    layers: [
      layer({
        modifierControlId: 'mod',
        tap: [{ type: 'send', message: cc(number), behaviour: fixed(127), pinned: false, meant }],
      }),
    ],
  });

/** A board that sets the tempo of its clock on arriving, with such a clock or without. */
const arrivingInTime = (clock: Controller['clock']): Rig => {
  const rig = one({ message: cc(104) }, { also: arriving(104, ['freeze']) });
  return {
    ...rig,
    controllers: rig.controllers.map((c) => ({ ...c, clock })),
    arrivals: rig.arrivals.map((a) => ({ ...a, actions: [...a.actions, { type: 'tempo', bpm: 80 }] })),
  };
};

const cases = [
  {
    check: 'low-byte-shadowed',
    ill: one({ message: cc(52) }, { also: second({ on: 'k1', gesture: 'move', behaviour: range(0, 16383) }, pair) }),
    well: one({ message: cc(53) }, { also: second({ on: 'k1', gesture: 'move', behaviour: range(0, 16383) }, pair) }),
    fixes: ['Send CC 102 instead'],
  },
  { check: 'reserved-number', ill: one({ message: cc(98) }), well: one({ message: cc(95) }), fixes: ['Send CC 102 instead'] },
  {
    check: 'standard-meaning',
    ill: one({ message: cc(64) }, { reception: { keepsStandardMeanings: true } }),
    well: one(
      { message: cc(64) },
      { reception: { keepsStandardMeanings: true }, parameter: parameter('freeze', { role: 'sustain' }) },
    ),
    fixes: ['Send CC 102 instead'],
  },
  {
    check: 'outside-window',
    ill: one({}, { reception: { windows: [{ type: 'cc', channels: null, from: 20, to: 31 }] } }),
    well: one({ message: cc(25) }, { reception: { windows: [{ type: 'cc', channels: null, from: 20, to: 31 }] } }),
    fixes: ['Send CC 20 instead', 'Let Hall take CC 104'],
  },
  {
    check: 'not-routed',
    ill: one({}, { wire: { channels: [channel(1)] } }),
    well: one({}, { wire: { channels: [channel(5)] } }),
    fixes: ['Let it through the wire'],
  },
  {
    check: 'heard-twice',
    ill: one(
      { behaviour: fixed(127) },
      {
        landing: { mode: 'toggle' },
        also: (r) => ({ ...r, wires: [...r.wires, ...r.wires.map((w) => ({ ...w, id: 'again' }))] }),
      },
    ),
    well: one({ behaviour: fixed(127) }, { landing: { mode: 'toggle' } }),
    fixes: ['Switch Board → Hall off for remote control'],
  },
  {
    check: 'heard-by-other',
    ill: one({ message: noteOn(60) }, { also: otherTarget({}) }),
    well: one({ message: noteOn(60) }, { also: otherTarget({}, { channels: [channel(1)] }) }),
    fixes: ['Keep channel 5 off the wire to Organ'],
  },
  {
    check: 'bases-differ',
    ill: one(
      { message: program(3), behaviour: fixed(0) },
      { landing: { mode: 'toggle' }, firmware: { shows: { channelBase: 1, programBase: 0, notes: 'number', middleC: 4 } } },
    ),
    well: one(
      { message: program(3), behaviour: fixed(0) },
      { landing: { mode: 'toggle' }, firmware: { shows: { channelBase: 1, programBase: 1, notes: 'number', middleC: 4 } } },
    ),
    fixes: [],
  },
  {
    check: 'flips-back',
    ill: one({ behaviour: momentary(127, 0) }, { landing: { mode: 'toggle' }, reception: { actsOn: 'any-message' } }),
    well: one({ behaviour: momentary(127, 0) }, { landing: { mode: 'toggle' } }),
    fixes: ['Send 127 on every press', 'Hear it as on while held'],
  },
  {
    check: 'acts-while-held',
    ill: one({ behaviour: momentary(127, 0) }),
    well: one({ behaviour: momentary(127, 0) }, { landing: { mode: 'gate' } }),
    fixes: ['Alternate 127 and 0', 'It is meant: hear it as on while held'],
  },
  {
    check: 'stays-on',
    ill: one({ behaviour: latching(127, 0) }, { landing: { mode: 'gate' } }),
    well: one({ behaviour: momentary(127, 0) }, { landing: { mode: 'gate' } }),
    fixes: ['Send 127 on press, 0 on release', 'It is meant to stay: hear it as absolute'],
  },
  {
    check: 'light-disagrees',
    ill: one({ behaviour: fixed(127) }, { landing: { mode: 'toggle' }, control: lights }),
    well: one({ behaviour: latching(127, 0) }, { control: lights }),
    fixes: ['Alternate 127 and 0, heard as absolute'],
  },
  {
    check: 'light-after-change',
    ill: one({ behaviour: latching(127, 0) }, { control: lights, firmware: { lights: 'feedback' } }),
    well: one(
      { behaviour: latching(127, 0) },
      {
        control: lights,
        firmware: { lights: 'feedback' },
        reception: { feedback: 'same-address' },
        also: (r) => ({ ...r, wires: [...r.wires, ...r.wires.map((w) => ({ ...w, id: 'back', from: w.to, to: w.from }))] }),
      },
    ),
    fixes: ['Let Hall send its values back'],
  },
  {
    check: 'wrong-at-start',
    ill: one({ behaviour: latching(0, 127) }, { control: lights, parameter: parameter('freeze', { start: 1 }) }),
    well: one({ behaviour: latching(127, 0) }, { control: lights }),
    fixes: ['Alternate 127 and 0, heard as absolute'].slice(1),
  },
  {
    check: 'press-before-double-tap',
    ill: one({}, { firmware: { gestures: ['move', 'press', 'release', 'double-tap'] }, also: second({ gesture: 'double-tap' }) }),
    well: one(
      {},
      {
        firmware: { gestures: ['move', 'press', 'release', 'double-tap'], press: 'waits' },
        also: second({ gesture: 'double-tap' }),
      },
    ),
    fixes: ['Take the double tap off this switch'],
  },
  {
    check: 'release-before-double-tap',
    ill: one(
      { gesture: 'release' },
      { firmware: { gestures: ['move', 'press', 'release', 'hold', 'double-tap'] }, also: second({ gesture: 'double-tap' }) },
    ),
    well: one(
      { gesture: 'release' },
      {
        firmware: { gestures: ['move', 'press', 'release', 'hold', 'double-tap'], press: 'waits' },
        also: second({ gesture: 'double-tap' }),
      },
    ),
    fixes: ['Move it to a hold', 'Take the double tap off this switch'],
  },
  {
    check: 'waiting-delays',
    ill: one({}, { firmware: { press: 'waits' }, also: second({ gesture: 'hold' }) }),
    well: one({}, { firmware: { press: 'always-fires' }, also: second({ gesture: 'hold' }) }),
    fixes: ['Take gate (hold) off this switch'],
  },
  {
    check: 'too-many-actions',
    ill: one({}, { actions: many, firmware: { messagesPerGesture: 4 } }),
    well: one({}, { actions: many, firmware: { messagesPerGesture: 16 } }),
    fixes: ['Keep the first 4'],
  },
  {
    check: 'no-such-gesture',
    ill: one({ gesture: 'double-tap' }),
    well: one({ gesture: 'hold' }),
    fixes: ['Act on press', 'Act on release', 'Act on hold'],
  },
  {
    check: 'cannot-send',
    ill: one({}, { firmware: { switchModes: ['fixed', 'momentary'] } }),
    well: one({}),
    fixes: ['Send fixed values', 'Send momentary values'],
  },
  {
    check: 'relative-mismatch',
    ill: one(
      { ...move, on: 'k1', behaviour: { type: 'relative', coding: 'twos-complement', acceleration: 1 }, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        firmware: { encoderModes: ['absolute', 'twos-complement'] },
        reception: { modes: ['absolute', 'relative'], relativeEncodings: ['twos-complement', 'binary-offset'] },
        landing: { mode: 'relative', coding: 'binary-offset' },
      },
    ),
    well: one(
      { ...move, on: 'k1', behaviour: { type: 'relative', coding: 'twos-complement', acceleration: 1 }, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        firmware: { encoderModes: ['absolute', 'twos-complement'] },
        reception: { modes: ['absolute', 'relative'], relativeEncodings: ['twos-complement', 'binary-offset'] },
        landing: { mode: 'relative', coding: 'twos-complement' },
      },
    ),
    fixes: ['Read it in the coding that is sent'],
  },
  {
    check: 'coarse-steps',
    ill: one(
      { ...move, meant: ['head'], message: cc(20) },
      { parameter: continuous('head', 0, 240, { unit: 's', tolerance: 0.5 }), firmware: { messages: ['cc', 'cc14'] } },
    ),
    well: one(
      { ...move, meant: ['head'], message: cc(20) },
      { parameter: continuous('head', 0, 240, { unit: 's', tolerance: 2 }) },
    ),
    fixes: ['Send it in 14 bits', 'Move it only between 0 s and 63.5 s'],
  },
  {
    check: 'centre-unreachable',
    ill: one({ ...move, meant: ['gain'] }, { parameter: continuous('gain', -6, 6, { unit: 'dB', default: 0, start: 0 }) }),
    well: one(
      { ...move, meant: ['gain'] },
      { parameter: continuous('gain', -6, 6, { unit: 'dB', default: 0, start: 0, centre: 'at64' }) },
    ),
    fixes: ['End at 5.91 dB, so that 64 gives 0'],
  },
  {
    check: 'cut-at-sender',
    ill: one({ ...move, behaviour: range(0, 57), meant: ['mix'] }, { parameter: continuous('mix', 0, 100, { unit: '%' }) }),
    well: one({ ...move, meant: ['mix'] }, { parameter: continuous('mix', 0, 100, { unit: '%' }), landing: { to: 45 } }),
    fixes: ['Send everything, and let the target go from 0 % to 44.9 %'],
  },
  {
    check: 'jump-after-change',
    ill: one(
      { ...move, bank: 1, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        reception: { takeover: ['jump', 'pickup'] },
        also: second({ on: 'k1', gesture: 'move', bank: 2, behaviour: range(0, 127) }),
      },
    ),
    well: one(
      { ...move, bank: 1, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        reception: { takeover: ['jump', 'pickup'] },
        landing: { takeover: 'pickup' },
        also: second({ on: 'k1', gesture: 'move', bank: 2, behaviour: range(0, 127) }),
      },
    ),
    fixes: ['Wait until the knob passes the value'],
  },
  {
    check: 'backwards',
    ill: one({ ...move, behaviour: range(127, 0), meant: ['mix'] }, { parameter: continuous('mix', 0, 100) }),
    well: one({ ...move, meant: ['mix'] }, { parameter: continuous('mix', 0, 100), landing: { from: 100, to: 0 } }),
    fixes: ['Send 0 to 127', 'It is meant: reverse it at the target'],
  },
  {
    check: 'place-not-sent-again',
    ill: one(
      { ...move, bank: 1, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        control: { kind: 'expression' },
        also: second({ on: 'k1', gesture: 'move', bank: 2, behaviour: range(0, 127) }),
      },
    ),
    well: one(
      { ...move, bank: 1, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        control: { kind: 'expression' },
        firmware: { resendsPositions: true },
        also: second({ on: 'k1', gesture: 'move', bank: 2, behaviour: range(0, 127) }),
      },
    ),
    fixes: ['Board can send places again: switch that on'],
  },
  {
    check: 'dead-travel',
    ill: one(
      { ...move, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        control: { kind: 'expression', calibration: { low: 0, high: 1, deadLow: 0.2, deadHigh: 0, curve: { type: 'linear' } } },
      },
    ),
    well: one(
      { ...move, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        control: { kind: 'expression', calibration: { low: 0, high: 1, deadLow: 0.02, deadHigh: 0, curve: { type: 'linear' } } },
      },
    ),
    fixes: ['Take the dead zones out of the calibration'],
  },
  {
    check: 'unreachable-place',
    ill: one({ bank: 2 }, { firmware: { bankButtons: false } }),
    well: one({ bank: 2 }, { firmware: { bankButtons: true } }),
    fixes: ['Put it in every bank'],
  },
  {
    check: 'no-way-back',
    ill: one(
      { on: 'fs2' },
      {
        firmware: { bankButtons: false },
        also: more([{ ...assignment({ id: 'go', bank: 1, behaviour: fixed(127), meant: [] }), actions: [go(2)] }]),
      },
    ),
    well: one(
      { on: 'fs2' },
      {
        firmware: { bankButtons: false },
        also: more([
          { ...assignment({ id: 'go', bank: 1, behaviour: fixed(127), meant: [] }), actions: [go(2)] },
          { ...assignment({ id: 'back', bank: 2, behaviour: fixed(127), meant: [] }), actions: [go(1)] },
        ]),
      },
    ),
    fixes: ['FS1 in Two: back to One'],
  },
  {
    check: 'modifier-covered',
    ill: one({ on: 'mod', behaviour: fixed(127) }, { landing: { mode: 'toggle' }, also: (r) => ({ ...r, layers: [layer()] }) }),
    well: one({ on: 'fs1', behaviour: fixed(127) }, { landing: { mode: 'toggle' }, also: (r) => ({ ...r, layers: [layer()] }) }),
    fixes: ['Let a short tap do freeze', 'Take that function off'],
  },
  {
    check: 'modifier-stuck',
    ill: one(
      {},
      { wire: { transport: 'bluetooth' }, also: (r) => ({ ...r, layers: [layer({ madeIn: 'host', signal: cc(119) })] }) },
    ),
    well: one({}, { wire: { transport: 'usb' }, also: (r) => ({ ...r, layers: [layer({ madeIn: 'host', signal: cc(119) })] }) }),
    fixes: ['Use a USB cable', 'Switch the layer with a press instead'],
  },
  {
    check: 'release-elsewhere',
    ill: one(
      { behaviour: momentary(127, 0) },
      {
        landing: { mode: 'gate' },
        firmware: { releaseLookup: 'current-layer' },
        also: (r) => second({ layerId: 'heel' })({ ...r, layers: [layer()] }),
      },
    ),
    well: one(
      { behaviour: momentary(127, 0) },
      {
        landing: { mode: 'gate' },
        firmware: { releaseLookup: 'press-layer' },
        also: (r) => second({ layerId: 'heel' })({ ...r, layers: [layer()] }),
      },
    ),
    fixes: ['Board can end a press where it began: switch that on'],
  },
  {
    check: 'far-urgent',
    ill: one({ bank: 1 }, { parameter: parameter('freeze', { tags: ['urgent'] }), firmware: { banks: 8 } }),
    well: one({ bank: null }, { parameter: parameter('freeze', { tags: ['urgent'] }), firmware: { banks: 8 } }),
    // A second switch that alternates would lose presses to the first.
    fixes: ['Put it in every bank'],
  },
  {
    check: 'no-silence',
    ill: one({ bank: 1 }, { also: more([], [], [parameter('hush', { tags: ['panic'] })]) }),
    well: one(
      { bank: 1 },
      {
        also: more(
          [assignment({ id: 'a2', on: 'fs2', behaviour: fixed(127), meant: ['hush'], message: cc(105) })],
          [landing('hush', { address: cc(105) })],
          [parameter('hush', { tags: ['panic'] })],
        ),
      },
    ),
    fixes: ['hush on FS2 of Board, in every bank'],
  },
  {
    check: 'burst',
    ill: one({ message: cc(20) }, { actions: many, firmware: { messagesPerGesture: 32 }, wire: { transport: 'din' } }),
    well: one({ message: cc(20) }, { actions: many, firmware: { messagesPerGesture: 32 }, wire: { transport: 'usb' } }),
    fixes: ['Use a USB cable'],
  },
  {
    check: 'heavy-stream',
    ill: one(
      { ...move, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        wire: { transport: 'din' },
        actions: [20, 21, 22].map((number) => ({
          type: 'send',
          message: cc(number),
          behaviour: range(0, 127),
          pinned: false,
          meant: ['mix'],
        })),
      },
    ),
    well: one({ ...move, meant: ['mix'] }, { parameter: continuous('mix', 0, 100), wire: { transport: 'din' } }),
    fixes: ['Use a USB cable'],
  },
  {
    check: 'launch-misses',
    ill: one(
      { gesture: 'hold', behaviour: fixed(127) },
      { parameter: parameter('rec', { kind: 'trigger', highest: 9999 }), reception: { launchQuantisation: 'bar' } },
    ),
    well: one(
      { gesture: 'press', behaviour: fixed(127) },
      { parameter: parameter('rec', { kind: 'trigger', highest: 9999 }), reception: { launchQuantisation: 'bar' } },
    ),
    fixes: ['Act on press'],
  },
  {
    check: 'loud-step',
    ill: one({ ...db, behaviour: fixed(127) }, { parameter: dB(), landing: { mode: 'set', setValue: 6 } }),
    well: one({ ...db, behaviour: fixed(127) }, { parameter: dB(), landing: { mode: 'set', setValue: -9 } }),
    fixes: ['Keep it between −15 dB and −9 dB'],
  },
  {
    check: 'loud-jump',
    ill: one({ ...db, ...move }, { parameter: dB(), reception: { takeover: ['jump', 'pickup'] } }),
    well: one(
      { ...db, ...move },
      { parameter: dB(), reception: { takeover: ['jump', 'pickup'] }, landing: { takeover: 'pickup' } },
    ),
    fixes: ['Wait until the knob passes the value', 'Keep it between −15 dB and −9 dB'],
  },
  {
    check: 'flashing',
    ill: one(
      { gesture: 'repeat', behaviour: fixed(127) },
      { landing: { mode: 'toggle' }, target: { kind: 'lighting' }, firmware: { gestures: ['press', 'repeat'], repeatMs: 100 } },
    ),
    well: one(
      { gesture: 'repeat', behaviour: fixed(127) },
      { landing: { mode: 'toggle' }, target: { kind: 'lighting' }, firmware: { gestures: ['press', 'repeat'], repeatMs: 400 } },
    ),
    fixes: ['Act once for each press'],
  },
  {
    check: 'keystroke',
    ill: one({}, { actions: [send(104), { type: 'keystroke', keys: 'Ctrl S' }] }),
    well: one({}, { actions: [send(104)] }),
    fixes: ['Take the keystroke out'],
  },
  {
    check: 'light-cannot',
    ill: one(
      {},
      {
        control: { light: 'on-off' },
        also: (r) => ({ ...r, assignments: r.assignments.map((a) => ({ ...a, colourOff: 'blue' })) }),
      },
    ),
    well: one(
      {},
      {
        control: { light: 'colour' },
        also: (r) => ({ ...r, assignments: r.assignments.map((a) => ({ ...a, colour: 'red', colourOff: 'blue' })) }),
      },
    ),
    fixes: ['Leave its light as it is'],
  },
  {
    check: 'text-too-long',
    ill: one(
      {},
      {
        control: { display: { short: 6, long: 12 } },
        also: (r) => ({ ...r, assignments: r.assignments.map((a) => ({ ...a, textShort: 'FREEZE IT' })) }),
      },
    ),
    well: one(
      {},
      {
        control: { display: { short: 6, long: 12 } },
        also: (r) => ({ ...r, assignments: r.assignments.map((a) => ({ ...a, textShort: 'FREEZE' })) }),
      },
    ),
    fixes: ['Write “FRZ IT”'],
  },
  {
    check: 'same-name',
    ill: one(
      {},
      {
        also: more(
          [assignment({ id: 'a2', on: 'fs2', behaviour: latching(127, 0), meant: ['gate'], message: cc(105) })],
          [landing('gate', { id: 'l2', address: cc(105) })],
          [parameter('gate', { name: 'Freeze', group: 'Tail' })],
        ),
      },
    ),
    well: one({}, { also: second({ on: 'fs2' }) }),
    fixes: ['Call this one Tail Freeze'],
  },
  {
    check: 'no-parameter',
    ill: one({ meant: [] }),
    well: one({}),
    fixes: ['It is for freeze', 'Take it off'],
  },
  {
    check: 'leftover',
    ill: one({}, { also: more([], [landing('freeze', { id: 'l2', address: cc(90) })]) }),
    well: one({}),
    fixes: ['Let it listen no more'],
  },
  {
    check: 'free-controls',
    ill: one({}),
    well: one({}, { also: (r) => ({ ...r, controls: r.controls.filter((c) => c.id === 'fs1') }) }),
    fixes: [],
  },
  {
    check: 'count-past',
    ill: one({ behaviour: counting }, { parameter: list, also: counter({ from: 0, to: 4, step: 1 }) }),
    well: one({ behaviour: counting }, { parameter: list, also: counter({ from: 0, to: 124, step: 31 }) }),
    fixes: ['Count 0 to 124 by 31, and stop'],
  },
  {
    check: 'lost-press',
    ill: one({ bank: 1 }, { firmware: { banks: 2, togglesSurviveBankChange: false } }),
    well: one({ bank: 1 }, { firmware: { banks: 2, togglesSurviveBankChange: true } }),
    fixes: ['Send 127 on every press, and hear it as toggle'],
  },
  {
    check: 'goes-round',
    ill: one({}, { also: ring(true) }),
    well: one({}, { also: ring(false) }),
    fixes: ['Organ does not pass on to Celeste', 'Celeste does not pass on to Organ'],
  },
  {
    check: 'too-many-counters',
    ill: one(
      { behaviour: counting },
      { parameter: list, firmware: { counters: 0 }, also: counter({ from: 0, to: 124, step: 31 }) },
    ),
    well: one(
      { behaviour: counting },
      { parameter: list, firmware: { counters: 1 }, also: counter({ from: 0, to: 124, step: 31 }) },
    ),
    fixes: [],
  },
  {
    check: 'not-as-wanted',
    ill: one({ behaviour: momentary(127, 0), wants: [{ parameterId: 'freeze', want: 'stays' }] }),
    well: one({ behaviour: momentary(127, 0), wants: [{ parameterId: 'freeze', want: 'while-held' }] }),
    fixes: ['Alternate 127 and 0', 'Hear it as toggle', 'It is to last only while held'],
  },
  {
    check: 'target-lacks',
    ill: one({}, { landing: { mode: 'toggle' }, reception: { modes: ['absolute', 'gate'], actsOn: 'any-message' } }),
    well: one({}, { landing: { mode: 'absolute' }, reception: { modes: ['absolute', 'gate'] } }),
    fixes: ['Hear it as absolute', 'Hear it as gate'],
  },
  {
    check: 'only-in-front',
    ill: one({}, { reception: { scope: 'focused-window' } }),
    well: one({}, { reception: { scope: 'locked' } }),
    fixes: [],
  },
  {
    check: 'release-after-hold',
    ill: one(
      { gesture: 'hold' },
      {
        firmware: { releaseAfterHold: 'fires', gestures: ['press', 'release', 'hold'] },
        also: second({ gesture: 'release', behaviour: latching(127, 0) }),
      },
    ),
    well: one(
      { gesture: 'hold' },
      {
        firmware: { releaseAfterHold: 'suppressed', gestures: ['press', 'release', 'hold'] },
        also: second({ gesture: 'release', behaviour: latching(127, 0) }),
      },
    ),
    fixes: ['Take the hold off this switch'],
  },
  {
    check: 'never-picked-up',
    ill: one(move, { parameter: dB({ start: 3 }), landing: { from: -20, to: 0, takeover: 'pickup' } }),
    well: one(move, { parameter: dB({ start: -6 }), landing: { from: -20, to: 0, takeover: 'pickup' } }),
    fixes: ['Start the show at 0 dB', 'Jump to the control'],
  },
  {
    check: 'irregular',
    ill: one(
      { message: pair, behaviour: latching(16383, 0) },
      { landing: { mode: 'toggle' }, reception: { actsOn: 'any-message', fourteenBit: 'act-on-each' } },
    ),
    well: one(
      { message: pair, behaviour: latching(16383, 0) },
      { landing: { mode: 'absolute' }, reception: { actsOn: 'any-message', fourteenBit: 'act-on-each' } },
    ),
    fixes: ['Hear it as a value', 'Hear it as on while held'],
  },
  {
    check: 'lives-elsewhere',
    ill: one({}, { reception: { livesIn: 'project' } }),
    well: one({}, { reception: { livesIn: 'host-wide' } }),
    fixes: ['It is kept in a template now'],
  },
  {
    check: 'preset-lies',
    ill: one({}, { control: { light: 'on-off' }, also: sounds([{ parameterId: 'freeze', value: 1 }]) }),
    well: one({}, { control: { light: 'on-off' }, also: sounds([]) }),
    fixes: ['Leave freeze out of Bright'],
  },
  {
    check: 'preset-leap',
    ill: one(
      { gesture: 'move', behaviour: range(0, 127) },
      {
        parameter: continuous('gain', -60, 6, { unit: 'dB', start: -12, tags: ['loudness'] }),
        also: sounds([{ parameterId: 'gain', value: 0 }]),
      },
    ),
    well: one(
      { gesture: 'move', behaviour: range(0, 127) },
      {
        parameter: continuous('gain', -60, 6, { unit: 'dB', start: -12, tags: ['loudness'] }),
        also: sounds([{ parameterId: 'gain', value: -6 }]),
      },
    ),
    fixes: ['Keep gain at −6 dB in Bright'],
  },
  {
    check: 'released-in-silence',
    ill: one({}, { control: { light: 'on-off' }, also: releasing(['fs1', 'fs2'], false) }),
    well: one({}, { control: { light: 'on-off' }, also: releasing(['fs1', 'fs2'], true) }),
    fixes: ['Let the one that goes off say so'],
  },
  {
    check: 'group-of-one',
    ill: one({}, { also: releasing(['fs1'], true) }),
    well: one({}, { also: releasing(['fs1', 'fs2'], true) }),
    fixes: [],
  },
  {
    check: 'arrival-moves',
    ill: one({ message: cc(104) }, { also: arriving(104, []) }),
    well: one({ message: cc(104) }, { also: arriving(104, ['freeze']) }),
    fixes: [],
  },
  {
    check: 'arrival-lies',
    ill: one({}, { firmware: { banks: 2 }, control: { light: 'on-off' }, also: arriving(91, [], [['fs1', true]]) }),
    well: one({}, { firmware: { banks: 2 }, control: { light: 'on-off' }, also: arriving(104, ['freeze'], [['fs1', true]]) }),
    fixes: ['Leave FS1 as it is on arriving'],
  },
  {
    check: 'arrival-unheard',
    ill: one({ message: cc(104) }, { also: arriving(91, ['freeze']) }),
    well: one({ message: cc(104) }, { also: arriving(104, ['freeze']) }),
    fixes: [],
  },
  {
    check: 'reversed-switch',
    ill: one({ behaviour: momentary(127, 0), gesture: 'press' }, { control: { polarity: 'reversed' } }),
    well: one(
      { behaviour: momentary(127, 0), gesture: 'press' },
      { control: { polarity: 'reversed' }, firmware: { sensesPolarity: true } },
    ),
    fixes: ['FS1 was turned round: it closes when pressed'],
  },
  {
    check: 'springs-back',
    ill: one({ ...move }, { parameter: continuous('cutoff', 0, 100, { start: 20, default: 20 }), control: { springsTo: 0.5 } }),
    well: one({ ...move }, { parameter: continuous('bend', -50, 50, { start: 0, default: 0 }), control: { springsTo: 0.5 } }),
    fixes: ['Start the show with cutoff at 50.4', 'K1 stays where it is left'],
  },
  {
    check: 'pressure-behind',
    ill: one({ ...move }, { parameter: parameter('flare', { kind: 'trigger' }), control: { aftertouch: 'after-strike' } }),
    well: one({ ...move }, { parameter: continuous('depth', 0, 1), control: { aftertouch: 'after-strike' } }),
    fixes: ['K1 sends pressure only when it is pressed on purpose'],
  },
  {
    check: 'moved-along-too',
    ill: one(
      { ...move, meant: ['swell'] },
      {
        parameter: continuous('swell', 0, 1),
        also: (rig) =>
          more(
            [assignment({ id: 'm', on: 'k2', gesture: 'move', message: cc(30), behaviour: range(0, 127), meant: ['macro'] })],
            [landing('macro', { id: 'lm', address: cc(30) })],
            [continuous('macro', 0, 1, { drives: [{ parameterId: 'swell', from: 0, to: 1, curve: { type: 'linear' } }] })],
          )(rig),
      },
    ),
    // A macro that nothing moves is no second hand.
    well: one(
      { ...move, meant: ['swell'] },
      {
        parameter: continuous('swell', 0, 1),
        also: more(
          [],
          [],
          [continuous('macro', 0, 1, { drives: [{ parameterId: 'swell', from: 0, to: 1, curve: { type: 'linear' } }] })],
        ),
      },
    ),
    fixes: ['Take swell out of macro'],
  },
  {
    check: 'needs-first',
    ill: one(
      {},
      {
        landing: { conditions: [{ words: 'the track is armed', when: { parameterId: 'armed', value: 1 } }] },
        also: more([], [], [parameter('armed')]),
      },
    ),
    well: one({}),
    fixes: ['Start the show with armed at On'],
  },
  {
    check: 'layer-opens',
    ill: hosted(fixed(127)),
    well: hosted(momentary(127, 0)),
    fixes: ['Send 127 when it goes down and 0 when it comes up', 'Open it with one press, close it with the next'],
  },
  {
    check: 'fires-again',
    ill: one({ gesture: 'repeat' }, { firmware: { gestures: ['press', 'repeat'] } }),
    well: one({ gesture: 'press' }, { firmware: { gestures: ['press', 'repeat'] } }),
    fixes: ['Fire once, at the press'],
  },
  {
    check: 'tap-moves',
    ill: one({ message: cc(104) }, { also: tapped(104, ['gate']) }),
    well: one({ message: cc(104) }, { also: tapped(91, ['gate']) }),
    fixes: ['Send something else when it is tapped'],
  },
  {
    check: 'tap-unheard',
    ill: one({ message: cc(104) }, { also: tapped(91, ['freeze']) }),
    well: one({ message: cc(104) }, { also: tapped(104, ['freeze']) }),
    fixes: [],
  },
  {
    check: 'besides-lacks',
    ill: one({ message: cc(104) }, { firmware: { messages: ['note'] }, also: tapped(91, ['gate']) }),
    well: one({ message: cc(104) }, { also: tapped(91, ['gate']) }),
    fixes: [],
  },
  {
    check: 'besides-leap',
    ill: loadedOnArriving(0),
    well: loadedOnArriving(-6),
    fixes: ['Keep gain at −6 dB in Bright'],
  },
  { check: 'no-clock-to-set', ill: arrivingInTime(null), well: arrivingInTime({ bpm: 90 }), fixes: [] },
  { check: 'held-by-clock', ill: inTime('followed', 1), well: inTime('ignored', 1), fixes: ['Let Hall follow no clock'] },
  { check: 'clock-followed', ill: inTime('followed', 2), well: inTime('followed', 1), fixes: [] },
  {
    check: 'bank-never-moves',
    ill: strips(false),
    well: strips(true),
    fixes: [],
  },
] as const satisfies readonly Case[];

/** Checks whose worked examples stand in checks.test.ts. */
const other = [
  'address-clash',
  'channel-mode-number',
  'first-press-does-nothing',
  'every-second-press',
  'never-off',
  'never-registers',
  'press-before-hold',
] as const satisfies readonly CheckId[];

/** A check without an example does not compile. */
type WithoutExample = Exclude<CheckId, (typeof cases)[number]['check'] | (typeof other)[number]>;
const everyCheckHasOne: [WithoutExample] extends [never] ? true : WithoutExample = true;

it('every check there is stands in this table or the other one, and says how grave its findings can be', () => {
  expect(everyCheckHasOne).toBe(true);
  expect([...new Set([...cases.map((c) => c.check), ...other])].sort()).toEqual(checks.map((c) => c.id).sort());
  // What rests on something that nobody stated would be as grave if it were so.
  for (const rig of [...cases.map((c) => c.ill), lanternHour()])
    for (const { check, severity, assumed } of all(rig))
      expect(checkOf(check).severities, check).toContain(assumed === null ? severity : 'stop');
});

describe.each(cases)('$check', ({ check, ill, well, fixes }) => {
  it('is found where it is, and not in the twin', () => {
    expect(has(ill, check)).toBe(true);
    expect(has(well, check)).toBe(false);
  });
  it('offers changes, each of which takes it away and adds nothing that must be fixed', () => {
    const judgement = judge(ill);
    const finding = all(ill).find((f) => f.check === check);
    if (!finding) throw new Error('not found');
    const offered = offeredFixes(judgement, finding, newId);
    expect(offered.map((f) => f.label)).toEqual(fixes);
    for (const fix of offered) {
      const after = apply(ill, fix.edit);
      if (!after.ok) throw new Error(JSON.stringify(after.error));
      expect(
        all(after.value).some((f) => f.check === check && f.subjectId === finding.subjectId && f.title === finding.title),
      ).toBe(false);
      expect(countStops(judge(after.value))).toBeLessThanOrEqual(countStops(judgement));
    }
  });
  it('offers changes that never leave a tick on what is no longer as it was entered', () => {
    const entered = { at: '2026-09-01T10:00:00.000Z' };
    const rig: Rig = { ...ill, assignments: ill.assignments.map((a) => ({ ...a, entered })) };
    // What stands in the controller: the gesture, and what is sent. What it is meant for stands in the map alone.
    const inside = ({ gesture, actions }: Assignment): string =>
      JSON.stringify([gesture, actions.map((a) => (a.type === 'send' ? { ...a, meant: [], pinned: false } : a))]);
    const was = new Map(rig.assignments.map((a) => [a.id, inside(a)]));
    const finding = all(rig).find((f) => f.check === check);
    if (!finding) throw new Error('not found');
    const offered = offeredFixes(judge(rig), finding, newId);
    expect(offered.map((f) => f.label)).toEqual(fixes);
    for (const fix of offered) {
      const after = apply(rig, fix.edit);
      if (!after.ok) throw new Error(JSON.stringify(after.error));
      const changed = after.value.assignments.filter((a) => was.has(a.id) && was.get(a.id) !== inside(a));
      expect(changed.filter((a) => a.entered !== null).map(() => fix.label)).toEqual([]);
    }
  });
});

describe('fixes', () => {
  it('never raise the number of stops, on rigs with random mistakes', () => {
    const pick = fc.record({
      behaviour: fc.constantFrom(latching(0, 127), latching(127, 0), fixed(127), fixed(40), momentary(127, 0)),
      mode: fc.constantFrom('absolute' as const, 'toggle' as const, 'gate' as const),
      number: fc.constantFrom(7, 98, 104, 104, 121),
      gesture: fc.constantFrom('press' as const, 'hold' as const, 'release' as const),
      on: fc.constantFrom('fs1', 'fs2'),
      bank: fc.constantFrom(null, 1, 2, 3),
    });
    fc.assert(
      fc.property(
        fc.array(pick, { minLength: 1, maxLength: 4 }),
        fc.constantFrom('always-fires' as const, 'waits' as const),
        (list, press) => {
          const rig = withFunctions(
            smallRig(
              list.map((_, i) => parameter(`p${i}`)),
              { firmware: { press } },
            ),
            list.map((x, i) =>
              assignment({
                id: `a${i}`,
                on: x.on,
                gesture: x.gesture,
                bank: x.bank,
                message: cc(x.number),
                behaviour: x.behaviour,
                meant: [`p${i}`],
              }),
            ),
            list.map((x, i) => landing(`p${i}`, { id: `l${i}`, address: cc(x.number), mode: x.mode })),
          );
          const judgement = judge(rig);
          for (const finding of all(rig)) {
            for (const fix of offeredFixes(judgement, finding, newId)) {
              const after = apply(rig, fix.edit);
              if (!after.ok) throw new Error(JSON.stringify(after.error));
              expect(countStops(judge(after.value))).toBeLessThanOrEqual(countStops(judgement));
            }
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  it('mend all of one kind in one change, and say what is left', () => {
    const judgement = judge(lanternHour());
    const work = mendAll(judgement, 'address-clash', newId);
    let step = work.next();
    while (!step.done) step = work.next();
    const { edit, mended, left } = step.value;
    if (!edit) throw new Error('nothing mended');
    const after = apply(judgement.index.rig, edit);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    expect({ mended, left }).toEqual({ mended: 2, left: 0 });
    expect(has(after.value, 'address-clash')).toBe(false);
  });
});

describe('an accepted finding', () => {
  const at = '2026-02-01T10:00:00.000Z';
  const ill = one({ behaviour: fixed(127) });
  const finding = all(ill).find((f) => f.check === 'never-off');
  if (!finding) throw new Error('not found');
  const done = apply(ill, accept(judge(ill).index, finding, 'I switch it off by hand.', at, 'acc'));
  if (!done.ok) throw new Error('does not apply');
  const accepted = (rig: Rig) => all(rig).find((f) => f.check === 'never-off')?.accepted ?? null;
  it('stays accepted, with its reason, when something else changes', () => {
    expect(accepted(done.value)).toEqual({ id: 'acc', reason: 'I switch it off by hand.' });
    const ticked = { ...done.value, assignments: done.value.assignments.map((a) => ({ ...a, entered: { at }, note: 'x' })) };
    expect(accepted(ticked)).not.toBeNull();
    const more = apply(done.value, insert('parameters', parameter('other')));
    if (more.ok) expect(accepted(more.value)).not.toBeNull();
  });
  it('is open again when what it rests on changes, or when it is opened', () => {
    const other = { ...done.value, parameters: done.value.parameters.map((p) => ({ ...p, default: 1 })) };
    expect(accepted(other)).toBeNull();
    const again = all(done.value).find((f) => f.check === 'never-off');
    const edit = again && openAgain(judge(done.value).index, [again]);
    const opened = edit ? apply(done.value, edit) : null;
    expect(opened?.ok && accepted(opened.value)).toBeNull();
  });
  it('is judged the same anew and after the edit', () => {
    const later = judge(done.value, judge(ill));
    expect(new Map([...later.findings].sort())).toEqual(new Map([...judge(done.value).findings].sort()));
  });
});

it('a clock is told of where it has no tempo to go by, or to be sent at', () => {
  const told = (clock: 'followed' | 'sent', unit: string): readonly unknown[] => {
    const rig = one({ ...move, meant: ['p'] }, { parameter: continuous('p', 20, 300, { unit }), reception: { clock } });
    return [...judge(rig).findings.values()].flat().flatMap((f) => (f.check === 'clock-followed' ? [f.facts.why] : []));
  };
  expect([told('followed', 'Hz'), told('followed', 'BPM'), told('sent', 'Hz'), told('sent', 'BPM')]).toEqual([
    ['no-tempo'],
    ['nobody'],
    ['sends-none'],
    [],
  ]);
});

it('a layer of the host is told of where it does not open and close with its modifiers', () => {
  const told = (rig: Rig): readonly unknown[] =>
    all(rig).flatMap((f) => (f.check === 'layer-opens' ? [[f.facts.how, f.facts.control]] : []));
  const beside = (number: number): readonly Assignment[] => [
    assignment({ id: 'too', on: 'fs2', message: cc(number), behaviour: momentary(127, 0), meant: [] }),
  ];
  const both = (number: number): Partial<Layer> => ({
    alsoOpenedBy: ['fs2'],
    together: true,
    alsoSignals: [{ controlId: 'fs2', message: cc(number) }],
  });
  expect(told(hosted(momentary(127, 0), both(78), beside(78)))).toEqual([]);
  expect(told(hosted(momentary(127, 0), both(77), beside(77)))).toEqual([['too-soon', 'MOD']]);
  expect(told(hosted(momentary(127, 0), { ...both(78), alsoSignals: [] }, beside(77)))).toEqual([['too-soon', 'MOD']]);
  expect(told(hosted(latching(127, 0)))).toEqual([['stays', 'MOD']]);
  expect(told(hosted(latching(127, 0), { mode: 'toggled' }))).toEqual([['stays', 'MOD']]);
  expect(told(hosted(fixed(127), { mode: 'toggled' }))).toEqual([]);
  // Each alone: one that sends something else opens nothing, until the host listens for it too.
  const either = hosted(momentary(127, 0), { alsoOpenedBy: ['fs2'] }, beside(78));
  expect(told(either)).toEqual([['not-by', 'FS2']]);
  const found = all(either).find((f) => f.check === 'layer-opens');
  const [heard] = found ? offeredFixes(judge(either), found, newId) : [];
  const mended = heard && apply(either, heard.edit);
  expect([heard?.label, mended?.ok && told(mended.value)]).toEqual(['Let the host listen for it as well', []]);
  // Numbers of its own are let go with the finger.
  expect(told(hosted(fixed(127), { signal: cc(78), signalBy: 'added' }))).toEqual([]);
});

describe('an encoder with a message for each way, the wrong way round', () => {
  const click = (way: 'up' | 'down', number: number): Action => ({
    type: 'send',
    message: cc(number),
    behaviour: { type: 'click', way, value: u14(127) },
    pinned: false,
    meant: ['freeze'],
  });
  const turned = (actions: readonly Action[], mode: Landing['mode'] = 'increment'): Rig =>
    one(
      { gesture: 'move', message: cc(30) },
      {
        parameter: continuous('freeze', 0, 100, { start: 50 }),
        firmware: { encoderModes: ['each-way'] },
        reception: { modes: ['increment', 'decrement'] },
        control: { kind: 'encoder' },
        landing: { mode },
        actions,
        also: more([], [landing('freeze', { id: 'down', address: cc(31), mode: 'decrement', from: 0, to: 100 })]),
      },
    );
  const told = (rig: Rig) => all(rig).filter((f) => f.check === 'backwards' || f.check === 'not-as-wanted');
  it('is told once, and the two change places', () => {
    const [found, ...rest] = told(turned([click('down', 30), click('up', 31)]));
    expect([found?.check, found?.severity, rest]).toEqual(['backwards', 'caution', []]);
    expect(told(turned([click('up', 30), click('down', 31)]))).toEqual([]);
    const offered = found ? offeredFixes(judge(turned([click('down', 30), click('up', 31)])), found, newId) : [];
    expect(offered.map((f) => f.label)).toContain('Let the two messages change places');
  });
  it('is more than turned round where only one way does anything', () => {
    const right = turned([click('up', 30)], 'decrement');
    expect(told(right).map((f) => f.check)).toEqual(['not-as-wanted']);
  });
});

it('an encoder that sends clicks alone is not planned with where it stands', () => {
  const rig = (encoderModes: Firmware['encoderModes']): Rig =>
    one(
      { ...move, meant: ['mix'] },
      {
        parameter: continuous('mix', 0, 100),
        control: { kind: 'encoder' },
        firmware: { encoderModes },
        reception: { modes: ['absolute', 'relative'], relativeEncodings: ['twos-complement'] },
      },
    );
  expect(has(rig(['absolute', 'twos-complement']), 'cannot-send')).toBe(false);
  const ill = rig(['twos-complement']);
  const found = all(ill).find((f) => f.check === 'cannot-send');
  expect(found?.facts.what).toBe('positions');
  expect(found && offeredFixes(judge(ill), found, newId).map((f) => f.label)).toEqual(['Send clicks']);
});

it('a tempo is set on a clock that is sent, and two clocks at one target are told by their names', () => {
  const setting = (clock: Controller['clock'], follows: boolean): Rig => {
    const rig = one(
      { gesture: 'press', meant: [] },
      {
        parameter: continuous('mix', 20, 300, { unit: 'BPM' }),
        reception: follows ? { clock: 'followed' } : {},
        actions: [{ type: 'tempo', bpm: null }],
      },
    );
    return { ...rig, controllers: rig.controllers.map((c) => ({ ...c, clock })) };
  };
  expect(has(setting({ bpm: 96 }, false), 'cannot-send')).toBe(false);
  const ill = setting(null, true);
  const found = all(ill).find((f) => f.check === 'cannot-send');
  const [fix] = found ? offeredFixes(judge(ill), found, newId) : [];
  expect([found?.facts.what, fix?.label]).toEqual(['clock', expect.stringMatching(/send a clock, at 120 BPM$/)]);
  const mended = fix && apply(ill, fix.edit);
  expect(mended?.ok && all(mended.value).map((f) => f.check)).not.toContain('cannot-send');
  // Nobody sends one: told; the controller does: not.
  expect(has(ill, 'clock-followed')).toBe(true);
  expect(has(setting({ bpm: 96 }, true), 'clock-followed')).toBe(false);
  const both = setting({ bpm: 96 }, true);
  const [hall] = both.targets;
  if (!hall) throw new Error('no target');
  const twice: Rig = {
    ...both,
    targets: [...both.targets, { ...hall, id: 'two', order: 2, name: 'Two', reception: { ...hall.reception, clock: 'sent' } }],
    parameters: [...both.parameters, continuous('other', 20, 300, { unit: 'BPM', targetId: 'two', order: 2 })],
    wires: [...both.wires, { ...(both.wires[0] ?? (null as never)), id: 'more', order: 2, from: { unitId: 'two', port: '' } }],
  };
  expect(all(twice).find((f) => f.check === 'clock-followed')?.facts).toMatchObject({ why: 'several', by: ['Board', 'Two'] });
});

it('a tempo that the tap of a modifier sets is told where its controller sends no clock', () => {
  const tapping = (clock: Controller['clock']): Rig => {
    const rig = smallRig([continuous('mix', 0, 1)], { layers: [layer({ tap: [{ type: 'tempo', bpm: null }] })] });
    return { ...rig, controllers: rig.controllers.map((c) => ({ ...c, clock })) };
  };
  expect(has(tapping(null), 'no-clock-to-set')).toBe(true);
  expect(has(tapping({ bpm: 90 }), 'no-clock-to-set')).toBe(false);
});

it('what “reset all controllers” puts back is not left over where it is sent and obeyed (RP-015, from memory)', () => {
  const resetting = (channelModes: Reception['channelModes'], number: number): readonly string[] =>
    all(
      withFunctions(
        smallRig([continuous('wheel', 0, 127), continuous('volume', 0, 127)], { reception: { channelModes } }),
        [assignment({ message: cc(number), behaviour: fixed(0), meant: [] })],
        [landing('wheel', { address: cc(1), to: 127 }), landing('volume', { address: cc(7), to: 127 })],
      ),
    ).flatMap((f) => (f.check === 'leftover' ? [f.subjectId] : []));
  expect(resetting('obeyed', 121)).toEqual(['l-volume']);
  expect(resetting('ignored', 121)).toEqual(['l-volume', 'l-wheel']);
  expect(resetting('obeyed', 123)).toEqual(['l-volume', 'l-wheel']);
});

it.each([
  ['a toggle', fixed(127), { mode: 'toggle' }],
  ['two values in turn', latching(127, 0), { mode: 'absolute' }],
  ['on while held', momentary(127, 0), { mode: 'gate' }],
  ['one value', fixed(127), { mode: 'absolute' }],
  ['a value that is set', fixed(127), { mode: 'set', setValue: 1 }],
] as const)('a switch that repeats is told where holding it moves to and fro: %s', (_name, behaviour, heard) => {
  const rig = one({ gesture: 'repeat', behaviour }, { firmware: { gestures: ['press', 'repeat'] }, landing: heard });
  const { values } = played(rig, [down('fs1', 0), up('fs1', 2000)]);
  expect(has(rig, 'fires-again')).toBe(values.length > 2);
});
