// One gesture of the standard script, as the trials cut it out.
import { describe, expect, it } from 'vitest';
import { assignment, cc, fixed, landing, layer, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { indexRig } from '../rig';
import { surroundingsOf } from './outcome';
import { launchOf } from './trials';

describe('one gesture', () => {
  it('ends with the control up, also where a layer of the host is opened again while it is held', () => {
    // Left down, the switch would repeat for ever.
    const rig = withFunctions(
      {
        ...smallRig([parameter('p'), parameter('q')], {
          firmware: { gestures: ['press', 'tap-hold', 'repeat'] },
          reception: { launchQuantisation: 'beat' },
        }),
        layers: [layer({ mode: 'next-press', madeIn: 'host', signal: cc(90) })],
      },
      [
        assignment({
          id: 'a',
          on: 'fs1',
          gesture: 'tap-hold',
          layerId: 'heel',
          message: cc(20),
          behaviour: fixed(127),
          meant: ['p'],
        }),
        assignment({
          id: 'b',
          on: 'fs1',
          gesture: 'repeat',
          layerId: 'heel',
          message: cc(21),
          behaviour: fixed(127),
          meant: ['q'],
        }),
      ],
      [landing('p', { address: cc(20), mode: 'toggle', hostLayerId: 'heel' })],
    );
    const index = indexRig(rig);
    const [a, p] = [index.assignments.get('a'), index.parameters.get('p')];
    if (!a || !p) throw new Error('the rig has a function');
    // The hold is over 800 ms after the second tap: on the next beat of half a second.
    expect(launchOf(index, a, p, { bpm: 120, beatsPerBar: 4 }, surroundingsOf(index))).toBeLessThan(2000);
  });
});
