// What an assignment says of a problem: a plan where nothing but cells is at stake, else a bound, and how far each choice lies above it.
import { type Cost, noCost, plus, type Weights, weightsFor } from './cost';
import { leastAssignment } from './matching';
import { costOf, type Option, type Problem } from './problem';

/** The options of a row as columns: dense numbers of their cells, and their weights. Rows with one list share them. */
export interface Columns {
  readonly cells: Int32Array;
  readonly weights: Float64Array;
  readonly paired: boolean;
}

export interface Compiled {
  readonly count: number;
  readonly of: readonly Columns[];
}

/** The options of a problem as columns. */
export function compile({ options }: Problem, w: Weights): Compiled {
  const dense = new Map<number, number>();
  const known = new Map<readonly Option[], Columns>();
  const of = options.map((list) => {
    const before = known.get(list);
    if (before) return before;
    const cells = new Int32Array(list.length);
    const weights = new Float64Array(list.length);
    let paired = false;
    for (let at = 0; at < list.length; at++) {
      const o = list[at];
      if (!o) continue;
      let place = dense.get(o.cell);
      if (place === undefined) {
        place = dense.size;
        dense.set(o.cell, place);
      }
      cells[at] = place;
      weights[at] = scalar(o, w);
      paired ||= o.more.length > 0;
    }
    const made = { cells, weights, paired };
    known.set(list, made);
    return made;
  });
  return { count: dense.size, of };
}

/** Rows that all meet each other. */
export interface Clique {
  readonly rows: readonly number[];
}

/** Classes put together as long as all of them meet. */
export function cliquesOf({ options, classOf, meets }: Problem): readonly Clique[] {
  const classes = [...new Set(classOf)];
  const cliques: number[][] = [];
  for (const c of classes) {
    const home = cliques.find((clique) => clique.every((other) => meets(c, other)));
    if (home) home.push(c);
    else cliques.push([c]);
  }
  return cliques.map((clique) => {
    const inside = new Set(clique);
    return { rows: options.flatMap((_, row) => (inside.has(classOf[row] ?? 0) ? [row] : [])) };
  });
}

/** Weights under which the sums of a problem stay apart, level by level. */
export function weightsOf({ options, neighbours }: Problem): Weights {
  let unwanted = 0;
  let rank = 0;
  const known = new Map<readonly Option[], readonly [number, number]>();
  for (const list of options) {
    let most = known.get(list);
    if (!most) {
      let u = 0;
      let r = 0;
      for (const o of list) {
        u = Math.max(u, o.unwanted);
        r = Math.max(r, o.rank);
      }
      most = [u, r];
      known.set(list, most);
    }
    unwanted += most[0];
    rank += most[1];
  }
  return weightsFor({ unwanted, rank, broken: neighbours.length });
}

const scalar = (o: Option, w: Weights): number => o.moved * w.moved + o.unwanted * w.unwanted + o.rank;

/** What the assignments say without pairs, neighbours and other cliques: a bound, and how far each choice is above it. */
export interface Bound {
  readonly cost: Cost;
  readonly chosen: readonly number[];
  /** For each row and option, how much more than the bound a plan with it costs at least. */
  readonly above: readonly Float64Array[];
}

/** The bound of a problem, or rows that have a cell too few between them. */
export function boundOf(
  problem: Problem,
  compiled: Compiled,
  cliques: readonly Clique[],
): Bound | { readonly rows: readonly number[] } {
  const { options } = problem;
  let cost = noCost;
  const chosen: number[] = new Array(options.length).fill(-1);
  const above: Float64Array[] = options.map(() => new Float64Array(0));
  for (const { rows } of cliques) {
    const done = assignRows(compiled, rows, null);
    if (!('chosen' in done)) return { rows: done.rows };
    rows.forEach((row, i) => {
      const { cells, weights } = compiled.of[row] ?? nothing;
      const at = done.chosen[i] ?? -1;
      chosen[row] = at;
      const got = options[row]?.[at];
      if (got) cost = plus(cost, costOf(got));
      const u = done.ofRow[i] ?? 0;
      const more = new Float64Array(cells.length);
      // A cell that was left out is no cheaper than any that was looked at, and its column would be free.
      for (let k = 0; k < cells.length; k++) more[k] = Math.max(0, (weights[k] ?? 0) - u - (done.ofCell[cells[k] ?? 0] ?? 0));
      above[row] = more;
    });
  }
  return { cost, chosen, above };
}

const nothing: Columns = { cells: new Int32Array(0), weights: new Float64Array(0), paired: false };

export interface Assigned {
  /** For each of the rows, which of its options it got. */
  readonly chosen: Int32Array;
  readonly ofRow: Float64Array;
  /** By dense cell: the potential of its column; 0 for cells that were left out. */
  readonly ofCell: Float64Array;
}

/**
 * The cheapest choice for rows that all meet, among the options that `free` lets through. Of the cells of a row only as many of its
 * cheapest matter as there are rows, since one of those is always left for it.
 */
export function assignRows(
  compiled: Compiled,
  rows: readonly number[],
  free: ((row: number, at: number) => boolean) | null,
): Assigned | { readonly rows: readonly number[] } {
  const columnOf = new Int32Array(compiled.count).fill(-1);
  const cellAt: number[] = [];
  const tries = rows.map((row) => {
    const { cells } = compiled.of[row] ?? nothing;
    const list: number[] = [];
    for (let k = 0; k < cells.length && list.length < rows.length; k++) if (free === null || free(row, k)) list.push(k);
    for (const k of list) {
      const cell = cells[k] ?? 0;
      if (columnOf[cell] === -1) columnOf[cell] = cellAt.push(cell) - 1;
    }
    return list;
  });
  const table = new Float64Array(rows.length * cellAt.length).fill(Number.POSITIVE_INFINITY);
  rows.forEach((row, i) => {
    const { cells, weights } = compiled.of[row] ?? nothing;
    for (const k of tries[i] ?? []) table[i * cellAt.length + (columnOf[cells[k] ?? 0] ?? 0)] = weights[k] ?? 0;
  });
  const done = leastAssignment(rows.length, cellAt.length, table);
  if (done.type === 'too-many') return { rows: done.rows.map((i) => rows[i] ?? -1) };
  const ofCell = new Float64Array(compiled.count);
  cellAt.forEach((cell, j) => {
    ofCell[cell] = done.ofColumn[j] ?? 0;
  });
  const chosen = Int32Array.from(rows, (row, i) => {
    const cell = cellAt[done.columns[i] ?? -1];
    const { cells } = compiled.of[row] ?? nothing;
    return (tries[i] ?? []).find((k) => cells[k] === cell) ?? -1;
  });
  return { chosen, ofRow: done.ofRow, ofCell };
}
