'use client';
// The Bench: the rig played without its hardware. The panel and the last seconds at the left, targets and the wire at the right.
import { wrap } from 'comlink';
import dynamic from 'next/dynamic';
import { parseAsString, useQueryState } from 'nuqs';
import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { Controller } from '@/core/rig';
import type { BenchWorker } from '@/workers/bench.worker';
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import { type Bench, createBench } from './bench-store';
import { Hardware } from './hardware';
import { LivePanel } from './live-panel';
import { ScriptsBar } from './scripts-bar';
import { BreakButton, ControllerTabs, PlaceBar, TransportBar } from './toolbar';
import { Values } from './values';
import { WireList } from './wire-list';

const Timeline = dynamic(() => import('./timeline'), { ssr: false });

/** Opens the bench in its worker, and keeps the rig on it as it is edited. */
function useBench(): Bench | null {
  const rig = useRig((s) => s.index.rig);
  const [bench, setBench] = useState<Bench | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/bench.worker.ts', import.meta.url), { type: 'module' });
    const made = createBench(wrap<BenchWorker>(worker));
    setBench(made);
    return () => {
      made.close();
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    bench?.load(rig);
  }, [bench, rig]);
  return bench;
}

export function BenchScreen() {
  const index = useRig((s) => s.index);
  const bench = useBench();
  const [asked, choose] = useQueryState('controller', parseAsString.withOptions({ history: 'replace' }));
  const controller = index.controllers.get(asked ?? '') ?? index.rig.controllers[0];

  if (!controller)
    return (
      <main className="mx-auto flex max-w-[520px] flex-1 flex-col items-start gap-3 px-6 py-16">
        <h1 className="text-xl font-semibold">There is nothing to play yet.</h1>
        <p className="text-ink-2">
          Add a controller in Gear. Its panel stands here then, and can be played with the mouse, by touch or from the keyboard,
          without owning it.
        </p>
        <Link href={`/rigs/${index.rig.id}/gear?open=controller`} className="font-medium text-verdigris hover:underline">
          Add a controller
        </Link>
      </main>
    );
  if (!bench) return <main className="flex-1" aria-busy="true" />;
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_440px] max-[1100px]:grid-cols-[minmax(0,1fr)_380px] min-[1500px]:grid-cols-[minmax(0,1fr)_560px] max-[1000px]:grid-cols-1 max-[1000px]:grid-rows-[minmax(0,3fr)_minmax(0,2fr)]">
      <h1 className="sr-only">Bench</h1>
      <div className="flex min-h-0 flex-col gap-2.5 px-4 pt-2.5 pb-2">
        <div className="flex items-center gap-2">
          <ControllerTabs bench={bench} index={index} controller={controller} onChoose={(id) => void choose(id)} />
          <div className="ml-auto flex shrink-0 items-center gap-1.5">
            <ScriptsBar bench={bench} index={index} controller={controller} />
            <BreakButton bench={bench} index={index} />
          </div>
        </div>
        <div className="flex items-center justify-between gap-3">
          <PlaceBar bench={bench} index={index} controller={controller} />
          <div className="flex shrink-0 items-center gap-2">
            <Hardware key={controller.id} bench={bench} controller={controller} />
            <TransportBar bench={bench} index={index} controller={controller} />
          </div>
        </div>
        <Stage bench={bench} controller={controller} />
        <div className="h-[176px] shrink-0 rounded-md border bg-sheet">
          <Timeline bench={bench} index={index} />
        </div>
      </div>
      <aside
        aria-label="Targets and the wire"
        className="flex min-h-0 flex-col border-l max-[1000px]:grid max-[1000px]:grid-cols-2 max-[1000px]:border-t max-[1000px]:border-l-0"
      >
        <Problem bench={bench} />
        <Values bench={bench} index={index} />
        <WireList bench={bench} index={index} />
      </aside>
    </main>
  );
}

/** The panel in whatever room there is for it. */
function Stage({ bench, controller }: { readonly bench: Bench; readonly controller: Controller }) {
  const index = useRig((s) => s.index);
  const box = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(380);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(() => setHeight(Math.max(160, node.clientHeight - 26)));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={box} id="bench-panel" className="min-h-0 flex-1 overflow-hidden">
      <LivePanel key={controller.id} bench={bench} index={index} controller={controller} height={height} />
      <p className="pt-1.5 text-center text-xs text-ink-2">
        Letters press the switches, 1–9 change the bank, arrows and the wheel turn what moves. Click the panel first.
      </p>
    </div>
  );
}

function Problem({ bench }: { readonly bench: Bench }) {
  const problem = useStore(bench.store, (s) => s.problem);
  if (problem === null) return null;
  return (
    <p role="alert" className="border-b bg-stop-wash px-3 py-2 text-stop">
      The bench stopped: {problem}. Reload the page to go on; the rig itself is safe.
    </p>
  );
}
