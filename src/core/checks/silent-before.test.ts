// What checks were silent about, each with a twin that has not got it. All of it is common practice without a source.
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
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { type Assignment, apply, type Control, type Firmware, type Layer, type Reception, type Rig } from '../rig';
import { judge, offeredFixes } from './index';

const found = (rig: Rig, id: string): readonly string[] => (judge(rig).findings.get(id) ?? []).map((f) => f.check);

/** Two switches for one toggle, the second in another bank, both alternating unless told otherwise. */
function twoSwitches(
  gear: { readonly firmware?: Partial<Firmware>; readonly reception?: Partial<Reception> },
  same = false,
): Rig {
  const behaviour = same ? fixed(127) : latching(127, 0);
  const mode = same ? ('toggle' as const) : ('absolute' as const);
  return withFunctions(
    smallRig([parameter('freeze')], gear),
    [
      assignment({ bank: 1, behaviour, meant: ['freeze'] }),
      { ...assignment({ id: 'a2', on: 'fs2', bank: 2, behaviour, meant: ['freeze'], message: cc(105) }), order: 2 },
    ],
    [landing('freeze', { mode }), landing('freeze', { id: 'l2', order: 2, address: cc(105), mode })],
  );
}

describe('two switches for one toggle in two banks', () => {
  it('that alternate lose presses to each other; that flip the target do not', () => {
    expect(found(twoSwitches({}), 'a1')).toContain('lost-press');
    expect(found(twoSwitches({}), 'a2')).toContain('lost-press');
    expect(found(twoSwitches({}, true), 'a1')).not.toContain('lost-press');
  });
  it('say by which switch, once', () => {
    const list = (judge(twoSwitches({})).findings.get('a1') ?? []).filter((f) => f.check === 'lost-press');
    expect(list.map((f) => f.title)).toEqual(['After FS2 in bank 2 a press can do nothing to freeze.']);
  });
});

describe('a latch', () => {
  const alone = (togglesSurviveBankChange: boolean, banks: number): Rig =>
    withFunctions(
      smallRig([parameter('freeze')], { firmware: { togglesSurviveBankChange, banks } }),
      [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
      [landing('freeze')],
    );
  it('that is forgotten on a change of bank is told, where there is another bank', () => {
    expect(found(alone(false, 2), 'a1')).toContain('lost-press');
    expect(found(alone(true, 2), 'a1')).not.toContain('lost-press');
    expect(found(alone(false, 1), 'a1')).not.toContain('lost-press');
  });
});

describe('a knob that jumps', () => {
  const knob = (
    banks: number,
    other: Partial<Parameters<typeof assignment>[0]> | null,
    mode: 'absolute' | 'preset' = 'absolute',
  ): Rig => {
    const rig = smallRig(
      [continuous('level', 0, 100), continuous('tone', 0, 100), parameter('sound', { kind: 'stepped', highest: 3 })],
      {
        firmware: { banks },
        layers: [layer()],
      },
    );
    return withFunctions(
      rig,
      [
        assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['level'] }),
        ...(other
          ? [
              {
                ...assignment({
                  id: 'a2',
                  on: 'k1',
                  gesture: 'move',
                  behaviour: range(0, 127),
                  meant: ['tone'],
                  message: cc(105),
                  ...other,
                }),
                order: 2,
              },
            ]
          : []),
      ],
      [
        landing('level', { to: 100 }),
        landing('tone', { id: 'l2', order: 2, address: cc(105), to: 100 }),
        ...(mode === 'preset' ? [landing('sound', { id: 'l3', order: 3, address: cc(90), mode, to: 3 })] : []),
      ],
    );
  };
  it('after a layer in which it does something else, on one bank too', () => {
    expect(found(knob(1, { layerId: 'heel' }), 'a1')).toContain('jump-after-change');
    expect(found(knob(1, null), 'a1')).not.toContain('jump-after-change');
  });
  it('after another bank in which it does something else, where it stands in every other one', () => {
    expect(found(knob(2, { bank: 2 }), 'a1')).toContain('jump-after-change');
    expect(found(knob(1, { bank: 2 }), 'a1')).not.toContain('jump-after-change');
  });
  it('after a preset that the rig can choose', () => {
    expect(found(knob(1, null, 'preset'), 'a1')).toContain('jump-after-change');
  });
});

describe('a function on the number of a host layer’s signal', () => {
  const withSignal = (signal: number): Rig =>
    withFunctions(
      smallRig([parameter('freeze'), parameter('gate')], { layers: [layer({ madeIn: 'host', signal: cc(signal) })] }),
      [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
      [landing('freeze'), landing('gate', { id: 'l2', order: 2, hostLayerId: 'heel' })],
    );
  it('clashes: it opens the layer as well', () => {
    expect(found(withSignal(104), 'a1')).toContain('address-clash');
    expect(found(withSignal(119), 'a1')).not.toContain('address-clash');
  });
});

describe('more messages than the firmware takes', () => {
  const three = (messagesPerGesture: number): Rig => {
    const names = ['a', 'b', 'c'];
    return withFunctions(
      smallRig(
        names.map((p, i) => parameter(p, { order: i })),
        { firmware: { messagesPerGesture } },
      ),
      names.map((p, i) => ({ ...assignment({ id: p, behaviour: fixed(127), meant: [p], message: cc(20 + i) }), order: i })),
      names.map((p, i) => landing(p, { id: `l${p}`, order: i, address: cc(20 + i) })),
    );
  };
  it('over several functions of one gesture, is told at those that do not go out', () => {
    const told = (most: number) => ['a', 'b', 'c'].filter((id) => found(three(most), id).includes('too-many-actions'));
    expect([told(3), told(2), told(1)]).toEqual([[], ['c'], ['b', 'c']]);
  });
});

describe('what nobody stated', () => {
  const plain = (change: Partial<Rig['targets'][number]> = {}, tags: Rig['parameters'][number]['tags'] = []): Rig => {
    const rig = withFunctions(
      smallRig([parameter('freeze'), parameter('hush', { order: 2, tags })]),
      [assignment({ bank: 1, behaviour: latching(127, 0), meant: ['freeze'] })],
      [landing('freeze')],
    );
    return { ...rig, targets: rig.targets.map((t) => ({ ...t, ...change })) };
  };
  const titles = (rig: Rig, check: string): readonly string[] =>
    [...judge(rig).findings.values()].flat().flatMap((f) => (f.check === check ? [f.title] : []));
  it('is not claimed: where a mapping is kept', () => {
    expect(titles(plain(), 'lives-elsewhere')).toEqual([
      'If Hall keeps its mapping with the project, it is gone in the next one.',
    ]);
    const evidence = [{ fact: 'livesIn', grade: 'manual' as const, at: null, version: '', limit: '' }];
    expect(titles(plain({ evidence }), 'lives-elsewhere')).toEqual(['The mapping of Hall is gone in the next project.']);
    expect(titles(plain({ profileId: 'from-the-library' }), 'lives-elsewhere')).toEqual([
      'The mapping of Hall is gone in the next project.',
    ]);
  });
  it('is not claimed: that nothing silences a target of which nothing is tagged panic', () => {
    expect(titles(plain(), 'no-silence')).toEqual(['Perhaps nothing silences Hall from Board in One.']);
    expect(titles(plain({}, ['panic']), 'no-silence')).toEqual(['Nothing silences Hall from Board in One.']);
  });
});

describe('what takes two presses in a layer for the next one', () => {
  it('never comes, and is told though it is there for no parameter', () => {
    const twice = (mode: Layer['mode']): Rig => {
      const row = assignment({ layerId: 'heel', gesture: 'double-tap', behaviour: fixed(127), meant: [] });
      const gear = { firmware: { gestures: ['press' as const, 'double-tap' as const] }, layers: [layer({ mode })] };
      return withFunctions(smallRig([], gear), [{ ...row, actions: [{ type: 'keystroke', keys: 'F5' }] }], []);
    };
    expect(found(twice('next-press'), 'a1')).toContain('unreachable-place');
    expect(found(twice('toggled'), 'a1')).not.toContain('unreachable-place');
  });
});

describe('a function that its control cannot do', () => {
  const on = (kind: Control['kind'], gesture: Assignment['gesture']): Rig => {
    const rig = withFunctions(
      smallRig([parameter('freeze')], { firmware: { gestures: ['move', 'press', 'hold', 'chord'] } }),
      [{ ...assignment({ behaviour: fixed(127), meant: ['freeze'] }), gesture }],
      [landing('freeze', { mode: 'toggle' })],
    );
    return { ...rig, controls: rig.controls.map((c) => (c.id === 'fs1' ? { ...c, kind } : c)) };
  };
  const told = (rig: Rig): readonly string[] =>
    (judge(rig).findings.get('a1') ?? []).flatMap((f) =>
      f.check === 'no-such-gesture' ? [`${f.severity}: ${f.title} ${f.reason}`] : [],
    );
  it('must be fixed, whatever the firmware has', () => {
    expect(told(on('expression', { type: 'press' }))).toEqual([
      'stop: FS1 cannot be pressed. So its press never comes, and nothing happens.',
    ]);
    expect(told(on('footswitch', { type: 'move' }))).toEqual([
      'stop: FS1 cannot be moved. So its move never comes, and nothing happens.',
    ]);
    expect(told(on('footswitch', { type: 'chord', with: 'k1', windowMs: 60, singlesFire: true }))).toEqual([
      'stop: FS1 is never pressed together with K1. A chord takes two controls of one controller that can both be pressed.',
    ]);
    expect(told(on('pad', { type: 'press' }))).toEqual([]);
  });
  it('is not to act on another press, where it can be moved only', () => {
    const judgement = judge(on('expression', { type: 'hold' }));
    const finding = (judgement.findings.get('a1') ?? []).find((f) => f.check === 'no-such-gesture');
    expect(finding && offeredFixes(judgement, finding, () => 'n').map((fix) => fix.label)).toEqual(['Clear what goes no more']);
  });
});

describe('the tap of a modifier that can only be moved', () => {
  it('moves nothing: it never comes', () => {
    const tapped = (kind: Control['kind']): readonly string[] => {
      const tap: Layer['tap'] = [{ type: 'send', message: cc(20), behaviour: fixed(127), pinned: false, meant: [] }];
      const rig = withFunctions(
        smallRig([parameter('freeze')], { layers: [layer({ tap })] }),
        [],
        [landing('freeze', { address: cc(20) })],
      );
      const made = { ...rig, controls: rig.controls.map((c) => (c.id === 'mod' ? { ...c, kind } : c)) };
      return found(made, 'heel').filter((check) => check === 'tap-moves');
    };
    expect(tapped('footswitch')).toEqual(['tap-moves']);
    expect(tapped('expression')).toEqual([]);
  });
});

describe('a calibrated pedal', () => {
  it('keeps its measured ends when its dead zones are taken out', () => {
    const measured = { low: 0.12, high: 0.91, deadLow: 0.2, deadHigh: 0, curve: { type: 'linear' as const } };
    const rig = smallRig([continuous('mix', 0, 100)]);
    const pedal = withFunctions(
      {
        ...rig,
        controls: rig.controls.map((c) => (c.id === 'k1' ? { ...c, kind: 'expression' as const, calibration: measured } : c)),
      },
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['mix'] })],
      [landing('mix', { to: 100 })],
    );
    const judgement = judge(pedal);
    const finding = (judgement.findings.get('a1') ?? []).find((f) => f.check === 'dead-travel');
    const [fix] = finding ? offeredFixes(judgement, finding, () => 'n') : [];
    const done = fix ? apply(pedal, fix.edit) : null;
    expect(done?.ok && done.value.controls.find((c) => c.id === 'k1')?.calibration).toEqual({ ...measured, deadLow: 0 });
  });
});
