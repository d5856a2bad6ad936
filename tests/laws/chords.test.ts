// A chord that silences single presses: a press that is not part of it loses nothing by waiting, and one that is sends nothing else. Held against the same presses
// without the chord, and without those that it took. Common practice, no source (docs/decisions/033).
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Rig } from '@/core/rig';
import { down, played, up } from '../kit/hand';
import { anyCase, type Case, ms, number, rigOf, TIMES } from '../kit/one-switch';
import { assignment, cc, momentary } from '../kit/small-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 300);
const CHORD = 99;
const windows = fc.constantFrom(30.25, 80.25, 200.25, 290.25);

/** The second switch of a pair sends the numbers of its gestures and twenty. */
function withChord(one: Case, other: Case['has'], windowMs: number): Rig {
  const rig = rigOf(one);
  const row = assignment({ id: 'chord', gesture: 'chord', message: cc(CHORD), behaviour: momentary(127, 0), meant: [] });
  const beside = other.map((gesture, i) =>
    assignment({ id: `b${i}`, on: 'fs2', gesture, message: cc(20 + number(gesture)), behaviour: momentary(127, 0), meant: [] }),
  );
  return {
    ...rig,
    controllers: rig.controllers.map((c) => ({
      ...c,
      firmware: { ...c.firmware, gestures: [...c.firmware.gestures, 'chord' as const] },
    })),
    assignments: [
      ...rig.assignments,
      { ...row, gesture: { type: 'chord' as const, with: 'fs2', windowMs, singlesFire: false } },
      ...beside,
    ],
  };
}

interface Pressed {
  readonly from: number;
  readonly to: number;
}

/** Presses one after another, from the times up and down of each. */
function pressesOf(times: Case['presses'], late = 0): readonly Pressed[] {
  let t = 0;
  return times.map(([before, held]) => {
    const from = t + before + late;
    t += before + held;
    return { from, to: from + held };
  });
}
const eventsOf = (on: string, presses: readonly Pressed[], but: ReadonlySet<number> = new Set()) =>
  presses.flatMap(({ from, to }, i) => (but.has(i) ? [] : [down(on, from), up(on, to)]));

const sentIn = (rig: Rig, events: ReturnType<typeof eventsOf>) =>
  played(rig, events).sent.map((line) => {
    const [t, number, value] = line.replace('CC ', '').split(' ').map(Number);
    return { t: t ?? 0, number: number ?? 0, value: value ?? 0 };
  });
type Sent = ReturnType<typeof sentIn>;

/** What is sent at each number, in its order. */
function byNumber(sent: Sent): Readonly<Record<number, readonly { readonly t: number; readonly value: number }[]>> {
  const found: Record<number, { t: number; value: number }[]> = {};
  for (const { number: n, t, value } of sent) found[n] = [...(found[n] ?? []), { t, value }];
  return found;
}
const valuesOf = (sent: Sent) =>
  Object.fromEntries(Object.entries(byNumber(sent)).map(([n, all]) => [n, all.map((s) => s.value).join(' ')]));

/** Two presses of one switch that a double tap could be, with one between them that a chord took. */
function areBridged(presses: readonly Pressed[], taken: ReadonlySet<number>): boolean {
  const left = presses.flatMap((p, i) => (taken.has(i) ? [] : [{ ...p, i }]));
  return left.some((p, k) => {
    const next = left[k + 1];
    return next !== undefined && next.i > p.i + 1 && next.from <= p.from + TIMES.doubleTapMs;
  });
}

const near = fc.oneof(
  fc.integer({ min: 1, max: 12 }).map((n) => n * 9),
  ms,
);
const somePresses = fc.array(fc.tuple(near, near), { minLength: 1, maxLength: 5 });
const noneOfAny = (has: Case['has']): Case['has'] => has.filter((g) => g !== 'any-release');

describe('a chord that silences single presses', () => {
  it('while it is never met only keeps back what is sent, for as long as its window at most', () => {
    fc.assert(
      fc.property(anyCase, windows, (one, windowMs) => {
        const events = eventsOf('fs1', pressesOf(one.presses));
        const plain = sentIn(rigOf(one), events);
        const chord = sentIn(withChord(one, [], windowMs), events);
        expect(valuesOf(chord)).toEqual(valuesOf(plain));
        const late = byNumber(chord);
        for (const [n, all] of Object.entries(byNumber(plain)))
          for (const [i, { t }] of all.entries()) {
            const wait = (late[Number(n)]?.[i]?.t ?? Number.NaN) - t;
            expect(wait).toBeGreaterThanOrEqual(0);
            expect(wait).toBeLessThanOrEqual(windowMs);
          }
      }),
      { numRuns: RUNS },
    );
  });
  it('takes the presses that meet, and leaves the others what they send without those', () => {
    fc.assert(
      fc.property(anyCase, anyCase, windows, somePresses, somePresses, (one, { has }, windowMs, first, second) => {
        const rig = withChord({ ...one, has: noneOfAny(one.has) }, noneOfAny(has), windowMs);
        // An eighth of a millisecond apart: no moment of one hand is one of the other.
        const [mine, others] = [pressesOf(first), pressesOf(second, 1 / 8)];
        const [taken, takenThere] = [new Set<number>(), new Set<number>()];
        const chords: string[] = [];
        for (const [i, a] of mine.entries())
          for (const [j, b] of others.entries()) {
            const [begins, ends] = [Math.max(a.from, b.from), Math.min(a.to, b.to)];
            if (begins >= ends || Math.abs(a.from - b.from) > windowMs) continue;
            taken.add(i);
            takenThere.add(j);
            chords.push(`${begins} 127`, `${ends} 0`);
          }
        fc.pre(!areBridged(mine, taken) && !areBridged(others, takenThere));
        const all = sentIn(rig, [...eventsOf('fs1', mine), ...eventsOf('fs2', others)]);
        const met = all.filter((s) => s.number === CHORD).map(({ t, value }) => `${t} ${value}`);
        expect(met.sort()).toEqual(chords.sort());
        const alone = [...sentIn(rig, eventsOf('fs1', mine, taken)), ...sentIn(rig, eventsOf('fs2', others, takenThere))];
        expect(valuesOf(all.filter((s) => s.number !== CHORD))).toEqual(valuesOf(alone));
      }),
      { numRuns: RUNS },
    );
  });
  it('and where it does not silence them, changes nothing of what they send', () => {
    fc.assert(
      fc.property(anyCase, anyCase, windows, somePresses, somePresses, (one, { has }, windowMs, first, second) => {
        const rig = withChord(one, has, windowMs);
        const events = [...eventsOf('fs1', pressesOf(first)), ...eventsOf('fs2', pressesOf(second, 1 / 8))];
        const alone: Rig = { ...rig, assignments: rig.assignments.filter((a) => a.id !== 'chord') };
        const open: Rig = {
          ...rig,
          assignments: rig.assignments.map((a) =>
            a.gesture.type === 'chord' ? { ...a, gesture: { ...a.gesture, singlesFire: true } } : a,
          ),
        };
        expect(sentIn(open, events).filter((s) => s.number !== CHORD)).toEqual(sentIn(alone, events));
      }),
      { numRuns: RUNS },
    );
  });
  it('two taps within its window are both sent by what always fires', () => {
    const firmware = { press: 'always-fires', releaseAfterHold: 'fires', releaseAfterDoubleTap: 'fires' } as const;
    const rig = withChord({ has: ['press', 'double-tap'], firmware, presses: [] }, [], 290);
    const presses = [
      { from: 0, to: 50 },
      { from: 100, to: 150 },
    ];
    expect(played(rig, eventsOf('fs1', presses)).sent).toEqual([
      '100 CC 1 127',
      '100 CC 1 0',
      '390 CC 1 127',
      '390 CC 1 0',
      '390 CC 4 127',
      '390 CC 4 0',
    ]);
  });
  it('a tap before the press that it takes was no half of two taps', () => {
    const firmware = { press: 'waits', releaseAfterHold: 'fires', releaseAfterDoubleTap: 'fires' } as const;
    const rig = withChord({ has: ['press', 'double-tap'], firmware, presses: [] }, [], 50);
    const sent = played(rig, [
      ...eventsOf('fs1', [
        { from: 0, to: 50 },
        { from: 100, to: 400 },
      ]),
      down('fs2', 120),
      up('fs2', 300),
    ]);
    expect(sent.sent).toEqual(['120 CC 99 127', '120 CC 1 127', '120 CC 1 0', '300 CC 99 0']);
  });
});
