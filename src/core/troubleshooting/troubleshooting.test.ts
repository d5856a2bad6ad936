// The search for why nothing arrives: the table is sound, every cause is found from honest answers, and never struck out by them.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cc, landing, noteOn, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { type HeardMessage, packedCc, packedNote } from '../midi';
import { indexRig } from '../rig';
import {
  type Answer,
  allows,
  answersFromMonitor,
  type Cause,
  causes,
  gain,
  left,
  type Need,
  needsOf,
  nextStep,
  questions,
  triedQuestion,
  UNKNOWN,
} from '.';

const all: ReadonlySet<Need> = new Set([
  'din',
  'usb',
  'bluetooth',
  'hub',
  'scope',
  'pickup',
  'notes',
  'banks',
  'layers',
  'slots',
  'project',
  'windows',
  'conditions',
  'editor',
]);

/** Answers as somebody would whose rig has this fault; where the table leaves it open, by chance. */
function honest(cause: Cause, question: string, chance: number): string {
  const asked = questions.find((q) => q.id === question);
  const open = cause.signs[question] ?? asked?.answers.map(([id]) => id) ?? [];
  return open[Math.floor(chance * open.length)] ?? UNKNOWN;
}

/** Questions that the monitor answers by itself. */
const fromMonitor = new Set(['monitor', 'kind', 'channel', 'number', 'reach']);

/** Plays a search to its end; the causes tried on the way, and how many questions a person had to answer. */
function play(
  cause: Cause,
  chances: readonly number[],
  dontKnow = 0,
): { readonly tried: readonly string[]; readonly asked: number } {
  const answers: Answer[] = [];
  const tried: string[] = [];
  let asked = 0;
  for (let i = 0; i < 200; i++) {
    const step = nextStep(all, answers);
    if (step.type === 'none') return { tried, asked };
    if (step.type === 'try') {
      tried.push(step.cause.id);
      if (step.cause.id === cause.id) return { tried, asked };
      answers.push({ question: triedQuestion(step.cause.id), answer: 'no' });
      continue;
    }
    const chance = chances[i % chances.length] ?? 0;
    if (!fromMonitor.has(step.question.id)) asked++;
    const known = (chance * 997) % 1 >= dontKnow;
    answers.push({ question: step.question.id, answer: known ? honest(cause, step.question.id, chance) : UNKNOWN });
  }
  throw new Error('the search never ended');
}

describe('the table', () => {
  it('names only questions and answers that exist, and each cause and question once', () => {
    const known = new Map(questions.map((q) => [q.id, new Set(q.answers.map(([id]) => id))]));
    for (const cause of causes)
      for (const [question, answers] of Object.entries(cause.signs))
        for (const answer of answers) expect(known.get(question)?.has(answer), `${cause.id}: ${question} ${answer}`).toBe(true);
    for (const { id, after } of questions)
      for (const answer of after?.answers ?? [])
        expect(known.get(after?.question ?? '')?.has(answer), `${id} after ${answer}`).toBe(true);
    expect(new Set(causes.map((c) => c.id)).size).toBe(causes.length);
    expect(new Set(questions.map((q) => q.id)).size).toBe(questions.length);
  });
  it('has no two causes that nothing tells apart, and no question that tells nothing', () => {
    for (const a of causes)
      for (const b of causes) {
        if (a.id >= b.id) continue;
        const apart = questions.some((q) => {
          const [x, y] = [a.signs[q.id], b.signs[q.id]];
          return x !== undefined && y !== undefined && !x.some((s) => y.includes(s));
        });
        // Told apart by an answer, or at least one narrows further than the other.
        const narrower = questions.some((q) => (a.signs[q.id]?.length ?? 99) !== (b.signs[q.id]?.length ?? 99));
        expect(apart || narrower, `${a.id} and ${b.id}`).toBe(true);
      }
    for (const q of questions) expect(gain(q, causes), q.id).toBeGreaterThan(0);
  });
});

describe('the search', () => {
  it('never strikes out the true cause by honest answers, whatever they leave to chance', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...causes),
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 5, maxLength: 30 }),
        (cause, chances) => {
          for (const q of questions)
            for (const chance of chances)
              expect(allows(cause, { question: q.id, answer: honest(cause, q.id, chance) })).toBe(true);
        },
      ),
      { numRuns: 200 },
    );
  });
  it('finds every cause, in few questions, and mostly at the first try', () => {
    let questionsAsked = 0;
    let first = 0;
    let runs = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...causes),
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 30, maxLength: 30 }),
        (cause, chances) => {
          const { tried, asked } = play(cause, chances);
          expect(tried.at(-1)).toBe(cause.id);
          expect(asked).toBeLessThanOrEqual(13);
          runs++;
          questionsAsked += asked;
          if (tried.length === 1) first++;
        },
      ),
      { numRuns: 1000, seed: 5 },
    );
    // Twenty-five causes are 4.6 bits, and no answer is certain: hardly more questions than bits.
    expect(questionsAsked / runs).toBeLessThan(6);
    expect(first / runs).toBeGreaterThan(0.85);
  });
  it('begins with what the monitor hears, and asks about a message only once one has arrived', () => {
    expect(nextStep(all, [])).toMatchObject({ type: 'ask', question: { id: 'monitor' } });
    const silent = nextStep(all, [{ question: 'monitor', answer: 'nothing' }]);
    expect(silent.type === 'ask' && fromMonitor.has(silent.question.id)).toBe(false);
    expect(nextStep(all, [{ question: 'monitor', answer: 'something' }])).toMatchObject({ question: { id: 'kind' } });
  });
  it('still gets there when a third of the questions cannot be answered', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...causes),
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 30, maxLength: 30 }),
        (cause, chances) => {
          expect(play(cause, chances, 0.33).tried.at(-1)).toBe(cause.id);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('ends by saying so when the answers rule each other out', () => {
    const answers = causes.map((c) => ({ question: triedQuestion(c.id), answer: 'no' }));
    expect(nextStep(all, answers)).toEqual({ type: 'none', left: [] });
  });
});

describe('what the rig and the monitor know', () => {
  it('a rig without DIN, banks or radio rules their causes out beforehand', () => {
    const rig = withFunctions(smallRig([parameter('a')]), [], [landing('a')]);
    const index = indexRig(rig);
    const needs = needsOf(index, 'board', 'hall');
    expect(needs.has('usb')).toBe(true);
    expect(needs.has('din')).toBe(false);
    expect(needs.has('bluetooth')).toBe(false);
    expect(left(needs, []).map((c) => c.id)).not.toContain('cable-reversed');
    const wired = { ...rig, wires: rig.wires.map((w) => ({ ...w, transport: 'din' as const })) };
    expect(needsOf(indexRig(wired), 'board', 'hall').has('din')).toBe(true);
    expect(needsOf(indexRig(wired), null, null).has('din')).toBe(true);
  });
  const at = (...words: number[]): HeardMessage[] => words.map((word, i) => ({ atMs: 100 + i, word }));
  it('reads channel, kind, number and reach off what arrived', () => {
    expect(answersFromMonitor([], 500, cc(104))).toEqual([{ question: 'monitor', answer: 'nothing' }]);
    expect(answersFromMonitor(at(packedNote(5, 60, 100)), 500, cc(104))).toEqual([
      { question: 'monitor', answer: 'something' },
      { question: 'kind', answer: 'other' },
    ]);
    expect(answersFromMonitor(at(packedCc(6, 104, 127)), 500, cc(104)).at(-1)).toEqual({ question: 'channel', answer: 'other' });
    expect(answersFromMonitor(at(packedCc(5, 105, 127)), 500, cc(104)).at(-1)).toEqual({ question: 'number', answer: 'other' });
    expect(answersFromMonitor(at(packedCc(5, 104, 12), packedCc(5, 104, 63)), 500, cc(104)).at(-1)).toEqual({
      question: 'reach',
      answer: 'low',
    });
    expect(answersFromMonitor(at(packedCc(5, 104, 127)), 500, cc(104)).at(-1)).toEqual({ question: 'reach', answer: 'high' });
    expect(answersFromMonitor(at(packedNote(5, 36, 90)), 500, noteOn(36)).at(-1)).toEqual({ question: 'reach', answer: 'high' });
  });
});
