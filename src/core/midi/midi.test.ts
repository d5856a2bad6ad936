import { midiToNoteName } from '@tonaljs/midi';
import { midi as noteToMidi } from '@tonaljs/note';
import { describe, expect, it } from 'vitest';
import { Enumerations, Utilities } from 'webmidi';
import {
  addressKey,
  ccEntry,
  ccTable,
  channel,
  isReserved,
  type Message,
  noteName,
  packedBytes,
  packedCc,
  packedChannel,
  packedKey,
  packedNote,
  packedNumber,
  packedProgram,
  packedType,
  packedValue,
  parseNote,
  shortName,
  showProgram,
  u7,
  u14,
  valueMax,
} from './index';

const plain = (name: string): string => name.replace('♯', '#').replace('−', '-');

describe('names of notes', () => {
  it('agree with tonal for all 128 notes (middle C is C4 there)', () => {
    for (let n = 0; n < 128; n++) expect(plain(noteName(n, 4))).toBe(midiToNoteName(n, { sharps: true }));
  });
  it('agree with webmidi for all 128 notes (middle C is C4 there)', () => {
    for (let n = 0; n < 128; n++) expect(plain(noteName(n, 4))).toBe(Utilities.toNoteIdentifier(n, 0));
  });
  it('follow the octave count of the device: note 0 is C−2, C−1 or C0', () => {
    expect([3, 4, 5].map((c) => noteName(0, c as 3 | 4 | 5))).toEqual(['C−2', 'C−1', 'C0']);
    expect([3, 4, 5].map((c) => noteName(60, c as 3 | 4 | 5))).toEqual(['C3', 'C4', 'C5']);
  });
  it('read back what was written, and flats as tonal does', () => {
    for (const middle of [3, 4, 5] as const) for (let n = 0; n < 128; n++) expect(parseNote(noteName(n, middle), middle)).toBe(n);
    for (const name of ['Db4', 'Bb-1', 'F#3', 'Cb5']) expect(parseNote(name, 4)).toBe(noteToMidi(name));
    for (const bad of ['', 'H4', 'C', 'C99', 'C#-9']) expect(parseNote(bad, 4)).toBeNull();
  });
});

describe('the control change table', () => {
  it('has 128 entries, and the free ones are those of MIDI 1.0', () => {
    expect(ccTable).toHaveLength(128);
    const free = ccTable.filter((e) => e.class === 'undefined').map((e) => e.number);
    expect(free).toEqual([
      3,
      9,
      14,
      15,
      ...Array.from({ length: 12 }, (_, i) => 20 + i),
      85,
      86,
      87,
      89,
      90,
      ...Array.from({ length: 18 }, (_, i) => 102 + i),
    ]);
  });
  it('calls reserved what can never be a plain control', () => {
    const reserved = ccTable.filter((e) => isReserved(e.number)).map((e) => e.number);
    expect(reserved).toEqual([0, 6, 32, 38, 96, 97, 98, 99, 100, 101, 120, 121, 122, 123, 124, 125, 126, 127]);
  });
  it('agrees with the table of webmidi on what is named and what is not', () => {
    const theirs = new Map(
      (Enumerations.CONTROL_CHANGE_MESSAGES as { number: number; name: string }[]).map((e) => [e.number, e.name]),
    );
    for (const entry of ccTable) {
      if (entry.number >= 120) continue;
      const name = theirs.get(entry.number) ?? '';
      // webmidi calls the free numbers controller<n>.
      if (entry.class === 'undefined') expect(name).toBe(`controller${entry.number}`);
    }
    const pairs: ReadonlyArray<readonly [number, string]> = [
      [1, 'modulationwheelcoarse'],
      [7, 'volumecoarse'],
      [10, 'pancoarse'],
      [11, 'expressioncoarse'],
      [64, 'damperpedal'],
      [74, 'brightness'],
      [71, 'resonance'],
      [91, 'effect1depth'],
    ];
    for (const [number, name] of pairs) expect(theirs.get(number)).toBe(name);
  });
  it('marks low bytes 33–63 as such, without bank select and data entry', () => {
    expect(ccEntry(39).name).toBe('Channel volume, low byte');
    expect(ccTable.filter((e) => e.class === 'low-byte')).toHaveLength(30);
  });
});

describe('packed words', () => {
  it('carry type, channel, number and value, and the bytes of MIDI 1.0', () => {
    const word = packedCc(5, 104, 127);
    expect([packedType(word), packedChannel(word), packedNumber(word), packedValue(word)]).toEqual(['cc', 5, 104, 127]);
    expect(packedBytes(word)).toEqual([0xb4, 104, 127]);
    expect(packedBytes(packedNote(10, 36, 100))).toEqual([0x99, 36, 100]);
    expect(packedBytes(packedNote(10, 36, 0))).toEqual([0x89, 36, 0]);
    expect(packedBytes(packedProgram(1, 4))).toEqual([0xc0, 4]);
  });
  it('find the landing of every address: word key equals address key', () => {
    for (let c = 1; c <= 16; c++) {
      for (let n = 0; n < 128; n++) {
        const at = { channel: channel(c), number: u7(n) };
        expect(packedKey(packedCc(c, n, 1))).toBe(addressKey({ type: 'cc', ...at }));
        expect(packedKey(packedNote(c, n, 0))).toBe(addressKey({ type: 'note', ...at }));
        expect(packedKey(packedProgram(c, n))).toBe(addressKey({ type: 'program', ...at, bank: null }));
      }
    }
  });
  it('keep kinds with 14 bits apart by all of them', () => {
    const rpn = (number: number): Message => ({ type: 'nrpn', channel: channel(1), number: u14(number) });
    expect(addressKey(rpn(1))).not.toBe(addressKey(rpn(129)));
    expect([valueMax('nrpn'), valueMax('cc'), valueMax('pitch-bend')]).toEqual([16383, 127, 16383]);
  });
});

describe('numbers as devices show them', () => {
  it('program 0 is the button marked 1 on a device that counts from 1', () => {
    const style = { channelBase: 1, programBase: 1, notes: 'name', middleC: 3 } as const;
    expect(showProgram(0, style)).toBe('1');
    expect(shortName({ type: 'cc14', channel: channel(1), number: u7(7) })).toBe('CC 7+39');
  });
  it('checking constructors refuse what is outside', () => {
    for (const bad of [0, 17, 1.5, Number.NaN]) expect(() => channel(bad)).toThrow();
    for (const bad of [-1, 128, 0.5]) expect(() => u7(bad)).toThrow();
    expect(() => u14(16384)).toThrow();
  });
});
