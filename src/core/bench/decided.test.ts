// What devices could do either way, and what this program takes them to do: docs/decisions/033. Each was found where a simulator that was written
// apart from this one came to another result.
import { describe, expect, it } from 'vitest';
import { down, mouse, moveTo, played, tap, turn, up } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  type Function_,
  fixed,
  landing,
  latching,
  layer,
  noteOn,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import type { Action, Assignment, Landing, Reception, Rig } from '../rig';

const level = (change = {}) => continuous('level', 0, 100, change);
const gestures = ['move', 'press', 'release', 'hold', 'double-tap', 'repeat', 'chord'] as const;
const board = (functions: readonly Assignment[], firmware = {}): Rig =>
  withFunctions(
    smallRig([], { firmware: { gestures: [...gestures], doubleTapMs: 300, holdMs: 600, repeatMs: 100, ...firmware } }),
    functions,
    [],
  );
const on = (id: string, number: number, gesture: Function_['gesture'], where = 'fs1'): Assignment =>
  assignment({ id, on: where, gesture: gesture ?? 'press', message: cc(number), behaviour: fixed(127), meant: [] });
const heard = (change: Partial<Landing>, reception: Partial<Reception> = {}, message: Message = cc(104)): Rig =>
  withFunctions(
    smallRig([level({ start: 50 })], { reception: { relativeStep: 0.01, ...reception } }),
    [assignment({ on: 'k1', gesture: 'move', message, behaviour: range(0, 127), meant: ['level'] })],
    [landing('level', { address: message, from: 0, to: 100, ...change })],
  );

describe('notes', () => {
  it('status 8n is off whatever its release velocity (MIDI 1.0)', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze', { start: 0 })]),
      [assignment({ message: noteOn(40), behaviour: fixed(100), meant: ['freeze'] })],
      [landing('freeze', { address: noteOn(40), mode: 'gate' })],
    );
    const words = (...all: number[]) => [{ do: 'words' as const, atMs: 0, on: 'board', words: all }];
    const off = (0x84 << 16) | (40 << 8) | 64;
    expect(played(rig, words((0x94 << 16) | (40 << 8) | 1)).at('freeze')).toBe(1);
    expect(played(rig, words((0x94 << 16) | (40 << 8) | 90, off)).at('freeze')).toBe(0);
    expect(played({ ...rig, landings: [landing('freeze', { address: noteOn(40), mode: 'toggle' })] }, words(off)).values).toEqual(
      [],
    );
  });
  it('a strike has a velocity of at least 1 (MIDI 1.0), however soft it is', () => {
    const rig = board([assignment({ message: noteOn(40), behaviour: range(0, 127), meant: [] })]);
    expect(played(rig, [down('fs1', 0, 0.001), up('fs1', 50)]).sent).toEqual(['0 N 40 1', '50 N 40 0']);
  });
});

describe('an encoder', () => {
  it('whose value the target set back sends its next click', () => {
    const rig = heard({}, { feedback: 'same-address' });
    const encoder: Rig = {
      ...rig,
      controls: rig.controls.map((c) => (c.id === 'k1' ? { ...c, kind: 'encoder' as const, detents: 24 } : c)),
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, lights: 'feedback' as const } })),
      wires: [...rig.wires, ...rig.wires.map((w) => ({ ...w, id: 'back', from: w.to, to: w.from }))],
    };
    const { sent } = played(encoder, [turn('k1', 0, 200), mouse('level', 100, (126 / 127) * 100), turn('k1', 200, 1)]);
    expect(sent.map((s) => s.split(' ').at(-1))).toEqual(['127', '127']);
  });
});

describe('a host layer for the next press', () => {
  it.each([
    ['14-bit control', { type: 'cc14', channel: channel(5), number: u7(1) }],
    ['NRPN', { type: 'nrpn', channel: channel(5), number: u14(300) }],
  ] as const)('lasts through both bytes of a change of a %s', (_name, message: Message) => {
    const once = layer({ id: 'host', madeIn: 'host', mode: 'next-press', signal: cc(90), modifierControlId: 'mod' });
    const parts = [continuous('here', 0, 16383), continuous('there', 0, 16383)];
    const rig = withFunctions(
      smallRig(parts, { layers: [once], reception: { fourteenBit: 'act-on-each' } }),
      [assignment({ on: 'k1', gesture: 'move', message, behaviour: range(0, 16383), meant: ['here'] })],
      [
        landing('here', { address: message, from: 0, to: 16383 }),
        landing('there', { address: message, from: 0, to: 16383, hostLayerId: 'host' }),
      ],
    );
    const { at } = played(rig, [...tap('mod', 0), moveTo('k1', 100, 5000 / 16383), moveTo('k1', 200, 300 / 16383)]);
    expect([at('there'), at('here')]).toEqual([5000, 300]);
  });
  it('is over after a coarse change alone, with whatever comes next', () => {
    const message: Message = { type: 'cc14', channel: channel(5), number: u7(1) };
    const once = layer({ id: 'host', madeIn: 'host', mode: 'next-press', signal: cc(90), modifierControlId: 'mod' });
    const rig = withFunctions(
      smallRig([continuous('here', 0, 16383), continuous('there', 0, 16383)], {
        layers: [once],
        reception: { fourteenBit: 'act-on-each' },
      }),
      [assignment({ on: 'k1', gesture: 'move', message: cc(1), behaviour: range(0, 127), meant: [] })],
      [
        landing('here', { address: message, from: 0, to: 16383 }),
        landing('there', { address: message, from: 0, to: 16383, hostLayerId: 'host' }),
      ],
    );
    const { at } = played(rig, [...tap('mod', 0), moveTo('k1', 100, 10 / 127), moveTo('k1', 200, 20 / 127)]);
    expect([at('there'), at('here')]).toEqual([1280, 2560]);
  });
});

describe('a landing that runs backwards', () => {
  it.each(['increment', 'decrement', 'relative'] as const)('runs backwards for %s', (mode) => {
    const end = (from: number, to: number): number => {
      const rig = heard({ mode, from, to, ...(mode === 'relative' ? { coding: 'twos-complement' as const } : {}) });
      return played(rig, [
        { do: 'words', atMs: 0, on: 'board', words: [(0xb4 << 16) | (104 << 8) | (mode === 'relative' ? 1 : 127)] },
      ]).at('level');
    };
    const up = mode === 'decrement' ? 49 : 51;
    expect([end(0, 100), end(100, 0)]).toEqual([up, 100 - up]);
  });
});

describe('values', () => {
  it.each(['absolute', 'set', 'toggle', 'relative', 'increment', 'preset', 'next-preset', 'trigger', 'gate'] as const)(
    'never leave the range of the parameter with %s, whatever the landing says',
    (mode) => {
      for (const [from, to] of [
        [-500, 900],
        [900, -500],
        [200, 300],
      ] as const) {
        const rig = heard({ mode, from, to, setValue: 700, coding: mode === 'relative' ? 'twos-complement' : null });
        const { state } = played(rig, [moveTo('k1', 0, 1), moveTo('k1', 10, 0), moveTo('k1', 20, 0.6), mouse('level', 30, 1e6)]);
        for (const value of state.targets.values) expect(value >= 0 && value <= 100).toBe(true);
      }
    },
  );
});

describe('a landing of no width to speak of', () => {
  it('does not leave the range by what sums are off', () => {
    const steps = parameter('scene', { kind: 'stepped', lowest: 0, highest: 1, steps: ['a', 'b'] });
    const rig = withFunctions(
      smallRig([steps]),
      [assignment({ behaviour: latching(127, 3), meant: ['scene'] })],
      [landing('scene', { from: 8.385514504993808e-13, to: 0 })],
    );
    for (const line of played(rig, [...tap('fs1', 0), ...tap('fs1', 1000)]).values)
      expect(Number(line.split(' ').at(-1))).toBeGreaterThanOrEqual(0);
  });
});

describe('pick-up', () => {
  it('moves nothing while the parameter is outside of the range of the landing', () => {
    const rig = heard({ from: 60, to: 80, takeover: 'pickup' });
    const sweep = Array.from({ length: 21 }, (_, n) => moveTo('k1', n * 10, n / 20));
    expect(played(rig, sweep).values).toEqual([]);
    expect(played(rig, [mouse('level', 0, 60), ...sweep.map((e) => ({ ...e, atMs: e.atMs + 10 }))]).at('level')).toBe(80);
  });
});

describe('a wait', () => {
  it('on what moves waits too', () => {
    const wait: Action = { type: 'wait', ms: 200 };
    const one = assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: [] });
    const other = assignment({ on: 'k1', gesture: 'move', message: cc(21), behaviour: range(0, 127), meant: [] });
    const rig = board([{ ...one, actions: [...one.actions, wait, ...other.actions] }]);
    expect(played(rig, [moveTo('k1', 0, 0.5), moveTo('k1', 50, 1)]).sent).toEqual([
      '0 CC 20 64',
      '50 CC 20 127',
      '200 CC 21 64',
      '250 CC 21 127',
    ]);
  });
  it('of a press is waited once more by its release', () => {
    const wait: Action = { type: 'wait', ms: 200 };
    const one = assignment({ message: cc(20), behaviour: { type: 'momentary', down: u14(127), up: u14(0) }, meant: [] });
    const rig = board([{ ...one, actions: [wait, ...one.actions] }]);
    expect(played(rig, tap('fs1', 0, 50)).sent).toEqual(['200 CC 20 127', '250 CC 20 0']);
  });
});

describe('a chord that silences single presses', () => {
  const chord = (id: string, number: number): Assignment => ({
    ...on(id, number, 'press'),
    gesture: { type: 'chord', with: 'fs2', windowMs: 50, singlesFire: false },
  });
  const both = [down('fs1', 0), down('fs2', 20), up('fs1', 900), up('fs2', 900)];
  it.each(['hold', 'repeat', 'double-tap'] as const)('silences %s of both switches as well', (gesture) => {
    for (const where of ['fs1', 'fs2'])
      expect(
        played(board([chord('c', 30), on('a', 1, gesture, where)]), [
          ...both,
          ...tap('fs1', 950),
          ...tap('fs2', 960),
        ]).sent.filter((s) => s.includes(' 30 ')),
      ).toHaveLength(2);
    for (const where of ['fs1', 'fs2'])
      expect(played(board([chord('c', 30), on('a', 1, gesture, where)]), both).sent).toEqual(['20 CC 30 127']);
  });
  it('keeps them back for its window, and no longer', () => {
    expect(played(board([chord('c', 30), on('a', 1, 'repeat')]), [down('fs1', 0), up('fs1', 650)]).sent).toEqual([
      '50 CC 1 127',
      '600 CC 1 127',
    ]);
    expect(played(board([chord('c', 30), on('a', 1, 'repeat')]), tap('fs1', 0, 20)).sent).toEqual(['50 CC 1 127']);
    expect(
      played(board([chord('c', 30), on('a', 1, 'double-tap')]), [...tap('fs1', 0, 40), ...tap('fs1', 100, 200)]).sent,
    ).toEqual(['150 CC 1 127']);
    expect(played(board([chord('c', 30), on('a', 1, 'hold')], { holdMs: 30 }), tap('fs1', 0, 200)).sent).toEqual(['50 CC 1 127']);
  });
  it('two of one pair: both fire, in the order in which they stand', () => {
    expect(played(board([chord('c', 30), { ...chord('d', 31), order: 2 }]), both).sent).toEqual(['20 CC 30 127', '20 CC 31 127']);
  });
});

describe('the port of an address', () => {
  it('behind a hub is the one by which it arrives at the receiver', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')], { reception: { tellsPortsApart: true } }),
      [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
      [],
    );
    const [hall] = rig.targets;
    const [wire] = rig.wires;
    if (!hall || !wire) throw new Error('small rig changed');
    const hub: Rig = {
      ...rig,
      targets: [hall, { ...hall, id: 'hub', name: 'Hub', port: 'hub port' }],
      wires: [
        { ...wire, to: { unitId: 'hub', port: '' } },
        { ...wire, id: 'on', from: { unitId: 'hub', port: '' }, to: { unitId: 'hall', port: 'in 2' }, passesOn: true },
      ],
    };
    const freeze = (port: string, of: Rig): number =>
      played({ ...of, landings: [landing('freeze', { port })] }, tap('fs1', 0)).at('freeze');
    expect([freeze('in 2', hub), freeze('port 1', hub), freeze('', hub)]).toEqual([1, 0, 1]);
    expect([freeze('port 1', rig), freeze('in 2', rig)]).toEqual([1, 0]);
    const unnamed = { ...hub, wires: hub.wires.map((w) => ({ ...w, to: { ...w.to, port: '' } })) };
    expect([freeze('hub port', unnamed), freeze('port 1', unnamed)]).toEqual([1, 0]);
  });
});
