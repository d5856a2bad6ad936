// Solves a planning problem. Where nothing but cells is at stake it is solved exactly as an assignment; with pairs, neighbours or rows
// that hear each other only in part, the bound of the assignment guides a bounded search, which says whether it proved its answer.
import { type Bound, boundOf, type Compiled, cliquesOf, compile, weightsOf } from './bound';
import { type Cost, compareCosts, noCost, plus, type Weights, weigh } from './cost';
import { chainsOf, costOfChoice, type Problem, part, type Solution, separate } from './problem';
import { Board, inRuns } from './runs';

/** Steps that a search may take in all before it settles for what it has. */
export const USUAL_STEPS = 4000;

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
    rows.every((r) => problem.options[r]?.every((o) => o.more.length === 0) ?? true);
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
  let open: readonly (readonly number[])[] = [];
  let forced = 0;
  for (let before = -1; before !== forced; ) {
    before = forced;
    const limit = bestWeight - least - forced * w.broken;
    open = options.map((_, row) => within(bound.above[row] ?? NONE, limit, best?.[row] ?? -1));
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

const NONE = new Float64Array(0);

/** The options that lie less than a limit above the bound, and the one that the best plan so far has. */
function within(above: Float64Array, limit: number, kept: number): readonly number[] {
  const list: number[] = [];
  for (let at = 0; at < above.length; at++) if ((above[at] ?? 0) < limit || at === kept) list.push(at);
  return list;
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
