// Standard MIDI Files out and in, against midi-file (independent library) and worked bytes of the specification.
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { describe, expect, it } from 'vitest';
import {
  noSysex,
  type PackedMessage,
  packedBend,
  packedCc,
  packedNote,
  packedPressure,
  packedProgram,
  packedRealTime,
  packedSysex,
} from '../midi';
import { readSmf, type TimedMessage, writeSmf } from './index';

const word: fc.Arbitrary<PackedMessage> = fc
  .tuple(fc.constantFrom(0, 1, 2, 3, 4), fc.integer({ min: 1, max: 16 }), fc.nat(127), fc.nat(127))
  .map(([kind, ch, a, b]) => {
    switch (kind) {
      case 0:
        return packedNote(ch, a, b);
      case 1:
        return packedProgram(ch, a);
      case 2:
        return packedPressure(ch, a);
      case 3:
        return packedBend(ch, a * 128 + b);
      default:
        return packedCc(ch, a, b);
    }
  });

const song = fc
  .array(fc.tuple(fc.nat(60_000), word), { maxLength: 200 })
  .map((list) => list.map(([atMs, w]): TimedMessage => ({ atMs, word: w })).sort((a, b) => a.atMs - b.atMs));

describe('a Standard MIDI File', () => {
  it('has the header and the variable lengths of the specification', () => {
    const file = writeSmf([{ atMs: 200, word: packedCc(5, 104, 127) }], []);
    expect([...file.slice(0, 14)]).toEqual([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0x01, 0xf4]);
    // 200 ticks take two bytes: 81 48.
    expect([...file.slice(22)]).toEqual([0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20, 0x81, 0x48, 0xb4, 104, 127, 0, 0xff, 0x2f, 0]);
  });
  it('is read by midi-file with the same events at the same times', () => {
    fc.assert(
      fc.property(song, (messages) => {
        const { header, tracks } = parseMidi(writeSmf(messages, []));
        expect(header).toMatchObject({ format: 0, numTracks: 1, ticksPerBeat: 500 });
        let tick = 0;
        const times = (tracks[0] ?? []).flatMap((e) => {
          tick += e.deltaTime;
          return 'channel' in e ? [tick] : [];
        });
        expect(times).toEqual(messages.map((m) => m.atMs));
      }),
    );
  });
  it('comes back as it was written', () => {
    fc.assert(
      fc.property(song, (messages) => {
        const back = readSmf(writeSmf(messages, []), noSysex);
        // A note-on with velocity 0 and a note-off are the same (MIDI 1.0); ours writes note-offs, which stay what they are.
        expect(back).toEqual({ ok: true, value: { messages, sysex: noSysex } });
      }),
    );
  });
  it('keeps SysEx and leaves real-time messages out', () => {
    const table = { bytes: [[0x7d, 1, 2]], keys: [] };
    const back = readSmf(
      writeSmf(
        [
          { atMs: 0, word: packedRealTime(0xfa) },
          { atMs: 5, word: packedSysex(0) },
        ],
        table.bytes,
      ),
      noSysex,
    );
    expect(back).toMatchObject({
      ok: true,
      value: { messages: [{ atMs: 5, word: packedSysex(0) }], sysex: { bytes: [[0x7d, 1, 2]] } },
    });
  });
  it('with tempo changes in another track is played at their times', () => {
    const tempo = [0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, 0, 0xff, 0x2f, 0]; // 60 quarters a minute
    const notes = [96, 0x90, 60, 100, 0, 0xff, 0x2f, 0];
    const chunk = (body: number[]) => [0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, body.length, ...body];
    const file = Uint8Array.from([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 1, 0, 2, 0, 96, ...chunk(tempo), ...chunk(notes)]);
    expect(readSmf(file, noSysex)).toMatchObject({
      ok: true,
      value: { messages: [{ atMs: 1000, word: packedNote(1, 60, 100) }] },
    });
  });
  it('that is none is refused in words, never with an exception', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        expect(readSmf(bytes, noSysex).ok).toBe(false);
      }),
    );
    expect(readSmf(new Uint8Array(5_000_000), noSysex)).toMatchObject({
      ok: false,
      error: { code: 'too-large', bytes: 4 * 1024 * 1024 },
    });
  });
});
