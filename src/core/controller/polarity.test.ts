// A switch that opens when it is pressed. That a jack which does not sense it takes letting go for the press, and that many sense it at switching on, is common
// practice, no source.
import { describe, expect, it } from 'vitest';
import { down, played, tap, up } from '../../../tests/kit/hand';
import { assignment, cc, landing, latching, momentary, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import type { Behaviour, Firmware, Rig } from '../rig';

function pedal(behaviour: Behaviour, firmware: Partial<Firmware> = {}): Rig {
  const rig = smallRig([parameter('sustain')], { firmware });
  return {
    ...withFunctions(
      rig,
      [assignment({ behaviour, meant: ['sustain'], message: cc(64) })],
      [landing('sustain', { address: cc(64) })],
    ),
    controls: rig.controls.map((c) => (c.id === 'fs1' ? { ...c, polarity: 'reversed' as const } : c)),
  };
}

describe('a switch the wrong way round', () => {
  it('sends nothing at switching on, off when it is pressed, on when it is let go', () => {
    expect(played(pedal(momentary(127, 0)), []).sent).toEqual([]);
    const { sent, at } = played(pedal(momentary(127, 0)), [
      down('fs1', 1000),
      up('fs1', 2000),
      down('fs1', 3000),
      up('fs1', 4000),
    ]);
    expect(sent).toEqual(['1000 CC 64 0', '2000 CC 64 127', '3000 CC 64 0', '4000 CC 64 127']);
    expect(at('sustain')).toBe(1);
  });
  it('turns a latch on letting go', () => {
    expect(played(pedal(latching(127, 0)), [...tap('fs1', 0), ...tap('fs1', 1000)]).sent).toEqual([
      '50 CC 64 127',
      '1050 CC 64 0',
    ]);
  });
  it('is as any other where its controller senses it at switching on', () => {
    const { sent } = played(pedal(momentary(127, 0), { sensesPolarity: true }), [down('fs1', 1000), up('fs1', 2000)]);
    expect(sent).toEqual(['1000 CC 64 127', '2000 CC 64 0']);
  });
  it('repeats nothing while it rests: that would never end', () => {
    const rig = pedal(momentary(127, 0));
    const repeating = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, gesture: { type: 'repeat' as const } })) };
    expect(played(repeating, tap('fs1', 1000)).sent).toEqual([]);
  });
  it('leaves the others of its controller as they are', () => {
    const rig = pedal(momentary(127, 0));
    const other = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, controlId: 'fs2' })) };
    expect(played(other, [down('fs2', 0), up('fs2', 100)]).sent).toEqual(['0 CC 64 127', '100 CC 64 0']);
  });
});
