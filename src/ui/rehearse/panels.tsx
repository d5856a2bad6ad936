'use client';
// The panel to play while a take goes on, or the real controller in its place.
import { useEffect, useRef, useState } from 'react';
import type { Take } from '@/core/rehearsal';
import type { RigIndex } from '@/core/rig';
import { Hardware } from '../bench/hardware';
import { LivePanel } from '../bench/live-panel';
import { ControllerTabs, PlaceBar } from '../bench/toolbar';
import { type Rehearsal, wayAt } from './use-rehearsal';

/** The controller that the next way is played on, as a panel to play, or the real one in its place. */
export function Panels({
  index,
  rehearsal,
  take,
}: {
  readonly index: RigIndex;
  readonly rehearsal: Rehearsal;
  readonly take: Take;
}) {
  const { bench, ways, going } = rehearsal;
  const [asked, choose] = useState<string | null>(null);
  const needed = ways.get(wayAt(take.song.id, take.first))?.steps[0]?.controllerId;
  const controller = index.controllers.get(asked ?? needed ?? '') ?? index.rig.controllers[0];
  const box = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(320);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(() => setHeight(Math.max(160, node.clientHeight - 4)));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  // The hands go to the panel with the first click.
  useEffect(() => {
    if (going) box.current?.querySelector<HTMLElement>('[role="group"]')?.focus();
  }, [going]);
  if (!bench || !controller) return null;
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <ControllerTabs bench={bench} index={index} controller={controller} onChoose={choose} />
        <PlaceBar bench={bench} index={index} controller={controller} />
        <Hardware key={controller.id} bench={bench} controller={controller} />
      </div>
      <div ref={box} id="bench-panel" className="min-h-[180px] flex-1 overflow-hidden max-[1000px]:min-h-[360px]">
        <LivePanel key={controller.id} bench={bench} index={index} controller={controller} height={height} />
      </div>
    </>
  );
}
