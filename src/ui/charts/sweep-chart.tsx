'use client';

// The curve of a sweep: what each parameter does while the control moves from one end to the other.

import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { type Drawing, showValue } from '@/core/bench';
import { axisText, axisValue, css, escaped, tooltipLook } from './look';
import { useChart } from './use-chart';

use([LineChart, GridComponent, TooltipComponent, SVGRenderer]);

type Sweep = Extract<Drawing, { type: 'sweep' }>;

export default function SweepChart({ drawing }: { readonly drawing: Sweep }) {
  const box = useChart(() => {
    const text = axisText();
    const tones = [css('--verdigris'), css('--spark'), css('--note')];
    const { curves } = drawing;
    const [only] = curves;
    const single = curves.length === 1 && only;
    return {
      grid: { left: 8, right: 12, top: 12, bottom: 4, containLabel: true },
      tooltip: {
        ...tooltipLook(),
        formatter: (raw: unknown) => {
          const at = axisValue(raw);
          const lines = curves.map((c) => {
            const point = c.points.findLast(([p]) => p * 127 <= at + 0.01);
            return `${escaped(c.parameter.name)}: ${escaped(showValue(c.parameter, point?.[1] ?? 0))}`;
          });
          return [`position ${Math.round(at)} of 127`, ...lines].join('<br>');
        },
      },
      xAxis: {
        type: 'value',
        min: 0,
        max: 127,
        interval: 127,
        axisLabel: text,
        axisLine: { lineStyle: { color: css('--control-edge') } },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        show: true,
        scale: true,
        splitNumber: 2,
        axisLabel: { ...text, formatter: (v: number) => (single ? showValue(single.parameter, v) : '') },
        splitLine: { lineStyle: { color: css('--rule') } },
      },
      series: curves.slice(0, 3).map((c, i) => ({
        type: 'line',
        showSymbol: false,
        step: c.parameter.kind === 'continuous' ? false : 'end',
        lineStyle: { width: 2, color: tones[i], type: i === 0 ? 'solid' : i === 1 ? 'dashed' : 'dotted' },
        itemStyle: { color: tones[i] },
        // Several parameters share one picture: each over its own range.
        data: single ? c.points.map(([p, v]) => [p * 127, v]) : scaled(c.points),
      })),
    };
  }, [drawing]);
  return (
    <div
      ref={box}
      className="h-36 w-full"
      role="img"
      aria-label={drawing.curves
        .map(
          (c) =>
            `${c.parameter.name}: ${showValue(c.parameter, c.points[0]?.[1] ?? 0)} to ${showValue(c.parameter, c.points.at(-1)?.[1] ?? 0)}`,
        )
        .join('; ')}
    />
  );
}

function scaled(points: Sweep['curves'][number]['points']): [number, number][] {
  const values = points.map(([, v]) => v);
  const low = Math.min(...values);
  const span = Math.max(...values) - low || 1;
  return points.map(([p, v]) => [p * 127, (v - low) / span]);
}
