// The way home from everywhere: against a model of banks and switches that knows nothing of the simulator, and played through the whole chain from every bank that can be reached.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { played, tap } from '../../../tests/kit/hand';
import { assignment, fixed, latching, layer, smallRig } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { exploreController } from '../controller';
import { type Action, type Assignment, indexRig, type Rig } from '../rig';
import { lostOn, lostWords } from './index';

type Leads = { readonly type: 'bank'; readonly bank: number } | { readonly type: 'step'; readonly by: number };
/** What each of two switches does in each bank; one that does the same in all of them has one entry. */
type Plan = readonly [readonly (Leads | null)[], readonly (Leads | null)[]];

const going = (to: Leads): Action => ({ type: 'go', to: to.type === 'bank' ? to : { type: 'step', what: 'bank', by: to.by } });

function rigOf(banks: number, plan: Plan, change: Partial<Rig> = {}): Rig {
  const rig = smallRig([], { firmware: { banks, bankButtons: false } });
  const assignments = plan.flatMap((entries, i) =>
    entries.flatMap((to, at): readonly Assignment[] =>
      to === null
        ? []
        : [
            {
              ...assignment({
                id: `g${i}-${at}`,
                on: i === 0 ? 'fs1' : 'fs2',
                bank: entries.length === 1 ? null : at + 1,
                behaviour: fixed(1),
                meant: [],
              }),
              actions: [going(to)],
            },
          ],
    ),
  );
  return { ...rig, assignments, ...change };
}

/** Where a press leads by the plan alone. */
function pressed(banks: number, entries: readonly (Leads | null)[], bank: number): number {
  const to = entries[entries.length === 1 ? 0 : bank - 1];
  if (!to) return bank;
  if (to.type === 'bank') return to.bank <= banks ? to.bank : bank;
  return ((((bank - 1 + to.by) % banks) + banks) % banks) + 1;
}

/** The banks that can be reached from the first one, and the fewest presses that bring them together, over sets of banks. */
function modelled(banks: number, plan: Plan): { readonly reached: readonly number[]; readonly presses: number | null } {
  const reached = [1];
  for (const b of reached)
    for (const entries of plan) {
      const to = pressed(banks, entries, b);
      if (!reached.includes(to)) reached.push(to);
    }
  const seen = new Map([[reached.toSorted().join(), 0]]);
  for (const [key, cost] of seen) {
    const set = key.split(',').map(Number);
    if (set.length === 1) return { reached, presses: cost };
    for (const entries of plan) {
      const next = [...new Set(set.map((b) => pressed(banks, entries, b)))].toSorted().join();
      if (!seen.has(next)) seen.set(next, cost + 1);
    }
  }
  return { reached, presses: null };
}

const someLead = (banks: number): fc.Arbitrary<Leads> =>
  fc.oneof(
    fc.integer({ min: 1, max: banks }).map((bank): Leads => ({ type: 'bank', bank })),
    fc.constantFrom(1, -1, 2).map((by): Leads => ({ type: 'step', by })),
  );
const someEntries = (banks: number): fc.Arbitrary<readonly (Leads | null)[]> =>
  fc.oneof(
    someLead(banks).map((lead) => [lead]),
    fc.array(fc.oneof(fc.constant(null), someLead(banks)), { minLength: banks, maxLength: banks }),
  );
const somePlan = fc
  .integer({ min: 2, max: 5 })
  .chain((banks) => fc.record({ banks: fc.constant(banks), plan: fc.tuple(someEntries(banks), someEntries(banks)) }));

const boardOf = (rig: Rig) => {
  const index = indexRig(rig);
  const controller = index.controllers.get('board');
  if (!controller) throw new Error('a board is there');
  return { index, controller };
};

/** Presses in words as a hand makes them. */
const byHand = (words: readonly string[], from: number) =>
  words.flatMap((text, i) => tap(text.replace('press ', '').toLowerCase(), from + i * 1000));

describe('lost', () => {
  it('finds the fewest presses that bring every bank to one, where there are any', () => {
    fc.assert(
      fc.property(somePlan, ({ banks, plan }) => {
        const { index, controller } = boardOf(rigOf(banks, plan));
        const lost = lostOn(index, controller);
        const { presses } = modelled(banks, plan);
        expect(lost.type).toBe(presses === null ? 'none' : 'way');
        if (lost.type === 'way') expect([lost.way.presses, lost.way.proved]).toEqual([presses, true]);
      }),
      { numRuns: 200 },
    );
  });
  it('ends where it says, played from every bank that presses lead to', () => {
    fc.assert(
      fc.property(somePlan, ({ banks, plan }) => {
        const rig = rigOf(banks, plan);
        const { index, controller } = boardOf(rig);
        const lost = lostOn(index, controller);
        if (lost.type !== 'way') return;
        const space = exploreController(index, controller);
        for (const bank of modelled(banks, plan).reached) {
          const there = byHand(
            (space.wayTo(bank, 1) ?? []).map((leg) => leg.words),
            0,
          );
          const { state } = played(rig, [...there, ...byHand(lost.way.gestures, 100_000)]);
          expect(state.controllers[0]?.bank).toBe(lost.way.ends.bank);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('says what stays apart where a step only wraps, what a switch to bank 1 would do, and what a look and switching off are worth', () => {
    const { index, controller } = boardOf(rigOf(3, [[{ type: 'step', by: 1 }], [null]]));
    const lost = lostOn(index, controller);
    expect(lost).toMatchObject({
      type: 'none',
      apart: [{ bank: 1 }, { bank: 2 }],
      jump: { presses: 1, ends: { bank: 1 } },
      withOneLook: { presses: 0 },
      afterSwitchingOn: { bank: 1 },
    });
    expect(lostWords(index, controller, lost).join('\n')).toContain(
      'With a switch that goes to bank 1: Press it: it is in bank 1',
    );
  });
  it('tries the switch to bank 1 on the simulator, also where nothing led there before', () => {
    const there: Plan = [[null, { type: 'bank', bank: 3 }, { type: 'bank', bank: 2 }], [null]];
    const rig = rigOf(3, there);
    const stated = { type: 'stated', bank: 2, page: 1 } as const;
    const { index, controller } = boardOf({
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, startsAt: stated } })),
    });
    expect(lostOn(index, controller)).toMatchObject({
      type: 'none',
      apart: [{ bank: 2 }, { bank: 3 }],
      jump: { presses: 1, ends: { bank: 1 } },
      afterSwitchingOn: { bank: 2 },
    });
  });
  it('closes layers that stay open, or says that nothing does', () => {
    const toggled = [layer({ modifierControlId: 'mod', mode: 'toggled' })];
    const { index, controller } = boardOf(rigOf(1, [[null], [null]], { layers: toggled }));
    // A switch that only turns a layer on and off tells nobody which of the two it is.
    expect(lostOn(index, controller)).toMatchObject({ type: 'none', withOneLook: null });
    const next = [layer({ modifierControlId: 'mod', mode: 'next-press' })];
    const one = boardOf(rigOf(1, [[null], [null]], { layers: next }));
    expect(lostOn(one.index, one.controller)).toMatchObject({ type: 'way', way: { ends: { layerIds: [] } } });
  });
  it('names what latches and counts: no press tells how it stands', () => {
    const rig = rigOf(1, [[null], [null]]);
    const lamp = assignment({ id: 'lamp', on: 'fs1', behaviour: latching(127, 0), meant: [] });
    const { index, controller } = boardOf({ ...rig, assignments: [lamp] });
    const lost = lostOn(index, controller);
    expect(lost).toMatchObject({ type: 'way', way: { gestures: [] }, notKnown: [{ remembers: 'latch' }] });
    expect(lostWords(index, controller, lost).at(-1)).toContain('may send either value');
  });
  it('gives up where there is more than can be looked through, and says so', () => {
    const { index, controller } = boardOf(rigOf(5, [[{ type: 'step', by: 1 }], [null]]));
    expect(lostOn(index, controller, { states: 3, sets: 10 })).toEqual({ type: 'not-searched', most: 3 });
  });
  it('has an answer for each controller of the demo', () => {
    const index = indexRig(lanternHour());
    for (const controller of index.rig.controllers) {
      const lost = lostOn(index, controller);
      expect(lost.type).not.toBe('not-searched');
      expect(lostWords(index, controller, lost).length).toBeGreaterThan(0);
    }
  });
});
