'use client';
// The last seconds: what the hand did, what went over the wire, what the parameters did, one above the other.
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { type ECharts, init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useTheme } from 'next-themes';
import { useEffect, useRef, useState } from 'react';
import { wordValue } from '@/core/midi';
import type { RigIndex } from '@/core/rig';
import { makeScale } from '@/core/values';
import { cx } from '../primitives/cx';
import type { Bench } from './bench-store';
import { at } from './monitor';

use([LineChart, ScatterChart, GridComponent, CanvasRenderer]);

const SPAN_MS = 8000;
const EVERY_MS = 120;
const font = (): string => getComputedStyle(document.body).fontFamily;
const css = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

export default function Timeline({ bench, index }: { readonly bench: Bench; readonly index: RigIndex }) {
  const box = useRef<HTMLDivElement>(null);
  const { resolvedTheme } = useTheme();
  const [names, setNames] = useState<readonly [readonly string[], readonly string[]]>([[], []]);
  const rig = useRef(index);
  rig.current = index;
  useEffect(() => {
    if (!box.current) return;
    // The theme decides the colours read below.
    void resolvedTheme;
    const chart = init(box.current, null, { renderer: 'canvas' });
    chart.setOption(frameOption());
    let drawn = -1;
    const draw = (): void => {
      const now = bench.now();
      const newest = Math.max(bench.recent.hand.at(-1)?.t ?? 0, bench.recent.values.at(-1)?.t ?? 0);
      // Once everything has run out of the picture there is nothing to draw again.
      if (drawn > newest + SPAN_MS) return;
      drawn = now;
      const picture = pictureOf(bench, rig.current, now);
      chart.setOption(picture.option, { lazyUpdate: true });
      setNames((old) => (old.join('|') === [picture.hands, picture.values].join('|') ? old : [picture.hands, picture.values]));
    };
    const timer = setInterval(draw, EVERY_MS);
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(box.current);
    return () => {
      clearInterval(timer);
      watch.disconnect();
      chart.dispose();
    };
  }, [bench, resolvedTheme]);
  return (
    <div className="relative h-full w-full">
      <div
        ref={box}
        className="h-full w-full"
        role="img"
        aria-label="Timeline of the last eight seconds: the hand, the wire, the parameters. The same is listed in words under The wire and Targets."
      />
      <Names names={names[0]} className="top-[6%]" />
      <Names names={names[1]} className="top-[66%]" />
    </div>
  );
}

const lineTones = ['border-verdigris', 'border-spark', 'border-note'] as const;
const lineStyles = ['border-solid', 'border-dashed', 'border-dotted'] as const;

/** Which line is which, beside its lane. */
function Names({ names, className }: { readonly names: readonly string[]; readonly className: string }) {
  return (
    <ul aria-hidden className={cx('pointer-events-none absolute right-2 w-[118px]', className)}>
      {names.map((name, i) => (
        <li key={name} className="flex h-[15px] items-center gap-1.5 text-xs text-ink-2">
          <span className={cx('w-4 shrink-0 border-t-2', lineTones[i], lineStyles[i])} />
          <span className="truncate">{name}</span>
        </li>
      ))}
    </ul>
  );
}

const lanes = ['hand', 'wire', 'values'] as const;

function frameOption(): Parameters<ECharts['setOption']>[0] {
  const text = { color: css('--ink-2'), fontSize: 12, fontFamily: font() };
  const tops = ['6%', '36%', '66%'];
  return {
    animation: false,
    textStyle: { fontFamily: font() },
    grid: tops.map((top) => ({ left: 52, right: 132, top, height: '25%' })),
    xAxis: lanes.map((_, i) => ({
      type: 'value',
      gridIndex: i,
      min: -SPAN_MS / 1000,
      max: 0,
      interval: 2,
      axisLabel: { ...text, show: i === 2, formatter: (v: number) => (v === 0 ? 'now' : `−${-v} s`) },
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { lineStyle: { color: css('--rule') } },
    })),
    yAxis: lanes.map((name, i) => ({
      type: 'value',
      gridIndex: i,
      min: -0.05,
      max: 1.05,
      name,
      nameLocation: 'middle',
      nameRotate: 0,
      nameGap: 26,
      nameTextStyle: text,
      axisLabel: { show: false },
      axisLine: { lineStyle: { color: css('--control-edge') } },
      axisTick: { show: false },
      splitLine: { show: false },
    })),
    series: [],
  };
}

type Point = [number, number];

/** Most lines of hand and values that are drawn: those that moved last. */
const MOST = 3;

interface Picture {
  readonly option: Parameters<ECharts['setOption']>[0];
  readonly hands: readonly string[];
  readonly values: readonly string[];
}

function pictureOf(bench: Bench, index: RigIndex, now: number): Picture {
  const { monitor, recent } = bench;
  const { names } = bench.store.getState();
  const x = (t: number): number => (t - now) / 1000;
  const begin = now - SPAN_MS;
  const tones = [css('--verdigris'), css('--spark'), css('--note'), css('--ink-2')];
  const dashes = ['solid', 'dashed', 'dotted', 'solid'] as const;

  const line = (lane: number, i: number, data: readonly Point[]) => ({
    id: `${lane}-${i}`,
    type: 'line',
    xAxisIndex: lane,
    yAxisIndex: lane,
    step: 'end',
    showSymbol: false,
    silent: true,
    lineStyle: { width: 2, color: tones[i], type: dashes[i] },
    data,
  });

  const byControl = latest(
    recent.hand.filter((h) => h.t >= begin && h.kind !== 'turn'),
    (h) => h.control,
  );
  const hands = byControl.map(([control, events]) => {
    const name = index.controls.get(names?.controlIds[control] ?? '')?.name ?? '?';
    return { name, data: stepped(events.map((e): Point => [x(e.t), e.value])) };
  });
  const bySlot = latest(
    recent.values.filter((v) => v.t >= begin),
    (v) => v.slot,
  );
  const values = bySlot.map(([slot, events]) => {
    const parameter = index.parameters.get(names?.parameterIds[slot] ?? '');
    const scale =
      parameter &&
      makeScale(parameter.kind === 'continuous' ? parameter.scale : { type: 'linear' }, parameter.lowest, parameter.highest);
    const place = (v: number): number => (!scale ? 0 : parameter?.kind === 'trigger' ? v % 2 : scale.toPlace(v));
    return { name: parameter?.name ?? '?', data: stepped(events.map((e): Point => [x(e.t), place(e.value)])) };
  });
  const sent: Point[] = [];
  for (let n = monitor.next - 1; n >= monitor.first && sent.length < 2000; n--) {
    const t = monitor.sentAt[at(n)] ?? 0;
    if (t < begin) break;
    const word = monitor.word[at(n)] ?? 0;
    sent.push([x(t), wordValue(word) / (word >> 20 === 0xe ? 16383 : 127)]);
  }
  const filled = Array.from({ length: MOST }, (_, i) => i);
  const option = {
    series: [
      ...filled.map((i) => line(0, i, hands[i]?.data ?? [])),
      {
        id: 'wire',
        type: 'scatter',
        xAxisIndex: 1,
        yAxisIndex: 1,
        symbolSize: 4,
        silent: true,
        itemStyle: { color: css('--spark') },
        data: sent,
      },
      ...filled.map((i) => line(2, i, values[i]?.data ?? [])),
    ],
  };
  return { option, hands: hands.map((h) => h.name), values: values.map((v) => v.name) };
}

/** The groups that changed last, at most MOST of them. */
function latest<T extends { readonly t: number }>(events: readonly T[], key: (event: T) => number): [number, T[]][] {
  const groups = new Map<number, T[]>();
  for (const event of events) {
    const group = groups.get(key(event));
    if (group) group.push(event);
    else groups.set(key(event), [event]);
  }
  return [...groups].sort((a, b) => (b[1].at(-1)?.t ?? 0) - (a[1].at(-1)?.t ?? 0)).slice(0, MOST);
}

/** The last value holds until now. */
const stepped = (points: readonly Point[]): Point[] => [...points, [0, points.at(-1)?.[1] ?? 0]];
