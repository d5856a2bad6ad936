// How busy each frame of a recorded stretch was.
import type { Browser, Page } from '@playwright/test';

const FRAME_MS = 1000 / 60;

interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly ts: number;
  readonly dur?: number;
  readonly pid: number;
  readonly tid: number;
  readonly args?: { readonly name?: string };
}

/** Milliseconds of scripting, style and layout on the page's main thread in each frame of a recorded stretch. */
function busyPerFrame(events: readonly TraceEvent[]): number[] {
  const work = new Set([
    'FunctionCall',
    'EventDispatch',
    'FireAnimationFrame',
    'TimerFire',
    'RunMicrotasks',
    'Layout',
    'UpdateLayoutTree',
    'HandlePostMessage',
  ]);
  const mains = events
    .filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain')
    .map((e) => `${e.pid} ${e.tid}`);
  const spans = events
    .filter((e) => e.ph === 'X' && work.has(e.name) && mains.includes(`${e.pid} ${e.tid}`))
    .sort((a, b) => a.ts - b.ts);
  // Nested work counts once: only what begins after the span before has ended.
  const frames = new Map<number, number>();
  let end = 0;
  for (const span of spans) {
    const from = Math.max(span.ts, end);
    const to = span.ts + (span.dur ?? 0);
    if (to <= from) continue;
    end = to;
    const frame = Math.floor(from / 1000 / FRAME_MS);
    frames.set(frame, (frames.get(frame) ?? 0) + (to - from) / 1000);
  }
  const all = [...frames.keys()];
  const first = Math.min(...all);
  return Array.from({ length: Math.max(...all) - first + 1 }, (_, i) => frames.get(first + i) ?? 0);
}

/** Records while something goes on; milliseconds of scripting, style and layout on the main thread, frame by frame. */
export async function busyFrames(browser: Browser, page: Page, during: () => Promise<unknown>): Promise<number[]> {
  await browser.startTracing(page, { categories: ['devtools.timeline', 'disabled-by-default-devtools.timeline', '__metadata'] });
  await during();
  const traced = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: TraceEvent[] };
  return busyPerFrame(traced.traceEvents);
}
