import { expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { indexRig } from '@/core/rig';
import { arrival, cc, fixed, layer, parameter, smallRig } from '../../../tests/kit/small-rig';
import { linesOf } from './lines';

it('each line says what it is about and where, also of an arrival, a group and the tap of a layer', () => {
  const rig = smallRig([parameter('freeze')], { firmware: { messages: ['note'], banks: 2 }, layers: [] });
  const send = { type: 'send' as const, message: cc(20), behaviour: fixed(127), pinned: false, meant: [] };
  const group = { id: 'g', order: 0, controllerId: 'board', name: 'Lights', bank: 2, page: null, controlIds: ['fs1'] };
  const index = indexRig({
    ...rig,
    arrivals: [arrival({ bank: 1, actions: [send] }), arrival({ id: 'r2', bank: null, actions: [send] })],
    groups: [{ ...group, pressedAgain: 'stays-on', sendsOff: false, entered: null, note: '' }],
    layers: [layer({ modifierControlId: 'mod', tap: [send] })],
  });
  const lines = linesOf(index, new Map([...judge(index.rig).findings])).flatMap((line) => line.parts);
  const of = (check: string) => lines.filter((p) => p.finding.check === check).map((p) => [p.what, p.where, p.unitIds]);
  expect(of('besides-lacks')).toEqual([
    ['Arriving', 'Board, every bank', ['board']],
    ['Arriving', 'Board, One', ['board']],
    ['Heel', 'layer, opened by MOD', ['board']],
  ]);
  expect(of('group-of-one')).toEqual([['Lights', 'Board, Two', ['board']]]);
  expect(lines.filter((p) => p.what === '?' || p.where === '')).toEqual([]);
});
