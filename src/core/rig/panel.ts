// Panels in millimetres: rows and grids of controls, the plain panel from counts.
import { type Control, type ControlKind, plainTouch } from './schema';

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
    ...plainTouch,
    ...block.extras,
  }));
}

/** `FS 1`, `FS 2`, … */
export const numbered = (prefix: string, count: number, from = 1): string[] =>
  Array.from({ length: count }, (_, i) => `${prefix} ${i + from}`);

/** The kinds of control that a plain panel is made of, from its top to its bottom; pedals stand at its right. */
export const countedParts = [
  'wheels',
  'encoders',
  'knobs',
  'faders',
  'ribbons',
  'pads',
  'buttons',
  'footswitches',
  'keys',
  'pedals',
] as const;
export type CountedPart = (typeof countedParts)[number];

/** How many of each kind; on a panel of two sides, on each of them. */
export interface PanelCounts {
  readonly counts: Readonly<Partial<Record<CountedPart, number>>>;
  /** In how many rows a kind stands; as it fits where nothing is said. */
  readonly rows?: Readonly<Partial<Record<CountedPart, number>>>;
  /** Whether all but the pedals stands twice: on a left side and on a right one. */
  readonly twoSides?: boolean;
}

export interface Panel {
  readonly width: number;
  readonly height: number;
  readonly controls: readonly PanelControl[];
}

interface Shape {
  readonly kind: ControlKind;
  readonly prefix: string;
  readonly pitch: number;
  readonly row: number;
  readonly width: number;
  readonly height: number;
  /** How many stand in a row where nobody says in how many rows they stand. */
  readonly perRow: (count: number) => number;
  readonly extras?: Partial<PanelControl>;
}

const inRowsOf = (most: number) => (): number => most;

/** Sizes in millimetres. Common practice, no source. */
const shapes: Readonly<Record<Exclude<CountedPart, 'pedals'>, Shape>> = {
  wheels: { kind: 'jog', prefix: 'W', pitch: 130, row: 124, width: 110, height: 110, perRow: inRowsOf(4) },
  encoders: {
    kind: 'encoder',
    prefix: 'E',
    pitch: 30,
    row: 44,
    width: 18,
    height: 18,
    perRow: inRowsOf(8),
    extras: { ring: true, subControls: ['push'] },
  },
  knobs: { kind: 'knob', prefix: 'K', pitch: 30, row: 44, width: 18, height: 18, perRow: inRowsOf(8) },
  faders: { kind: 'fader', prefix: 'F', pitch: 30, row: 110, width: 14, height: 80, perRow: inRowsOf(9) },
  ribbons: { kind: 'ribbon', prefix: 'Rb', pitch: 36, row: 104, width: 18, height: 76, perRow: inRowsOf(8) },
  pads: {
    kind: 'pad',
    prefix: 'P',
    pitch: 38,
    row: 52,
    width: 30,
    height: 30,
    perRow: (count) => (count <= 16 ? 4 : count <= 64 ? 8 : 16),
    extras: { light: 'colour' },
  },
  buttons: {
    kind: 'button',
    prefix: 'B',
    pitch: 30,
    row: 36,
    width: 16,
    height: 12,
    perRow: inRowsOf(8),
    extras: { light: 'on-off' },
  },
  footswitches: {
    kind: 'footswitch',
    prefix: 'FS',
    pitch: 62,
    row: 76,
    width: 26,
    height: 26,
    perRow: (count) => (count > 4 ? Math.ceil(count / 2) : count),
    extras: { light: 'on-off' },
  },
  keys: { kind: 'key-range', prefix: 'Keys', pitch: 320, row: 72, width: 300, height: 50, perRow: inRowsOf(1) },
};

/**
 * A plain panel from counts ("10 footswitches in 2 rows, 2 pedals"), so that any device can be mapped on the first day. What moves on top, switches below it,
 * pedals at the right; real positions can be given later. Of two sides the names begin with L and R.
 */
export function panelFromCounts(wish: PanelCounts): Panel {
  const sides = wish.twoSides ? (['left', 'right'] as const) : (['none'] as const);
  const controls: PanelControl[] = [];
  let right = 0;
  let height = 80;
  for (const side of sides) {
    const block = blockOf(wish, side, right);
    controls.push(...block.controls);
    right = block.right;
    height = Math.max(height, block.bottom + 6);
  }
  const pedals = wish.counts.pedals ?? 0;
  if (pedals > 0) {
    const rows = Math.max(1, Math.min(wish.rows?.pedals ?? 1, pedals));
    const columns = Math.ceil(pedals / rows);
    height = Math.max(height, rows * 178 + 12);
    const step = (height - 12) / rows;
    controls.push(
      ...grid({
        kind: 'expression',
        names: numbered('Ex', pedals),
        columns,
        x: right,
        y: 18,
        dx: 76,
        dy: step,
        width: 56,
        height: step - 54,
        family: 'pedals',
      }),
    );
    right += columns * 76;
  }
  return { width: right + 8, height, controls };
}

/** All of one side but the pedals, from `left` on; where it ends. */
function blockOf(
  { counts, rows }: PanelCounts,
  side: PanelControl['side'],
  left: number,
): { readonly controls: readonly PanelControl[]; readonly right: number; readonly bottom: number } {
  const [before, family] = side === 'none' ? ['', ''] : side === 'left' ? ['L ', 'left '] : ['R ', 'right '];
  const controls: PanelControl[] = [];
  let y = 18;
  let right = left + 120;
  for (const part of countedParts) {
    const count = counts[part] ?? 0;
    if (part === 'pedals' || count === 0) continue;
    const shape = shapes[part];
    const asked = rows?.[part];
    const columns = asked === undefined ? Math.min(count, shape.perRow(count)) : Math.ceil(count / Math.min(asked, count));
    const names = part === 'keys' && count === 1 ? [shape.prefix] : numbered(shape.prefix, count);
    controls.push(
      ...grid({
        kind: shape.kind,
        names: names.map((name) => `${before}${name}`),
        columns,
        x: left + 20,
        y,
        dx: shape.pitch,
        dy: shape.row,
        width: shape.width,
        height: shape.height,
        family: `${family}${part}`,
        extras: { ...shape.extras, side, subControls: [...(shape.extras?.subControls ?? [])] },
      }),
    );
    y += Math.ceil(count / columns) * shape.row + 6;
    right = Math.max(right, left + 20 + columns * shape.pitch + 10);
  }
  return { controls, right, bottom: y };
}
