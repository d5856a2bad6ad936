// Shortest ways through a graph of numbered states whose edges cost one, two or more steps.

export interface Edge<By> {
  readonly to: number;
  /** What it costs: a whole number from 1 on. */
  readonly weight: number;
  /** What takes one along it. */
  readonly by: By;
}

export interface Explored<By> {
  /** States that can be reached, the nearest first. */
  readonly reached: readonly number[];
  /** The least cost from the start to a state; −1 where nothing leads there. */
  readonly costTo: (state: number) => number;
  /** A cheapest way from the start, edge by edge; empty at the start itself and where nothing leads. */
  readonly wayTo: (state: number) => readonly Edge<By>[];
  /** The least cost from every state to one of the goals, each with what it costs there; −1 where none can be had. */
  readonly distanceTo: (goals: ReadonlyMap<number, number>) => (state: number) => number;
}

/** Walks from a start along all edges, each state's asked for once. States are numbers below `size`. */
export function explore<By>(size: number, start: number, edgesFrom: (state: number) => readonly Edge<By>[]): Explored<By> {
  const cost = new Int32Array(size).fill(-1);
  const settled = new Uint8Array(size);
  const cameFrom = new Int32Array(size).fill(-1);
  const cameBy = new Map<number, Edge<By>>();
  const all = edgeList();
  const reached: number[] = [];
  const queue: number[][] = [[start]];
  cost[start] = 0;
  for (let level = 0; level < queue.length; level++) {
    for (const state of queue[level] ?? []) {
      if (cost[state] !== level || settled[state] === 1) continue;
      settled[state] = 1;
      reached.push(state);
      for (const edge of edgesFrom(state)) {
        all.add(state, edge.to, edge.weight);
        const next = level + edge.weight;
        const known = cost[edge.to] ?? -1;
        if (known >= 0 && known <= next) continue;
        cost[edge.to] = next;
        cameFrom[edge.to] = state;
        cameBy.set(edge.to, edge);
        waitingAt(queue, next).push(edge.to);
      }
    }
  }
  const edges = all.byEnd(size);
  return {
    reached,
    costTo: (state) => cost[state] ?? -1,
    wayTo: (state) => {
      const way: Edge<By>[] = [];
      for (let at = state, edge = cameBy.get(at); edge && at !== start; edge = cameBy.get(at)) {
        way.push(edge);
        at = cameFrom[at] ?? start;
      }
      return way.reverse();
    },
    distanceTo: (goals) => {
      const distance = backwards(size, edges, goals);
      return (state) => distance[state] ?? -1;
    },
  };
}

/** What waits at a cost; made when first asked for. */
function waitingAt(queue: number[][], cost: number): number[] {
  const there = queue[cost] ?? [];
  queue[cost] = there;
  return there;
}

interface Edges {
  readonly starts: Int32Array;
  readonly from: Int32Array;
  readonly weight: Int32Array;
}

/** Edges as they are found, and sorted by where they end. */
function edgeList() {
  const from: number[] = [];
  const to: number[] = [];
  const weight: number[] = [];
  return {
    add: (start: number, end: number, cost: number): void => {
      from.push(start);
      to.push(end);
      weight.push(cost);
    },
    byEnd: (size: number): Edges => {
      const starts = new Int32Array(size + 1);
      for (const end of to) starts[end + 1] = (starts[end + 1] ?? 0) + 1;
      for (let i = 0; i < size; i++) starts[i + 1] = (starts[i + 1] ?? 0) + (starts[i] ?? 0);
      const next = starts.slice();
      const sorted = new Int32Array(to.length);
      const weights = new Int32Array(to.length);
      to.forEach((end, i) => {
        const at = next[end] ?? 0;
        next[end] = at + 1;
        sorted[at] = from[i] ?? 0;
        weights[at] = weight[i] ?? 1;
      });
      return { starts, from: sorted, weight: weights };
    },
  };
}

function backwards(size: number, edges: Edges, goals: ReadonlyMap<number, number>): Int32Array {
  const distance = new Int32Array(size).fill(-1);
  const queue: number[][] = [];
  const put = (state: number, cost: number): void => {
    const known = distance[state] ?? -1;
    if (known >= 0 && known <= cost) return;
    distance[state] = cost;
    waitingAt(queue, cost).push(state);
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
