// The assignment problem: every row gets a column of its own at the least total cost. Shortest augmenting paths with potentials
// (R. Jonker and A. Volgenant, "A shortest augmenting path algorithm for dense and sparse linear assignment problems", 1987).

export interface Matched {
  readonly type: 'matched';
  /** The column of each row. */
  readonly columns: Int32Array;
  /** Potentials: cost − row − column is never below 0, and 0 where a row has its column; columns are never above 0. */
  readonly ofRow: Float64Array;
  readonly ofColumn: Float64Array;
}

/** Rows that have one column too few between them; without any one of them the others can be matched (P. Hall, 1935). */
export interface TooMany {
  readonly type: 'too-many';
  readonly rows: readonly number[];
  readonly columns: readonly number[];
}

/**
 * Matches `rows` rows to `columns` columns. `cost` is row by row, `Infinity` where a row may not have a column. Time grows with
 * rows² · columns at worst, and is far less where most rows find a free column at once.
 * @example leastAssignment(2, 2, Float64Array.from([1, 2, 1, 9])).type // => 'matched'
 */
export function leastAssignment(rows: number, columns: number, cost: Float64Array): Matched | TooMany {
  const spare = columns - rows;
  if (spare < 0 || spare > rows / 2) return match(rows, columns, cost, rows, new Float64Array(columns));
  // With about as many rows as columns, prices to begin with save most of the work: rows that want the same columns in the same
  // order find them at once. Rows of one cost stand in for columns that stay free, so that those end up the dearest.
  let most = 0;
  for (const c of cost) if (c !== Number.POSITIVE_INFINITY && c > most) most = c;
  const table = spare === 0 ? cost : new Float64Array(columns * columns).fill(most);
  if (spare > 0) table.set(cost);
  const prices = new Float64Array(columns).fill(Number.POSITIVE_INFINITY);
  for (let i = 0; i < rows; i++)
    for (let j = 0; j < columns; j++) prices[j] = Math.min(prices[j] ?? 0, cost[i * columns + j] ?? 0, most);
  for (let j = 0; j < columns; j++) if (prices[j] === Number.POSITIVE_INFINITY) prices[j] = most;
  const done = match(columns, columns, table, rows, prices);
  if (done.type === 'too-many') return done;
  const top = done.ofColumn.reduce((max, v) => Math.max(max, v), Number.NEGATIVE_INFINITY);
  return {
    type: 'matched',
    columns: done.columns.slice(0, rows),
    ofRow: done.ofRow.slice(0, rows).map((u) => u + top),
    ofColumn: done.ofColumn.map((v) => v - top),
  };
}

/** `own`: rows from there on only stand in for free columns; prices are potentials of columns to begin with. */
function match(rows: number, columns: number, cost: Float64Array, own: number, prices: Float64Array): Matched | TooMany {
  const ofRow = new Float64Array(rows);
  const ofColumn = prices;
  const rowAt = new Int32Array(columns).fill(-1);
  const columnOf = new Int32Array(rows).fill(-1);
  const distance = new Float64Array(columns);
  const before = new Int32Array(columns);
  const open = new Int32Array(columns);

  for (let row = 0; row < rows; row++) {
    const end = takeFree(row) ? null : augment(row);
    if (end !== null && row < own) return { type: 'too-many', ...end };
  }
  return { type: 'matched', columns: columnOf, ofRow, ofColumn };

  /** Most rows find their cheapest column free: then nothing has to be moved. False when they do not. */
  function takeFree(row: number): boolean {
    let least = Number.POSITIVE_INFINITY;
    let at = -1;
    const base = row * columns;
    for (let j = 0; j < columns; j++) {
      const reduced = (cost[base + j] ?? 0) - (ofColumn[j] ?? 0);
      if (reduced < least || (reduced === least && at >= 0 && rowAt[at] !== -1 && rowAt[j] === -1)) {
        least = reduced;
        at = j;
      }
    }
    if (at < 0 || rowAt[at] !== -1) return false;
    ofRow[row] = least;
    rowAt[at] = row;
    columnOf[row] = at;
    return true;
  }

  /** Grows a tree of shortest ways from a row until it finds a free column; null once the row has one. */
  function augment(start: number): { readonly rows: readonly number[]; readonly columns: readonly number[] } | null {
    distance.fill(Number.POSITIVE_INFINITY);
    let left = 0;
    for (let j = 0; j < columns; j++) open[left++] = j;
    let row = start;
    let offset = 0;
    let free = -1;
    const inTree: number[] = [];
    ofRow[start] = 0;
    while (free < 0) {
      const base = row * columns;
      const lift = offset - (ofRow[row] ?? 0);
      let least = Number.POSITIVE_INFINITY;
      let next = -1;
      for (let k = 0; k < left; k++) {
        const j = open[k] ?? 0;
        const through = (cost[base + j] ?? 0) - (ofColumn[j] ?? 0) + lift;
        if (through < (distance[j] ?? 0)) {
          distance[j] = through;
          before[j] = row;
        }
        const d = distance[j] ?? 0;
        if (d < least || (d === least && next >= 0 && rowAt[open[k] ?? 0] === -1 && rowAt[open[next] ?? 0] !== -1)) {
          least = d;
          next = k;
        }
      }
      if (next < 0 || least === Number.POSITIVE_INFINITY)
        return { rows: [start, ...inTree.map((j) => rowAt[j] ?? 0)], columns: inTree };
      const column = open[next] ?? 0;
      open[next] = open[--left] ?? 0;
      offset = least;
      if (rowAt[column] === -1) free = column;
      else {
        inTree.push(column);
        row = rowAt[column] ?? 0;
      }
    }
    ofRow[start] = (ofRow[start] ?? 0) + offset;
    for (const j of inTree) {
      const slack = offset - (distance[j] ?? 0);
      ofColumn[j] = (ofColumn[j] ?? 0) - slack;
      const r = rowAt[j] ?? 0;
      ofRow[r] = (ofRow[r] ?? 0) + slack;
    }
    for (let j = free; ; ) {
      const r = before[j] ?? 0;
      const was = columnOf[r] ?? -1;
      rowAt[j] = r;
      columnOf[r] = j;
      if (r === start) break;
      j = was;
    }
    return null;
  }
}
