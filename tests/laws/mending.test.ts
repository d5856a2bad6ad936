// Law 6: after any change that is offered, played anew, the function that it is for is as good as before for what is wanted of it, and where the finding was
// about its outcome it is as wanted, or better; no other function is worse, nothing moves that nobody meant, nothing new must be fixed, and what the
// player set is as it was.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outcome } from '@/core/bench';
import { type CheckId, judge, offeredFixes } from '@/core/checks';
import { apply, indexRig, type Rig, type RigIndex } from '@/core/rig';
import { leastShortfall, possibleWants, shortfallOf, wantedOf } from '@/core/wants';
import { richRig, someRichRig } from '../kit/rich-rig';
import { assignment, cc, landing, latching, parameter } from '../kit/small-rig';
import { rigWith, someFunction } from '../kit/some-function';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 40);
const settings = { numRuns: RUNS };

/** A second function that works, on another switch of the same board and in the same target. */
function beside(rig: Rig): Rig {
  const message = cc(90);
  return {
    ...rig,
    parameters: [...rig.parameters, parameter('q', { order: 2 })],
    assignments: [
      ...rig.assignments,
      { ...assignment({ id: 'a2', on: 'fs2', message, behaviour: latching(127, 0), meant: ['q'] }), order: 2 },
    ],
    landings: [...rig.landings, landing('q', { id: 'l2', order: 2, address: message })],
  };
}

const strays = (rig: Rig): number => [...judge(rig).findings.values()].flat().filter((f) => f.check === 'address-clash').length;
const stops = (rig: Rig): number => [...judge(rig).findings.values()].flat().filter((f) => f.severity === 'stop').length;
/** What must be fixed, or would have to be if what nobody stated is as assumed. */
const grave = (rig: Rig): number =>
  [...judge(rig).findings.values()].flat().filter((f) => f.severity === 'stop' || f.assumed !== null).length;
/** What must be looked at, by what it is about. */
const cautions = (rig: Rig): ReadonlySet<string> =>
  new Set(
    [...judge(rig).findings.values()].flat().flatMap((f) => (f.severity === 'caution' ? [`${f.check} ${f.subjectId}`] : [])),
  );

/** How far a function falls short of what is wanted, 6 where it cannot be played, 0 where it is gone; and whether somebody said what is wanted. */
const shortOf = (rig: Rig, id: string, parameterId: string) => shortIn(indexRig(rig), id, parameterId);
function shortIn(index: RigIndex, id: string, parameterId: string): { readonly short: number; readonly said: boolean } {
  const a = index.assignments.get(id);
  const p = index.parameters.get(parameterId);
  if (!a || !p) return { short: 0, said: false };
  const played = outcome(index, a);
  const { want, assumed } = wantedOf(index, a, p);
  if (played.type !== 'played') return { short: 6, said: !assumed };
  const did = played.effects.find((e) => e.parameterId === parameterId)?.did;
  if (!did) return { short: 5, said: !assumed };
  return {
    short: assumed ? leastShortfall(possibleWants(p.kind, a.gesture.type), did) : shortfallOf(want, did),
    said: !assumed,
  };
}

/** What the player set and no change touches: the measure of a control, the ends of a parameter, notes on a wire. */
const setByHand = (rig: Rig): unknown => ({
  calibration: rig.controls.map((c) => [c.id, c.calibration]),
  parameters: rig.parameters.map(({ start: _start, ...p }) => p),
});
const notes = (rig: Rig): ReadonlySet<string> => new Set(rig.wires.filter((w) => w.forNotes).map((w) => w.id));

const onOutcomes: readonly CheckId[] = [
  'every-second-press',
  'first-press-does-nothing',
  'irregular',
  'never-off',
  'never-registers',
  'not-as-wanted',
];

describe('a change that is offered', () => {
  it('makes nothing worse, and what it is for better', () => {
    fc.assert(
      fc.property(someFunction, (s) => {
        const alone = rigWith(s);
        if (!alone) return;
        const rig = beside(alone);
        const judgement = judge(rig);
        let n = 0;
        const had = cautions(rig);
        const [before, graver, stray, other, own] = [
          stops(rig),
          grave(rig),
          strays(rig),
          shortOf(rig, 'a2', 'q'),
          shortOf(rig, 'a1', 'p'),
        ];
        for (const finding of [...judgement.findings.values()].flat())
          for (const fix of offeredFixes(judgement, finding, () => `n${++n}`)) {
            const done = apply(rig, fix.edit);
            if (!done.ok) throw new Error(`${finding.check}: ${fix.label}: ${JSON.stringify(done.error)}`);
            const after = done.value;
            const told = `${finding.check}: ${fix.label}`;
            expect(stops(after), told).toBeLessThanOrEqual(before);
            expect(strays(after), told).toBeLessThanOrEqual(stray);
            expect(grave(after), told).toBeLessThanOrEqual(graver);
            if (finding.severity === 'caution' && finding.assumed === null)
              expect(
                [...cautions(after)].filter((c) => !had.has(c)),
                told,
              ).toEqual([]);
            expect(shortOf(after, 'a2', 'q').short, told).toBeLessThanOrEqual(other.short);
            expect(setByHand(after), told).toEqual(setByHand(rig));
            for (const w of after.wires) if (notes(rig).has(w.id)) expect(w.forNotes, told).toBe(true);
            const mine = finding.subjectId === 'a1' || finding.about !== 'assignments';
            if (!mine || finding.check === 'leftover') continue;
            const now = shortOf(after, 'a1', 'p');
            expect(now.short, told).toBeLessThanOrEqual(own.short);
            if (finding.parameterId === 'p' && onOutcomes.includes(finding.check) && own.short > 0)
              expect(now.short, told).toBeLessThan(own.short);
          }
      }),
      settings,
    );
  });
});

/** How far everything in a rig falls short of what is wanted of it, by function and parameter. */
function allShort(rig: Rig): ReadonlyMap<string, number> {
  const index = indexRig(rig);
  return new Map(
    rig.assignments.flatMap((a) =>
      a.actions.flatMap((x) =>
        x.type === 'send' ? x.meant.map((id): [string, number] => [`${a.id}, ${id}`, shortIn(index, a.id, id).short]) : [],
      ),
    ),
  );
}

describe('a change that is offered in a whole rig', () => {
  it('makes no function worse, and no more to be fixed', () => {
    fc.assert(
      fc.property(someRichRig.map(richRig), (rig) => {
        const judgement = judge(rig);
        const before = allShort(rig);
        const had = stops(rig);
        let n = 0;
        for (const finding of [...judgement.findings.values()].flat())
          for (const fix of offeredFixes(judgement, finding, () => `n${++n}`)) {
            const told = `${finding.check}: ${fix.label}`;
            const done = apply(rig, fix.edit);
            if (!done.ok) throw new Error(`${told}: ${JSON.stringify(done.error)}`);
            const after = allShort(done.value);
            const worse = [...before].filter(([of, short]) => (after.get(of) ?? 0) > short).map(([of]) => of);
            expect(worse, told).toEqual([]);
            expect(stops(done.value), told).toBeLessThanOrEqual(had);
          }
      }),
      // A rig has a dozen changes, and each is judged anew.
      { numRuns: Math.ceil(RUNS / 5) },
    );
  });
});
