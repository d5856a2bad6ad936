'use client';
// The take as a strip of bars: what is counted in, the sections, and how far it is.
import { useEffect, useMemo, useRef } from 'react';
import { counted } from '@/core/base';
import { type Schedule, scheduleOf, type Take } from '@/core/rehearsal';
import type { Bench } from '../bench/bench-store';
import { cx } from '../primitives/cx';
import type { Going } from './use-rehearsal';

interface Part {
  readonly key: string;
  readonly name: string;
  readonly under: string;
  readonly ms: number;
  readonly quiet: boolean;
}

function partsOf({ song, first }: Take, { dues, countInMs, endsMs }: Schedule): readonly Part[] {
  const before = song.sections[first - 1];
  const lead: Part = {
    key: 'lead',
    name: before ? before.name : 'Lead-in',
    under: before ? 'its last bar' : 'one bar',
    ms: countInMs,
    quiet: true,
  };
  const sections = dues.map(({ at, dueMs }, i): Part => {
    const section = song.sections[at];
    const until = dues[i + 1]?.dueMs ?? endsMs;
    const bars = Math.round((until - dueMs) / countInMs);
    return {
      key: `section ${at}`,
      name: section?.name ?? '',
      under: dues[i + 1] ? counted(bars, 'bar') : 'its first bar',
      ms: until - dueMs,
      quiet: false,
    };
  });
  return [{ key: 'count', name: 'Count-in', under: 'one bar', ms: countInMs, quiet: true }, lead, ...sections];
}

export function TakeStrip({ take, going, bench }: { readonly take: Take; readonly going: Going | null; readonly bench: Bench }) {
  const line = useRef<HTMLSpanElement>(null);
  const list = useRef<HTMLOListElement>(null);
  const parts = useMemo(() => partsOf(going?.take ?? take, going?.schedule ?? scheduleOf(take)), [going, take]);
  useEffect(() => {
    if (!going) return;
    let frame = 0;
    // A short part is drawn wider than it lasts, so that its name can be read: the line goes by the part that it is in.
    const draw = (): void => {
      let left = Math.max(0, bench.now() - going.zeroMs);
      const boxes = [...(list.current?.children ?? [])];
      const at = parts.findIndex((part, i) => {
        if (left < part.ms || i === parts.length - 1) return true;
        left -= part.ms;
        return false;
      });
      const box = boxes[at];
      if (line.current && box instanceof HTMLElement)
        line.current.style.left = `${box.offsetLeft + box.offsetWidth * Math.min(1, left / (parts[at]?.ms ?? 1))}px`;
      frame = requestAnimationFrame(draw);
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [going, bench, parts]);
  return (
    <div className="relative shrink-0 overflow-x-auto">
      <ol ref={list} aria-label="The take" className="flex w-full min-w-max overflow-hidden rounded-sm border bg-sheet">
        {parts.map((part) => (
          <li
            key={part.key}
            style={{ flexGrow: part.ms, flexBasis: 0 }}
            className={cx('min-w-[92px] border-l px-2 py-1.5 first:border-l-0', part.quiet && 'bg-film text-ink-2')}
          >
            <span className="block truncate text-sm font-semibold" title={part.name}>
              {part.name}
            </span>
            <span className="block truncate text-xs text-ink-2">{part.under}</span>
          </li>
        ))}
      </ol>
      {going && <span ref={line} aria-hidden className="absolute inset-y-0 w-0.5 bg-spark" />}
    </div>
  );
}
