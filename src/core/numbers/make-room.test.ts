// A run from a start on, others make room. Oracle: on one board and one target every number is one function's, so that there is a plan exactly if the wished numbers are in the window, no
// fixed one sits on them, and the window has enough numbers for the rest (counting alone).
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assignment, cc, landing, latching, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { moving, sendersRig, someSenders } from '../../../tests/kit/some-senders';
import { renumber } from '../commands';
import { apply, type Control, indexRig, type Rig } from '../rig';
import { type ByHand, countedFrom, handProblemWords } from './by-hand';
import { demandsOf } from './demand';
import { planNumbers, type Wish } from './index';
import { makeRoom } from './make-room';

const wish: Wish = { school: 'undefined-first', channels: 'own', notes: false };

interface Sitter {
  readonly number: number;
  readonly pinned?: boolean;
  readonly entered?: boolean;
}

/** One board, one target, a function for each, all on channel 5. */
function rigOf(sitters: readonly Sitter[], window: readonly [number, number] | null = null): Rig {
  const reception = window ? { windows: [{ type: 'cc' as const, channels: null, from: window[0], to: window[1] }] } : {};
  const rig = smallRig(
    sitters.map((_, i) => parameter(`p${i}`)),
    { reception },
  );
  const [model] = rig.controls;
  if (!model) throw new Error('small rig changed');
  const controls = sitters.map((_, i): Control => ({ ...model, id: `c${i}`, order: 100 + i, name: `C ${i + 1}` }));
  return withFunctions(
    { ...rig, controls: [...rig.controls, ...controls] },
    sitters.map(({ number, pinned = false, entered = false }, i) => {
      const made = assignment({ id: `a${i}`, on: `c${i}`, message: cc(number), behaviour: latching(127, 0), meant: [`p${i}`] });
      return {
        ...made,
        entered: entered ? { at: '2026-01-01T00:00:00.000Z' } : null,
        actions: made.actions.map((a) => (a.type === 'send' ? { ...a, pinned } : a)),
      };
    }),
    sitters.map(({ number }, i) => landing(`p${i}`, { id: `l${i}`, address: cc(number) })),
  );
}

function wished(rig: Rig, ids: readonly string[], start: number): ByHand {
  const index = indexRig(rig);
  const all = demandsOf(index);
  return makeRoom(
    index,
    ids.flatMap((id) => all.find((d) => d.id.startsWith(id)) ?? []),
    start,
    wish,
  );
}
const numberOf = (message: object): number => ('number' in message && typeof message.number === 'number' ? message.number : -1);
const movesOf = ({ moves }: ByHand) => moves.map((m) => [m.demand.id.split(' ')[0], numberOf(m.from), numberOf(m.to)]);
const saidOf = ({ refused }: ByHand) => refused.map((r) => handProblemWords(r.why));

describe('a run from a start on', () => {
  const rig = rigOf([{ number: 102 }, { number: 103 }, { number: 90 }, { number: 91 }, { number: 20 }]);
  it('moves who sits there, and nobody else', () => {
    const found = wished(rig, ['a0', 'a1'], 90);
    expect(found.refused).toEqual([]);
    expect(movesOf(found).slice(0, 2)).toEqual([
      ['a0', 102, 90],
      ['a1', 103, 91],
    ]);
    expect(
      movesOf(found)
        .slice(2)
        .map(([id]) => id),
    ).toEqual(['a2', 'a3']);
  });
  it('goes past reserved numbers', () => {
    expect(movesOf(wished(rig, ['a0', 'a1', 'a4'], 97))).toEqual([['a4', 20, 104]]);
  });
  it('says who is pinned there, and from where it works', () => {
    const pinned = rigOf([{ number: 102 }, { number: 103 }, { number: 91, pinned: true }, { number: 20 }]);
    const found = wished(pinned, ['a0', 'a1'], 90);
    expect(movesOf(found)).toEqual([]);
    expect(saidOf(found)).toEqual(['p2 sits on 91, which is pinned.']);
    expect(found.instead).toBe(89);
  });
  it('says what of its own is pinned, and what a target does not take', () => {
    const own = rigOf([{ number: 102, pinned: true }, { number: 103 }]);
    expect(saidOf(wished(own, ['a0', 'a1'], 90))).toEqual(['Its number is pinned.']);
    const narrow = rigOf([{ number: 20 }, { number: 21 }], [20, 24]);
    const found = wished(narrow, ['a0', 'a1'], 24);
    expect(saidOf(found)).toEqual(['Number 25 does not get to its target, or is not taken there.']);
    expect(found.instead).toBe(23);
  });
  it('is never said to begin at a reserved number: it would begin behind it', () => {
    // 6 is data entry: from there on the first one would stand at 7.
    expect(wished(rigOf([{ number: 20 }, { number: 5, pinned: true }]), ['a0'], 5).instead).toBe(4);
    for (const start of Array.from({ length: 120 }, (_, i) => i)) {
      const { instead } = wished(rigOf([{ number: 20 }, { number: start, pinned: true }]), ['a0'], start);
      if (instead === null || instead === undefined) continue;
      const moved = wished(rigOf([{ number: 20 }, { number: start, pinned: true }]), ['a0'], instead);
      expect(moved.refused).toEqual([]);
      if (instead !== 20) expect(movesOf(moved)).toEqual([['a0', 20, instead]]);
    }
  });
  it('says what a target still listens for', () => {
    const left = { ...rig, landings: [...rig.landings, landing('p4', { id: 'old', address: cc(92) })] };
    expect(saidOf(wished(left, ['a0', 'a1'], 92))).toEqual(['p4 of Hall still listens on 92, and nothing sends it.']);
  });
  it('says who has no other number', () => {
    const full = rigOf(
      [20, 21, 22].map((number) => ({ number })),
      [20, 22],
    );
    expect(wished(full, ['a0'], 21).refused).toEqual([]);
    // A number more is wanted than there is.
    const two = rigOf(
      [20, 21, 22, 60].map((number) => ({ number })),
      [20, 22],
    );
    expect(saidOf(wished(two, ['a3'], 20))).toEqual(['p0 sits on 20, which is the only one left for it.']);
  });
  it('what clashes elsewhere is left as it is, and is no reason to refuse', () => {
    const clashing = rigOf([
      { number: 102 },
      { number: 60, pinned: true },
      { number: 60, pinned: true },
      { number: 61 },
      { number: 61 },
      { number: 90 },
    ]);
    const found = wished(clashing, ['a0'], 90);
    expect([found.refused.length, movesOf(found).map(([id]) => id)]).toEqual([0, ['a0', 'a5']]);
  });
  it('where who sits there finds no other number, others are moved on', () => {
    // The first may go anywhere; what makes room has one number to go to, on which a third one sits that may go elsewhere.
    const rig = rigOf(
      [20, 21, 22].map((number) => ({ number })),
      [20, 23],
    );
    expect(movesOf(wished(rig, ['a0'], 22)).map(([id]) => id)).toEqual(['a0', 'a2']);
  });
  it('what was entered moves too where it must, at the fewest minutes', () => {
    const entered = rigOf([{ number: 102 }, { number: 90, entered: true }, { number: 20, entered: true }]);
    expect(movesOf(wished(entered, ['a0'], 90)).map(([id]) => id)).toEqual(['a0', 'a1']);
  });
});

describe('over random rigs', () => {
  const someSitters = fc.uniqueArray(fc.record({ number: fc.integer({ min: 20, max: 27 }), pinned: fc.boolean() }), {
    selector: (s) => s.number,
    minLength: 2,
    maxLength: 8,
  });
  it('room is made exactly where counting says that there is some', () => {
    fc.assert(
      fc.property(someSitters, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 18, max: 28 }), (sitters, count, start) => {
        const rig = rigOf(sitters, [20, 27]);
        const chosen = sitters.slice(0, count);
        const others = sitters.slice(count);
        const places = chosen.map((_, i) => start + i);
        const stays = chosen.every((s, i) => !s.pinned || s.number === places[i]);
        const inside = places.every((n, i) => (n >= 20 && n <= 27) || n === chosen[i]?.number);
        const free = others.filter((o) => o.pinned).every((o) => !places.includes(o.number));
        // One each: eight numbers, and no more than eight functions.
        const found = wished(
          rig,
          chosen.map((_, i) => `a${i}`),
          start,
        );
        expect(found.refused.length === 0).toBe(stays && inside && free);
        if (found.refused.length > 0) {
          expect(found.moves).toEqual([]);
          for (const said of saidOf(found)) expect(said.length).toBeGreaterThan(10);
          if (found.instead !== null && found.instead !== undefined)
            expect(
              wished(
                rig,
                chosen.map((_, i) => `a${i}`),
                found.instead,
              ).refused,
            ).toEqual([]);
          return;
        }
        const after = apply(rig, renumber(indexRig(rig), found.moves, 'Room'));
        if (!after.ok) throw new Error(JSON.stringify(after.error));
        const now = demandsOf(indexRig(after.value)).map((d) => d.message.number);
        expect(now.slice(0, chosen.length)).toEqual(places);
        expect(new Set(now).size).toBe(now.length);
        others.forEach((o, i) => {
          if (!places.includes(o.number)) expect(now[chosen.length + i]).toBe(o.number);
        });
      }),
      { numRuns: 300 },
    );
  });
  it('nothing moves that nobody meant, over wires, hubs and several boards', () => {
    let made = 0;
    fc.assert(
      fc.property(
        someSenders,
        fc.nat(3),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 15, max: 30 }),
        (some, first, count, start) => {
          const rig = sendersRig(some);
          const index = indexRig(rig);
          const chosen = demandsOf(index).slice(first, first + count);
          const found = makeRoom(index, chosen, start, wish);
          if (chosen.length === 0 || found.refused.length > 0) return;
          made++;
          const places = countedFrom(chosen, start);
          for (const [i, d] of chosen.entries()) {
            const to = found.moves.find((m) => m.demand.id === d.id)?.to ?? d.message;
            expect(to).toEqual(places[i]);
          }
          const after = apply(rig, renumber(index, found.moves, 'Room'));
          if (!after.ok) throw new Error(JSON.stringify(after.error));
          const before = moving(rig);
          // A plan of all numbers leaves nothing else to move either.
          if (planNumbers(index, wish).type === 'plan')
            expect([...moving(after.value)].filter((id) => !before.has(id))).toEqual([]);
        },
      ),
      { numRuns: 200 },
    );
    expect(made).toBeGreaterThan(40);
  });
});
