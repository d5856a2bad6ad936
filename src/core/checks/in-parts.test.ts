// Judged in parts: what is wanted first comes first, and in the end it is what judging at once gives.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { apply, indexRig, type Rig, remove } from '../rig';
import { type Helpers, type JudgedPart, type Judgement, judge, judgeInParts, renewalOf } from './index';

const settings = { numRuns: 25, seed: 20261130 };

/** All parts, and the judgement; what is wanted first may change before each part. */
function inParts(rig: Rig, wantedAt: (done: number) => readonly string[], before?: Judgement) {
  const parts: JudgedPart[] = [];
  const work = judgeInParts(indexRig(rig, before?.index), before, () => wantedAt(parts.length));
  for (;;) {
    const step = work.next();
    if (step.done) return { parts, judgement: step.value };
    if (!step.value) throw new Error('nobody helps here');
    parts.push(step.value);
  }
}

const allOf = (rig: Rig): readonly JudgedPart[] => inParts(rig, () => []).parts;

const whole = (judgement: Judgement) => renewalOf(judgement, true);

describe('judging in parts', () => {
  it('gives each function once, those that are wanted first before the others, and then what judging at once gives', () => {
    fc.assert(
      fc.property(someRichRig, fc.array(fc.nat(20)), (given, picks) => {
        const rig = richRig(given);
        const ids = rig.assignments.map((a) => a.id);
        const wanted = [...new Set(picks.flatMap((p) => ids[p] ?? []))];
        const { parts, judgement } = inParts(rig, () => wanted);
        expect(parts.map((p) => p.id)).toEqual([...wanted, ...ids.filter((id) => !wanted.includes(id))]);
        expect(whole(judgement)).toEqual(whole(judge(rig)));
        for (const { id, outcome, findings } of parts) {
          expect(outcome).toEqual(judgement.outcomes.get(id));
          expect(findings).toEqual(judgement.sources.assignments.get(id) ?? []);
        }
      }),
      settings,
    );
  });

  it('follows what is wanted as that changes, whatever is no function of the rig', () => {
    fc.assert(
      fc.property(someRichRig, fc.array(fc.nat(20), { minLength: 1 }), fc.nat(6), (given, picks, at) => {
        const rig = richRig(given);
        const ids = rig.assignments.map((a) => a.id);
        const wanted = ['of no function', ...picks.flatMap((p) => ids[p] ?? [])];
        const none: readonly string[] = [];
        const { parts, judgement } = inParts(rig, (done) => (done < at ? none : wanted));
        const early = ids.slice(0, at);
        const next = [...new Set(wanted)].filter((id) => ids.includes(id) && !early.includes(id));
        expect(parts.slice(early.length, early.length + next.length).map((p) => p.id)).toEqual(next);
        expect(parts.map((p) => p.id).sort()).toEqual([...ids].sort());
        expect(whole(judgement)).toEqual(whole(judge(rig)));
      }),
      settings,
    );
  });

  it('gives after an edit what judging at once gives after it', () => {
    let edited = 0;
    fc.assert(
      fc.property(someRichRig, fc.nat(20), (given, at) => {
        const rig = richRig(given);
        const row = rig.assignments[at % Math.max(1, rig.assignments.length)];
        if (!row) return;
        const done = apply(rig, remove('assignments', row));
        if (!done.ok) return;
        edited++;
        const before = judge(rig);
        const ids = done.value.assignments.map((a) => a.id).reverse();
        const { judgement } = inParts(done.value, () => ids, before);
        const once = judge(done.value, before);
        expect(whole(judgement)).toEqual(whole(once));
        expect(judgement.renewed).toEqual(once.renewed);
      }),
      settings,
    );
    expect(edited).toBeGreaterThan(10);
  });

  it('gives the same whoever judges with it, however late they tell, and though they drop what they took in hand', () => {
    let helped = 0;
    let waited = 0;
    let dropped = 0;
    fc.assert(
      fc.property(
        someRichRig,
        fc.array(fc.constantFrom('takes', 'takes', 'idle', 'idle', 'tells', 'drops'), { minLength: 4, maxLength: 40 }),
        (given, days) => {
          const rig = richRig(given);
          const once = judge(rig);
          const known = new Map(allOf(rig).map((part) => [part.id, part]));
          const own = new Set<string>();
          const inHand: string[] = [];
          const theirs = [...known.keys()].reverse();
          let news: JudgedPart[] = [];
          let day = 0;
          const helpers: Helpers = {
            have: (id) => inHand.includes(id),
            told: () => {
              const what = days[day++ % days.length];
              // Whoever was idle for long drops what they have.
              if (what === 'drops' || day > 2000) dropped += inHand.splice(0).length;
              if (what === 'takes') inHand.push(...theirs.splice(0, 3).filter((id) => !own.has(id)));
              if (what === 'tells') news.push(...inHand.splice(0, 1).flatMap((id) => structuredClone(known.get(id)) ?? []));
              const told = news;
              news = [];
              helped += told.length;
              return told;
            },
          };
          const work = judgeInParts(indexRig(rig), undefined, undefined, helpers);
          for (;;) {
            const step = work.next();
            if (step.done) {
              expect(whole(step.value)).toEqual(whole(once));
              expect([...step.value.findings.keys()].sort()).toEqual([...once.findings.keys()].sort());
              return;
            }
            if (!step.value) {
              waited++;
              continue;
            }
            expect(own).not.toContain(step.value.id);
            expect(inHand).not.toContain(step.value.id);
            own.add(step.value.id);
          }
        },
      ),
      settings,
    );
    for (const times of [helped, waited, dropped]) expect(times).toBeGreaterThan(10);
  });
});
