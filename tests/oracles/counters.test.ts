// Counters, written a second time from what they are said to do, and played against the simulator on rigs by chance. Of the program it knows the types.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Behaviour, Counter, Rig } from '@/core/rig';
import { played, tap } from '../kit/hand';
import { assignment, cc, noteOn, program, smallRig, withFunctions } from '../kit/small-rig';

interface Said {
  readonly from: number;
  readonly span: number;
  readonly step: number;
  readonly wraps: boolean;
  readonly start: number;
  readonly sendsStart: boolean;
}

/** What each press sends: the numbers of a counter that everybody who presses moves on, each by a step of its own. */
function counted(said: Said, presses: readonly number[]): readonly number[] {
  const size = said.span + 1;
  let stands = said.start % size;
  let fresh = said.sendsStart;
  return presses.map((by) => {
    if (fresh) fresh = false;
    else if (said.wraps) {
      stands += by;
      while (stands < 0) stands += size;
      while (stands >= size) stands -= size;
    } else stands = Math.max(0, Math.min(said.span, stands + by));
    return said.from + stands;
  });
}

const someSaid: fc.Arbitrary<Said> = fc.record({
  from: fc.nat(60),
  span: fc.integer({ min: 1, max: 60 }),
  step: fc.constantFrom(1, -1, 2, 5, -7, 70),
  wraps: fc.boolean(),
  start: fc.nat(60),
  sendsStart: fc.boolean(),
});

function rigWith(said: Said, steps: readonly (number | null)[], kind: 'cc' | 'program' | 'note'): Rig {
  const counter: Counter = {
    id: 'n',
    order: 1,
    controllerId: 'board',
    name: 'N',
    from: said.from,
    to: said.from + said.span,
    step: said.step,
    atEnd: said.wraps ? 'wrap' : 'stop',
    start: said.from + (said.start % (said.span + 1)),
    firstPress: said.sendsStart ? 'sends-start' : 'moves-on',
  };
  const rows = ['fs1', 'fs2', 'mod'].map((on, i) => {
    const step = steps[i] ?? null;
    const behaviour: Behaviour = {
      type: 'stepping',
      counterId: 'n',
      ...(step === null ? {} : { step }),
      ...(kind === 'note' ? { velocity: 99 } : {}),
    };
    const message = kind === 'cc' ? cc(20) : kind === 'note' ? noteOn(7) : program(0);
    return assignment({ id: on, on, message, behaviour, meant: [] });
  });
  return withFunctions({ ...smallRig([], { firmware: { counters: 4 } }), counters: [counter] }, rows, []);
}

describe('a shared counter', () => {
  it('sends what a second reading of its rules says, for any steps, ends, starts and hands', () => {
    fc.assert(
      fc.property(
        someSaid,
        fc.tuple(...[0, 1, 2].map(() => fc.constantFrom(null, 1, -1, 3, -4))),
        fc.array(fc.nat(2), { minLength: 1, maxLength: 25 }),
        fc.constantFrom('cc' as const, 'program' as const, 'note' as const),
        (said, steps, hands, kind) => {
          const rig = rigWith(said, steps, kind);
          const on = ['fs1', 'fs2', 'mod'];
          const sent = played(
            rig,
            hands.flatMap((hand, i) => tap(on[hand] ?? 'fs1', i * 1000)),
          ).sent;
          const numbers = sent.map((s) => Number(s.split(' ')[kind === 'cc' ? 3 : 2]));
          const due = counted(
            said,
            hands.map((hand) => steps[hand] ?? said.step),
          );
          // A note that begins ends, before the next one begins.
          expect(numbers).toEqual(kind === 'note' ? due.flatMap((n) => [n, n]) : due);
          if (kind === 'note') expect(sent.map((s) => Number(s.split(' ')[3]))).toEqual(due.flatMap(() => [99, 0]));
        },
      ),
      { numRuns: 300 },
    );
  });
});
