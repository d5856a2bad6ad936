'use client';
// A pedal measured: its reading over its way, the straight line that was hoped for, and how often each value came.
import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { PedalMeasure } from '@/core/calibration';
import { axisText, axisValue, css, tooltipLook } from './look';
import { useChart } from './use-chart';

use([BarChart, LineChart, GridComponent, TooltipComponent, SVGRenderer]);

const percent = (v: number): string => `${Math.round(v * 100)} %`;

/** The curve. `mended`: the way that counts once it is calibrated, at the same places. */
export function PedalCurve({ measure, mended }: { readonly measure: PedalMeasure; readonly mended: readonly number[] }) {
  const box = useChart(() => {
    const text = axisText();
    const last = measure.curve.length - 1;
    const line = (name: string, tone: string, heights: readonly number[], dashed: boolean) => ({
      name,
      type: 'line' as const,
      showSymbol: false,
      lineStyle: { width: 2, color: css(tone), ...(dashed ? { type: 'dashed' as const } : {}) },
      itemStyle: { color: css(tone) },
      data: heights.map((v, i) => [i / last, v]),
    });
    return {
      grid: { left: 4, right: 16, top: 12, bottom: 4, containLabel: true },
      tooltip: {
        ...tooltipLook(),
        formatter: (raw: unknown) => {
          const i = Math.round(axisValue(raw) * last);
          return `at ${percent(i / last)} of its way<br>reads ${percent(measure.curve[i] ?? 0)}<br>calibrated ${percent(mended[i] ?? 0)}`;
        },
      },
      xAxis: {
        type: 'value',
        min: 0,
        max: 1,
        interval: 0.25,
        axisLabel: { ...text, formatter: percent },
        axisLine: { lineStyle: { color: css('--control-edge') } },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 1,
        interval: 0.5,
        axisLabel: { ...text, formatter: percent },
        splitLine: { lineStyle: { color: css('--rule') } },
      },
      series: [line('reads', '--spark', measure.curve, false), line('calibrated', '--verdigris', mended, true)],
    };
  }, [measure, mended]);
  return (
    <div
      ref={box}
      className="h-56 w-full"
      role="img"
      aria-label={`Reading over the way; at most ${percent(measure.bend)} off a straight line`}
    />
  );
}

/** How often each value came. */
export function PedalHistogram({ measure }: { readonly measure: PedalMeasure }) {
  const box = useChart(() => {
    const text = axisText();
    return {
      grid: { left: 4, right: 16, top: 8, bottom: 4, containLabel: true },
      tooltip: {
        ...tooltipLook(),
        formatter: (raw: unknown) => {
          const at = axisValue(raw);
          return `${at}: ${measure.histogram[at] ?? 0} times`;
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
      yAxis: { type: 'value', splitNumber: 1, axisLabel: text, splitLine: { lineStyle: { color: css('--rule') } } },
      series: [
        {
          type: 'bar',
          barWidth: '90%',
          itemStyle: { color: css('--ink-3') },
          data: measure.histogram.map((n, v) => [v, n]),
        },
      ],
    };
  }, [measure]);
  return <div ref={box} className="h-28 w-full" role="img" aria-label="How often each value came, 0 to 127" />;
}
