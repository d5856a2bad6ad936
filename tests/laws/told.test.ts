// Law 5, the part that needs no wish: what never reacts, reacts to every second press only, does nothing at first, or follows no rule is told,
// whatever brought it about.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outcome } from '@/core/bench';
import { judge } from '@/core/checks';
import { indexRig } from '@/core/rig';
import { rigWith, someFunction } from '../kit/some-function';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS, ...(process.env.KEEN_DIAL_SEED ? { seed: Number(process.env.KEEN_DIAL_SEED) } : {}) };

const bad = new Set(['never-reacts', 'nothing-lands', 'every-second-press', 'first-press-does-nothing', 'irregular']);

describe('a bad outcome', () => {
  it('is told, whatever brought it about', () => {
    fc.assert(
      fc.property(someFunction, (s) => {
        const rig = rigWith(s);
        if (!rig) return;
        const index = indexRig(rig);
        const [a] = rig.assignments;
        if (!a) return;
        const played = outcome(index, a);
        if (played.type !== 'played') return;
        const did = played.effects.find((e) => e.parameterId === 'p')?.did.type;
        if (did === undefined || !bad.has(did)) return;
        const found = (judge(rig).findings.get(a.id) ?? []).filter((f) => f.severity !== 'note');
        // One cause, one finding: what arrives twice, or is read in another coding, follows no rule because of that.
        const checks = found.map((f) => f.check);
        expect(checks.includes('irregular') && (checks.includes('heard-twice') || checks.includes('relative-mismatch'))).toBe(
          false,
        );
        expect(
          found.map((f) => f.check),
          did,
        ).not.toEqual([]);
      }),
      settings,
    );
  });
});
