'use client';
// Where the take is: the beat as a light, and what comes next. Drawn anew once a beat, not once a frame.
import { useEffect, useState } from 'react';
import { showsBeats } from '@/core/rehearsal';
import type { Bench } from '../bench/bench-store';
import { cx } from '../primitives/cx';
import type { Going } from './use-rehearsal';

/** The number of the beat that sounds now, from the first click on; −1 before it. */
export function useBeat(bench: Bench, { schedule, zeroMs }: Going): number {
  const [beat, setBeat] = useState(-1);
  useEffect(() => {
    let frame = 0;
    const look = (): void => {
      setBeat(Math.floor((bench.now() - zeroMs) / schedule.beatMs));
      frame = requestAnimationFrame(look);
    };
    look();
    return () => cancelAnimationFrame(frame);
  }, [bench, schedule, zeroMs]);
  return Math.max(-1, beat);
}

/** Beats of the bar as a row; at a fast tempo one for the whole bar, so that nothing lights more than three times a second. */
export function BeatLight({ beat, going }: { readonly beat: number; readonly going: Going }) {
  const { beatsPerBar } = going.schedule;
  const each = showsBeats(going.schedule);
  const bar = Math.floor(beat / beatsPerBar);
  const lights = each ? beatsPerBar : 1;
  const lit = each ? beat % beatsPerBar : bar % 2 === 0 ? 0 : -1;
  return (
    <span className="flex shrink-0 items-center gap-1.5" aria-hidden>
      {Array.from({ length: lights }, (_, i) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: beats are their places in the bar
          key={i}
          className={cx(
            'rounded-full border border-control-edge',
            i === 0 ? 'h-5 w-5' : 'h-3.5 w-3.5',
            beat >= 0 && i === lit && (i === 0 ? 'border-spark bg-spark' : 'border-verdigris bg-verdigris'),
          )}
        />
      ))}
    </span>
  );
}
