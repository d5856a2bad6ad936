// @vitest-environment jsdom
// A trial while messages arrive: it ends once, waits for quiet before it says what is wrong, and another question is another trial.
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { packedCc } from '@/core/midi';
import { type Ask, askFor, QUIET_MS } from '@/core/proof';
import { indexRig } from '@/core/rig';
import type { ToldDiagnosis } from '@/workers/proof.worker';
import { assignment, cc, landing, momentary, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { STANDS_MS, type TrialEnd, useTrial } from './use-trial';

const rig = withFunctions(
  smallRig([parameter('freeze'), parameter('gate')]),
  [
    assignment({ id: 'a1', message: cc(20), behaviour: momentary(127, 0), meant: ['freeze'] }),
    assignment({ id: 'a2', on: 'fs2', message: cc(21), behaviour: momentary(127, 0), meant: ['gate'] }),
  ],
  [landing('freeze', { address: cc(20) }), landing('gate', { id: 'l2', address: cc(21) })],
);
const index = indexRig(rig);
const ask = (id: string): Ask => {
  const row = index.assignments.get(id);
  const made = row && askFor(index, row);
  if (!made) throw new Error(`${id} cannot be asked for`);
  return made;
};
const [first, second] = [ask('a1'), ask('a2')];
const on = (number: number) => packedCc(5, number, 127);
/** The gesture that is asked for: three presses. */
const pressed = (number: number): readonly number[] =>
  Array(3)
    .fill([on(number), packedCc(5, number, 0)])
    .flat();

const found: ToldDiagnosis = {
  short: null,
  apart: null,
  explanations: [{ causes: [], alike: [], unexplained: 0, sends: [], intoPlan: null, ends: null }],
};

beforeEach(
  () => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame'] }),
);
afterEach(() => void vi.useRealTimers());

const trial = (doctor: (id: string) => Promise<ToldDiagnosis | null> = async () => found) => {
  const ends: { readonly id: string; readonly end: TrialEnd }[] = [];
  const asked: string[] = [];
  const rested: string[] = [];
  const hook = renderHook(
    ({ asks }: { asks: Ask | null }) =>
      useTrial(
        asks,
        (id) => {
          asked.push(id);
          return doctor(id);
        },
        (a, end) => ends.push({ id: a.assignment.id, end }),
        (a) => rested.push(a.assignment.id),
      ),
    { initialProps: { asks: first as Ask | null } },
  );
  const take = (...words: number[]): void => act(() => words.forEach((w, i) => void hook.result.current.take([w], i * 20)));
  const pass = (ms: number): Promise<unknown> => act(() => vi.advanceTimersByTimeAsync(ms));
  return { hook, ends, asked, rested, take, pass, now: () => hook.result.current };
};

describe('what is planned', () => {
  it('ends the trial with its last message, once, and what comes after counts no more', async () => {
    const { ends, asked, take, pass, now } = trial();
    take(...pressed(20));
    await pass(50);
    expect(now().verdict.type).toBe('proved');
    expect(ends.map(({ id, end }) => [id, end.outcome, end.heard.length, end.typed])).toEqual([['a1', 'proved', 6, false]]);
    take(on(20), on(99));
    await pass(QUIET_MS * 2);
    expect([ends.length, asked.length, now().heard.length]).toEqual([1, 0, 6]);
  });
  it('moves on once the hand rests: a gesture that began before belongs to the function on the screen', async () => {
    const { ends, rested, take, pass } = trial();
    take(...pressed(20));
    await pass(STANDS_MS - 100);
    // The next one is begun already, while this one still stands there.
    take(on(21));
    await pass(STANDS_MS - 100);
    take(packedCc(5, 21, 0));
    await pass(STANDS_MS - 100);
    expect([ends.length, rested]).toEqual([1, []]);
    await pass(200);
    expect([ends.length, rested]).toEqual([1, ['a1']]);
  });
  it('that failed moves on by itself never', async () => {
    const { ends, rested, take, pass } = trial();
    take(on(33));
    await pass(QUIET_MS + 10);
    take(on(33));
    await pass(QUIET_MS * 4);
    expect([ends.map(({ end }) => end.outcome), rested]).toEqual([['failed'], []]);
  });
  it('typed in is as good, and says so; it waits until it is asked to go on, whatever comes', async () => {
    const { ends, rested, take, pass, now } = trial();
    act(() => now().takeAll(pressed(20).map((word, i) => ({ atMs: i * 30, word }))));
    expect(ends.map(({ end }) => [end.outcome, end.typed])).toEqual([['proved', true]]);
    take(on(21));
    await pass(STANDS_MS * 3);
    expect(rested).toEqual([]);
  });
});

describe('what is not', () => {
  it('is asked of the doctor once it is quiet, and each message puts that off', async () => {
    const { ends, asked, take, pass, now } = trial();
    take(on(33));
    await pass(QUIET_MS - 100);
    take(on(33));
    await pass(QUIET_MS - 100);
    expect(asked).toEqual([]);
    await pass(200);
    expect([asked, now().diagnosis, ends.map(({ end }) => end.outcome)]).toEqual([['a1'], found, ['failed']]);
  });
  it('is asked at once where somebody says that nothing more will come', async () => {
    const { ends, now, pass } = trial();
    act(() => now().settle());
    await pass(1);
    expect(ends.map(({ end }) => [end.outcome, end.heard.length])).toEqual([['failed', 0]]);
  });
  it('made too seldom ends nothing: the next message begins anew', async () => {
    const { ends, take, pass, now } = trial(async () => ({ short: 2, apart: null, explanations: [] }));
    take(on(20));
    await pass(QUIET_MS + 10);
    expect([ends.length, now().diagnosis?.short]).toEqual([0, 2]);
    take(...pressed(20));
    await pass(50);
    expect([ends.map(({ end }) => [end.outcome, end.heard.length]), now().diagnosis]).toEqual([[['proved', 6]], null]);
  });
  it('ends nothing where the doctor has no answer', async () => {
    const { ends, take, pass } = trial(async () => null);
    take(on(33));
    await pass(QUIET_MS * 2);
    expect(ends).toEqual([]);
  });
});

describe('another question', () => {
  it('is another trial: an answer to the one before comes too late', async () => {
    let answer: (told: ToldDiagnosis) => void = () => undefined;
    const { hook, ends, take, pass, now } = trial(() => new Promise((resolve) => (answer = resolve)));
    take(on(33));
    await pass(QUIET_MS + 10);
    hook.rerender({ asks: second });
    await act(async () => answer(found));
    expect([ends.length, now().diagnosis, now().heard.length, now().verdict.type]).toEqual([0, null, 0, 'waiting']);
    take(...pressed(21));
    expect(ends.map(({ id }) => id)).toEqual(['a2']);
  });
  it('nothing is taken while nothing is asked', () => {
    const { hook, ends, take, now } = trial();
    hook.rerender({ asks: null });
    take(...pressed(20));
    expect([ends.length, now().heard.length]).toEqual([0, 0]);
  });
});

it('a port that never rests keeps the newest three thousand messages', async () => {
  const { pass, now } = trial();
  act(() =>
    now().take(
      Array.from({ length: 3100 }, (_, i) => packedCc(5, 60, i % 128)),
      0,
    ),
  );
  await pass(50);
  expect(now().heard).toHaveLength(3000);
  expect(now().heard.at(-1)?.word).toBe(packedCc(5, 60, 3099 % 128));
});
