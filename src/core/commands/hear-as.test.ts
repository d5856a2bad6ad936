// Another way to hear takes the values along that work with it. The law: whatever was sent before, a press does what the new mode is for.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import {
  assignment,
  cc,
  did,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import type { ReceiveMode } from '../modes';
import { type Behaviour, indexRig, type Parameter, type Rig } from '../rig';
import { hearAs } from './index';

let n = 0;
const newId = (): string => `h${++n}`;
const scene = parameter('p', { kind: 'stepped', lowest: 0, highest: 4, steps: ['a', 'b', 'c', 'd', 'e'] });
const rigWith = (of: Parameter, mode: ReceiveMode, behaviour: Behaviour, change: Parameters<typeof smallRig>[1] = {}): Rig =>
  withFunctions(
    smallRig([of], {
      firmware: { switchModes: ['momentary', 'latching', 'fixed'], ...change.firmware },
      reception: {
        modes: ['absolute', 'toggle', 'gate', 'set', 'increment', 'next-preset'],
        actsOn: 'at-or-above-threshold',
        ...change.reception,
      },
    }),
    [assignment({ id: 'a', on: 'fs1', message: cc(20), behaviour, meant: ['p'] })],
    [landing('p', { address: cc(20), mode, to: of.highest })],
  );
const heard = (rig: Rig, mode: ReceiveMode): Rig => {
  const [row] = rig.assignments;
  const [line] = rig.landings;
  if (!row || !line) throw new Error('nothing there');
  return done(rig, hearAs(indexRig(rig), row, line, mode, null, newId));
};
const sent = (rig: Rig): Behaviour | null => {
  const send = rig.assignments[0]?.actions[0];
  return send?.type === 'send' ? send.behaviour : null;
};

describe('another way to hear', () => {
  const some: fc.Arbitrary<Behaviour> = fc.constantFrom(
    fixed(127),
    fixed(90),
    latching(127, 0),
    latching(0, 127),
    momentary(100, 0),
  );
  it('acts on every press, whatever was sent before', () => {
    fc.assert(
      fc.property(
        some,
        fc.constantFrom('any-message' as const, 'at-or-above-threshold' as const, 'rising-edge' as const),
        (behaviour, actsOn) => {
          const toggle = heard(rigWith(parameter('p'), 'absolute', behaviour, { reception: { actsOn } }), 'toggle');
          expect(did(toggle, 'p', 'a')).toMatchObject({ type: 'flips-once-per-press' });
          const next = heard(rigWith(scene, 'absolute', behaviour, { reception: { actsOn } }), 'next-preset');
          expect(did(next, 'p', 'a')).toMatchObject({ type: 'steps', count: 5 });
          const gate = heard(rigWith(parameter('p'), 'toggle', behaviour, { reception: { actsOn } }), 'gate');
          expect(did(gate, 'p', 'a')).toMatchObject({ type: 'on-while-held' });
          const plain = heard(rigWith(parameter('p'), 'toggle', behaviour, { reception: { actsOn } }), 'absolute');
          expect(['flips-once-per-press', 'on-while-held']).toContain(did(plain, 'p', 'a')?.type);
        },
      ),
    );
  });
  it('goes on by its states, whatever was sent before', () => {
    const steps = ['Empty', 'Recording', 'Playing'];
    const states = { press: [1, null, 0], release: [null, 2, null] };
    const loop = parameter('p', { kind: 'stepped', highest: 2, steps, states });
    fc.assert(
      fc.property(some, (behaviour) => {
        const rig = rigWith(loop, 'absolute', behaviour, { reception: { modes: ['absolute', 'states'] } });
        expect(did(heard(rig, 'states'), 'p', 'a')).toMatchObject({ type: 'own-states' });
      }),
    );
  });
  it('leaves values that work, and what the firmware sends in no other way', () => {
    expect(sent(heard(rigWith(parameter('p'), 'absolute', momentary(100, 0)), 'toggle'))).toEqual(momentary(100, 0));
    const only = rigWith(parameter('p'), 'absolute', latching(127, 0), { firmware: { switchModes: ['latching'] } });
    expect(sent(heard(only, 'toggle'))).toEqual(latching(127, 0));
  });
  it('sends no press and release where the gesture is over at once: that lasts for nobody', () => {
    for (const type of ['release', 'any-release', 'hold-release'] as const) {
      const rig = rigWith(parameter('p'), 'toggle', fixed(127));
      const there: Rig = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, gesture: { type } })) };
      expect(sent(heard(there, 'gate'))).toEqual(fixed(127));
    }
  });
  it('leaves the values of what is there for several', () => {
    const rig = rigWith(parameter('p'), 'absolute', latching(127, 0));
    const two: Rig = {
      ...rig,
      parameters: [...rig.parameters, { ...parameter('q'), order: 2 }],
      assignments: rig.assignments.map((a) => ({
        ...a,
        actions: a.actions.map((x) => (x.type === 'send' ? { ...x, meant: ['p', 'q'] } : x)),
      })),
    };
    expect(sent(heard(two, 'toggle'))).toEqual(latching(127, 0));
  });
});
