// Tells open tabs that a rig has a new version. One process, one list of listeners.
type Listener = (version: number) => void;

// Server and pages are bundled apart but share one process: the lists hang on the process.
interface Shared {
  keenDialListeners?: Map<string, Set<Listener>>;
  keenDialListenersToAll?: Set<() => void>;
  keenDialStreams?: Set<() => void>;
}
const shared = globalThis as Shared;
shared.keenDialListeners ??= new Map();
shared.keenDialListenersToAll ??= new Set();
shared.keenDialStreams ??= new Set();
const listeners = shared.keenDialListeners;
const toAll = shared.keenDialListenersToAll;
const streams = shared.keenDialStreams;

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

/** Calls `listener` whenever any rig was changed or added, until the returned function is called. */
export function listenToAll(listener: () => void): () => void {
  toAll.add(listener);
  return () => toAll.delete(listener);
}

export function announce(rigId: string, version: number): void {
  for (const listener of listeners.get(rigId) ?? []) listener(version);
  for (const listener of toAll) listener();
}

/** What open tabs are told when everything was replaced: nothing that they hold counts any more. */
export const REPLACED = -1;

export function announceReplaced(): void {
  for (const mine of listeners.values()) for (const listener of mine) listener(REPLACED);
}

/** Notes a stream of events that is open, with what ends it; the returned function forgets it. */
export function keepStream(end: () => void): () => void {
  streams.add(end);
  return () => streams.delete(end);
}

/** Ends every stream that is open: the server is about to stop. */
export function endStreams(): void {
  for (const end of [...streams]) end();
}
