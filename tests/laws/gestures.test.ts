// One control under a hand, against a second telling of the same rules: not a machine that waits, but each press looked at as a stretch of
// time with those before and after it. Common practice, no source; times and windows are the firmware's.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { down, played, up } from '../kit/hand';
import { anyCase, type Case, number, type Own, rigOf, TIMES } from '../kit/one-switch';

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly second: boolean;
  readonly held: boolean;
}

const hasSecond = (has: readonly Own[]): boolean => has.includes('double-tap') || has.includes('tap-hold');

function stretchesOf({ has, presses }: Case): readonly Stretch[] {
  const all: Stretch[] = [];
  let t = 0;
  for (const [before, held] of presses) {
    const from = t + before;
    t = from + held;
    const last = all.at(-1);
    const second = hasSecond(has) && last !== undefined && !last.second && from <= last.from + TIMES.doubleTapMs;
    all.push({
      from,
      to: t,
      second,
      held:
        held > TIMES.holdMs &&
        (['hold', 'hold-release'].some((g) => has.includes(g as Own)) || (second && has.includes('tap-hold'))),
    });
  }
  return all;
}

/** What is sent, as `time number value`, in any order. */
function expected(one: Case): readonly string[] {
  const sent: string[] = [];
  const { has, firmware } = one;
  const waits = firmware.press === 'waits';
  const at = (t: number, gesture: Own, value: 127 | 0): void =>
    void (has.includes(gesture) && sent.push(`${t} ${number(gesture)} ${value}`));
  const both = (t: number, gesture: Own): void => {
    at(t, gesture, 127);
    at(t, gesture, 0);
  };
  /** When the plain press of each goes out and when it is let go; none for one that became something else. */
  const pressed: { readonly t: number; readonly up: number }[] = [];
  const all = stretchesOf(one);
  for (const [i, { from, to, second, held }] of all.entries()) {
    const next = all[i + 1];
    const taken = next?.second === true;
    // On firmware that waits, a second tap that may be held and is not gives both presses back, where nothing stands on two taps.
    const givesBack = has.includes('tap-hold') && !has.includes('double-tap');
    const tapHeld = second && held && has.includes('tap-hold');
    const windowEnd = from + TIMES.doubleTapMs;
    // The moment at which the first press of a possible double tap is known to be alone.
    const alone = Math.min(windowEnd, next && !taken ? next.from : windowEnd);
    const returned = waits && taken && givesBack && !next.held ? next.to : null;
    const mayDouble = hasSecond(has) && !second;
    const longer = has.includes('hold') || has.includes('hold-release');
    const press = (t: number, up: number): void => void pressed.push({ t, up });
    if (!waits) press(from, to);
    else if (second && givesBack) {
      if (!held) press(to, to);
    } else if (!second && longer) {
      if (!held) {
        if (!mayDouble || to >= windowEnd) press(to, to);
        else if (!taken) press(alone, alone);
        else if (returned !== null) press(returned, returned);
      }
    } else if (!second && mayDouble) {
      if (to > windowEnd) press(windowEnd, to);
      else if (!taken) press(alone, alone);
      else if (returned !== null) press(returned, returned);
    } else if (!second) press(from, to);
    if (second && has.includes('double-tap')) {
      // A second tap that may be held says what it is when it is let go, on firmware that waits.
      const late = waits && has.includes('tap-hold');
      if (!late) {
        at(from, 'double-tap', 127);
        at(to, 'double-tap', 0);
      } else if (!held) both(to, 'double-tap');
    }
    if (held) {
      at(from + TIMES.holdMs, tapHeld ? 'tap-hold' : 'hold', 127);
      at(to, tapHeld ? 'tap-hold' : 'hold', 0);
      if (!tapHeld) both(to, 'hold-release');
    }
    at(from, 'repeat', 127);
    for (let t = from + TIMES.holdMs; t < to; t += TIMES.repeatMs) {
      at(t, 'repeat', 0);
      at(t, 'repeat', 127);
    }
    at(to, 'repeat', 0);
    both(to, 'any-release');
    const twice = second && (has.includes('double-tap') || tapHeld);
    const swallowed =
      (held && firmware.releaseAfterHold === 'suppressed') || (twice && firmware.releaseAfterDoubleTap === 'suppressed');
    if (swallowed) continue;
    const open = waits && mayDouble && !held && to < windowEnd;
    if (!open) both(to, 'release');
    else if (!taken) both(alone, 'release');
    else if (returned !== null) both(returned, 'release');
  }
  let on = false;
  for (const { t, up } of pressed) {
    at(t, 'press', 127);
    at(up, 'press', 0);
    if (!has.includes('latch-on') && !has.includes('latch-off')) continue;
    on = !on;
    both(t, on ? 'latch-on' : 'latch-off');
  }
  return sent.sort();
}

describe('one control', () => {
  it('sends for any presses what the rules say, whatever it has functions on', () => {
    fc.assert(
      fc.property(anyCase, (one) => {
        const events = stretchesOf(one).flatMap(({ from, to }) => [down('fs1', from), up('fs1', to)]);
        const sent = played(rigOf(one), events).sent.map((line) => line.replace('CC ', ''));
        expect([...sent].sort()).toEqual(expected(one));
        // Whatever goes on goes off again, and time never runs back.
        const times = sent.map((line) => Number(line.split(' ')[0]));
        expect([...times].sort((a, b) => a - b)).toEqual(times);
      }),
      { numRuns: Number(process.env.KEEN_DIAL_RUNS ?? 400) },
    );
  });
});
