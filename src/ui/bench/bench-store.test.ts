// The bench of the screen over a worker that plays at once: what is asked for, in which order, and what is kept.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type ChainEvent, VALUE } from '@/core/bench';
import { createBench } from './bench-store';
import { eventQueue } from './event-queue';
import { lastIn, nothingRecent, RECENT_MS, takeTrace } from './recent';

const press = (on: string, atMs: number): ChainEvent => ({ do: 'press', on, atMs, velocity: null });

describe('what waits to be played', () => {
  it('comes in the order of its times, hand and script together, and none before the last frame', () => {
    const queue = eventQueue();
    expect(queue.play([press('b', 10), press('d', 500)], 100)).toBe(500);
    queue.add(press('a', 50));
    queue.add(press('c', 115));
    expect(queue.due(60, 200).map((e) => ['on' in e ? e.on : '', e.atMs])).toEqual([
      ['a', 60],
      ['b', 110],
      ['c', 115],
    ]);
    expect([queue.plays(), queue.isEmpty()]).toEqual([true, false]);
    expect(queue.due(200, 1000).map((e) => e.atMs)).toEqual([600]);
    expect([queue.plays(), queue.isEmpty()]).toEqual([false, true]);
  });
  it('of a script that is stopped nothing comes any more', () => {
    const queue = eventQueue();
    queue.play([press('a', 10)], 0);
    queue.stop();
    expect(queue.due(0, 1000)).toEqual([]);
  });
});

describe('what happened lately', () => {
  it('gives the values after a trace, and the same list where none moved', () => {
    const recent = nothingRecent();
    const values = [0, 0, 0];
    const trace = { kind: [VALUE, VALUE], t: [5, 6], a: [1, 1], b: [3, 4], c: [0, 0], d: [0, 0] } as never;
    expect(takeTrace(recent, values, trace, 10)).toEqual([0, 4, 0]);
    expect(values).toEqual([0, 0, 0]);
    expect(takeTrace(recent, values, { kind: [], t: [], a: [], b: [], c: [], d: [] } as never, 10)).toBe(values);
    expect(lastIn(recent)).toBe(6);
  });
  it('is forgotten once it is old', () => {
    const recent = nothingRecent();
    takeTrace(recent, [0], { kind: [VALUE], t: [5], a: [0], b: [3], c: [0], d: [0] } as never, 5);
    takeTrace(recent, [3], { kind: [], t: [], a: [], b: [], c: [], d: [] } as never, 6 + RECENT_MS);
    expect(recent.values).toEqual([]);
  });
});

describe('the bench', () => {
  let frames: (() => void)[] = [];
  let clock = 0;
  const runFrames = async (n: number): Promise<void> => {
    for (let i = 0; i < n; i++) {
      clock += 16;
      const now = frames;
      frames = [];
      for (const frame of now) frame();
      await Promise.resolve();
      await Promise.resolve();
    }
  };
  beforeEach(() => {
    frames = [];
    clock = 0;
    vi.stubGlobal('requestAnimationFrame', (frame: () => void) => frames.push(frame));
    vi.spyOn(performance, 'now').mockImplementation(() => clock);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });
  const worker = (frame: (events: readonly ChainEvent[], t: number) => unknown) => {
    const asked: (readonly ChainEvent[])[] = [];
    const remote = {
      load: async () => null,
      setUp: async () => null,
      restart: async () => null,
      frame: async (events: readonly ChainEvent[], t: number) => {
        asked.push(events);
        return frame(events, t);
      },
    };
    return { asked, bench: createBench(remote as never) };
  };
  const quiet = () => ({ trace: { kind: [], t: [], a: [], b: [], c: [], d: [] }, panels: [], hostOpen: null, quiet: true });

  it('asks for what the hand did once a frame, and for nothing while nothing happens', async () => {
    const { asked, bench } = worker(quiet);
    await runFrames(3);
    expect(asked).toEqual([]);
    bench.does({ do: 'press', on: 'fs1', velocity: null });
    bench.does({ do: 'release', on: 'fs1' });
    await runFrames(3);
    expect(asked[0]?.map((e) => e.do)).toEqual(['press', 'release']);
    await runFrames(60);
    expect(asked.slice(1).every((events) => events.length === 0)).toBe(true);
  });
  it('takes what was done for when it was done, though it hears of it late; never before what was done already, nor ahead', async () => {
    const { asked, bench } = worker(quiet);
    clock = 500;
    bench.does({ do: 'press', on: 'fs1', velocity: null }, 380);
    bench.does({ do: 'release', on: 'fs1' }, 420);
    bench.does({ do: 'press', on: 'fs2', velocity: null }, 400);
    bench.does({ do: 'release', on: 'fs2' }, 9999);
    await runFrames(2);
    expect(asked.flat().map((e) => e.atMs)).toEqual([380, 420, 420, 500]);
    // Played up to here: nothing is put in before it.
    const [played] = asked.flat().slice(-1);
    bench.does({ do: 'press', on: 'fs1', velocity: null }, 100);
    await runFrames(2);
    expect(asked.flat().at(-1)?.atMs).toBeGreaterThanOrEqual(played?.atMs ?? 0);
  });
  it('keeps what is unplugged and out of focus', () => {
    const { bench } = worker(quiet);
    bench.does({ do: 'plug', on: 'w1', connected: false });
    bench.does({ do: 'look', on: 'hall', here: false });
    expect([[...bench.store.getState().unplugged], [...bench.store.getState().away]]).toEqual([['w1'], ['hall']]);
    bench.does({ do: 'plug', on: 'w1', connected: true });
    bench.does({ do: 'look', on: 'hall', here: true });
    expect([bench.store.getState().unplugged.size, bench.store.getState().away.size]).toEqual([0, 0]);
  });
  it('records from the moment of recording on, and plays it back to its end', async () => {
    const { asked, bench } = worker(quiet);
    clock = 1000;
    bench.record();
    clock = 1250;
    bench.does({ do: 'press', on: 'fs1', velocity: null });
    clock = 1300;
    bench.does({ do: 'release', on: 'fs1' });
    const script = bench.stopRecording();
    expect(script.map((e) => [e.do, e.atMs])).toEqual([
      ['press', 250],
      ['release', 300],
    ]);
    await runFrames(2);
    asked.length = 0;
    bench.play('Tap', script);
    expect(bench.store.getState().playing).toMatchObject({ name: 'Tap', lengthMs: 300 });
    await runFrames(25);
    expect(asked.flat().map((e) => e.do)).toEqual(['press', 'release']);
    expect(bench.store.getState().playing).toBeNull();
  });
  it('says that it stopped when the worker fails, and nothing after it was closed', async () => {
    const failing = worker(() => {
      throw new Error('out of memory');
    });
    failing.bench.does({ do: 'press', on: 'fs1', velocity: null });
    await runFrames(3);
    expect(failing.bench.store.getState().problem).toBe('out of memory');
    const closed = worker(() => {
      throw new Error('gone');
    });
    closed.bench.does({ do: 'press', on: 'fs1', velocity: null });
    closed.bench.close();
    await runFrames(3);
    expect(closed.bench.store.getState().problem).toBeNull();
  });
});
