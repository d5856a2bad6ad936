'use client';
// One way over the days: how long before or after the downbeat it was there, attempt by attempt.
import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { AttemptRecord } from '@/core/rehearsal';
import { axisText, axisValue, css, tooltipLook } from '../charts/look';
import { useChart } from '../charts/use-chart';

use([LineChart, GridComponent, TooltipComponent, SVGRenderer]);

const seconds = (ms: number): string => `${(ms / 1000).toFixed(1)} s`;
const when = (attempt: AttemptRecord): string => attempt.at.slice(0, 16).replace('T', ' ');

function tipOf(a: AttemptRecord | undefined): string {
  if (!a) return '';
  const beside = a.ms !== null && `${seconds(Math.abs(a.ms))} ${a.ms < 0 ? 'before' : 'after'} the one`;
  const how = a.reached === 'not' ? 'not there' : beside || 'there all along';
  return `${when(a)}<br>${how}<br>at ${Math.round(a.share * 100)} % of the tempo`;
}

/** The oldest first. What was never there stands at the top, as a cross. */
export default function DaysChart({ attempts }: { readonly attempts: readonly AttemptRecord[] }) {
  const box = useChart(() => {
    const text = axisText();
    const known = attempts.flatMap((a) => a.ms ?? []);
    const top = Math.max(500, ...known.map(Math.abs)) * 1.15;
    const missed = attempts.some((a) => a.reached === 'not');
    const points = attempts.map((a, i) => ({
      value: [i, a.reached === 'not' ? top : (a.ms ?? 0)],
      symbol: a.reached === 'not' ? 'diamond' : 'circle',
      symbolSize: a.reached === 'not' ? 10 : 8,
      itemStyle: { color: css(a.right ? '--verdigris' : a.reached === 'not' ? '--stop' : '--caution') },
    }));
    return {
      grid: { left: 10, right: 12, top: 10, bottom: 4, containLabel: true },
      tooltip: {
        ...tooltipLook(),
        formatter: (raw: unknown) => tipOf(attempts[axisValue(raw)]),
      },
      xAxis: {
        type: 'value',
        min: -0.5,
        max: Math.max(4.5, attempts.length - 0.5),
        interval: 1,
        axisLabel: { show: false },
        axisTick: { show: false },
        axisLine: { show: false },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        inverse: true,
        min: -top,
        max: top,
        interval: top,
        axisLine: { show: false },
        axisTick: { show: false },
        axisLabel: {
          ...text,
          formatter: (v: number) => (v === 0 ? 'the one' : v < 0 ? 'before' : missed ? 'not there' : 'after'),
        },
        splitLine: { show: false },
      },
      series: [
        {
          type: 'line' as const,
          silent: true,
          showSymbol: false,
          lineStyle: { width: 1, color: css('--spark') },
          data: [
            [-0.5, 0],
            [Math.max(4.5, attempts.length - 0.5), 0],
          ],
        },
        {
          type: 'line' as const,
          data: points,
          showSymbol: true,
          lineStyle: { width: 1, color: css('--control-edge') },
        },
      ],
    };
  }, [attempts]);
  const right = attempts.filter((a) => a.right).length;
  return (
    <div
      ref={box}
      className="h-40 w-full"
      role="img"
      aria-label={`${attempts.length} times played, ${right} of them right; above the line is before the one`}
    />
  );
}
