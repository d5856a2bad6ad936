// What a target does with what arrives: every receive mode, sequences, scope, launch quantisation, layers of its own, feedback.
// MIDI 1.0 where it is named, else common practice without a published source.
import { describe, expect, it } from 'vitest';
import { down, mouse, moveTo, played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  momentary,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import type { Behaviour, Landing, Parameter, Reception, Rig } from '../rig';

const one = (
  p: Parameter,
  sent: Message,
  behaviour: Behaviour,
  change: Partial<Landing>,
  reception: Partial<Reception> = {},
  gesture: 'move' | 'press' = 'move',
): Rig =>
  withFunctions(
    smallRig([p], { reception }),
    [assignment({ on: gesture === 'move' ? 'k1' : 'fs1', gesture, message: sent, behaviour, meant: [p.id] })],
    [landing(p.id, { address: sent, ...change })],
  );

const ch = channel(5);
const level = continuous('level', 0, 16383);
const full = { from: 0, to: 16383 };

describe('fine values', () => {
  const cc14: Message = { type: 'cc14', channel: ch, number: u7(1) };
  const nrpn: Message = { type: 'nrpn', channel: ch, number: u14(300) };
  const bend: Message = { type: 'pitch-bend', channel: ch };
  it.each([
    ['14-bit control', cc14],
    ['NRPN', nrpn],
    ['pitch bend', bend],
  ])('%s arrives with all its 14 bits', (_name, sent) => {
    const rig = one(level, sent, range(0, 16383), full, { fourteenBit: 'wait-for-low-byte' });
    for (const value of [0, 1, 127, 128, 8191, 8192, 16383])
      expect(played(rig, [moveTo('k1', 0, 0.4), moveTo('k1', 10, value / 16383)]).at('level')).toBeCloseTo(value, 6);
  });
  it('a target that acts on each byte passes through a value in between; one that waits does not', () => {
    const between = (fourteenBit: Reception['fourteenBit']) =>
      played(one(level, cc14, range(0, 16383), full, { fourteenBit }), [moveTo('k1', 0, 200 / 16383)]).values;
    expect(between('act-on-each')).toEqual(['0 level 128', '0 level 200']);
    expect(between('wait-for-low-byte')).toEqual(['0 level 200']);
  });
  it('the centre of 14 bits is 8192 (MIDI 1.0, pitch bend), and an at64 centre gives exactly the middle there', () => {
    const gain = continuous('gain', -6, 6, { centre: 'at64' });
    expect(played(one(gain, bend, range(8192, 8192), { from: -6, to: 6 }), [moveTo('k1', 0, 0)]).at('gain')).toBe(0);
  });
  it('a plain control change on the same number is heard by a 14-bit landing as its high byte', () => {
    const rig = one(level, cc14, range(0, 16383), full);
    const plain = {
      ...rig,
      assignments: [assignment({ on: 'k1', gesture: 'move', message: cc(1), behaviour: range(0, 127), meant: [] })],
    };
    expect(played(plain, [moveTo('k1', 0, 1)]).at('level')).toBe(127 * 128);
  });
  it('thresholds count in the bits of the message', () => {
    const freeze = parameter('freeze');
    const at = (value: number) =>
      played(one(freeze, cc14, range(value, value), {}, { fourteenBit: 'wait-for-low-byte' }), [moveTo('k1', 0, 1)]).at('freeze');
    expect([at(8191), at(8192)]).toEqual([0, 1]);
  });
});

describe('programs, transport and SysEx', () => {
  const freeze = parameter('freeze');
  it('a program counts only after its bank where the landing names one (MIDI 1.0, bank select)', () => {
    const banked: Message = { type: 'program', channel: ch, number: u7(4), bank: { msb: u7(1), lsb: u7(2) } };
    const rig = one(freeze, banked, fixed(0), {}, {}, 'press');
    expect(played(rig, tap('fs1', 0)).at('freeze')).toBe(1);
    const bare = { ...rig, assignments: [assignment({ message: program(4), behaviour: fixed(0), meant: ['freeze'] })] };
    expect(played(bare, tap('fs1', 0)).at('freeze')).toBe(0);
  });
  it.each<[string, Message]>([
    ['start', { type: 'start' }],
    ['stop', { type: 'stop' }],
    ['continue', { type: 'continue' }],
    ['SysEx', { type: 'sysex', bytes: [u7(0x7d), u7(1), u7(2)] }],
  ])('%s qualifies by arriving', (_name, message) => {
    expect(
      played(one(freeze, message, fixed(0), { mode: 'toggle' }, {}, 'press'), [...tap('fs1', 0), ...tap('fs1', 1000)]).values,
    ).toEqual(['0 freeze 1', '1000 freeze 0']);
  });
  it('another SysEx is another message', () => {
    const rig = one(
      freeze,
      { type: 'sysex', bytes: [u7(0x7d), u7(1)] },
      fixed(0),
      { address: { type: 'sysex', bytes: [u7(0x7d), u7(2)] } },
      {},
      'press',
    );
    expect(played(rig, tap('fs1', 0)).values).toEqual([]);
  });
  it('pressure moves what listens for it', () => {
    for (const message of [
      { type: 'channel-pressure', channel: ch },
      { type: 'poly-pressure', channel: ch, number: u7(36) },
    ] as const)
      expect(
        played(one(continuous('depth', 0, 127), message, range(0, 127), { to: 127 }), [moveTo('k1', 0, 1)]).at('depth'),
      ).toBe(127);
  });
});

describe('presets and commands', () => {
  const presets = parameter('preset', { kind: 'stepped', highest: 3, steps: ['A', 'B', 'C', 'D'] });
  const pressed = (mode: Landing['mode'], presses: number, start = 0) =>
    played(
      one({ ...presets, start }, cc(104), fixed(127), { mode, from: 0, to: 3, setValue: 2 }, {}, 'press'),
      Array.from({ length: presses }, (_, i) => tap('fs1', i * 1000)).flat(),
    ).at('preset');
  it('preset n is gone to; next and previous go round', () => {
    expect(pressed('preset', 1)).toBe(2);
    expect([1, 2, 3, 4].map((n) => pressed('next-preset', n))).toEqual([1, 2, 3, 0]);
    expect(pressed('previous-preset', 1)).toBe(3);
  });
  it('a preset lets every knob of its target go', () => {
    const rig = withFunctions(
      smallRig([presets, continuous('level', 0, 127, { start: 64 })]),
      [
        assignment({ behaviour: fixed(127), meant: ['preset'] }),
        assignment({ id: 'a2', on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['level'] }),
      ],
      [landing('preset', { mode: 'next-preset', to: 3 }), landing('level', { address: cc(20), to: 127, takeover: 'pickup' })],
    );
    const grabbed = [moveTo('k1', 0, 64 / 127), moveTo('k1', 10, 80 / 127)];
    expect(played(rig, grabbed).at('level')).toBe(80);
    // After the preset the parameter is where it was and the knob may move away without taking it along …
    expect(played(rig, [...grabbed, ...tap('fs1', 20), moveTo('k1', 30, 120 / 127)]).at('level')).toBe(80);
    // … until it comes by.
    expect(
      played(rig, [...grabbed, ...tap('fs1', 20), moveTo('k1', 30, 120 / 127), moveTo('k1', 40, 70 / 127)]).at('level'),
    ).toBe(70);
  });
  it('a trigger into what is no command puts it to its end', () => {
    expect(
      played(one(parameter('freeze'), cc(104), momentary(127, 0), { mode: 'trigger' }, {}, 'press'), tap('fs1', 0)).values,
    ).toEqual(['0 freeze 1']);
  });
});

describe('launch quantisation', () => {
  const cue = (launchQuantisation: Reception['launchQuantisation']) =>
    one(parameter('cue', { kind: 'trigger', highest: 1000 }), cc(104), momentary(127, 0), {}, { launchQuantisation }, 'press');
  it('starts at the next beat or bar: at 120 a bar of 4/4 is 2 s', () => {
    expect(played(cue('none'), tap('fs1', 100)).values).toEqual(['100 cue 1']);
    expect(played(cue('beat'), tap('fs1', 100)).values).toEqual(['500 cue 1']);
    expect(played(cue('bar'), tap('fs1', 100)).values).toEqual(['2000 cue 1']);
    expect(played(cue('bar'), tap('fs1', 2001)).values).toEqual(['4000 cue 1']);
    expect(played(cue('bar'), tap('fs1', 2000)).values).toEqual(['2000 cue 1']);
  });
  it('what waits has not happened yet', () => {
    expect(played(cue('bar'), tap('fs1', 100), { until: 1999 }).at('cue')).toBe(0);
  });
});

describe('takeover in the whole chain', () => {
  const knob = (takeover: Landing['takeover'], rejectGap: number | null = null) =>
    withFunctions(
      smallRig([continuous('one', 0, 127, { start: 20 }), continuous('two', 0, 127, { start: 20 })], {
        reception: { rejectGap: rejectGap === null ? null : u7(rejectGap) },
      }),
      [
        assignment({ on: 'k1', gesture: 'move', bank: 1, behaviour: range(0, 127), meant: ['one'] }),
        assignment({ id: 'a2', on: 'k1', gesture: 'move', bank: 2, message: cc(105), behaviour: range(0, 127), meant: ['two'] }),
      ],
      [landing('one', { to: 127, takeover }), landing('two', { address: cc(105), to: 127, takeover })],
    );
  const at = (t: number, value: number) => moveTo('k1', t, value / 127);
  const bank = (t: number, n: number) => ({ do: 'go' as const, on: 'board', atMs: t, bank: n, page: 1 });
  const journey = [at(0, 20), at(10, 40), bank(20, 2), at(30, 41), at(40, 90), bank(50, 1), at(60, 91)];
  it('pickup after a bank change: the target knows nothing of the bank, so a knob turned elsewhere and brought back jumps', () => {
    expect(played(knob('pickup'), journey).values.at(-1)).toBe('60 one 91');
  });
  it('a reception that rejects gaps lets go instead', () => {
    const told = played(knob('pickup', 20), journey);
    expect(told.at('one')).toBe(40);
  });
  it('a value changed by mouse detaches the knob: jump jumps, pickup waits, scale moves in proportion', () => {
    const landed = (takeover: Landing['takeover']) =>
      played(knob(takeover), [at(0, 20), at(10, 40), mouse('one', 20, 100), at(30, 50)]).at('one');
    expect(landed('jump')).toBe(50);
    expect(landed('pickup')).toBe(100);
    // The first message after the change only tells where the knob is.
    expect(landed('scale')).toBe(100);
    const then = played(knob('scale'), [at(0, 20), at(10, 40), mouse('one', 20, 100), at(30, 50), at(40, 60)]).at('one');
    expect(then).toBeCloseTo(100 + (27 * 10) / 77, 6);
  });
});

describe('scope', () => {
  const rig = (scope: Reception['scope']) => one(parameter('freeze'), cc(104), latching(127, 0), {}, { scope }, 'press');
  const away = { do: 'look' as const, on: 'hall', atMs: 0, here: false };
  it('“it worked yesterday”: with the focus or selection elsewhere nothing is heard', () => {
    expect(played(rig('focused-window'), [away, ...tap('fs1', 10)]).values).toEqual([]);
    expect(played(rig('selected-track'), [away, ...tap('fs1', 10)]).values).toEqual([]);
    expect(played(rig('focused-window'), [away, { ...away, atMs: 5, here: true }, ...tap('fs1', 10)]).values).toHaveLength(1);
  });
  it('always and locked do not care', () => {
    for (const scope of ['always', 'locked'] as const)
      expect(played(rig(scope), [away, ...tap('fs1', 10)]).values).toHaveLength(1);
  });
});

describe('layers made in the host', () => {
  const rig = (mode: 'toggled' | 'next-press', signal: Message = cc(119)) =>
    withFunctions(
      smallRig([parameter('base'), parameter('veil')], { layers: [layer({ madeIn: 'host', mode, signal })] }),
      [
        assignment({ behaviour: fixed(127), meant: ['base'] }),
        assignment({ id: 'a2', layerId: 'heel', behaviour: fixed(127), meant: ['veil'] }),
      ],
      [landing('base', { mode: 'toggle' }), landing('veil', { mode: 'toggle', hostLayerId: 'heel' })],
    );
  const hand = [...tap('mod', 0), ...tap('fs1', 100), ...tap('fs1', 200)];
  it('toggled by the modifier’s press, not by its release', () => {
    expect(played(rig('toggled'), hand).values).toEqual(['100 veil 1', '200 veil 0']);
  });
  it.each<[string, Message]>([
    ['a program', program(7)],
    ['a SysEx', { type: 'sysex', bytes: [u7(0x7d), u7(1)] }],
    ['start', { type: 'start' }],
    ['a bend', { type: 'pitch-bend', channel: ch }],
  ])('by %s as well, once for each press: what carries no value says nothing when the finger lifts', (_, signal) => {
    expect(played(rig('toggled', signal), hand).values).toEqual(['100 veil 1', '200 veil 0']);
    expect(played(rig('next-press', signal), hand).values).toEqual(['100 veil 1', '200 base 1']);
    const twice = [...tap('mod', 0), ...tap('mod', 50), ...tap('fs1', 100)];
    expect(played(rig('toggled', signal), twice).values).toEqual(['100 base 1']);
  });
  it('for the next press only', () => {
    expect(played(rig('next-press'), hand).values).toEqual(['100 veil 1', '200 base 1']);
  });
  it('a cable pulled while the modifier is down loses its release, and the layer stays', () => {
    const held = withFunctions(
      smallRig([parameter('base'), parameter('veil')], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
      [assignment({ behaviour: fixed(127), meant: ['base'] })],
      [landing('base', { mode: 'toggle' }), landing('veil', { mode: 'toggle', hostLayerId: 'heel' })],
    );
    expect(played(held, [down('mod', 0), ...tap('fs1', 5000)]).values).toEqual(['5000 veil 1']);
  });
});

describe('ports', () => {
  it('a target that tells ports apart hears a landing bound to one only from there', () => {
    const rig = (port: string, tellsPortsApart: boolean) =>
      one(parameter('freeze'), cc(104), latching(127, 0), { port }, { tellsPortsApart }, 'press');
    expect(played(rig('port 2', true), tap('fs1', 0)).values).toEqual([]);
    expect(played(rig('port 1', true), tap('fs1', 0)).values).toHaveLength(1);
    expect(played(rig('port 2', false), tap('fs1', 0)).values).toHaveLength(1);
  });
});

describe('a macro', () => {
  it('three parameters on one pedal, one reversed, one curved', () => {
    const rig = withFunctions(
      smallRig([continuous('a', 0, 1), continuous('b', 0, 250), continuous('c', 0, 100)]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['a', 'b', 'c'] })],
      [landing('a'), landing('b', { from: 60, to: 10 }), landing('c', { to: 100, curve: { type: 'exponential', amount: 3 } })],
    );
    const told = played(rig, [moveTo('k1', 0, 1), moveTo('k1', 10, 0), moveTo('k1', 20, 0.5)]);
    const p = 64 / 127;
    expect(told.at('a')).toBeCloseTo(p, 9);
    expect(told.at('b')).toBeCloseTo(60 - 50 * p, 9);
    expect(told.at('c')).toBeCloseTo((100 * Math.expm1(3 * p)) / Math.expm1(3), 9);
  });
});
