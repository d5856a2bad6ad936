'use client';
// Lays panels out as large as they can be drawn.
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { arranged } from './letters';
import { ABOVE } from './unit';

/** Pixels between panels. */
const BETWEEN = 16;

export function Panels({
  panels,
  none,
  children,
}: {
  readonly panels: readonly { readonly width: number; readonly height: number }[];
  /** What is said where there is none. */
  readonly none: string;
  readonly children: (scale: number, columns: number) => ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<{ readonly width: number; readonly height: number } | null>(null);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(() => setRoom({ width: node.clientWidth - 40, height: node.clientHeight - 8 }));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  const { columns, scale } = useMemo(
    () => (room ? arranged(panels, room, ABOVE, BETWEEN) : { columns: 1, scale: 0 }),
    [panels, room],
  );
  return (
    <div
      ref={box}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: scrolled by keyboard
      tabIndex={0}
      className="min-h-0 flex-1 overflow-y-auto px-5 pb-2 outline-none focus-visible:ring-2 focus-visible:ring-verdigris"
    >
      {panels.length === 0 && <p className="text-lg text-ink-2">{none}</p>}
      {room && panels.length > 0 && children(scale, columns)}
    </div>
  );
}
