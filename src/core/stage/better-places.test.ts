// Better places: whatever is offered is played anew, saves what it says and makes no section worse; worked out by hand, and over random rigs.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assignment, cc, landing, latching, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { someWayRig, WAY_PARAMETERS, wayRig } from '../../../tests/kit/way-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { apply, indexRig, type Rig } from '../rig';
import { type BetterPlaces, betterPlaces, betterPlacesWords, betterPlaceWords, type Transition, transitionsOf } from './index';

let made = 0;
function look(rig: Rig, brings = (_: unknown): boolean => false): BetterPlaces {
  const search = betterPlaces(indexRig(rig), () => `n${made++}`, brings);
  for (let step = search.next(); ; step = search.next()) if (step.done) return step.value;
}
const costs = (all: readonly Transition[]) => all.map(({ way }) => (way.type === 'way' ? way.cost : null));

const scene = (id: string, order: number, values: Readonly<Record<string, number>>) => ({
  id,
  order,
  name: id,
  values: Object.entries(values).map(([parameterId, value]) => ({ parameterId, value })),
  assignmentId: null,
  note: '',
});
const song = (scenes: readonly string[]): Rig['songs'] => [
  {
    id: 'song',
    order: 1,
    name: 'Song',
    bpm: 30,
    beatsPerBar: 4,
    note: '',
    sections: scenes.map((sceneId, i) => ({ name: `Part ${i}`, bars: 4, sceneId, bank: null })),
  },
];
const wet = (on: string, id: string, number: number, bank: number | null = null) =>
  assignment({ id: `a-${id}`, on, bank, message: cc(number), behaviour: latching(127, 0), meant: [id] });

/** Choir on FS 1, rain on FS 2, drone on MOD, which stands 120 mm from FS 1 and 80 from FS 2. Choir and drone go on together. */
function farApart(): Rig {
  const names = ['choir', 'rain', 'drone'];
  const rig = withFunctions(
    smallRig(
      names.map((id, order) => parameter(id, { order })),
      { firmware: { banks: 1 } },
    ),
    [wet('fs1', 'choir', 20), wet('fs2', 'rain', 21), wet('mod', 'drone', 22)],
    names.map((id, i) => landing(id, { id: `l${i}`, address: cc(20 + i) })),
  );
  return { ...rig, scenes: [scene('off', 1, {}), scene('on', 2, { choir: 1, drone: 1 })], songs: song(['off', 'on']) };
}

describe('worked out by hand', () => {
  it('two that are pressed together come beside each other', () => {
    const { offers, tried, of } = look(farApart());
    expect(tried).toBe(of);
    // Choir and drone are 120 mm apart; rain swapped with drone leaves 40, with choir 80.
    expect(offers.map((o) => [o.way, o.from.control.id, o.to.control.id, o.saves, Math.round(o.travel)])).toEqual([
      ['swap', 'mod', 'fs2', 0, 80],
    ]);
    const [offer] = offers;
    expect(offer && betterPlaceWords(indexRig(farApart()), offer)).toEqual({
      head: 'Swap MOD and FS2: drone and rain',
      lines: ['The foot goes 8 cm less.', expect.stringMatching(/ to enter again|^Nothing of it was entered yet/)],
    });
  });
  it('what is pinned stays, and what brings a finding is not offered', () => {
    const rig = farApart();
    const pinned: Rig = {
      ...rig,
      assignments: rig.assignments.map((a) => ({
        ...a,
        actions: a.actions.map((x) => (x.type === 'send' ? { ...x, pinned: a.controlId === 'mod' || a.controlId === 'fs1' } : x)),
      })),
    };
    expect(look(pinned)).toEqual({ offers: [], tried: 0, of: 0 });
    expect(betterPlacesWords(look(pinned))).toBe('Nothing that the set presses could stand anywhere else.');
    const refused = look(rig, () => true);
    expect(refused.offers).toEqual([]);
    expect(betterPlacesWords(refused)).toBe(
      'Of all moves and swaps of one function none saves anything without making a section worse.',
    );
    expect(betterPlacesWords({ offers: [], tried: 2, of: 5 })).toMatch(/3 of 5 changes were not tried\.$/);
  });
  it('what is in the next bank comes into this one, where a switch is free', () => {
    const names = ['choir', 'drone'];
    const rig = withFunctions(
      smallRig(
        names.map((id, order) => parameter(id, { order })),
        { firmware: { banks: 2, bankButtons: true } },
      ),
      [wet('fs1', 'choir', 20, 1), wet('fs1', 'drone', 21, 2)],
      names.map((id, i) => landing(id, { id: `l${i}`, address: cc(20 + i) })),
    );
    const whole = { ...rig, scenes: [scene('on', 1, { choir: 1, drone: 1 })], songs: song(['on']) };
    const { offers } = look(whole);
    // As it is: FS 1, bank up, FS 1. With it: two presses.
    expect(offers.map((o) => [o.way, o.from.place.bank, o.to.place.bank, o.saves])).toContainEqual(['move', 2, 1, 1]);
    for (const offer of offers) expect(apply(whole, offer.edit).ok).toBe(true);
  });
  it('what was found until it is stopped is kept', () => {
    const heard: BetterPlaces[] = [];
    const search = betterPlaces(
      indexRig(farApart()),
      () => `n${made++}`,
      () => false,
      (found) => heard.push(found),
    );
    search.next();
    search.next();
    expect(heard.map((f) => [f.tried, f.tried < f.of])).toEqual([[1, true]]);
  });
});

/** Three things that latch, each on a switch of its own in one of two banks or in both. */
const someSpots = fc
  .uniqueArray(fc.record({ on: fc.constantFrom('fs1', 'fs2', 'mod'), bank: fc.constantFrom(1, 2, null) }), {
    minLength: 3,
    maxLength: 3,
    selector: ({ on, bank }) => `${on} ${bank}`,
  })
  .map((spots) =>
    withFunctions(
      smallRig(
        WAY_PARAMETERS.map((id, order) => parameter(id, { order })),
        { firmware: { banks: 2, bankButtons: true } },
      ),
      spots.map(({ on, bank }, i) => wet(on, WAY_PARAMETERS[i] ?? '', 20 + i, bank)),
      WAY_PARAMETERS.map((id, i) => landing(id, { id: `l${i}`, address: cc(20 + i) })),
    ),
  );

it('every offer, played anew, saves what it says, and makes no section worse', () => {
  let offered = 0;
  fc.assert(
    fc.property(
      fc.oneof(someWayRig.map(wayRig), someSpots),
      fc.array(fc.tuple(...WAY_PARAMETERS.map(() => fc.constantFrom(null, 0, 1))), { minLength: 1, maxLength: 3 }),
      (given, wishes) => {
        const scenes = wishes.map((values, i) =>
          scene(`s${i}`, i, Object.fromEntries(WAY_PARAMETERS.flatMap((id, n) => (values[n] == null ? [] : [[id, values[n]]])))),
        );
        const rig: Rig = { ...given, scenes, songs: song(scenes.map((s) => s.id)) };
        const before = costs([...transitionsOf(indexRig(rig))]);
        for (const offer of look(rig).offers) {
          offered++;
          const done = apply(rig, offer.edit);
          if (!done.ok) throw new Error(JSON.stringify(done.error));
          const after = costs([...transitionsOf(indexRig(done.value))]);
          const saved = { gestures: 0, travel: 0 };
          for (const [i, was] of before.entries()) {
            const is = after[i];
            if (!was) continue;
            if (!is) throw new Error('a section is lost');
            expect(is.hazards <= was.hazards && is.outside <= was.outside && is.gestures <= was.gestures).toBe(true);
            saved.gestures += was.gestures - is.gestures;
            saved.travel += was.travel - is.travel;
          }
          expect([offer.saves, Math.round(offer.travel)]).toEqual([saved.gestures, Math.round(saved.travel)]);
        }
      },
    ),
    {
      numRuns: Number(process.env.KEEN_DIAL_RUNS ?? 40),
    },
  );
  expect(offered).toBeGreaterThan(0);
});

it('of a set in which a first look finds no way, nothing is offered that only seems better', () => {
  const rig = lanternHour();
  let best: BetterPlaces = { offers: [], tried: 0, of: 0 };
  const search = betterPlaces(
    indexRig(rig),
    () => `n${made++}`,
    () => false,
    (found) => {
      best = found;
    },
  );
  for (let step = search.next(); !step.done && step.value.done < 6; step = search.next());
  expect(best.tried).toBe(6);
  const before = costs([...transitionsOf(indexRig(rig))]);
  for (const offer of best.offers) {
    const done = apply(rig, offer.edit);
    const after = done.ok ? costs([...transitionsOf(indexRig(done.value))]) : [];
    const saved = before.reduce((sum, was, i) => sum + (was?.travel ?? 0) - (was ? (after[i]?.travel ?? Number.NaN) : 0), 0);
    expect(before.every((was, i) => was === null || (after[i]?.gestures ?? Number.NaN) <= was.gestures)).toBe(true);
    expect(offer.saves > 0 || saved > 0).toBe(true);
  }
}, 120_000);
