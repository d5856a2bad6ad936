// What a message with a value puts on the wire, against MIDI 1.0 and against the way back in.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addressKey,
  assemble,
  channel,
  decodeAll,
  heardKeys,
  idleAssembler,
  type Message,
  makePut,
  messageSchema,
  noSysex,
  type PackedMessage,
  packedBytes,
  packedKey,
  packedLength,
  packedType,
  packedValue,
  sequenceKey,
  shortName,
  u7,
  u14,
  valueMax,
  withSysex,
} from './index';

const words = (message: Message, value: number, stepped = false): PackedMessage[] => {
  const out: PackedMessage[] = [];
  makePut(message, stepped, noSysex)(value, out);
  return out;
};
const bytes = (message: Message, value: number): number[] => words(message, value).flatMap((w) => [...packedBytes(w)]);
const ch = channel(5);

describe('the bytes of each kind (MIDI 1.0 Detailed Specification, tables I to IV)', () => {
  it.each<[Message, number, number[]]>([
    [{ type: 'cc', channel: ch, number: u7(104) }, 127, [0xb4, 104, 127]],
    [{ type: 'note', channel: ch, number: u7(60) }, 100, [0x94, 60, 100]],
    [{ type: 'note', channel: ch, number: u7(60) }, 0, [0x84, 60, 0]],
    [{ type: 'program', channel: ch, number: u7(4), bank: null }, 0, [0xc4, 4]],
    [{ type: 'program', channel: ch, number: u7(4), bank: { msb: u7(1), lsb: u7(2) } }, 0, [0xb4, 0, 1, 0xb4, 32, 2, 0xc4, 4]],
    [{ type: 'program', channel: ch, number: u7(4), bank: { msb: u7(1), lsb: null } }, 0, [0xb4, 0, 1, 0xc4, 4]],
    // At rest pitch bend is 00 40: the low byte travels first.
    [{ type: 'pitch-bend', channel: ch }, 8192, [0xe4, 0x00, 0x40]],
    [{ type: 'pitch-bend', channel: ch }, 16383, [0xe4, 0x7f, 0x7f]],
    [{ type: 'channel-pressure', channel: ch }, 90, [0xd4, 90]],
    [{ type: 'poly-pressure', channel: ch, number: u7(60) }, 90, [0xa4, 60, 90]],
    [{ type: 'cc14', channel: ch, number: u7(1) }, 8192, [0xb4, 1, 64, 0xb4, 33, 0]],
    [{ type: 'start' }, 0, [0xfa]],
    [{ type: 'continue' }, 0, [0xfb]],
    [{ type: 'stop' }, 0, [0xfc]],
  ])('%j with %i', (message, value, expected) => {
    expect(bytes(message, value)).toEqual(expected);
    for (const word of words(message, value)) expect(packedLength(word)).toBe(packedBytes(word).length);
  });
  it('NRPN ends with the null parameter, so that stray data entry moves nothing', () => {
    expect(bytes({ type: 'nrpn', channel: ch, number: u14(300) }, 8192).filter((_, i) => i % 3 !== 0)).toEqual([
      99, 2, 98, 44, 6, 64, 38, 0, 101, 127, 100, 127,
    ]);
  });
  it('SysEx is found in its table, with F0 and F7 around it', () => {
    const { table, slot } = withSysex(noSysex, [0x7d, 1, 2]);
    const out: PackedMessage[] = [];
    makePut({ type: 'sysex', bytes: [u7(0x7d), u7(1), u7(2)] }, false, table)(0, out);
    expect(out.map((w) => packedBytes(w, table.bytes))).toEqual([[0xf0, 0x7d, 1, 2, 0xf7]]);
    expect(out.map((w) => packedKey(w, table.keys))).toEqual([table.keys[slot]]);
    expect(withSysex(table, [0x7d, 1, 2])).toEqual({ table, slot });
  });
  it('a counter steps the program that is sent', () => {
    expect(
      words({ type: 'program', channel: ch, number: u7(0), bank: null }, 9, true).flatMap((w) => [...packedBytes(w)]),
    ).toEqual([0xc4, 9]);
  });
});

const message: fc.Arbitrary<Message> = fc
  .oneof(
    fc.record({
      type: fc.constantFrom('cc', 'note', 'poly-pressure'),
      channel: fc.integer({ min: 1, max: 16 }),
      number: fc.nat(127),
    }),
    fc.record({ type: fc.constant('cc14'), channel: fc.integer({ min: 1, max: 16 }), number: fc.integer({ min: 7, max: 31 }) }),
    fc.record({ type: fc.constantFrom('rpn', 'nrpn'), channel: fc.integer({ min: 1, max: 16 }), number: fc.nat(16382) }),
    fc.record({ type: fc.constantFrom('pitch-bend', 'channel-pressure'), channel: fc.integer({ min: 1, max: 16 }) }),
    fc.record({ type: fc.constantFrom('start', 'stop', 'continue') }),
  )
  .map((m) => messageSchema.parse(m));

describe('out and in again', () => {
  it('every kind comes back with its address and value, plain or put together', () => {
    fc.assert(
      fc.property(message, fc.nat(16383), (m, raw) => {
        const value = valueMax(m.type) === 127 ? raw & 127 : raw;
        const out = words(m, value);
        const stream = decodeAll(out.flatMap((w) => [...packedBytes(w)]));
        expect(stream.filter((e) => e.type === 'dropped')).toEqual([]);
        if (m.type === 'cc14' || m.type === 'rpn' || m.type === 'nrpn') {
          const listening = { pairs: new Set(m.type === 'cc14' ? [m.number] : []), when: 'wait-for-low-byte' as const };
          let state = idleAssembler;
          const done = out.flatMap((word) => {
            const next = assemble(listening, state, word);
            state = next.state;
            return next.done ? [next.done] : [];
          });
          expect(done.at(-1)).toMatchObject({ type: m.type, value });
          expect(sequenceKey(m.type, m.channel, m.number)).toBe(addressKey(m));
        } else {
          expect(out.map((w) => packedKey(w))).toEqual([addressKey(m)]);
          if ('channel' in m) expect(packedValue(out[0] ?? 0)).toBe(value);
          expect(packedType(out[0] ?? 0)).toBe(m.type);
        }
      }),
    );
  });
  it('what a message puts on the wire can be heard at exactly the addresses that are named for it', () => {
    fc.assert(
      fc.property(message, (m) => {
        const named = new Set(heardKeys(m));
        for (const word of words(m, 0)) expect(named.has(packedKey(word)), shortName(m)).toBe(true);
      }),
    );
  });
  it('addresses of different messages differ', () => {
    fc.assert(
      fc.property(message, message, (a, b) => {
        const same = JSON.stringify(a) === JSON.stringify(b);
        expect(addressKey(a) === addressKey(b)).toBe(same);
      }),
    );
  });
});
