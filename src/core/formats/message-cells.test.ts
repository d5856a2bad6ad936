// A message in the cells of a table: written in the base in which a device counts, and read as what it was.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { someMessage } from '../../../tests/kit/rich-rig';
import { plainParameter } from '../library';
import { messageCells, parseParameters, readMessage, writeParameters } from './index';

const style = fc.record({
  channelBase: fc.constantFrom(0 as const, 1 as const),
  programBase: fc.constantFrom(0 as const, 1 as const),
  notes: fc.constantFrom('name' as const, 'number' as const),
  middleC: fc.constantFrom(3 as const, 4 as const, 5 as const),
});

describe('a message in cells', () => {
  it('is read as what was written, however the device counts', () => {
    let written = 0;
    fc.assert(
      fc.property(someMessage, style, (message, shows) => {
        const cells = messageCells(message, shows);
        if (cells === null) return;
        written++;
        expect(readMessage(cells, shows, 7)).toEqual({ ok: true, value: message });
      }),
      { numRuns: 500 },
    );
    expect(written).toBeGreaterThan(200);
  });
  it('stands in a list of parameters in columns of its own, and only where one has a number', () => {
    fc.assert(
      fc.property(fc.array(fc.option(someMessage, { nil: null }), { minLength: 1, maxLength: 12 }), style, (messages, shows) => {
        const parameters = messages.map((_, i) => ({ ...plainParameter, name: `P ${i}` }));
        const numbers = new Map(messages.flatMap((m, i) => (m === null ? [] : [[`P ${i}`, m] as const])));
        const { text, losses } = writeParameters(parameters, 'csv', numbers, shows);
        const read = parseParameters(text, undefined, shows);
        const said = [...numbers].filter(([, m]) => messageCells(m, shows) !== null);
        expect(read.bad).toEqual([]);
        expect(read.good).toEqual(parameters);
        expect(read.numbers).toEqual(new Map(said));
        expect(losses).toHaveLength(numbers.size - said.length);
        expect(text.split('\n')[0]?.includes('channel')).toBe(numbers.size > 0);
      }),
      { numRuns: 200 },
    );
  });
  it.each([
    ['cc', '128', '1', 'no-control-number'],
    ['cc', '', '1', 'number-missing'],
    ['program', '0', '1', 'no-program'],
    ['note', 'H2', '1', 'no-note'],
    ['cc', '5', '17', 'no-channel'],
    ['sound', '5', '1', 'no-message-kind'],
  ])('says what is wrong with %s %s on channel %s', (kind, number, channel, code) => {
    const read = readMessage({ kind, number, channel }, { channelBase: 1, programBase: 1, notes: 'name', middleC: 4 }, 1);
    expect(read).toMatchObject({ ok: false, error: { code } });
  });
});
