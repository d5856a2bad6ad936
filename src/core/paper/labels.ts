// Labels to scale: strips of tape that lie along a row of controls, and stickers as large as pads and buttons, in millimetres from the
// template; black on white, layers told by their symbols, and letters as large as the distance asks for.
import { groupBy } from '../base';
import {
  type Assignment,
  type Control,
  type Controller,
  functionWords,
  gestureNames,
  inLayer,
  type Layer,
  type RigIndex,
} from '../rig';
import { fitWords } from './fit';
import { brokenTo, CAP_HEIGHT, widthOf } from './measure';
import { A4, type Ink, type Paper } from './paper';
import { text } from './text';

/** Capitals are as high as the reading distance over this, at least. Common practice. */
export const DISTANCE_OVER_CAPS = 200;

export interface LabelWish {
  readonly controllerId: string;
  /** From 1; null for what stands in every bank only. */
  readonly bank: number | null;
  /** From 1; null for all pages on one label, each line with its page. */
  readonly page: number | null;
  /** How far away it is read from, in millimetres. */
  readonly distance: number;
  /** Width of the tape in millimetres. */
  readonly tape: number;
}

/** A piece to cut out. */
export interface Piece {
  readonly kind: 'strip' | 'sticker';
  readonly controlIds: readonly string[];
  readonly width: number;
  readonly height: number;
}

/** Something that does not fit, and what would. */
export interface LabelTrouble {
  readonly controlId: string;
  readonly control: string;
  readonly text: string;
  readonly shown: string;
}

export interface Labels {
  readonly paper: Paper;
  readonly pieces: readonly Piece[];
  /** Texts that had to be cut at this size: a shorter text for the display would mend it. */
  readonly troubles: readonly LabelTrouble[];
  readonly capHeight: number;
}

const MARGIN = 12;
/** Between pieces on the paper. */
const GAP = 6;
/** A sticker is this much smaller than its pad on each side, so that it does not lift at the edges. */
const INSET = 0.5;
const RULER = 100;
const PAD = 0.8;

/** The height of capitals in millimetres for a distance in millimetres. */
export const capsFor = (distance: number): number => distance / DISTANCE_OVER_CAPS;

interface Line {
  readonly layer: Layer | null;
  readonly text: string;
  readonly controlId: string;
}

/** Labels for one bank of one controller; null where there is no such controller. */
export function makeLabels(index: RigIndex, wish: LabelWish): Labels | null {
  const controller = index.controllers.get(wish.controllerId);
  if (!controller) return null;
  const capHeight = capsFor(wish.distance);
  const size = capHeight / CAP_HEIGHT;
  const controls = index.controlsOf.get(controller.id) ?? [];
  const lines = new Map(controls.map((c) => [c.id, linesFor(index, c, wish)]));
  const named = controls.filter((c) => (lines.get(c.id) ?? []).length > 0);
  const troubles: LabelTrouble[] = [];
  const fitted = (line: Line, width: number): string => {
    const [shown = ''] = fitWords(line.text, width, 1, (text) => widthOf(text, 'bold', size));
    if (shown !== line.text.trim().replace(/\s+/g, ' '))
      troubles.push({
        controlId: line.controlId,
        control: index.controls.get(line.controlId)?.name ?? '?',
        text: line.text,
        shown,
      });
    return shown;
  };
  const drawn = [
    ...rowsOf(named.filter((c) => !isSticker(c))).flatMap((row) => strips(row, controls, controller, wish, size, lines, fitted)),
    ...named.filter(isSticker).map((c) => sticker(c, size, lines.get(c.id) ?? [], troubles, index)),
  ];
  const place = [
    controller.name,
    wish.bank === null ? '' : controller.bankNames[wish.bank - 1] || `Bank ${wish.bank}`,
    wish.page === null ? '' : `Page ${wish.page}`,
  ]
    .filter((s) => s !== '')
    .join(' · ');
  return { paper: laid(place, drawn, capHeight), pieces: drawn.map((d) => d.piece), troubles, capHeight };
}

const isSticker = (c: Control): boolean => c.kind === 'pad';

/** What stands on a control: a line for each gesture in Base, and for each in a layer that has something else there. */
function linesFor(index: RigIndex, control: Control, { bank, page }: Pick<LabelWish, 'bank' | 'page'>): readonly Line[] {
  const byGesture = [...groupBy(index.assignmentsOf.get(control.id) ?? [], (a) => a.gesture.type).values()];
  const controller = index.controllers.get(control.controllerId);
  const pages = controller?.firmware.pages ?? 1;
  const shown = page === null ? Array.from({ length: pages }, (_, i) => i + 1) : [page];
  // What acts in this bank on these pages: a function of every bank is not written where this bank has its own.
  const acting = (layerId: string | null): readonly Assignment[] => [
    ...new Set(byGesture.flatMap((rows) => shown.flatMap((at) => inLayer(rows, { bank, page: at, layers: [] }, layerId)))),
  ];
  const layers: (Layer | null)[] = [null, ...index.rig.layers];
  const opens = index.layersByModifier.get(control.id) ?? [];
  const own = layers.flatMap((layer): Line[] => {
    const found = acting(layer?.id ?? null);
    const paged = (a: Assignment, words: string): string =>
      page === null && a.page !== null ? `page ${a.page}: ${words}` : words;
    const words = [...new Set(found.flatMap((a) => gestureWords(a, functionWords(index, a)).map((w) => paged(a, w))))];
    return words.map((text) => ({ layer, text, controlId: control.id }));
  });
  return [...own, ...opens.map((layer): Line => ({ layer, text: `= ${layer.name}`, controlId: control.id }))];
}

/** What only a longer gesture does says so. */
function gestureWords(a: Assignment, words: string): readonly string[] {
  if (words === '') return [];
  const { type } = a.gesture;
  return [type === 'press' || type === 'move' ? words : `${gestureNames[type]}: ${words}`];
}

/** Controls in rows: those whose middles are at the same height, from left to right. */
function rowsOf(controls: readonly Control[]): readonly (readonly Control[])[] {
  const middle = (c: Control): number => c.y + c.height / 2;
  const rows: Control[][] = [];
  for (const c of [...controls].sort((a, b) => middle(a) - middle(b))) {
    const row = rows.find((r) => r[0] !== undefined && Math.abs(middle(r[0]) - middle(c)) < Math.min(r[0].height, c.height) / 2);
    if (row) row.push(c);
    else rows.push([c]);
  }
  return rows.map((r) => r.sort((a, b) => a.x - b.x));
}

interface Drawn {
  readonly piece: Piece;
  /** From the top left corner of the piece. */
  readonly ink: readonly Ink[];
}

type Fitted = (line: Line, width: number) => string;

/** Where one control's part of a strip begins and ends: halfway to its neighbours of the row on the panel. */
function cellOf(control: Control, row: readonly Control[], controller: Controller): readonly [number, number] {
  const centre = (c: Control): number => c.x + c.width / 2;
  const at = row.findIndex((c) => c.id === control.id);
  const before = row[at - 1];
  const after = row[at + 1];
  const half = Math.max(control.width, 18);
  return [
    before ? (centre(before) + centre(control)) / 2 : Math.max(0, centre(control) - half),
    after ? (centre(after) + centre(control)) / 2 : Math.min(controller.width, centre(control) + half),
  ];
}

/** The strips of one row: as long as the row, parted between controls where the paper is narrower. */
function strips(
  row: readonly Control[],
  all: readonly Control[],
  controller: Controller,
  wish: LabelWish,
  size: number,
  lines: ReadonlyMap<string, readonly Line[]>,
  fitted: Fitted,
): Drawn[] {
  // All controls of the row have their place on it, so that the strip lies true also where some have no function.
  const beside = rowsOf(all.filter((c) => !isSticker(c))).find((r) => r.some((c) => c.id === row[0]?.id)) ?? row;
  const cells = row.map((c) => ({ control: c, span: cellOf(c, beside, controller) }));
  const longest = A4.width - 2 * MARGIN;
  const parts: (typeof cells)[] = [];
  for (const cell of cells) {
    const part = parts.at(-1);
    const from = part?.[0]?.span[0];
    if (part && from !== undefined && cell.span[1] - from <= longest) part.push(cell);
    else parts.push([cell]);
  }
  const most = Math.max(1, ...row.map((c) => (lines.get(c.id) ?? []).length));
  const lineHeight = size * 1.12;
  // More layers than the tape is wide for lie on a wider one.
  const height = Math.max(wish.tape, most * lineHeight + 2 * PAD);
  return parts.map((part): Drawn => {
    const from = part[0]?.span[0] ?? 0;
    const to = part.at(-1)?.span[1] ?? from;
    const ink: Ink[] = [];
    for (const { control, span } of part) {
      const own = lines.get(control.id) ?? [];
      const [left, right] = [span[0] - from, span[1] - from];
      if (left > 0) ink.push({ type: 'line', x1: left, y1: 0, x2: left, y2: height, line: 0.15, dashed: true });
      const top = (height - own.length * lineHeight) / 2;
      const centre = control.x + control.width / 2 - from;
      own.forEach((line, i) => {
        const mark = line.layer ? size * 0.72 : 0;
        const room = right - left - 2 * PAD - (mark > 0 ? mark + size * 0.2 : 0);
        const shown = fitted(line, room);
        const wide = widthOf(shown, 'bold', size) + (mark > 0 ? mark + size * 0.2 : 0);
        const x = Math.min(right - PAD - wide, Math.max(left + PAD, centre - wide / 2));
        const base = top + i * lineHeight + size * 0.86;
        if (line.layer) ink.push({ type: 'symbol', x, y: base - size * 0.7, size: mark, shape: line.layer.shape });
        ink.push(text(shown, x + (mark > 0 ? mark + size * 0.2 : 0), base, 'bold', size));
      });
    }
    const piece: Piece = { kind: 'strip', controlIds: part.map((c) => c.control.id), width: to - from, height };
    return { piece, ink: [outline(piece), ...ink] };
  });
}

const outline = ({ width, height }: Piece): Ink => ({ type: 'box', x: 0, y: 0, width, height, line: 0.15 });

/** A sticker as large as its pad, less a little; as many lines as fit. */
function sticker(control: Control, size: number, lines: readonly Line[], troubles: LabelTrouble[], index: RigIndex): Drawn {
  const piece: Piece = {
    kind: 'sticker',
    controlIds: [control.id],
    width: control.width - 2 * INSET,
    height: control.height - 2 * INSET,
  };
  const lineHeight = size * 1.08;
  const room = Math.floor((piece.height - 2 * PAD) / lineHeight);
  const rows = lines.flatMap((line) => {
    const mark = line.layer ? size * 0.72 + size * 0.2 : 0;
    return brokenTo(line.text, 'bold', size, piece.width - 2 * PAD - mark).map((words, i) => ({
      line,
      words,
      first: i === 0,
      mark,
    }));
  });
  // Not even one letter may fit beside the symbol of a layer.
  const fits = ({ words, mark }: (typeof rows)[number]): boolean => widthOf(words, 'bold', size) + mark <= piece.width - 2 * PAD;
  const shown = rows.slice(0, room).filter(fits);
  for (const line of lines) {
    const own = rows.filter((r) => r.line === line);
    const kept = shown.filter((r) => r.line === line);
    // A word that was broken inside, or lines that had no room.
    const whole = own.length === kept.length && own.map((r) => r.words).join(' ') === line.text.split(/\s+/).join(' ');
    if (!whole)
      troubles.push({
        controlId: control.id,
        control: index.controls.get(control.id)?.name ?? '?',
        text: line.text,
        shown: kept.map((r) => r.words).join(' '),
      });
  }
  const top = (piece.height - shown.length * lineHeight) / 2;
  const ink: Ink[] = [outline(piece)];
  shown.forEach(({ line, words, first, mark }, i) => {
    const wide = widthOf(words, 'bold', size) + mark;
    const x = Math.max(PAD, (piece.width - wide) / 2);
    const base = top + i * lineHeight + size * 0.84;
    if (line.layer && first) ink.push({ type: 'symbol', x, y: base - size * 0.7, size: size * 0.72, shape: line.layer.shape });
    ink.push(text(words, x + mark, base, 'bold', size));
  });
  return { piece, ink };
}

/** Pieces on paper, row by row, and the ruler at the foot of each page. */
function laid(location: string, drawn: readonly Drawn[], capHeight: number): Paper {
  const pages: Ink[][] = [];
  let x = MARGIN;
  let y = 0;
  let rowHeight = 0;
  const turn = (): void => {
    pages.push([
      text(`Labels · ${location}`, MARGIN, MARGIN + 3, 'bold', 4),
      text(`Capitals ${Math.round(capHeight * 10) / 10} mm. Cut along the lines.`, MARGIN, MARGIN + 8, 'plain', 3),
      ...ruler(),
    ]);
    x = MARGIN;
    y = MARGIN + 14;
    rowHeight = 0;
  };
  turn();
  const bottom = A4.height - MARGIN - 16;
  for (const { piece, ink } of drawn) {
    if (x > MARGIN && x + piece.width > A4.width - MARGIN) {
      x = MARGIN;
      y += rowHeight + GAP;
      rowHeight = 0;
    }
    if (y + piece.height > bottom) turn();
    pages.at(-1)?.push(...ink.map((i) => movedBy(i, x, y)));
    x += piece.width + GAP;
    rowHeight = Math.max(rowHeight, piece.height);
    if (piece.kind === 'strip') x = A4.width;
  }
  return { title: `Labels · ${location}`, ...A4, pages: pages.map((ink) => ({ ink })) };
}

function movedBy(ink: Ink, dx: number, dy: number): Ink {
  return ink.type === 'line'
    ? { ...ink, x1: ink.x1 + dx, x2: ink.x2 + dx, y1: ink.y1 + dy, y2: ink.y2 + dy }
    : { ...ink, x: ink.x + dx, y: ink.y + dy };
}

/** A ruler of 100 mm, to see whether the printer keeps to scale. */
function ruler(): readonly Ink[] {
  const y = A4.height - MARGIN - 4;
  const ticks = Array.from({ length: RULER + 1 }, (_, mm): Ink => {
    const long = mm % 10 === 0 ? 4 : mm % 5 === 0 ? 3 : 1.8;
    return { type: 'line', x1: MARGIN + mm, y1: y - long, x2: MARGIN + mm, y2: y, line: 0.1, dashed: false };
  });
  return [
    ...ticks,
    { type: 'line', x1: MARGIN, y1: y, x2: MARGIN + RULER, y2: y, line: 0.2, dashed: false },
    text('This line is 100 mm long. If it is not, print at 100 %, without fitting to the page.', MARGIN, y + 4, 'plain', 2.6),
  ];
}
