import { describe, expect, it } from 'vitest';
import { assignment, cc, fixed, landing, latching, noteOn, parameter, smallRig } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig } from '../rig';
import { assignmentValues, inBases } from './bases';

describe('a value in every base', () => {
  // Sums that people get wrong: 70 % of 127 is 89, 72 % is 91. Hexadecimal from the byte itself.
  it.each([
    [0, 127, 0, '00'],
    [64, 127, 50, '40'],
    [89, 127, 70, '59'],
    [91, 127, 72, '5B'],
    [127, 127, 100, '7F'],
    [8192, 16383, 50, '2000'],
    [16383, 16383, 100, '3FFF'],
  ])('%i of %i is %i %% and %s', (value, max, percent, hex) => {
    expect(inBases(value, max)).toEqual({ value, percent, hex });
  });
  it('of a switch on the demo says what the parameter makes of it', () => {
    const index = indexRig(lanternHour());
    const toggle = index.rig.assignments.find((a) => {
      const send = a.actions[0];
      if (send?.type !== 'send' || send.behaviour.type !== 'latching') return false;
      const landing = index.rig.landings.find((l) => l.parameterId === send.meant[0]);
      return landing?.mode === 'absolute' && index.parameters.get(send.meant[0] ?? '')?.kind === 'toggle';
    });
    if (!toggle) throw new Error('demo changed');
    expect(assignmentValues(index, toggle).map((v) => [v.value, v.reads])).toEqual([
      [127, 'On'],
      [0, 'Off'],
    ]);
  });
  it('of a note counts as on from velocity 1, and a message without a value has none', () => {
    const rig = (behaviour: ReturnType<typeof latching>, message = noteOn(36)) =>
      indexRig({
        ...smallRig([parameter('Loom')]),
        assignments: [assignment({ message, behaviour, meant: ['Loom'] })],
        landings: [landing('Loom', { id: 'other', address: cc(9), mode: 'toggle' }), landing('Loom', { address: message })],
      });
    const values = (index: ReturnType<typeof rig>) =>
      index.rig.assignments.flatMap((a) => assignmentValues(index, a).map((v) => [v.value, v.reads]));
    expect(values(rig(latching(1, 0)))).toEqual([
      [1, 'On'],
      [0, 'Off'],
    ]);
    expect(values(rig(fixed(0), { type: 'start' }))).toEqual([]);
  });
});
