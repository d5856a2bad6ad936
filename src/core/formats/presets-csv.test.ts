// Lists of what presets hold: written and read again they say the same, whatever is held; what is wrong is said line by line.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { continuous, parameter, smallRig } from '../../../tests/kit/small-rig';
import { takePresets } from '../commands';
import { apply, indexRig, type Preset, type Rig } from '../rig';
import { parsePresets, writePresets } from './index';

const sound = parameter('sound', { kind: 'stepped', lowest: 0, highest: 3, steps: ['Glow', 'A, b', 'Twice', 'Twice'] });
const rig = smallRig([
  sound,
  parameter('drive', { name: 'Drive' }),
  continuous('mix', 0, 100, { name: 'Mix', unit: '%' }),
  parameter('tap', { kind: 'trigger', name: 'Tap' }),
]);
const holding = (presets: readonly Preset[]): Rig => ({ ...rig, presets: [...presets] });
const preset = (step: number, change: Partial<Preset>): Preset => ({
  id: `s${step}`,
  order: step,
  parameterId: 'sound',
  step,
  stored: true,
  rest: 'stays',
  values: [],
  entered: null,
  note: '',
  ...change,
});

describe('a list of what presets hold', () => {
  it('says the same written and read again', () => {
    const some = fc.uniqueArray(
      fc.record({
        step: fc.nat(3),
        stored: fc.boolean(),
        rest: fc.constantFrom('stays' as const, 'unknown' as const),
        drive: fc.constantFrom(null, 0, 1),
        mix: fc.oneof(fc.constant(null), fc.double({ min: 0, max: 100, noNaN: true })),
      }),
      { selector: (p) => p.step, maxLength: 4 },
    );
    fc.assert(
      fc.property(some, fc.constantFrom('csv' as const, 'tsv' as const), (list, format) => {
        const presets = list.map(({ step, stored, rest, drive, mix }) =>
          preset(step, {
            stored,
            // An empty one says nothing else.
            rest: stored ? rest : 'stays',
            values: stored
              ? [
                  ...(drive === null ? [] : [{ parameterId: 'drive', value: drive }]),
                  ...(mix === null ? [] : [{ parameterId: 'mix', value: mix }]),
                ]
              : [],
          }),
        );
        const index = indexRig(holding(presets));
        const read = parsePresets(writePresets(index, sound, format), index, sound);
        expect(read.bad).toEqual([]);
        let id = 0;
        const taken = apply(
          rig,
          takePresets(indexRig(rig), sound, read.good, () => `n${id++}`),
        );
        if (!taken.ok) throw new Error('not taken');
        const told = (rows: readonly Preset[]) =>
          rows.map(({ step, stored, rest, values }) => ({ step, stored, rest, values })).sort((a, b) => a.step - b.step);
        expect(told(taken.value.presets)).toEqual(told(presets));
      }),
    );
  });
  it('takes units and on and off, and says what is wrong of a line', () => {
    const text = [
      'preset,parameter,value',
      'Glow,Drive,on',
      'Glow,Mix,40 %',
      '1,Mix,140',
      '1,Choir,on',
      'Glow,Tap,1',
      'Dawn,Mix,3',
      '1,all else,not known',
      'Twice,empty,',
    ].join('\n');
    const { good, bad, lines } = parsePresets(text, indexRig(rig), sound);
    expect(lines).toBe(4);
    expect(Object.fromEntries(good)).toEqual({
      0: {
        stored: true,
        rest: 'stays',
        values: [
          { parameterId: 'drive', value: 1 },
          { parameterId: 'mix', value: 40 },
        ],
      },
      1: { stored: true, rest: 'unknown', values: [] },
      2: { stored: false, rest: 'stays', values: [] },
    });
    expect(bad.map((b) => [b.line, b.reason.code])).toEqual([
      [4, 'out-of-range'],
      [5, 'no-parameter'],
      [6, 'no-parameter'],
      [7, 'no-number'],
    ]);
  });
});
