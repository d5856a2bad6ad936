// What a new function sends and how it is heard: as wanted from the first press on, whatever makes a press at the target.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { played, tap } from '../../../tests/kit/hand';
import { did, parameter, smallRig } from '../../../tests/kit/small-rig';
import { indexRig, type Parameter, type Reception, type Rig } from '../rig';
import { assign } from './index';

let n = 0;
const newId = (): string => `d${++n}`;
const made = (parameters: readonly Parameter[], reception: Partial<Reception>, on = 'fs1', of = 'p', from?: Rig): Rig => {
  const rig = from ?? smallRig(parameters, { reception, firmware: { switchModes: ['momentary', 'latching', 'fixed'] } });
  const wish = {
    parameterId: of,
    controlId: on,
    place: { bank: 1, page: null, layerId: null },
    gesture: { type: 'press' as const },
    onTaken: 'replace' as const,
  };
  return done(rig, must(assign(indexRig(rig), wish, newId)).edit);
};
const only = (rig: Rig): string => rig.assignments[0]?.id ?? '';

describe('a new function at a target that acts at rising edges', () => {
  it('flips at every press', () => {
    const rig = made([parameter('p')], { actsOn: 'rising-edge', modes: ['toggle'] });
    expect(did(rig, 'p', only(rig))).toMatchObject({ type: 'flips-once-per-press' });
  });
  it('sets its step again after another switch has set another', () => {
    const scene = parameter('p', { kind: 'stepped', highest: 2, steps: ['a', 'b', 'c'], start: 2, default: 0 });
    const reception = { actsOn: 'rising-edge', modes: ['set'] } as const;
    const first = made([scene], { ...reception, modes: [...reception.modes] });
    const both = made([], {}, 'fs2', 'p', first);
    const [one, two] = both.landings;
    const rig: Rig = {
      ...both,
      landings: both.landings.map((l) => (l === two ? { ...l, setValue: 1 } : l === one ? { ...l, setValue: 0 } : l)),
    };
    expect(played(rig, [...tap('fs1', 0), ...tap('fs2', 1000), ...tap('fs1', 2000)]).values.map((v) => v.slice(-1))).toEqual([
      '0',
      '1',
      '0',
    ]);
  });
});

describe('a new function on what goes through states', () => {
  it('presses and lets go, and is heard by its states', () => {
    const states = { press: [1, null, 0], release: [null, 2, null] };
    const loop = parameter('p', { kind: 'stepped', highest: 2, steps: ['Empty', 'Recording', 'Playing'], states });
    const rig = made([loop], { modes: ['absolute', 'set', 'states'] });
    expect(did(rig, 'p', only(rig))).toMatchObject({ type: 'own-states' });
  });
});
