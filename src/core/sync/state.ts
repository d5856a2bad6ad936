// What one window knows of a rig: what the journal has confirmed, what it made itself and has not been confirmed yet, and what was refused.
import type { Edit, EditProblem, Rig } from '../rig';

/** One thing on its way to the journal. `edit` of an undo or redo is null where only the journal knows what it would do. */
export type Queued =
  | { readonly id: string; readonly kind: 'edit'; readonly label: string; readonly edit: Edit }
  | {
      readonly id: string;
      readonly kind: 'undo' | 'redo';
      readonly label: string;
      /** The edit of the journal that is taken back or done again. */
      readonly of: string;
      readonly edit: Edit | null;
    };

/** An edit that undo could take back, or redo do again; `edit` is null where only the journal knows it. */
export interface Done {
  readonly id: string;
  readonly label: string;
  readonly edit: Edit | null;
  /** It was taken back before it was ever sent: doing it again is a new edit. */
  readonly neverSent: boolean;
}

/** Why an edit was refused: by the rig as it is now, or by the server. */
export type Refusal =
  | EditProblem
  | { readonly type: 'no-rig' }
  | { readonly type: 'nothing-to-undo' }
  | { readonly type: 'nothing-to-redo' }
  /** Somebody stopped it on its way. */
  | { readonly type: 'stopped' }
  /** It has more bytes than are taken at once. */
  | { readonly type: 'too-large'; readonly most: number }
  /** The server could not read it, or fell over it; `detail` is what it said. */
  | { readonly type: 'unreadable'; readonly detail: string };

/** Edits that were refused together: the first one with its reason, and those that do not stand without it. */
export interface Aside {
  /** The id of the first one. */
  readonly id: string;
  readonly items: readonly Queued[];
  readonly refusal: Refusal;
}

/** Why nothing can be kept on the server's disk just now. */
export type Fault = 'disk-full' | 'read-only' | 'locked' | 'damaged';

/** Whether the server answers: or why nothing can be kept there just now. `gone`: it knows of no such rig. */
export type Link =
  | { readonly type: 'online' }
  | { readonly type: 'silent' | 'gone'; readonly tries: number }
  | { readonly type: 'fault'; readonly fault: Fault; readonly tries: number };

/** What the journal has confirmed. `newest` is the edit that led to `version`; null at the beginning. */
export interface Confirmed {
  readonly rig: Rig;
  readonly version: number;
  readonly newest: string | null;
}

export interface SyncState {
  /** The life of the database that `confirmed` belongs to. */
  readonly epoch: string;
  readonly confirmed: Confirmed;
  /** In order; the first one may be posted. */
  readonly unsent: readonly Queued[];
  /** The one that waits for its answer. */
  readonly posted: string | null;
  readonly aside: readonly Aside[];
  /** The newest last. */
  readonly past: readonly Done[];
  readonly future: readonly Done[];
  readonly link: Link;
  /** What is confirmed here cannot be followed any further: what is there now, once it was fetched, while `confirmed` is still what was there. */
  readonly parted: Parted | null;
  /** The highest version that was told of. */
  readonly announced: number;
  /** While an answer to a question for what others did is awaited: the version that was told of when it was asked. */
  readonly asking: number | null;
  /** What the screen shows: `confirmed` with everything unsent on top. */
  readonly shown: Rig;
}

/** A window apart from the journal. */
export interface Parted {
  /** The rig as it is now; null until it was fetched. */
  readonly there: Opened | null;
  /** The database is another one than before: somebody has to say what becomes of what is unsent. */
  readonly asks: boolean;
}

/** A rig as it is handed over whole. */
export interface Opened {
  readonly epoch: string;
  readonly confirmed: Confirmed;
  readonly past: readonly Done[];
  readonly future: readonly Done[];
}

/** A window that has just opened a rig. */
export const opened = ({ epoch, confirmed, past, future }: Opened): SyncState => ({
  epoch,
  confirmed,
  unsent: [],
  posted: null,
  aside: [],
  past,
  future,
  link: { type: 'online' },
  parted: null,
  announced: confirmed.version,
  asking: null,
  shown: confirmed.rig,
});
