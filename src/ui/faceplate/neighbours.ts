// Which control lies in a direction: how the arrow keys walk a panel.
import type { Control } from '@/core/rig';

const centre = (c: Control): readonly [number, number] => [c.x + c.width / 2, c.y + c.height / 2];

/** The nearest control in a direction, favouring those in line; null at the edge. */
export function neighbour(controls: readonly Control[], from: Control, dx: -1 | 0 | 1, dy: -1 | 0 | 1): Control | null {
  const [x, y] = centre(from);
  let best: Control | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const control of controls) {
    if (control.id === from.id) continue;
    const [cx, cy] = centre(control);
    const along = (cx - x) * dx + (cy - y) * dy;
    const across = Math.abs((cx - x) * dy) + Math.abs((cy - y) * dx);
    if (along <= 1) continue;
    const cost = along + across * 2.5;
    if (cost < least) {
      least = cost;
      best = control;
    }
  }
  return best;
}

/** How wide a strip of tape may be, in millimetres: up to the nearest control in the same row, or twice the control. */
export function tapeWidth(controls: readonly Control[], control: Control, panelWidth: number): number {
  const [x, y] = centre(control);
  let room = 2 * Math.min(x, panelWidth - x) - 4;
  for (const other of controls) {
    if (other.id === control.id) continue;
    const [ox, oy] = centre(other);
    const apart = Math.abs(ox - x);
    if (apart > 1 && Math.abs(oy - y) < Math.max(control.height, other.height)) room = Math.min(room, apart * 0.93);
  }
  return Math.max(control.width, Math.min(room, 72));
}

/** How much room there is below a control for its tape, in millimetres: down to the next control under it, or to the edge. */
export function roomBelow(controls: readonly Control[], control: Control, width: number, panelHeight: number): number {
  const [x] = centre(control);
  const bottom = control.y + control.height;
  let room = panelHeight - bottom;
  for (const other of controls) {
    const [ox] = centre(other);
    if (other.y >= bottom && Math.abs(ox - x) < (width + other.width) / 2) room = Math.min(room, other.y - bottom);
  }
  return room;
}
