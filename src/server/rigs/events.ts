// Tells open tabs that a rig has a new version. One process, one list of listeners.
type Listener = (told: Told | null) => void;

/** How a journal stands after an edit. */
export interface Told {
  readonly epoch: string;
  readonly version: number;
  readonly newest: string | null;
}

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

/** Calls `listener` at each new version of a rig, and with null when everything was replaced, until the returned function is called. */
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

/** Tells open tabs of a rig's new version. */
export function announce(rigId: string, told: Told): void {
  for (const listener of listeners.get(rigId) ?? []) listener(told);
  announceListed();
}

/** Says that a rig came, changed or went. */
export function announceListed(): void {
  for (const listener of toAll) listener();
}

/** Tells every open tab that everything was replaced: what it holds may count no more. */
export function announceReplaced(): void {
  for (const mine of listeners.values()) for (const listener of mine) listener(null);
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
