// The state of a window after one input, and what the shell has to do for it. Pure: no clock, no chance, no network.

import { exhaustive } from '../base';
import { apply, type Edit, invert, type Rig } from '../rig';
import { editAside, withoutItem } from './aside';
import type { Effect, Head, Input, Kept, Since } from './message';
import { afterEdit, afterOthers, afterRedo, afterUndo, agreed, without } from './past';
import { layOn } from './queue';
import type { Aside, Done, Fault, Opened, Queued, Refusal, SyncState } from './state';

export interface Stepped {
  readonly state: SyncState;
  readonly effects: readonly Effect[];
}

/** Milliseconds until a silent server is asked again: doubled with each try, up to the last. */
const WAITS = [1000, 2000, 4000, 8000, 15_000] as const;
const waitFor = (tries: number): number => WAITS[Math.min(tries, WAITS.length) - 1] ?? WAITS[0];

/** The next state for an input, and the effects of it in their order. */
export function step(state: SyncState, input: Input): Stepped {
  switch (input.type) {
    case 'edited':
      return sending(edited(state, { id: input.id, kind: 'edit', label: input.label, edit: input.edit }));
    case 'undo':
      return sending(undone(state, input.id));
    case 'redo':
      return sending(redone(state, input.id));
    case 'answered':
      return answered(state, input.to, input.head);
    case 'refused':
      return refused(state, input.to, input.refusal, input.head);
    case 'silent':
      return unanswered(state, input.to, null);
    case 'fault':
      return unanswered(state, input.to, input.fault);
    case 'stopped':
      return stopped(state, input.to);
    case 'gone':
      return gone(state);
    case 'again':
      return state.link.type === 'online'
        ? sending(plain(state))
        : sending(plain({ ...state, posted: null, asking: null }), true);
    case 'announced':
      return announced(state, input);
    case 'reopened':
      return reopened(state, input.there, new Set(input.known));
    case 'resolved':
      return resolved(state, input.take);
    case 'retried':
      return retried(state, input.group);
    case 'let-go':
      return kept(plain({ ...state, aside: state.aside.filter((a) => a.id !== input.group) }));
    case 'found':
      return found(state, input.kept);
    default:
      return exhaustive(input);
  }
}

const plain = (state: SyncState): Stepped => ({ state, effects: [] });
const also = ({ state, effects }: Stepped, ...more: readonly Effect[]): Stepped => ({ state, effects: [...effects, ...more] });

const since = ({ epoch, confirmed, unsent }: SyncState): Since => ({
  epoch,
  version: confirmed.version,
  newest: confirmed.newest,
  own: unsent.slice(0, MOST_OWN).flatMap((item) => (item.edit === null ? [] : [item.id])),
});

/** Edits are posted one after the other: those further behind are in no journal. */
const MOST_OWN = 100;

/** What a device should keep of a state. */
export const keptOf = ({ epoch, confirmed, unsent, aside }: SyncState): Kept => ({
  epoch,
  version: confirmed.version,
  newest: confirmed.newest,
  unsent,
  aside,
});

const kept = (done: Stepped): Stepped => also(done, { type: 'keep', kept: keptOf(done.state) });

/** Posts the next edit, or asks what others did, where neither is on its way; `again`: also while the server was silent. */
function sending(done: Stepped, again = false): Stepped {
  const { state } = done;
  if (state.parted) return state.parted.there || !again ? done : also(done, reopening(state));
  if (state.posted !== null || (state.link.type !== 'online' && !again)) return done;
  const [next] = state.unsent;
  if (next) return also({ ...done, state: { ...state, posted: next.id } }, { type: 'post', item: next, since: since(state) });
  if (state.asking !== null || (state.announced <= state.confirmed.version && !again)) return done;
  return also({ ...done, state: { ...state, asking: state.announced } }, { type: 'ask', since: since(state) });
}

function edited(state: SyncState, item: Queued & { readonly kind: 'edit' }): Stepped {
  const done = apply(state.shown, item.edit);
  if (!done.ok) return also(plain(state), { type: 'say', notice: { code: 'refused', refusal: done.error, label: item.label } });
  const times = afterEdit(state, { id: item.id, label: item.label, edit: item.edit, neverSent: false });
  return queued({ ...state, ...times }, item, done.value);
}

/** Puts something at the end of what is unsent. */
function queued(state: SyncState, item: Queued, shown: Rig): Stepped {
  const next = { ...state, unsent: [...state.unsent, item], shown };
  const changed: readonly Effect[] = item.edit ? [{ type: 'changed', edits: [item.edit], rig: shown }] : [];
  return kept({ state: next, effects: changed });
}

/** There is no next step of a kind, or the answer to the one that is on its way will tell. */
const noStep = (state: SyncState, kind: 'undo' | 'redo'): Stepped => {
  const code = state.unsent.some((item) => item.kind === kind) ? 'still-asking' : (`nothing-to-${kind}` as const);
  return also(plain(state), { type: 'say', notice: { code } });
};

function undone(state: SyncState, id: string): Stepped {
  const what = state.past.at(-1);
  if (!what) return noStep(state, 'undo');
  const waiting = state.unsent.find((item) => item.id === what.id);
  const taken = waiting && waiting.id !== state.posted ? takenOut(state, waiting) : null;
  if (taken) return said(taken, 'undone', what);
  const back = what.edit && invert(what.edit);
  const done = back && apply(state.shown, back);
  if (done && !done.ok)
    return also(plain(state), { type: 'say', notice: { code: 'not-taken-back', label: what.label, refusal: done.error } });
  const item: Queued = { id, kind: 'undo', label: what.label, of: what.id, edit: back };
  return said(queued({ ...state, ...afterUndo(state, what) }, item, done ? done.value : state.shown), 'undone', what);
}

const said = (done: Stepped, code: 'undone' | 'redone', { id, label }: Done): Stepped =>
  also(done, { type: 'say', notice: { code, label, of: id } });

/** What was never posted goes out of the queue, where all that comes after it stands without it. */
function takenOut(state: SyncState, item: Queued): Stepped | null {
  const laid = layOn(
    state.confirmed.rig,
    state.unsent.filter((i) => i.id !== item.id),
  );
  if (laid.fallen.length > 0 || item.edit === null) return null;
  const what: Done = { id: item.id, label: item.label, edit: item.edit, neverSent: true };
  const next = { ...state, ...afterUndo(state, what), unsent: laid.standing, shown: laid.rig };
  return kept({ state: next, effects: [{ type: 'changed', edits: [invert(item.edit)], rig: laid.rig }] });
}

function redone(state: SyncState, id: string): Stepped {
  const what = state.future.at(-1);
  if (!what) return noStep(state, 'redo');
  const done = what.edit && apply(state.shown, what.edit);
  if (done && !done.ok)
    return also(plain(state), { type: 'say', notice: { code: 'not-taken-back', label: what.label, refusal: done.error } });
  const shown = done ? done.value : state.shown;
  if (what.neverSent && what.edit) {
    const times = afterRedo(without(state, new Set([what.id])), { ...what, id, neverSent: false });
    return said(queued({ ...state, ...times }, { id, kind: 'edit', label: what.label, edit: what.edit }, shown), 'redone', what);
  }
  const item: Queued = { id, kind: 'redo', label: what.label, of: what.id, edit: what.edit };
  return said(queued({ ...state, ...afterRedo(state, what) }, item, shown), 'redone', what);
}

function unanswered(state: SyncState, to: string | null, fault: Fault | null): Stepped {
  if (!awaited(state, to)) return plain(state);
  const tries = (state.link.type === 'online' ? 0 : state.link.tries) + 1;
  const link = fault === null ? ({ type: 'silent', tries } as const) : ({ type: 'fault', fault, tries } as const);
  return also(plain({ ...state, posted: null, asking: null, link }), { type: 'wait', ms: waitFor(tries) });
}

/** Whether an answer is awaited; `to` null: to a question, or for the rig as a whole. What is not awaited any more says nothing. */
const awaited = ({ asking, posted, parted: apart }: SyncState, to: string | null): boolean =>
  to === null ? asking !== null || (apart !== null && apart.there === null) : posted === to;

/** The rig is not in the database: what is unsent stays, until somebody brings the rig back. */
const gone = (state: SyncState): Stepped => plain({ ...state, posted: null, asking: null, link: { type: 'gone', tries: 0 } });

function announced(state: SyncState, { epoch, version, newest }: Extract<Input, { type: 'announced' }>): Stepped {
  if (epoch !== state.epoch) return parted(state, true);
  const { confirmed } = state;
  // Told late, or somebody put an old copy of the file back: the journal knows which.
  const doubtful =
    version < confirmed.version || (version === confirmed.version && newest !== null && newest !== confirmed.newest);
  // A rig that was gone is told of again.
  const back = state.link.type === 'gone' && version >= 0;
  return sending(plain({ ...state, announced: Math.max(state.announced, version) }), doubtful || back);
}

const reopening = ({ unsent }: SyncState): Effect => ({ type: 'reopen', own: unsent.map((item) => item.id) });

/** Nothing more is sent before the rig was fetched anew; where the database is another one (`asks`), before somebody has chosen. */
function parted(state: SyncState, asks: boolean): Stepped {
  if (state.parted) return plain(state);
  return also(plain({ ...state, parted: { there: null, asks }, posted: null, asking: null }), reopening(state));
}

/** A journal that does not know what is confirmed here takes nothing and tells nothing: the rig has to be fetched. */
const apartBy = (state: SyncState, { epoch, since: known }: Head): Stepped | null =>
  epoch !== state.epoch || known === 'foreign' ? parted(state, true) : known === 'folded' ? parted(state, false) : null;

function answered(state: SyncState, to: string | null, head: Head): Stepped {
  const apart = apartBy(state, head);
  if (apart) return apart;
  const next = caughtUp(settled(state, to), head);
  if (next === null) return parted(state, false);
  // What was taken and is no news lies in the journal already.
  const mine = to !== null && head.version <= next.state.confirmed.version ? withoutTaken(next, to) : next;
  // Nothing newer was told of since the question: the answer says how far the journal goes, also where more had been told of.
  const told = to === null && state.asking === state.announced ? head.version : mine.state.announced;
  return sending(agreedWith({ ...mine, state: { ...mine.state, announced: told } }, head));
}

const settled = (state: SyncState, to: string | null): SyncState => ({
  ...state,
  link: { type: 'online' },
  posted: state.posted === to ? null : state.posted,
  asking: to === null ? null : state.asking,
});

/** An edit that the journal has, and whose entry came with another answer. */
function withoutTaken(done: Stepped, id: string): Stepped {
  const { state } = done;
  return state.unsent.some((item) => item.id === id)
    ? relaid(
        done,
        state.confirmed,
        state.unsent.filter((item) => item.id !== id),
      )
    : done;
}

const agreedWith = (done: Stepped, head: Head): Stepped =>
  done.state.unsent.length === 0 && head.version === done.state.confirmed.version
    ? { ...done, state: { ...done.state, ...agreed(done.state, head) } }
    : done;

/** Takes the entries of an answer over that follow what is confirmed; null where they do not fit: then nothing here can be trusted. */
function caughtUp(state: SyncState, head: Head): Stepped | null {
  let { rig, version, newest } = state.confirmed;
  let { unsent, aside } = state;
  let times = { past: state.past, future: state.future };
  const foreign: Edit[] = [];
  for (const entry of head.entries) {
    if (entry.version !== version + 1) continue;
    const mine = unsent.find((item) => item.id === entry.id);
    const edit = entry.edit ?? mine?.edit ?? editAside(aside, entry.id);
    const done = edit && apply(rig, edit);
    if (!edit || !done?.ok) return null;
    aside = withoutItem(aside, entry.id);
    [rig, version, newest] = [done.value, entry.version, entry.id];
    // One whose effect was not known here is news, whoever made it.
    if (!mine || mine.edit === null) foreign.push(edit);
    if (!mine) times = afterOthers(times, entry);
    unsent = unsent.filter((item) => item.id !== entry.id);
  }
  const next = { ...state, ...times, aside, announced: Math.max(state.announced, head.version) };
  const confirmed = { rig, version, newest };
  if (foreign.length === 0) return settledOwn(next, confirmed, unsent);
  return relaid(plain(next), confirmed, unsent, unsent.length === 0 && state.unsent.length === 0 ? foreign : null);
}

/** An answer is awaited only for what is still in the queue. */
const awaiting = (state: SyncState): SyncState =>
  state.unsent.some((item) => item.id === state.posted) ? state : { ...state, posted: null };

/** Only edits of this window were confirmed: what is shown stays as it is. */
function settledOwn(state: SyncState, confirmed: SyncState['confirmed'], unsent: readonly Queued[]): Stepped {
  const fewer = unsent.length < state.unsent.length;
  const next = plain(awaiting({ ...state, confirmed, unsent }));
  return fewer ? kept(next) : next;
}

/** Lays what is unsent onto what is confirmed now; what does not stand is set aside and told. */
function relaid(
  before: Stepped,
  confirmed: SyncState['confirmed'],
  unsent: readonly Queued[],
  edits: readonly Edit[] | null = null,
): Stepped {
  const laid = layOn(confirmed.rig, unsent);
  const { state } = before;
  const next = setAside(awaiting({ ...state, confirmed, unsent: laid.standing, shown: laid.rig }), laid.fallen);
  const changed: Effect = { type: 'changed', edits: laid.fallen.length === 0 ? edits : null, rig: laid.rig };
  return kept(also({ state: next.state, effects: [...before.effects, ...next.effects] }, changed));
}

/** Edits that were refused: they are kept apart and told. An undo that does not stand is only told. */
function setAside(state: SyncState, groups: readonly Aside[]): Stepped {
  const told: Effect[] = [];
  const aside: Aside[] = [];
  for (const group of groups) {
    const items = group.items.filter((item) => item.kind === 'edit');
    const [first] = group.items;
    if (items.length === 0 && first)
      told.push({ type: 'say', notice: { code: 'not-taken-back', label: first.label, refusal: group.refusal } });
    else {
      aside.push({ ...group, items });
      told.push({ type: 'say', notice: { code: 'set-aside', aside: { ...group, items } } });
    }
  }
  const gone = new Set(groups.flatMap((group) => group.items.map((item) => item.id)));
  return { state: { ...state, ...without(state, gone), aside: [...state.aside, ...aside] }, effects: told };
}

function refused(state: SyncState, to: string, refusal: Refusal, head: Head | null): Stepped {
  const apart = head && apartBy(state, head);
  if (apart) return apart;
  const item = state.unsent.find((i) => i.id === to);
  const caught = head ? caughtUp(settled(state, to), head) : plain(settled(state, to));
  if (caught === null) return parted(state, false);
  // It may have gone meanwhile: confirmed by another answer, or fallen with what came before it.
  if (!item || !caught.state.unsent.some((i) => i.id === to)) return sending(caught);
  const rest = caught.state.unsent.filter((i) => i.id !== to);
  const laid = layOn(caught.state.confirmed.rig, rest);
  const group: Aside = { id: to, items: [item, ...laid.fallen.flatMap((g) => g.items)], refusal };
  const next = setAside({ ...caught.state, unsent: laid.standing, shown: laid.rig }, [group]);
  const changed: Effect = { type: 'changed', edits: null, rig: laid.rig };
  const done = kept(also({ state: next.state, effects: [...caught.effects, ...next.effects] }, changed));
  return sending(head ? agreedWith(done, head) : done);
}

/** What somebody stopped on its way is set aside: the journal may have it all the same, and says so later. */
function stopped(state: SyncState, to: string): Stepped {
  if (state.posted !== to) return plain(state);
  // It may have arrived before it was stopped: the journal is asked at once, and what it has is not set aside.
  const done = sending(refused(state, to, { type: 'stopped' }, null), true);
  return { ...done, effects: [{ type: 'stop', id: to }, ...done.effects] };
}

function reopened(state: SyncState, there: Opened, known: ReadonlySet<string>): Stepped {
  if (!state.parted) return plain(state);
  // What is in that journal already is sent, though no answer said so.
  const unsent = state.unsent.filter((item) => !known.has(item.id));
  const asks = unsent.length > 0 && (state.parted.asks || there.epoch !== state.epoch);
  const next: SyncState = { ...state, unsent, parted: { there, asks }, link: { type: 'online' } };
  return asks ? plain(next) : resolved(next, true);
}

const fresh = (state: SyncState, there: Opened): SyncState => ({
  ...state,
  ...there,
  unsent: [],
  posted: null,
  asking: null,
  parted: null,
  announced: there.confirmed.version,
  shown: there.confirmed.rig,
});

/** What was unsent goes onto what is there now, or is let go. */
function resolved(state: SyncState, take: boolean): Stepped {
  const there = state.parted?.there;
  if (!there) return plain(state);
  const mine = take ? state.unsent : [];
  return sending(relaid(plain(fresh(state, there)), there.confirmed, mine));
}

/** Tries a group once more, behind everything else. */
function retried(state: SyncState, id: string): Stepped {
  const group = state.aside.find((a) => a.id === id);
  if (!group) return plain(state);
  const laid = layOn(state.shown, group.items);
  const [why] = laid.fallen;
  if (why) {
    const still = { ...group, refusal: why.refusal };
    return kept(
      also(plain({ ...state, aside: state.aside.map((a) => (a.id === id ? still : a)) }), {
        type: 'say',
        notice: { code: 'refused', refusal: why.refusal, label: group.items[0]?.label ?? '' },
      }),
    );
  }
  const past = [
    ...state.past,
    ...group.items.map((item): Done => ({ id: item.id, label: item.label, edit: item.edit, neverSent: false })),
  ];
  const next = {
    ...state,
    past,
    future: [],
    aside: state.aside.filter((a) => a.id !== id),
    unsent: [...state.unsent, ...group.items],
  };
  return sending(kept(also(plain({ ...next, shown: laid.rig }), { type: 'changed', edits: null, rig: laid.rig })));
}

/** What an earlier window left on this device: sent if the journal is still the one that it was made on, else shown beside it. */
function found(state: SyncState, { epoch, unsent, aside }: Kept): Stepped {
  const known = new Set([...state.unsent, ...state.aside.flatMap((a) => a.items)].map((item) => item.id));
  const mine = unsent.filter((item) => !known.has(item.id));
  const groups = aside.filter((a) => !state.aside.some((b) => b.id === a.id));
  if (mine.length === 0 && groups.length === 0) return plain(state);
  const next = { ...state, aside: [...state.aside, ...groups] };
  if (epoch !== state.epoch && mine.length > 0) {
    const there = { epoch: state.epoch, confirmed: state.confirmed, past: state.past, future: state.future };
    // Until somebody has chosen, it is of the database on which it was made.
    return kept(plain({ ...next, epoch, unsent: [...mine, ...state.unsent], parted: { there, asks: true }, posted: null }));
  }
  return sending(relaid(plain(next), state.confirmed, [...mine, ...state.unsent]));
}

/** Whether everything that was made here is confirmed. */
export const isSettled = ({ unsent, parted: apart }: SyncState): boolean => unsent.length === 0 && apart === null;
