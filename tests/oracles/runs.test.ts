// Runs of numbers, written a second time from what they are said to do: number n of a run that begins at m puts its parameter to the first end of the range
// and n − m steps towards the second. Played against the simulator on runs by chance. Of the program it knows the types.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Behaviour, Rig } from '@/core/rig';
import { played, tap } from '../kit/hand';
import { assignment, fixed, landing, momentary, noteOn, parameter, program, smallRig, withFunctions } from '../kit/small-rig';

interface Said {
  readonly kind: 'program' | 'note';
  readonly begins: number;
  readonly from: number;
  readonly to: number;
  readonly sent: readonly number[];
}

const someSaid: fc.Arbitrary<Said> = fc.record({
  kind: fc.constantFrom('program' as const, 'note' as const),
  begins: fc.nat(127),
  from: fc.nat(12),
  to: fc.nat(12),
  sent: fc.tuple(fc.nat(127), fc.nat(127), fc.nat(127)),
});

const STEPS = 12;

function rigWith({ kind, begins, from, to, sent }: Said): Rig {
  const message = (n: number) => (kind === 'program' ? program(n) : noteOn(n));
  const behaviour: Behaviour = kind === 'program' ? fixed(0) : momentary(90, 0);
  const scene = parameter('scene', {
    kind: 'stepped',
    lowest: 0,
    highest: STEPS,
    steps: Array.from({ length: STEPS + 1 }, (_, i) => `Scene ${i}`),
    start: 6,
  });
  return withFunctions(
    smallRig([scene], { reception: { actsOn: 'at-or-above-threshold' } }),
    ['fs1', 'fs2', 'mod'].map((on, i) => assignment({ id: on, on, message: message(sent[i] ?? 0), behaviour, meant: ['scene'] })),
    [landing('scene', { address: message(begins), mode: 'run', from, to })],
  );
}

/** Where the parameter stands after a number, having stood somewhere before. */
function standsAfter({ begins, from, to }: Said, number: number, before: number): number {
  const size = from > to ? from - to : to - from;
  const far = number - begins;
  if (far < 0 || far > size) return before;
  return from > to ? from - far : from + far;
}

describe('a run of numbers', () => {
  it('puts its parameter where a second reading of its rules says, whatever is pressed', () => {
    fc.assert(
      fc.property(someSaid, fc.array(fc.nat(2), { minLength: 1, maxLength: 8 }), (said, hands) => {
        const on = ['fs1', 'fs2', 'mod'];
        const told = played(
          rigWith(said),
          hands.flatMap((hand, i) => tap(on[hand] ?? 'fs1', i * 1000)),
        );
        const due = hands.reduce((stands, hand) => standsAfter(said, said.sent[hand] ?? 0, stands), 6);
        expect(told.at('scene')).toBe(due);
      }),
      { numRuns: 300 },
    );
  });
});
