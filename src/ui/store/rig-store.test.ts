// The store against a server that answers late, refuses, falls silent, or tells of other tabs: nothing lost, nothing twice.
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { batch, type Edit, insert, type Rig, set } from '@/core/rig';
import type { PostHead, Queued, Since } from '@/core/sync';
import { lanternHour } from '@/demo/lantern-hour';
import { Journal } from '../../../tests/kit/sync';

const server = vi.hoisted(() => ({ post: vi.fn(), ask: vi.fn(), reopen: vi.fn() }));
vi.mock('@/server/actions/rigs', () => ({ reopenRig: server.reopen }));
vi.stubGlobal('fetch', async (path: string, { body, signal }: { body: string | Blob; signal: AbortSignal }) => {
  if (path.endsWith('/journal')) {
    const head = await server.ask({ since: JSON.parse(String(body)) });
    return head ? Response.json(head) : new Response(null, { status: 404 });
  }
  const [first = '', ...parts] = (await new Response(body).text()).trim().split('\n');
  const { item, since } = JSON.parse(first) as PostHead;
  if (item.kind === 'edit' && item.edit.type === 'batch')
    Object.assign(item.edit, { edits: [...item.edit.edits, ...parts.flatMap((part) => JSON.parse(part))] });
  const answer: unknown = await server.post({ item, since }, signal);
  return new Response([{ far: 0.5 }, { answer }].map((line) => `${JSON.stringify(line)}\n`).join(''));
});
const { createRigStore } = await import('./rig-store');

const demo = lanternHour();
const [a, b] = demo.parameters;
if (!a || !b) throw new Error('demo changed');

let journal: Journal;
let other = 0;
/** What another tab does. */
const elsewhere = (edit: Edit) => journal.take({ id: `other ${++other}`, kind: 'edit', label: 'x', edit });
const taken = ({ item, since }: { item: Queued; since: Since }) => {
  const before = journal.head(since);
  if (before.since !== 'known') return { ok: true, head: before };
  const refusal = journal.take(item);
  const head = journal.head({ ...since, own: [...since.own, item.id] });
  return refusal ? { ok: false, refusal, head } : { ok: true, head };
};
const problems: string[] = [];
const told: string[] = [];
const judged: string[] = [];
beforeEach(() => {
  journal = new Journal(demo);
  for (const list of [problems, told, judged]) list.length = 0;
  server.post.mockImplementation(async (asked) => taken(asked));
  server.ask.mockImplementation(async ({ since }: { since: Since }) => journal.head(since));
  server.reopen.mockImplementation(async ({ own }: { own: readonly string[] }) => ({
    there: journal.opened(),
    known: own.filter((id) => journal.entries.some((e) => e.id === id)),
  }));
});

const openStore = () =>
  createRigStore(
    journal.opened(),
    { load: () => judged.push('load'), edit: () => judged.push('edit') },
    { problem: (title) => problems.push(title), done: (title) => told.push(title) },
  );
type Store = ReturnType<typeof openStore>;
const name = (rig: Rig, id: string): string | undefined => rig.parameters.find((p) => p.id === id)?.name;
const shown = (store: Store) => store.getState().index.rig;
const settled = (store: Store) => vi.waitFor(() => expect(store.getState().saving).toBe('saved'), { timeout: 5000 });
const hear = (store: Store) => {
  const input = journal.announcement();
  if (input.type === 'announced') store.getState().hear(input);
};

describe('the store', () => {
  it('shows an edit at once and has it saved in the end', async () => {
    const store = openStore();
    expect(store.getState().edit(set('parameters', a, 'name', 'Veil'))).toBe(true);
    expect([name(shown(store), a.id), store.getState().saving]).toEqual(['Veil', 'saving']);
    await settled(store);
    expect([name(journal.rig, a.id), store.getState().version]).toEqual(['Veil', 1]);
  });
  it('takes over what another tab did meanwhile, and keeps its own on top', async () => {
    const store = openStore();
    elsewhere(set('parameters', b, 'name', 'Dust'));
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().version).toBe(2));
    expect([name(shown(store), a.id), name(shown(store), b.id)]).toEqual(['Veil', 'Dust']);
    expect(shown(store)).toEqual(journal.rig);
  });
  it('sets aside what was refused, says so, and goes on with the edits behind it', async () => {
    const store = openStore();
    elsewhere(set('parameters', a, 'name', 'Dust'));
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    store.getState().edit(set('parameters', b, 'note', 'kept'));
    await settled(store);
    expect(problems).toEqual(['Changed in another tab meanwhile.']);
    expect(shown(store)).toEqual(journal.rig);
    expect(name(journal.rig, a.id)).toBe('Dust');
    expect(journal.rig.parameters.find((p) => p.id === b.id)?.note).toBe('kept');
    const [group] = store.getState().aside;
    expect(group?.items.map((i) => i.label)).toEqual(['Change name']);
    store.getState().letGo(group?.id ?? '');
    expect(store.getState().aside).toEqual([]);
  });
  it('an edit that the server falls over blocks nothing, and can be tried again', async () => {
    const store = openStore();
    server.post.mockImplementationOnce(async () => ({
      ok: false,
      refusal: { type: 'unreadable', detail: 'it fell over' },
      head: null,
    }));
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    store.getState().edit(set('parameters', b, 'note', 'kept'));
    await settled(store);
    expect(journal.entries.map((e) => e.label)).toEqual(['Change note']);
    store.getState().retry(store.getState().aside[0]?.id ?? '');
    await vi.waitFor(() => expect(name(journal.rig, a.id)).toBe('Veil'));
    expect(store.getState().aside).toEqual([]);
  });
  it('sends again after silence, under the same id, so that nothing is applied twice', async () => {
    const store = openStore();
    server.post.mockImplementationOnce(async (asked) => {
      taken(asked);
      throw new Error('the answer was lost on the way');
    });
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('offline'));
    expect(store.getState().unsent).toHaveLength(1);
    await settled(store);
    expect(journal.entries).toHaveLength(1);
    expect(store.getState()).toMatchObject({ version: 1, unsent: [] });
  });
  it('waits where the disk is full, and goes on as soon as the server can be reached again', async () => {
    const store = openStore();
    server.post.mockImplementationOnce(async () => ({ ok: false, fault: 'disk-full' }));
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('disk-full'));
    store.getState().hear({ type: 'again' });
    await settled(store);
    expect(name(journal.rig, a.id)).toBe('Veil');
  });
  it('follows what it is told of, also when that came while an edit was on its way', async () => {
    const store = openStore();
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    elsewhere(set('parameters', b, 'name', 'Dust'));
    hear(store);
    await vi.waitFor(() => expect(store.getState().version).toBe(2));
    expect(shown(store)).toEqual(journal.rig);
    elsewhere({ type: 'set-head', field: 'notes', was: demo.notes, to: 'later' });
    hear(store);
    await vi.waitFor(() => expect(shown(store).notes).toBe('later'));
    // Alone and nothing on its way: only what changed is judged.
    expect(judged.at(-1)).toBe('edit');
  });
  it('takes back at once what was not sent, without the server, and does it again', async () => {
    const store = openStore();
    server.post.mockImplementation(async () => {
      throw new Error('no server');
    });
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    store.getState().edit(set('parameters', b, 'name', 'Dust'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('offline'));
    store.getState().undo();
    store.getState().undo();
    expect([name(shown(store), a.id), name(shown(store), b.id)]).toEqual([a.name, b.name]);
    store.getState().redo();
    expect(name(shown(store), a.id)).toBe('Veil');
    expect(told).toEqual(['Undone: Change name', 'Undone: Change name', 'Redone: Change name']);
    server.post.mockImplementation(async (asked) => taken(asked));
    store.getState().hear({ type: 'again' });
    await settled(store);
    expect(name(journal.rig, a.id)).toBe('Veil');
  });
  it('says when what it takes back was not made here', async () => {
    const store = openStore();
    elsewhere(set('parameters', b, 'name', 'Dust'));
    hear(store);
    await vi.waitFor(() => expect(store.getState().undoLabel).toBe('x'));
    store.getState().undo();
    await settled(store);
    expect([told, name(journal.rig, b.id)]).toEqual([['Undone: x (not made in this tab)'], b.name]);
  });
  it('keeps what is unsent where the database was put back, and does as it is told', async () => {
    for (const take of [true, false]) {
      journal = new Journal(demo);
      const store = openStore();
      store.getState().edit(set('parameters', b, 'name', 'Dust'));
      await settled(store);
      journal.restore(0, demo, `life ${take}`);
      store.getState().edit(set('parameters', a, 'name', 'Veil'));
      await vi.waitFor(() => expect(store.getState().elsewhere).not.toBeNull());
      expect(store.getState()).toMatchObject({ saving: 'parted' });
      expect([name(shown(store), a.id), journal.entries.length]).toEqual(['Veil', 0]);
      store.getState().resolve(take);
      await settled(store);
      expect(shown(store)).toEqual(journal.rig);
      expect([name(journal.rig, a.id), name(journal.rig, b.id)]).toEqual([take ? 'Veil' : a.name, b.name]);
    }
  });
  it('fetches the rig anew where its history was folded, and asks nothing', async () => {
    const store = openStore();
    const seen = new Set<string>();
    store.subscribe(({ saving }) => seen.add(saving));
    store.getState().edit(set('parameters', b, 'name', 'Dust'));
    await settled(store);
    journal.fold(1);
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().version).toBe(2));
    expect([name(journal.rig, a.id), name(journal.rig, b.id), shown(store)]).toEqual(['Veil', 'Dust', journal.rig]);
    expect([...seen].sort()).toEqual(['saved', 'saving']);
    expect(store.getState().aside).toEqual([]);
  });
  it('takes in what an earlier window left, an undo among it, and sends it', async () => {
    const first = openStore();
    first.getState().edit(set('parameters', b, 'name', 'Dust'));
    await settled(first);
    const store = openStore();
    const left = { kind: 'edit' as const, id: 'left', label: 'Change name', edit: set('parameters', a, 'name', 'Veil') };
    const back = { kind: 'undo' as const, id: 'back', label: 'Change name', of: journal.entries[0]?.id ?? '', edit: null };
    const { epoch, version, newest } = store.getState().toKeep();
    store.getState().hear({ type: 'found', kept: { epoch, version, newest, unsent: [left, back], aside: [] } });
    await settled(store);
    expect([name(journal.rig, a.id), name(journal.rig, b.id)]).toEqual(['Veil', b.name]);
    expect(shown(store)).toEqual(journal.rig);
  });
  it('asks before it sends what was made on another database, also when the tab is closed before the answer', async () => {
    const store = openStore();
    const edit = set('parameters', a, 'name', 'Veil');
    const kept = { epoch: 'another life', version: 3, newest: 'x', aside: [] };
    store.getState().hear({ type: 'found', kept: { ...kept, unsent: [{ kind: 'edit', id: 'left', label: '', edit }] } });
    expect(store.getState()).toMatchObject({ saving: 'parted' });
    // What the device keeps still says where it was made.
    expect(store.getState().toKeep().epoch).toBe('another life');
    expect(journal.entries).toEqual([]);
    store.getState().resolve(true);
    await settled(store);
    expect([name(journal.rig, a.id), shown(store)]).toEqual(['Veil', journal.rig]);
  });
  it('goes on after the choice, also where a question from before was lost meanwhile', async () => {
    const store = openStore();
    let lose = (): void => undefined;
    server.ask.mockImplementationOnce(() => new Promise((_, no) => (lose = () => no(new Error('lost')))));
    store.getState().hear({ type: 'announced', epoch: journal.epoch, version: 9, newest: 'x' });
    journal.restore(0, demo, 'next life');
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().elsewhere).not.toBeNull());
    lose();
    await new Promise((done) => setTimeout(done, 0));
    store.getState().resolve(true);
    // Not 'offline': nothing waits for a timer that may have run out while somebody was choosing.
    expect(store.getState().saving).toBe('saving');
    await settled(store);
    expect(name(journal.rig, a.id)).toBe('Veil');
  });
  it('says when the rig is in the database no more, keeps what is unsent, and goes on when it is there again', async () => {
    const store = openStore();
    store.getState().edit(set('parameters', b, 'name', 'Dust'));
    await settled(store);
    server.reopen.mockImplementationOnce(async () => null);
    const input = journal.announcement();
    if (input.type === 'announced') store.getState().hear({ ...input, epoch: 'a life without it' });
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('gone'));
    expect(store.getState().unsent).toHaveLength(1);
    store.getState().hear({ type: 'again' });
    await vi.waitFor(() => expect(store.getState().saving).toBe('parted'));
    expect(journal.entries).toHaveLength(1);
    store.getState().resolve(true);
    await settled(store);
    expect(name(journal.rig, a.id)).toBe('Veil');
  });
  const many = batch(
    'Bring in a list',
    Array.from({ length: 1300 }, (_, n) => insert('parameters', { ...a, id: `m${n}`, order: 100 + n })),
  );
  it('sends a large edit in parts, and says how far it is', async () => {
    const store = openStore();
    const seen: (number | null)[] = [];
    store.subscribe(({ far }) => seen.push(far));
    store.getState().edit(many);
    await settled(store);
    expect(shown(store)).toEqual(journal.rig);
    expect(journal.rig.parameters).toHaveLength(demo.parameters.length + 1300);
    expect([seen.includes(0.5), store.getState().far]).toEqual([true, null]);
  });
  it('stops a large edit on its way: it is set aside, also where the journal had it already', async () => {
    for (const late of [false, true]) {
      journal = new Journal(demo);
      const store = openStore();
      server.post.mockClear();
      server.post.mockImplementationOnce((asked, signal: AbortSignal) => {
        if (late) taken(asked);
        return new Promise((_, no) => signal.addEventListener('abort', () => no(signal.reason)));
      });
      store.getState().edit(many);
      store.getState().edit(set('parameters', b, 'note', 'kept'));
      await vi.waitFor(() => expect(server.post).toHaveBeenCalledTimes(1));
      store.getState().stop();
      expect(store.getState().aside.map((group) => group.refusal.type)).toEqual(['stopped']);
      await settled(store);
      expect(journal.rig.parameters.find((p) => p.id === b.id)?.note).toBe('kept');
      expect(shown(store)).toEqual(journal.rig);
      // What the journal has is not set aside any more.
      expect([store.getState().aside.length, journal.entries.length]).toEqual(late ? [0, 2] : [1, 1]);
    }
  });
  it('stopped as its last part arrives: the journal is asked, and what it has is not set aside', async () => {
    journal = new Journal(demo);
    const store = openStore();
    server.post.mockClear();
    server.post.mockImplementationOnce((asked, signal: AbortSignal) => {
      taken(asked);
      return new Promise((_, no) => signal.addEventListener('abort', () => no(signal.reason)));
    });
    store.getState().edit(many);
    await vi.waitFor(() => expect(server.post).toHaveBeenCalledTimes(1));
    store.getState().stop();
    await vi.waitFor(() => expect(store.getState().aside).toEqual([]));
    await settled(store);
    expect(shown(store)).toEqual(journal.rig);
    expect(journal.rig.parameters).toHaveLength(demo.parameters.length + 1300);
  });
  it('refuses at once what does not apply, and sends nothing', () => {
    const store = openStore();
    server.post.mockClear();
    expect(store.getState().edit(set('parameters', a, 'name', ''))).toBe(false);
    expect(problems).toEqual(['That does not fit.']);
    expect(server.post).not.toHaveBeenCalled();
  });
});
