// Clicks, boxes, the delay of hand and ears, and the three sentences at the end.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from '../base';
import type { Song } from '../rig';
import {
  type AttemptRecord,
  boxOf,
  clicksBetween,
  closingWords,
  delayFrom,
  drawnFrom,
  scheduleOf,
  showsBeats,
  TAPS,
  WEIGHTS,
} from './index';

const song = (bpm: number, beatsPerBar: number, bars: readonly number[]): Song => ({
  id: 'song',
  order: 1,
  name: 'Song',
  bpm,
  beatsPerBar,
  sections: bars.map((b, i) => ({ name: `Part ${i}`, bars: b, sceneId: null, bank: null })),
  note: '',
});

describe('the plan of a take', () => {
  it('counts a bar in, gives the bar before, and then every section its bars at the share of the tempo', () => {
    // 90 beats a minute in three, at half of it: a bar is 4 s.
    const { dues, countInMs, endsMs } = scheduleOf({ song: song(90, 3, [4, 1, 0, 2]), first: 1, last: 3, share: 0.5 });
    expect([countInMs, endsMs]).toEqual([4000, 8000 + 4000 + 16_000 + 4000]);
    expect(dues).toEqual([
      { at: 1, opensMs: 4000, dueMs: 8000, closesMs: 10_000 },
      { at: 2, opensMs: 8000, dueMs: 12_000, closesMs: 16_000 },
      // After a section without bars it does not matter how early; it lasts four here.
      { at: 3, opensMs: null, dueMs: 28_000, closesMs: 32_000 },
    ]);
  });
  it('has every click once, however it is asked for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 300 }),
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.double({ min: 0.001, max: 0.9, noNaN: true }), { minLength: 1, maxLength: 40 }),
        (bpm, beats, steps) => {
          const schedule = scheduleOf({ song: song(bpm, beats, [2, 1]), first: 0, last: 1, share: 1 });
          const all = clicksBetween(schedule, 0, Number.POSITIVE_INFINITY);
          const cuts = [0, ...steps.map((s) => s * schedule.endsMs).sort((a, b) => a - b), Number.POSITIVE_INFINITY];
          const pieces = cuts.slice(1).flatMap((to, i) => clicksBetween(schedule, cuts[i] ?? 0, to));
          expect(pieces).toEqual(all);
          // Two bars before the first section, its two, the bar after the last downbeat, and the one that ends it.
          expect(all.length).toBe(5 * beats + 1);
          expect(all.filter((c) => c.one).length).toBe(6);
        },
      ),
    );
  });
  it('lights no more than three times a second', () => {
    const beat = (bpm: number) => scheduleOf({ song: song(bpm, 4, [1]), first: 0, last: 0, share: 1 });
    expect([showsBeats(beat(180)), showsBeats(beat(181)), showsBeats(beat(60))]).toEqual([true, false, true]);
  });
});

describe('five boxes', () => {
  it('go up by one that was right, and back to the first by one that was wrong', () => {
    const r = { right: true };
    const w = { right: false };
    expect([[], [r], [r, r, w], [r, r, r, r, r, r], [w, r, r]].map(boxOf)).toEqual([1, 2, 1, 5, 3]);
  });
  it('are drawn 16 : 8 : 4 : 2 : 1', () => {
    const random = chance(7);
    const drawn = [0, 0, 0, 0, 0];
    for (let i = 0; i < 31_000; i++) {
      const at = drawnFrom([1, 2, 3, 4, 5], random) ?? -1;
      drawn[at] = (drawn[at] ?? 0) + 1;
    }
    // Five standard deviations of a binomial: the rarest is 1000 of 31,000, ± 31.
    for (const [i, weight] of WEIGHTS.entries())
      expect(Math.abs((drawn[i] ?? 0) - weight * 1000)).toBeLessThan(5 * Math.sqrt(weight * 1000));
    expect(drawnFrom([], random)).toBeNull();
    expect(drawnFrom([5], () => 0.999_999)).toBe(0);
  });
});

describe('sixteen taps', () => {
  const taps = (offset: number, spread: number, every: number, seed: number): number[] => {
    const random = chance(seed);
    return Array.from({ length: TAPS }, (_, i) => i * every + offset + spread * (random() + random() + random() - 1.5));
  };
  it('give back the delay of a player, with a few milliseconds to spare', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 300 }), fc.integer({ min: 0, max: 40 }), fc.integer(), (offset, spread, seed) => {
        const found = delayFrom(taps(offset, spread, 600, seed), 600);
        expect(found.type).toBe('measured');
        if (found.type !== 'measured') return;
        // Three uniform numbers have a spread of a half; the median of twelve of them has a third of it at most, five times over.
        expect(Math.abs(found.offsetMs - offset)).toBeLessThanOrEqual(1e-6 + spread);
        if (Math.abs(offset - 120) > spread) expect(found.byRadio).toBe(offset > 120);
      }),
    );
  });
  it('are refused where there are too few, or where they are no beat', () => {
    expect(delayFrom([0, 600], 600)).toEqual({ type: 'too-few', counted: 2 });
    const random = chance(3);
    const wild = Array.from({ length: TAPS }, (_, i) => i * 600 + 400 * random());
    expect(delayFrom(wild, 600).type).toBe('unsteady');
  });
});

describe('at the end', () => {
  const attempt = (change: Partial<AttemptRecord> = {}): AttemptRecord => ({
    id: 'x',
    at: '2026-01-01T00:00:00.000Z',
    songId: 'song',
    song: 'Song',
    section: 'Part 1',
    way: 'press FS 1',
    share: 1,
    by: 'panel',
    reached: 'in-time',
    ms: -100,
    right: true,
    missing: [],
    elsewhere: [],
    extra: [],
    leftOut: [],
    ...change,
  });
  const late = attempt({ reached: 'late', ms: 300, right: false });
  const told = (section: string, attempts: readonly AttemptRecord[]) => ({ song: 'Song', section, attempts });
  it('three sentences say what holds, what does not, and what to do', () => {
    const three = [attempt(), attempt(), attempt()];
    expect(closingWords([told('A', three)])).toEqual([
      'It holds: into A of Song.',
      'Nothing went wrong the last time.',
      'Nothing needs practice.',
    ]);
    expect(closingWords([told('A', three), told('B', [late, late])])).toEqual([
      'It holds: into A of Song.',
      'It does not yet: into B of Song.',
      'Practise the way into B of Song.',
    ]);
    expect(closingWords([told('B', [late, late, late])])).toEqual([
      'Nothing holds yet: a way holds once it was right three times in a row.',
      'It does not yet: into B of Song.',
      'Begin earlier, or plan anew: into B of Song; the right things were done, and late, 3 times in a row.',
    ]);
    const missed = attempt({
      reached: 'late',
      ms: 300,
      right: false,
      extra: [{ does: 'press', controllerId: 'c', controlId: 'd', ms: -5, moved: [] }],
    });
    expect(closingWords([told('B', [missed, missed, missed])])[2]).toBe('Practise the way into B of Song.');
    expect(closingWords([])).toEqual([]);
  });
});
