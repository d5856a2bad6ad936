// Messages on their way to a worker: the first goes at once, and what follows closely goes together. Each trip costs the window more
// than what is in it.

export interface Gathered<T> {
  readonly add: (item: T) => void;
  /** What waits goes now: before anything else that is asked of the worker. */
  readonly flush: () => void;
  /** What waits is left behind. */
  readonly end: () => void;
}

/** `send` gets what came in its order; `withinMs`: how long something waits at most. */
export function gathered<T>(send: (items: readonly T[]) => void, withinMs: number): Gathered<T> {
  let waiting: T[] = [];
  let timer: ReturnType<typeof setTimeout> | null = null;
  const flush = (): void => {
    if (waiting.length === 0) return;
    const items = waiting;
    waiting = [];
    send(items);
  };
  const due = (): void => {
    timer = null;
    if (waiting.length === 0) return;
    flush();
    timer = setTimeout(due, withinMs);
  };
  return {
    add: (item) => {
      waiting.push(item);
      if (timer === null) {
        flush();
        timer = setTimeout(due, withinMs);
      }
    },
    flush,
    end: () => {
      if (timer !== null) clearTimeout(timer);
      timer = null;
      waiting = [];
    },
  };
}
