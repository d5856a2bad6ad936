// Controls told from what arrives, held against a made-up controller and hand that share no code with the reading (tests/kit/touching-hand).
import { describe, expect, it } from 'vitest';
import {
  dice,
  type MadeControl,
  type MadeKind,
  madeController,
  madeKinds,
  shuffled,
  touched,
} from '../../../tests/kit/touching-hand';
import { type Reading, type Touched, touchesIn } from './index';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 60);
const SEED = Number(process.env.KEEN_DIAL_SEED ?? 20261129);

/** What a reading should say of a made control. */
const expected: Readonly<Record<MadeKind, Reading['kind']>> = {
  momentary: 'momentary',
  latching: 'latching',
  fixed: 'fixed',
  'note-button': 'momentary',
  pad: 'struck',
  'pad-pressure': 'struck',
  knob: 'moved',
  'knob-14': 'moved',
  'fader-touch': 'moved',
  wheel: 'springs',
  'twos-complement': 'clicks',
  'binary-offset': 'clicks',
  'sign-magnitude': 'clicks',
  'each-way': 'each-way',
  program: 'fixed',
};

const typeOf: { readonly [K in MadeKind]?: string } = {
  'note-button': 'note',
  pad: 'note',
  'pad-pressure': 'note',
  'knob-14': 'cc14',
  wheel: 'pitch-bend',
  program: 'program',
};

const found = (made: MadeControl, all: readonly Touched[]): Touched | undefined =>
  all.find(
    ({ message }) =>
      message.type === (typeOf[made.kind] ?? 'cc') &&
      'channel' in message &&
      message.channel === made.channel &&
      (made.kind === 'wheel' || ('number' in message && message.number === made.number)),
  );

/** Right, asked (the right one is among several), or wrong. */
function judged(made: MadeControl, all: readonly Touched[]): 'right' | 'asked' | 'wrong' {
  const touch = found(made, all);
  if (!touch) return 'wrong';
  const fits = touch.readings.some((r) => r.kind === expected[made.kind] && (r.coding === null || r.coding === made.kind));
  const beside =
    (touch.back !== null) === (made.kind === 'each-way') &&
    (touch.touch !== null) === (made.kind === 'fader-touch') &&
    (touch.pressure !== null) === (made.kind === 'pad-pressure');
  if (!fits || !beside) return 'wrong';
  return touch.readings.length === 1 ? 'right' : 'asked';
}

describe('a controller of 20 controls, touched in any order, merged with clock', () => {
  const counts = new Map<MadeKind, { right: number; asked: number; wrong: number }>(
    madeKinds.map((kind) => [kind, { right: 0, asked: 0, wrong: 0 }]),
  );
  let too = 0;
  for (let run = 0; run < RUNS; run++) {
    const next = dice(SEED + run);
    const controls = madeController(20, next);
    const heard = touched(shuffled(controls, next), next, { clock: run % 2 === 0, sensing: run % 3 === 0 });
    const all = touchesIn(heard);
    too += Math.abs(all.length - controls.length);
    for (const made of controls) {
      const count = counts.get(made.kind);
      if (count) count[judged(made, all)]++;
    }
  }
  const sum = (what: 'right' | 'asked' | 'wrong'): number => [...counts.values()].reduce((n, c) => n + c[what], 0);
  const share = (c: { right: number; asked: number; wrong: number }): number =>
    c.right / Math.max(1, c.right + c.asked + c.wrong);
  it('is described right for at least 98 in a hundred, and no kind for less than 95', () => {
    expect(sum('right') / (RUNS * 20)).toBeGreaterThanOrEqual(0.98);
    for (const [kind, count] of counts) expect([kind, share(count) >= 0.95, count]).toEqual([kind, true, count]);
  });
  it('never says one thing for certain where it is another', () => {
    expect([...counts].filter(([, c]) => c.wrong > 0)).toEqual([]);
  });
  it('has as many controls as were touched', () => {
    expect(too).toBe(0);
  });
});
