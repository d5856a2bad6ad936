'use client';
// The panel to play: every control as it stands, with the letters that press it.
import { type KeyboardEvent, type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { meantNames } from '@/core/commands';
import type { Control, Controller, RigIndex } from '@/core/rig';
import { neighbour, tapeWidth } from '../faceplate/neighbours';
import type { Bench } from './bench-store';
import { lettersFor } from './keys';
import { LiveControl } from './live-control';

interface Props {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly controller: Controller;
  /** Most height in pixels that the panel may take. */
  readonly height: number;
}

/** Pixels that a printed name needs for each character inside a control. */
const CHARACTER = 7.6;
const roomInside = new Set<Control['kind']>(['pad', 'encoder', 'knob', 'button']);

export function LivePanel({ bench, index, controller, height }: Props) {
  const controls = useMemo(() => index.controlsOf.get(controller.id) ?? [], [index, controller.id]);
  const panel = useStore(bench.store, (s) => s.panels.get(controller.id));
  const letters = useMemo(() => lettersFor(controls), [controls]);
  const letterOf = useMemo(() => new Map([...letters].map(([letter, id]) => [id, letter])), [letters]);
  const box = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(1.4);

  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(() => setScale(node.clientWidth / controller.width));
    watch.observe(node);
    return () => watch.disconnect();
  }, [controller.width]);

  const keys = usePlayingKeys({ bench, controller, controls, letters, page: panel?.page ?? 1, box });

  return (
    <div
      ref={box}
      role="group"
      tabIndex={-1}
      aria-label={`Panel of ${controller.name}`}
      onKeyDown={keys.down}
      onKeyUp={keys.up}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) keys.letGo();
      }}
      className="relative mx-auto rounded-[14px] border-2 border-ink bg-sheet shadow-sm outline-none focus:ring-2 focus:ring-verdigris"
      style={{
        width: `min(100%, ${(height * controller.width) / controller.height}px)`,
        aspectRatio: `${controller.width} / ${controller.height}`,
      }}
    >
      <div aria-hidden className="pointer-events-none absolute inset-1.5 rounded-[10px] border border-rule" />
      {controls.map((control) => {
        const view = panel?.controls.get(control.id);
        const width = tapeWidth(controls, control, controller.width);
        const printed = control.name.replace(/^([A-Z]+) (\d+)$/, '$1$2');
        const inside = roomInside.has(control.kind) && control.width * scale >= printed.length * CHARACTER + 6;
        return (
          <LiveControl
            key={control.id}
            control={control}
            view={view}
            layer={view?.layerId ? (index.layers.get(view.layerId) ?? null) : null}
            label={labelOf(index, control, view?.assignmentId ?? null)}
            letter={letterOf.get(control.id) ?? null}
            printed={inside ? printed : null}
            left={((control.x + control.width / 2 - width / 2) / controller.width) * 100}
            top={(control.y / controller.height) * 100}
            width={(width / controller.width) * 100}
            room={Math.floor(width * scale) - 14}
            share={(control.width / width) * 100}
            does={bench.does}
          />
        );
      })}
    </div>
  );
}

/** Letters press controls while they are down, arrows walk the panel, figures go to banks. */
function usePlayingKeys({
  bench,
  controller,
  controls,
  letters,
  page,
  box,
}: {
  readonly bench: Bench;
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly letters: ReadonlyMap<string, string>;
  readonly page: number;
  readonly box: RefObject<HTMLDivElement | null>;
}) {
  const held = useRef(new Set<string>());
  const letGo = (): void => {
    for (const on of held.current) bench.does({ do: 'release', on });
    held.current.clear();
  };

  const down = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (way) {
      // Arrows that the control itself did not take walk the panel.
      const from = controls.find((c) => c.id === document.activeElement?.getAttribute('data-control'));
      const next = from ? neighbour(controls, from, way[0] as -1 | 0 | 1, way[1] as -1 | 0 | 1) : controls[0]; // border: the table above
      if (next) box.current?.querySelector<HTMLElement>(`[data-control="${next.id}"]`)?.focus();
      event.preventDefault();
      return;
    }
    if (/^[1-9]$/.test(event.key) && Number(event.key) <= controller.firmware.banks) {
      bench.does({ do: 'go', on: controller.id, bank: Number(event.key), page: page });
      return;
    }
    const on = letters.get(event.key.toLowerCase());
    if (on === undefined || event.repeat || held.current.has(on)) return;
    held.current.add(on);
    bench.does({ do: 'press', on, velocity: null }, event.timeStamp);
    event.preventDefault();
  };
  const up = (event: KeyboardEvent): void => {
    const on = letters.get(event.key.toLowerCase());
    if (on !== undefined && held.current.delete(on)) bench.does({ do: 'release', on }, event.timeStamp);
  };
  return { down, up, letGo };
}

function labelOf(index: RigIndex, control: Control, assignmentId: string | null): string | null {
  const assignment = assignmentId === null ? undefined : index.assignments.get(assignmentId);
  if (assignment) return assignment.textShort || meantNames(index, assignment);
  const opens = index.layersByModifier.get(control.id) ?? [];
  return opens.length === 0 ? null : opens.map((l) => l.name).join(', ');
}
