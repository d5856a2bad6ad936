// Rigs by chance, the same for the same seed: a controller with switches, pads, knobs, encoders, faders and pedals in a few banks and a
// layer, its functions numbered as people do (runs that count up, now and then anything).
import { chance } from '@/core/base';
import { channel, type Message, u7, u14 } from '@/core/midi';
import {
  type Assignment,
  type Behaviour,
  type Control,
  type ControlKind,
  commonFirmware,
  emptyRig,
  type Gesture,
  type Layer,
  plainTouch,
  type Rig,
} from '@/core/rig';
import { assignment, smallRig } from './small-rig';

const families: readonly (readonly [ControlKind, number])[] = [
  ['footswitch', 8],
  ['pad', 8],
  ['knob', 8],
  ['encoder', 4],
  ['fader', 8],
  ['expression', 2],
];

/** A rig with some tens of functions, none of them at the address of another. */
export function randomRig(seed: number): Rig {
  const next = chance(seed);
  const int = (low: number, high: number): number => low + Math.floor(next() * (high - low + 1));
  const one = <T>(...all: readonly [T, ...T[]]): T => all[int(0, all.length - 1)] ?? all[0];
  const [board] = smallRig([]).controllers;
  if (!board) throw new Error('the small rig has a board');
  const banks = int(1, 3);
  const base = channel(int(1, 16));
  const controls = families.flatMap(([kind, most], row) =>
    Array.from({ length: int(kind === 'footswitch' ? 3 : 0, most) }, (_, i) => controlAt(kind, row, i, next() < 0.5)),
  );
  const layer: Layer = {
    id: 'heel',
    order: 1,
    name: 'Heel',
    letter: 'H',
    shape: 'circle',
    modifierControlId: 'footswitch-0',
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
  };
  const layered = next() < 0.5;
  const taken = new Set<string>();
  let run = int(14, 60);
  const messageFor = (kind: 'taps' | 'travel' | 'clicks'): Message | null => {
    for (let tries = 0; tries < 60; tries++) {
      const roll = next();
      const ch = next() < 0.9 ? base : channel(int(1, 16));
      const number = next() < 0.8 ? run++ : int(14, 110);
      if (number > 119) run = 14;
      const n = u7(Math.min(119, number));
      const message: Message =
        kind === 'clicks' || (kind === 'travel' && roll < 0.85) || (kind === 'taps' && roll < 0.72)
          ? { type: 'cc', channel: ch, number: n }
          : kind === 'taps'
            ? roll < 0.88
              ? { type: 'note', channel: ch, number: n }
              : { type: 'program', channel: ch, number: n, bank: null }
            : roll < 0.93
              ? { type: 'cc14', channel: ch, number: u7(int(14, 31)) }
              : roll < 0.97
                ? { type: 'nrpn', channel: ch, number: u14(int(100, 900)) }
                : { type: 'pitch-bend', channel: ch };
      const high = message.type === 'cc14' ? message.number + 32 : null;
      const plain = 'number' in message && message.type !== 'nrpn' ? message.number : null;
      if (message.type === 'cc' && (message.number === 32 || (message.number >= 96 && message.number <= 101))) continue;
      const keys = [`${message.type} ${ch} ${'number' in message ? message.number : ''}`];
      if (message.type === 'cc' || message.type === 'cc14')
        keys.push(`byte ${ch} ${plain}`, ...(high ? [`byte ${ch} ${high}`] : []));
      if (keys.some((k) => taken.has(k))) continue;
      for (const k of keys) taken.add(k);
      return message;
    }
    return null;
  };
  const assignments: Assignment[] = [];
  for (const control of controls) {
    const moves = ['knob', 'fader', 'expression', 'encoder'].includes(control.kind);
    for (const place of [...Array(banks).keys()].map((b) => ({ bank: b + 1, layerId: null as string | null }))) {
      if (next() < 0.3) continue;
      const layerId = layered && control.id !== 'footswitch-0' && next() < 0.25 ? layer.id : place.layerId;
      const gestures: readonly Gesture['type'][] = moves
        ? ['move']
        : next() < 0.2
          ? ['press', one<Gesture['type']>('hold', 'double-tap')]
          : [one<Gesture['type']>('press', 'press', 'press', 'press', 'release', 'repeat')];
      for (const gesture of gestures) {
        const clicks = control.kind === 'encoder' && next() < 0.5;
        const message = messageFor(!moves ? 'taps' : clicks ? 'clicks' : 'travel');
        if (!message) continue;
        const behaviour = behaviourFor(message, moves, clicks, control.kind);
        assignments.push({
          ...assignment({ id: `a${assignments.length}`, on: control.id, gesture, message, behaviour, meant: [] }),
          order: assignments.length,
          bank: place.bank,
          layerId,
        });
      }
    }
  }
  function behaviourFor(message: Message, moves: boolean, clicks: boolean, kind: ControlKind): Behaviour {
    const max = message.type === 'cc14' || message.type === 'nrpn' || message.type === 'pitch-bend' ? 16383 : 127;
    if (clicks && next() < 0.3) return { type: 'click', way: one('up', 'down'), value: u14(int(1, max)) };
    if (clicks)
      return {
        type: 'relative',
        coding: one('twos-complement', 'binary-offset', 'sign-magnitude', 'sign-magnitude-up'),
        acceleration: 1,
      };
    if (moves) {
      const part = next() < 0.4;
      const from = part ? int(Math.round(0.1 * max), Math.round(0.3 * max)) : 0;
      const to = part ? int(Math.round(0.65 * max), Math.round(0.9 * max)) : max;
      return { type: 'range', from: u14(from), to: u14(to), curve: { type: 'linear' } };
    }
    if (message.type === 'program') return { type: 'fixed', value: u14(0) };
    if (kind === 'pad' && next() < 0.5) return { type: 'range', from: u14(1), to: u14(127), curve: { type: 'linear' } };
    const on = next() < 0.7 ? 127 : int(70, 120);
    const off = next() < 0.8 ? 0 : int(5, 50);
    return one<Behaviour>(
      { type: 'latching', first: u14(on), second: u14(off) },
      { type: 'momentary', down: u14(on), up: u14(off) },
      { type: 'fixed', value: u14(on) },
    );
  }
  return {
    ...emptyRig(`random-${seed}`, 'A rig by chance'),
    controllers: [
      {
        ...board,
        channel: base,
        bankNames: [],
        firmware: {
          ...commonFirmware,
          banks,
          press: one('always-fires', 'waits'),
          gestures: ['move', 'press', 'release', 'hold', 'double-tap', 'repeat', 'chord'],
        },
      },
    ],
    controls,
    layers: layered ? [layer] : [],
    assignments,
  };
}

function controlAt(kind: ControlKind, row: number, i: number, touch: boolean): Control {
  return {
    id: `${kind}-${i}`,
    order: row * 100 + i,
    controllerId: 'board',
    name: `${kind} ${i + 1}`,
    kind,
    x: 10 + i * 35,
    y: 10 + row * 60,
    width: 20,
    height: 20,
    family: kind,
    familyOrder: i,
    side: 'none',
    subControls: kind === 'fader' && touch ? ['touch'] : [],
    light: 'none',
    ring: false,
    motor: false,
    detents: kind === 'encoder' ? 24 : 0,
    display: null,
    calibration: null,
    factory: [],
    origin: '',
    port: '',
    polarity: 'usual',
    ...plainTouch,
  };
}
