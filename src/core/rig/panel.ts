// Panels in millimetres: rows and grids of controls, the plain panel from counts.
import type { Control, ControlKind } from './schema';

/** A control as a template holds it: without identifiers. */
export type PanelControl = Omit<Control, 'id' | 'order' | 'controllerId'>;

interface Block {
  readonly kind: ControlKind;
  readonly names: readonly string[];
  readonly columns: number;
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  readonly width: number;
  readonly height: number;
  readonly family: string;
  readonly extras?: Partial<PanelControl>;
}

/** A grid of like controls, row by row from the top left; `dx`, `dy` from one to the next in millimetres. */
export function grid(block: Block): PanelControl[] {
  return block.names.map((name, i) => ({
    name,
    kind: block.kind,
    x: block.x + (i % block.columns) * block.dx,
    y: block.y + Math.floor(i / block.columns) * block.dy,
    width: block.width,
    height: block.height,
    family: block.family,
    familyOrder: i,
    side: 'none',
    subControls: [],
    light: 'none',
    ring: false,
    motor: false,
    detents: block.kind === 'encoder' ? 24 : 0,
    display: null,
    calibration: null,
    factory: [],
    origin: '',
    port: '',
    polarity: 'usual',
    ...block.extras,
  }));
}

/** `FS 1`, `FS 2`, … */
export const numbered = (prefix: string, count: number, from = 1): string[] =>
  Array.from({ length: count }, (_, i) => `${prefix} ${i + from}`);

export interface PanelCounts {
  readonly footswitches: number;
  readonly footswitchRows: number;
  readonly pedals: number;
  readonly knobs: number;
  readonly encoders: number;
  readonly faders: number;
  readonly pads: number;
  readonly buttons: number;
}

export interface Panel {
  readonly width: number;
  readonly height: number;
  readonly controls: readonly PanelControl[];
}

const shapes = {
  encoders: {
    kind: 'encoder',
    prefix: 'E',
    family: 'encoders',
    pitch: 30,
    row: 44,
    width: 18,
    height: 18,
    perRow: 8,
    extras: { ring: true, subControls: ['push'] },
  },
  knobs: { kind: 'knob', prefix: 'K', family: 'knobs', pitch: 30, row: 44, width: 18, height: 18, perRow: 8, extras: {} },
  faders: { kind: 'fader', prefix: 'F', family: 'faders', pitch: 30, row: 110, width: 14, height: 80, perRow: 9, extras: {} },
  pads: {
    kind: 'pad',
    prefix: 'P',
    family: 'pads',
    pitch: 38,
    row: 52,
    width: 30,
    height: 30,
    perRow: 4,
    extras: { light: 'colour' },
  },
  buttons: {
    kind: 'button',
    prefix: 'B',
    family: 'buttons',
    pitch: 30,
    row: 36,
    width: 16,
    height: 12,
    perRow: 8,
    extras: { light: 'on-off' },
  },
} as const;

/**
 * A plain panel from counts ("10 footswitches in 2 rows, 2 pedals"), so that any device can be mapped on the first day.
 * Moving controls on top, switches below them, pedals at the right; real positions can be given later.
 */
export function panelFromCounts(counts: PanelCounts): Panel {
  const controls: PanelControl[] = [];
  let y = 18;
  let right = 120;
  for (const part of ['encoders', 'knobs', 'faders', 'pads', 'buttons'] as const) {
    const count = counts[part];
    if (count === 0) continue;
    const shape = shapes[part];
    const columns = Math.min(count, shape.perRow);
    controls.push(
      ...grid({
        kind: shape.kind,
        names: numbered(shape.prefix, count),
        columns,
        x: 20,
        y,
        dx: shape.pitch,
        dy: shape.row,
        width: shape.width,
        height: shape.height,
        family: shape.family,
        extras: { ...shape.extras, subControls: [...('subControls' in shape.extras ? shape.extras.subControls : [])] },
      }),
    );
    y += Math.ceil(count / columns) * shape.row + 6;
    right = Math.max(right, 20 + columns * shape.pitch + 10);
  }
  if (counts.footswitches > 0) {
    const rows = Math.max(1, Math.min(counts.footswitchRows, counts.footswitches));
    const columns = Math.ceil(counts.footswitches / rows);
    const names = numbered('FS', counts.footswitches);
    controls.push(
      ...grid({
        kind: 'footswitch',
        names,
        columns,
        x: 22,
        y,
        dx: 62,
        dy: 76,
        width: 26,
        height: 26,
        family: 'footswitches',
        extras: { light: 'on-off' },
      }),
    );
    y += rows * 76;
    right = Math.max(right, 22 + columns * 62);
  }
  const height = Math.max(y + 6, counts.pedals > 0 ? 190 : 80);
  if (counts.pedals > 0) {
    const names = numbered('Ex', counts.pedals);
    controls.push(
      ...grid({
        kind: 'expression',
        names,
        columns: counts.pedals,
        x: right,
        y: 18,
        dx: 76,
        dy: 0,
        width: 56,
        height: height - 66,
        family: 'pedals',
      }),
    );
    right += counts.pedals * 76;
  }
  return { width: right + 8, height, controls };
}
