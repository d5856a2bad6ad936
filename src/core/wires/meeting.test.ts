import { describe, expect, it } from 'vitest';
import { assignment, cc, latching, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { addressKey } from '../midi';
import { indexRig, type Rig } from '../rig';
import { meetingAt } from '.';

/** Two boards that send CC 20, with wires from some of them. */
function rigOf(wired: Readonly<Record<string, string>>): Rig {
  const rig = smallRig([parameter('freeze')]);
  const [board] = rig.controllers;
  const [hall] = rig.targets;
  const [control] = rig.controls;
  const [wire] = rig.wires;
  if (!board || !hall || !control || !wire) throw new Error('small rig changed');
  const press = (id: string, on: string) =>
    assignment({ id, on, message: cc(20), behaviour: latching(127, 0), meant: ['freeze'] });
  return withFunctions(
    {
      ...rig,
      controllers: [board, { ...board, id: 'other', order: 2 }],
      controls: [...rig.controls, { ...control, id: 'there', controllerId: 'other' }],
      targets: [hall, { ...hall, id: 'synth', order: 2 }],
      wires: Object.entries(wired).map(([from, to]) => ({
        ...wire,
        id: from,
        from: { unitId: from, port: '' },
        to: { unitId: to, port: '' },
      })),
    },
    [press('a', 'fs1'), press('b', 'fs2'), press('c', 'there')],
    [],
  );
}
const meets = (wired: Readonly<Record<string, string>>) =>
  meetingAt(indexRig(rigOf(wired)), addressKey(cc(20)), 'a').map((p) => p.assignment.id);

describe('who meets at an address', () => {
  it('is who leads to the same target', () => {
    expect(meets({ board: 'hall', other: 'hall' })).toEqual(['a', 'b', 'c']);
    expect(meets({ board: 'hall', other: 'synth' })).toEqual(['a', 'b']);
  });
  it('is everybody where nothing is wired yet', () => expect(meets({})).toEqual(['a', 'b', 'c']));
});
