// What somebody accepted stays accepted: in files and databases of the time when fingerprints were made of words, whatever the
// words are by now, and whatever fields come later. It opens again when what it rests on changes.
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { accept, checks, type Finding, judge } from '@/core/checks';
import { restsOn, stillRestsOn } from '@/core/checks/accepted/rests-on';
import { parseRig } from '@/core/formats';
import { apply, indexRig, type Rig } from '@/core/rig';

interface Kept {
  readonly file: string;
  readonly accepted: readonly (readonly [check: string, subjectId: string, parameterId: string | null])[];
  readonly open: number;
}

/** Rigs with every finding accepted, one for each check and the demo, written by the version before. */
const kept: readonly Kept[] = JSON.parse(
  gunzipSync(readFileSync(resolve(import.meta.dirname, '../fixtures/accepted/first-form.json.gz'))).toString('utf8'),
);

const read = ({ file }: Kept): Rig => {
  const parsed = parseRig(file);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.error));
  return parsed.value;
};
const findingsOf = (rig: Rig): readonly Finding[] => [...judge(rig).findings.values()].flat();
const acceptedIn = (rig: Rig): readonly (readonly [string, string, string | null])[] =>
  findingsOf(rig).flatMap((f) => (f.accepted ? [[f.check, f.subjectId, f.parameterId] as const] : []));
const all = kept.map((k) => ({ name: k.accepted.length > 20 ? 'Lantern Hour' : JSON.parse(k.file).name, kept: k }));

describe('a rig file of the first form', () => {
  it('holds an acceptance of every check that there was', () => {
    const had = new Set(kept.flatMap((k) => k.accepted.map(([check]) => check)));
    expect(had.size).toBe(55);
    for (const check of had) expect(checks.map((c) => c.id)).toContain(check);
  });
  it.each(all)('keeps all that was accepted: $name', ({ kept: one }) => {
    const rig = read(one);
    expect([...acceptedIn(rig)].sort()).toEqual([...one.accepted].sort());
    expect(findingsOf(rig).filter((f) => !f.accepted).length).toBe(one.open);
  });
  it.each(all)('keeps them when fields come later, and loses them when a row changes: $name', ({ kept: one }) => {
    const rig = read(one);
    const later: Rig = {
      ...rig,
      controllers: rig.controllers.map((c) => Object.assign({}, c, { later: 1, firmware: { ...c.firmware, later: true } })),
      targets: rig.targets.map((t) => Object.assign({}, t, { later: [], reception: { ...t.reception, later: 'x' } })),
      parameters: rig.parameters.map((p) => Object.assign({ later: '' }, p)),
      assignments: rig.assignments.map((a) => Object.assign({}, a, { comesLater: 'later' })),
      landings: rig.landings.map((l) => Object.assign({}, l, { later: null })),
      layers: rig.layers.map((l) => Object.assign({}, l, { later: 0 })),
    };
    expect([...acceptedIn(later)].sort()).toEqual([...one.accepted].sort());
    const moved: Rig = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, textShort: `${a.textShort}~` })) };
    for (const f of findingsOf(moved)) if (f.about === 'assignments') expect(f.accepted, f.check).toBeNull();
  });
});

describe('an acceptance of today', () => {
  it.each(all)('is of what there is, not of the words for it: $name', ({ kept: one }) => {
    const rig = { ...read(one), accepted: [] };
    const index = indexRig(rig);
    for (const finding of findingsOf(rig)) {
      const before = restsOn(index, finding);
      expect(before).toMatch(/^2:[0-9a-f]{16}$/);
      expect(restsOn(index, { ...finding, title: 'In other words.', reason: 'For another reason.' })).toBe(before);
      const [first] = Object.keys(finding.facts).filter((name) => !name.endsWith('Words'));
      if (first !== undefined)
        expect(stillRestsOn(index, { ...finding, facts: { ...finding.facts, [first]: 'else' } }, before), first).toBe(false);
    }
  });
  it('takes the place of one of the first form', () => {
    const [demo] = kept;
    if (!demo) throw new Error('no fixture');
    const rig = read(demo);
    const [finding] = findingsOf(rig);
    if (!finding) throw new Error('no finding');
    const done = apply(rig, accept(indexRig(rig), finding, 'still so', '2026-02-02T00:00:00.000Z', 'again'));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    expect(done.value.accepted.length).toBe(rig.accepted.length);
    const same = findingsOf(done.value).find((f) => f.subjectId === finding.subjectId && f.check === finding.check);
    expect(same?.accepted).toEqual({ id: 'again', reason: 'still so' });
  });
});
