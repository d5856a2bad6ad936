// What a finger does to a control by itself. That ribbons and wheels spring back, that pads have a threshold and a curve, that pressure follows a strike, and that some
// units are silent while their editor is connected, is common practice, no source.
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { down, moveTo, played, tap, up } from '../../../tests/kit/hand';
import { assignment, cc, continuous, landing, noteOn, range, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import type { Control, Firmware, Rig, ScriptEvent } from '../rig';
import { strikeOf } from './touch';

/** One knob and one pad, each with a function of its own; the pad with one for its pressure. */
function rigWith(controls: Readonly<Record<string, Partial<Control>>>, firmware: Partial<Firmware> = {}): Rig {
  const rig = smallRig([continuous('depth', 0, 1), continuous('hit', 0, 1), continuous('press', 0, 1)], { firmware });
  const made = withFunctions(
    rig,
    [
      assignment({ id: 'a1', on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['depth'], message: cc(1) }),
      assignment({ id: 'a2', on: 'fs1', behaviour: range(0, 127), meant: ['hit'], message: noteOn(36) }),
      assignment({
        id: 'a3',
        on: 'fs1',
        gesture: 'move',
        behaviour: range(0, 127),
        meant: ['press'],
        message: cc(2),
      }),
    ],
    [
      landing('depth', { address: cc(1) }),
      landing('hit', { id: 'l2', address: noteOn(36) }),
      landing('press', { id: 'l3', address: cc(2) }),
    ],
  );
  const struck = made.controls.map((c) => (c.id === 'fs1' ? { ...c, kind: 'pad' as const } : c));
  return { ...made, controls: struck.map((c) => ({ ...c, ...controls[c.id] })) };
}

describe('what springs back', () => {
  it('goes where it rests when it is let go, and says so', () => {
    const rig = rigWith({ k1: { springsTo: 0.5 } });
    const { sent } = played(rig, [moveTo('k1', 0, 1), up('k1', 100), up('k1', 200)]);
    expect(sent).toEqual(['0 CC 1 127', '100 CC 1 64']);
  });
  it('sends nothing where it was left at rest', () => {
    expect(played(rigWith({ k1: { springsTo: 0 } }), [up('k1', 0)]).sent).toEqual([]);
  });
  it('stays where it is left otherwise', () => {
    expect(played(rigWith({}), [moveTo('k1', 0, 1), up('k1', 100)]).sent).toEqual(['0 CC 1 127']);
  });
  it('ends at the same value, however it was moved', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(0, 0.25, 0.5, 1),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 6 }),
        (springsTo, places) => {
          const events: ScriptEvent[] = places.map((p, i) => moveTo('k1', i * 10, p));
          const moved = played(rigWith({ k1: { springsTo } }), [...events, up('k1', 1000)]);
          const at = Math.round(springsTo * 127);
          expect(moved.at('depth')).toBeCloseTo(at / 127, 6);
        },
      ),
    );
  });
});

describe('a strike', () => {
  it('that is too soft does not count, nor does letting go of it', () => {
    const rig = rigWith({ fs1: { strike: { from: 0.3, curve: { type: 'linear' } } } });
    expect(played(rig, [down('fs1', 0, 0.2), up('fs1', 50)]).sent).toEqual([]);
    expect(played(rig, [down('fs1', 0, 0.65), up('fs1', 50)]).sent).toEqual(['0 N 36 64', '50 N 36 0']);
  });
  it('of which nobody says how hard it is counts in full', () => {
    const rig = rigWith({ fs1: { strike: { from: 0.3, curve: { type: 'linear' } } } });
    expect(played(rig, tap('fs1', 0)).sent).toEqual(['0 N 36 127', '50 N 36 0']);
  });
  it('counts no less the harder it is, from nothing to all of it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.99, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (from, amount) => {
          const counts = strikeOf({ from, curve: { type: 'exponential', amount } });
          const all = Array.from({ length: 101 }, (_, i) => counts(i / 100));
          expect(counts(1)).toBeCloseTo(1, 9);
          all.forEach((now, i) => {
            expect(now === null).toBe(i / 100 < from);
            const before = all[i - 1];
            if (now !== null && before != null) expect(now).toBeGreaterThanOrEqual(before - 1e-12);
          });
        },
      ),
    );
  });
  it('is followed by its pressure where the control has it so, which ends before it', () => {
    const rig = rigWith({ fs1: { aftertouch: 'after-strike' } });
    expect(played(rig, [down('fs1', 0, 1), up('fs1', 50)]).sent).toEqual(['0 N 36 127', '0 CC 2 127', '50 CC 2 0', '50 N 36 0']);
    expect(played(rigWith({}), [down('fs1', 0, 1), up('fs1', 50)]).sent).toEqual(['0 N 36 127', '50 N 36 0']);
    expect(played(rig, [down('fs1', 0, 1), down('fs1', 20, 0.5), up('fs1', 50)]).sent).toHaveLength(4);
  });
});

describe('a controller with its editor connected', () => {
  const play: ScriptEvent[] = [
    { do: 'edit', on: 'board', atMs: 0, connected: true },
    moveTo('k1', 10, 1),
    { do: 'edit', on: 'board', atMs: 20, connected: false },
    moveTo('k1', 30, 0.5),
  ];
  it('is silent where that is said of it, until it is disconnected', () => {
    expect(played(rigWith({}, { whileEdited: 'silent' }), play).sent).toEqual(['30 CC 1 64']);
  });
  it('goes on otherwise', () => {
    expect(played(rigWith({}), play).sent).toEqual(['10 CC 1 127', '30 CC 1 64']);
  });
});
