// Windows on one journal, over a network that delays, doubles, reorders and loses answers, with servers that fall silent and databases that
// are put back: in the end everybody shows the journal, nothing that was acknowledged is lost, nothing that was made vanishes unsaid.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, type Edit, insert, type Rig, remove, set } from '@/core/rig';
import { type Input, isSettled, keptOf } from '@/core/sync';
import { continuous, parameter, smallRig } from '../kit/small-rig';
import { answerTo, Journal, silence, Window } from '../kit/sync';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 300);
const base = smallRig([continuous('mix', 0, 100, { order: 1 }), parameter('freeze', { order: 2 })]);

type Move =
  | { readonly do: 'edit'; readonly who: number; readonly what: number; readonly value: number }
  | { readonly do: 'undo' | 'redo'; readonly who: number }
  /** The journal takes what a window asks, or it is lost on the way there. */
  | { readonly do: 'carry' | 'lose'; readonly who: number }
  /** An answer arrives: the oldest, the newest, twice, or never. */
  | { readonly do: 'deliver'; readonly who: number; readonly how: 'first' | 'last' | 'twice' | 'lost' }
  | { readonly do: 'announce' | 'again' | 'poison' | 'stop'; readonly who: number }
  /** The tab is closed, or the browser falls over; another one is opened and takes over what the device kept. */
  | { readonly do: 'close'; readonly who: number }
  /** A backup is restored, or an old copy of the file put back that bears the same epoch. */
  | { readonly do: 'restore' | 'old copy' | 'fold'; readonly back: number };

const who = fc.nat({ max: 2 });
const move: fc.Arbitrary<Move> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({ do: fc.constant('edit' as const), who, what: fc.nat({ max: 5 }), value: fc.nat({ max: 3 }) }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const), who }) },
  { weight: 6, arbitrary: fc.record({ do: fc.constant('carry' as const), who }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('lose' as const), who }) },
  {
    weight: 7,
    arbitrary: fc.record({
      do: fc.constant('deliver' as const),
      who,
      how: fc.constantFrom('first' as const, 'first' as const, 'last' as const, 'twice' as const, 'lost' as const),
    }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constantFrom('announce' as const, 'again' as const, 'poison' as const), who }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('stop' as const), who }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('close' as const), who }) },
);
const moves = fc.array(move, { maxLength: 60 });
const movesWithRestores = fc.array(
  fc.oneof(
    { weight: 20, arbitrary: move },
    {
      weight: 1,
      arbitrary: fc.record({ do: fc.constantFrom('restore' as const, 'old copy' as const), back: fc.nat({ max: 4 }) }),
    },
    { weight: 1, arbitrary: fc.record({ do: fc.constant('fold' as const), back: fc.nat({ max: 3 }) }) },
  ),
  { maxLength: 60 },
);

let n = 0;
/** An edit of the rig as it is shown: a name, a range, a row that comes or goes. */
function someEdit(rig: Rig, what: number, value: number): Edit {
  const first = rig.parameters[value % rig.parameters.length];
  if (!first || what >= 4) return insert('parameters', { ...parameter(`p${++n}`), order: 10 + n });
  if (what === 0) return set('parameters', first, 'unit', ['dB', '%', 'ms', 'Hz'][value] ?? '');
  if (what === 1) return set('parameters', first, 'note', `n${value}`);
  if (what === 2) return { type: 'set-head', field: 'notes', was: rig.notes, to: `h${value}` };
  return remove('parameters', first);
}

interface World {
  readonly journal: Journal;
  readonly windows: Window[];
  /** Ids that a window was told are in the journal, in the life in which they were. */
  readonly acknowledged: Map<string, number>;
  readonly made: Set<string>;
}

/** What a state must be like at every moment. */
function sound({ state }: Window): void {
  if (state.parted) return;
  let rig = state.confirmed.rig;
  for (const item of state.unsent)
    if (item.edit) {
      const done = apply(rig, item.edit);
      if (!done.ok) throw new Error(`what is unsent does not stand on what is confirmed: ${JSON.stringify(done.error)}`);
      rig = done.value;
    }
  expect(state.shown).toEqual(rig);
  const ids = state.unsent.map((i) => i.id);
  expect(new Set(ids).size).toBe(ids.length);
  expect(state.posted === null || ids.includes(state.posted)).toBe(true);
}

/** Feeds an input, notes what it acknowledged, and looks whether the state is sound. */
function feed(world: World, window: Window, input: Input): void {
  if (input.type === 'answered' && input.to !== null && input.head.since === 'known')
    world.acknowledged.set(input.to, world.journal.madeIn(input.head));
  window.feed(input);
  sound(window);
}

/** A new window with what the device kept of another one; what the journal knows of it is in it already. */
function successor(journal: Journal, before: Window): Window {
  const { unsent, aside, ...rest } = keptOf(before.state);
  const unknown = ({ id }: { readonly id: string }): boolean => !journal.entries.some((e) => e.id === id);
  const groups = aside.map((a) => ({ ...a, items: a.items.filter(unknown) })).filter((a) => a.items.length > 0);
  const next = new Window(journal);
  next.told.push(...before.told);
  next.feed({ type: 'found', kept: { ...rest, unsent: unsent.filter(unknown), aside: groups } });
  sound(next);
  // What was made on another database waits for a choice, and the device goes on knowing where it was made.
  const waits = next.state.unsent.length > 0;
  if (waits && rest.epoch !== journal.epoch)
    expect([next.state.parted?.asks, keptOf(next.state).epoch]).toEqual([true, rest.epoch]);
  return next;
}

let lives = 0;
function play(world: World, one: Move): void {
  const { journal, windows } = world;
  if (one.do === 'fold') {
    journal.fold(journal.version - one.back);
    return;
  }
  if (one.do === 'restore' || one.do === 'old copy') {
    journal.restore(Math.max(0, journal.version - one.back), base, one.do === 'restore' ? `life ${++lives}` : journal.epoch);
    return;
  }
  const window = 'who' in one ? windows[one.who % windows.length] : undefined;
  if (!window) return;
  switch (one.do) {
    case 'edit': {
      const id = `e${++n}`;
      world.made.add(id);
      feed(world, window, { type: 'edited', id, label: id, edit: someEdit(window.state.shown, one.what, one.value) });
      return;
    }
    case 'undo':
    case 'redo':
      feed(world, window, { type: one.do, id: `${one.do}${++n}` });
      return;
    case 'carry': {
      const effect = window.outbox.shift();
      const answer = effect && answerTo(journal, effect);
      if (answer) window.inbox.push(answer);
      return;
    }
    case 'lose': {
      const effect = window.outbox.shift();
      const answer = effect && (silence(effect) ?? answerTo(journal, effect));
      if (answer) window.inbox.push(answer);
      return;
    }
    case 'deliver': {
      const answer = one.how === 'last' ? window.inbox.pop() : window.inbox.shift();
      if (!answer) return;
      if (one.how === 'lost') {
        const to = 'to' in answer ? answer.to : null;
        feed(world, window, { type: 'silent', to });
        return;
      }
      feed(world, window, answer);
      if (one.how === 'twice') feed(world, window, answer);
      return;
    }
    case 'announce':
      feed(world, window, journal.announcement());
      return;
    case 'close':
      windows[windows.indexOf(window)] = successor(journal, window);
      return;
    case 'again':
      feed(world, window, { type: 'again' });
      return;
    case 'stop':
      if (window.state.posted !== null) feed(world, window, { type: 'stopped', to: window.state.posted });
      return;
    case 'poison': {
      const [next] = window.state.unsent;
      if (next && next.id !== window.state.posted) journal.poison.add(next.id);
      return;
    }
    default:
  }
}

/** The network heals: everything is carried and delivered until nothing is on its way. */
function heal(world: World): void {
  for (let round = 0; round < 200; round++) {
    let busy = false;
    for (const window of world.windows) {
      for (let n = 0; window.outbox.length > 0 || window.inbox.length > 0; n++) {
        if (n > 1000) throw new Error(`it asks for ever: ${JSON.stringify(window.outbox[0] ?? window.inbox[0]).slice(0, 300)}`);
        busy = true;
        const effect = window.outbox.shift();
        const answer = effect && answerTo(world.journal, effect);
        if (answer) window.inbox.push(answer);
        const next = window.inbox.shift();
        if (next) feed(world, window, next);
        if (window.state.parted?.there) feed(world, window, { type: 'resolved', take: true });
      }
      feed(world, window, world.journal.announcement());
      if (window.state.link.type !== 'online' || window.state.unsent.length > 0 || window.state.parted)
        feed(world, window, { type: 'again' });
      if (window.state.parted?.there) feed(world, window, { type: 'resolved', take: true });
      if (window.outbox.length > 0) busy = true;
    }
    if (!busy) return;
  }
  throw new Error('it never comes to rest');
}

const world = (count: number): World => {
  const journal = new Journal(base);
  return { journal, windows: Array.from({ length: count }, () => new Window(journal)), acknowledged: new Map(), made: new Set() };
};

/** Edits of which a window said what became of them: set aside, taken back before they were sent, or refused at once. */
function accountedFor({ windows }: World): ReadonlySet<string> {
  const ids = new Set<string>();
  for (const window of windows) {
    for (const { id } of [...window.state.past, ...window.state.future])
      if (window.state.future.some((d) => d.id === id)) ids.add(id);
    for (const effect of window.told) {
      if (effect.type !== 'say') continue;
      const { notice } = effect;
      if (notice.code === 'set-aside') for (const item of notice.aside.items) ids.add(item.id);
      if (notice.code === 'refused' || notice.code === 'undone') ids.add(notice.label);
    }
  }
  return ids;
}

const settings = { numRuns: RUNS };

describe('windows on one journal', () => {
  it.each([1, 2, 3])('%i of them: all come to show the journal, and nothing is lost or vanishes', (count) => {
    fc.assert(
      fc.property(moves, (list) => {
        const w = world(count);
        for (const one of list) play(w, one);
        heal(w);
        const noted = new Set(w.journal.entries.map((e) => e.id));
        for (const window of w.windows) {
          expect(isSettled(window.state)).toBe(true);
          expect(window.state.shown).toEqual(w.journal.rig);
          expect(window.state.confirmed.version).toBe(w.journal.version);
        }
        for (const id of w.acknowledged.keys()) expect(noted.has(id), `${id} was acknowledged`).toBe(true);
        const told = accountedFor(w);
        for (const id of w.made) expect(noted.has(id) || told.has(id), `${id} vanished`).toBe(true);
        // What is set aside is nowhere else.
        for (const window of w.windows)
          for (const item of window.state.aside.flatMap((a) => a.items))
            expect(noted.has(item.id), `${item.id} twice`).toBe(false);
      }),
      settings,
    );
  });
  it('a window that opens takes back several steps and does them again, however quickly they are asked for', () => {
    fc.assert(
      fc.property(moves, fc.nat({ max: 6 }), fc.nat({ max: 6 }), (list, back, forth) => {
        const w = world(2);
        for (const one of list) play(w, one);
        heal(w);
        const { past } = w.journal.opened();
        const by = new Window(w.journal);
        const after = { ...w, windows: [by] };
        const asked = Math.min(back, past.length);
        for (let n = 0; n < asked; n++) feed(after, by, { type: 'undo', id: `quick undo ${n}` });
        for (let n = 0; n < Math.min(forth, asked); n++) feed(after, by, { type: 'redo', id: `quick redo ${n}` });
        heal(after);
        expect(by.told.filter((effect) => effect.type === 'say' && /^(nothing|not)-/.test(effect.notice.code))).toEqual([]);
        expect(w.journal.opened().past.map((d) => d.id)).toEqual(
          past.slice(0, past.length - asked + Math.min(forth, asked)).map((d) => d.id),
        );
      }),
      settings,
    );
  });
  it('says that it has to ask, where the next step back is not known before an answer', () => {
    const w = world(1);
    const [window] = w.windows;
    if (!window) throw new Error('no window');
    for (const value of [0, 1]) {
      feed(w, window, { type: 'edited', id: `k${value}`, label: 'k', edit: someEdit(window.state.shown, 2, value) });
      heal(w);
    }
    // A window from before the journal told more than its newest step.
    window.state = { ...window.state, past: window.state.past.slice(-1) };
    for (const id of ['u1', 'u2']) feed(w, window, { type: 'undo', id });
    const notices = () => window.told.flatMap((effect) => (effect.type === 'say' ? [effect.notice.code] : []));
    expect(notices().slice(-2)).toEqual(['undone', 'still-asking']);
    heal(w);
    feed(w, window, { type: 'undo', id: 'u3' });
    feed(w, window, { type: 'undo', id: 'u4' });
    heal(w);
    feed(w, window, { type: 'undo', id: 'u5' });
    expect(notices().slice(-3)).toEqual(['undone', 'still-asking', 'nothing-to-undo']);
    expect(w.journal.rig).toEqual(base);
  });
  it('a database that is put back: a window keeps what it has, and in the end shows what is there with it on top', () => {
    fc.assert(
      fc.property(movesWithRestores, (list) => {
        const w = world(2);
        for (const one of list) play(w, one);
        heal(w);
        for (const window of w.windows) {
          expect(isSettled(window.state)).toBe(true);
          expect(window.state.shown).toEqual(w.journal.rig);
          expect(window.state.epoch).toBe(w.journal.epoch);
        }
        const noted = new Set(w.journal.entries.map((e) => e.id));
        for (const [id, life] of w.acknowledged)
          if (life === w.journal.life) expect(noted.has(id), `${id} was acknowledged`).toBe(true);
      }),
      settings,
    );
  });
});
