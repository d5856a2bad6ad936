// One change of many functions. By plain logic.
import { describe, expect, it } from 'vitest';
import { done, ended } from '../../../tests/kit/edits';
import {
  assignment,
  cc,
  fixed,
  landing,
  latching,
  noteOn,
  parameter,
  program,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { editSchema, indexRig, type Rig, stands } from '../rig';
import { type ColumnType, columnLines, planColumn, planSeveral, type SeveralChange } from './index';

let n = 0;
const newId = (): string => `sv${++n}`;
const rig = (): Rig =>
  withFunctions(
    smallRig(['a', 'b', 'c'].map((id) => parameter(id))),
    [
      assignment({ id: 'a1', on: 'fs1', behaviour: latching(127, 0), message: cc(20), meant: ['a'] }),
      assignment({ id: 'a2', on: 'fs2', behaviour: fixed(127), message: noteOn(40), meant: ['b'] }),
      { ...assignment({ id: 'a3', on: 'mod', behaviour: fixed(127), message: cc(22), meant: ['c'] }), bank: 2 },
    ],
    [
      landing('a', { address: cc(20) }),
      landing('b', { id: 'l2', address: noteOn(40) }),
      landing('c', { id: 'l3', address: cc(22), given: 'manual' }),
    ],
  );
const ids = ['a1', 'a2', 'a3'];
function carried(change: SeveralChange, before = rig()) {
  const plan = ended(planSeveral(indexRig(before), ids, change, newId));
  // As it goes over the wire: a list, and no tree.
  if (plan.edit) expect(editSchema.safeParse(plan.edit).success).toBe(true);
  return { skips: plan.rows.map((r) => r.skip), rig: plan.edit ? done(before, plan.edit) : before };
}

describe('of several functions', () => {
  it('the channel: what listens follows, what its target came with stays where it is', () => {
    const { skips, rig: after } = carried({ type: 'channel', channel: 9 });
    expect(skips).toEqual([null, null, null]);
    const at = (a: { message?: { channel?: number } } | undefined) => a?.message?.channel;
    expect(after.assignments.map((a) => at(a.actions[0] as never))).toEqual([9, 9, 9]);
    expect(after.landings.map((l) => ('channel' in l.address ? l.address.channel : null))).toEqual([9, 9, 5]);
  });
  it('the kind: what is that kind already is left alone', () => {
    const { skips, rig: after } = carried({ type: 'kind', kind: 'note' });
    expect(skips).toEqual([null, 'is so already', null]);
    expect(after.assignments.map((a) => (a.actions[0]?.type === 'send' ? a.actions[0].message.type : ''))).toEqual([
      'note',
      'note',
      'note',
    ]);
  });
  it('the values, the mode: as far as hardware and target can', () => {
    expect(carried({ type: 'values', values: 'momentary' }).skips).toEqual([null, null, null]);
    expect(carried({ type: 'values', values: 'range' }).rig).toEqual(rig());
    const { skips, rig: after } = carried({ type: 'mode', mode: 'toggle' });
    expect(skips).toEqual([null, null, 'is heard nowhere, or as its target came']);
    expect(after.landings.map((l) => l.mode)).toEqual(['toggle', 'toggle', 'absolute']);
    // Two values in turn would flip a toggle at every second press only: the value comes with every press now.
    expect(after.assignments.map((a) => (a.actions[0]?.type === 'send' ? a.actions[0].behaviour : null))).toEqual([
      fixed(127),
      fixed(127),
      fixed(127),
    ]);
  });
  it('the mode of programs: those that go on as one another are one run', () => {
    const scene = parameter('scene', { kind: 'stepped', lowest: 0, highest: 2, steps: ['A', 'B', 'C'] });
    const three = ['fs1', 'fs2', 'mod'];
    const made = withFunctions(
      smallRig([scene], { reception: { modes: ['absolute', 'set', 'run'] } }),
      three.map((on, i) => assignment({ id: `a${i + 1}`, on, behaviour: fixed(0), message: program(5 + i), meant: ['scene'] })),
      three.map((_, i) => landing('scene', { id: `s${i}`, address: program(5 + i), mode: 'set', setValue: i })),
    );
    const { skips, rig: after } = carried({ type: 'mode', mode: 'run' }, made);
    expect(skips).toEqual([null, 'is so already', 'is so already']);
    expect(after.landings.map((l) => [l.mode, l.from, l.to])).toEqual([['run', 0, 2]]);
  });
  it('the bank: not onto what stands there', () => {
    const both = rig();
    const [first] = both.assignments;
    if (!first) throw new Error('small rig changed');
    const { skips } = carried(
      { type: 'bank', bank: 2 },
      { ...both, assignments: [...both.assignments, { ...first, id: 'a4', bank: 2 }] },
    );
    expect(skips).toEqual(['already has a function there', null, 'is so already']);
    expect(carried({ type: 'bank', bank: 9 }).skips).toEqual(['has 2 banks', 'has 2 banks', 'has 2 banks']);
  });
  it('colours and texts; entered, which stands', () => {
    expect(carried({ type: 'colour', text: 'red' }).rig.assignments.map((a) => a.colour)).toEqual(['red', 'red', 'red']);
    const { rig: after } = carried({ type: 'entered', at: '2026-01-01T00:00:00.000Z' });
    expect(after.assignments.map((a) => stands(indexRig(after), a))).toEqual([true, true, true]);
  });
});

describe('a column, a line for each', () => {
  const pasted = (of: ColumnType, text: string, before = rig()) => {
    const plan = ended(planColumn(indexRig(before), ids, of, columnLines(text), newId));
    if (plan.edit) expect(editSchema.safeParse(plan.edit).success).toBe(true);
    return { skips: plan.rows.map((r) => r.skip), rig: plan.edit ? done(before, plan.edit) : before };
  };
  const numbers = (r: Rig) =>
    r.assignments.map((a) =>
      a.actions[0]?.type === 'send' && 'number' in a.actions[0].message ? a.actions[0].message.number : null,
    );
  it('numbers as a manual writes them, and what listens follows', () => {
    const { skips, rig: after } = pasted('number', 'CC 70\r\n\r\n72\r\n');
    expect(skips).toEqual([null, 'stays as it is', null]);
    expect(numbers(after)).toEqual([70, 40, 72]);
    expect(after.landings.map((l) => ('number' in l.address ? l.address.number : null))).toEqual([70, 40, 22]);
  });
  it('a note by its name, as its controller counts octaves, and never the digit of a name as a number', () => {
    const { skips, rig: after } = pasted('number', 'C1\nC1\nC1');
    expect(skips).toEqual(['“C1” is no number', null, '“C1” is no number']);
    expect(numbers(after)).toEqual([20, 24, 22]);
    expect(pasted('channel', 'C1\nch 3\n4').skips.slice(0, 2)).toEqual(['“C1” is no number', null]);
  });
  it('the number of the first message alone, also where that is so already', () => {
    const before = rig();
    const [one] = before.assignments;
    const [send] = one?.actions ?? [];
    if (!one || send?.type !== 'send') throw new Error('it sends');
    const two = { ...one, actions: [send, { ...send, message: cc(21) }] };
    const { skips } = pasted('number', '20\n\n', { ...before, assignments: [two, ...before.assignments.slice(1)] });
    expect(skips[0]).toBe('is so already');
  });
  it('says beside each what cannot be read, and what has no line', () => {
    expect(pasted('number', '128\ntwelve').skips).toEqual([
      'Control change has no number 128',
      '“twelve” is no number',
      'has no line',
    ]);
    expect(pasted('channel', '0\n17\n16').skips).toEqual(['0 is not between 1 and 16', '17 is not between 1 and 16', null]);
    expect(pasted('bank', 'every\n9\n2').skips.slice(1)).toEqual(['has 2 banks', 'is so already']);
  });
  it('texts and colours line by line; one that is too long is refused and not cut', () => {
    const { skips, rig: after } = pasted('textShort', `DRONE\n${'x'.repeat(70)}\nGONG`);
    expect(skips[0]).toBeNull();
    expect(skips[1]).toMatch(/64/);
    expect(after.assignments.map((a) => a.textShort)).toEqual(['DRONE', '', 'GONG']);
  });
});

it('the range: a part of the travel of each parameter, and nothing of what has no range', () => {
  const before = { ...rig(), landings: rig().landings.map((l) => ({ ...l, given: null })) };
  const rows = before.parameters.map((p, i) => (i === 0 ? { ...p, kind: 'continuous' as const, lowest: -60, highest: 0 } : p));
  const { skips, rig: after } = carried({ type: 'range', from: 50, to: 100 }, { ...before, parameters: rows });
  expect(skips[0]).toBeNull();
  expect(after.landings[0]).toMatchObject({ from: -30, to: 0 });
});
