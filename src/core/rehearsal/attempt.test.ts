// A simulated player goes through the demo's songs with planted mistakes, and gets exactly those back.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asPlanned, lastOf, played, wayPlayed } from '../../../tests/kit/player';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import type { ChainEvent } from '../bench';
import { channel, packedCc, u7 } from '../midi';
import { indexRig, type Rig, type Song } from '../rig';
import { firstLook, type Transition, transitionsOf } from '../stage';
import { type Attempt, attemptRecordSchema, attemptsIn, attemptWords, GRACE_MS, recordOf, scheduleOf, type Take } from './index';

const index = indexRig(lanternHour());
const all = [...transitionsOf(index, firstLook)];
const stepsOf = (t: Transition) => (t.way.type === 'way' ? t.way.steps : []);
/** Ways that fit their bar and have something to do. */
const fitting = all.filter((t) => t.way.type === 'way' && t.way.steps.length > 0 && !t.way.cost.late);

const inOrder = (events: readonly ChainEvent[]): readonly ChainEvent[] => [...events].sort((a, b) => a.atMs - b.atMs);
const takeOf = (t: Transition, share = 1): Take => ({ song: t.song, first: t.at, last: t.at, share });
function only(take: Take, transitions: readonly Transition[], events: readonly ChainEvent[]): Attempt {
  const [attempt] = attemptsIn(index, take, transitions, inOrder(events));
  if (!attempt) throw new Error('nothing was judged');
  return attempt;
}
const dueOf = (take: Take) => scheduleOf(take).dues[0] ?? { at: 0, opensMs: null, dueMs: 0, closesMs: 0 };

const someWay = fc.constantFrom(...fitting);
const someShare = fc.double({ min: 0.5, max: 1.05, noNaN: true });

describe('a player who does as planned', () => {
  it('is right in every section of every song that can be reached, at any tempo that leaves the time', () => {
    expect(fitting.length).toBeGreaterThan(7);
    for (const song of index.rig.songs)
      for (const share of [0.5, 0.8, 1]) {
        const take: Take = { song, first: 0, last: song.sections.length - 1, share };
        const own = all.filter((t) => t.song === song);
        const attempts = attemptsIn(index, take, own, asPlanned(index, own, scheduleOf(take)));
        expect(attempts.map((a) => a.at)).toEqual(song.sections.map((_, i) => i));
        // Where a section cannot be reached everything stays as it was: from there on each is rehearsed by itself.
        const until = own.findIndex((t) => t.way.type !== 'way' || t.way.cost.late);
        for (const a of until < 0 ? attempts : attempts.slice(0, until))
          expect([a.at, a.reached, a.right, a.extra, a.leftOut, a.missing]).toEqual([a.at, 'in-time', true, [], [], []]);
      }
  });
  it('by itself is right in each of them, however late it is played up to the downbeat', () => {
    fc.assert(
      fc.property(someWay, someShare, fc.double({ min: 0, max: 1, noNaN: true }), (t, share, late) => {
        const take = takeOf(t, share);
        const { dueMs, opensMs } = dueOf(take);
        const length = lastOf(wayPlayed(index, t, { begins: 0 }), 0);
        const earliest = (opensMs ?? 0) + length;
        // What arrives a few milliseconds after the last touch is there in time all the same.
        const endsBy = earliest + (dueMs - Math.min(dueMs, earliest)) * late;
        const a = only(take, [t], wayPlayed(index, t, { endsBy }));
        expect([a.right, a.extra, a.leftOut]).toEqual([true, [], []]);
        if (a.ms !== null) expect(Math.abs(a.ms - (endsBy - dueMs))).toBeLessThan(length + 60);
      }),
      { numRuns: 60 },
    );
  });
});

describe('planted mistakes are told back, and nothing else', () => {
  it('late: by how much', () => {
    fc.assert(
      fc.property(someWay, fc.integer({ min: 120, max: 240 }), (t, by) => {
        const take = takeOf(t);
        const { dueMs } = dueOf(take);
        const last = stepsOf(t).at(-1);
        // What a press does comes with it, or with its release: the last touch is somewhere in it.
        const tail = last ? lastOf(played(index, last, null, 0), 0) : 0;
        const a = only(take, [t], wayPlayed(index, t, { endsBy: dueMs + GRACE_MS + tail + by }));
        expect([a.reached, a.right, a.extra, a.leftOut]).toEqual(['late', false, [], []]);
        expect(a.ms).toBeGreaterThan(GRACE_MS);
        expect(a.ms ?? 0).toBeLessThan(GRACE_MS + tail + by + 60);
      }),
      { numRuns: 40 },
    );
  });
  it('early: where something of it sounds before its bar; going ahead to a bank is not', () => {
    const bounded = fitting.filter((t) => dueOf(takeOf(t)).opensMs !== null);
    expect(bounded.length).toBeGreaterThan(4);
    for (const t of bounded) {
      const take = takeOf(t);
      const { opensMs } = dueOf(take);
      const events = wayPlayed(index, t, { endsBy: (opensMs ?? 0) - 100 });
      expect([t.song.name, t.at, only(take, [t], events).reached]).toEqual([t.song.name, t.at, 'early']);
      const wanted = stepsOf(t)[0];
      if (wanted && wanted.moved.length === 0) {
        // Only what sounds has its bar: the first gesture, which only leads somewhere, is done a bar ahead.
        const ahead = played(index, wanted, null, (opensMs ?? 0) - 400);
        const rest = wayPlayed(index, t, { endsBy: dueOf(take).dueMs - 100 }, new Set([0]));
        expect(only(take, [t], [...ahead, ...rest]).reached).toBe('in-time');
      }
    }
  });
  it('a gesture left out is named, and what is missing by it', () => {
    for (const t of fitting)
      stepsOf(t).forEach((_, i) => {
        const take = takeOf(t);
        const a = only(take, [t], wayPlayed(index, t, { endsBy: dueOf(take).dueMs - 100 }, new Set([i])));
        expect([t.song.name, t.at, a.leftOut.length, a.extra]).toEqual([t.song.name, t.at, 1, []]);
        // Two gestures alike cannot be told apart: which of them was left out is nobody's to say.
        const words = stepsOf(t).map((s) => [s.deed.does, s.deed.on?.id].join(' '));
        expect(words[a.leftOut[0] ?? -1]).toBe(words[i]);
        expect(a.right).toBe(false);
        expect(a.missing.length + a.elsewhere.length).toBeGreaterThan(a.reached === 'not' ? 0 : -1);
      });
  });
  it('a switch pressed besides is named, with what it moved', () => {
    const controller = index.rig.controllers[0];
    const switches = index.rig.controls.filter((c) => c.controllerId === controller?.id && c.kind === 'footswitch');
    expect(switches.length).toBeGreaterThan(3);
    fc.assert(
      fc.property(someWay, fc.constantFrom(...switches), (t, extra) => {
        const steps = stepsOf(t);
        fc.pre(!steps.some((s) => s.deed.on?.id === extra.id || s.deed.holding.some((h) => h.id === extra.id)));
        const take = takeOf(t, 0.5);
        const { dueMs } = dueOf(take);
        // After the way, in time still: what it moves is not what brings the section there.
        const way = wayPlayed(index, t, { endsBy: dueMs - 900 });
        const at = dueMs - 500;
        const a = only(
          take,
          [t],
          [...way, { do: 'press', atMs: at, on: extra.id, velocity: null }, { do: 'release', atMs: at + 60, on: extra.id }],
        );
        expect(a.extra.map((e) => [e.does, e.controlId, Math.round(e.ms)])).toEqual([['press', extra.id, -500]]);
        expect(a.leftOut).toEqual([]);
        expect(a.right).toBe(a.reached === 'in-time' && a.extra.every((e) => e.moved.length === 0));
      }),
      { numRuns: 40 },
    );
  });
});

// — worked out by hand —

/** FS 1 turns Wet on and off, FS 2 Dry; knob 1 moves Level. Each section wants Wet on, then Level at 60. */
function handRig(): Rig {
  const [wet, dry, level] = [
    parameter('wet', { order: 1 }),
    parameter('dry', { order: 2 }),
    continuous('level', 0, 100, { order: 3 }),
  ];
  const rig = withFunctions(
    smallRig([wet, dry, level]),
    [
      assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: latching(127, 0), meant: ['wet'] }),
      assignment({ id: 'a2', on: 'fs2', message: cc(21), behaviour: latching(127, 0), meant: ['dry'] }),
      assignment({ id: 'a3', on: 'k1', gesture: 'move', message: cc(22), behaviour: range(0, 127), meant: ['level'] }),
    ],
    [
      landing('wet', { address: cc(20) }),
      landing('dry', { address: cc(21) }),
      landing('level', { address: cc(22), from: 0, to: 100 }),
    ],
  );
  const scene = (id: string, values: Record<string, number>, order: number) => ({
    id,
    order,
    name: id,
    values: Object.entries(values).map(([parameterId, value]) => ({ parameterId, value })),
    assignmentId: null,
    note: '',
  });
  const song: Song = {
    id: 'song',
    order: 1,
    name: 'Song',
    bpm: 60,
    beatsPerBar: 4,
    sections: [
      { name: 'One', bars: 2, sceneId: 'x', bank: null },
      { name: 'Two', bars: 2, sceneId: 'y', bank: null },
    ],
    note: '',
  };
  return { ...rig, scenes: [scene('x', { wet: 1 }, 1), scene('y', { level: 60 }, 2)], songs: [song] };
}

describe('worked out by hand', () => {
  const rig = handRig();
  const hand = indexRig(rig);
  const ways = [...transitionsOf(hand)];
  const [song] = rig.songs;
  if (!song) throw new Error('no song');
  const tap = (on: string, atMs: number): readonly ChainEvent[] => [
    { do: 'press', atMs, on, velocity: null },
    { do: 'release', atMs: atMs + 80, on },
  ];
  const whole: Take = { song, first: 0, last: 1, share: 1 };
  const told = (events: readonly ChainEvent[], take = whole): readonly string[] =>
    attemptsIn(hand, take, ways.slice(take.first), inOrder(events)).map((a) => {
      const transition = ways[a.at];
      if (!transition) throw new Error('no transition');
      return attemptWords(
        hand,
        recordOf(hand, transition, a, { id: 'x', at: '2026-01-01T00:00:00.000Z', share: 1, by: 'panel' }),
      ).join(' ');
    });
  it('60 beats, four to the bar: counted in for 4 s, due at 8 s and 16 s, and told in sentences', () => {
    expect(scheduleOf(whole).dues.map((d) => [d.opensMs, d.dueMs, d.closesMs])).toEqual([
      [null, 8000, 12_000],
      [12_000, 16_000, 20_000],
    ]);
    const to60: ChainEvent = { do: 'move', atMs: 15_000, on: 'k1', position: 0.6 };
    expect(told([...tap('fs1', 7000), to60])).toEqual(['There 1.0 s before the one.', 'There 1.0 s before the one.']);
    expect(told([...tap('fs1', 8000), { ...to60, atMs: 16_500 }])).toEqual(['On the one.', '0.5 s late.']);
    expect(told([...tap('fs1', 7000), { ...to60, atMs: 16_000, position: 0.2 }])).toEqual(
      ['There 1.0 s before the one.', 'Not there. level stood at 19.7. '].map((s) => s.trim()),
    );
    expect(told([...tap('fs2', 7000), to60])).toEqual([
      'Not there. wet stood at Off. Left out: press FS1. Also pressed: FS2; dry went to On.',
      'There 1.0 s before the one.',
    ]);
    expect(told([...tap('fs1', 7000), { ...to60, atMs: 11_000 }])[0]).toBe(
      'There 1.0 s before the one. Also moved: K1; level went to 59.8.',
    );
  });
  it('is kept whatever things are called: long names, names with what stands between gestures, characters of two units', () => {
    const name = `a; ${'\u{1F39B}'.repeat(40)} b`;
    const named: Rig = {
      ...rig,
      controls: rig.controls.map((c) => ({ ...c, name })),
      songs: [{ ...song, name: 'S'.repeat(120), sections: song.sections.map((x) => ({ ...x, name: 'x'.repeat(80) })) }],
    };
    const index = indexRig(named);
    const [first] = [...transitionsOf(index)];
    if (first?.way.type !== 'way') throw new Error('no way');
    const steps = Array.from({ length: 30 }, () => (first.way.type === 'way' ? first.way.steps : [])).flat();
    const long: Transition = { ...first, way: { ...first.way, steps } };
    const [none] = attemptsIn(index, { song: first.song, first: 0, last: 0, share: 1 }, [long], []);
    if (!none) throw new Error('nothing was judged');
    const about = { id: 'x', at: '2026-01-01T00:00:00.000Z', share: 1, by: 'panel' } as const;
    const record = recordOf(index, long, none, about);
    expect(attemptRecordSchema.safeParse(record).error).toBeUndefined();
    expect(record.leftOut).toEqual(steps.map(() => `press ${name}`));
  });
  it('what a real controller sends is heard, and its gestures are not asked for', () => {
    const words = (n: number, value: number, atMs: number): ChainEvent => ({
      do: 'words',
      atMs,
      on: 'board',
      words: [packedCc(channel(5), u7(n), u7(value))],
    });
    const [first, second] = attemptsIn(hand, whole, ways, [words(20, 127, 7900), words(21, 127, 15_000), words(22, 76, 15_500)]);
    expect([first?.reached, first?.right, first?.leftOut]).toEqual(['in-time', true, []]);
    expect([second?.reached, second?.right, second?.extra.map((e) => e.moved)]).toEqual([
      'in-time',
      false,
      [[{ parameterId: 'dry', value: 1 }]],
    ]);
  });
  it('where a real controller stands is told by what it sent: only where it cannot be there it is elsewhere', () => {
    const wet = parameter('wet', { order: 1 });
    const goes = assignment({ id: 'go', on: 'mod', message: cc(40), behaviour: fixed(127), meant: [] });
    const made = withFunctions(
      smallRig([wet], { firmware: { banks: 3, bankButtons: false } }),
      [
        assignment({ id: 'a1', on: 'fs1', bank: 1, message: cc(20), behaviour: latching(127, 0), meant: ['wet'] }),
        assignment({ id: 'a2', on: 'fs1', bank: 2, message: cc(21), behaviour: latching(127, 0), meant: ['wet'] }),
        { ...goes, actions: [...goes.actions, { type: 'go', to: { type: 'step', what: 'bank', by: 1 } }] },
      ],
      [landing('wet', { address: cc(20) })],
    );
    const stands = [{ controllerId: 'board', bank: 2, page: null, layerIds: null }];
    const scene = { id: 'on', order: 1, name: 'on', values: [{ parameterId: 'wet', value: 1 }], assignmentId: null, note: '' };
    const section = { name: 'One', bars: 2, sceneId: 'on', bank: null, stands };
    const index = indexRig({ ...made, scenes: [scene], songs: [{ ...song, sections: [section] }] });
    const [way] = [...transitionsOf(index)];
    if (!way) throw new Error('no way');
    const take = { song: way.song, first: 0, last: 0, share: 1 };
    const words = (n: number, atMs: number): ChainEvent => ({
      do: 'words',
      atMs,
      on: 'board',
      words: [packedCc(channel(5), u7(n), u7(127))],
    });
    const told = (events: readonly ChainEvent[]) =>
      attemptsIn(index, take, [way], events).map((a) => [a.reached, a.elsewhere, a.missing]);
    expect(told([words(20, 6000)])).toEqual([['not', ['board'], []]]);
    expect(told([words(20, 6000), words(40, 7000)])).toEqual([['in-time', [], []]]);
    // Gone on after the downbeat, it was there.
    expect(told([words(20, 6000), words(40, 7000), words(40, 9000)])).toEqual([['in-time', [], []]]);
    // Too far on, and known so.
    expect(told([words(20, 6000), words(40, 6500), words(40, 7000)])).toEqual([['not', ['board'], []]]);
  });
  it('what a way does on the way is no slip, though it is only heard: a step at a time, two of them wanted', () => {
    const steps = parameter('steps', { kind: 'stepped', lowest: 0, highest: 3, steps: ['a', 'b', 'c', 'd'] });
    const made = withFunctions(
      smallRig([steps]),
      [assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: momentary(127, 0), meant: ['steps'] })],
      [landing('steps', { address: cc(20), mode: 'increment', from: 0, to: 3 })],
    );
    const scene = {
      ...rig.scenes[0],
      id: 'x',
      order: 1,
      name: 'x',
      values: [{ parameterId: 'steps', value: 2 }],
      assignmentId: null,
      note: '',
    };
    const counted = indexRig({ ...made, scenes: [scene], songs: [{ ...song, sections: song.sections.slice(0, 1) }] });
    const [way] = [...transitionsOf(counted)];
    if (!way) throw new Error('no way');
    expect(stepsOf(way)).toHaveLength(2);
    const take = { song: way.song, first: 0, last: 0, share: 1 };
    const press = (atMs: number): readonly ChainEvent[] =>
      [127, 0].map((value, i) => ({
        do: 'words',
        atMs: atMs + i * 100,
        on: 'board',
        words: [packedCc(channel(5), u7(20), u7(value))],
      }));
    const [a] = attemptsIn(counted, take, [way], [...press(6000), ...press(7000)]);
    expect([a?.reached, a?.right, a?.extra]).toEqual(['in-time', true, []]);
    // Once more is one too many.
    const [b] = attemptsIn(counted, take, [way], [...press(5000), ...press(6000), ...press(7000)]);
    expect([b?.reached, b?.right, b?.extra.map((e) => e.moved)]).toEqual(['not', false, [[{ parameterId: 'steps', value: 3 }]]]);
  });
});
