// The sums of the trade, played over the wire. DIN: MIDI 1.0 (31,250 bit/s, 10 bits a byte); the others as marked in the code.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dinLoad, sendOver, silentWire, type Timing, usualTiming } from './index';

const over = (
  timing: Partial<Timing> & Pick<Timing, 'transport'>,
  sends: ReadonlyArray<readonly [number, readonly number[]]>,
): number[] => {
  let state = silentWire;
  return sends.map(([at, bytes]) => {
    const done = sendOver({ ...usualTiming, ...timing }, state, at, bytes[0] ?? 0, bytes.length);
    state = done.state;
    return done.arrivesAtMs;
  });
};
const cc = [0xb4, 104, 127] as const;
const burst = (count: number, at = 0) => Array.from({ length: count }, () => [at, cc] as const);

describe('DIN', () => {
  it('a 3-byte message takes 0.96 ms, 0.64 ms in running status', () => {
    expect(over({ transport: 'din' }, burst(1))[0]).toBeCloseTo(0.96, 10);
    const running = over({ transport: 'din', runningStatus: true }, burst(2));
    expect((running[1] ?? 0) - (running[0] ?? 0)).toBeCloseTo(0.64, 10);
  });
  it('sixteen messages from one switch take 15.4 ms, 10.6 ms in running status', () => {
    expect(over({ transport: 'din' }, burst(16)).at(-1)).toBeCloseTo(15.36, 10);
    expect(over({ transport: 'din', runningStatus: true }, burst(16)).at(-1)).toBeCloseTo(10.56, 10);
  });
  it('a pedal with three CCs at 200 positions a second takes 58 % of the wire, 38 % in running status', () => {
    expect(dinLoad(3, 600)).toBeCloseTo(0.576, 10);
    expect(dinLoad(2, 600)).toBeCloseTo(0.384, 10);
    // Played: a second of it ends with the wire silent again after the last three messages.
    const second = Array.from({ length: 200 }, (_, i) => burst(3, i * 5)).flat();
    expect(over({ transport: 'din' }, second).at(-1)).toBeCloseTo(995 + 2.88, 6);
  });
  it('a clock between two messages does not end running status, a song position does', () => {
    const gap = (between: readonly number[]) => {
      const [, second = 0, third = 0] = over({ transport: 'din', runningStatus: true }, [
        [0, cc],
        [0, between],
        [0, cc],
      ]);
      return third - second;
    };
    expect(gap([0xf8])).toBeCloseTo(0.64, 10);
    expect(gap([0xf2, 0, 0])).toBeCloseTo(0.96, 10);
  });
});

describe('USB, Bluetooth, network, virtual', () => {
  it('USB brings sixteen messages within a millisecond', () => {
    expect(new Set(over({ transport: 'usb' }, burst(16, 0.2)))).toEqual(new Set([1]));
    expect(over({ transport: 'usb' }, burst(16 * 19 + 1, 0.2)).at(-1)).toBe(2);
  });
  it('Bluetooth brings four messages a packet, at connection events only', () => {
    const arrivals = over({ transport: 'bluetooth', connectionIntervalMs: 10 }, burst(9, 1));
    expect(arrivals).toEqual([10, 10, 10, 10, 20, 20, 20, 20, 30]);
  });
  it('a network adds its delay, a virtual wire none', () => {
    expect(over({ transport: 'network', networkMs: 4 }, burst(1, 7))).toEqual([11]);
    expect(over({ transport: 'virtual' }, burst(1, 7))).toEqual([7]);
  });
  it('on every wire messages arrive in order and never before they were sent', () => {
    const sends = fc.array(
      fc.tuple(
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.constantFrom<readonly number[]>(cc, [0xc0, 1], [0xf8], [0xf0, ...Array.from({ length: 40 }, () => 1), 0xf7]),
      ),
      { maxLength: 40 },
    );
    fc.assert(
      fc.property(fc.constantFrom('din', 'usb', 'bluetooth', 'network', 'virtual' as const), sends, (transport, list) => {
        const ordered = [...list].sort((a, b) => a[0] - b[0]);
        const arrivals = over({ transport: transport as Timing['transport'], runningStatus: true }, ordered);
        arrivals.forEach((at, i) => {
          expect(at).toBeGreaterThanOrEqual(ordered[i]?.[0] ?? 0);
          if (i > 0) expect(at).toBeGreaterThanOrEqual(arrivals[i - 1] ?? 0);
        });
      }),
    );
  });
});
