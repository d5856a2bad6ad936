// Law 6, the part that needs no wish: after any change that is offered, played anew, the function that it is for is none of the bad outcomes that it was not
// before, no other function is worse, nothing moves that nobody meant, and nothing new must be fixed.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Outcome, outcome } from '@/core/bench';
import { judge, offeredFixes } from '@/core/checks';
import { apply, indexRig, type Rig } from '@/core/rig';
import { assignment, cc, landing, latching, parameter } from '../kit/small-rig';
import { rigWith, someFunction } from '../kit/some-function';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 40);
const settings = { numRuns: RUNS, ...(process.env.KEEN_DIAL_SEED ? { seed: Number(process.env.KEEN_DIAL_SEED) } : {}) };

/** Outcomes from good to bad, as far as they can be told without knowing what is wanted. */
const badness: Readonly<Record<string, number>> = {
  'every-second-press': 2,
  'first-press-does-nothing': 1,
  irregular: 3,
  'never-reacts': 4,
  'nothing-lands': 4,
};

const badnessOf = (played: Outcome, parameterId: string): number => {
  if (played.type !== 'played') return 5;
  const did = played.effects.find((e) => e.parameterId === parameterId)?.did.type;
  return did === undefined ? 4 : (badness[did] ?? 0);
};

/** A second function that works, on another switch of the same board and in the same target. */
function beside(rig: Rig): Rig {
  const message = cc(90);
  return {
    ...rig,
    parameters: [...rig.parameters, parameter('q', { order: 2 })],
    assignments: [
      ...rig.assignments,
      { ...assignment({ id: 'a2', on: 'fs2', message, behaviour: latching(127, 0), meant: ['q'] }), order: 2 },
    ],
    landings: [...rig.landings, landing('q', { id: 'l2', order: 2, address: message })],
  };
}

const strays = (rig: Rig): number => [...judge(rig).findings.values()].flat().filter((f) => f.check === 'address-clash').length;
const stops = (rig: Rig): number => [...judge(rig).findings.values()].flat().filter((f) => f.severity === 'stop').length;
const bad = (rig: Rig, id: string, parameterId: string): number => {
  const index = indexRig(rig);
  const a = index.assignments.get(id);
  return a ? badnessOf(outcome(index, a), parameterId) : 0;
};

describe('a change that is offered', () => {
  it('makes nothing worse', () => {
    fc.assert(
      fc.property(someFunction, (s) => {
        const alone = rigWith(s);
        if (!alone) return;
        const rig = beside(alone);
        const judgement = judge(rig);
        let n = 0;
        const [before, stray, other] = [stops(rig), strays(rig), bad(rig, 'a2', 'q')];
        for (const finding of [...judgement.findings.values()].flat())
          for (const fix of offeredFixes(judgement, finding, () => `n${++n}`)) {
            const done = apply(rig, fix.edit);
            if (!done.ok) throw new Error(`${finding.check}: ${fix.label}: ${JSON.stringify(done.error)}`);
            const told = `${finding.check}: ${fix.label}`;
            expect(stops(done.value), told).toBeLessThanOrEqual(before);
            expect(strays(done.value), told).toBeLessThanOrEqual(stray);
            expect(bad(done.value, 'a2', 'q'), told).toBeLessThanOrEqual(other);
            const mine = finding.subjectId === 'a1' || finding.about !== 'assignments';
            if (mine && finding.check !== 'leftover')
              expect(bad(done.value, 'a1', 'p'), told).toBeLessThanOrEqual(bad(rig, 'a1', 'p'));
          }
      }),
      settings,
    );
  });
});
