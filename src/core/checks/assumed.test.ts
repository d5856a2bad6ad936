// Law 11 by example: what is wrong only because of something that nobody stated is to be looked at, and says where it can be found out.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  parameter,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { rigWith, type SomeFunction } from '../../../tests/kit/some-function';
import { channel, u7 } from '../midi';
import { commonReception, type Evidence, type Rig } from '../rig';
import { judge } from './judge';

const saidOf = (fact: string): Evidence[] => [{ fact, grade: 'tested', at: '2026-11-30', version: '', limit: '' }];

/** One press or move of a control, heard by one target; what matters is said anew. */
const plain: SomeFunction = {
  message: cc(20),
  parameter: parameter('p', { kind: 'trigger', start: 0 }),
  gesture: 'move',
  behaviour: 'range',
  values: [1, 0],
  mode: 'absolute',
  part: [0, 1],
  coding: 'twos-complement',
  heard: 'twos-complement',
  takeover: 'jump',
  actsOn: 'any-message',
  fourteenBit: 'act-on-each',
  feedback: 'none',
  wires: 'one',
  port: '',
  group: null,
  sendsOff: false,
  want: null,
};

/** What is found about the one function of a rig by a check. */
const foundBy = (rig: Rig, check: string) =>
  (judge(rig).findings.get(rig.assignments[0]?.id ?? '') ?? []).filter((f) => f.check === check);

const clicks = { type: 'relative', coding: 'twos-complement', acceleration: 1 } as const;
const turned = (gear: Parameters<typeof smallRig>[1] = {}): Rig =>
  withFunctions(
    smallRig([continuous('p', 0, 100)], { ...gear, firmware: { encoderModes: ['twos-complement'], ...gear?.firmware } }),
    [assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: clicks, meant: ['p'] })],
    [landing('p', { address: cc(20), mode: 'relative', coding: 'twos-complement', from: 0, to: 100 })],
  );

describe('what arrives twice', () => {
  const twice = (mode: 'absolute' | 'toggle', port: string): Rig => {
    const rig = withFunctions(
      smallRig([continuous('p', 0, 100)]),
      [assignment({ on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['p'] })],
      [
        landing('p', { id: 'l1', address: cc(20), mode, port, from: 0, to: 100 }),
        // Flips at another number.
        landing('p', { id: 'l2', address: cc(30), mode: 'toggle', from: 0, to: 100 }),
      ],
    );
    const [wire] = rig.wires;
    if (!wire) throw new Error('the small rig is wired');
    return { ...rig, wires: [...rig.wires, { ...wire, id: 'w2', to: { ...wire.to, port: 'port 4' } }] };
  };
  const severities = (rig: Rig) => foundBy(rig, 'heard-twice').map((f) => [f.severity, f.assumed?.facts ?? []]);
  it('counts twice only where that which hears it counts', () => {
    expect(severities(twice('toggle', ''))).toEqual([['stop', []]]);
    expect(severities(twice('absolute', ''))).toEqual([['caution', []]]);
  });
  it('arrives once if the target tells its ports apart', () => {
    expect(severities(twice('toggle', 'port 4'))).toEqual([['caution', ['tellsPortsApart']]]);
  });
});

describe('a target of which nobody has said what it has', () => {
  it('lacks nothing for sure', () => {
    const [found] = foundBy(turned(), 'target-lacks');
    expect(found).toMatchObject({
      severity: 'caution',
      title: 'If Hall has no other ways of hearing, or Hall reads no clicks: Hall does not hear anything as relative.',
      assumed: { unit: 'targets', unitId: 'hall', facts: ['modes', 'relativeEncodings'] },
    });
  });
  it('lacks nothing for sure either where two facts have to be otherwise, and the travel is of 14 bits', () => {
    const rig = rigWith({
      ...plain,
      message: { type: 'cc14', channel: channel(5), number: u7(9) },
      parameter: parameter('p', { kind: 'trigger' }),
      mode: 'run',
    });
    if (!rig) throw new Error('no rig');
    const forgotten = {
      ...rig,
      targets: rig.targets.map((t) => ({ ...t, reception: { ...t.reception, actsOn: commonReception.actsOn } })),
    };
    expect(foundBy(forgotten, 'target-lacks')).toMatchObject([{ severity: 'caution', assumed: { facts: ['modes', 'actsOn'] } }]);
  });
  it('may go farther with a click than assumed', () => {
    const pressed = withFunctions(
      smallRig([continuous('p', 0, 100)]),
      [
        assignment({
          id: 'a1',
          on: 'fs1',
          message: cc(20),
          behaviour: latching(38, 25),
          meant: ['p'],
          wants: [{ parameterId: 'p', want: 'sets' }],
        }),
      ],
      [landing('p', { address: cc(20), mode: 'relative', coding: 'sign-magnitude', from: 0, to: 100 })],
    );
    expect(foundBy(pressed, 'target-lacks')).toMatchObject([
      { severity: 'caution', assumed: { facts: ['modes', 'relativeEncodings', 'relativeStep'] } },
    ]);
  });
  it('may send values back where there is a wire for them: a light that follows them turns the latch', () => {
    const made = rigWith({
      ...plain,
      parameter: parameter('p', { kind: 'trigger', lowest: 0, highest: 1, start: 0 }),
      gesture: 'press',
      behaviour: 'latching',
      values: [0, 1],
      mode: 'gate',
      part: [1, 0],
      actsOn: 'at-or-above-threshold',
      wires: 'back',
      want: 'once',
    });
    if (!made) throw new Error('no rig');
    const severities = (rig: Rig) => foundBy(rig, 'every-second-press').map((f) => f.severity);
    expect(severities(made)).toEqual(['caution']);
    const oneWay = { ...made, wires: made.wires.filter((w) => w.from.unitId === 'board') };
    expect(oneWay.wires.length).toBeLessThan(made.wires.length);
    expect(severities(oneWay)).toEqual(['stop']);
  });
  it('may count only the very end of a travel', () => {
    const made = rigWith(plain);
    if (!made) throw new Error('no rig');
    expect(foundBy(made, 'not-as-wanted')).toMatchObject([{ severity: 'caution', assumed: { facts: ['threshold'] } }]);
  });
  it('may count a weak press in a layer of the software too, through which Base is heard', () => {
    const weak = (layerId: string | null) =>
      withFunctions(
        smallRig([continuous('p', 0, 100)], { layers: [layer({ madeIn: 'host', fallsThrough: true })] }),
        [assignment({ on: 'fs1', layerId, message: cc(20), behaviour: latching(1, 0), meant: ['p'] })],
        [landing('p', { address: cc(20), mode: 'increment', from: 0, to: 100 })],
      );
    for (const layerId of [null, 'heel'])
      expect(foundBy(weak(layerId), 'never-registers')).toMatchObject([{ severity: 'caution', assumed: { facts: ['actsOn'] } }]);
  });
  it('lacks what somebody has said that it has not', () => {
    const rig = turned();
    const said = { ...rig, targets: rig.targets.map((t) => ({ ...t, evidence: saidOf('modes') })) };
    expect(foundBy(said, 'target-lacks')).toMatchObject([{ severity: 'stop', assumed: null }]);
  });
  it('lacks what its library entry does not name', () => {
    const rig = turned();
    const copied = { ...rig, targets: rig.targets.map((t) => ({ ...t, profileId: 'hall' })) };
    expect(foundBy(copied, 'target-lacks')).toMatchObject([{ severity: 'stop', assumed: null }]);
  });
});

/** One press of a value, at a target of which it is known that it acts on what counts as on. */
const weak = (threshold: number, value: number): Rig => {
  const rig = smallRig([parameter('p')], { reception: { threshold: u7(threshold) } });
  return withFunctions(
    { ...rig, targets: rig.targets.map((t) => ({ ...t, evidence: saidOf('actsOn') })) },
    [assignment({ on: 'fs1', message: cc(20), behaviour: fixed(value), meant: ['p'] })],
    [landing('p', { address: cc(20), mode: 'toggle' })],
  );
};

describe('a threshold', () => {
  it('that nobody has said makes a weak press a question', () => {
    expect(foundBy(weak(64, 40), 'never-registers')).toMatchObject([
      {
        severity: 'caution',
        title: 'If Hall counts as on only from 64: p never reacts.',
        assumed: { unit: 'targets', unitId: 'hall', facts: ['threshold'] },
      },
    ]);
  });
  it('that nobody has said is asked of a value that something goes on and off by too', () => {
    const made = rigWith({
      ...plain,
      parameter: continuous('p', -60, 6, { default: -60, start: -60 }),
      behaviour: 'clicks',
      values: [0.4, 0],
      mode: 'gate',
    });
    if (!made) throw new Error('no rig');
    expect(foundBy(made, 'not-as-wanted')).toMatchObject([{ severity: 'caution', assumed: { facts: ['threshold'] } }]);
  });
  it('other than what every new target has was set by somebody', () => {
    expect(foundBy(weak(65, 40), 'never-registers')).toMatchObject([{ severity: 'stop', assumed: null }]);
  });
  it('is no question where nothing that is sent could ever count', () => {
    expect(foundBy(weak(64, 0), 'never-registers')).toMatchObject([{ severity: 'stop', assumed: null }]);
  });
});

describe('a clash at another target', () => {
  const rig = (): Rig => {
    const made = smallRig([parameter('p'), { ...parameter('q'), targetId: 'other' }]);
    const [hall] = made.targets;
    const [wire] = made.wires;
    if (!hall || !wire) throw new Error('the rig has a target');
    return withFunctions(
      {
        ...made,
        targets: [hall, { ...hall, id: 'other', name: 'Other' }],
        wires: [wire, { ...wire, id: 'w2', order: 2, to: { unitId: 'other', port: '' } }],
      },
      [assignment({ id: 'a', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['p'] })],
      [
        landing('p', { address: cc(20), mode: 'toggle' }),
        landing('q', { id: 'lq', targetId: 'other', address: cc(20), mode: 'toggle', port: 'port 9' }),
      ],
    );
  };
  it('may be none if that one tells its ports apart', () => {
    expect(foundBy(rig(), 'address-clash')).toMatchObject([
      { severity: 'caution', assumed: { unit: 'targets', unitId: 'other', facts: ['tellsPortsApart'] } },
    ]);
  });
  it('is one if somebody has said that it does not', () => {
    const said = { ...rig(), targets: rig().targets.map((t) => ({ ...t, evidence: saidOf('tellsPortsApart') })) };
    expect(foundBy(said, 'address-clash')).toMatchObject([{ severity: 'stop', assumed: null }]);
  });
});

describe('a controller of which nobody has said what it has', () => {
  it('may have more banks', () => {
    const rig = withFunctions(
      smallRig([parameter('p')], { firmware: { banks: 1 } }),
      [assignment({ on: 'fs1', bank: 2, message: cc(20), behaviour: fixed(127), meant: ['p'] })],
      [landing('p', { address: cc(20), mode: 'toggle' })],
    );
    expect(foundBy(rig, 'unreachable-place')).toMatchObject([
      { severity: 'caution', title: 'If Board has only 1 bank: Nothing leads there.', assumed: { facts: ['banks'] } },
    ]);
  });
});
