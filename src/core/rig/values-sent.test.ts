// Landings that act on some values only: what moves in play is what the checks say moves, and the planner leaves a number that is shared on purpose.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveTo, played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  did,
  type Function_,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { judge } from '../checks';
import { u14 } from '../midi';
import { planNumbers } from '../numbers';
import { actsOnSome, type Behaviour, indexRig, type Landing, type Rig } from '.';

const values = (from: number, to = from) => ({ from: u14(from), to: u14(to) });
const scene = parameter('scene', { kind: 'stepped', lowest: 0, highest: 7, steps: [...'abcdefgh'] });
const modes = { reception: { modes: ['absolute', 'set', 'choose', 'toggle'] as Landing['mode'][] } };

/** Two switches that send one number with values of their own. */
const two = (lands: readonly Landing[], meant: readonly [string, string]): Rig =>
  withFunctions(
    smallRig([scene, parameter('loud'), parameter('soft')], modes),
    [
      assignment({ id: 'one', on: 'fs1', message: cc(20), behaviour: fixed(5), meant: [meant[0]] }),
      assignment({ id: 'other', on: 'fs2', message: cc(20), behaviour: fixed(9), meant: [meant[1]] }),
    ],
    lands,
  );
const checksOf = (rig: Rig): readonly string[] => [...judge(rig).findings.values()].flat().map((f) => f.check);
const wish = { school: 'counting-runs', channels: 'any', notes: true } as const;

describe('set value', () => {
  const apart = two(
    [
      landing('loud', { id: 'l1', address: cc(20), mode: 'set', setValue: 1, chosenBy: values(5) }),
      landing('soft', { id: 'l2', address: cc(20), mode: 'set', setValue: 1, chosenBy: values(9) }),
    ],
    ['loud', 'soft'],
  );
  it('acts on the value that chooses it, also below what counts as on, and on no other', () => {
    expect(played(apart, [...tap('fs1', 0), ...tap('fs2', 1000)]).values).toEqual(['0 loud 1', '1000 soft 1']);
  });
  it('told apart by values, one number is no clash, and the plan leaves it', () => {
    expect(checksOf(apart)).not.toContain('address-clash');
    expect(planNumbers(indexRig(apart), wish)).toMatchObject({ type: 'plan', moves: [] });
  });
  it('chosen by values that overlap is a clash', () => {
    const over = { ...apart, landings: apart.landings.map((l) => ({ ...l, chosenBy: values(4, 9) })) };
    expect(played(over, tap('fs1', 0)).values).toHaveLength(2);
    expect(checksOf(over)).toContain('address-clash');
  });
  it('on every press stays as it was where nobody said which values', () => {
    const every = two([landing('loud', { address: cc(20), mode: 'set', setValue: 1 })], ['loud', 'loud']);
    expect(played(every, tap('fs1', 0)).values).toEqual([]);
  });
});

describe('value chooses the step', () => {
  const scenes = two(
    [landing('scene', { address: cc(20), mode: 'choose', from: 0, to: 7, chosenBy: values(3, 3) })],
    ['scene', 'scene'],
  );
  it('one landing for all values: the third after the first is the third step', () => {
    expect(played(scenes, [...tap('fs2', 0), ...tap('fs1', 1000)]).values).toEqual(['0 scene 6', '1000 scene 2']);
    expect(did(scenes, 'scene', 'one')).toMatchObject({ type: 'sets' });
  });
  it('of a range that runs backwards counts backwards, and what is past its end moves nothing', () => {
    const back = { ...scenes, landings: scenes.landings.map((l) => ({ ...l, from: 7, to: 2 })) };
    expect(played(back, [...tap('fs1', 0), ...tap('fs2', 1000)]).values).toEqual(['0 scene 5']);
  });
});

describe('what a send can put out', () => {
  const someBehaviour: fc.Arbitrary<readonly [Function_['gesture'], Behaviour]> = fc.oneof(
    fc.nat(127).map((v) => ['press', fixed(v)] as const),
    fc.tuple(fc.nat(127), fc.nat(127)).map(([a, b]) => ['press', momentary(a, b)] as const),
    fc.tuple(fc.nat(127), fc.nat(127)).map(([a, b]) => ['press', latching(a, b)] as const),
    fc.tuple(fc.nat(127), fc.nat(127)).map(([a, b]) => ['move', range(a, b)] as const),
  );
  it('covers all that playing it moves (property)', () => {
    fc.assert(
      fc.property(someBehaviour, fc.nat(127), fc.nat(20), ([gesture, behaviour], from, span) => {
        const row = landing('loud', { address: cc(20), mode: 'set', setValue: 1, chosenBy: values(from, from + span) });
        const on = gesture === 'move' ? 'k1' : 'fs1';
        const rig = withFunctions(
          smallRig([parameter('loud')], modes),
          [assignment({ id: 'a', on, gesture: gesture ?? 'press', message: cc(20), behaviour, meant: ['loud'] })],
          [row],
        );
        const hand =
          gesture === 'move'
            ? Array.from({ length: 128 }, (_, i) => moveTo('k1', i * 10, i / 127))
            : [...tap('fs1', 0), ...tap('fs1', 1000)];
        const moved = played(rig, hand).values.length > 0;
        const [send] = rig.assignments[0]?.actions ?? [];
        if (send?.type !== 'send') throw new Error('sends nothing');
        expect(actsOnSome(new Map(), send, gesture ?? 'press', row)).toBe(moved);
      }),
      { numRuns: 200 },
    );
  });
});
