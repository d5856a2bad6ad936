// MIDI clock, the bars counted by it, and the pedal. A simulated machine that runs at a known tempo is the oracle: 24 clocks a quarter (MIDI 1.0).
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { channel, packedCc, packedNote, packedProgram, packedRealTime, u7 } from '../midi';
import { barsAt, beatsPerQuarter, beginsAt } from './bars';
import { type ClockHeard, clockRuns, clockTempo, hearClock, noClock, quartersAt } from './clock';
import { hearPedal, pedalOf } from './go-on';

const [CLOCK, START, CONTINUE, STOP] = [0xf8, 0xfa, 0xfb, 0xfc];

/** Clocks of a machine at a tempo: so many, the first one at a time, each late by up to `jitterMs`. */
function clocks(before: ClockHeard, bpm: number, count: number, fromMs: number, jitterMs = 0): ClockHeard {
  let now = before;
  for (let i = 0; i < count; i++) now = hearClock(now, CLOCK, fromMs + (i * 60_000) / bpm / 24 + (jitterMs * ((i * 7) % 5)) / 4);
  return now;
}

describe('a clock', () => {
  it('tells its tempo within a percent, though each message comes up to two milliseconds late', () => {
    fc.assert(
      fc.property(fc.double({ min: 30, max: 260, noNaN: true }), fc.double({ min: 0, max: 2, noNaN: true }), (bpm, late) => {
        const heard = clocks(noClock, bpm, 60, 1000, late);
        expect(Math.abs((clockTempo(heard) ?? 0) / bpm - 1)).toBeLessThan(0.01);
      }),
    );
  });
  it('counts quarters from the first clock behind a start, and between two clocks by the tempo', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 220 }),
        fc.integer({ min: 14, max: 400 }),
        fc.double({ min: 0, max: 0.99, noNaN: true }),
        (bpm, n, part) => {
          const heard = clocks(hearClock(noClock, START, 0), bpm, n, 0);
          const nowMs = ((n - 1 + part) * 60_000) / bpm / 24;
          expect(quartersAt(heard, nowMs)).toBeCloseTo((n - 1 + part) / 24, 6);
        },
      ),
    );
  });
  it('stands still once it is stopped, goes on where it was, and begins at the downbeat when it is started again', () => {
    const stopped = hearClock(clocks(hearClock(noClock, START, 0), 120, 49, 0), STOP, 1001);
    expect(clockRuns(stopped, 1010)).toBe(false);
    const idle = clocks(stopped, 120, 96, 1020);
    expect(quartersAt(idle, 3000)).toBeNull();
    const on = clocks(hearClock(idle, CONTINUE, 3010), 120, 24, 3020);
    expect(quartersAt(on, 3020 + (23 * 500) / 24)).toBeCloseTo(3, 6);
    const again = clocks(hearClock(on, START, 4000), 120, 1, 4010);
    expect(quartersAt(again, 4010)).toBe(0);
  });
  it('is gone a second after its last message; what comes after that is measured anew', () => {
    const heard = clocks(noClock, 120, 30, 0);
    const last = (29 * 500) / 24;
    expect(clockRuns(heard, last + 999)).toBe(true);
    expect(clockRuns(heard, last + 1001)).toBe(false);
    expect(clockTempo(hearClock(heard, CLOCK, last + 5000))).toBeNull();
    expect(Math.round(clockTempo(clocks(heard, 90, 30, last + 5000)) ?? 0)).toBe(90);
  });
  it('nothing else on the wire changes it', () => {
    const heard = clocks(noClock, 120, 30, 0);
    for (const status of [0xfe, 0xff, 0xf2, 0x90]) expect(hearClock(heard, status, 700)).toBe(heard);
  });
});

const song = { bpm: 120, beatsPerBar: 4 };
const begun = (quarter: number, bars: number, perQuarter = 1) => ({ quarter, perQuarter, song, section: { bars } });

describe('bars', () => {
  it('worked out by hand: four bars of four from quarter 8 on', () => {
    const at = (q: number) => barsAt(begun(8, 4), q);
    expect(at(8)).toEqual({ bar: 1, beat: 1, beatsLeft: 16, share: 0 });
    expect(at(13.5)).toEqual({ bar: 2, beat: 2, beatsLeft: 10.5, share: 5.5 / 16 });
    expect(at(24)).toEqual({ bar: 5, beat: 1, beatsLeft: 0, share: 1 });
    expect(at(26)).toEqual({ bar: 5, beat: 3, beatsLeft: -2, share: 1 });
    expect(at(7)).toEqual({ bar: 0, beat: 4, beatsLeft: 17, share: 0 });
    expect(barsAt(begun(8, 0), 21)).toEqual({ bar: 4, beat: 2, beatsLeft: null, share: null });
  });
  it('eighths counted by a clock of quarters', () => {
    expect(beatsPerQuarter(180, 90.4)).toBe(2);
    expect(beatsPerQuarter(120, 118)).toBe(1);
    expect(beatsPerQuarter(60, 121)).toBe(1 / 2);
    expect(beatsPerQuarter(60, 90)).toBe(2 / 3);
    expect(beatsPerQuarter(70, 120)).toBe(1);
    expect(beatsPerQuarter(70, null)).toBe(1);
    expect(barsAt({ ...begun(0, 2, 2), song: { bpm: 180, beatsPerBar: 6 } }, 3)).toMatchObject({ bar: 2, beat: 1, beatsLeft: 6 });
  });
  it('whoever goes on within the last bar, or half a bar late, means the end of the section', () => {
    for (const q of [20, 21.7, 24, 25.9]) expect(beginsAt(q, { song, perQuarter: 1 }, begun(8, 4))).toBe(24);
  });
  it('elsewhere the nearest downbeat is meant: of the section before, of the clock, or the very moment', () => {
    expect(beginsAt(13.9, { song, perQuarter: 1 }, begun(9, 8))).toBe(13);
    expect(beginsAt(15.1, { song, perQuarter: 1 }, begun(9, 8))).toBe(17);
    expect(beginsAt(14.1, { song: { bpm: 120, beatsPerBar: 3 }, perQuarter: 1 }, 'start')).toBe(15);
    expect(beginsAt(14.1, { song, perQuarter: 1 }, null)).toBe(14.1);
  });
  it('a player who goes on anywhere within half a bar of each downbeat that is planned keeps every section where it is planned', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ bars: fc.integer({ min: 1, max: 12 }), off: fc.double({ min: -0.49, max: 0.49, noNaN: true }) }), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.integer({ min: 2, max: 7 }),
        (sections, beatsPerBar) => {
          const metre = { bpm: 120, beatsPerBar };
          let planned = 0;
          let before: Parameters<typeof beginsAt>[2] = 'start';
          for (const { bars, off } of sections) {
            const quarter = beginsAt(planned + off * beatsPerBar, { song: metre, perQuarter: 1 }, before);
            expect(quarter).toBeCloseTo(planned, 9);
            before = { quarter, perQuarter: 1, song: metre, section: { bars } };
            planned += bars * beatsPerBar;
          }
        },
      ),
    );
  });
});

describe('a pedal to go on with', () => {
  const cc = (value: number) => packedCc(channel(3), u7(64), u7(value));
  const presses = (words: readonly (readonly [number, number])[]): readonly number[] => {
    let downAt: number | null = null;
    return words.flatMap(([word, atMs]) => {
      const heard = hearPedal(downAt, word, atMs);
      ({ downAt } = heard);
      return heard.pressed ? [atMs] : [];
    });
  };
  it('is told by its message, whatever its value; what rises and falls all the time is none', () => {
    expect(pedalOf(cc(127))).toBe(pedalOf(cc(0)));
    expect(pedalOf(packedNote(channel(1), 60, 90))).toBe(pedalOf(packedNote(channel(1), 60, 0)));
    expect(pedalOf(packedProgram(channel(1), 4))).not.toBe(pedalOf(packedProgram(channel(1), 5)));
    expect(pedalOf(packedRealTime(0xfa))).toBe(packedRealTime(0xfa));
    for (const word of [packedRealTime(0xf8), packedRealTime(0xfe), 0xe00000, 0xd00000, 0xa04010, -1])
      expect(pedalOf(word)).toBeNull();
  });
  it('press and release are one; one that bounces is one; one that sends no release is pressed each time', () => {
    expect(
      presses([
        [cc(127), 0],
        [cc(0), 180],
        [cc(127), 900],
        [cc(0), 1000],
      ]),
    ).toEqual([0, 900]);
    expect(
      presses([
        [cc(127), 0],
        [cc(0), 4],
        [cc(127), 9],
        [cc(0), 160],
      ]),
    ).toEqual([0]);
    expect(
      presses([
        [cc(127), 0],
        [cc(127), 700],
        [cc(127), 1500],
      ]),
    ).toEqual([0, 700, 1500]);
  });
  it('pushed down like a fader it is one press', () => {
    const push = Array.from({ length: 40 }, (_, i) => [cc(i * 3), i * 12] as const);
    const back = push.map(([word], i) => [push[39 - i]?.[0] ?? word, 600 + i * 12] as const);
    expect(presses([...push, ...back])).toHaveLength(1);
  });
});
