// Words sorted by address: nothing is lost, sequences are put together, and what is known to be sent is taken as it is known.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type HeardMessage,
  type Message,
  makePut,
  messageSchema,
  messageStreamsIn,
  noSysex,
  type PackedMessage,
  packedBend,
  packedCc,
  packedNote,
  packedPoly,
  packedPressure,
  packedProgram,
  packedRealTime,
  pairMessages,
  parameterMessages,
  shortName,
  valueMax,
} from './index';

const at = (...words: readonly PackedMessage[]): HeardMessage[] => words.map((word, i) => ({ atMs: i, word }));
const told = (heard: readonly HeardMessage[], known: readonly Message[] = []): string[] =>
  messageStreamsIn(heard, known).map(
    (s) => `${shortName(s.message)} ch ${'channel' in s.message ? s.message.channel : '-'}: ${s.values.join(' ')}`,
  );
const cc = (number: number, channel: number): Message => messageSchema.parse({ type: 'cc', channel, number });

describe('message streams', () => {
  it('each kind by its own address, in the order in which addresses were first heard', () => {
    expect(
      told(
        at(
          packedCc(5, 104, 127),
          packedNote(10, 36, 99),
          packedCc(5, 104, 0),
          packedNote(10, 36, 0),
          packedProgram(1, 4),
          packedBend(2, 8192),
          packedPressure(3, 90),
          packedPoly(3, 60, 7),
          packedRealTime(0xfa),
          packedCc(6, 104, 1),
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
    const words = at(...pairMessages(1, 20, 5000), ...pairMessages(1, 20, 5001));
    expect(told(words)).toEqual(['CC 20+52 ch 1: 5000 5001']);
    expect(told(words, [cc(20, 1)])).toEqual(['CC 20 ch 1: 39 39', 'CC 52 ch 1: 8 9']);
  });
  it('RPN and NRPN are put together, with the null at their end left out', () => {
    expect(told(at(...parameterMessages('nrpn', 1, 300, 9000), ...parameterMessages('rpn', 2, 0, 256)))).toEqual([
      'NRPN 300 ch 1: 9000',
      'RPN 0 ch 2: 256',
    ]);
  });
  it('data entry is a control like others until a parameter was chosen on its channel', () => {
    expect(told(at(packedCc(1, 6, 10), packedCc(1, 38, 20)))).toEqual(['CC 6 ch 1: 10', 'CC 38 ch 1: 20']);
    expect(told(at(packedCc(1, 99, 2), packedCc(1, 98, 44), packedCc(1, 6, 10), packedCc(2, 6, 5)))).toEqual(['CC 6 ch 2: 5']);
  });
  it('bank select and channel mode are no message streams of their own, unless the plan has them', () => {
    const words = at(packedCc(1, 0, 1), packedCc(1, 32, 2), packedCc(1, 121, 0));
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
        const words: PackedMessage[] = [];
        const put = makePut(m, false, noSysex);
        for (const v of values) put(v, words);
        // A parameter on its own carriers would be read as data of another one.
        expect(messageStreamsIn(at(...words), [m]).map((s) => [s.message, s.values])).toEqual([[m, values]]);
      }),
    );
  });
  it('keeps every time, in order', () => {
    const heard = [3, 7, 40].map((atMs) => ({ atMs, word: packedCc(1, 20, atMs) }));
    expect(messageStreamsIn(heard)[0]?.times).toEqual([3, 7, 40]);
  });
});
