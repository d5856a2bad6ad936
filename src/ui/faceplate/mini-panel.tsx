// A panel in small, without names.
import type { Panel } from '@/core/rig';
import { ControlDrawing } from './control-drawing';

export function MiniPanel({ panel, large }: { readonly panel: Panel; readonly large?: boolean }) {
  const [w, h] = large ? [460, 320] : [220, 108];
  const scale = Math.min(w / panel.width, h / panel.height);
  return (
    <span
      aria-hidden
      className="relative block rounded-md border border-ink bg-sheet"
      style={{ width: panel.width * scale, height: panel.height * scale }}
    >
      {panel.controls.map((c) => (
        <span
          key={`${c.name} ${c.x} ${c.y}`}
          className="absolute block"
          style={{ left: c.x * scale, top: c.y * scale, width: c.width * scale, height: c.height * scale }}
        >
          <ControlDrawing control={{ ...c, id: '', order: 0, controllerId: '' }} />
        </span>
      ))}
    </span>
  );
}
