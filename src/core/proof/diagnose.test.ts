// The diagnosis, cause by cause, on evidence written down by hand: what a unit with that fault sends is common practice, no source,
// except where the standard says it. And how often it is right, on faults planted by chance.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { diagnosingTrial, faultlessTrial } from '../../../tests/kit/diagnosing';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  momentary,
  noteOn,
  program,
  range,
  smallRig,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import {
  channel,
  type HeardMessage,
  type PackedMessage,
  packedBend,
  packedCc,
  packedNote,
  packedProgram,
  pairMessages,
  u7,
} from '../midi';
import { apply, type Behaviour, type ControlKind, indexRig, type Rig, type RigIndex } from '../rig';
import {
  type Ask,
  alike,
  askFor,
  asksOf,
  causes,
  diagnose,
  endsSeen,
  keepEnds,
  QUIET_MS,
  quietFor,
  takeIntoPlan,
  verdictOf,
} from './index';

/** Words 90 ms apart. */
const at = (...words: readonly PackedMessage[]): HeardMessage[] => words.map((word, i) => ({ atMs: i * 90, word }));
const values = (number: number, list: readonly number[], ch = 5): HeardMessage[] =>
  at(...list.map((v) => packedCc(ch, number, v)));
/** There and back by threes, from one value to another. */
const sweep = (from: number, to: number): number[] => {
  const way = Math.sign(to - from);
  const up = Array.from({ length: Math.floor(Math.abs(to - from) / 3) + 1 }, (_, i) => from + way * i * 3);
  return [...up, to, ...[...up].reverse()];
};

interface Given {
  readonly behaviour: Behaviour;
  readonly message?: ReturnType<typeof cc>;
  readonly on?: string;
  readonly gesture?: 'move' | 'press' | 'hold' | 'release';
  readonly kind?: ControlKind;
  readonly more?: Rig['assignments'];
}

function asked(given: Given): { readonly index: RigIndex; readonly ask: Ask } {
  const moves = given.gesture === 'move';
  const rig = smallRig([continuous('Mix', 0, 100)]);
  const on = given.on ?? (moves ? 'k1' : 'fs1');
  const row = assignment({ ...given, on, gesture: given.gesture ?? 'press', meant: ['Mix'], bank: 1 });
  const index = indexRig({
    ...rig,
    controls: rig.controls.map((c) =>
      c.id === on && given.kind ? { ...c, kind: given.kind, subControls: given.kind === 'fader' ? ['touch' as const] : [] } : c,
    ),
    assignments: [row, ...(given.more ?? [])],
    landings: [landing('Mix', { address: row.actions[0]?.type === 'send' ? row.actions[0].message : cc(104), from: 0, to: 100 })],
  });
  const ask = askFor(index, row);
  if (!ask) throw new Error('it is asked for');
  return { index, ask };
}

const first = (given: Given, heard: readonly HeardMessage[]): string => {
  const { index, ask } = asked(given);
  const { explanations, short } = diagnose(index, ask, heard);
  if (short !== null) return `short ${short}`;
  return explanations[0]?.causes.map((c) => c.cause).join(' + ') ?? 'as planned';
};

const alternating = { behaviour: latching(127, 0) };
const held = { behaviour: momentary(127, 0) };
const every = { behaviour: fixed(127) };
const knob = { behaviour: range(0, 127), gesture: 'move' as const };

describe('what is wrong, from what arrived', () => {
  it('nothing, where all is as planned, pressed once more or with a neighbour bumped', () => {
    expect(first(alternating, values(104, [127, 0, 127]))).toBe('as planned');
    expect(first(held, values(104, [127, 0, 127, 0, 127, 0]))).toBe('as planned');
    expect(first(held, at(packedCc(5, 9, 40), ...[127, 0, 127, 0, 127, 0].map((v) => packedCc(5, 104, v))))).toBe('as planned');
    expect(first(knob, values(104, sweep(0, 127)))).toBe('as planned');
    expect(first(held, values(104, [127, 0, 127, 0, 127, 0, 127, 0]))).toBe('short 4');
    expect(first(held, values(104, [127, 0]))).toBe('short 1');
    expect(first(knob, values(104, sweep(0, 127).slice(0, 44)))).toBe('short one-way');
    expect(first(knob, values(104, sweep(127, 0).slice(0, 44)))).toBe('short one-way');
  });
  it('no message at all, or only a bump', () => {
    expect(first(alternating, [])).toBe('nothing');
    expect(first(knob, at(packedCc(5, 9, 40)))).toBe('nothing');
  });
  it('the channel, beside or anywhere', () => {
    expect(first(alternating, values(104, [127, 0, 127], 6))).toBe('channel-by-one');
    expect(first(alternating, values(104, [127, 0, 127], 1))).toBe('channel');
    expect(first(knob, values(104, sweep(0, 127), 4))).toBe('channel-by-one');
  });
  it('the number, beside or anywhere', () => {
    expect(first(alternating, values(103, [127, 0, 127]))).toBe('number-by-one');
    expect(first(knob, values(21, sweep(0, 127)))).toBe('number');
  });
  it('another kind: a note for a control change, bend for a fader', () => {
    expect(first(held, at(...[100, 0, 90, 0, 99, 0].map((v) => packedNote(5, 104, v === 0 ? 0 : 127))))).toBe('kind');
    expect(first({ ...held, message: noteOn(60) }, values(60, [127, 0, 127, 0, 127, 0]))).toBe('kind');
    expect(first(knob, at(...sweep(0, 127).map((v) => packedBend(5, v * 129))))).toBe('kind');
  });
  it('a control change of 14 bits is heard as planned by who listens to its high byte', () => {
    // MIDI 1.0: number n carries the high byte, n + 32 the low one.
    const message = { type: 'cc' as const, channel: channel(5), number: u7(20) };
    const heard = at(...sweep(0, 127).flatMap((v) => [...pairMessages(5, 20, v * 129)]));
    expect(first({ ...knob, message }, heard)).toBe('as planned');
    expect(verdictOf(asked({ ...knob, message }).ask, heard)).toMatchObject({ type: 'proved', also: [cc(52)] });
  });
  it('programs counted from the other end', () => {
    const given = { behaviour: fixed(0), message: program(4) };
    expect(first(given, at(packedProgram(5, 5), packedProgram(5, 5), packedProgram(5, 5)))).toBe('program-base');
    expect(first(given, at(packedProgram(5, 4), packedProgram(5, 4), packedProgram(5, 4)))).toBe('as planned');
  });
  it('the way of switching', () => {
    expect(first(held, values(104, [127, 0, 127]))).toBe('latching');
    expect(first(alternating, values(104, [127, 0, 127, 0, 127, 0]))).toBe('momentary');
    expect(first(held, values(104, [127, 127, 127]))).toBe('no-release');
    expect(first(every, values(104, [127, 0, 127]))).toBe('latching');
    expect(first(every, values(104, [127, 0, 127, 0, 127, 0]))).toBe('momentary');
  });
  it('the values of a switch', () => {
    expect(first(alternating, values(104, [0, 127, 0]))).toBe('swapped');
    expect(first(held, values(104, [0, 127, 0, 127, 0, 127]))).toBe('swapped');
    expect(first({ behaviour: momentary(100, 20) }, values(104, [127, 0, 127, 0, 127, 0]))).toBe('values-not-set');
    expect(first({ behaviour: fixed(40) }, values(104, [127, 127, 127]))).toBe('values-not-set');
  });
  it('the way of moving', () => {
    expect(first({ ...knob, behaviour: range(20, 100) }, values(104, sweep(0, 127)))).toBe('range-not-set');
    expect(first(knob, values(104, sweep(127, 0)))).toBe('reversed');
    expect(first(knob, values(104, sweep(9, 118)))).toBe('ends');
    expect(
      first(
        knob,
        values(
          104,
          sweep(0, 127).flatMap((v, i) => [v, v + (i % 2 === 0 && v < 127 ? 1 : 0), Math.max(0, v - 1)]),
        ),
      ),
    ).toBe('jitter');
  });
  it('everything twice, for a switch, a program and a knob', () => {
    const twice = (heard: readonly HeardMessage[]): HeardMessage[] => heard.flatMap((h) => [h, { ...h, atMs: h.atMs + 1 }]);
    expect(first(alternating, twice(values(104, [127, 0, 127])))).toBe('doubled');
    expect(first(every, twice(values(104, [127, 127, 127])))).toBe('doubled');
    expect(first(knob, twice(values(104, sweep(0, 127))))).toBe('doubled');
  });
  it('clicks instead of positions, the reverse, and another coding', () => {
    const encoder = { ...knob, kind: 'encoder' as const };
    const clicks = (up: number, down: number): HeardMessage[] => values(104, [...Array(12).fill(up), ...Array(12).fill(down)]);
    // The three codings of one click: common practice, no source.
    for (const [up, down] of [
      [1, 127],
      [65, 63],
      [1, 65],
    ] as const)
      expect(first(encoder, clicks(up, down))).toBe('relative');
    const relative = { ...encoder, behaviour: { type: 'relative', coding: 'twos-complement', acceleration: 1 } as const };
    expect(first(relative, clicks(1, 127))).toBe('as planned');
    expect(first(relative, clicks(65, 63))).toBe('coding');
    expect(first(relative, clicks(127, 1))).toBe('reversed');
    expect(first(relative, values(104, [60, 61, 62, 63, 64, 65, 66, 67, 66, 65, 64, 63, 62, 61, 60]))).toBe('absolute');
  });
  it('the touch of a cap instead of the fader', () => {
    expect(first({ ...knob, kind: 'fader' }, at(packedNote(5, 110, 127), packedNote(5, 110, 0)))).toBe('touch');
  });
  it('a neighbour, and another place, named beside what looks the same', () => {
    const neighbour = assignment({ id: 'a2', on: 'fs2', message: cc(120 - 15), behaviour: latching(127, 0), meant: [], bank: 1 });
    const elsewhere = assignment({ id: 'a3', on: 'fs1', message: cc(60), behaviour: momentary(127, 0), meant: [], bank: 2 });
    const { index, ask } = asked({ ...alternating, more: [neighbour, elsewhere] });
    const beside = diagnose(index, ask, values(105, [127, 0, 127])).explanations[0];
    expect([beside?.causes[0]?.cause, ...(beside?.alike ?? [])].sort()).toEqual(['neighbour', 'number-by-one']);
    expect(diagnose(index, ask, values(60, [127, 0, 127, 0, 127, 0])).explanations[0]?.causes[0]).toMatchObject({
      cause: 'other-place',
      found: 'Two, Base',
    });
  });
  it('two at once', () => {
    expect(first(held, values(104, [127, 0, 127], 6))).toBe('channel-by-one + latching');
    expect(first({ ...knob, behaviour: range(20, 100) }, values(105, sweep(0, 127)))).toBe('number-by-one + range-not-set');
  });
  it('the press that belongs to a hold is no fault of the hold', () => {
    const press = assignment({ id: 'a2', on: 'fs1', message: cc(50), behaviour: latching(127, 0), meant: [], bank: 1 });
    const given = { ...held, gesture: 'hold' as const, more: [press] };
    const wait = (pressed: number, ...own: readonly number[]): PackedMessage[] => [
      packedCc(5, 50, pressed),
      ...own.map((v) => packedCc(5, 104, v)),
    ];
    expect(first(given, at(...wait(127, 127, 0), ...wait(0, 127, 0), ...wait(127, 127, 0)))).toBe('as planned');
    expect(first(given, at(...wait(127), ...wait(0), ...wait(127)))).toBe('nothing');
  });
});

describe('mending', () => {
  it('takes what arrives into the plan: the send and what listens for it move together', () => {
    const { index, ask } = asked(held);
    const found = diagnose(index, ask, values(104, [127, 0, 127], 6)).explanations[0];
    const edit = found && takeIntoPlan(index, ask, found, () => 'new');
    const done = edit && apply(index.rig, edit);
    expect(done?.ok && [done.value.assignments[0]?.actions[0], done.value.landings[0]?.address]).toMatchObject([
      { message: cc(104, 6), behaviour: { type: 'latching', first: 127, second: 0 } },
      cc(104, 6),
    ]);
  });
  it('keeps the ends that were seen, and then expects the whole way', () => {
    const { index, ask } = asked(knob);
    const ends = endsSeen(ask, values(104, sweep(9, 118)));
    expect(ends).toEqual({ low: 0.071, high: 0.929 });
    const done = ends && apply(index.rig, keepEnds(index, ask, ends));
    expect(done?.ok && done.value.controls.find((c) => c.id === 'k1')?.calibration).toMatchObject(ends ?? {});
    // It has to be entered in the unit, and proved again.
    const marks = { at: '2031-03-04T05:06:07.000Z' };
    const row = { ...ask.assignment, entered: marks, proved: { ...marks, versions: '', grade: 'tested' as const } };
    const ticked = indexRig({ ...index.rig, assignments: [row] });
    const again = ends && apply(ticked.rig, keepEnds(ticked, ask, ends));
    expect(again?.ok && again.value.assignments[0]).toMatchObject({ entered: null, proved: null });
  });
  it('changes only the message that is wrong, of several on one gesture', () => {
    const two = assignment({ behaviour: latching(127, 0), meant: [] });
    const more = assignment({ message: cc(50), behaviour: fixed(9), meant: [] });
    const row = { ...two, actions: [...two.actions, ...more.actions] };
    const index = indexRig({ ...smallRig([]), assignments: [row] });
    const ask = askFor(index, row);
    if (!ask) throw new Error('it is asked for');
    const heard = at(...[127, 0, 127].flatMap((v) => [packedCc(6, 104, v), packedCc(5, 50, 9)]));
    const found = diagnose(index, ask, heard).explanations[0];
    expect([found?.causes.map((c) => c.cause), [...(found?.wrong ?? [])]]).toEqual([['channel-by-one'], [0]]);
    const edit = found && takeIntoPlan(index, ask, found, () => 'new');
    const done = edit && apply(index.rig, edit);
    expect(done?.ok && done.value.assignments[0]?.actions).toMatchObject([{ message: cc(104, 6) }, { message: cc(50, 5) }]);
  });
  it('offers no plan for what nobody would plan', () => {
    const { index, ask } = asked(alternating);
    const found = diagnose(index, ask, []).explanations[0];
    expect(found && takeIntoPlan(index, ask, found, () => 'new')).toBeNull();
  });
});

describe('while it arrives', () => {
  it('is known with the last message, and not before', () => {
    const { ask } = asked(held);
    const heard = values(104, [127, 0, 127, 0, 127, 0]);
    expect(heard.map((_, i) => verdictOf(ask, heard.slice(0, i + 1)).type)).toEqual([...Array(5).fill('so-far'), 'proved']);
    expect(verdictOf(ask, []).type).toBe('waiting');
    expect(verdictOf(ask, values(104, [0])).type).toBe('differs');
    expect(verdictOf(ask, values(90, [127])).type).toBe('differs');
  });
  it('a move counts when it is back where it began', () => {
    const { ask } = asked(knob);
    const heard = values(104, sweep(0, 127));
    const when = heard.findIndex((_, i) => verdictOf(ask, heard.slice(0, i + 1)).type === 'proved');
    expect(heard.length - when).toBeLessThan(4);
  });
});

describe('whatever arrives', () => {
  const index = indexRig(lanternHour());
  const asks = asksOf(index);
  const byte = fc.integer({ min: 0, max: 127 });
  // Any channel message, and start, continue and stop: what a port can give (MIDI 1.0).
  const word = fc.oneof(
    fc.tuple(fc.integer({ min: 0x80, max: 0xef }), byte, byte).map(([s, a, b]) => (s << 16) | (a << 8) | b),
    fc.constantFrom(0xfa0000, 0xfb0000, 0xfc0000),
  );
  it('is explained, found to be right or too seldom, or left unexplained, and never more than the evidence', () => {
    fc.assert(
      fc.property(fc.nat(), fc.array(fc.tuple(word, fc.integer({ min: 0, max: 300 })), { maxLength: 60 }), (n, list) => {
        const ask = asks[n % asks.length];
        if (!ask) return;
        const heard = list.map(([w, after], i) => ({ word: w, atMs: i * 100 + (after % 100) }));
        const found = diagnose(index, ask, heard);
        const verdict = verdictOf(ask, heard);
        if (verdict.type === 'proved') expect(found.explanations).toEqual([]);
        if (heard.length === 0) expect(found.explanations[0]?.causes[0]?.cause).toBe('nothing');
        for (const e of found.explanations) {
          expect(e.unexplained).toBeGreaterThanOrEqual(0);
          expect(e.causes.length).toBeLessThanOrEqual(2);
          const edit = takeIntoPlan(index, ask, e, () => 'fresh');
          // What is offered can be done.
          if (edit) expect(apply(index.rig, edit).ok).toBe(true);
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('counters and waits', () => {
  const counter = {
    id: 'count',
    order: 1,
    controllerId: 'board',
    name: 'Count',
    from: 3,
    to: 6,
    step: 1,
    atEnd: 'wrap' as const,
    start: 3,
    firstPress: 'moves-on' as const,
  };
  const stepping = (): Ask => {
    const rig = { ...smallRig([]), counters: [counter] };
    const row = assignment({ message: program(0), behaviour: { type: 'stepping', counterId: 'count' }, meant: [] });
    const ask = askFor(indexRig({ ...rig, assignments: [row] }), row);
    if (!ask) throw new Error('it is asked for');
    return ask;
  };
  const programs = (...numbers: readonly number[]) => at(...numbers.map((n) => packedProgram(5, n)));
  it('a counter counts from wherever it stood', () => {
    for (const list of [
      [4, 5, 6],
      [5, 6, 3],
      [6, 3, 4],
    ]) {
      expect(verdictOf(stepping(), programs(...list)).type).toBe('proved');
      expect(verdictOf(stepping(), programs(...list.slice(0, 2))).type).toBe('so-far');
    }
    expect(verdictOf(stepping(), programs(4, 6, 3)).type).toBe('differs');
    expect(verdictOf(stepping(), programs(7, 8, 9)).type).toBe('differs');
  });
  it('notes are counted the same way; a number out of turn is another plan', () => {
    const rig = { ...smallRig([]), counters: [counter] };
    const behaviour = { type: 'stepping' as const, counterId: 'count', velocity: 100 };
    const row = assignment({ message: noteOn(60), behaviour, meant: [] });
    const ask = askFor(indexRig({ ...rig, assignments: [row] }), row);
    if (!ask) throw new Error('it is asked for');
    const notes = (...numbers: readonly number[]) => at(...numbers.flatMap((n) => [packedNote(5, n, 100), packedNote(5, n, 0)]));
    expect(ask.expected).toMatchObject([{ values: [4, 5, 6] }]);
    for (const list of [
      [4, 5, 6],
      [6, 3, 4],
    ])
      expect(verdictOf(ask, notes(...list)).type).toBe('proved');
    expect(verdictOf(ask, notes(4, 5)).type).toBe('so-far');
    expect(verdictOf(ask, notes(4, 6, 3)).type).toBe('differs');
    expect(verdictOf(ask, notes(60, 60, 60)).type).toBe('differs');
  });
  it('what comes after a wait belongs to it, and so much longer is waited', () => {
    const row = assignment({ behaviour: fixed(127), meant: [] });
    const late = {
      ...row,
      actions: [
        ...row.actions,
        { type: 'wait' as const, ms: 3000 },
        ...assignment({ message: cc(50), behaviour: fixed(1), meant: [] }).actions,
      ],
    };
    const ask = askFor(indexRig({ ...smallRig([]), assignments: [late] }), late);
    expect(ask?.expected.map((e) => e.values)).toEqual([
      [127, 127, 127],
      [1, 1, 1],
    ]);
    expect(ask && quietFor(ask)).toBe(QUIET_MS + 3000);
  });
});

describe('the measure', () => {
  it('classes of causes that look the same are pairs of known causes, each once', () => {
    const ids = new Set(causes.map((c) => c.id));
    const keys = alike.map((a) => [...a.causes].sort().join(' '));
    expect(new Set(keys).size).toBe(keys.length);
    expect(alike.every((a) => a.causes.every((c) => ids.has(c)))).toBe(true);
  });
  it('what is right is proved: an uneven hand that miscounts and bumps gives a false alarm less than once in two hundred', () => {
    const trials = Array.from({ length: 600 }, (_, i) => faultlessTrial(i * 77 + 5)).filter((t) => t !== null);
    expect(trials.length).toBeGreaterThan(550);
    expect(trials.filter((t) => t.proved).length / trials.length).toBeGreaterThanOrEqual(0.99);
    expect(trials.filter((t) => t.alarm).length / trials.length).toBeLessThan(0.005);
  }, 90_000);
  it('one planted fault is named first in 95 % and among three in 99.5 %; of two, both among three in 80 %', () => {
    const places = (faults: 1 | 2, count: number): (readonly number[])[] => {
      const trials = Array.from({ length: count }, (_, i) => diagnosingTrial(i * 7919 + faults, faults)).filter(
        (t) => t !== null,
      );
      expect(trials.length).toBeGreaterThan(count * 0.9);
      return trials.map((t) => t.places);
    };
    const share = (all: readonly (readonly number[])[], good: (place: number) => boolean): number =>
      all.filter((p) => p.every(good)).length / all.length;
    const single = places(1, 700);
    expect(share(single, (p) => p === 1)).toBeGreaterThanOrEqual(0.95);
    expect(share(single, (p) => p > 0 && p <= 3)).toBeGreaterThanOrEqual(0.995);
    expect(share(places(2, 250), (p) => p > 0 && p <= 3)).toBeGreaterThanOrEqual(0.8);
  }, 60_000);
});
