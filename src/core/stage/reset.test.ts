// Reset words against every sequence tried one after the other, against the machine of Černý whose shortest one is (n − 1)² letters long (J. Černý 1964, from memory), and
// played from every state.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { afterWord, type Letter, resetWord } from './reset';

const all = (n: number): readonly number[] => Array.from({ length: n }, (_, i) => i);

/** The fewest presses of any sequence up to a length that brings all states together; null for none. */
function tried(n: number, letters: readonly Letter[], most: number): number | null {
  let best: number | null = null;
  const go = (set: readonly number[], weight: number, length: number): void => {
    if (best !== null && weight >= best) return;
    if (new Set(set).size === 1) {
      best = weight;
      return;
    }
    if (length === most) return;
    for (const { weight: w, leads } of letters) go([...new Set(set.map((s) => leads[s] ?? s))], weight + w, length + 1);
  };
  go(all(n), 0, 0);
  return best;
}

const machine = fc.integer({ min: 1, max: 5 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    letters: fc.array(
      fc.record({
        weight: fc.constantFrom(1, 1, 2),
        leads: fc.array(fc.nat(n - 1), { minLength: n, maxLength: n }),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  }),
);

describe('a reset word', () => {
  it('leads to one state from all of them, is no longer than any other, and where there is none every sequence fails', () => {
    fc.assert(
      fc.property(machine, ({ n, letters }) => {
        const found = resetWord(all(n), letters);
        const best = tried(n, letters, 7);
        if (found.type === 'found') {
          expect(new Set(all(n).map((s) => afterWord(s, found.word, letters)))).toEqual(new Set([found.end]));
          expect(found.proved).toBe(true);
          if (best !== null) expect(found.weight).toBe(best);
          else expect(found.word.length).toBeGreaterThan(7);
        } else {
          expect(best).toBeNull();
          expect(found.type).toBe('none');
        }
      }),
      { numRuns: 400 },
    );
  });
  it('found by pairs leads to one state too, and is never said to be the shortest', () => {
    fc.assert(
      fc.property(machine, ({ n, letters }) => {
        const whole = resetWord(all(n), letters);
        const found = resetWord(all(n), letters, { states: 2000, sets: 1 });
        expect(found.type).toBe(whole.type);
        if (found.type !== 'found' || whole.type !== 'found') return;
        expect(new Set(all(n).map((s) => afterWord(s, found.word, letters)))).toEqual(new Set([found.end]));
        expect(found.weight).toBeGreaterThanOrEqual(whole.weight);
        if (n > 1) expect(found.proved).toBe(false);
      }),
      { numRuns: 200 },
    );
  });
  it.each([3, 4, 5, 6, 7])('of the slowest machine of %s states has as many letters as is proved', (n) => {
    const letters: Letter[] = [
      { weight: 1, leads: all(n).map((s) => (s + 1) % n) },
      { weight: 1, leads: all(n).map((s) => (s === n - 1 ? 0 : s)) },
    ];
    expect(resetWord(all(n), letters)).toMatchObject({ type: 'found', weight: (n - 1) ** 2, proved: true });
  });
  it('names two states that stay apart where everything only turns', () => {
    const letters: Letter[] = [{ weight: 1, leads: [1, 2, 0] }];
    expect(resetWord(all(3), letters)).toEqual({ type: 'none', apart: [0, 1] });
    expect(resetWord(all(3), letters, { states: 2, sets: 10 })).toEqual({ type: 'too-many-states' });
  });
});
