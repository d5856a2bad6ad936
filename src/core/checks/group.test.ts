import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { apply } from '../rig';
import { accept, type Finding, groupFindings, judge } from './index';

const at = '2026-03-01T12:00:00.000Z';
const all = (rig = lanternHour()): readonly Finding[] => [...judge(rig).findings.values()].flat();

describe('findings that say the same', () => {
  it('are one with all its parts, and no finding is lost (law, on random lists of the demo’s own)', () => {
    const found = all();
    fc.assert(
      fc.property(fc.shuffledSubarray([...found]), (list) => {
        const groups = groupFindings(list);
        expect(groups.flatMap((g) => g.parts).length).toBe(list.length);
        expect(new Set(groups.flatMap((g) => g.parts))).toEqual(new Set(list));
        for (const { parts } of groups) expect(new Set(parts.map((f) => `${f.check} ${f.title}`)).size).toBe(1);
        const notes = groups.filter((g) => g.finding.severity === 'note').map((g) => `${g.finding.check} ${g.finding.title}`);
        expect(new Set(notes).size).toBe(notes.length);
      }),
      { numRuns: 50 },
    );
  });
  it('tell a note of a whole controller once, not once per function', () => {
    const lights = groupFindings(all()).filter((g) => g.finding.check === 'light-after-change');
    expect(lights.length).toBe(1);
    expect(lights[0]?.parts.length).toBeGreaterThan(2);
  });
  it('are accepted together only if each of them was; one that was keeps its reason', () => {
    let rig = lanternHour();
    const first = groupFindings(all(rig)).find((g) => g.finding.check === 'light-after-change');
    if (!first) throw new Error('the demo has changed');
    const steps = first.parts.map((part, i) => {
      const done = apply(rig, accept(judge(rig).index, part, `reason ${i}`, at, `acc${i}`));
      if (!done.ok) throw new Error('refused');
      rig = done.value;
      const group = groupFindings(all(rig)).find((g) => g.finding.check === 'light-after-change');
      return [group?.accepted, group?.acceptedBefore.length];
    });
    const last = steps.pop();
    expect(last).toEqual([true, 0]);
    expect(steps).toEqual(steps.map((_, i) => [false, i + 1]));
  });
});
