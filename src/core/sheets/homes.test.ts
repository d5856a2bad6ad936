// Where everything lives. The rules of what is kept where are common practice, no source.
import { describe, expect, it } from 'vitest';
import { assignment, continuous, landing, latching, parameter, range, smallRig } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig } from '../rig';
import { homesOf } from './homes';

const mark = { at: '2026-03-01T10:00:00.000Z' };

describe('where it lives', () => {
  const rig = smallRig([parameter('Freeze'), continuous('Mix', 0, 100, { start: 40 })], {
    reception: { livesIn: 'plugin-instance', scope: 'selected-track' },
  });
  const rows = [
    { ...assignment({ id: 'a1', behaviour: latching(127, 0), meant: ['Freeze'], bank: 1 }), entered: mark, saved: mark },
    { ...assignment({ id: 'a2', on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['Mix'], bank: 2 }), entered: mark },
  ];
  const [board, hall] = homesOf(
    indexRig({ ...rig, assignments: rows, landings: [landing('Freeze'), { ...landing('Mix'), entered: mark }] }),
  );
  it('tells each bank, what is saved of it, and what is lost without saving', () => {
    expect(board?.holds).toEqual(['One: 1 function, all saved', 'Two: 1 function, none saved']);
    expect(board?.lost[0]).toBe('1 function entered and not saved: gone when it is switched off.');
    expect(board?.lost.join(' ')).toMatch(/1 latch stood/);
  });
  it('tells what another instance lacks, and what begins elsewhere than by default', () => {
    expect(hall).toMatchObject({ unit: 'Hall', place: 'this instance of the plugin', holds: ['2 mappings, 1 entered'] });
    expect(hall?.lost.join(' ')).toMatch(/has to be told again.*another track is selected.*Mix begins/);
  });
  it('leaves out what has nothing on it, and has a home for each unit of the demo that has', () => {
    expect(homesOf(indexRig(smallRig([])))).toEqual([]);
    const demo = lanternHour();
    expect(homesOf(indexRig(demo)).map((h) => h.unitId)).toEqual([
      ...demo.controllers.map((c) => c.id),
      ...demo.targets.filter((t) => demo.landings.some((l) => l.targetId === t.id)).map((t) => t.id),
    ]);
  });
});
