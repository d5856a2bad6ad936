'use client';
// The curve of a parameter's scale: its value for each message value, with the one that is asked for marked.
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { showValue } from '@/core/bench';
import type { Parameter } from '@/core/rig';
import { axisText, axisValue, css, escaped, tooltipLook } from './look';
import { useChart } from './use-chart';

use([LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

const POINTS = 256;

export default function ScaleChart({
  parameter,
  meanings,
  mark,
}: {
  readonly parameter: Parameter;
  readonly meanings: Float64Array;
  /** A message value to mark; null for none. */
  readonly mark: number | null;
}) {
  const box = useChart(() => {
    const text = axisText();
    const max = meanings.length - 1;
    const step = Math.max(1, Math.floor(max / POINTS));
    const data: [number, number][] = [];
    for (let v = 0; v <= max; v += step) data.push([v, meanings[v] ?? 0]);
    if (data.at(-1)?.[0] !== max) data.push([max, meanings[max] ?? 0]);
    return {
      grid: { left: 4, right: 12, top: 12, bottom: 4, containLabel: true },
      tooltip: {
        ...tooltipLook(),
        formatter: (raw: unknown) => {
          const at = axisValue(raw);
          return `${at}: ${escaped(showValue(parameter, meanings[at] ?? 0))}`;
        },
      },
      xAxis: {
        type: 'value',
        min: 0,
        max,
        interval: max,
        axisLabel: text,
        axisLine: { lineStyle: { color: css('--control-edge') } },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        scale: true,
        splitNumber: 2,
        axisLabel: { ...text, formatter: (v: number) => showValue(parameter, v) },
        splitLine: { lineStyle: { color: css('--rule') } },
      },
      series: [
        {
          type: 'line',
          showSymbol: false,
          step: parameter.kind === 'continuous' ? false : 'end',
          lineStyle: { width: 2, color: css('--verdigris') },
          itemStyle: { color: css('--verdigris') },
          data,
          ...(mark === null
            ? {}
            : {
                markLine: {
                  silent: true,
                  symbol: 'none',
                  label: { show: false },
                  lineStyle: { color: css('--spark'), width: 1.5, type: 'solid' },
                  data: [{ xAxis: mark }, { yAxis: meanings[mark] ?? 0 }],
                },
              }),
        },
      ],
    };
  }, [parameter, meanings, mark]);
  const low = showValue(parameter, meanings[0] ?? 0);
  const high = showValue(parameter, meanings.at(-1) ?? 0);
  return <div ref={box} className="h-40 w-full" role="img" aria-label={`${parameter.name} over its values: ${low} to ${high}`} />;
}
