// Distances in a graph whose edges cost one or two presses.

/** What waits at a cost; made when first asked for. */
export function later(queue: number[][], cost: number): number[] {
  const there = queue[cost] ?? [];
  queue[cost] = there;
  return there;
}

export interface Edges {
  readonly starts: Int32Array;
  readonly from: Int32Array;
  readonly weight: Int32Array;
}

/** Edges by where they end. */
export function reverseEdges(size: number, from: readonly number[], to: readonly number[], weight: readonly number[]): Edges {
  const starts = new Int32Array(size + 1);
  for (const end of to) starts[end + 1] = (starts[end + 1] ?? 0) + 1;
  for (let i = 0; i < size; i++) starts[i + 1] = (starts[i + 1] ?? 0) + (starts[i] ?? 0);
  const next = starts.slice();
  const sorted = new Int32Array(to.length);
  const weights = new Int32Array(to.length);
  to.forEach((end, i) => {
    const place = next[end] ?? 0;
    next[end] = place + 1;
    sorted[place] = from[i] ?? 0;
    weights[place] = weight[i] ?? 1;
  });
  return { starts, from: sorted, weight: weights };
}

/** Fewest presses from every state to one of the goals, each with what it costs there; −1 where none can be had. */
export function backwards(size: number, edges: Edges, goals: ReadonlyMap<number, number>): Int32Array {
  const distance = new Int32Array(size).fill(-1);
  const queue: number[][] = [];
  const put = (state: number, cost: number): void => {
    const known = distance[state] ?? -1;
    if (known >= 0 && known <= cost) return;
    distance[state] = cost;
    later(queue, cost).push(state);
  };
  for (const [state, cost] of goals) put(state, cost);
  for (let level = 0; level < queue.length; level++) {
    for (const state of queue[level] ?? []) {
      if (distance[state] !== level) continue;
      for (let e = edges.starts[state] ?? 0; e < (edges.starts[state + 1] ?? 0); e++)
        put(edges.from[e] ?? 0, level + (edges.weight[e] ?? 1));
    }
  }
  return distance;
}
