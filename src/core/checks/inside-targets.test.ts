// What goes on inside a target, as the checks tell it beyond their own examples.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  did,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import type { Landing, Parameter, Reception, Rig } from '../rig';
import { type CheckId, judge } from './index';

const told = (rig: Rig): readonly CheckId[] => [...judge(rig).findings.values()].flat().map((f) => f.check);
const held = (p: Parameter, reception: Partial<Reception>, gesture: 'hold' | 'press', heard: Partial<Landing> = {}): Rig =>
  withFunctions(
    smallRig([p], { reception }),
    [assignment({ id: 'f', on: 'fs1', gesture, message: cc(20), behaviour: fixed(127), meant: [p.id] })],
    [landing(p.id, { address: cc(20), mode: 'trigger', from: p.lowest, to: p.highest, ...heard })],
  );
const clip = (launch: Parameter['launch']): Parameter => parameter('clip', { kind: 'trigger', highest: 9999, launch });

describe('a launch that misses its bar', () => {
  it.each([
    ['bar', 'none', 'hold', true],
    ['bar', 'none', 'press', false],
    ['none', 'bar', 'hold', false],
    ['target', 'bar', 'hold', true],
    ['target', 'none', 'hold', false],
  ] as const)('of what starts by itself at %s, where its target launches at %s, on a %s: %s', (launch, all, gesture, misses) => {
    expect(told(held(clip(launch), { launchQuantisation: all }, gesture)).includes('launch-misses')).toBe(misses);
  });
});

describe('what waits for the beat or bar', () => {
  it.each([
    ['toggle', fixed(127), 'flips-once-per-press'],
    ['toggle', momentary(127, 0), 'flips-once-per-press'],
    ['absolute', latching(127, 0), 'flips-once-per-press'],
    ['set', fixed(127), 'turns-on-never-off'],
  ] as const)('is judged by what each press starts, as if it were at once: %s', (mode, behaviour, does) => {
    for (const launch of ['none', 'beat', 'bar'] as const)
      for (const gesture of ['press', 'hold', 'double-tap'] as const) {
        const rig = withFunctions(
          smallRig([parameter('p', { launch })], { firmware: { gestures: ['press', 'hold', 'double-tap'] } }),
          [assignment({ id: 'f', on: 'fs1', gesture, message: cc(20), behaviour, meant: ['p'] })],
          [landing('p', { address: cc(20), mode, setValue: 1 })],
        );
        expect([launch, gesture, did(rig, 'p', 'f')?.type]).toEqual([launch, gesture, does]);
        expect(told(rig).filter((c) => c === 'irregular' || c === 'every-second-press')).toEqual([]);
      }
  });
});

describe('hearing only in front', () => {
  const flip = parameter('flip');
  it.each([
    ['focused-window', 'target', true],
    ['focused-window', 'locked', false],
    ['always', 'target', false],
    ['always', 'selected', true],
  ] as const)('at a target that hears %s, of a landing as %s: %s', (scope, own, only) => {
    expect(told(held(flip, { scope }, 'press', { mode: 'toggle', scope: own })).includes('only-in-front')).toBe(only);
  });
});

describe('loudness that a macro moves', () => {
  const rig = (drives: boolean): Rig =>
    withFunctions(
      smallRig([
        continuous('macro', 0, 1, {
          drives: drives ? [{ parameterId: 'level', from: -60, to: 6, curve: { type: 'linear' } }] : [],
        }),
        continuous('level', -60, 6, { unit: 'dB', tags: ['loudness'], start: -12, default: -12 }),
      ]),
      [assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['macro'] })],
      [landing('macro', { address: cc(20) })],
    );
  it('leaps as it would by a knob of its own', () => {
    expect(told(rig(true))).toContain('loud-jump');
    expect(told(rig(false))).not.toContain('loud-jump');
  });
});
