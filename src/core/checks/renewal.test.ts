import { expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { apply, remove, set } from '../rig';
import { judge } from './judge';
import { renewalOf, withRenewal } from './renewal';

it('a copy that takes every verdict holds what the judge holds', () => {
  let judgement = judge(lanternHour());
  let copy = withRenewal(renewalOf(judgement, true), {
    outcomes: new Map([['gone', { type: 'cannot', what: '' }]]),
    findings: new Map(),
    judged: false,
  });
  expect(copy.judged).toBe(true);
  const [first, second] = judgement.index.rig.assignments;
  if (!first || !second) throw new Error('no assignments');
  for (const edit of [set('assignments', first, 'bank', 3), remove('assignments', second)]) {
    const done = apply(judgement.index.rig, edit);
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    judgement = judge(done.value, judgement);
    copy = withRenewal(renewalOf(judgement, false), copy);
  }
  expect(new Map(copy.outcomes)).toEqual(new Map(judgement.outcomes));
  expect(new Map(copy.findings)).toEqual(new Map([...judgement.findings].filter(([, found]) => found.length > 0)));
  expect(copy.outcomes.has(second.id)).toBe(false);
});

it('a copy that was told of a part knows that this is not all', () => {
  const [id, outcome] = [...judge(lanternHour()).outcomes][0] ?? [];
  if (!id || !outcome) throw new Error('no assignments');
  const part = { outcomes: [[id, outcome]], findings: [[id, []]], whole: false, complete: false } as const;
  const copy = withRenewal(part, { outcomes: new Map(), findings: new Map(), judged: false });
  expect([...copy.outcomes.keys()]).toEqual([id]);
  expect(copy.judged).toBe(false);
  // An edit that takes its time: what was told before it is not all that there is to say now.
  expect(withRenewal(part, { ...copy, judged: true }).judged).toBe(false);
  expect(withRenewal({ ...part, complete: true }, copy).judged).toBe(true);
});
