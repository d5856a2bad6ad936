// The table of scenes: what is other than before, over songs, whatever they want.
import { describe, expect, it } from 'vitest';
import { emptyRig, type Rig } from '@/core/rig';
import { continuous, parameter } from '../../../tests/kit/small-rig';
import { linesOf } from './scene-lines';

const scene = (id: string, values: Readonly<Record<string, number>>): Rig['scenes'][number] => ({
  id,
  order: 1,
  name: id,
  values: Object.entries(values).map(([parameterId, value]) => ({ parameterId, value })),
  assignmentId: null,
  note: '',
});
const song = (id: string, sceneIds: readonly (string | null)[]): Rig['songs'][number] => ({
  id,
  order: 1,
  name: id,
  bpm: 120,
  beatsPerBar: 4,
  sections: sceneIds.map((sceneId) => ({ name: 'Part', bars: 4, sceneId, bank: null })),
  note: '',
});

describe('the table of scenes', () => {
  it('marks what a section wants other than the nearest one before that names it; at first, other than at the start', () => {
    const rig: Rig = {
      ...emptyRig('rig', 'Rig'),
      parameters: [parameter('loom', { start: 0 }), continuous('mix', 0, 100, { start: 30 })],
      scenes: [scene('a', { loom: 0, mix: 40 }), scene('b', { mix: 40 }), scene('c', { loom: 1, mix: 30 })],
      songs: [song('one', ['a', null, 'b']), song('two', ['c', 'a'])],
    };
    expect(linesOf(rig).map((l) => [l.song.id, l.at, [...l.wants.keys()], [...l.changes]])).toEqual([
      ['one', 0, ['loom', 'mix'], ['mix']],
      ['one', 1, [], []],
      ['one', 2, ['mix'], []],
      ['two', 0, ['loom', 'mix'], ['loom', 'mix']],
      ['two', 1, ['loom', 'mix'], ['loom', 'mix']],
    ]);
  });
});
