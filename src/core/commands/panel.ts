// Laying out a panel: rows and grids in one go, moving, aligning, copying, naming. Each is one edit and one undo.
import * as z from 'zod';
import {
  aligned,
  type Box,
  batch,
  type Control,
  type ControlKind,
  type Controller,
  type Edge,
  type Edit,
  grid,
  insert,
  keptInside,
  type PanelControl,
  type Rig,
  type RigIndex,
  readingOrder,
  rowSchemas,
  set,
  spread,
  tenth,
} from '../rig';
import { staleMoves } from './calibrate';
import { removeWithDependents } from './cascade';
import { type NewId, nextOrder, patch } from './shared';

/** A row or grid in one go: "8 faders, 20 mm apart, named F 1 to F 8". Millimetres. */
export interface GridWish {
  readonly kind: ControlKind;
  readonly count: number;
  readonly columns: number;
  readonly x: number;
  readonly y: number;
  /** From the left edge of one to the left edge of the next, and from top to top. */
  readonly dx: number;
  readonly dy: number;
  readonly width: number;
  readonly height: number;
  readonly prefix: string;
  readonly from: number;
}

/** The limits of a wish's numbers: places and sizes are those of a control. */
export const gridFields = {
  count: z.number().int().min(1).max(128),
  columns: z.number().int().min(1).max(64),
  dx: z.number().min(0).max(500),
  dy: z.number().min(0).max(500),
  x: rowSchemas.controls.shape.x,
  y: rowSchemas.controls.shape.y,
  from: z.number().int().min(0).max(999),
} as const;

/** Usual sizes in millimetres, by kind: width, height, and the step to the next. Common practice, no source. */
export const usualSize: Readonly<Record<ControlKind, readonly [number, number, number]>> = {
  knob: [20, 20, 34],
  encoder: [20, 20, 34],
  fader: [16, 90, 24],
  ribbon: [20, 140, 40],
  jog: [110, 110, 140],
  expression: [56, 150, 76],
  pad: [30, 30, 38],
  button: [20, 12, 30],
  footswitch: [32, 32, 70],
  'key-range': [300, 50, 320],
};

/** What is asked first where nothing is known: a light on what switches, a ring on an encoder. */
function usual(kind: ControlKind): Partial<PanelControl> {
  switch (kind) {
    case 'encoder':
      return { ring: true, subControls: ['push'] };
    case 'pad':
      return { light: 'colour' };
    case 'button':
    case 'footswitch':
      return { light: 'on-off' };
    default:
      return {};
  }
}

/** The names that a grid gives, counting up; those that are taken on the panel already. */
export function gridNames(wish: GridWish): readonly string[] {
  if (wish.count === 1 && !/\d$/.test(wish.prefix) && wish.from === 0) return [wish.prefix.trim()];
  return Array.from({ length: wish.count }, (_, i) => `${wish.prefix} ${wish.from + i}`.trim());
}

/** Adds a row or grid of like controls as one family; null where there is nothing to add or it would leave the panel. */
export function addGrid(
  rig: Rig,
  controller: Controller,
  wish: GridWish,
  newId: NewId,
): { readonly edit: Edit; readonly ids: readonly string[] } | null {
  const names = gridNames(wish);
  const columns = Math.max(1, Math.min(wish.columns, wish.count));
  const made = grid({ ...wish, columns, names, family: familyName(rig, controller, wish), extras: usual(wish.kind) });
  if (made.length === 0) return null;
  if (made.some((c) => c.x + c.width > controller.width + 0.05 || c.y + c.height > controller.height + 0.05)) return null;
  let order = nextOrder(rig.controls);
  const rows = made.map((c): Control => ({ ...c, id: newId(), order: order++, controllerId: controller.id }));
  return {
    edit: batch(
      rows.length === 1 ? `Add ${names[0] ?? 'a control'}` : `Add ${rows.length} ${wish.kind}s`,
      rows.map((row) => insert('controls', row)),
    ),
    ids: rows.map((r) => r.id),
  };
}

/** The panel must be at least this large for a grid. */
export function roomFor(wish: GridWish): { readonly width: number; readonly height: number } {
  const columns = Math.max(1, Math.min(wish.columns, wish.count));
  const rows = Math.ceil(wish.count / columns);
  return {
    width: tenth(wish.x + (columns - 1) * wish.dx + wish.width),
    height: tenth(wish.y + (rows - 1) * wish.dy + wish.height),
  };
}

/** `faders`, or `faders 2` where the panel has a family of that name. */
function familyName(rig: Rig, controller: Controller, wish: GridWish): string {
  const taken = new Set(rig.controls.filter((c) => c.controllerId === controller.id).map((c) => c.family));
  const base = wish.kind === 'key-range' ? 'keys' : `${wish.kind}s`;
  for (let i = 1; ; i++) {
    const name = i === 1 ? base : `${base} ${i}`;
    if (!taken.has(name)) return name;
  }
}

const place = (control: Control, box: Box): Edit[] =>
  patch('controls', control, { x: box.x, y: box.y, width: box.width, height: box.height });

const many = (controls: readonly Control[], what: string): string => {
  const [only] = controls;
  return controls.length === 1 && only ? `${what} ${only.name}` : `${what} ${controls.length} controls`;
};

/** Moves controls together, held to the panel; null where they cannot move. */
export function moveControls(controller: Controller, controls: readonly Control[], dx: number, dy: number): Edit | null {
  const by = keptInside(controls, dx, dy, controller);
  if (by.dx === 0 && by.dy === 0) return null;
  return batch(
    many(controls, 'Move'),
    controls.flatMap((c) => place(c, { ...c, x: tenth(c.x + by.dx), y: tenth(c.y + by.dy) })),
  );
}

/** Draws controls to one line of what they cover together. */
export function alignControls(controls: readonly Control[], edge: Edge): Edit | null {
  return rearranged(controls, aligned(controls, edge), 'Align');
}

/** Spreads controls evenly between the outermost two. */
export function spreadControls(controls: readonly Control[], way: 'across' | 'down'): Edit | null {
  return rearranged(controls, spread(controls, way), 'Spread');
}

function rearranged(before: readonly Control[], after: readonly Control[], what: string): Edit | null {
  const edits = before.flatMap((c, i) => place(c, after[i] ?? c));
  return edits.length === 0 ? null : batch(many(before, what), edits);
}

const counted = /^(.*?)(\d+)$/;

/** Copies controls beside themselves; names count on from the highest of their prefix on the panel. Null where there is no room. */
export function copyControls(
  rig: Rig,
  controller: Controller,
  controls: readonly Control[],
  newId: NewId,
): { readonly edit: Edit; readonly ids: readonly string[] } | null {
  const there = rig.controls.filter((c) => c.controllerId === controller.id);
  const names = new Set(there.map((c) => c.name));
  const highest = new Map<string, number>();
  for (const { name } of there) {
    const match = counted.exec(name);
    if (match) highest.set(match[1] ?? '', Math.max(highest.get(match[1] ?? '') ?? 0, Number(match[2])));
  }
  const fresh = (name: string): string => {
    const match = counted.exec(name);
    const prefix = match?.[1] ?? `${name} `;
    for (let n = (highest.get(prefix) ?? (match ? 0 : 1)) + 1; ; n++) {
      const wanted = `${prefix}${n}`.slice(0, 120);
      highest.set(prefix, n);
      if (names.has(wanted)) continue;
      names.add(wanted);
      return wanted;
    }
  };
  const step = stepAside(controls, controller);
  if (!step) return null;
  let order = nextOrder(rig.controls);
  const rows = readingOrder(controls).map(
    (c): Control => ({
      ...c,
      id: newId(),
      order: order++,
      name: fresh(c.name),
      x: tenth(c.x + step.dx),
      y: tenth(c.y + step.dy),
      familyOrder: nextInFamily(there, c.family) + order,
      factory: [],
      origin: '',
    }),
  );
  return {
    edit: batch(
      many(controls, 'Copy'),
      rows.map((row) => insert('controls', row)),
    ),
    ids: rows.map((r) => r.id),
  };
}

const nextInFamily = (controls: readonly Control[], family: string): number =>
  Math.max(-1, ...controls.filter((c) => c.family === family).map((c) => c.familyOrder)) + 1;

/** Where copies go: below, else to the right, else a little aside. */
function stepAside(controls: readonly Control[], panel: Controller): { readonly dx: number; readonly dy: number } | null {
  if (controls.length === 0) return null;
  const tall = Math.max(...controls.map((c) => c.y + c.height)) - Math.min(...controls.map((c) => c.y));
  const wide = Math.max(...controls.map((c) => c.x + c.width)) - Math.min(...controls.map((c) => c.x));
  for (const [dx, dy] of [
    [0, tall + 10],
    [wide + 10, 0],
    [6, 6],
    [-6, -6],
  ] as const) {
    const by = keptInside(controls, dx, dy, panel);
    if (by.dx === dx && by.dy === dy) return by;
  }
  return null;
}

/** Takes controls off the panel with everything that stands on them. */
export function removeControls(rig: Rig, controls: readonly Control[]): Edit {
  return batch(
    many(controls, 'Delete'),
    removeWithDependents(
      rig,
      controls.map((c) => ({ table: 'controls' as const, id: c.id })),
    ),
  );
}

/** What can be changed on several controls at once. */
export type ControlChange = Partial<Omit<Control, 'id' | 'order' | 'controllerId' | 'name' | 'origin'>>;

/** Changes the same thing on several controls, a calibration as `calibrate` does; null where nothing changes. */
export function changeControls(index: RigIndex, controls: readonly Control[], change: ControlChange): Edit | null {
  const edits = controls.flatMap((c) => {
    const own = patch('controls', c, change);
    return own.length > 0 && 'calibration' in change ? [...own, ...staleMoves(index, c)] : own;
  });
  return edits.length === 0 ? null : batch(many(controls, 'Change'), edits);
}

/** Names controls as one reads the panel, counting up; null where a name is taken by another control. */
export function nameInOrder(rig: Rig, controls: readonly Control[], prefix: string, from: number): Edit | null {
  const chosen = new Set(controls.map((c) => c.id));
  const [first] = controls;
  const others = new Set(
    rig.controls.filter((c) => c.controllerId === first?.controllerId && !chosen.has(c.id)).map((c) => c.name),
  );
  const ordered = readingOrder(controls);
  const names = ordered.map((_, i) => `${prefix} ${from + i}`.trim());
  if (names.some((n) => others.has(n))) return null;
  const edits = ordered.flatMap((c, i) => [
    ...patch('controls', c, { name: names[i] ?? c.name }),
    ...patch('controls', c, { familyOrder: i }),
  ]);
  return edits.length === 0 ? null : batch(`Name ${controls.length} controls`, edits);
}

/** Another size of the panel; null where controls would lie outside. */
export function resizePanel(
  rig: Rig,
  controller: Controller,
  size: { readonly width: number; readonly height: number },
): Edit | null {
  const outside = rig.controls.some(
    (c) => c.controllerId === controller.id && (c.x + c.width > size.width + 0.05 || c.y + c.height > size.height + 0.05),
  );
  if (outside) return null;
  const edits: Edit[] = [];
  if (size.width !== controller.width) edits.push(set('controllers', controller, 'width', size.width));
  if (size.height !== controller.height) edits.push(set('controllers', controller, 'height', size.height));
  return edits.length === 0 ? null : batch('Resize the panel', edits);
}
