// Tells open tabs how journals stand. One process, one list of listeners.

/** How a rig's journal stands after an edit. */
export interface Told {
  readonly epoch: string;
  readonly version: number;
  readonly newest: string | null;
}

/** Called with how the journal of a rig stands; with null when all are to be told of. */
type Listener = (told: (Told & { readonly rigId: string }) | null) => void;

// Server and pages are bundled apart but share one process: the lists hang on the process.
interface Shared {
  keenDialListeners?: Set<Listener>;
  keenDialListenersToAll?: Set<() => void>;
  keenDialStreams?: Set<() => void>;
}
const shared = globalThis as Shared;
shared.keenDialListeners ??= new Set();
shared.keenDialListenersToAll ??= new Set();
shared.keenDialStreams ??= new Set();
const listeners = shared.keenDialListeners;
const toAll = shared.keenDialListenersToAll;
const streams = shared.keenDialStreams;

/** Calls `listener` at each new version of any rig, and when all are to be told of, until the returned function is called. */
export function listen(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Calls `listener` whenever any rig was changed or added, until the returned function is called. */
export function listenToAll(listener: () => void): () => void {
  toAll.add(listener);
  return () => toAll.delete(listener);
}

/** Tells open tabs of a rig's new version. */
export function announce(rigId: string, told: Told): void {
  for (const listener of listeners) listener({ rigId, ...told });
  announceListed();
}

/** Says that a rig came, changed or went. */
export function announceListed(): void {
  for (const listener of toAll) listener();
}

/** Has every open tab told how all rigs stand, and which there are: one came back or went, or everything was replaced. */
export function announceAll(): void {
  for (const listener of listeners) listener(null);
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
