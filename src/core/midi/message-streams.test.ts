// Words sorted by address: nothing is lost, sequences are put together, and what is known to be sent is taken as it is known.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bendWord,
  ccWord,
  type HeardWord,
  type Message,
  makePut,
  messageSchema,
  messageStreamsIn,
  noSysex,
  noteWord,
  pairWords,
  parameterWords,
  polyWord,
  pressureWord,
  programWord,
  realTimeWord,
  shortName,
  valueMax,
  type Word,
} from './index';

const at = (...words: readonly Word[]): HeardWord[] => words.map((word, i) => ({ atMs: i, word }));
const told = (heard: readonly HeardWord[], known: readonly Message[] = []): string[] =>
  messageStreamsIn(heard, known).map(
    (s) => `${shortName(s.message)} ch ${'channel' in s.message ? s.message.channel : '-'}: ${s.values.join(' ')}`,
  );
const cc = (number: number, channel: number): Message => messageSchema.parse({ type: 'cc', channel, number });

describe('message streams', () => {
  it('each kind by its own address, in the order in which addresses were first heard', () => {
    expect(
      told(
        at(
          ccWord(5, 104, 127),
          noteWord(10, 36, 99),
          ccWord(5, 104, 0),
          noteWord(10, 36, 0),
          programWord(1, 4),
          bendWord(2, 8192),
          pressureWord(3, 90),
          polyWord(3, 60, 7),
          realTimeWord(0xfa),
          ccWord(6, 104, 1),
        ),
      ),
    ).toEqual([
      'CC 104 ch 5: 127 0',
      'N 36 ch 10: 99 0',
      'PC 4 ch 1: 127',
      'bend ch 2: 8192',
      'pressure ch 3: 90',
      'poly 60 ch 3: 7',
      'start ch -: 127',
      'CC 104 ch 6: 1',
    ]);
  });
  it('a pair is one message stream of 14 bits, unless its high byte is known to be sent alone (MIDI 1.0, “Control change”)', () => {
    const words = at(...pairWords(1, 20, 5000), ...pairWords(1, 20, 5001));
    expect(told(words)).toEqual(['CC 20+52 ch 1: 5000 5001']);
    expect(told(words, [cc(20, 1)])).toEqual(['CC 20 ch 1: 39 39', 'CC 52 ch 1: 8 9']);
  });
  it('RPN and NRPN are put together, with the null at their end left out', () => {
    expect(told(at(...parameterWords('nrpn', 1, 300, 9000), ...parameterWords('rpn', 2, 0, 256)))).toEqual([
      'NRPN 300 ch 1: 9000',
      'RPN 0 ch 2: 256',
    ]);
  });
  it('data entry is a control like others until a parameter was chosen on its channel', () => {
    expect(told(at(ccWord(1, 6, 10), ccWord(1, 38, 20)))).toEqual(['CC 6 ch 1: 10', 'CC 38 ch 1: 20']);
    expect(told(at(ccWord(1, 99, 2), ccWord(1, 98, 44), ccWord(1, 6, 10), ccWord(2, 6, 5)))).toEqual(['CC 6 ch 2: 5']);
  });
  it('bank select and channel mode are no message streams of their own, unless the plan has them', () => {
    const words = at(ccWord(1, 0, 1), ccWord(1, 32, 2), ccWord(1, 121, 0));
    expect(told(words)).toEqual([]);
    expect(told(words, [cc(121, 1), cc(0, 1)])).toEqual(['CC 0 ch 1: 1', 'CC 121 ch 1: 0']);
  });
  it('what one message sends comes back as its own message stream with its own values, whatever it is', () => {
    const channel = fc.integer({ min: 1, max: 16 });
    const message = fc
      .oneof(
        fc.record({ type: fc.constant('cc'), channel, number: fc.integer({ min: 0, max: 127 }) }),
        fc.record({ type: fc.constant('cc14'), channel, number: fc.integer({ min: 7, max: 31 }) }),
        fc.record({ type: fc.constant('note'), channel, number: fc.integer({ min: 0, max: 127 }) }),
        fc.record({ type: fc.constantFrom('rpn', 'nrpn'), channel, number: fc.integer({ min: 0, max: 16000 }) }),
        fc.record({ type: fc.constantFrom('pitch-bend', 'channel-pressure'), channel }),
      )
      .map((raw) => messageSchema.parse(raw));
    fc.assert(
      fc.property(message, fc.array(fc.integer({ min: 0, max: 16383 }), { minLength: 1, maxLength: 20 }), (m, raw) => {
        const values = raw.map((v) => v % (valueMax(m.type) + 1));
        const words: Word[] = [];
        const put = makePut(m, false, noSysex);
        for (const v of values) put(v, words);
        // A parameter on its own carriers would be read as data of another one.
        expect(messageStreamsIn(at(...words), [m]).map((s) => [s.message, s.values])).toEqual([[m, values]]);
      }),
    );
  });
  it('keeps every time, in order', () => {
    const heard = [3, 7, 40].map((atMs) => ({ atMs, word: ccWord(1, 20, atMs) }));
    expect(messageStreamsIn(heard)[0]?.times).toEqual([3, 7, 40]);
  });
});
