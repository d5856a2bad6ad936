// Where a function stands after trials and changes, and what was typed in from another monitor.
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, fixed, latching, smallRig } from '../../../tests/kit/small-rig';
import { changeBehaviour, changeMessage } from '../commands';
import { packedBend, packedCc, packedNote, packedPressure, packedProgram, packedRealTime } from '../midi';
import { apply, indexRig, type Rig, type RigIndex } from '../rig';
import { byFunction, coverageOf, type ProofRecord, planFacts, planKey, readTyped, standingOf, versionsFor } from './index';

const base = (): Rig => {
  const rig = smallRig([continuous('Mix', 0, 100)]);
  return {
    ...rig,
    targets: rig.targets.map((t) => ({ ...t, version: '2.1' })),
    assignments: [assignment({ behaviour: latching(127, 0), meant: ['Mix'] })],
  };
};
const row = (index: RigIndex) => {
  const [found] = index.rig.assignments;
  if (!found) throw new Error('there is one');
  return found;
};
const trial = (index: RigIndex, change: Partial<ProofRecord> = {}): ProofRecord => ({
  id: 'p1',
  assignmentId: row(index).id,
  at: '2026-03-01T10:00:00.000Z',
  outcome: 'proved',
  by: 'device',
  who: 'M.',
  port: 'Board',
  versions: versionsFor(index, row(index)),
  plan: planKey(index, row(index)),
  asked: 'press FS1 three times',
  heard: [],
  causes: [],
  ...change,
});
const ticked = (index: RigIndex, versions = versionsFor(index, row(index))): RigIndex =>
  indexRig({
    ...index.rig,
    assignments: [{ ...row(index), proved: { at: '2026-03-01T10:00:00.000Z', versions, grade: 'tested' as const } }],
  });
const stands = (index: RigIndex, trials: readonly ProofRecord[]) => {
  const { state, since } = standingOf(index, row(index), trials);
  return since ? `${state} since the ${since}` : state;
};

describe('where a function stands', () => {
  const index = indexRig(base());
  it('untried, failed, skipped, rehearsed, proved', () => {
    expect(stands(index, [])).toBe('untried');
    expect(stands(index, [trial(index, { outcome: 'failed' })])).toBe('failed');
    expect(stands(index, [trial(index, { outcome: 'skipped' })])).toBe('skipped');
    expect(stands(index, [trial(index, { by: 'simulated' })])).toBe('rehearsed');
    expect(stands(ticked(index), [trial(index)])).toBe('proved');
    expect(stands(index, [trial(index, { by: 'simulated', outcome: 'failed' })])).toBe('untried');
  });
  it('a rehearsal never outweighs what the hardware did', () => {
    const later = trial(index, { id: 'p2', by: 'simulated', at: '2026-03-02T10:00:00.000Z' });
    expect(stands(index, [later, trial(index, { outcome: 'failed' })])).toBe('failed');
    const failed = trial(index, { id: 'p3', by: 'simulated', outcome: 'failed', at: '2026-03-03T10:00:00.000Z' });
    expect(stands(ticked(index), [failed, trial(index)])).toBe('proved');
  });
  it('the tick is what counts: a failure since has to take it away, and then stands', () => {
    const failed = trial(index, { id: 'p2', outcome: 'failed', at: '2026-03-02T10:00:00.000Z' });
    expect(stands(ticked(index), [failed, trial(index)])).toBe('proved');
    expect(stands(index, [failed, trial(index)])).toBe('failed');
  });
  it('is stale when its number or values change, and not when a note does', () => {
    const proved = ticked(index);
    for (const edit of [changeMessage(proved, row(proved), 0, cc(60), () => 'n'), changeBehaviour(row(proved), 0, fixed(127))]) {
      const done = edit && apply(proved.rig, edit);
      expect(done?.ok && stands(indexRig(done.value), [trial(index)])).toBe('stale since the plan');
    }
    const noted = indexRig({ ...proved.rig, assignments: [{ ...row(proved), note: 'worn', why: 'within reach' }] });
    expect(stands(noted, [trial(index)])).toBe('proved');
  });
  it('goes by what a trial kept of the plan, whatever a later version makes of its key; one of before by its key', () => {
    const proved = ticked(index);
    const kept = { facts: planFacts(index, row(index)) };
    expect(stands(proved, [trial(index, { ...kept, plan: 'of another version' })])).toBe('proved');
    expect(stands(index, [trial(index, { ...kept, plan: 'of another version', outcome: 'failed' })])).toBe('failed');
    expect(stands(index, [trial(index, { facts: null, outcome: 'failed' })])).toBe('failed');
    expect(stands(index, [trial(index, { facts: null, plan: 'of another version', outcome: 'failed' })])).toBe('untried');
    const other = { facts: { ...planFacts(index, row(index)), bank: 2 } };
    expect(stands(index, [trial(index, { ...other, outcome: 'failed' })])).toBe('untried');
    // A text on a display proves nothing, and a counter that counts otherwise is another plan.
    const texted = indexRig({ ...proved.rig, assignments: [{ ...row(proved), textShort: 'NEW' }] });
    expect(planFacts(texted, row(texted))).toEqual(kept.facts);
  });
  it('is stale with another version of the software', () => {
    const proved = ticked(index);
    const newer = indexRig({ ...proved.rig, targets: proved.rig.targets.map((t) => ({ ...t, version: '2.2' })) });
    expect([stands(newer, [trial(index)]), coverageOf(newer), coverageOf(proved)]).toEqual([
      'stale since the software',
      { all: 1, proved: 0 },
      { all: 1, proved: 1 },
    ]);
  });
  it('trials are sorted by function, the newest first', () => {
    const all = byFunction([trial(index), trial(index, { id: 'p2', at: '2026-04-01T10:00:00.000Z' })]);
    expect(all.get('a1')?.map((t) => t.id)).toEqual(['p2', 'p1']);
  });
});

describe('typed in', () => {
  it('reads words and bytes', () => {
    const text = `CC 104 = 127, ch 5
cc 104 0 ch 5
Note 36 on 100, ch 10

Note 36 off, ch 10
Program 4, ch 1
Bend +100, ch 2
Pressure 90, ch 3
B4 68 7F
B4687FB46800
start`;
    expect(readTyped(text)).toEqual({
      bad: [],
      heard: [
        packedCc(5, 104, 127),
        packedCc(5, 104, 0),
        packedNote(10, 36, 100),
        packedNote(10, 36, 0),
        packedProgram(1, 4),
        packedBend(2, 8292),
        packedPressure(3, 90),
        packedCc(5, 104, 127),
        packedCc(5, 104, 127),
        packedCc(5, 104, 0),
        packedRealTime(0xfa),
      ].map((word, i) => ({ word, atMs: i * 100 })),
    });
  });
  it('says which lines it cannot read, and reads the others', () => {
    const { heard, bad } = readTyped('CC 200 = 1, ch 1\nhello\nCC 1 = 2, ch 17\n68 7F\nCC 1 = 128\nCC 1 = 3, ch 2');
    expect([heard.length, bad.map((b) => b.line)]).toEqual([1, [1, 2, 3, 4, 5]]);
    expect(bad[0]?.why).toContain('B4 68 7F');
  });
});
