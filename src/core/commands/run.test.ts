// Many numbers in one line: what becomes of landings, functions and the sheet.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { played, tap } from '../../../tests/kit/hand';
import { assignment, did, fixed, landing, parameter, program, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { shortName } from '../midi';
import { type Assignment, indexRig, type Landing, type Rig } from '../rig';
import { makeSheet } from '../sheets';
import {
  assign,
  changeMessage,
  countAnew,
  countedLandings,
  fillEdit,
  hearAs,
  planFill,
  removeAssignment,
  runAfter,
} from './index';

let n = 0;
const newId = (): string => `r${++n}`;
const scene = parameter('scene', {
  kind: 'stepped',
  lowest: 0,
  highest: 5,
  steps: ['a', 'b', 'c', 'd', 'e', 'f'],
  start: 5,
});
const base = { bank: null, page: null, layerId: null };
const modes = { reception: { modes: ['set', 'run', 'absolute'] as Landing['mode'][] } };
/** Three switches, each with a program and a line of its own. */
const three = (values: readonly number[] = [0, 1, 2]): Rig =>
  withFunctions(
    smallRig([scene], modes),
    ['fs1', 'fs2', 'mod'].map((on, i) =>
      assignment({ id: on, on, message: program(10 + i), behaviour: fixed(0), meant: ['scene'] }),
    ),
    values.map((setValue, i) => landing('scene', { id: `l${i}`, address: program(10 + i), mode: 'set', setValue })),
  );
const row = (rig: Rig, id: string): Assignment => {
  const found = rig.assignments.find((a) => a.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
};
const only = (rig: Rig, at = 0): Landing => {
  const found = rig.landings[at];
  if (!found) throw new Error('no landing');
  return found;
};
const run = (rig: Rig, at = 0): Rig => {
  const [first] = rig.assignments;
  if (!first) throw new Error('no function');
  return done(rig, hearAs(indexRig(rig), first, only(rig, at), 'run', null, newId));
};

describe('lines that go on as one does', () => {
  it('become one, whichever of them is changed, and each switch does what it did', () => {
    for (const at of [0, 1, 2]) {
      const made = run(three(), at);
      expect(made.landings).toMatchObject([{ mode: 'run', address: { number: 10 }, from: 0, to: 2 }]);
      const presses = ['mod', 'fs1', 'fs2'].flatMap((on, i) => tap(on, i * 1000));
      expect(played(made, presses).values).toEqual(played(three(), presses).values);
      for (const id of ['fs1', 'fs2', 'mod']) expect(did(made, 'scene', id)).toEqual(did(three(), 'scene', id));
    }
  });
  it('may run down; what goes on otherwise stays by itself', () => {
    expect(run(three([4, 3, 2])).landings).toMatchObject([{ address: { number: 10 }, from: 4, to: 2 }]);
    const apart = run(three([0, 1, 4]));
    expect(apart.landings.map((l) => [l.mode, l.from, l.to])).toEqual([
      ['run', 0, 1],
      ['set', 0, 1],
    ]);
  });
  it('alone runs to the last step, as far as its numbers are for nothing else', () => {
    const one = withFunctions(
      smallRig([scene, parameter('other')], modes),
      [
        assignment({ id: 'a', on: 'fs1', message: program(10), behaviour: fixed(0), meant: ['scene'] }),
        assignment({ id: 'b', on: 'fs2', message: program(13), behaviour: fixed(0), meant: ['other'] }),
      ],
      [landing('scene', { address: program(10), mode: 'set', setValue: 0 })],
    );
    expect(run(one).landings).toMatchObject([{ mode: 'run', from: 0, to: 2 }]);
    const free = { ...one, assignments: one.assignments.slice(0, 1) };
    expect(run(free).landings).toMatchObject([{ mode: 'run', from: 0, to: 5 }]);
  });
  it('are lines by themselves again once each sets its value', () => {
    const made = run(three());
    const again = done(made, hearAs(indexRig(made), row(made, 'fs1'), only(made), 'set', null, newId));
    expect(again.landings.map((l) => [l.mode, shortName(l.address), l.setValue])).toEqual([
      ['set', 'PC 10', 0],
      ['set', 'PC 11', 1],
      ['set', 'PC 12', 2],
    ]);
  });
});

describe('a run that a counter counts through', () => {
  it('says of each number what it chooses', () => {
    const counted = done(three(), must(countAnew(indexRig(three()), row(three(), 'fs1'), 0, newId)));
    const made = run({ ...counted, assignments: [row(counted, 'fs1')] });
    expect(made.landings).toHaveLength(1);
    const said = countedLandings(indexRig(made), row(made, 'fs1'), 'scene');
    expect(said.map((l) => [shortName(l.address), l.setValue])).toEqual([0, 1, 2, 3, 4, 5].map((i) => [`PC ${10 + i}`, i]));
  });
});

describe('a run', () => {
  const whole = (): Rig => {
    const made = run(three());
    return done(made, { type: 'set', table: 'landings', id: only(made).id, field: 'to', was: 2, to: 5 } as never);
  };
  it('gives the next switch its next number, and needs no other line', () => {
    const rig = whole();
    const made = must(
      assign(indexRig(rig), { parameterId: 'scene', controlId: 'fs1', place: { ...base, bank: 2 }, onTaken: 'replace' }, newId),
    );
    const next = done(rig, made.edit);
    expect(next.landings).toHaveLength(1);
    expect(next.assignments.at(-1)?.actions[0]).toMatchObject({ message: { type: 'program', number: 13 } });
    expect(did(next, 'scene', made.assignmentId)).toMatchObject({ type: 'sets', value: 3 });
  });
  it('is filled along, number by number, until it ends', () => {
    const rig = { ...whole(), assignments: [row(whole(), 'fs1')] };
    const plan = must(planFill(indexRig(rig), row(rig, 'fs1'), runAfter(indexRig(rig), 'fs1'), []));
    const made = done(rig, fillEdit(indexRig(rig), plan, newId));
    expect(made.landings).toHaveLength(1);
    expect(made.assignments.flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? shortName(x.message) : '')))).toEqual([
      'PC 10',
      'PC 11',
      'PC 12',
    ]);
  });
  it('stays when one of its switches goes or changes its number, and goes with the last', () => {
    const rig = whole();
    const moved = done(rig, changeMessage(indexRig(rig), row(rig, 'fs1'), 0, program(15), newId));
    expect(only(moved)).toMatchObject({ mode: 'run', address: { number: 10 } });
    expect(did(moved, 'scene', 'fs1')).toMatchObject({ value: 5 });
    let left = rig;
    for (const id of ['fs1', 'fs2', 'mod']) {
      expect(left.landings).toHaveLength(1);
      left = done(left, removeAssignment(indexRig(left), row(left, id)));
    }
    expect(left.landings).toEqual([]);
  });
  it('is one line on the sheet, with its first number and its last', () => {
    const text = JSON.stringify(makeSheet(indexRig(whole())));
    expect(text).toContain('number chooses the step');
    expect(text).toContain('11 to 16');
  });
});
