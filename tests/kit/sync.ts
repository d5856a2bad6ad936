// A journal and some windows with a network between them that delays, doubles, reorders and loses; by a seed, so that what fails can be
// played again. The journal here is written apart from the server's: it holds the rules that both follow.
import { apply, type Edit, invert, type Rig } from '@/core/rig';
import {
  type Done,
  type Effect,
  type Entry,
  type Head,
  type Input,
  opened,
  type Queued,
  type Refusal,
  type Since,
  type SyncState,
  step,
} from '@/core/sync';

interface Noted {
  readonly version: number;
  readonly id: string;
  readonly kind: Entry['kind'];
  readonly label: string;
  readonly edit: Edit;
  undone: boolean;
  discarded: boolean;
}

const doneOf = ({ id, label, edit }: Noted): Done => ({ id, label, edit, neverSent: false });

/** The journal: one rig, entries in order, a life of its own. */
export class Journal {
  epoch = 'first';
  rig: Rig;
  entries: Noted[] = [];
  folded = 0;
  /** How often it was put back: as an old copy of the file also within one epoch. */
  life = 0;
  private readonly heads = new WeakMap<Head, number>();
  /** Edits that it will never take, whatever the rig is like. */
  readonly poison = new Set<string>();
  constructor(rig: Rig) {
    this.rig = rig;
  }
  get version(): number {
    return this.entries.length;
  }
  private reachable = (): readonly Noted[] => this.entries.slice(this.folded);
  private undoable = (): Noted | undefined => this.reachable().findLast((e) => e.kind === 'edit' && !e.undone);
  private redoable = (): Noted | undefined => this.reachable().find((e) => e.kind === 'edit' && e.undone && !e.discarded);

  head({ epoch, version, newest, own }: Since): Head {
    const known = version === 0 ? newest === null : this.entries[version - 1]?.id === newest;
    const folded = this.folded > 0 && (version < this.folded || (version === this.folded && newest !== null));
    const same = epoch === this.epoch && version <= this.version;
    const [last, next] = [this.undoable(), this.redoable()];
    const head: Head = {
      epoch: this.epoch,
      version: this.version,
      since: !same ? 'foreign' : folded ? 'folded' : version === this.folded || known ? 'known' : 'foreign',
      entries: this.entries
        .slice(Math.max(version, this.folded))
        .map(({ version: v, id, kind, label, edit }) => ({ version: v, id, kind, label, edit: own.includes(id) ? null : edit })),
      undo: last ? { id: last.id, label: last.label } : null,
      redo: next ? { id: next.id, label: next.label } : null,
    };
    this.heads.set(head, this.life);
    return head;
  }

  /** What it tells everybody. */
  announcement = (): Input => ({
    type: 'announced',
    epoch: this.epoch,
    version: this.version,
    newest: this.reachable().at(-1)?.id ?? null,
  });

  /** In which life an answer was given. */
  madeIn = (head: Head): number => this.heads.get(head) ?? -1;

  take(item: Queued): Refusal | null {
    if (this.entries.some((e) => e.id === item.id)) return null;
    if (this.poison.has(item.id)) return { type: 'unreadable', detail: 'poison' };
    const target = item.kind === 'edit' ? null : this.reachable().find((e) => e.id === item.of && e.kind === 'edit');
    if (item.kind === 'undo' && (!target || target.undone)) return { type: 'nothing-to-undo' };
    if (item.kind === 'redo' && (!target?.undone || target.discarded)) return { type: 'nothing-to-redo' };
    const edit = item.kind === 'edit' ? item.edit : item.kind === 'undo' && target ? invert(target.edit) : (target?.edit ?? null);
    if (!edit) return { type: 'nothing-to-undo' };
    const done = apply(this.rig, edit);
    if (!done.ok) return done.error;
    this.rig = done.value;
    if (item.kind === 'edit') for (const e of this.entries) if (e.undone) e.discarded = true;
    if (target) target.undone = item.kind === 'undo';
    this.entries.push({
      version: this.version + 1,
      id: item.id,
      kind: item.kind,
      label: item.label,
      edit,
      undone: false,
      discarded: false,
    });
    return null;
  }

  /** The steps up to a version go; the rig stays as it is. */
  fold(version: number): void {
    this.folded = Math.max(this.folded, Math.min(version, this.version));
  }

  /** Goes back to an earlier state: by a restore in another life, or as an old copy of the file that knows of no other. */
  restore(version: number, base: Rig, epoch: string): void {
    this.folded = Math.min(this.folded, version);
    this.life++;
    this.entries = this.entries.slice(0, version).map((e) => ({ ...e }));
    this.rig = this.entries.reduce((rig, e) => {
      const done = apply(rig, e.edit);
      if (!done.ok) throw new Error('a journal that does not apply');
      return done.value;
    }, base);
    this.epoch = epoch;
  }

  opened() {
    return {
      epoch: this.epoch,
      confirmed: { rig: this.rig, version: this.version, newest: this.reachable().at(-1)?.id ?? null },
      past: this.reachable()
        .filter((e) => e.kind === 'edit' && !e.undone)
        .map(doneOf),
      future: this.reachable()
        .filter((e) => e.kind === 'edit' && e.undone && !e.discarded)
        .map(doneOf)
        .toReversed(),
    };
  }
}

/** A window: its state, and the effects that wait to be carried out. */
export class Window {
  state: SyncState;
  readonly inbox: Input[] = [];
  outbox: Effect[] = [];
  readonly told: Effect[] = [];
  constructor(journal: Journal) {
    this.state = opened(journal.opened());
  }
  feed(input: Input): void {
    const { state, effects } = step(this.state, input);
    this.state = state;
    for (const effect of effects) {
      if (effect.type === 'post' || effect.type === 'ask' || effect.type === 'reopen' || effect.type === 'wait')
        this.outbox.push(effect);
      else this.told.push(effect);
    }
  }
}

/** What the journal answers to an effect. */
export function answerTo(journal: Journal, effect: Effect): Input | null {
  switch (effect.type) {
    case 'post': {
      const before = journal.head(effect.since);
      if (before.since !== 'known') return { type: 'answered', to: effect.item.id, head: before };
      const refusal = journal.take(effect.item);
      const head = journal.head(effect.since);
      return refusal ? { type: 'refused', to: effect.item.id, refusal, head } : { type: 'answered', to: effect.item.id, head };
    }
    case 'ask':
      return { type: 'answered', to: null, head: journal.head(effect.since) };
    case 'reopen':
      return {
        type: 'reopened',
        there: journal.opened(),
        known: effect.own.filter((id) => journal.entries.some((e) => e.id === id)),
      };
    case 'wait':
      return { type: 'again' };
    default:
      return null;
  }
}

/** What a window's shell says where no answer comes. */
export const silence = (effect: Effect): Input | null =>
  effect.type === 'post'
    ? { type: 'silent', to: effect.item.id }
    : effect.type === 'ask' || effect.type === 'reopen'
      ? { type: 'silent', to: null }
      : null;
