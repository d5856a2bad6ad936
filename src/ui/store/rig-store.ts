// One store per open rig: the document at once, the server behind it, the judge beside it. What is on its way is a value (core/sync); this
// carries its effects out.
import { nanoid } from 'nanoid';
import { createStore } from 'zustand';
import type { Outcome } from '@/core/bench';
import type { Finding } from '@/core/checks';
import { type Edit, indexRig, labelOf, type Rig, type RigIndex } from '@/core/rig';
import {
  type Aside,
  type Effect,
  type Input,
  type Kept,
  keptOf,
  type Notice,
  type Opened,
  opened as openedState,
  type Queued,
  type SyncState,
  step,
} from '@/core/sync';
import { ask } from './asking';
import { refusalWords } from './refusal';

/** Whether everything is kept, on its way, or why not. */
export type Saving = 'saved' | 'saving' | 'offline' | 'gone' | 'parted' | 'disk-full' | 'read-only' | 'locked' | 'damaged';

export interface RigState {
  /** The rig as the screen shows it: what the server has, and the edits on their way on top. */
  readonly index: RigIndex;
  readonly version: number;
  readonly undoLabel: string | null;
  /** The change that undo takes back. */
  readonly undoId: string | null;
  readonly redoLabel: string | null;
  readonly saving: Saving;
  /** Edits that are not in the journal yet. */
  readonly unsent: readonly Queued[];
  /** How far a large edit is that is being saved, from 0 to 1; null where there is none. */
  readonly far: number | null;
  /** Edits that were refused, with why. */
  readonly aside: readonly Aside[];
  /** The rig as it is in a database that is another one, while somebody has to say what becomes of what is unsent. */
  readonly elsewhere: Elsewhere | null;
  readonly outcomes: ReadonlyMap<string, Outcome>;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  /** Whether all of it is judged as it is now; until then only what is on the screen may be. */
  readonly judged: boolean;
  /** Lines of the sheet that are still to be entered; null until they were counted. */
  readonly toEnter: number | null;
  /** Applies an edit at once and sends it. False, with a word to the user, when it does not apply. */
  readonly edit: (edit: Edit) => boolean;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Does not wait any longer for the large edit that is being saved. */
  readonly stop: () => void;
  /** Tries a group of edits that was set aside once more, or lets it go. */
  readonly retry: (group: string) => void;
  readonly letGo: (group: string) => void;
  /** Puts what is unsent onto the database that is there now, or lets it go. */
  readonly resolve: (take: boolean) => void;
  /** Tells what the server says of its journal, that it can be reached again, or what an earlier window left. */
  readonly hear: (told: Extract<Input, { type: 'announced' | 'again' | 'found' }>) => void;
  /** What this device should keep of it now. */
  readonly toKeep: () => Kept;
}

/** Whether the rig was looked over at all: before that, no finding means nothing. */
export const isJudged = ({ judged, index }: Pick<RigState, 'judged' | 'index'>): boolean =>
  judged || index.rig.assignments.length === 0;

interface Elsewhere {
  readonly rig: Rig;
  /** What is unsent was left by an earlier window: the screen shows the rig as it is there, not as it was. */
  readonly left: boolean;
}

export interface Judge {
  readonly load: (rig: Rig) => void;
  readonly edit: (edit: Edit) => void;
}

export interface Notify {
  readonly problem: (title: string, detail: string) => void;
  readonly done: (title: string) => void;
}

export type RigStore = ReturnType<typeof createRigStore>;

/** Opens a rig for the screen. `keep` is told what this device should keep. */
export function createRigStore(opened: Opened, judge: Judge, notify: Notify, keep: (kept: Kept) => void = () => undefined) {
  let sync = openedState(opened);
  const rigId = opened.confirmed.rig.id;
  // Edits made here: undo says so when it takes back somebody else's.
  const own = new Set<string>();
  let posting: AbortController | null = null;

  return createStore<RigState>((setState, getState) => {
    const feed = (input: Input): void => {
      const before = sync;
      const { state, effects } = step(sync, input);
      sync = state;
      setState({
        ...seen(state),
        ...(state.shown === before.shown ? {} : { index: indexRig(state.shown, getState().index) }),
      });
      for (const effect of effects) carryOut(effect);
    };
    const carryOut = (effect: Effect): void => {
      switch (effect.type) {
        case 'changed':
          if (effect.edits) effect.edits.forEach(judge.edit);
          else judge.load(effect.rig);
          break;
        case 'say':
          say(effect.notice, notify, own);
          break;
        case 'wait':
          setTimeout(() => feed({ type: 'again' }), effect.ms);
          break;
        case 'keep':
          keep(effect.kept);
          break;
        case 'stop':
          posting?.abort();
          break;
        case 'post': {
          const mine = new AbortController();
          posting = mine;
          // What was stopped before says nothing of how far this one is.
          const far = (part: number | null): void => {
            if (posting === mine) setState({ far: part });
          };
          far(null);
          void ask(rigId, effect, { far, signal: mine.signal }).then((answer) => {
            far(null);
            if (answer) feed(answer);
          });
          break;
        }
        default:
          void ask(rigId, effect, { far: () => undefined, signal: new AbortController().signal }).then(
            (answer) => answer && feed(answer),
          );
      }
    };
    return {
      index: indexRig(sync.shown),
      ...seen(sync),
      far: null,
      ...notJudged,
      edit: (edit) => {
        const id = nanoid(12);
        own.add(id);
        feed({ type: 'edited', id, edit, label: labelOf(edit) });
        return sync.unsent.some((item) => item.id === id);
      },
      undo: () => feed({ type: 'undo', id: nanoid(12) }),
      redo: () => feed({ type: 'redo', id: nanoid(12) }),
      stop: () => sync.posted !== null && feed({ type: 'stopped', to: sync.posted }),
      retry: (group) => feed({ type: 'retried', group }),
      letGo: (group) => feed({ type: 'let-go', group }),
      resolve: (take) => feed({ type: 'resolved', take }),
      hear: feed,
      toKeep: () => keptOf(sync),
    };
  });
}

/** What is known before the judge has spoken. */
const notJudged: Pick<RigState, 'outcomes' | 'findings' | 'judged' | 'toEnter'> = {
  outcomes: new Map(),
  findings: new Map(),
  judged: false,
  toEnter: null,
};

/** What the screen shows of what is on its way. */
const seen = (state: SyncState) => ({
  version: state.confirmed.version,
  undoLabel: state.past.at(-1)?.label ?? null,
  undoId: state.past.at(-1)?.id ?? null,
  redoLabel: state.future.at(-1)?.label ?? null,
  saving: savingOf(state),
  unsent: state.unsent,
  aside: state.aside,
  elsewhere: elsewhereOf(state),
});

function elsewhereOf({ parted, confirmed }: SyncState): Elsewhere | null {
  const there = parted?.there?.confirmed;
  return there ? { rig: there.rig, left: there === confirmed } : null;
}

function savingOf({ link, parted, unsent }: SyncState): Saving {
  // Apart without a question is only a rig that is fetched anew.
  if (parted?.there) return 'parted';
  if (link.type === 'fault') return link.fault;
  if (link.type === 'silent') return 'offline';
  if (link.type === 'gone') return 'gone';
  return unsent.length > 0 || parted ? 'saving' : 'saved';
}

/** Tells a person what became of an edit. */
function say(notice: Notice, notify: Notify, own: ReadonlySet<string>): void {
  switch (notice.code) {
    case 'undone':
    case 'redone': {
      const verb = notice.code === 'undone' ? 'Undone' : 'Redone';
      const mine = notice.code === 'redone' || own.has(notice.of);
      notify.done(mine ? `${verb}: ${notice.label}` : `${verb}: ${notice.label} (not made in this tab)`);
      break;
    }
    case 'nothing-to-undo':
    case 'nothing-to-redo':
      break;
    case 'still-asking':
      notify.done('Wait for “Saved”, then press again: the step before that is still being asked for.');
      break;
    case 'set-aside': {
      // Whoever stopped it knows, and has it before the eyes.
      if (notice.aside.refusal.type === 'stopped') break;
      const { title, detail } = refusalWords(notice.aside.refusal);
      notify.problem(title, `${detail} Your change is set aside: the head of the page leads to it.`);
      break;
    }
    default: {
      const { title, detail } = refusalWords(notice.refusal);
      notify.problem(title, detail);
    }
  }
}
