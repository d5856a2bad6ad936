// The outcomes that the trade knows and people lack, each one played through the whole chain. All are common practice
// without a published source, except where MIDI 1.0 is named.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  did,
  fixed,
  landing,
  latching,
  layer,
  momentary,
  noteOn,
  outcomeOf,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type RelativeCoding, u7 } from '../midi';
import {
  type Assignment,
  type Behaviour,
  type Control,
  type Controller,
  indexRig,
  type Landing,
  type Layer,
  type Parameter,
  type Reception,
  type Rig,
  type SwitchGroup,
} from '../rig';
import { effectWords, outcomeWords, traceOf } from './index';
import { FINGER_DOWN, SENT, VALUE } from './trace';

function switchInto(
  behaviour: Behaviour,
  mode: Landing['mode'],
  gear: { start?: number; reception?: Partial<Reception>; message?: ReturnType<typeof cc> } = {},
) {
  const p = parameter('freeze', { start: gear.start ?? 0 });
  const message = gear.message ?? cc(104);
  const rig = withFunctions(
    smallRig([p], { reception: gear.reception ?? {} }),
    [assignment({ behaviour, meant: ['freeze'], message })],
    [landing('freeze', { mode, address: message })],
  );
  return did(rig, 'freeze');
}

const anyMessage = { actsOn: 'any-message' } as const;
const atThreshold = { actsOn: 'at-or-above-threshold' } as const;

describe('what is sent × how it is heard', () => {
  it('latching with 0 first into absolute, already off: the first press does nothing', () => {
    expect(switchInto(latching(0, 127), 'absolute')).toEqual({ type: 'first-press-does-nothing' });
  });
  it('latching with 127 first into absolute flips once per press', () => {
    expect(switchInto(latching(127, 0), 'absolute')).toEqual({ type: 'flips-once-per-press', first: 1, second: 0 });
  });
  it('latching with 127 first, parameter already on: again the first press does nothing', () => {
    expect(switchInto(latching(127, 0), 'absolute', { start: 1 })).toEqual({ type: 'first-press-does-nothing' });
  });
  it('latching into toggle at threshold: only every second press works', () => {
    expect(switchInto(latching(127, 0), 'toggle', { reception: atThreshold })).toEqual({ type: 'every-second-press' });
    expect(switchInto(latching(0, 127), 'toggle', { reception: atThreshold })).toEqual({ type: 'every-second-press' });
  });
  it('latching into toggle on any message flips once per press', () => {
    expect(switchInto(latching(127, 0), 'toggle', { reception: anyMessage })).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('momentary into toggle on any message acts as hold: on press, back on release', () => {
    expect(switchInto(momentary(127, 0), 'toggle', { reception: anyMessage })).toEqual({
      type: 'on-while-held',
      held: 1,
      rest: 0,
    });
  });
  it('momentary into toggle at threshold flips once per press', () => {
    expect(switchInto(momentary(127, 0), 'toggle', { reception: atThreshold })).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('momentary into absolute or gate is on while held', () => {
    expect(switchInto(momentary(127, 0), 'absolute')).toEqual({ type: 'on-while-held', held: 1, rest: 0 });
    expect(switchInto(momentary(127, 0), 'gate')).toEqual({ type: 'on-while-held', held: 1, rest: 0 });
    expect(switchInto(momentary(0, 127), 'gate', { start: 1 })).toEqual({ type: 'on-while-held', held: 0, rest: 1 });
  });
  it('fixed 127 into toggle flips once per press', () => {
    expect(switchInto(fixed(127), 'toggle')).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('fixed 127 into absolute turns on, never off', () => {
    expect(switchInto(fixed(127), 'absolute')).toEqual({ type: 'turns-on-never-off', already: false });
    expect(switchInto(fixed(127), 'absolute', { start: 1 })).toEqual({ type: 'turns-on-never-off', already: true });
  });
  it('a value below the threshold into absolute can only turn off', () => {
    expect(switchInto(fixed(40), 'absolute', { start: 1 })).toEqual({ type: 'only-turns-off', already: false });
    expect(switchInto(fixed(40), 'absolute')).toEqual({ type: 'only-turns-off', already: true });
  });
  it('a value below the threshold never flips a toggle at threshold, and always one on any message', () => {
    expect(switchInto(fixed(63), 'toggle', { reception: atThreshold })).toEqual({ type: 'never-reacts' });
    expect(switchInto(fixed(64), 'toggle', { reception: atThreshold })).toMatchObject({ type: 'flips-once-per-press' });
    expect(switchInto(fixed(40), 'toggle', { reception: anyMessage })).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('a note-on with velocity 0 is a note-off (MIDI 1.0)', () => {
    const message = noteOn(36);
    expect(switchInto(fixed(0), 'absolute', { message })).toEqual({ type: 'only-turns-off', already: true });
    expect(switchInto(fixed(1), 'absolute', { message })).toEqual({ type: 'turns-on-never-off', already: false });
    expect(switchInto(momentary(100, 0), 'gate', { message })).toEqual({ type: 'on-while-held', held: 1, rest: 0 });
    expect(switchInto(fixed(0), 'toggle', { message })).toEqual({ type: 'never-reacts' });
  });
  it('a program message qualifies without a value', () => {
    const message = program(4);
    expect(switchInto(fixed(0), 'toggle', { message })).toMatchObject({ type: 'flips-once-per-press' });
    expect(switchInto(fixed(0), 'absolute', { message })).toEqual({ type: 'turns-on-never-off', already: false });
  });
  it('a performance effect that must stop when the finger lifts needs momentary into gate; toggle leaves it running', () => {
    expect(switchInto(momentary(127, 0), 'gate')).toMatchObject({ type: 'on-while-held', rest: 0 });
    expect(switchInto(momentary(127, 0), 'toggle')).not.toMatchObject({ type: 'on-while-held' });
  });
  it('set value puts the stored value, once and for all', () => {
    const p = continuous('mix', 0, 100);
    const rig = withFunctions(
      smallRig([p]),
      [assignment({ behaviour: fixed(127), meant: ['mix'] })],
      [landing('mix', { mode: 'set', to: 100, setValue: 45 })],
    );
    expect(did(rig, 'mix')).toEqual({ type: 'sets', value: 45, already: false });
  });
  it('increment steps up and stops at the end, decrement at the start', () => {
    const p = parameter('chord', { kind: 'stepped', highest: 2, steps: ['A', 'B', 'C'] });
    const at = (mode: Landing['mode'], start: number) =>
      did(
        withFunctions(
          smallRig([{ ...p, start }]),
          [assignment({ behaviour: fixed(127), meant: ['chord'] })],
          [landing('chord', { mode, to: 2 })],
        ),
        'chord',
      );
    expect(at('increment', 0)).toEqual({ type: 'steps', count: 3, first: 1, last: 2, end: 'stops', twice: false });
    expect(at('decrement', 2)).toEqual({ type: 'steps', count: 3, first: 1, last: 0, end: 'stops', twice: false });
  });
  it('a trigger fires once per press on momentary, on every second press when the values alternate', () => {
    const at = (behaviour: Behaviour) =>
      did(
        withFunctions(
          smallRig([parameter('cue', { kind: 'trigger' })]),
          [assignment({ behaviour, meant: ['cue'] })],
          [landing('cue')],
        ),
        'cue',
      );
    expect(at(momentary(127, 0))).toEqual({ type: 'fires', times: 4, gestures: 4 });
    expect(at(latching(127, 0))).toEqual({ type: 'every-second-press' });
    expect(at(fixed(40))).toEqual({ type: 'never-reacts' });
  });
});

describe('stepping switches', () => {
  const counter = (atEnd: 'wrap' | 'stop', from = 0, to = 4) => ({
    id: 'n',
    order: 1,
    controllerId: 'board',
    name: 'n',
    from,
    to,
    step: 1,
    atEnd,
    start: from,
    firstPress: 'moves-on' as const,
  });
  const rigWith = (atEnd: 'wrap' | 'stop') => {
    const landings = Array.from({ length: 5 }, (_, i) =>
      landing('shift', { id: `l${i}`, address: program(i), mode: 'set', from: -2, to: 2, setValue: i - 2 }),
    );
    return {
      ...withFunctions(
        smallRig([continuous('shift', -2, 2, { unit: 'st', start: -2 })]),
        [assignment({ message: program(0), behaviour: { type: 'stepping', counterId: 'n' }, meant: ['shift'] })],
        landings,
      ),
      counters: [counter(atEnd)],
    };
  };
  it('a program counter from 0 to 4 serves five transpositions: semitones = program − 2', () => {
    expect(did(rigWith('wrap'), 'shift')).toMatchObject({ type: 'steps', count: 5, first: -1, end: 'wraps' });
  });
  it('stops at its end when told to', () => {
    expect(did(rigWith('stop'), 'shift')).toEqual({ type: 'steps', count: 5, first: -1, last: 2, end: 'stops', twice: false });
  });
});

describe('things that move', () => {
  const swept = (p: Parameter, behaviour: Behaviour, change: Partial<Landing>) =>
    did(
      withFunctions(
        smallRig([p]),
        [assignment({ on: 'k1', gesture: 'move', behaviour, meant: [p.id] })],
        [landing(p.id, change)],
      ),
      p.id,
    );

  it('0–45 % at the receiver keeps 128 values, cut at the sender leaves 58', () => {
    const mix = continuous('mix', 0, 100, { unit: '%' });
    expect(swept(mix, range(0, 127), { from: 0, to: 45 })).toMatchObject({ type: 'sweeps', from: 0, to: 45, count: 128 });
    expect(swept(mix, range(0, 57), { from: 0, to: 100 })).toMatchObject({ type: 'sweeps', count: 58 });
  });
  it('a reversed range is legal: toe down means less', () => {
    expect(swept(continuous('delay', 0, 250), range(0, 127), { from: 60, to: 10 })).toMatchObject({
      type: 'sweeps',
      from: 60,
      to: 10,
      count: 128,
    });
    expect(swept(continuous('delay', 0, 250), range(127, 0), { from: 60, to: 10 })).toMatchObject({
      type: 'sweeps',
      from: 10,
      to: 60,
    });
  });
  it('−6…+6 dB never gives 0 on a linear centre and does on 64', () => {
    const gain = (centre: 'linear' | 'at64') => swept(continuous('gain', -6, 6, { centre }), range(0, 127), { from: -6, to: 6 });
    expect(gain('linear')).toMatchObject({ largestStep: expect.closeTo(0.0945, 3) });
    expect(gain('at64')).toMatchObject({ from: -6, to: 6, count: 128 });
  });
  it('the first message makes the parameter jump to where the knob is, apart from the sweep', () => {
    expect(swept(continuous('level', 0, 100, { start: 80 }), range(0, 127), { from: 0, to: 100 })).toMatchObject({
      type: 'sweeps',
      firstJump: 80,
      largestStep: expect.closeTo(100 / 127, 6),
    });
  });
  it('a toggle under a knob switches at the threshold', () => {
    expect(swept(parameter('freeze'), range(0, 127), {})).toEqual({ type: 'switches', from: 0, to: 1, atValue: 64 });
  });
  it('one pedal moves three parameters, one of them reversed', () => {
    const ps = [continuous('a', 0, 1), continuous('b', 0, 250), continuous('c', 0, 100)];
    const rig = withFunctions(
      smallRig(ps),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['a', 'b', 'c'] })],
      [landing('a'), landing('b', { from: 60, to: 10 }), landing('c', { to: 45 })],
    );
    expect([did(rig, 'a'), did(rig, 'b'), did(rig, 'c')]).toMatchObject([
      { from: 0, to: 1 },
      { from: 60, to: 10 },
      { from: 0, to: 45 },
    ]);
  });
});

describe('presses of a switch that alternates', () => {
  const pressed = (p: Parameter, change: Partial<Landing>) =>
    did(
      withFunctions(smallRig([p]), [assignment({ behaviour: latching(127, 0), meant: [p.id] })], [landing(p.id, change)]),
      p.id,
    );
  const scenes = parameter('scene', { kind: 'stepped', lowest: 0, highest: 7, start: 3, steps: [...'abcdefgh'] });
  it.each(['increment', 'next-preset'] as const)('into %s act with every second one', (mode) => {
    expect(pressed(scenes, { mode, from: 0, to: 7 })).toEqual({ type: 'every-second-press' });
  });
  it('go between two values, whatever it began at: nothing wraps through where it never comes back to', () => {
    expect(pressed(continuous('mix', 0, 100, { start: 30 }), { to: 100 })).toEqual({
      type: 'flips-once-per-press',
      first: 100,
      second: 0,
    });
  });
  it('are two of the steps of what has steps', () => {
    const steps = pressed(scenes, { from: 2, to: 5 });
    expect(steps).toEqual({ type: 'steps', count: 2, first: 5, last: 2, end: 'alternates', twice: false });
    expect(steps && effectWords(steps as Parameters<typeof effectWords>[0], scenes)).toBe('f and c in turn');
  });
});

describe('fourteen bits turned round at the sender', () => {
  it.each(['act-on-each', 'wait-for-low-byte'] as const)('sweep like seven do, on a target that %s', (fourteenBit) => {
    const message = { type: 'cc14' as const, channel: channel(5), number: u7(1) };
    const swept = (from: number, to: number) =>
      did(
        withFunctions(
          smallRig([continuous('level', 0, 1000)], { reception: { fourteenBit } }),
          [assignment({ on: 'k1', gesture: 'move', message, behaviour: range(from, to), meant: ['level'] })],
          [landing('level', { address: message, to: 1000 })],
        ),
        'level',
      );
    expect(swept(16383, 0)).toMatchObject({ type: 'sweeps', from: 1000, to: 0, count: 1024 });
    expect(swept(0, 16383)).toMatchObject({ type: 'sweeps', from: 0, to: 1000, count: 1024 });
  });
});

describe('endless encoders', () => {
  const turned = (sent: RelativeCoding, heard: RelativeCoding, change: Partial<Landing> = {}) =>
    did(
      withFunctions(
        smallRig([continuous('level', 0, 127, { start: 60 })], {
          firmware: { encoderModes: ['twos-complement', 'binary-offset', 'sign-magnitude'] },
        }),
        [
          assignment({
            on: 'k1',
            gesture: 'move',
            behaviour: { type: 'relative', coding: sent, acceleration: 1 },
            meant: ['level'],
          }),
        ],
        [landing('level', { from: 0, to: 127, mode: 'relative', coding: heard, ...change })],
      ),
      'level',
    );
  it('move by one step a click where both sides mean the same coding', () => {
    for (const coding of ['twos-complement', 'binary-offset', 'sign-magnitude'] as const) {
      const click = { perClick: expect.closeTo(1, 6), backwards: false };
      expect(turned(coding, coding)).toMatchObject({ type: 'clicks', ...click, left: click });
    }
  });
  it('two’s complement into binary offset, and back, runs the wrong way in a leap that ends at once', () => {
    for (const [sent, heard] of [
      ['twos-complement', 'binary-offset'],
      ['binary-offset', 'twos-complement'],
    ] as const) {
      expect(turned(sent, heard)).toMatchObject({ type: 'clicks', backwards: true, perClick: 60 });
    }
  });
  it('sign and size into two’s complement is right to the right, and to the left goes the wrong way in leaps', () => {
    const rig = turned('sign-magnitude', 'twos-complement');
    expect(rig).toMatchObject({ type: 'clicks', perClick: expect.closeTo(1, 6), backwards: false, left: { perClick: 63 } });
    if (rig?.type !== 'clicks') throw new Error('no clicks');
    expect(effectWords(rig, continuous('level', 0, 127))).toBe(
      'to the right moves by 1 a click; to the left moves by 63 a click',
    );
  });
  it('a reversed range runs backwards on purpose', () => {
    expect(turned('binary-offset', 'binary-offset', { from: 127, to: 0 })).toMatchObject({
      backwards: true,
      perClick: expect.closeTo(1, 6),
    });
  });
  it('a coding that the firmware has not is not guessed', () => {
    const rig = withFunctions(
      smallRig([continuous('level', 0, 127)]),
      [
        assignment({
          on: 'k1',
          gesture: 'move',
          behaviour: { type: 'relative', coding: 'binary-offset', acceleration: 1 },
          meant: ['level'],
        }),
      ],
      [landing('level', { to: 127, mode: 'relative', coding: 'binary-offset' })],
    );
    expect(outcomeOf(rig)).toMatchObject({ type: 'cannot' });
  });
  it('says nothing of what else is on the control: that is played as if what cannot be sent were not there', () => {
    const own = assignment({ id: 'own', on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['level'] });
    const clicks = { type: 'relative', coding: 'binary-offset', acceleration: 1 } as const;
    const beside = assignment({ id: 'beside', on: 'k1', gesture: 'move', message: cc(30), behaviour: clicks, meant: ['level'] });
    const alone = withFunctions(smallRig([continuous('level', 0, 127)]), [own], [landing('level', { to: 127 })]);
    expect(outcomeOf(alone, 'own')).toMatchObject({ type: 'played', effects: [{ did: { type: 'sweeps' } }] });
    expect(outcomeOf({ ...alone, assignments: [own, beside] }, 'own')).toEqual(outcomeOf(alone, 'own'));
    expect(outcomeOf({ ...alone, assignments: [own, beside] }, 'beside')).toMatchObject({ type: 'cannot' });
  });
});

describe('takeover', () => {
  const swept = (takeover: 'jump' | 'pickup' | 'scale', start: number) =>
    did(
      withFunctions(
        smallRig([continuous('level', 0, 127, { start })]),
        [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['level'] })],
        [landing('level', { from: 0, to: 127, takeover })],
      ),
      'level',
    );
  it('jump goes to where the knob is at once', () => {
    expect(swept('jump', 50)).toMatchObject({ type: 'sweeps', from: 0, firstJump: 50 });
  });
  it('pickup waits until the knob comes within two steps of the value, then follows', () => {
    expect(swept('pickup', 50)).toEqual({ type: 'picks-up', atValue: 48, count: 80, from: 50, to: 127, largestStep: 2 });
  });
  it('scale moves at once in proportion, and both reach the end together', () => {
    const told = swept('scale', 50);
    expect(told).toMatchObject({ type: 'picks-up', atValue: 1, from: 50, to: 127 });
    expect(told && 'largestStep' in told ? told.largestStep : 99).toBeLessThan(1);
  });
});

describe('gestures', () => {
  const two = (firmware: object) =>
    withFunctions(
      smallRig([parameter('plain'), parameter('long')], { firmware }),
      [
        assignment({ behaviour: latching(127, 0), meant: ['plain'] }),
        assignment({ id: 'a2', gesture: 'hold', behaviour: latching(127, 0), message: cc(105), meant: ['long'] }),
      ],
      [landing('plain'), landing('long', { address: cc(105) })],
    );
  const firedBefore = (firmware: object) => {
    const result = outcomeOf(two(firmware), 'a2');
    return result.type === 'played' ? result.firedBefore : null;
  };
  it('on firmware that always fires press, holding also does the plain function', () => {
    expect(firedBefore({ press: 'always-fires' })).toEqual(['a1']);
  });
  it('on firmware that waits it does not, and the plain press fires on release', () => {
    expect(firedBefore({ press: 'waits' })).toEqual([]);
    const rig = two({ press: 'waits' });
    expect(did(rig, 'plain')).toMatchObject({ type: 'flips-once-per-press' });
    const played = traceOf(indexRig(rig), rig.assignments[0] ?? assignment({ behaviour: fixed(1), meant: [] }));
    const down = played?.trace.t[played.trace.kind.indexOf(FINGER_DOWN)];
    const sent = played?.trace.t[played.trace.kind.indexOf(SENT)];
    expect(sent).toBeGreaterThan(down ?? 0);
  });
  it('the plain function on release works beside a hold only where release after a hold is suppressed', () => {
    const moved = (releaseAfterHold: 'fires' | 'suppressed') => {
      const rig = two({ releaseAfterHold });
      const release = assignment({ gesture: 'release', behaviour: latching(127, 0), meant: ['plain'] });
      const played = traceOf(
        indexRig({ ...rig, assignments: [release, ...rig.assignments.slice(1)] }),
        rig.assignments[1] ?? release,
      );
      const slot = played?.chain.targets.parameters.findIndex((p) => p.id === 'plain') ?? -1;
      return slot >= 0 && played?.trace.kind.some((k, i) => k === VALUE && played.trace.a[i] === slot);
    };
    expect(moved('suppressed')).toBe(false);
    expect(moved('fires')).toBe(true);
  });
  it('a short press does not hold, and a hold needs its time', () => {
    const rig = two({ holdMs: 700 });
    const hold = rig.assignments[1];
    const played = hold ? traceOf(indexRig(rig), hold) : null;
    const at = played?.trace.t.filter((_, i) => played.trace.kind[i] === SENT && played.trace.b[i] === played.slot) ?? [];
    expect(at[0]).toBe(700);
    expect(outcomeOf(rig)).toMatchObject({ sent: 4 });
  });
});

describe('layers while held', () => {
  const inHeel = (change: Parameters<typeof layer>[0], extra: Partial<Parameters<typeof assignment>[0]> = {}) =>
    withFunctions(
      smallRig([parameter('freeze')], { layers: [layer(change)] }),
      [assignment({ layerId: 'heel', behaviour: latching(127, 0), meant: ['freeze'], ...extra })],
      [landing('freeze', change?.madeIn === 'host' ? { hostLayerId: 'heel' } : {})],
    );
  it('a layer made in the controller is reached through its modifier', () => {
    expect(did(inHeel({}), 'freeze')).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('a layer made in the host listens only while the modifier’s own message says so', () => {
    const signal = cc(119);
    expect(did(inHeel({ madeIn: 'host', signal }), 'freeze')).toMatchObject({ type: 'flips-once-per-press' });
    expect(did(inHeel({ madeIn: 'host', signal: null }), 'freeze')).toEqual({ type: 'never-reacts' });
  });
  it('in the host the same number does one thing in Base and another in the layer', () => {
    const rig = withFunctions(
      smallRig([parameter('base'), parameter('held')], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
      [
        assignment({ behaviour: latching(127, 0), meant: ['base'] }),
        assignment({ id: 'a2', layerId: 'heel', behaviour: latching(127, 0), meant: ['held'] }),
      ],
      [landing('base'), landing('held', { hostLayerId: 'heel' })],
    );
    expect(outcomeOf(rig)).toMatchObject({
      effects: [{ parameterId: 'base', meant: true, did: { type: 'flips-once-per-press' } }],
    });
    expect(outcomeOf(rig, 'a2')).toMatchObject({
      effects: [{ parameterId: 'held', meant: true, did: { type: 'flips-once-per-press' } }],
    });
  });
  it('says when nothing leads to the place', () => {
    expect(outcomeOf(inHeel({ modifierControlId: null }))).toEqual({
      type: 'unreachable',
      why: { type: 'no-modifier', layer: 'Heel' },
    });
    expect(outcomeOf(inHeel({}, { on: 'mod' }))).toMatchObject({ type: 'unreachable', why: { type: 'is-its-own-modifier' } });
    expect(outcomeOf(inHeel({}, { bank: 3 }))).toEqual({ type: 'unreachable', why: { type: 'no-such-bank', bank: 3, banks: 2 } });
  });
  it('what a control cannot do by what it is, and what is never pressed together', () => {
    const able = (rig: Rig): Rig => ({
      ...rig,
      controllers: rig.controllers.map((c) => ({
        ...c,
        firmware: { ...c.firmware, gestures: ['move', 'press', 'hold', 'chord'] },
      })),
    });
    const why = (change: Partial<Control>, extra: Partial<Assignment>, id = 'fs1') => {
      const rig = able(
        withFunctions(
          smallRig([parameter('freeze')]),
          [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
          [landing('freeze')],
        ),
      );
      const made = outcomeOf({
        ...rig,
        controls: rig.controls.map((c) => (c.id === id ? { ...c, ...change } : c)),
        assignments: rig.assignments.map((a) => ({ ...a, ...extra })),
      });
      return made.type === 'unreachable' ? made.why.type : made.type;
    };
    const chord = (partner: string): Assignment['gesture'] => ({ type: 'chord', with: partner, windowMs: 60, singlesFire: true });
    expect(why({ kind: 'expression' }, {})).toBe('not-on-control');
    expect(why({ kind: 'encoder' }, { gesture: { type: 'hold' } })).toBe('not-on-control');
    expect(why({ kind: 'encoder', subControls: ['push'] }, { gesture: { type: 'hold' } })).toBe('played');
    expect(why({}, { gesture: { type: 'move' } })).toBe('not-on-control');
    expect(why({ kind: 'pad' }, { gesture: { type: 'move' } })).toBe('played');
    expect(why({}, { gesture: chord('fs1') })).toBe('never-meets');
    expect(why({}, { gesture: chord('k1') })).toBe('never-meets');
    expect(why({}, { gesture: chord('fs2') })).toBe('played');
    expect(why({ controllerId: 'elsewhere' }, { gesture: chord('fs2') }, 'fs2')).toBe('never-meets');
    const inHeld = (kind: Control['kind']) => {
      const rig = inHeel({});
      return outcomeOf({ ...rig, controls: rig.controls.map((c) => (c.id === 'mod' ? { ...c, kind } : c)) });
    };
    expect(inHeld('expression')).toEqual({ type: 'unreachable', why: { type: 'no-modifier', layer: 'Heel' } });
    expect(inHeld('pad').type).toBe('played');
  });
  it('a layer for the next press is closed by the first of two: what takes two never comes in it', () => {
    const gestures = ['press', 'hold', 'double-tap', 'tap-hold', 'chord'] as const;
    const chord = { type: 'chord', with: 'fs2', windowMs: 60, singlesFire: true } as const;
    const typeIn = (change: Partial<Layer>) =>
      gestures.map((type) => {
        const rig = inHeel({ mode: 'next-press', ...change }, type === 'chord' ? {} : { gesture: type });
        const made = { ...rig, assignments: rig.assignments.map((a) => (type === 'chord' ? { ...a, gesture: chord } : a)) };
        const able = (c: Controller): Controller => ({ ...c, firmware: { ...c.firmware, gestures: [...gestures] } });
        const { type: came } = outcomeOf({ ...made, controllers: made.controllers.map(able) });
        return came === 'unreachable' ? type : '';
      });
    expect(typeIn({})).toEqual(['', '', 'double-tap', 'tap-hold', 'chord']);
    expect(typeIn({ mode: 'toggled' })).toEqual(['', '', '', '', '']);
    expect(typeIn({ mode: 'while-held' })).toEqual(['', '', '', '', '']);
  });
});

describe('what does not arrive', () => {
  const base = (change: { wire?: object; landing?: Partial<Landing>; reception?: Partial<Reception> }) => {
    const rig = withFunctions(
      smallRig([parameter('freeze')], { reception: change.reception ?? {} }),
      [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
      change.landing === undefined ? [landing('freeze')] : [landing('freeze', change.landing)],
    );
    return did({ ...rig, wires: rig.wires.map((w) => ({ ...w, ...change.wire })) }, 'freeze');
  };
  it('names why: no wire, filtered, outside the window, another address', () => {
    expect(base({})).toMatchObject({ type: 'flips-once-per-press' });
    expect(base({ wire: { forRemote: false } })).toEqual({ type: 'nothing-lands', why: 'no-wire' });
    expect(base({ wire: { channels: [1] } })).toEqual({ type: 'nothing-lands', why: 'no-wire' });
    expect(base({ landing: { address: cc(9) } })).toEqual({ type: 'nothing-lands', why: 'other-address' });
    expect(base({ reception: { windows: [{ type: 'cc', channels: null, from: 20, to: 31 }] } })).toEqual({
      type: 'nothing-lands',
      why: 'outside-window',
    });
  });
});

describe('words', () => {
  it('come from what happened, in the unit of the parameter', () => {
    const mix = continuous('mix', 0, 100, { unit: '%' });
    const rig = withFunctions(
      smallRig([mix]),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['mix'] })],
      [landing('mix', { to: 45 })],
    );
    const result = outcomeOf(rig);
    expect(outcomeWords(result, new Map([['mix', mix]]))).toBe('0 % → 45 % in 128 steps, at most 0.354 % each');
    expect(effectWords({ type: 'turns-on-never-off', already: false }, parameter('x', { steps: ['Dry', 'Wet'] }))).toBe(
      'turns Wet, never Dry',
    );
  });
});

describe('a switch that another one releases', () => {
  const group = (change: Partial<SwitchGroup>): SwitchGroup => ({
    id: 'g',
    order: 0,
    controllerId: 'board',
    name: 'Group 1',
    bank: null,
    page: null,
    controlIds: ['fs1', 'fs2'],
    pressedAgain: 'stays-on',
    sendsOff: true,
    entered: null,
    note: '',
    ...change,
  });
  const didIn = (rig: Rig, change: Partial<SwitchGroup>) => {
    const result = outcomeOf({ ...rig, groups: [group(change)] });
    return result.type === 'played' ? result.effects.map((e) => e.did) : result;
  };
  const freeze = withFunctions(
    smallRig([parameter('freeze')]),
    [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
    [landing('freeze', { mode: 'absolute' })],
  );
  it('goes on with its press and off with that of the other, or with its own', () => {
    const flips = [{ type: 'flips-once-per-press', first: 1, second: 0 }];
    expect(didIn(freeze, {})).toEqual(flips);
    expect(didIn(freeze, { pressedAgain: 'turns-off' })).toEqual(flips);
    expect(didIn(freeze, { sendsOff: false })).toEqual([{ type: 'turns-on-never-off', already: false }]);
  });
  it('sets its sound, whatever the others of the group set', () => {
    const sound = parameter('sound', { kind: 'stepped', lowest: 0, highest: 2, start: 0, steps: ['A', 'B', 'C'] });
    const sounds = withFunctions(
      smallRig([sound], { firmware: { messages: ['program'] } }),
      [1, 2].map((n) => assignment({ id: `a${n}`, on: `fs${n}`, message: program(n), behaviour: fixed(0), meant: ['sound'] })),
      [1, 2].map((n) => landing('sound', { id: `l${n}`, address: program(n), mode: 'set', setValue: n })),
    );
    for (const pressedAgain of ['stays-on', 'turns-off'] as const)
      expect(didIn(sounds, { pressedAgain })).toEqual([{ type: 'sets', value: 1, already: false }]);
  });
});
