// The planning problem without its music: rows that each want a cell, rows that may not meet in one, rows that want to be neighbours.
// Where nothing but cells is at stake it is solved exactly as an assignment; with pairs, neighbours or rows that hear each other only
// in part, an exact bound from assignments guides a bounded search, which says whether it proved its answer.
import { type Cost, compareCosts, noCost, plus, type Weights, weigh, weightsFor } from './cost';
import { leastAssignment } from './matching';

/** One cell that a row could have. Neighbouring cells have keys that differ by 1. */
export interface Option {
  readonly cell: number;
  /** The cell that it takes with it (a 14-bit control's low byte); −1 for none. */
  readonly second: number;
  readonly moved: number;
  readonly unwanted: number;
  readonly rank: number;
}

export interface Problem {
  /** What each row could have, cheapest first. */
  readonly options: readonly (readonly Option[])[];
  /** The class of each row, and whether rows of two classes meet where they share a cell. A class always meets itself. */
  readonly classOf: readonly number[];
  readonly meets: (a: number, b: number) => boolean;
  /** Pairs of rows of which the second wants the cell after the first one's. Each row stands first in one pair at most. */
  readonly neighbours: readonly (readonly [number, number])[];
}

export type Solution =
  | {
      readonly type: 'plan';
      /** For each row, which of its options it got. */
      readonly chosen: readonly number[];
      readonly cost: Cost;
      /** No plan costs less than this; equal to the cost where the plan is proved best. */
      readonly atLeast: Cost;
    }
  /** Rows that cannot stand together; without any one of them the others can. */
  | { readonly type: 'impossible'; readonly rows: readonly number[] }
  /** The search ended before it found a plan or proved that there is none. */
  | { readonly type: 'undecided' };

/** Steps that a search may take in all before it settles for what it has. */
export const USUAL_STEPS = 6000;

/** Solves a problem, part by part where parts have nothing to do with each other. */
export function solve(problem: Problem, steps: number = USUAL_STEPS): Solution {
  const found = solveParts(problem, steps);
  return found.type === 'impossible' ? { ...found, rows: smallest(problem, found.rows, steps) } : found;
}

/**
 * Takes out of rows that cannot stand together whatever is not needed for that. Each row is left out in turn: if the others still
 * cannot stand together, it goes.
 */
function smallest(problem: Problem, rows: readonly number[], steps: number): readonly number[] {
  // Rows that all meet and take one cell each failed as one assignment: nothing can be left out of those.
  const plain =
    rows.every((r) => rows.every((q) => problem.meets(problem.classOf[q] ?? 0, problem.classOf[r] ?? 0))) &&
    rows.every((r) => problem.options[r]?.every((o) => o.second < 0) ?? true);
  if (plain && leavesNothingOut(problem, rows)) return rows;
  let kept = [...rows];
  for (const row of rows) {
    if (!kept.includes(row)) continue;
    const without = kept.filter((r) => r !== row);
    const tried = solveParts(bare(part(problem, without)), steps);
    if (tried.type === 'impossible') kept = tried.rows.map((i) => without[i] ?? -1);
  }
  return kept;
}

/** Whether rows are as many as their cells and one more, every cell being wanted: what a failed assignment leaves. */
function leavesNothingOut({ options }: Problem, rows: readonly number[]): boolean {
  return new Set(rows.flatMap((r) => (options[r] ?? []).map((o) => o.cell))).size === rows.length - 1;
}

/** The same demands, all plans being equally good: then the first plan found ends the search. */
const bare = (problem: Problem): Problem => ({
  ...problem,
  options: problem.options.map((list) => list.map((o) => ({ ...o, moved: 0, unwanted: 0, rank: 0 }))),
  neighbours: [],
});

function solveParts(problem: Problem, steps: number): Solution {
  const parts = separate(problem);
  const chosen: number[] = new Array(problem.options.length).fill(-1);
  let cost = noCost;
  let atLeast = noCost;
  let undecided = false;
  for (const rows of parts) {
    const done = solvePart(part(problem, rows), Math.max(400, Math.floor(steps / parts.length)));
    if (done.type === 'impossible') return { type: 'impossible', rows: done.rows.map((r) => rows[r] ?? -1) };
    if (done.type === 'undecided') {
      undecided = true;
      continue;
    }
    done.chosen.forEach((option, r) => {
      chosen[rows[r] ?? -1] = option;
    });
    cost = plus(cost, done.cost);
    atLeast = plus(atLeast, done.atLeast);
  }
  return undecided ? { type: 'undecided' } : { type: 'plan', chosen, cost, atLeast };
}

/** Groups of rows that share neither cells nor neighbours with rows of other groups. */
function separate({ options, classOf, meets, neighbours }: Problem): readonly (readonly number[])[] {
  const parent = options.map((_, i) => i);
  const find = (i: number): number => {
    let root = i;
    while (parent[root] !== root) root = parent[root] ?? root;
    for (let at = i; at !== root; ) {
      const next = parent[at] ?? root;
      parent[at] = root;
      at = next;
    }
    return root;
  };
  const join = (a: number, b: number): void => {
    parent[find(a)] = find(b);
  };
  // One row of each class stands for all of them at a cell: rows of one class always meet.
  const at = new Map<number, Map<number, number>>();
  const listed = new Map<readonly Option[], Map<number, number>>();
  options.forEach((list, row) => {
    const own = classOf[row] ?? 0;
    // Rows of one class with one list of options meet wherever the first of them does.
    const alike = listed.get(list) ?? new Map<number, number>();
    listed.set(list, alike);
    const twin = alike.get(own);
    if (twin !== undefined && list.length > 0) {
      join(row, twin);
      return;
    }
    alike.set(own, row);
    for (const { cell, second } of list) {
      for (const key of second < 0 ? [cell] : [cell, second]) {
        let there = at.get(key);
        if (!there) {
          there = new Map();
          at.set(key, there);
        }
        const same = there.get(own);
        if (same !== undefined) join(row, same);
        else {
          for (const [other, first] of there) if (meets(own, other)) join(row, first);
          there.set(own, row);
        }
      }
    }
  });
  for (const [a, b] of neighbours) join(a, b);
  const groups = new Map<number, number[]>();
  options.forEach((_, row) => {
    const root = find(row);
    const group = groups.get(root);
    if (group) group.push(row);
    else groups.set(root, [row]);
  });
  return [...groups.values()];
}

function part(problem: Problem, rows: readonly number[]): Problem {
  const place = new Map(rows.map((row, i) => [row, i]));
  return {
    options: rows.map((row) => problem.options[row] ?? []),
    classOf: rows.map((row) => problem.classOf[row] ?? 0),
    meets: problem.meets,
    neighbours: problem.neighbours.flatMap(([a, b]): [number, number][] => {
      const from = place.get(a);
      const to = place.get(b);
      return from === undefined || to === undefined ? [] : [[from, to]];
    }),
  };
}

/** The options of a row as columns: dense numbers of their cells, and their weights. Rows with one list share them. */
interface Columns {
  readonly cells: Int32Array;
  readonly weights: Float64Array;
  readonly paired: boolean;
}

interface Compiled {
  readonly count: number;
  readonly of: readonly Columns[];
}

function compile({ options }: Problem, w: Weights): Compiled {
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
      paired ||= o.second >= 0;
    }
    const made = { cells, weights, paired };
    known.set(list, made);
    return made;
  });
  return { count: dense.size, of };
}

/** Rows that all meet each other. */
interface Clique {
  readonly rows: readonly number[];
}

/** What the assignments say without pairs, neighbours and other cliques: a bound, and how far each choice is above it. */
interface Bound {
  readonly cost: Cost;
  readonly chosen: readonly number[];
  /** For each row and option, how much more than the bound a plan with it costs at least. */
  readonly above: readonly Float64Array[];
}

function solvePart(problem: Problem, steps: number): Solution {
  const { neighbours } = problem;
  const cliques = cliquesOf(problem);
  const weights = weightsOf(problem);
  const compiled = compile(problem, weights);
  const bound = boundOf(problem, compiled, cliques);
  if (!('cost' in bound)) return { type: 'impossible', rows: bound.rows };
  const paired = compiled.of.some((columns) => columns.paired);
  if (cliques.length === 1 && !paired && neighbours.length === 0)
    return { type: 'plan', chosen: bound.chosen, cost: bound.cost, atLeast: bound.cost };
  return searchPart(problem, compiled, bound, weights, steps, cliques.length === 1 && !paired);
}

/** Classes put together as long as all of them meet. */
function cliquesOf({ options, classOf, meets }: Problem): readonly Clique[] {
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

function weightsOf({ options, neighbours }: Problem): Weights {
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
const costOf = (o: Option): Cost => ({ moved: o.moved, unwanted: o.unwanted, broken: 0, rank: o.rank });

function boundOf(problem: Problem, compiled: Compiled, cliques: readonly Clique[]): Bound | { readonly rows: readonly number[] } {
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

interface Assigned {
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
function assignRows(
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

/** What a search knows at one moment: who has what. */
class Board {
  readonly chosen: number[];
  private readonly holders = new Map<number, number[]>();

  constructor(private readonly problem: Problem) {
    this.chosen = new Array(problem.options.length).fill(-1);
  }

  free(row: number, option: Option): boolean {
    return this.cellFree(row, option.cell) && (option.second < 0 || this.cellFree(row, option.second));
  }

  private cellFree(row: number, cell: number): boolean {
    const own = this.problem.classOf[row] ?? 0;
    for (const other of this.holders.get(cell) ?? []) if (this.problem.meets(own, this.problem.classOf[other] ?? 0)) return false;
    return true;
  }

  put(row: number, at: number, option: Option): void {
    this.chosen[row] = at;
    this.hold(option.cell, row);
    if (option.second >= 0) this.hold(option.second, row);
  }

  take(row: number, option: Option): void {
    this.chosen[row] = -1;
    this.holders.get(option.cell)?.pop();
    if (option.second >= 0) this.holders.get(option.second)?.pop();
  }

  private hold(cell: number, row: number): void {
    const there = this.holders.get(cell);
    if (there) there.push(row);
    else this.holders.set(cell, [row]);
  }

  cellOf(row: number): number | null {
    const at = this.chosen[row] ?? -1;
    return at < 0 ? null : (this.problem.options[row]?.[at]?.cell ?? null);
  }
}

/** The cost of a whole choice. */
export function costOfChoice({ options, neighbours }: Problem, chosen: readonly number[]): Cost {
  let cost = noCost;
  const cellOf = (row: number): number => options[row]?.[chosen[row] ?? -1]?.cell ?? Number.NaN;
  chosen.forEach((at, row) => {
    const o = options[row]?.[at];
    if (o) cost = plus(cost, costOf(o));
  });
  let broken = 0;
  for (const [a, b] of neighbours) if (cellOf(b) !== cellOf(a) + 1) broken++;
  return { ...cost, broken };
}

function searchPart(
  problem: Problem,
  compiled: Compiled,
  bound: Bound,
  w: Weights,
  steps: number,
  boundIsPlan: boolean,
): Solution {
  const { options, neighbours } = problem;
  const least = weigh(bound.cost, w);
  let best: readonly number[] | null = null;
  let bestCost: Cost = noCost;
  let bestWeight = Number.POSITIVE_INFINITY;
  const offer = (chosen: readonly number[] | null): void => {
    if (!chosen) return;
    const cost = costOfChoice(problem, chosen);
    if (best !== null && compareCosts(cost, bestCost) >= 0) return;
    best = chosen;
    bestCost = cost;
    bestWeight = weigh(cost, w);
  };
  if (boundIsPlan) offer(bound.chosen);
  offer(inRuns(problem, compiled, bound));

  // What no better plan can contain goes; neighbours that cannot come together any more are broken in every better plan.
  let open: readonly (readonly number[])[] = options.map((list) => list.map((_, at) => at));
  let forced = 0;
  for (let before = -1; before !== forced; ) {
    before = forced;
    const limit = bestWeight - least - forced * w.broken;
    open = open.map((list, row) => list.filter((at) => (bound.above[row]?.[at] ?? 0) < limit || (best?.[row] ?? -1) === at));
    forced = neighbours.filter(([a, b]) => !canFollow(problem, open, a, b)).length;
  }

  const order = searchOrder(problem, compiled, open);
  const place = new Map(order.map((row, i) => [row, i]));
  const pairsOf: (readonly [number, number])[][] = order.map(() => []);
  // A pair is judged when the later one of its rows is put.
  for (const pair of neighbours) pairsOf[Math.max(place.get(pair[0]) ?? 0, place.get(pair[1]) ?? 0)]?.push(pair);
  const forcedPairs = new Set(neighbours.filter(([a, b]) => !canFollow(problem, open, a, b)));

  const board = new Board(problem);
  let left = steps;
  let complete = true;
  const go = (depth: number, above: number, broken: number): void => {
    const row = order[depth];
    if (row === undefined) {
      offer(board.chosen.slice());
      return;
    }
    const list = options[row] ?? [];
    const wanted = wantedCell(board, pairsOf[depth] ?? [], row);
    const tries = open[row] ?? [];
    const first = wanted === null ? undefined : tries.find((at) => list[at]?.cell === wanted);
    for (let k = first === undefined ? 0 : -1; k < tries.length; k++) {
      const at = k < 0 ? first : tries[k];
      const option = at === undefined ? undefined : list[at];
      if (at === undefined || !option || (k >= 0 && at === first)) continue;
      if (left-- <= 0) {
        complete = false;
        return;
      }
      const nowAbove = above + (bound.above[row]?.[at] ?? 0);
      if (least + nowAbove + (broken + forced) * w.broken >= bestWeight) continue;
      if (!board.free(row, option)) continue;
      board.put(row, at, option);
      let nowBroken = broken;
      for (const pair of pairsOf[depth] ?? []) {
        if (forcedPairs.has(pair)) continue;
        if (board.cellOf(pair[1]) !== (board.cellOf(pair[0]) ?? Number.NaN) + 1) nowBroken++;
      }
      if (least + nowAbove + (nowBroken + forced) * w.broken < bestWeight) go(depth + 1, nowAbove, nowBroken);
      board.take(row, option);
      if (!complete) return;
    }
  };
  go(0, 0, 0);
  if (best !== null) {
    const floor: Cost = { ...bound.cost, broken: forced };
    return {
      type: 'plan',
      chosen: best,
      cost: bestCost,
      atLeast: complete || compareCosts(floor, bestCost) > 0 ? bestCost : floor,
    };
  }
  if (!complete) return { type: 'undecided' };
  return { type: 'impossible', rows: options.map((_, row) => row) };
}

function canFollow({ options }: Problem, open: readonly (readonly number[])[], a: number, b: number): boolean {
  const [few, many, step] = (open[a]?.length ?? 0) < (open[b]?.length ?? 0) ? [a, b, 1] : [b, a, -1];
  const of = (row: number, at: number): number => options[row]?.[at]?.cell ?? Number.NaN;
  return (open[few] ?? []).some((x) => {
    const wanted = of(few, x) + step;
    return (open[many] ?? []).some((y) => of(many, y) === wanted);
  });
}

/** The cell that a row would need to stand next to its neighbour, if that one is put. */
function wantedCell(board: Board, pairs: readonly (readonly [number, number])[], row: number): number | null {
  for (const [a, b] of pairs) {
    const cell = board.cellOf(a === row ? b : a);
    if (cell !== null) return a === row ? cell - 1 : cell + 1;
  }
  return null;
}

/** Rows with one choice first, then those that take two cells, then families in their order, then the rest, the fewest choices first. */
function searchOrder(
  { options, neighbours }: Problem,
  compiled: Compiled,
  open: readonly (readonly number[])[],
): readonly number[] {
  const chains = chainsOf(options.length, neighbours);
  const chainOf = new Map(chains.flatMap((chain, i) => chain.map((row) => [row, i] as const)));
  const size = (row: number): number => open[row]?.length ?? 0;
  const kinds = options.map((_, row) => {
    if (size(row) <= 1) return 0;
    if (compiled.of[row]?.paired) return 1;
    return (chains[chainOf.get(row) ?? -1]?.length ?? 0) > 1 ? 2 : 3;
  });
  const kind = (row: number): number => kinds[row] ?? 3;
  const rows = options.map((_, row) => row);
  return rows.sort((x, y) => {
    const byKind = kind(x) - kind(y);
    if (byKind !== 0) return byKind;
    if (kind(x) === 2) {
      const a = chainOf.get(x) ?? 0;
      const b = chainOf.get(y) ?? 0;
      if (a !== b) return (chains[b]?.length ?? 0) - (chains[a]?.length ?? 0) || a - b;
      return (chains[a]?.indexOf(x) ?? 0) - (chains[a]?.indexOf(y) ?? 0);
    }
    return size(x) - size(y);
  });
}

/** Rows in families, each in its order; a row without neighbours is a family by itself. */
function chainsOf(count: number, neighbours: Problem['neighbours']): readonly (readonly number[])[] {
  const next = new Map(neighbours);
  const seconds = new Set(neighbours.map(([, b]) => b));
  const chains: number[][] = [];
  for (let row = 0; row < count; row++) {
    if (seconds.has(row)) continue;
    const chain = [row];
    for (let at = next.get(row); at !== undefined; at = next.get(at)) chain.push(at);
    chains.push(chain);
  }
  return chains;
}

/**
 * A good plan to begin with: what the bound leaves in place stays; each family then takes the cheapest run that is free, in pieces
 * where there is none; the rest is an assignment again. Null where that leads nowhere.
 */
function inRuns(problem: Problem, compiled: Compiled, bound: Bound): readonly number[] | null {
  const { options, neighbours } = problem;
  const board = new Board(problem);
  const place = (row: number, cell: number): boolean => {
    const at = (options[row] ?? []).findIndex((o) => o.cell === cell);
    const option = options[row]?.[at];
    if (!option || !board.free(row, option)) return false;
    board.put(row, at, option);
    return true;
  };
  options.forEach((list, row) => {
    const at = bound.chosen[row] ?? -1;
    const option = list[at];
    // A row that would cost a move anywhere else keeps its cell.
    if (option && option.moved === 0 && list.some((o) => o.moved > 0) && board.free(row, option)) board.put(row, at, option);
    else if (option && list.length === 1 && board.free(row, option)) board.put(row, at, option);
  });
  const chains = [...chainsOf(options.length, neighbours)].filter((c) => c.length > 1).sort((a, b) => b.length - a.length);
  for (const chain of chains) {
    for (let from = 0; from < chain.length; ) {
      const first = chain[from] ?? -1;
      if (board.cellOf(first) !== null) {
        from++;
        continue;
      }
      const left = from > 0 ? board.cellOf(chain[from - 1] ?? -1) : null;
      if (left !== null && place(first, left + 1)) {
        from++;
        continue;
      }
      let to = from;
      while (to < chain.length && board.cellOf(chain[to] ?? -1) === null) to++;
      const piece = chain.slice(from, to);
      const right = to < chain.length ? board.cellOf(chain[to] ?? -1) : null;
      const run = longestRun(problem, board, piece, right);
      if (!run) return null;
      for (let k = 0; k < run.length; k++) if (!place(piece[k] ?? -1, run.start + k)) return null;
      from += run.length;
    }
  }
  return restAssigned(problem, compiled, board);
}

/** The longest stretch of a family, from its first row on, that fits somewhere in one run, and the cheapest place for it. */
function longestRun(
  { options }: Problem,
  board: Board,
  piece: readonly number[],
  endsBefore: number | null,
): { readonly start: number; readonly length: number } | null {
  const byCell = piece.map((row) => new Map((options[row] ?? []).map((o) => [o.cell, o])));
  const first = piece[0];
  if (first === undefined) return null;
  let best: { start: number; length: number; cost: Cost } | null = null;
  for (const start of options[first] ?? []) {
    if (!board.free(first, start)) continue;
    let cost = noCost;
    let length = 0;
    for (const row of piece) {
      const option = byCell[length]?.get(start.cell + length);
      if (!option || !board.free(row, option)) break;
      cost = plus(cost, costOf(option));
      length++;
    }
    if (endsBefore !== null && length === piece.length && start.cell + length === endsBefore)
      return { start: start.cell, length };
    const per: Cost = {
      moved: cost.moved / length,
      unwanted: cost.unwanted / length,
      broken: 0,
      rank: cost.rank / length,
    };
    // An unwanted meaning weighs more than a broken run; only then does length count.
    if (
      !best ||
      per.moved < best.cost.moved ||
      (per.moved === best.cost.moved &&
        (per.unwanted < best.cost.unwanted ||
          (per.unwanted === best.cost.unwanted &&
            (length > best.length || (length === best.length && per.rank < best.cost.rank)))))
    )
      best = { start: start.cell, length, cost: per };
  }
  return best;
}

/** What is not put yet, as assignments around what is; clique by clique, each after the ones before. */
function restAssigned(problem: Problem, compiled: Compiled, board: Board): readonly number[] | null {
  const { options } = problem;
  for (const clique of cliquesOf(problem)) {
    const rows = clique.rows.filter((row) => board.cellOf(row) === null);
    if (rows.length === 0) continue;
    const done = assignRows(compiled, rows, (row, at) => {
      const option = options[row]?.[at];
      return option !== undefined && board.free(row, option);
    });
    if (!('chosen' in done)) return null;
    for (let i = 0; i < rows.length; i++) {
      const row = rows[i] ?? -1;
      const at = done.chosen[i] ?? -1;
      const option = options[row]?.[at];
      // Two pairs can take each other's second cell: then this start leads nowhere, and the search has to find one.
      if (!option || !board.free(row, option)) return null;
      board.put(row, at, option);
    }
  }
  return board.chosen.slice();
}
