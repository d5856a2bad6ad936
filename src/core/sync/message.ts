// What goes into a window's state and what comes out of it: inputs from hand, server and device, and effects for the shell to carry out.
import type { Edit, Rig } from '../rig';
import type { Aside, Fault, Opened, Queued, Refusal } from './state';

/** One entry of the journal as it is answered. `edit` is null for one that the asker sent itself. */
export interface Entry {
  readonly version: number;
  readonly id: string;
  readonly kind: 'edit' | 'undo' | 'redo';
  readonly label: string;
  readonly edit: Edit | null;
}

/** How the journal stands, and what came after the version that was asked from. */
export interface Head {
  readonly epoch: string;
  readonly version: number;
  /** Whether what the asker takes for the newest entry is in this journal: folded away it cannot be told, foreign it is another database. */
  readonly since: 'known' | 'folded' | 'foreign';
  readonly entries: readonly Entry[];
  /** What undo and redo would do at `version`. */
  readonly undo: { readonly id: string; readonly label: string } | null;
  readonly redo: { readonly id: string; readonly label: string } | null;
}

export type Input =
  | { readonly type: 'edited'; readonly id: string; readonly edit: Edit; readonly label: string }
  /** `id` is the one of the edit that takes back or does again, where one is needed. */
  | { readonly type: 'undo'; readonly id: string }
  | { readonly type: 'redo'; readonly id: string }
  /** `to` is what was posted; null for a question what others did. */
  | { readonly type: 'answered'; readonly to: string | null; readonly head: Head }
  | { readonly type: 'refused'; readonly to: string; readonly refusal: Refusal; readonly head: Head | null }
  | { readonly type: 'silent'; readonly to: string | null }
  /** Somebody does not want to wait for what is posted any longer. */
  | { readonly type: 'stopped'; readonly to: string }
  | { readonly type: 'fault'; readonly to: string | null; readonly fault: Fault }
  /** There is no such rig. */
  | { readonly type: 'gone' }
  /** Time to try again: a timer ran out, or the line to the server is open again. */
  | { readonly type: 'again' }
  /** How the journal stands, told to everybody; `newest` is null where its last step was folded away. `version` is −1 where there is no such rig. */
  | { readonly type: 'announced'; readonly epoch: string; readonly version: number; readonly newest: string | null }
  /** The rig as it is now, and which of the ids that were asked for are in its journal. */
  | { readonly type: 'reopened'; readonly there: Opened; readonly known: readonly string[] }
  /** What becomes of what is unsent where the database is another one. */
  | { readonly type: 'resolved'; readonly take: boolean }
  | { readonly type: 'retried'; readonly group: string }
  | { readonly type: 'let-go'; readonly group: string }
  /** What this device kept of an earlier window. */
  | { readonly type: 'found'; readonly kept: Kept };

/** What a device keeps while it is not sent. */
export interface Kept {
  readonly epoch: string;
  readonly version: number;
  readonly newest: string | null;
  readonly unsent: readonly Queued[];
  readonly aside: readonly Aside[];
}

/** What the asker knows: the journal says by it what is new, and whether it is still the same journal. */
export interface Since {
  readonly epoch: string;
  readonly version: number;
  readonly newest: string | null;
  /** What it may have sent itself and has not been told of: entries of these come without their edit. */
  readonly own: readonly string[];
}

export type Effect =
  | { readonly type: 'post'; readonly item: Queued; readonly since: Since }
  /** End the post of an item: it may have been taken all the same. */
  | { readonly type: 'stop'; readonly id: string }
  | { readonly type: 'ask'; readonly since: Since }
  | { readonly type: 'reopen'; readonly own: readonly string[] }
  /** Feed `again` after so many milliseconds. */
  | { readonly type: 'wait'; readonly ms: number }
  | { readonly type: 'keep'; readonly kept: Kept }
  /** The shown rig changed by these edits; by more than that where they are null. */
  | { readonly type: 'changed'; readonly edits: readonly Edit[] | null; readonly rig: Rig }
  | { readonly type: 'say'; readonly notice: Notice };

/** What a person is told. */
export type Notice =
  | { readonly code: 'refused'; readonly refusal: Refusal; readonly label: string }
  | { readonly code: 'set-aside'; readonly aside: Aside }
  /** `of`: the edit that was taken back or done again. */
  | { readonly code: 'undone' | 'redone'; readonly label: string; readonly of: string }
  | { readonly code: 'nothing-to-undo' | 'nothing-to-redo' }
  /** What is next to take back or do again comes with an answer that is awaited. */
  | { readonly code: 'still-asking' }
  | { readonly code: 'not-taken-back'; readonly label: string; readonly refusal: Refusal };
