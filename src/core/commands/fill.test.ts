// Fill along: what each next control gets. By plain logic.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  layer,
  noteOn,
  parameter,
  program,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import { type Assignment, type Control, indexRig, type Parameter, type Rig } from '../rig';
import { type FillLine, fillEdit, planFill, runAfter, waitingAfter } from './index';

let n = 0;
const newId = (): string => `f${++n}`;

/** Eight pads and eight knobs with nothing on them, four banks. */
function board(parameters: readonly Parameter[]): Rig {
  const rig = smallRig(parameters, { firmware: { banks: 4 } });
  const [switch_] = rig.controls;
  const knob = rig.controls.find((c) => c.id === 'k1');
  if (!switch_ || !knob) throw new Error('small rig changed');
  const row = (of: Control, prefix: string): Control[] =>
    Array.from({ length: 8 }, (_, i) => ({
      ...of,
      id: `${prefix}${i + 1}`,
      name: `${prefix.toUpperCase()} ${i + 1}`,
      family: prefix,
      familyOrder: i,
      order: i,
    }));
  return { ...rig, controls: [...row(switch_, 'p'), ...row(knob, 'r')] };
}
type Wish = Parameters<typeof planFill>[4];
function filled(rig: Rig, source: Assignment, wish: Wish = {}, only?: number) {
  const index = indexRig(rig);
  const meant = source.actions.flatMap((a) => (a.type === 'send' ? a.meant : []))[0] ?? '';
  const run = runAfter(index, source.controlId).slice(0, only);
  const plan = must(planFill(index, source, run, waitingAfter(index, meant), wish));
  return { plan, rig: done(rig, fillEdit(index, plan, newId)) };
}
const told = ({ plan }: ReturnType<typeof filled>) =>
  plan.rows.map((r) => [
    r.control.id,
    r.bank,
    r.skip ?? [r.parameter?.name ?? null, r.step, r.message && 'number' in r.message ? r.message.number : null],
  ]);

describe('what is next', () => {
  const strips = (name: string): Parameter[] => [1, 2, 3].map((i) => continuous(`${name}${i}`, 0, 1, { name: `A0${i} ${name}` }));
  it('is what the name counts on to, and nothing else', () => {
    const rig = board([...strips('level'), ...strips('pan')]);
    const source = assignment({ on: 'r1', gesture: 'move', behaviour: range(0, 127), meant: ['level1'] });
    const made = filled(withFunctions(rig, [source], [landing('level1', { address: cc(104) })]), source);
    expect(told(made).slice(0, 3)).toEqual([
      ['r2', null, ['A02 level', null, 105]],
      ['r3', null, ['A03 level', null, 106]],
      ['r4', null, 'no parameter is left'],
    ]);
  });
  it('is the next one that waits, where no name counts', () => {
    const rig = board(['a', 'b', 'c'].map((id) => continuous(id, 0, 1)));
    const source = assignment({ on: 'r1', gesture: 'move', behaviour: range(0, 127), meant: ['a'] });
    expect(told(filled(withFunctions(rig, [source], [landing('a', { address: cc(104) })]), source, {}, 2))).toEqual([
      ['r2', null, ['b', null, 105]],
      ['r3', null, ['c', null, 106]],
    ]);
  });
  it('is what a line was given of its own: a number, a parameter; the others count on around it', () => {
    const rig = withFunctions(
      board(strips('level')),
      [assignment({ id: 'a', on: 'r1', gesture: 'move', behaviour: range(0, 127), message: cc(20), meant: ['level1'] })],
      [landing('level1', { address: cc(20) })],
    );
    const [source] = rig.assignments;
    if (!source) throw new Error('made above');
    const wish = (lines: readonly (readonly [string, FillLine])[]): Wish => ({ lines: new Map(lines) });
    expect(told(filled(rig, source, wish([['0 r2', { number: 22 }]]), 2))).toEqual([
      ['r2', null, ['A02 level', null, 22]],
      ['r3', null, ['A03 level', null, 21]],
    ]);
    expect(told(filled(rig, source, wish([['0 r2', { parameterId: 'level3' }]]), 2))).toEqual([
      ['r2', null, ['A03 level', null, 21]],
      ['r3', null, ['A02 level', null, 22]],
    ]);
    // A number that counts for a later line is left to it; one that is in use, or given twice, is refused with its name.
    const both = filled(
      rig,
      source,
      wish([
        ['0 r3', { number: 21 }],
        ['0 r4', { number: 20 }],
        ['0 r5', { number: 21, parameterId: 'level1' }],
      ]),
      4,
    );
    expect(told(both)).toEqual([
      ['r2', null, ['A02 level', null, 22]],
      ['r3', null, ['A03 level', null, 21]],
      ['r4', null, 'no parameter is left'],
      ['r5', null, 'CC 21 is in use'],
    ]);
    expect(both.rig.landings.map((l) => [l.parameterId, 'number' in l.address ? l.address.number : null])).toEqual([
      ['level1', 20],
      ['level2', 22],
      ['level3', 21],
    ]);
  });
  it('is the next step of a parameter of which each switch chooses one, on in the next banks', () => {
    const sound = parameter('sound', { kind: 'stepped', highest: 5, steps: [...'ABCDEF'] });
    const source = { ...assignment({ on: 'p1', message: program(0), behaviour: fixed(0), meant: ['sound'] }), bank: 1 };
    const rig = withFunctions(board([sound]), [source], [landing('sound', { address: program(0), mode: 'set', setValue: 0 })]);
    const made = filled(rig, source, { banks: [2, 3] }, 1);
    expect(told(made)).toEqual([
      ['p2', 1, ['sound', 1, 1]],
      ['p1', 2, ['sound', 2, 2]],
      ['p2', 2, ['sound', 3, 3]],
      ['p1', 3, ['sound', 4, 4]],
      ['p2', 3, ['sound', 5, 5]],
    ]);
    expect(made.rig.landings.map((l) => [l.mode, l.setValue])).toEqual([0, 1, 2, 3, 4, 5].map((v) => ['set', v]));
    expect(told(filled(rig, source, { banks: [2, 3, 4] }, 1)).slice(-2)).toEqual([
      ['p1', 4, 'no step is left'],
      ['p2', 4, 'no step is left'],
    ]);
  });
  it('is a message for nothing, where the first is for nothing; from a number, by a step', () => {
    const source = assignment({ on: 'p1', message: noteOn(36), behaviour: fixed(127), meant: [] });
    const rig = withFunctions(board([]), [source], []);
    expect(told(filled(rig, source, {}, 2))).toEqual([
      ['p2', null, [null, null, 37]],
      ['p3', null, [null, null, 38]],
    ]);
    expect(told(filled(rig, source, { first: 60, step: 12 }, 3)).map(([, , what]) => what)).toEqual([
      [null, null, 60],
      [null, null, 72],
      [null, null, 84],
    ]);
  });
});

describe('a number', () => {
  const next = (message: Message, count: number) => {
    const source = assignment({ on: 'p1', message, behaviour: fixed(127), meant: [] });
    return told(filled(withFunctions(board([]), [source], []), source, {}, count)).map(([, , what]) =>
      Array.isArray(what) ? what[2] : what,
    );
  };
  it('ends where its kind ends, and goes on at a free one where there are others', () => {
    expect(next({ type: 'cc14', channel: channel(5), number: u7(30) }, 2)).toEqual([31, 'no number is left']);
    expect(next({ type: 'nrpn', channel: channel(5), number: u14(9000) }, 2)).toEqual([9001, 9002]);
    expect(next(noteOn(126), 2)).toEqual([127, 36]);
    expect(next(cc(119), 1)).toEqual([102]);
  });
});

describe('what is kept', () => {
  it('the part of the range, turned round, with curve and takeover, in the units of the next parameter', () => {
    const rig = board([continuous('a', 0, 1), continuous('b', -60, 6)]);
    const source = assignment({ on: 'r1', gesture: 'move', behaviour: range(0, 127), meant: ['a'] });
    const curve = { type: 's' as const, amount: 2 };
    const model = landing('a', { address: cc(104), from: 1, to: 0.5, curve, takeover: 'pickup' });
    const { rig: after } = filled(withFunctions(rig, [source], [model]), source, {}, 1);
    expect(after.landings.at(-1)).toMatchObject({ parameterId: 'b', from: 6, to: -27, curve, takeover: 'pickup' });
  });
  it('the colours and the values', () => {
    const source = {
      ...assignment({ on: 'p1', behaviour: latching(0, 127), meant: ['a'] }),
      colour: 'red',
      colourOff: 'blue',
    };
    const rig = withFunctions(board(['a', 'b'].map((id) => parameter(id))), [source], [landing('a', { address: cc(104) })]);
    const [, made] = filled(rig, source, {}, 1).rig.assignments;
    expect(made).toMatchObject({ colour: 'red', colourOff: 'blue', actions: [{ behaviour: { first: 0, second: 127 } }] });
  });
});

describe('what is left out', () => {
  it('a control that does something there, also in every bank', () => {
    const source = { ...assignment({ on: 'p1', behaviour: fixed(127), meant: ['a'] }), bank: 2 };
    const other = { ...assignment({ id: 'a2', on: 'p2', behaviour: fixed(127), message: cc(90), meant: ['c'] }), bank: null };
    const same = { ...assignment({ id: 'a3', on: 'p3', behaviour: fixed(127), message: cc(91), meant: ['d'] }), bank: 2 };
    const rig = withFunctions(
      board(['a', 'b', 'c', 'd'].map((id) => parameter(id))),
      [source, other, same],
      [landing('a', { address: cc(104) })],
    );
    expect(told(filled(rig, source, {}, 3)).map(([, , what]) => what)).toEqual([
      'does c in every bank',
      'already has a function here',
      ['b', null, 105],
    ]);
  });
});

it('in a layer of the host each control sends what it sends in Base', () => {
  const host = layer({ madeIn: 'host', modifierControlId: 'p8', signal: cc(80) });
  const base = [1, 2].map((i) => assignment({ id: `b${i}`, on: `p${i}`, behaviour: fixed(127), message: cc(20 + i), meant: [] }));
  const source = { ...assignment({ on: 'p1', behaviour: fixed(127), message: cc(21), meant: ['a'] }), layerId: host.id };
  const rig = { ...board(['a', 'b', 'c'].map((id) => parameter(id))), layers: [host] };
  const whole = withFunctions(rig, [...base, source], [landing('a', { address: cc(21), hostLayerId: host.id })]);
  const made = filled(whole, source, {}, 2);
  expect(told(made).map(([, , what]) => what)).toEqual([
    ['b', null, 22],
    ['c', null, 23],
  ]);
  expect(made.rig.landings.at(-2)).toMatchObject({ parameterId: 'b', hostLayerId: host.id, address: cc(22) });
});
