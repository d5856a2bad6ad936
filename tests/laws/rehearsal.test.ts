// Rehearsing over random rigs: who plays as planned is right, and what is planted is told back.
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { attemptsIn, GRACE_MS, scheduleOf, type Take } from '@/core/rehearsal';
import { indexRig, type Rig } from '@/core/rig';
import { nextWay, noStep, type ToldStep, type Transition, toldOf, transitionsOf } from '@/core/stage';
import { asPlanned, played, UNHURRIED_MS, wayPlayed } from '../kit/player';
import { stand } from '../kit/stand';
import { type SomeWayRig, someWayRig, WAY_PARAMETERS, wayRig } from '../kit/way-rig';

/** How often a law is played; a failure names its seed. */
const plays = (usual: number) => ({
  numRuns: Number(process.env.KEEN_DIAL_RUNS ?? usual),
});

type Wished = Pick<SomeWayRig, 'wishes' | 'bank'>;

/** A rig with a slow song: a bar of 24 s, long enough for every way. */
function songRig(given: SomeWayRig, wished: readonly Wished[]): Rig {
  const scenes = wished.map(({ wishes }, i) => ({
    id: `scene${i}`,
    order: i,
    name: `Scene ${i}`,
    values: WAY_PARAMETERS.flatMap((parameterId, n) => {
      const value = wishes[n];
      return value == null ? [] : [{ parameterId, value }];
    }),
    assignmentId: null,
    note: '',
  }));
  const sections = wished.map(({ bank }, i) => ({ name: `Part ${i}`, bars: 2, sceneId: `scene${i}`, bank }));
  return {
    ...wayRig(given),
    scenes,
    songs: [{ id: 'song', order: 1, name: 'Song', bpm: 10, beatsPerBar: 4, sections, note: '' }],
  };
}

const someSong = fc.tuple(
  someWayRig,
  fc.array(
    fc.record({
      wishes: fc.tuple(...WAY_PARAMETERS.map(() => fc.constantFrom(null, 0, 1))),
      bank: fc.constantFrom(null, 1, 2),
    }),
    { minLength: 1, maxLength: 3 },
  ),
);
const indexOf = ([given, more]: readonly [SomeWayRig, readonly Wished[]]) => indexRig(songRig(given, [given, ...more]));

/** The ways of the song up to the first section that cannot be reached: from there on everything stays as it was. */
function waysOf(index: ReturnType<typeof indexRig>): readonly Transition[] {
  const all = [...transitionsOf(index)];
  const until = all.findIndex((t) => t.way.type !== 'way');
  return until < 0 ? all : all.slice(0, until);
}
const stepsOf = ({ way }: Transition) => (way.type === 'way' ? way.steps : []);

it('who plays every way as planned is right in all of them, whatever the gestures', () => {
  let ways = 0;
  fc.assert(
    fc.property(someSong, (given) => {
      const index = indexOf(given);
      const own = waysOf(index);
      const [song] = index.rig.songs;
      if (!song || own.length === 0) return;
      const take: Take = { song, first: 0, last: own.length - 1, share: 0.5 };
      const attempts = attemptsIn(index, take, own, asPlanned(index, own, scheduleOf(take), UNHURRIED_MS));
      for (const [i, a] of attempts.entries()) {
        ways += stepsOf(own[i] as Transition).length;
        expect([a.reached, a.right, a.extra, a.leftOut]).toEqual(['in-time', true, [], []]);
      }
    }),
    plays(60),
  );
  expect(ways).toBeGreaterThan(0);
});

/**
 * The same, with one function for each gesture at a place, a message of its own for each, and none that goes elsewhere in silence beside another one of its switch: else what is heard leaves
 * open who sent it, or where that led, and a step may be taken off with the next thing that is heard.
 */
function toldApart(given: SomeWayRig): SomeWayRig {
  const few: SomeWayRig['functions'][number][] = [];
  for (const f of given.functions) {
    const meets = (g: typeof f): boolean =>
      g.on === f.on && g.gesture === f.gesture && g.held === f.held && (g.bank === f.bank || g.bank === null || f.bank === null);
    if (few.length < WAY_PARAMETERS.length && !few.some(meets)) few.push(f);
  }
  const functions = few.map((f, i) => {
    const beside = few.some((other, n) => n !== i && other.on === f.on);
    const does = f.does.startsWith('bank') && beside ? ('fixed' as const) : f.does;
    return { ...f, moves: ([0, 1, 2] as const)[i] ?? 0, also: false, does };
  });
  return { ...given, functions };
}

/** Whether a step was heard by itself: a function of its control and its gesture spoke. */
function isHeard({ assignments }: ReturnType<typeof indexRig>, step: ToldStep | undefined, spoke: ReadonlySet<string>): boolean {
  const gesture = step?.does === 'tap' ? 'press' : step?.does;
  return [...spoke].some((id) => {
    const row = assignments.get(id);
    return row?.controlId === step?.controlId && row?.gesture.type === gesture;
  });
}

it('who plays every way as planned is led on: each step is ticked off once it is done, and none before', () => {
  let ticked = 0;
  fc.assert(
    fc.property(someSong, (given) => {
      const index = indexOf([toldApart(given[0]), given[1]]);
      const { play, wait, spoke } = stand(index);
      let t = 1000;
      let now = noStep;
      for (const way of waysOf(index)) {
        const { steps } = toldOf(index, way);
        now = nextWay(now);
        stepsOf(way).forEach((step, i) => {
          const id = step.deed.of.id;
          spoke.clear();
          const isNext = now.done === i;
          for (const event of played(index, step, null, t)) {
            now = play(id, event, steps, now);
            t = event.atMs;
          }
          t += UNHURRIED_MS;
          now = wait(id, t, steps, now);
          expect(now.done).toBeLessThanOrEqual(i + 1);
          // One that says nothing where it is done, though its switch speaks elsewhere, is not ticked off: what comes behind it waits.
          if (!isNext || !isHeard(index, steps[i], spoke)) return;
          ticked++;
          expect(now.done).toBe(i + 1);
        });
      }
    }),
    plays(60),
  );
  expect(ticked).toBeGreaterThan(0);
});

it('what is left out, too late or pressed besides is told back, and nothing else', () => {
  fc.assert(
    fc.property(someSong, fc.nat(), fc.nat(), fc.constantFrom('leaves', 'late', 'presses'), (given, which, where, mistake) => {
      const index = indexOf(given);
      const own = waysOf(index).filter((t) => stepsOf(t).length > 0);
      const transition = own[which % Math.max(1, own.length)];
      if (!transition) return;
      const { song, at } = transition;
      const take: Take = { song, first: at, last: at, share: 0.5 };
      const [due] = scheduleOf(take).dues;
      if (!due) return;
      const steps = stepsOf(transition);
      const out = where % steps.length;
      const judged = (events: ReturnType<typeof wayPlayed>) => attemptsIn(index, take, [transition], events)[0];
      if (mistake === 'leaves') {
        const a = judged(wayPlayed(index, transition, { endsBy: due.dueMs - 100 }, new Set([out]), UNHURRIED_MS));
        const alike = (i: number | undefined): unknown => {
          const deed = steps[i ?? -1]?.deed;
          return deed && [deed.does, deed.on?.id, deed.holding.map((h) => h.id)];
        };
        expect([a?.extra, a?.leftOut.length]).toEqual([[], 1]);
        // Two gestures alike cannot be told apart.
        expect(alike(a?.leftOut[0])).toEqual(alike(out));
        // A proved way has no gesture too many; one that is there for what would be left changed may be missed though.
        if (a?.right) expect(transition.way.type === 'way' && transition.way.steps.length > 1).toBe(true);
      } else if (mistake === 'late') {
        const begins = due.dueMs + GRACE_MS + 100;
        const a = judged(wayPlayed(index, transition, { begins }, new Set(), UNHURRIED_MS));
        expect([a?.reached, a?.right, a?.extra, a?.leftOut]).toEqual(['late', false, [], []]);
        expect(a?.ms).toBeGreaterThan(GRACE_MS);
      } else {
        // A pedal that nothing is on: it is named, moves nothing, and the section is right all the same.
        const tap = due.dueMs - 12_000;
        const a = judged([
          { do: 'move' as const, atMs: tap, on: 'k2', position: 0.5 },
          ...wayPlayed(index, transition, { begins: tap + 1000 }, new Set(), UNHURRIED_MS),
        ]);
        expect([a?.extra.map((e) => [e.does, e.controlId, e.moved]), a?.leftOut]).toEqual([[['move', 'k2', []]], []]);
      }
    }),
    plays(80),
  );
});

it('what the law found: a press that is left out before two quick ones of the same switch is the press, and not the two', () => {
  const on = { on: 'fs1', bank: 1, held: false, also: false } as const;
  const given: SomeWayRig = {
    functions: [
      { ...on, gesture: 'press', does: 'latch', moves: 2 },
      { ...on, gesture: 'press', does: 'latch-reversed', moves: 0 },
      { ...on, gesture: 'double-tap', does: 'latch', moves: 0 },
    ],
    modes: ['set', 'absolute', 'absolute'],
    hazard: false,
    buttons: false,
    layer: 'while-held',
    fallsThrough: false,
    feedback: 'none',
    survive: false,
    group: null,
    wishes: [1, null, 1],
    bank: null,
    open: null,
  };
  const index = indexOf([given, []]);
  const [transition] = waysOf(index);
  if (!transition) throw new Error('no way');
  expect(stepsOf(transition).map((s) => s.deed.does)).toContain('double-tap');
  const take: Take = { song: transition.song, first: 0, last: 0, share: 0.5 };
  const [due] = scheduleOf(take).dues;
  for (const out of stepsOf(transition).keys()) {
    const played = wayPlayed(index, transition, { endsBy: (due?.dueMs ?? 0) - 100 }, new Set([out]), UNHURRIED_MS);
    expect(attemptsIn(index, take, [transition], played)[0]?.leftOut).toEqual([out]);
  }
});
