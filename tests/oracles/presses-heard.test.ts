// How a target hears presses, written a second time from what is said of it, and held against the simulator after every message of hands by chance: rising edges,
// taps, states of a looper with launches that wait, what has to be so, and the channel mode messages. Of the program it knows the types. Sources beside each.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { channel, u7 } from '@/core/midi';
import type { Landing, Parameter, Reception, Rig, ScriptEvent } from '@/core/rig';
import { down, moveTo, played, tap, up } from '../kit/hand';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  momentary,
  noteOn,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../kit/small-rig';

const one = (
  p: Parameter,
  behaviour: Parameters<typeof assignment>[0]['behaviour'],
  heard: Partial<Landing>,
  reception: Partial<Reception> = {},
): Rig =>
  withFunctions(
    smallRig([p], { reception }),
    [assignment({ id: 'f', on: 'fs1', message: cc(20), behaviour, meant: [p.id] })],
    [landing(p.id, { address: cc(20), from: p.lowest, to: p.highest, ...heard })],
  );

/** Times with these gaps between them, from the first on. */
function timesOf(gaps: readonly number[], first: number): readonly number[] {
  const times = [first];
  for (const gap of gaps) times.push((times.at(-1) ?? 0) + gap);
  return times;
}

describe('a target that acts at rising edges', () => {
  // Common practice, no source: what is on already cannot go on.
  it('flips once for each press of what also says that it is let go, and once in all for what does not', () => {
    const rising = { actsOn: 'rising-edge' } as const;
    const presses = [...tap('fs1', 0), ...tap('fs1', 1000), ...tap('fs1', 2000)];
    expect(played(one(parameter('echo'), momentary(127, 0), { mode: 'toggle' }, rising), presses).values).toEqual([
      '0 echo 1',
      '1000 echo 0',
      '2000 echo 1',
    ]);
    expect(played(one(parameter('echo'), fixed(127), { mode: 'toggle' }, rising), presses).values).toEqual(['0 echo 1']);
    // What follows its value does not count presses.
    expect(played(one(parameter('echo'), momentary(127, 0), { mode: 'gate' }, rising), presses.slice(0, 2)).values).toEqual([
      '0 echo 1',
      '50 echo 0',
    ]);
  });

  it('counts the edges of any row of values, from any threshold', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(127), { minLength: 1, maxLength: 12 }), fc.integer({ min: 1, max: 127 }), (row, threshold) => {
        const rig = withFunctions(
          smallRig([parameter('echo')], { reception: { actsOn: 'rising-edge', threshold: u7(threshold) } }),
          [assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['echo'] })],
          [landing('echo', { address: cc(20), mode: 'toggle' })],
        );
        const edges = row.filter((v, i) => v >= threshold && (i === 0 || (row[i - 1] ?? 0) < threshold)).length;
        const told = played(
          rig,
          row.map((v, i) => moveTo('k1', i * 1000, v / 127)),
        );
        expect(told.at('echo')).toBe(edges % 2);
      }),
      { numRuns: 150 },
    );
  });
});

describe('taps', () => {
  // The mean of up to four intervals, anew after two seconds: common practice, no source. 60 000 ms are a minute.
  it('are the mean of the last intervals, and start anew after a pause', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 150, max: 3000 }), { minLength: 1, maxLength: 9 }),
        fc.constantFrom('BPM', 'ms', 's', 'Hz'),
        fc.record({ intervals: fc.integer({ min: 1, max: 6 }), anewMs: fc.constantFrom(1000, 2000, 2500) }),
        fc.boolean(),
        (gaps, unit, taps, held) => {
          const echo = continuous('echo', 0.0001, 5000, { unit, start: 100, default: 100 });
          const rig = one(echo, held ? momentary(127, 0) : fixed(127), { mode: 'tap' }, { taps });
          const times = timesOf(gaps, 0);
          let wanted = 100;
          let run: number[] = [];
          times.forEach((t, i) => {
            const gap = i === 0 ? null : (gaps[i - 1] ?? 0);
            if (gap !== null) run = gap > taps.anewMs ? [] : [...run, gap].slice(-taps.intervals);
            if (run.length === 0) return;
            const mean = run.reduce((a, b) => a + b, 0) / run.length;
            wanted = { BPM: 60_000 / mean, ms: mean, s: mean / 1000, Hz: 1000 / mean }[unit] ?? 0;
            expect(t).toBeGreaterThan(0);
          });
          const told = played(
            rig,
            times.flatMap((t) => tap('fs1', t, 20)),
          );
          expect(told.at('echo')).toBeCloseTo(wanted, 6);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('move the grid that launches start on', () => {
    const tempo = continuous('tempo', 30, 300, { unit: 'BPM', start: 120, default: 120 });
    const clip = parameter('clip', { kind: 'trigger', order: 2 });
    const rig = withFunctions(
      smallRig([tempo, clip], { reception: { launchQuantisation: 'bar' } }),
      [
        assignment({ id: 't', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['tempo'] }),
        assignment({ id: 'c', on: 'fs2', message: cc(21), behaviour: fixed(127), meant: ['clip'] }),
      ],
      [
        landing('tempo', { address: cc(20), mode: 'tap', from: 30, to: 300 }),
        landing('clip', { address: cc(21), mode: 'trigger' }),
      ],
    );
    // At 120 a bar of four lasts 2 s; tapped at 60 it lasts 4 s.
    expect(played(rig, tap('fs2', 2100)).values).toEqual(['4000 clip 1']);
    expect(played(rig, [...tap('fs1', 0), ...tap('fs1', 1000), ...tap('fs2', 2100)]).values).toEqual([
      '1000 tempo 60',
      '4000 clip 1',
    ]);
    expect(played(rig, [...tap('fs1', 0), ...tap('fs1', 1000), ...tap('fs2', 4100)]).values).toEqual([
      '1000 tempo 60',
      '8000 clip 1',
    ]);
  });
});

/** Empty, recording, playing, overdubbing, stopped. */
const LOOPER = {
  press: [1, null, 3, 2, 2],
  release: [null, 2, null, null, null],
} as const;
const looper = (change: Partial<Parameter> = {}): Parameter =>
  parameter('loop', {
    kind: 'stepped',
    highest: 4,
    steps: ['Empty', 'Recording', 'Playing', 'Overdubbing', 'Stopped'],
    states: { press: [...LOOPER.press], release: [...LOOPER.release] },
    ...change,
  });

describe('a looper', () => {
  it('goes where its table says, at once, on the beat or on the bar, whatever is pressed meanwhile', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 60, max: 2700 }), { minLength: 1, maxLength: 10 }),
        fc.constantFrom('none' as const, 'beat' as const, 'bar' as const),
        fc.constantFrom('waits-too' as const, 'replaces' as const, 'cancels' as const),
        (gaps, launch, whileWaiting) => {
          const rig = one(looper({ launch, whileWaiting }), momentary(127, 0), { mode: 'states' });
          // Down and up in turn, at odd times that lie on no beat.
          const times = timesOf(gaps, 7).map((t) => t + (t % 500 === 0 ? 1 : 0));
          const events: ScriptEvent[] = times.map((t, i) => (i % 2 === 0 ? down('fs1', t) : up('fs1', t)));
          const grid = { none: 0, beat: 500, bar: 2000 }[launch];
          let at = 0;
          let waiting: { due: number; on: boolean }[] = [];
          const told: string[] = [];
          const go = (on: boolean, t: number): void => {
            const to = (on ? LOOPER.press : LOOPER.release)[at] ?? null;
            if (to === null) return;
            at = to;
            told.push(`${t} loop ${to}`);
          };
          const until = (t: number): void => {
            for (const w of waiting.filter((x) => x.due <= t)) go(w.on, w.due);
            waiting = waiting.filter((x) => x.due > t);
          };
          times.forEach((t, i) => {
            until(t);
            const on = i % 2 === 0;
            if (grid === 0) {
              go(on, t);
              return;
            }
            // Only what would do something from where it stands waits at all.
            if (((on ? LOOPER.press : LOOPER.release)[at] ?? null) === null) return;
            if (waiting.length > 0 && whileWaiting === 'cancels') waiting = [];
            else {
              if (whileWaiting === 'replaces') waiting = [];
              waiting.push({ due: Math.ceil(t / grid) * grid, on });
            }
          });
          until(Number.POSITIVE_INFINITY);
          expect(played(rig, events).values).toEqual(told);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('records while it is held and plays when it is let go', () => {
    const rig = one(looper(), momentary(127, 0), { mode: 'states' });
    expect(played(rig, [...tap('fs1', 0, 4000), ...tap('fs1', 9000)]).values).toEqual(['0 loop 1', '4000 loop 2', '9000 loop 3']);
  });
});

describe('what has to be so', () => {
  it('keeps a landing from doing anything until it is', () => {
    const armed = parameter('armed', { order: 2 });
    const rig = withFunctions(
      smallRig([parameter('record'), armed]),
      [
        assignment({ id: 'r', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['record'] }),
        assignment({ id: 'a', on: 'fs2', message: cc(21), behaviour: fixed(127), meant: ['armed'] }),
      ],
      [
        landing('record', {
          address: cc(20),
          mode: 'toggle',
          conditions: [{ words: 'the track is armed', when: { parameterId: 'armed', value: 1 } }],
        }),
        landing('armed', { address: cc(21), mode: 'toggle' }),
      ],
    );
    expect(
      played(rig, [...tap('fs1', 0), ...tap('fs2', 1000), ...tap('fs1', 2000), ...tap('fs2', 3000), ...tap('fs1', 4000)]).values,
    ).toEqual(['1000 armed 1', '2000 record 1', '3000 armed 0']);
  });
});

describe('a landing that says itself where it hears', () => {
  const look = (here: boolean, atMs: number): ScriptEvent => ({ do: 'look', on: 'hall', atMs, here });
  it.each([
    ['always', 'target', true],
    ['always', 'selected', false],
    ['selected-track', 'target', false],
    ['selected-track', 'locked', true],
    ['locked', 'selected', false],
  ] as const)('at a target that hears %s, as %s: hears it elsewhere %s', (scope, own, hears) => {
    const rig = one(parameter('echo'), fixed(127), { mode: 'toggle', scope: own }, { scope });
    expect(played(rig, [look(false, 0), ...tap('fs1', 100)]).at('echo')).toBe(hears ? 1 : 0);
    expect(played(rig, [look(false, 0), look(true, 50), ...tap('fs1', 100)]).at('echo')).toBe(1);
  });
});

describe('channel mode messages', () => {
  const rig = (channelModes: 'obeyed' | 'ignored', number: number): Rig =>
    withFunctions(
      smallRig(
        [
          parameter('gate'),
          continuous('wheel', 0, 127),
          continuous('volume', 0, 127, { start: 90 }),
          continuous('swell', 0, 127, { start: 20 }),
          continuous('bend', -1, 1, { start: 0.5 }),
          parameter('flip'),
        ],
        { reception: { channelModes } },
      ),
      [
        assignment({ id: 'n', on: 'fs1', message: noteOn(60), behaviour: momentary(100, 0), meant: ['gate'] }),
        assignment({ id: 'w', on: 'k1', gesture: 'move', message: cc(1), behaviour: range(0, 127), meant: ['wheel'] }),
        assignment({ id: 'p', on: 'fs2', message: cc(number), behaviour: fixed(0), meant: [] }),
      ],
      [
        landing('gate', { address: noteOn(60), mode: 'gate' }),
        landing('wheel', { address: cc(1), to: 127 }),
        landing('volume', { address: cc(7), to: 127 }),
        landing('swell', { address: cc(11), to: 127 }),
        landing('bend', { address: { type: 'pitch-bend', channel: channel(5) }, from: -1, to: 1 }),
        landing('flip', { address: cc(64), mode: 'toggle' }),
        // Moved by notes as well, none of which is on: there is nothing to let go.
        landing('volume', { id: 'by-note', address: noteOn(61), to: 127 }),
      ],
    );
  const hand = [moveTo('k1', 0, 1), down('fs1', 100), ...tap('fs2', 1000)];
  // MIDI 1.0 (120, 123); RP-015 (121), from memory: wheel 0, expression 127, bend in the middle, volume as it was.
  it.each([
    [123, [0, 127, 90, 20, 0.5]],
    [120, [0, 127, 90, 20, 0.5]],
    [121, [1, 0, 90, 127, 0]],
  ] as const)('%i does what it says, where it is obeyed', (number, left) => {
    const told = played(rig('obeyed', number), hand);
    const [gate, wheel, volume, swell, bend] = left;
    expect([told.at('gate'), told.at('wheel'), told.at('volume'), told.at('swell')]).toEqual([gate, wheel, volume, swell]);
    expect(told.at('bend')).toBeCloseTo(bend, 3);
    expect(told.at('flip')).toBe(0);
    const deaf = played(rig('ignored', number), hand);
    expect([deaf.at('gate'), deaf.at('wheel'), deaf.at('swell')]).toEqual([1, 127, 20]);
  });
});
