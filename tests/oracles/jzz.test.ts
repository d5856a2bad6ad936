// The decoder and the sequences against jzz (independent library, takes whole messages only).
import fc from 'fast-check';
import JZZ from 'jzz';
import { describe, expect, it } from 'vitest';
import {
  decodeAll,
  packedBend,
  packedBytes,
  packedChannel,
  packedNumber,
  packedType,
  packedValue,
  parameterMessages,
} from '@/core/midi';

/** jzz's types leave these two out. */
const spelling = (type: 'rpn' | 'nrpn'): ((channel: number, number: number) => number[][]) => Reflect.get(JZZ.MIDI, type);

const status = fc.integer({ min: 0x80, max: 0xef });
const data = fc.nat(127);
const whole = fc.tuple(status, data, data).map(([s, a, b]) => ((s & 0xe0) === 0xc0 ? [s, a] : [s, a, b]));

describe('jzz agrees', () => {
  it('on kind, channel, note and velocity of whole messages in a stream', () => {
    fc.assert(
      fc.property(fc.array(whole, { maxLength: 60 }), (messages) => {
        const ours = decodeAll(messages.flat()).flatMap((e) => (e.type === 'channel' ? [e.word] : []));
        expect(ours).toHaveLength(messages.length);
        messages.forEach((bytes, i) => {
          const word = ours[i] ?? 0;
          const theirs = JZZ.MIDI(bytes);
          expect(packedChannel(word) - 1).toBe(theirs.getChannel());
          const isNote = theirs.isNoteOn() || theirs.isNoteOff();
          expect(packedType(word) === 'note').toBe(isNote);
          if (!isNote) return;
          expect(packedNumber(word)).toBe(theirs.getNote());
          // A release has a velocity of its own: it is kept in the bytes, and the note is off all the same (MIDI 1.0).
          expect(packedBytes(word)[2]).toBe(theirs.getVelocity());
          expect(packedValue(word)).toBe(theirs.isNoteOn() ? theirs.getVelocity() : 0);
        });
      }),
    );
  });
  it('on the bytes of pitch bend', () => {
    for (const value of [0, 1, 127, 128, 8191, 8192, 8193, 16383])
      expect([...packedBytes(packedBend(4, value))]).toEqual([...JZZ.MIDI.pitchBend(3, value)]);
  });
  it('on how RPN and NRPN numbers are spelt in control changes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 16 }), fc.nat(16382), fc.nat(16383), (ch, number, value) => {
        for (const type of ['rpn', 'nrpn'] as const) {
          const ours = parameterMessages(type, ch, number, value)
            .slice(0, 2)
            .map((w) => [...packedBytes(w)]);
          const theirs = spelling(type)(ch - 1, number).map((m) => [...m]);
          expect(ours).toEqual(theirs);
        }
      }),
    );
  });
});
