// Walking a panel, room for tape, and what shows through at a place.
import { describe, expect, it } from 'vitest';
import { controllerTemplates } from '@/core/library';
import { indexRig } from '@/core/rig';
import { assignment, fixed, latching, layer, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { effective, offeredGestures } from './effective';
import { neighbour, roomBelow, tapeWidth } from './neighbours';

const panels = controllerTemplates.map((t) => ({
  name: t.name,
  width: t.panel.width,
  height: t.panel.height,
  controls: t.panel.controls.map((c, i) => ({ ...c, id: `c${i}`, order: i, controllerId: 'x' })),
}));
const ways = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

describe.each(panels)('$name', ({ controls, width, height }) => {
  it('every control can be reached by arrow keys from the first one', () => {
    const [first] = controls;
    const seen = new Set(first ? [first.id] : []);
    const queue = first ? [first] : [];
    for (let at = queue.shift(); at; at = queue.shift()) {
      for (const [dx, dy] of ways) {
        const next = neighbour(controls, at, dx, dy);
        if (!next || seen.has(next.id)) continue;
        seen.add(next.id);
        const row = controls.find((c) => c.id === next.id);
        if (row) queue.push(row);
      }
    }
    expect(controls.filter((c) => !seen.has(c.id)).map((c) => c.name)).toEqual([]);
  });
  it('tape of neighbours in a row never overlaps, and the room below ends at the panel', () => {
    for (const a of controls) {
      const reach = tapeWidth(controls, a, width) / 2;
      expect(roomBelow(controls, a, reach * 2, height)).toBeLessThanOrEqual(height - a.y - a.height);
      for (const b of controls) {
        if (b.id === a.id || Math.abs(a.y + a.height / 2 - b.y - b.height / 2) > 1) continue;
        const apart = Math.abs(a.x + a.width / 2 - b.x - b.width / 2);
        expect(reach + tapeWidth(controls, b, width) / 2).toBeLessThanOrEqual(Math.max(apart, (a.width + b.width) / 2) + 1e-9);
      }
    }
  });
});

describe('what acts at a place', () => {
  const rig = withFunctions(
    smallRig([parameter('a'), parameter('b'), parameter('c')], {
      layers: [layer(), layer({ id: 'silent', name: 'Silent', fallsThrough: false, modifierControlId: 'fs2' })],
    }),
    [
      assignment({ id: 'every', behaviour: latching(127, 0), meant: ['a'] }),
      assignment({ id: 'one', bank: 1, behaviour: latching(127, 0), meant: ['b'] }),
      assignment({ id: 'layered', bank: 1, layerId: 'heel', gesture: 'hold', behaviour: fixed(127), meant: ['c'] }),
    ],
    [],
  );
  const index = indexRig(rig);
  const [fs1] = rig.controls;
  const at = (bank: number | null, layerId: string | null, gesture: 'press' | 'hold' = 'press') => {
    const found = fs1 ? effective(index, fs1, { bank, page: null, layerId }, gesture) : null;
    return found && [found.assignment.id, found.from];
  };
  it('this very bank before every bank, a layer before Base, per gesture', () => {
    expect(at(1, null)).toEqual(['one', 'here']);
    expect(at(2, null)).toEqual(['every', 'every-bank']);
    expect(at(1, 'heel')).toEqual(['one', 'base']);
    expect(at(1, 'heel', 'hold')).toEqual(['layered', 'here']);
  });
  it('nothing shows through a layer that is silent', () => {
    expect(at(1, 'silent')).toBeNull();
    expect(at(2, 'heel', 'hold')).toBeNull();
  });
});

describe('the gestures that are offered', () => {
  it('are those that a control can make, and those that have a function all the same: it can be looked at and taken away', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')], { firmware: { gestures: ['move', 'press', 'hold'] } }),
      [assignment({ behaviour: fixed(127), meant: ['freeze'] })],
      [],
    );
    const of = (kind: 'footswitch' | 'expression') => {
      const index = indexRig({ ...rig, controls: rig.controls.map((c) => (c.id === 'fs1' ? { ...c, kind } : c)) });
      return index.rig.controls.slice(0, 1).map((c) => offeredGestures(index, c));
    };
    expect(of('footswitch')).toEqual([['press', 'hold']]);
    expect(of('expression')).toEqual([['move', 'press']]);
  });
});
