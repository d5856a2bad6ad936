// Many cells of the table of scenes written at once.
import { describe, expect, it } from 'vitest';
import { continuous, parameter, smallRig } from '../../../tests/kit/small-rig';
import { apply, type Rig, type Song } from '../rig';
import { valuesIn, wantInCells } from './index';

const level = continuous('level', -60, 6, { unit: 'dB' });
const wet = parameter('wet');
const mode = parameter('mode', { kind: 'stepped', lowest: 1, highest: 3, steps: ['Hall', 'Plate', 'Room'] });
const section = (name: string) => ({ name, bars: 4, sceneId: null, bank: null });
const song: Song = {
  id: 's',
  order: 1,
  name: 'Song',
  bpm: 100,
  beatsPerBar: 4,
  note: '',
  sections: [section('A'), section('B')],
};
const rig: Rig = { ...smallRig([level, wet, mode]), songs: [song] };

let made = 0;
const written = (texts: readonly (readonly [number, typeof level, string])[]) => {
  const { edit, refused } = wantInCells(
    rig,
    texts.map(([at, p, text]) => ({ songId: 's', at, parameter: p, text })),
    () => `n${made++}`,
  );
  const done = edit ? apply(rig, edit) : null;
  if (done && !done.ok) throw new Error(JSON.stringify(done.error));
  const after = done?.value ?? rig;
  const [now = song] = after.songs;
  return {
    edit,
    refused: refused.map((r) => [r.cell.parameter.id, r.why.code]),
    wants: now.sections.map((_, at) => valuesIn(after, now, at).map((v) => [v.parameterId, v.value])),
    scenes: after.scenes.length,
  };
};

describe('cells of a spreadsheet', () => {
  it('are read as each parameter is: numbers with and without a unit, steps by name and number, on and off', () => {
    const { wants, refused, scenes } = written([
      [0, level, '-6'],
      [0, wet, 'on'],
      [0, mode, 'Plate'],
      [1, level, '-12.5 dB'],
      [1, wet, 'Off'],
      [1, mode, '3'],
    ]);
    expect(wants).toEqual([
      [
        ['level', -6],
        ['wet', 1],
        ['mode', 2],
      ],
      [
        ['level', -12.5],
        ['wet', 0],
        ['mode', 3],
      ],
    ]);
    expect([refused, scenes]).toEqual([[], 2]);
  });
  it('that a parameter does not take are refused, and the others written; empty ones empty the cell', () => {
    const { wants, refused } = written([
      [0, level, '99'],
      [0, mode, 'Cave'],
      [0, wet, 'on'],
      [0, wet, ''],
      [1, level, '0'],
    ]);
    expect(refused).toEqual([
      ['level', 'out-of-range'],
      ['mode', 'no-number'],
    ]);
    expect(wants).toEqual([[], [['level', 0]]]);
  });
  it('that say what is there already are no edit', () => {
    expect(
      written([
        [0, level, ''],
        [1, wet, ' '],
      ]).edit,
    ).toBeNull();
  });
  it('say how many change, and of a scene that is full that it is', () => {
    const many = Array.from({ length: 513 }, (_, i) => continuous(`p${i}`, 0, 10));
    const full: Rig = {
      ...smallRig(many),
      scenes: [
        {
          id: 'all',
          order: 1,
          name: 'All',
          values: many.slice(0, 512).map((p) => ({ parameterId: p.id, value: 5 })),
          assignmentId: null,
          note: '',
        },
      ],
      songs: [{ ...song, sections: [{ ...section('A'), sceneId: 'all' }] }],
    };
    const cell = (i: number, text: string) => ({ songId: 's', at: 0, parameter: many[i] ?? level, text });
    const some = wantInCells(full, [cell(0, '5'), cell(1, '6'), cell(512, '7')], () => 'x');
    expect(some.written).toBe(1);
    expect(some.refused.map((r) => [r.cell.parameter.id, r.why])).toEqual([['p512', { code: 'scene-full', most: 512 }]]);
    // One that goes makes room for one that comes.
    expect(wantInCells(full, [cell(0, ''), cell(512, '7')], () => 'x')).toMatchObject({ written: 2, refused: [] });
  });
});
