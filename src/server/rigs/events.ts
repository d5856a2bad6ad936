// Tells open tabs that a rig has a new version. One process, one list of listeners.
type Listener = (version: number) => void;

const shared = globalThis as { keenDialListeners?: Map<string, Set<Listener>> };
shared.keenDialListeners ??= new Map();
const listeners = shared.keenDialListeners;

/** Calls `listener` at each new version of a rig until the returned function is called. */
export function listen(rigId: string, listener: Listener): () => void {
  const mine = listeners.get(rigId) ?? new Set();
  listeners.set(rigId, mine);
  mine.add(listener);
  return () => {
    mine.delete(listener);
    if (mine.size === 0) listeners.delete(rigId);
  };
}

export function announce(rigId: string, version: number): void {
  for (const listener of listeners.get(rigId) ?? []) listener(version);
}

/** What open tabs are told when everything was replaced: nothing that they hold counts any more. */
export const REPLACED = -1;

export function announceReplaced(): void {
  for (const mine of listeners.values()) for (const listener of mine) listener(REPLACED);
}
