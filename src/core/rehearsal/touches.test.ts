// Touches are told apart by control and by kind, whatever their exact times.
import { describe, expect, it } from 'vitest';
import { assignment, latching, layer, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import type { ChainEvent } from '../bench';
import { indexRig } from '../rig';
import { deedEvents } from '../stage';
import { matched, type Planned, touchesFor, touchesOf } from './touches';

const rig = withFunctions(
  smallRig([parameter('p')], {
    layers: [layer({ id: 'heel', modifierControlId: 'mod', mode: 'while-held', fallsThrough: false })],
  }),
  [
    assignment({ id: 'a1', on: 'fs1', behaviour: latching(127, 0), meant: ['p'], layerId: 'heel' }),
    assignment({ id: 'a2', on: 'fs1', gesture: 'chord', behaviour: latching(127, 0), meant: ['p'] }),
  ],
  [],
);
const index = indexRig(rig);
const [board] = rig.controllers;
const control = (id: string) => {
  const found = index.controls.get(id);
  if (!found) throw new Error(id);
  return found;
};
if (!board) throw new Error('no board');
const down = (on: string, atMs: number): ChainEvent => ({ do: 'press', on, atMs, velocity: null });
const up = (on: string, atMs: number): ChainEvent => ({ do: 'release', on, atMs });
const planned = (deed: Parameters<typeof touchesFor>[1]): readonly Planned[] =>
  touchesFor(index, deed).map((touch) => ({ touch, step: 0 }));
const allMatched = (events: readonly ChainEvent[], deed: Parameters<typeof touchesFor>[1]): boolean => {
  const done = touchesOf(index, events);
  const both = matched(done, planned(deed));
  return both.done.size === done.length && both.planned.size === planned(deed).length;
};

describe('a gesture done at another pace is the same one', () => {
  it('with a modifier held for long before it, or shortly', () => {
    const deed = { does: 'tap', on: control('fs1'), of: board, holding: [control('mod')] } as const;
    expect(allMatched(deedEvents(deed, 0), deed)).toBe(true);
    for (const wait of [20, 100, 119, 121, 500, 3000])
      expect(allMatched([down('mod', 0), down('fs1', wait), up('fs1', wait + 50), up('mod', wait + 90)], deed)).toBe(true);
    // Though a press of the modifier alone, short or long, is something else.
    const tapped = indexRig({
      ...rig,
      layers: rig.layers.map((l) => ({ ...l, tap: [{ type: 'go', to: { type: 'bank', bank: 2 } }] })),
    });
    const held = [down('mod', 0), down('fs1', 700), up('fs1', 750), up('mod', 2000)];
    expect(touchesOf(tapped, held).map((t) => t.does)).toEqual(['press', 'press']);
    expect(touchesOf(tapped, [down('mod', 0), up('mod', 2000)]).map((t) => t.does)).toEqual(['hold']);
    // The other way round is another gesture.
    expect(allMatched([down('fs1', 0), down('mod', 500), up('fs1', 550), up('mod', 590)], deed)).toBe(false);
  });
  it('as a chord in whatever order its switches come down, but not one after the other', () => {
    const deed = { does: 'chord', on: control('fs1'), with: control('fs2'), windowMs: 50, of: board, holding: [] } as const;
    expect(allMatched(deedEvents(deed, 0), deed)).toBe(true);
    expect(allMatched([down('fs2', 0), down('fs1', 40), up('fs1', 90), up('fs2', 90)], deed)).toBe(true);
    expect(allMatched([down('fs1', 0), down('fs2', 40), up('fs1', 90), up('fs2', 90)], deed)).toBe(true);
    expect(allMatched([down('fs2', 0), up('fs2', 50), down('fs1', 400), up('fs1', 450)], deed)).toBe(false);
  });
});

it('what moves on is one touch until it stands still, and something else comes between', () => {
  const move = (on: string, atMs: number): ChainEvent => ({ do: 'move', on, atMs, position: 0.5 });
  const kinds = (events: readonly ChainEvent[]) => touchesOf(index, events).map((t) => [t.does, t.controlId, t.atMs]);
  expect(kinds([move('k1', 0), move('k1', 300), move('k1', 800)])).toEqual([['move', 'k1', 0]]);
  expect(kinds([move('k1', 0), move('k1', 700)])).toEqual([
    ['move', 'k1', 0],
    ['move', 'k1', 700],
  ]);
  expect(kinds([move('k1', 0), down('fs1', 100), up('fs1', 150), move('k1', 200)])).toEqual([
    ['move', 'k1', 0],
    ['press', 'fs1', 100],
    ['move', 'k1', 200],
  ]);
});
