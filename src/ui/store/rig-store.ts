// One store per open rig: the document at once, the server behind it, the judge beside it.
import { nanoid } from 'nanoid';
import { createStore } from 'zustand';
import type { Outcome } from '@/core/bench';
import type { Finding } from '@/core/checks';
import { apply, type Edit, indexRig, type Rig, type RigIndex } from '@/core/rig';
import { catchUp, type JournalHead, redoEdit, type Submitted, submitEdit, undoEdit } from '@/server/actions/rigs';
import { refusalWords } from './refusal';

interface Pending {
  readonly editId: string;
  readonly edit: Edit;
}

export type Saving = 'saved' | 'saving' | 'offline' | 'disk-full' | 'read-only' | 'locked' | 'damaged';

export interface RigState {
  /** The rig as the screen shows it: what the server has, and the edits on their way on top. */
  readonly index: RigIndex;
  readonly version: number;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  /** Whether edits are kept: or why not yet, by what the server says of its disk. What is not kept waits here and is sent again. */
  readonly saving: Saving;
  readonly outcomes: ReadonlyMap<string, Outcome>;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  /** Applies an edit at once and sends it. False, with a word to the user, when it does not apply. */
  readonly edit: (edit: Edit) => boolean;
  readonly undo: () => Promise<void>;
  readonly redo: () => Promise<void>;
  /** Fetches what other tabs did, up to a version. */
  readonly follow: (version: number) => Promise<void>;
}

export interface Judge {
  readonly load: (rig: Rig) => void;
  readonly edit: (edit: Edit) => void;
}

export interface Notify {
  readonly problem: (title: string, detail: string) => void;
  readonly done: (title: string) => void;
}

export interface Opened {
  readonly rig: Rig;
  readonly version: number;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
}

export type RigStore = ReturnType<typeof createRigStore>;

export function createRigStore(opened: Opened, judge: Judge, notify: Notify) {
  // What the server has acknowledged; the edits after it wait in line.
  let base: Rig = opened.rig;
  let pending: readonly Pending[] = [];
  let sending = false;
  // The highest version that the server has told of: what came while an edit was on its way is fetched after it.
  let announced = 0;
  // Edits made here, and the one that undo would take back: undo says so when it is somebody else's.
  const own = new Set<string>();
  let undoId: string | null = null;
  let retryMs = 1000;

  return createStore<RigState>((setState, getState) => {
    const show = (rig: Rig, more: Partial<RigState> = {}): void => setState({ index: indexRig(rig, getState().index), ...more });

    /** Takes over what the server says: its entries onto the base, and what is still on its way on top of that. */
    const receive = (standing: JournalHead): void => {
      const known = getState().version;
      let version = known;
      const foreign: Edit[] = [];
      const alone = pending.length === 0;
      for (const entry of standing.entries) {
        if (entry.version !== version + 1) continue;
        const done = apply(base, entry.edit);
        if (!done.ok) {
          window.location.reload();
          return;
        }
        base = done.value;
        version = entry.version;
        const [first] = pending;
        if (entry.kind === 'edit' && first?.editId === entry.editId) pending = pending.slice(1);
        else foreign.push(entry.edit);
      }
      let rig = base;
      for (const waiting of pending) {
        const done = apply(rig, waiting.edit);
        if (done.ok) rig = done.value;
      }
      if (pending.length === 0) undoId = standing.undoId;
      const labels = pending.length === 0 ? { undoLabel: standing.undo, redoLabel: standing.redo } : {};
      if (foreign.length === 0) {
        setState({ version, ...labels });
        return;
      }
      show(rig, { version, ...labels });
      if (alone) for (const edit of foreign) judge.edit(edit);
      else judge.load(rig);
    };

    const send = async (): Promise<void> => {
      if (sending) return;
      sending = true;
      for (let next = pending[0]; next; next = pending[0]) {
        if (getState().saving === 'saved') setState({ saving: 'saving' });
        const { rig } = getState().index;
        let answer: Submitted;
        try {
          answer = await submitEdit({ rigId: rig.id, editId: next.editId, baseVersion: getState().version, edit: next.edit });
        } catch {
          setState({ saving: 'offline' });
          await new Promise((resolve) => setTimeout(resolve, retryMs));
          retryMs = Math.min(15_000, retryMs * 2);
          continue;
        }
        if (!answer.ok && answer.problem.type === 'storage') {
          setState({ saving: answer.problem.fault });
          await new Promise((resolve) => setTimeout(resolve, retryMs));
          retryMs = Math.min(15_000, retryMs * 2);
          continue;
        }
        retryMs = 1000;
        setState({ saving: 'saving' });
        if (!answer.ok) {
          const refused = next.editId;
          pending = pending.filter((p) => p.editId !== refused);
          const words = refusalWords(answer.problem);
          notify.problem(words.title, words.detail);
        }
        if (answer.standing) receive(answer.standing);
        if (!answer.ok) {
          let kept = base;
          pending = pending.filter((p) => {
            const done = apply(kept, p.edit);
            if (done.ok) kept = done.value;
            return done.ok;
          });
          show(kept);
          judge.load(kept);
        }
      }
      sending = false;
      setState({ saving: 'saved' });
      if (announced > getState().version) await catchUpWithOthers();
    };

    const catchUpWithOthers = async (): Promise<void> => {
      if (announced <= getState().version || sending || pending.length > 0) return;
      const standing = await catchUp(getState().index.rig.id, getState().version).catch(() => null);
      if (standing && standing.version > getState().version && pending.length === 0) receive(standing);
    };

    const settled = async (): Promise<void> => {
      while (pending.length > 0 || sending) await new Promise((resolve) => setTimeout(resolve, 15));
    };

    const step = async (take: typeof undoEdit, verb: 'Undone' | 'Redone'): Promise<void> => {
      await settled();
      const label = verb === 'Undone' ? getState().undoLabel : getState().redoLabel;
      if (label === null) return;
      const { version, index } = getState();
      const mine = verb === 'Redone' || undoId === null || own.has(undoId);
      try {
        const answer = await take({ rigId: index.rig.id, editId: nanoid(12), baseVersion: version });
        if (answer.standing) receive(answer.standing);
        if (answer.ok) notify.done(mine ? `${verb}: ${label}` : `${verb}: ${label} (not made in this tab)`);
        else notify.problem('Nothing changed.', refusalWords(answer.problem).detail);
      } catch {
        notify.problem('The server does not answer.', 'Nothing changed. Check that Keen Dial still runs, and try again.');
      }
    };

    return {
      index: indexRig(opened.rig),
      version: opened.version,
      undoLabel: opened.undoLabel,
      redoLabel: opened.redoLabel,
      saving: 'saved',
      outcomes: new Map(),
      findings: new Map(),
      edit: (edit) => {
        const done = apply(getState().index.rig, edit);
        if (!done.ok) {
          const words = refusalWords(done.error);
          notify.problem(words.title, words.detail);
          return false;
        }
        const editId = nanoid(12);
        own.add(editId);
        pending = [...pending, { editId, edit }];
        show(done.value, { undoLabel: edit.type === 'batch' ? edit.label : 'the last change', redoLabel: null });
        judge.edit(edit);
        void send();
        return true;
      },
      undo: () => step(undoEdit, 'Undone'),
      redo: () => step(redoEdit, 'Redone'),
      follow: async (version) => {
        announced = Math.max(announced, version);
        await catchUpWithOthers();
      },
    };
  });
}
