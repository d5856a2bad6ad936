// Translators on wires, changed as a player changes them: every step can be taken back, and what is written reads as it was meant.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { smallRig } from '../../../tests/kit/small-rig';
import { u7, u14 } from '../midi';
import { apply, type Edit, invert, type Rig, type Translator } from '../rig';
import { straight } from '../values';
import {
  addMade,
  addTranslator,
  addTranslatorLine,
  changeLineFrom,
  changeMade,
  changeTranslator,
  moveTranslatorLine,
  readNumber,
  readNumbers,
  readValues,
  removeMade,
  removeTranslator,
  removeTranslatorLine,
  writeNumber,
  writeNumbers,
  writeValues,
} from './index';

const first = (rig: Rig) => {
  const [wire] = rig.wires;
  if (!wire) throw new Error('the small rig has a wire');
  return wire;
};
const box = (rig: Rig): Translator => {
  const { translator } = first(rig);
  if (!translator) throw new Error('no translator');
  return translator;
};
type Change = (wire: Rig['wires'][number]) => Edit | null;

/** Does one change after another, and takes each back once on the way. */
function through(...changes: readonly Change[]): Rig {
  return changes.reduce((rig, change) => {
    const edit = change(first(rig));
    const next = done(rig, edit);
    const back = edit && apply(next, invert(edit));
    if (back) expect(back.ok && back.value.wires).toEqual(rig.wires);
    return next;
  }, smallRig([]));
}

describe('a translator', () => {
  it('is put on, lets everything through until it has lines, and comes off again', () => {
    expect(box(through(addTranslator))).toEqual({ name: '', lines: [], rest: 'passes' });
    expect(first(through(addTranslator, removeTranslator)).translator).toBeNull();
  });
  it('gets lines that count on, of other kinds, that make several messages or none', () => {
    const rig = through(
      addTranslator,
      addTranslatorLine,
      addTranslatorLine,
      (w) => changeLineFrom(w, 0, { type: 'note' }),
      (w) => addMade(w, 0),
      (w) => changeMade(w, 0, 1, { type: 'pitch-bend' }),
      (w) => removeMade(w, 1, 0),
      (w) => changeTranslator(w, { rest: 'stops', name: 'Box' }),
    );
    const plain = { channel: null, number: null, shift: 0 };
    const ends = (to: number) => ({ type: 'ends', from: 0, to, curve: straight });
    expect(box(rig)).toEqual({
      name: 'Box',
      lines: [
        {
          from: { type: 'note', channel: null, lowest: 20, highest: 20 },
          // Nothing was said of what it makes: it goes along with the kind.
          to: [
            { ...plain, type: 'note', values: ends(127) },
            { ...plain, type: 'pitch-bend', values: ends(16383) },
          ],
        },
        { from: { type: 'cc', channel: null, lowest: 21, highest: 21 }, to: [] },
      ],
      rest: 'stops',
    });
  });
  it('keeps what was said of a line whose kind changes, and moves lines up and down', () => {
    const rig = through(
      addTranslator,
      addTranslatorLine,
      addTranslatorLine,
      (w) => changeMade(w, 0, 0, { number: u7(60) }),
      (w) => changeLineFrom(w, 0, { type: 'note' }),
      (w) => moveTranslatorLine(w, 0, 1),
    );
    expect(box(rig).lines.map((l) => [l.from.type, l.to[0]?.type, l.to[0]?.number])).toEqual([
      ['cc', 'cc', null],
      ['note', 'cc', 60],
    ]);
    expect([moveTranslatorLine(first(rig), 0, -1), moveTranslatorLine(first(rig), 1, 1)]).toEqual([null, null]);
    expect(box(done(rig, removeTranslatorLine(first(rig), 0))).lines).toHaveLength(1);
  });
  it('what has no number of its own makes one that means nothing by itself, until another is said', () => {
    const bend = [addTranslator, addTranslatorLine, (w: Rig['wires'][number]) => changeLineFrom(w, 0, { type: 'pitch-bend' })];
    const cc = (w: Rig['wires'][number]) => changeMade(w, 0, 0, { type: 'cc' });
    expect(box(through(...bend)).lines[0]?.to[0]).toMatchObject({ type: 'pitch-bend', number: null });
    expect(box(through(...bend, cc)).lines[0]?.to[0]).toMatchObject({ type: 'cc', number: 20 });
    expect(box(through(...bend, cc, (w) => changeMade(w, 0, 0, { number: u7(7) }))).lines[0]?.to[0]?.number).toBe(7);
  });
  it('has 64 lines at most, each of at most eight messages', () => {
    const lines = through(addTranslator, ...Array.from({ length: 64 }, () => addTranslatorLine));
    expect(addTranslatorLine(first(lines))).toBeNull();
    const made = through(
      addTranslator,
      addTranslatorLine,
      ...Array.from({ length: 7 }, () => (w: Rig['wires'][number]) => addMade(w, 0)),
    );
    expect([box(made).lines[0]?.to.length, addMade(first(made), 0)]).toEqual([8, null]);
  });
});

describe('what a player writes', () => {
  const n = fc.nat(127).map((v) => u7(v));
  it('of numbers, steps and values reads back as the same', () => {
    fc.assert(
      fc.property(
        n,
        n,
        fc.integer({ min: -127, max: 127 }),
        fc.array(fc.tuple(n, n), { minLength: 1, maxLength: 9 }),
        (a, b, shift, pairs) => {
          const numbers = { lowest: u7(Math.min(a, b)), highest: u7(Math.max(a, b)) };
          expect(readNumbers(writeNumbers(numbers))).toEqual(numbers);
          expect(readNumber(writeNumber({ number: a, shift: 0 }))).toEqual({ number: a, shift: 0 });
          expect(readNumber(writeNumber({ number: null, shift }))).toEqual({ number: null, shift });
          const table = { type: 'table' as const, steps: pairs.map(([upTo, value]) => ({ upTo: u14(upTo), value: u14(value) })) };
          expect(readValues(writeValues(table), 'cc', table)).toEqual(table);
          const ends = { type: 'ends' as const, from: u14(a), to: u14(b), curve: straight };
          expect(readValues(writeValues(ends), 'cc', table)).toEqual(ends);
        },
      ),
    );
  });
  it.each(['128', '30-20', 'x', '1,2', '-1'])('%s is no run of numbers', (text) => expect(readNumbers(text)).toBeNull());
  it.each(['128', '+128', '1.5', '--1'])('%s is no number', (text) => expect(readNumber(text)).toBeNull());
  it.each(['0-128', '63', '5:128', '5:1,', ''])('%s are no values of a control change', (text) =>
    expect(readValues(text, 'cc', { type: 'ends', from: u14(0), to: u14(127), curve: straight })).toBeNull(),
  );
  it('a pitch bend goes up to 16383', () => {
    expect(readValues('0-16383', 'pitch-bend', { type: 'table', steps: [] })).toEqual({
      type: 'ends',
      from: 0,
      to: 16383,
      curve: straight,
    });
  });
});
