// A good plan to begin with: families in runs, and the board on which plans are laid out.
import { addTo } from '../base';
import type { Bound, Compiled } from './bound';
import { assignRows, cliquesOf } from './bound';
import { type Cost, noCost, plus } from './cost';
import { chainsOf, costOf, type Option, type Problem } from './problem';

/** What a search knows at one moment: who has what. */
export class Board {
  readonly chosen: number[];
  private readonly holders = new Map<number, number[]>();

  constructor(private readonly problem: Problem) {
    this.chosen = new Array(problem.options.length).fill(-1);
  }

  free(row: number, option: Option): boolean {
    return this.cellFree(row, option.cell) && option.more.every((cell) => this.cellFree(row, cell));
  }

  private cellFree(row: number, cell: number): boolean {
    const own = this.problem.classOf[row] ?? 0;
    for (const other of this.holders.get(cell) ?? []) if (this.problem.meets(own, this.problem.classOf[other] ?? 0)) return false;
    return true;
  }

  put(row: number, at: number, option: Option): void {
    this.chosen[row] = at;
    this.hold(option.cell, row);
    for (const cell of option.more) this.hold(cell, row);
  }

  take(row: number, option: Option): void {
    this.chosen[row] = -1;
    this.holders.get(option.cell)?.pop();
    for (const cell of option.more) this.holders.get(cell)?.pop();
  }

  private hold(cell: number, row: number): void {
    addTo(this.holders, cell, row);
  }

  cellOf(row: number): number | null {
    const at = this.chosen[row] ?? -1;
    return at < 0 ? null : (this.problem.options[row]?.[at]?.cell ?? null);
  }
}

/**
 * A good plan to begin with: what the bound leaves in place stays; each family then takes the cheapest run that is free, in pieces
 * where there is none; the rest is an assignment again. Null where that leads nowhere.
 */
export function inRuns(problem: Problem, compiled: Compiled, bound: Bound): readonly number[] | null {
  const { options, neighbours } = problem;
  const board = new Board(problem);
  const finder = makeFinder(options);
  const place = (row: number, cell: number): boolean => {
    const at = finder(row).get(cell) ?? -1;
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
      const run = longestRun(problem, board, piece, right, finder);
      if (!run) return null;
      for (let k = 0; k < run.length; k++) if (!place(piece[k] ?? -1, run.start + k)) return null;
      from += run.length;
    }
  }
  return restAssigned(problem, compiled, board);
}

/** Which option of a row has a cell. */
type Finder = (row: number) => ReadonlyMap<number, number>;

/** Rows with one list of options share what was made of it. */
function makeFinder(options: Problem['options']): Finder {
  const known = new Map<readonly Option[], ReadonlyMap<number, number>>();
  return (row) => {
    const list = options[row] ?? [];
    const before = known.get(list);
    if (before) return before;
    const made = new Map<number, number>();
    for (let at = list.length - 1; at >= 0; at--) made.set(list[at]?.cell ?? -1, at);
    known.set(list, made);
    return made;
  };
}

/** The longest stretch of a family, from its first row on, that fits somewhere in one run, and the cheapest place for it. */
function longestRun(
  { options }: Problem,
  board: Board,
  piece: readonly number[],
  endsBefore: number | null,
  finder: Finder,
): { readonly start: number; readonly length: number } | null {
  const first = piece[0];
  if (first === undefined) return null;
  let best: { start: number; length: number; cost: Cost } | null = null;
  for (const start of options[first] ?? []) {
    if (!board.free(first, start)) continue;
    let cost = noCost;
    let length = 0;
    for (const row of piece) {
      const option = options[row]?.[finder(row).get(start.cell + length) ?? -1];
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
      // Two pairs can take each other's further cell: then this start leads nowhere, and the search has to find one.
      if (!option || !board.free(row, option)) return null;
      board.put(row, at, option);
    }
  }
  return board.chosen.slice();
}
