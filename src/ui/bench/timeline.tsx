'use client';

// The last seconds: what the hand did, what went over the wire, what the parameters did, one above the other. Drawn by a worker.

import { transfer, wrap } from 'comlink';
import { useTheme } from 'next-themes';
import { useEffect, useRef, useState } from 'react';
import { groupBy } from '@/core/base';
import { packedValue } from '@/core/midi';
import type { RigIndex } from '@/core/rig';
import { makeScale } from '@/core/values';
import type { TimelinePicture, TimelineWorker } from '@/workers/timeline.worker';
import { cx } from '../primitives/cx';
import type { Bench } from './bench-store';
import { at } from './monitor';

const SECONDS = 8;
const SPAN_MS = SECONDS * 1000;
const EVERY_MS = 100;
/** Most lines of hand and values that are drawn: those that moved last. */
const MOST = 3;
/** Most messages that are drawn as dots. */
const DOTS = 2000;

const css = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

export default function Timeline({ bench, index }: { readonly bench: Bench; readonly index: RigIndex }) {
  const box = useRef<HTMLDivElement>(null);
  const { resolvedTheme } = useTheme();
  const [names, setNames] = useState<readonly [readonly string[], readonly string[]]>([[], []]);
  const rig = useRef(index);
  rig.current = index;
  useEffect(() => {
    const home = box.current;
    if (!home) return;
    // The theme decides the colours read below.
    void resolvedTheme;
    const worker = new Worker(new URL('../../workers/timeline.worker.ts', import.meta.url), { type: 'module' });
    const chart = wrap<TimelineWorker>(worker);
    // A canvas can be handed over once: each worker gets one of its own.
    const canvas = document.createElement('canvas');
    canvas.style.cssText = 'display:block;width:100%;height:100%';
    home.append(canvas);
    const ratio = window.devicePixelRatio;
    canvas.width = home.clientWidth * ratio;
    canvas.height = home.clientHeight * ratio;
    const off = canvas.transferControlToOffscreen();
    const tones = [css('--verdigris'), css('--spark'), css('--note')];
    void chart.open(transfer(off, [off]), home.clientWidth, home.clientHeight, ratio, {
      rule: css('--rule'),
      edge: css('--control-edge'),
      spark: css('--spark'),
      tones,
    });
    let drawn = -1;
    let drawing = false;
    const draw = (): void => {
      const now = bench.now();
      const newest = Math.max(bench.recent.hand.at(-1)?.t ?? 0, bench.recent.values.at(-1)?.t ?? 0);
      // Once everything has run out of the picture there is nothing to draw again; and one picture at a time.
      if (drawing || drawn > newest + SPAN_MS) return;
      drawn = now;
      drawing = true;
      const { picture, hands, values } = pictureOf(bench, rig.current, now);
      void chart.draw(picture).finally(() => {
        drawing = false;
      });
      setNames((old) => (old.join('|') === [hands, values].join('|') ? old : [hands, values]));
    };
    const timer = setInterval(draw, EVERY_MS);
    const watch = new ResizeObserver(() => {
      drawn = -1;
      void chart.resize(home.clientWidth, home.clientHeight);
    });
    watch.observe(home);
    return () => {
      clearInterval(timer);
      watch.disconnect();
      worker.terminate();
      canvas.remove();
    };
  }, [bench, resolvedTheme]);
  return (
    <div className="relative h-full w-full text-xs text-ink-2">
      <div
        ref={box}
        className="h-full w-full"
        role="img"
        aria-label="Timeline of the last eight seconds: the hand, the wire, the parameters. The same is listed in words under The wire and Targets."
      />
      <Lanes />
      <Names names={names[0]} className="top-[6%]" />
      <Names names={names[1]} className="top-[66%]" />
    </div>
  );
}

function Lanes() {
  return (
    <>
      <span aria-hidden className="absolute top-[13%] left-2">
        hand
      </span>
      <span aria-hidden className="absolute top-[43%] left-2">
        wire
      </span>
      <span aria-hidden className="absolute top-[73%] left-2">
        values
      </span>
      <div aria-hidden className="absolute right-[132px] bottom-0 left-[52px] flex justify-between">
        {['−8 s', '−6 s', '−4 s', '−2 s', 'now'].map((t) => (
          <span key={t} className="w-0 text-center whitespace-nowrap">
            <span className="inline-block -translate-x-1/2">{t}</span>
          </span>
        ))}
      </div>
    </>
  );
}

const lineTones = ['border-verdigris', 'border-spark', 'border-note'] as const;
const lineStyles = ['border-solid', 'border-dashed', 'border-dotted'] as const;

/** Which line is which, beside its lane. */
function Names({ names, className }: { readonly names: readonly string[]; readonly className: string }) {
  return (
    <ul aria-hidden className={cx('pointer-events-none absolute right-2 w-[118px]', className)}>
      {names.map((name, i) => (
        <li key={name} className="flex h-[15px] items-center gap-1.5">
          <span className={cx('w-4 shrink-0 border-t-2', lineTones[i], lineStyles[i])} />
          <span className="truncate">{name}</span>
        </li>
      ))}
    </ul>
  );
}

/** What is to be drawn, and which lines are whose. */
function pictureOf(
  bench: Bench,
  index: RigIndex,
  now: number,
): { readonly picture: TimelinePicture; readonly hands: readonly string[]; readonly values: readonly string[] } {
  const { monitor, recent } = bench;
  const { names } = bench.store.getState();
  const begin = now - SPAN_MS;
  const hands = latest(recent.hand, begin, (h) => (h.kind === 'turn' ? -1 : h.control)).map(([control, events]) => ({
    name: index.controls.get(names?.controlIds[control] ?? '')?.name ?? '?',
    points: stepped(events, now, (e) => e.value),
  }));
  const values = latest(recent.values, begin, (v) => v.slot).map(([slot, events]) => {
    const parameter = index.parameters.get(names?.parameterIds[slot] ?? '');
    const scale =
      parameter &&
      makeScale(parameter.kind === 'continuous' ? parameter.scale : { type: 'linear' }, parameter.lowest, parameter.highest);
    const place = (v: number): number => (!scale ? 0 : parameter?.kind === 'trigger' ? v % 2 : scale.toPosition(v));
    return { name: parameter?.name ?? '?', points: stepped(events, now, (e) => place(e.value)) };
  });
  const sent: number[] = [];
  for (let n = monitor.next - 1; n >= monitor.first && sent.length < DOTS * 2; n--) {
    const t = monitor.sentAt[at(n)] ?? 0;
    if (t < begin) break;
    const word = monitor.word[at(n)] ?? 0;
    sent.push((t - now) / 1000, packedValue(word) / (word >> 20 === 0xe ? 16383 : 127));
  }
  return {
    picture: { hands: hands.map((h) => h.points), values: values.map((v) => v.points), sent: Float32Array.from(sent) },
    hands: hands.map((h) => h.name),
    values: values.map((v) => v.name),
  };
}

/** The groups that changed last, at most MOST of them; −1 belongs to none. */
function latest<T extends { readonly t: number }>(
  events: readonly T[],
  since: number,
  key: (event: T) => number,
): [number, T[]][] {
  const groups = groupBy(
    events.filter((event) => event.t >= since && key(event) >= 0),
    key,
  );
  return [...groups].sort((a, b) => (b[1].at(-1)?.t ?? 0) - (a[1].at(-1)?.t ?? 0)).slice(0, MOST);
}

/** Points in a row; the last value holds until now. */
function stepped<T extends { readonly t: number }>(
  events: readonly T[],
  now: number,
  height: (event: T) => number,
): Float32Array {
  const points = new Float32Array(events.length * 2 + 2);
  events.forEach((event, i) => {
    points[i * 2] = (event.t - now) / 1000;
    points[i * 2 + 1] = height(event);
  });
  points[events.length * 2] = 0;
  points[events.length * 2 + 1] = points[events.length * 2 - 1] ?? 0;
  return points;
}
