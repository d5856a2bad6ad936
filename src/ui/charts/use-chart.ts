'use client';
// A chart in a box: made with the colours of the theme that is on, as large as the box, and gone with it.
import { type EChartsCoreOption, init } from 'echarts/core';
import { useTheme } from 'next-themes';
import { type DependencyList, type RefObject, useEffect, useRef } from 'react';

/** Draws what `option` says, anew when something in `deps` or the theme changes. */
export function useChart(option: () => EChartsCoreOption, deps: DependencyList): RefObject<HTMLDivElement | null> {
  const box = useRef<HTMLDivElement>(null);
  const { resolvedTheme } = useTheme();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller says what the drawing rests on; the theme gives its colours
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: 'svg' });
    chart.setOption({ animation: false, textStyle: { fontFamily: 'inherit' }, ...option() });
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(box.current);
    return () => {
      watch.disconnect();
      chart.dispose();
    };
  }, [...deps, resolvedTheme]);
  return box;
}
