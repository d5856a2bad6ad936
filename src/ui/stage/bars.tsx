'use client';
// Bars of the section and the time that is left of it, while a clock runs: written anew when a figure changes, the line below it with every frame.
import { type RefObject, useEffect, useRef, useState } from 'react';
import { counted } from '@/core/base';
import { cx } from '../primitives/cx';
import type { Spot } from './use-show';
import type { Time, TimeNow } from './use-time';

interface Props {
  readonly time: Time;
  readonly spot: Spot;
  /** Whether a clock is followed at all. */
  readonly followed: boolean;
}

export function Bars({ time, spot, followed }: Props) {
  const { section } = spot;
  const { words, line } = useWords(time, spot, followed);
  return (
    <>
      <p className={cx('font-mono text-2xl max-[500px]:text-base', words.ends && 'text-spark')}>{words.where}</p>
      <p className="text-sm text-ink-2">{words.left}</p>
      {followed && section.bars > 0 && (
        <div aria-hidden className="relative h-1.5 w-56 overflow-hidden rounded-full bg-rule max-[500px]:w-32">
          <div ref={line} className="h-full w-full origin-left bg-verdigris" style={{ transform: 'scaleX(0)' }} />
          {section.bars <= 32 &&
            Array.from({ length: section.bars - 1 }, (_, i) => (
              <span
                // biome-ignore lint/suspicious/noArrayIndexKey: bars are their places in the section
                key={i}
                className="absolute top-0 h-full w-px bg-film"
                style={{ left: `${((i + 1) * 100) / section.bars}%` }}
              />
            ))}
        </div>
      )}
    </>
  );
}

interface Words {
  readonly where: string;
  readonly left: string;
  /** Its last bar sounds, or it is over. */
  readonly ends: boolean;
}

function useWords(
  time: Time,
  spot: Spot,
  followed: boolean,
): { readonly words: Words; readonly line: RefObject<HTMLDivElement | null> } {
  const line = useRef<HTMLDivElement>(null);
  const [words, setWords] = useState<Words>(() => wordsOf(null, spot, false));
  useEffect(() => {
    if (!followed) {
      setWords(wordsOf(null, spot, false));
      return;
    }
    let frame = 0;
    const look = (): void => {
      const now = time.now();
      const next = wordsOf(now, spot, true);
      setWords((was) => (was.where === next.where && was.left === next.left && was.ends === next.ends ? was : next));
      if (line.current) line.current.style.transform = `scaleX(${now?.bars.share ?? 0})`;
      frame = requestAnimationFrame(look);
    };
    look();
    return () => cancelAnimationFrame(frame);
  }, [time, spot, followed]);
  return { words, line };
}

/** What stands there: where nothing runs, what is planned. */
function wordsOf(now: TimeNow | null, { song, section }: Spot, followed: boolean): Words {
  const all = section.bars > 0 ? counted(section.bars, 'bar') : 'until it ends';
  if (!now) return { where: all, left: followed ? `no clock runs · ${song.bpm} bpm` : `${song.bpm} bpm`, ends: false };
  const { bar, beat, beatsLeft } = now.bars;
  const tempo = `${Math.round(now.beats * 10) / 10} bpm`;
  if (bar < 1)
    return { where: `${counted((1 - bar) * song.beatsPerBar - beat + 1, 'beat')} to the one`, left: tempo, ends: false };
  if (beatsLeft === null) return { where: `bar ${bar}`, left: `until it ends · ${tempo}`, ends: false };
  if (beatsLeft <= 0) {
    return { where: `${counted(bar - section.bars, 'bar')} over`, left: tempo, ends: true };
  }
  const left = secondsWords(Math.ceil((beatsLeft * 60) / now.beats - 0.05));
  return { where: `bar ${bar} of ${section.bars}`, left: `${left} left · ${tempo}`, ends: bar === section.bars };
}

/** To the second: who looks up wants no tenths. */
const secondsWords = (seconds: number): string =>
  seconds < 60 ? `${seconds} s` : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
