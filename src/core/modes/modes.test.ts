// A worked example of each receive mode. What they do is common practice, no source; a mode without an example does not compile.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commonReception } from '../rig/common-reception';
import { straight } from '../values';
import { makeHear, modeOf, type ReceiveMode, receiveModes } from '.';
import type { HeardParameter, HeardRange } from './mode';

interface Example {
  readonly kind: HeardParameter['kind'];
  readonly landing?: Partial<HeardRange>;
  /** The value before, the CC values that arrive one after the other, and the value after each. */
  readonly before: number;
  readonly arriving: readonly number[];
  readonly after: readonly number[];
  /** A value, and the CC value 0–127 that is sent back for it; null for none. */
  readonly back: readonly [number, number | null];
}

/** Range 0 to 100, on from 64, acting only on what counts as on, a click a tenth of the travel. */
const examples: Readonly<Record<ReceiveMode, Example>> = {
  absolute: { kind: 'continuous', before: 50, arriving: [0, 127, 64], after: [0, 100, (64 / 127) * 100], back: [100, 127] },
  toggle: { kind: 'toggle', landing: { to: 1 }, before: 0, arriving: [127, 0, 127, 63], after: [1, 1, 0, 0], back: [1, 127] },
  gate: { kind: 'toggle', landing: { to: 1 }, before: 0, arriving: [64, 63], after: [1, 0], back: [0, 0] },
  set: {
    kind: 'continuous',
    landing: { setValue: 30 },
    before: 50,
    arriving: [0, 127, 127],
    after: [50, 30, 30],
    back: [30, 127],
  },
  increment: { kind: 'continuous', before: 85, arriving: [127, 0, 127, 127], after: [95, 95, 100, 100], back: [50, null] },
  decrement: { kind: 'continuous', before: 15, arriving: [127, 0, 127, 127], after: [5, 5, 0, 0], back: [50, null] },
  trigger: { kind: 'continuous', before: 0, arriving: [0, 127], after: [0, 100], back: [100, null] },
  preset: { kind: 'stepped', landing: { setValue: 3 }, before: 0, arriving: [0, 127], after: [0, 3], back: [2, 0] },
  'next-preset': {
    kind: 'stepped',
    landing: { from: 1, to: 3 },
    before: 2,
    arriving: [127, 0, 127],
    after: [3, 3, 1],
    back: [2, null],
  },
  'previous-preset': {
    kind: 'stepped',
    landing: { from: 1, to: 3 },
    before: 2,
    arriving: [127, 0, 127],
    after: [1, 1, 3],
    back: [2, null],
  },
  choose: {
    kind: 'stepped',
    landing: { from: 0, to: 4, chosenBy: { from: 10, to: 14 } },
    before: 2,
    arriving: [10, 14, 15, 9, 13],
    after: [0, 4, 4, 4, 3],
    back: [3, 13],
  },
  // One number of a run: that of its first step.
  // When it was tapped is known to the target alone.
  tap: { kind: 'continuous', before: 50, arriving: [127, 0, 127], after: [50, 50, 50], back: [50, null] },
  // Its table is in the test of states.
  states: { kind: 'stepped', before: 2, arriving: [127, 0], after: [2, 2], back: [2, null] },
  run: { kind: 'stepped', landing: { from: 3, to: 7 }, before: 5, arriving: [0, 127], after: [5, 3], back: [3, null] },
  relative: {
    kind: 'continuous',
    landing: { coding: 'twos-complement' },
    before: 50,
    arriving: [1, 127, 3],
    after: [60, 50, 80],
    back: [50, null],
  },
};

const range: HeardRange = { from: 0, to: 100, setValue: 0, coding: null, chosenBy: null, curve: straight, by: 1 };
const parameter = (kind: HeardParameter['kind']): HeardParameter => ({
  kind,
  lowest: 0,
  highest: kind === 'toggle' ? 1 : 100,
  scale: { type: 'linear' },
  centre: 'linear',
  atEnd: 'wrap',
});
const reception = { ...commonReception, actsOn: 'at-or-above-threshold', relativeStep: 0.1 } as const;
const hearing = (mode: ReceiveMode, { kind, landing }: Pick<Example, 'kind' | 'landing'>) =>
  makeHear({ ...range, ...landing, mode }, parameter(kind), reception);

describe.each(receiveModes)('%s', (mode) => {
  const example = examples[mode];
  const hear = hearing(mode, example);
  it('does what it says', () => {
    let now = example.before;
    const after = example.arriving.map((value) => (now = hear.value('cc', value, now)));
    expect(after.map((v) => Math.round(v * 1e6) / 1e6)).toEqual(example.after.map((v) => Math.round(v * 1e6) / 1e6));
  });
  it('sends back where the parameter stands, if it knows', () => {
    const [value, back] = example.back;
    expect(hear.sentBack('cc', value, 127)).toBe(back);
  });
  it('says truly whether the present value matters', () => {
    const [low, high] = [example.landing?.from ?? 0, example.landing?.to ?? 100];
    const nows = [low, low + (high - low) / 4, high];
    const outcomes = new Set(nows.map((now) => hear.value('cc', 127, now)));
    // What follows from the message alone is one outcome, wherever the parameter stood.
    if (!modeOf(mode).fromNow) expect(outcomes.size).toBe(1);
    else expect(outcomes.size).toBeGreaterThan(1);
  });
  it('never leaves its range, whatever arrives in whatever order (property)', () => {
    const { landing } = example;
    const low = landing?.from ?? 0;
    const high = Math.max(landing?.to ?? 100, landing?.setValue ?? 0);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 127 }), { maxLength: 30 }), (values) => {
        let now = example.before;
        for (const value of values) {
          now = hear.value('cc', value, now);
          expect(now).toBeGreaterThanOrEqual(low);
          expect(now).toBeLessThanOrEqual(high);
        }
      }),
      { numRuns: 60 },
    );
  });
});

it('set value acts on the values that choose it, whatever counts as a press', () => {
  const landing = { ...range, mode: 'set' as const, setValue: 30, chosenBy: { from: 5, to: 7 } };
  const hear = makeHear(landing, parameter('continuous'), reception);
  expect([4, 5, 7, 8, 127].map((value) => hear.value('cc', value, 50))).toEqual([50, 30, 30, 50, 50]);
  expect([hear.sentBack('cc', 30, 127), hear.sentBack('cc', 31, 127)]).toEqual([7, null]);
  const trigger = makeHear(landing, parameter('trigger'), reception);
  expect([4, 5, 7, 8, 127].map((value) => trigger.value('cc', value, 0))).toEqual([0, 1, 1, 0, 0]);
  // A message without a value is chosen by its number alone.
  expect(hear.value('program', 0, 50)).toBe(30);
});

it('a trigger fires on what a mode asks of it: absolute and gate on what counts as on, the others on what acts', () => {
  const anything = { ...reception, actsOn: 'any-message' } as const;
  for (const mode of receiveModes) {
    const hear = makeHear({ ...range, mode, coding: 'twos-complement' }, parameter('trigger'), anything);
    // What is chosen by its value acts on those values, on a trigger too.
    const wanted = modeOf(mode).needs === 'first-value' ? [4, 5] : [5, modeOf(mode).needsOn ? 4 : 5];
    expect([hear.value('cc', 127, 4), hear.value('cc', 0, 4)], mode).toEqual(wanted);
  }
});
