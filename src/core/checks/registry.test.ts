// What checks say of themselves holds: which of them can find what must be fixed, and what each takes into account of the others.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { assignment, cc, fixed, range } from '../../../tests/kit/small-rig';
import { checkOf, checks, judge } from './index';
import { assignmentChecks, checksOf, stopChecksOf } from './registry';

const press = assignment({ behaviour: fixed(127), meant: [] });
const move = assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: [] });

describe('checks of an assignment', () => {
  it('heed only what is asked before them', () => {
    const order = assignmentChecks.map((c): string => c.id);
    for (const check of checks)
      if (check.scope === 'assignment')
        for (const id of check.heeds ?? []) expect(order.slice(0, order.indexOf(check.id)), check.id).toContain(id);
  });

  it('are all there where only what must be fixed is asked: those that can find it, and what they heed', () => {
    for (const a of [press, move]) {
      const whole = checksOf(a);
      const stops = stopChecksOf(a);
      expect(stops.length).toBeLessThan(whole.length);
      for (const c of whole.filter((c) => c.severities.includes('stop'))) {
        expect(stops).toContain(c);
        for (const id of c.heeds ?? []) if (whole.some((w) => w.id === id)) expect(stops.map((s) => s.id)).toContain(id);
      }
      expect(stops).toEqual(whole.filter((c) => stops.includes(c)));
    }
  });

  it('find nothing graver than they say', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        for (const found of judge(richRig(given)).findings.values())
          for (const f of found) if (f.assumed === null) expect(checkOf(f.check).severities, f.check).toContain(f.severity);
      }),
      { numRuns: 60, seed: 20261130 },
    );
  });
});
