// 14-bit pairs, RPN and NRPN: MIDI 1.0, "Registered and non-registered parameter numbers".
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Assembled,
  assemble,
  idleAssembler,
  type Listening,
  type PackedMessage,
  packedCc,
  packedNote,
  pairMessages,
  parameterMessages,
} from './index';

const each: Listening = { pairs: new Set([1, 7, 20]), when: 'act-on-each' };
const wait: Listening = { ...each, when: 'wait-for-low-byte' };

function hear(listening: Listening, words: readonly PackedMessage[]): Assembled[] {
  let state = idleAssembler;
  return words.flatMap((word) => {
    const step = assemble(listening, state, word);
    state = step.state;
    return step.done ? [step.done] : [];
  });
}

const u14 = fc.integer({ min: 0, max: 16383 });
const ch = fc.integer({ min: 1, max: 16 });

describe('out and in again', () => {
  it('every RPN and NRPN value comes back whole where the target waits for the low byte', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('rpn', 'nrpn' as const),
        ch,
        fc.integer({ min: 0, max: 16382 }),
        u14,
        (type, channel, number, value) => {
          expect(hear(wait, parameterMessages(type as 'rpn', channel, number, value))).toEqual([
            { type, channel, number, value },
          ]);
        },
      ),
    );
  });
  it('every 14-bit pair comes back whole, and in two steps where each byte acts', () => {
    fc.assert(
      fc.property(ch, fc.constantFrom(1, 7, 20), u14, (channel, number, value) => {
        expect(hear(wait, pairMessages(channel, number, value))).toEqual([{ type: 'cc14', channel, number, value }]);
        expect(hear(each, pairMessages(channel, number, value)).map((a) => ('value' in a ? a.value : null))).toEqual([
          value - (value % 128),
          value,
        ]);
      }),
    );
  });
  it('pitch-bend range: RPN 0 set to 12 semitones is 101 0, 100 0, 6 12, 38 0 and the null parameter 101 127, 100 127', () => {
    const sent = parameterMessages('rpn', 3, 0, 12 * 128);
    expect(sent).toEqual(
      [
        [101, 0],
        [100, 0],
        [6, 12],
        [38, 0],
        [101, 127],
        [100, 127],
      ].map(([n = 0, v = 0]) => packedCc(3, n, v)),
    );
  });
});

describe('what moves nothing', () => {
  it('data entry after the null parameter, and data entry before any parameter', () => {
    expect(
      hear(each, [packedCc(1, 6, 5), ...parameterMessages('nrpn', 1, 300, 5), packedCc(1, 6, 99), packedCc(1, 96, 0)]).map(
        (a) => a.type,
      ),
    ).toEqual(['nrpn', 'nrpn']);
  });
  it('a low byte without its high one, a plain control, a note', () => {
    expect(hear(each, [packedCc(1, 39, 4), packedCc(1, 102, 4), packedNote(1, 60, 100)])).toEqual([]);
  });
  it('the parameter of another channel', () => {
    const [a, b] = parameterMessages('nrpn', 1, 5, 0);
    expect(hear(each, [a ?? 0, b ?? 0, packedCc(2, 6, 9)])).toEqual([]);
  });
});

describe('what stays', () => {
  it('a chosen parameter takes data again and again, and steps up and down', () => {
    const [a, b] = parameterMessages('nrpn', 1, 5, 0);
    expect(
      hear(wait, [
        a ?? 0,
        b ?? 0,
        packedCc(1, 6, 1),
        packedCc(1, 38, 2),
        packedCc(1, 38, 3),
        packedCc(1, 96, 0),
        packedCc(1, 97, 0),
      ]),
    ).toEqual([
      { type: 'nrpn', channel: 1, number: 5, value: 130 },
      { type: 'nrpn', channel: 1, number: 5, value: 131 },
      { type: 'step', parameter: 'nrpn', channel: 1, number: 5, by: 1 },
      { type: 'step', parameter: 'nrpn', channel: 1, number: 5, by: -1 },
    ]);
  });
  it('a low byte alone fine-tunes the high byte that came before it', () => {
    expect(hear(wait, [...pairMessages(1, 7, 8192), packedCc(1, 39, 9)]).at(-1)).toEqual({
      type: 'cc14',
      channel: 1,
      number: 7,
      value: 8201,
    });
  });
  it('a new high byte sets the low one to 0', () => {
    expect(hear(each, [...pairMessages(1, 7, 8201), packedCc(1, 7, 65)]).at(-1)).toEqual({
      type: 'cc14',
      channel: 1,
      number: 7,
      value: 65 * 128,
    });
  });
});
