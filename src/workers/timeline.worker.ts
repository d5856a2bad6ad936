// Draws the timeline off the screen's thread: ECharts on a canvas that the page handed over. Words stand beside it in the page.
import { expose } from 'comlink';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { type ECharts, init, setPlatformAPI, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';

use([LineChart, ScatterChart, GridComponent, CanvasRenderer]);
// A worker has no document to make canvases with.
setPlatformAPI({ createCanvas: () => new OffscreenCanvas(16, 16) as unknown as HTMLCanvasElement }); // border: what ECharts measures with

export interface TimelineLook {
  readonly rule: string;
  readonly edge: string;
  readonly spark: string;
  readonly tones: readonly string[];
}

/** Points as pairs in a row: seconds before now (negative), height 0–1. */
export interface TimelinePicture {
  readonly hands: readonly Float32Array[];
  readonly sent: Float32Array;
  readonly values: readonly Float32Array[];
}

/** Seconds shown; where the lanes lie, in parts of the height; room at the sides in pixels. The page puts its words by these. */
export const TIMELINE = { seconds: 8, tops: [0.06, 0.36, 0.66], laneHeight: 0.25, left: 52, right: 132 } as const;

const dashes = ['solid', 'dashed', 'dotted'] as const;
const MOST = 3;
let chart: ECharts | null = null;
let look: TimelineLook | null = null;

const api = {
  open(canvas: OffscreenCanvas, width: number, height: number, ratio: number, colours: TimelineLook): void {
    look = colours;
    // border: ECharts takes any canvas, its types know only those of a document
    chart = init(canvas as unknown as HTMLCanvasElement, null, { renderer: 'canvas', width, height, devicePixelRatio: ratio });
    const percent = (part: number): string => `${part * 100}%`;
    chart.setOption({
      animation: false,
      grid: TIMELINE.tops.map((top) => ({
        left: TIMELINE.left,
        right: TIMELINE.right,
        top: percent(top),
        height: percent(TIMELINE.laneHeight),
      })),
      xAxis: TIMELINE.tops.map((_, i) => ({
        type: 'value',
        gridIndex: i,
        min: -TIMELINE.seconds,
        max: 0,
        interval: 2,
        axisLabel: { show: false },
        axisLine: { show: false },
        axisTick: { show: false },
        splitLine: { lineStyle: { color: colours.rule } },
      })),
      yAxis: TIMELINE.tops.map((_, i) => ({
        type: 'value',
        gridIndex: i,
        min: -0.05,
        max: 1.05,
        axisLabel: { show: false },
        axisLine: { show: true, lineStyle: { color: colours.edge } },
        axisTick: { show: false },
        splitLine: { show: false },
      })),
      series: [],
    });
  },
  resize(width: number, height: number): void {
    chart?.resize({ width, height });
  },
  draw(picture: TimelinePicture): void {
    const places = Array.from({ length: MOST }, (_, i) => i);
    chart?.setOption({
      series: [
        ...places.map((i) => line(0, i, picture.hands[i])),
        {
          id: 'wire',
          type: 'scatter',
          xAxisIndex: 1,
          yAxisIndex: 1,
          symbolSize: 4,
          silent: true,
          itemStyle: { color: look?.spark },
          data: pairs(picture.sent),
        },
        ...places.map((i) => line(2, i, picture.values[i])),
      ],
    });
  },
};

const line = (lane: number, i: number, points: Float32Array | undefined) => ({
  id: `${lane}-${i}`,
  type: 'line',
  xAxisIndex: lane,
  yAxisIndex: lane,
  step: 'end',
  showSymbol: false,
  silent: true,
  lineStyle: { width: 2, color: look?.tones[i], type: dashes[i] },
  data: points ? pairs(points) : [],
});

function pairs(flat: Float32Array): [number, number][] {
  return Array.from({ length: flat.length / 2 }, (_, i) => [flat[i * 2] ?? 0, flat[i * 2 + 1] ?? 0]);
}

export type TimelineWorker = typeof api;

expose(api);
