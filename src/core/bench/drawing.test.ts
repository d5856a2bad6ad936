// What the little drawings tell: as many gestures as were made, and what each message is known by.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  type Function_,
  fixed,
  landing,
  latching,
  layer,
  outcomeOf,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { commonFirmware, indexRig, type Rig } from '../rig';
import { type Drawing, drawingOf, traceOf } from './index';

function drawn(rig: Rig, id = 'a1'): Extract<Drawing, { type: 'presses' }> {
  const index = indexRig(rig);
  const a = index.assignments.get(id);
  const played = a && traceOf(index, a);
  const drawing = played ? drawingOf(played) : null;
  if (drawing?.type !== 'presses') throw new Error('not drawn');
  return drawing;
}

const one = (f: Partial<Function_> & Pick<Function_, 'behaviour'>): Rig =>
  withFunctions(
    smallRig([parameter('freeze')], { firmware: { gestures: ['press', 'hold', 'double-tap', 'move', 'release', 'repeat'] } }),
    [assignment({ meant: ['freeze'], ...f })],
    [landing('freeze', { address: f.message ?? cc(104) })],
  );

describe('a drawing of presses', () => {
  it('tells programs by their numbers, everything else by its value', () => {
    expect(drawn(one({ behaviour: fixed(0), message: program(4) })).sent.map((s) => s.label)).toEqual(Array(4).fill('PC 4'));
    expect(drawn(one({ behaviour: latching(127, 0) })).sent.map((s) => s.label)).toEqual(['127', '0', '127', '0']);
  });
  it('counts gestures, not fingers: four double taps are eight presses of the finger', () => {
    const taps = drawn(one({ behaviour: fixed(127), gesture: 'double-tap' }));
    expect([taps.gestures, taps.gesture, taps.downs, taps.finger.length]).toEqual([4, 'double taps', 2, 8]);
    const holds = drawn(one({ behaviour: fixed(127), gesture: 'hold' }));
    expect([holds.gestures, holds.gesture, holds.finger.length]).toEqual([4, 'holds', 4]);
  });
  it('names short presses presses, also of a switch that would repeat if it were held', () => {
    const taps = drawn(one({ behaviour: fixed(127), gesture: 'repeat' }));
    expect([taps.gestures, taps.gesture, taps.sent.length]).toEqual([4, 'presses', 4]);
    expect(taps.finger.every((f) => f.to - f.from < commonFirmware.holdMs)).toBe(true);
  });
});

describe('a function in a layer of the host', () => {
  /** In Base the switch sends CC 104; in the layer it is planned to send another number, which the hardware cannot know. */
  const rig = (number: number): Rig =>
    withFunctions(
      smallRig([parameter('freeze'), parameter('gate')], { layers: [layer({ madeIn: 'host', signal: cc(119) })] }),
      [
        assignment({ behaviour: latching(127, 0), meant: ['freeze'] }),
        {
          ...assignment({ id: 'a2', layerId: 'heel', behaviour: latching(127, 0), meant: ['gate'], message: cc(number) }),
          order: 2,
        },
      ],
      [landing('freeze'), landing('gate', { id: 'l2', order: 2, address: cc(number), hostLayerId: 'heel' })],
    );
  it('does what its stand-in in Base sends, in the list as in the play', () => {
    expect(outcomeOf(rig(104), 'a2')).toMatchObject({
      effects: [{ parameterId: 'gate', did: { type: 'flips-once-per-press' } }],
    });
    const apart = outcomeOf(rig(105), 'a2');
    if (apart.type !== 'played') throw new Error('not played');
    expect(apart.effects.find((e) => e.parameterId === 'gate')?.did).toEqual({ type: 'nothing-lands', why: 'other-address' });
  });
});
