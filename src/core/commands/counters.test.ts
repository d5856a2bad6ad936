// Counters as things: shared, with a step for each gesture, and landings that follow their range.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { played, tap } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  did,
  fixed,
  landing,
  noteOn,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { shortName } from '../midi';
import { type Assignment, indexRig, type Rig, type Send } from '../rig';
import {
  type CopyWish,
  changeBehaviour,
  changeCounter,
  changeMessage,
  copyEdit,
  countAnew,
  countedLandings,
  countThrough,
  countWith,
  hearAs,
  planCopy,
  removeAssignment,
  removeCounter,
} from './index';

let n = 0;
const newId = (): string => `c${++n}`;
const row = (rig: Rig, id: string): Assignment => {
  const found = rig.assignments.find((a) => a.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
};

/** Five programs that mean −2 … +2 octaves: up on the press of one switch, down on that of another. */
const octave = parameter('octave', {
  kind: 'stepped',
  lowest: -2,
  highest: 2,
  steps: ['−2', '−1', '0', '+1', '+2'],
  default: 0,
  start: 0,
});
const two = withFunctions(
  smallRig([octave], { firmware: { switchModes: ['fixed', 'stepping'], counters: 2 } }),
  [
    assignment({ id: 'up', on: 'fs1', message: program(0), behaviour: fixed(0), meant: ['octave'] }),
    assignment({ id: 'down', on: 'fs2', message: program(9), behaviour: fixed(0), meant: ['octave'] }),
  ],
  [0, 9].map((number) => landing('octave', { id: `old${number}`, address: program(number), mode: 'set' })),
);
const shared = (): Rig => {
  const up = done(two, must(countAnew(indexRig(two), row(two, 'up'), 0, newId)));
  const [counter] = up.counters;
  if (!counter) throw new Error('no counter');
  const both = done(up, must(countWith(indexRig(up), row(up, 'down'), 0, counter, newId)));
  return done(both, changeBehaviour(row(both, 'down'), 0, { type: 'stepping', counterId: counter.id, step: -1 }));
};

/** The programs that were sent, as the standard counts them. */
const programs = (rig: Rig, events: Parameters<typeof played>[1]): readonly number[] =>
  played(rig, events).sent.map((s) => Number(s.split(' ')[2]));

describe('one counter for two gestures', () => {
  it('counts up with one and down with the other, and wraps over five programs that mean −2 to +2', () => {
    const rig = shared();
    expect(rig.counters).toMatchObject([{ from: 0, to: 4, start: 2, step: 1 }]);
    expect(rig.landings.map((l) => l.setValue)).toEqual([-2, -1, 0, 1, 2]);
    const presses = ['fs1', 'fs1', 'fs1', 'fs2', 'fs2'].flatMap((on, i) => tap(on, i * 1000));
    expect(programs(rig, presses)).toEqual([3, 4, 0, 4, 3]);
    expect(played(rig, presses).values.map((v) => v.split(' ')[2])).toEqual(['1', '2', '-2', '2', '1']);
    expect(did(rig, 'octave', 'up')).toMatchObject({ type: 'steps', count: 5, end: 'wraps' });
    expect(did(rig, 'octave', 'down')).toMatchObject({ type: 'steps', count: 5 });
  });
  it('is not taken from another by a second switch that begins to count', () => {
    const one = done(two, must(countAnew(indexRig(two), row(two, 'up'), 0, newId)));
    const both = done(one, must(countAnew(indexRig(one), row(one, 'down'), 0, newId)));
    const ids = ['up', 'down'].map((id) => {
      const [send] = row(both, id).actions;
      return send?.type === 'send' && send.behaviour.type === 'stepping' && send.behaviour.counterId;
    });
    expect(new Set(ids).size).toBe(2);
    expect(new Set(both.counters.map((c) => c.name)).size).toBe(2);
  });
  it('sends its start on the first press of either where it is told to', () => {
    const rig = shared();
    const [counter] = rig.counters;
    if (!counter) throw new Error('no counter');
    const begins = done(rig, changeCounter(indexRig(rig), counter, { firstPress: 'sends-start' }, newId));
    const presses = ['fs2', 'fs1', 'fs2'].flatMap((on, i) => tap(on, i * 1000));
    expect(programs(begins, presses)).toEqual([2, 3, 2]);
  });
});

describe('landings of a counter', () => {
  it('follow its range: more numbers are further steps, and those left are listened for no more', () => {
    const rig = shared();
    const [counter] = rig.counters;
    if (!counter) throw new Error('no counter');
    const less = done(rig, changeCounter(indexRig(rig), counter, { from: 1, to: 3 }, newId));
    expect(less.landings.map((l) => l.setValue).sort((a, b) => a - b)).toEqual([-1, 0, 1]);
    const [now] = less.counters;
    if (!now) throw new Error('no counter');
    const again = done(less, changeCounter(indexRig(less), now, { from: 0, to: 6 }, newId));
    // A sixth and a seventh program would be past the last step.
    expect(again.landings.map((l) => l.setValue).sort((a, b) => a - b)).toEqual([-2, -1, 0, 1, 2]);
  });
  it('counting twice leaves none behind, and no counter that nothing counts with', () => {
    const one = done(two, must(countThrough(indexRig(two), row(two, 'up'), 0, octave, newId)));
    const twice = done(one, must(countThrough(indexRig(one), row(one, 'up'), 0, octave, newId)));
    // Five of the count, and the one of the other switch.
    expect(twice.landings).toHaveLength(6);
    expect(twice.counters).toHaveLength(1);
  });
  it('stay where something else sends them', () => {
    const rig = shared();
    const [counter] = rig.counters;
    const [up] = rig.assignments;
    if (!counter || !up) throw new Error('no counter');
    const jump: Assignment = {
      ...up,
      id: 'jump',
      order: 9,
      gesture: { type: 'hold' },
      actions: [{ type: 'send', message: program(4), behaviour: fixed(0), pinned: false, meant: ['octave'] }],
    };
    const more: Rig = { ...rig, assignments: [...rig.assignments, jump] };
    const less = done(more, changeCounter(indexRig(more), counter, { to: 3 }, newId));
    expect(less.landings.map((l) => l.setValue)).toEqual([-2, -1, 0, 1, 2]);
  });
  it('a changed counter is to be saved again with everything that counts with it', () => {
    const rig = shared();
    const saved = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, saved: { at: '2026-01-01T00:00:00.000Z' } })) };
    const [counter] = saved.counters;
    if (!counter) throw new Error('no counter');
    expect(
      done(saved, changeCounter(indexRig(saved), counter, { atEnd: 'stop' }, newId)).assignments.map((a) => a.saved),
    ).toEqual([null, null]);
  });
  it('a start that the range leaves behind goes along', () => {
    const rig = shared();
    const [counter] = rig.counters;
    if (!counter) throw new Error('no counter');
    expect(done(rig, changeCounter(indexRig(rig), counter, { from: 3 }, newId)).counters[0]?.start).toBe(3);
  });
});

describe('a counter', () => {
  it('is taken away once nothing counts with it, and not before', () => {
    const rig = shared();
    const [counter] = rig.counters;
    if (!counter) throw new Error('no counter');
    expect(removeCounter(indexRig(rig), counter)).toBeNull();
    const free: Rig = { ...rig, assignments: [] };
    expect(done(free, removeCounter(indexRig(free), counter)).counters).toEqual([]);
  });
  it('of values has a name of its own each time', () => {
    const plain = withFunctions(
      smallRig([], { firmware: { counters: 2 } }),
      ['fs1', 'fs2'].map((on, i) => assignment({ id: on, on, message: cc(20 + i), behaviour: fixed(1), meant: [] })),
      [],
    );
    const one = done(plain, must(countAnew(indexRig(plain), row(plain, 'fs1'), 0, newId)));
    const both = done(one, must(countAnew(indexRig(one), row(one, 'fs2'), 0, newId)));
    expect(both.counters.map((c) => c.name)).toEqual(['Counter 1', 'Counter 2']);
  });
  it('changed in any way, the run that hears it goes along: each number that is sent chooses its step (property)', () => {
    const range = fc.tuple(fc.nat(8), fc.integer({ min: 1, max: 8 }));
    fc.assert(
      fc.property(fc.array(range, { minLength: 1, maxLength: 5 }), (ranges) => {
        let rig = shared();
        const [row0] = [...rig.landings].sort((a, b) => a.setValue - b.setValue);
        if (!row0) throw new Error('nothing hears it');
        rig = done(rig, hearAs(indexRig(rig), row(rig, 'up'), row0, 'run', null, newId));
        expect(rig.landings.map((l) => [l.mode, l.from, l.to])).toEqual([['run', -2, 2]]);
        // What each number chose when it was counted first, as far as there are steps.
        const stepOf = (n: number): number => n - 2;
        for (const [from, span] of ranges) {
          const [counter] = rig.counters;
          if (!counter) throw new Error('no counter');
          rig = done(rig, changeCounter(indexRig(rig), counter, { from, to: from + span }, newId));
          const held = countedLandings(indexRig(rig), row(rig, 'up'), 'octave');
          const steps = Array.from({ length: span + 1 }, (_, i) => from + i).filter((n) => stepOf(n) >= -2 && stepOf(n) <= 2);
          expect(held.map((l) => ['number' in l.address ? l.address.number : -1, l.setValue])).toEqual(
            steps.map((n) => [n, stepOf(n)]),
          );
          expect(rig.landings).toHaveLength(steps.length === 0 ? 0 : 1);
          if (steps.length === 0) return;
        }
      }),
      { numRuns: 200 },
    );
  });
  it('changed, leaves a number in its run that another switch sends', () => {
    const before = shared();
    const other = assignment({ id: 'last', on: 'fs3', message: program(4), behaviour: fixed(0), meant: ['octave'] });
    const both: Rig = { ...before, assignments: [...before.assignments, other] };
    const [first] = [...both.landings].sort((a, b) => a.setValue - b.setValue);
    const [counter] = both.counters;
    if (!first || !counter) throw new Error('nothing hears it');
    const rig = done(both, hearAs(indexRig(both), row(both, 'up'), first, 'run', null, newId));
    const less = done(rig, changeCounter(indexRig(rig), counter, { to: 1 }, newId));
    expect(less.landings.map((l) => [l.mode, l.from, l.to])).toEqual([['run', -2, 2]]);
    expect(played(less, tap('fs3', 0)).values).toEqual(played(rig, tap('fs3', 0)).values);
  });
  it('changed in any way, every number that it reaches and that has a step lands on it, and nothing else is listened for (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(8), fc.integer({ min: 1, max: 8 })), { minLength: 1, maxLength: 5 }), (ranges) => {
        let rig = shared();
        for (const [from, span] of ranges) {
          const [counter] = rig.counters;
          if (!counter) throw new Error('no counter');
          rig = done(rig, changeCounter(indexRig(rig), counter, { from, to: from + span }, newId));
          const held = countedLandings(indexRig(rig), row(rig, 'up'), 'octave');
          expect(held).toHaveLength(rig.landings.length);
          for (const l of held) {
            const number = 'number' in l.address ? l.address.number : -1;
            expect(number).toBeGreaterThanOrEqual(from);
            expect(number).toBeLessThanOrEqual(from + span);
          }
          if (held.length === 0) return;
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('what counts numbers', () => {
  const heardAt = (rig: Rig): readonly string[] =>
    rig.landings.map((l) => `${shortName(l.address)} ${'channel' in l.address ? l.address.channel : ''}`);
  it('takes the landing of each number along to another channel', () => {
    const rig = shared();
    const moved = done(rig, changeMessage(indexRig(rig), row(rig, 'up'), 0, program(0, 7), newId));
    // The other one still counts where it did.
    expect(heardAt(moved)).toEqual(['5', '7'].flatMap((ch) => [0, 1, 2, 3, 4].map((number) => `PC ${number} ${ch}`)));
    const alone = done(two, must(countAnew(indexRig(two), row(two, 'up'), 0, newId)));
    const gone = done(alone, changeMessage(indexRig(alone), row(alone, 'up'), 0, program(0, 7), newId));
    expect(heardAt(gone).filter((a) => !a.startsWith('PC 9'))).toEqual([0, 1, 2, 3, 4].map((number) => `PC ${number} 7`));
    expect(did(gone, 'octave', 'up')).toMatchObject({ type: 'steps', count: 5, end: 'wraps' });
  });
  it('is cleared with the landing of each number, where nothing else reaches them', () => {
    const rig = shared();
    const one = done(rig, removeAssignment(indexRig(rig), row(rig, 'up')));
    expect(one.landings).toHaveLength(5);
    expect(done(one, removeAssignment(indexRig(one), row(one, 'down'))).landings).toEqual([]);
  });
  it('is copied with its counter and its numbers, whatever numbers are free', () => {
    const rig = shared();
    const place = { bank: null, page: null, layerId: null };
    const find = (id: string) => rig.controls.find((c) => c.id === id) ?? rig.controls[0];
    const [from, onto] = [find('fs1'), find('mod')];
    if (!from || !onto) throw new Error('no controls');
    const wish: CopyWish = { from, place, onto, spots: [{ bank: null, page: null }], way: 'copy', numbers: 'new', over: false };
    const rows = planCopy(indexRig(rig), wish);
    const copy = done(rig, copyEdit(indexRig(rig), wish, rows, newId));
    expect(copy.landings).toHaveLength(5);
    expect(copy.assignments.at(-1)?.actions).toEqual(row(rig, 'up').actions);
  });

  const toNotes = (): Rig => {
    const [up] = two.assignments;
    const notes = withFunctions(
      two,
      [{ ...row(two, 'up'), actions: [{ ...(up?.actions[0] as Send), message: noteOn(36), behaviour: fixed(90) }] }],
      [landing('octave', { id: 'old', address: noteOn(36), mode: 'set' })],
    );
    return done(notes, must(countAnew(indexRig(notes), row(notes, 'up'), 0, newId, true)));
  };
  it('a note counts through the steps of what it is for, struck as hard as before; what began ends', () => {
    const rig = toNotes();
    expect(rig.counters).toMatchObject([{ from: 36, to: 40, start: 38 }]);
    expect(heardAt(rig)).toEqual([36, 37, 38, 39, 40].map((number) => `N ${number} 5`));
    const { sent } = played(
      rig,
      [0, 1, 2].flatMap((i) => tap('fs1', i * 1000)),
    );
    expect(sent.map((s) => s.split(' ').slice(2).join(' '))).toEqual(['39 90', '39 0', '40 90', '40 0', '36 90', '36 0']);
    expect(did(rig, 'octave', 'up')).toMatchObject({ type: 'steps', count: 5, end: 'wraps' });
  });
  it('a note that is let go late ends, though another switch has counted on by then', () => {
    const rig = toNotes();
    const [counter] = rig.counters;
    if (!counter) throw new Error('no counter');
    const second = assignment({
      id: 'two',
      on: 'fs2',
      message: noteOn(0),
      behaviour: { type: 'stepping', counterId: counter.id, velocity: 70 },
      meant: [],
    });
    const both = { ...rig, assignments: [...rig.assignments, second] };
    const [down, up] = tap('fs1', 0);
    if (!down || !up) throw new Error('no tap');
    const { sent } = played(both, [down, ...tap('fs2', 50), { ...up, atMs: 900 }]);
    expect(sent.map((s) => s.split(' ').slice(2).join(' '))).toEqual(['39 90', '40 70', '40 0', '39 0']);
  });
  it('is a note again, or how hard it is struck, without what it was heard at', () => {
    const rig = toNotes();
    const hard = done(rig, must(countAnew(indexRig(rig), row(rig, 'up'), 0, newId)));
    expect(heardAt(hard)).toEqual(['N 36 5']);
    expect(hard.counters).toMatchObject([{ from: 0, to: 127 }]);
    const programs = done(rig, changeMessage(indexRig(rig), row(rig, 'up'), 0, program(36), newId));
    expect(heardAt(programs)).toEqual([36, 37, 38, 39, 40].map((number) => `PC ${number} 5`));
    expect(row(programs, 'up').actions[0]).toMatchObject({ behaviour: { type: 'stepping' } });
  });
  it('runs out of notes as it runs out of programs', () => {
    const late = withFunctions(
      two,
      [assignment({ id: 'up', on: 'fs1', message: noteOn(125), behaviour: fixed(90), meant: ['octave'] })],
      [landing('octave', { id: 'old', address: noteOn(125), mode: 'set' })],
    );
    expect(countAnew(indexRig(late), row(late, 'up'), 0, newId, true)).toMatchObject({
      ok: false,
      error: { code: 'too-few-numbers', kind: 'note', steps: 5 },
    });
  });
});
