// The store against a server that answers late, refuses, falls silent, or tells of other tabs: nothing lost, nothing twice.
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { apply, type Edit, type Rig, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';

type Entry = { version: number; editId: string; kind: 'edit'; label: string; edit: Edit };

const server = vi.hoisted(() => ({ submit: vi.fn(), catchUp: vi.fn(), undo: vi.fn() }));
vi.mock('@/server/actions/rigs', () => ({
  submitEdit: server.submit,
  catchUp: server.catchUp,
  undoEdit: server.undo,
  redoEdit: vi.fn(),
}));
const { createRigStore } = await import('./rig-store');

const demo = lanternHour();
const [a, b] = demo.parameters;
if (!a || !b) throw new Error('demo changed');

/** A server in a few lines: the journal is the truth. */
class Fake {
  rig: Rig = demo;
  journal: Entry[] = [];
  take(editId: string, edit: Edit): { ok: boolean; problem?: unknown } {
    if (this.journal.some((e) => e.editId === editId)) return { ok: true };
    const done = apply(this.rig, edit);
    if (!done.ok) return { ok: false, problem: done.error };
    this.rig = done.value;
    this.journal.push({ version: this.journal.length + 1, editId, kind: 'edit', label: 'x', edit });
    return { ok: true };
  }
  standing(since: number) {
    return {
      version: this.journal.length,
      entries: this.journal.slice(since),
      undo: 'x',
      undoId: this.journal.at(-1)?.editId ?? null,
      redo: null,
    };
  }
}

let fake: Fake;
const problems: string[] = [];
const told: string[] = [];
const judged: string[] = [];
beforeEach(() => {
  fake = new Fake();
  problems.length = 0;
  told.length = 0;
  judged.length = 0;
  server.submit.mockImplementation(async ({ editId, baseVersion, edit }: { editId: string; baseVersion: number; edit: Edit }) => {
    const answer = fake.take(editId, edit);
    return answer.ok
      ? { ok: true, standing: fake.standing(baseVersion) }
      : { ok: false, problem: answer.problem, standing: fake.standing(baseVersion) };
  });
  server.catchUp.mockImplementation(async (_id: string, since: number) => fake.standing(since));
});

const openStore = () =>
  createRigStore(
    { rig: demo, version: 0, undoLabel: null, redoLabel: null },
    { load: () => judged.push('load'), edit: () => judged.push('edit') },
    { problem: (title) => problems.push(title), done: (title) => told.push(title) },
  );
const name = (rig: Rig, id: string): string | undefined => rig.parameters.find((p) => p.id === id)?.name;

describe('the store', () => {
  it('shows an edit at once and has it saved in the end', async () => {
    const store = openStore();
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    expect(name(store.getState().index.rig, a.id)).toBe('Veil');
    await vi.waitFor(() => expect(store.getState()).toMatchObject({ saving: 'saved', version: 1 }));
    expect(name(fake.rig, a.id)).toBe('Veil');
  });
  it('takes over what another tab did meanwhile, and keeps its own on top', async () => {
    const store = openStore();
    fake.take('other', set('parameters', b, 'name', 'Dust'));
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().version).toBe(2));
    expect([name(store.getState().index.rig, a.id), name(store.getState().index.rig, b.id)]).toEqual(['Veil', 'Dust']);
    expect(store.getState().index.rig).toEqual(fake.rig);
  });
  it('puts back what was refused, says so, and keeps the edits after it that still apply', async () => {
    const store = openStore();
    fake.take('other', set('parameters', a, 'name', 'Dust'));
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    store.getState().edit(set('parameters', b, 'note', 'kept'));
    await vi.waitFor(() => expect(store.getState()).toMatchObject({ saving: 'saved', version: 2 }));
    expect(problems).toEqual(['Changed in another tab meanwhile.']);
    expect(store.getState().index.rig).toEqual(fake.rig);
    expect(name(fake.rig, a.id)).toBe('Dust');
    expect(fake.rig.parameters.find((p) => p.id === b.id)?.note).toBe('kept');
  });
  it('sends again after silence, under the same id, so that nothing is applied twice', async () => {
    const store = openStore();
    const ids: string[] = [];
    server.submit.mockImplementationOnce(async ({ editId, edit }: { editId: string; edit: Edit }) => {
      ids.push(editId);
      fake.take(editId, edit);
      throw new Error('the answer was lost on the way');
    });
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('offline'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('saved'), { timeout: 5000 });
    expect(fake.journal.map((e) => e.editId)).toEqual(ids);
    expect(store.getState()).toMatchObject({ version: 1 });
  });
  it('follows what it is told of, also when that came while an edit was on its way', async () => {
    const store = openStore();
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().version).toBe(1));
    fake.take('other', set('parameters', b, 'name', 'Dust'));
    await store.getState().follow(2);
    expect(name(store.getState().index.rig, b.id)).toBe('Dust');
    expect(judged).toEqual(['edit', 'edit']);
  });
  it('says when what it takes back was not made here', async () => {
    server.undo.mockImplementation(async () => ({ ok: true, standing: { ...fake.standing(fake.journal.length) } }));
    const store = openStore();
    store.getState().edit(set('parameters', a, 'name', 'Veil'));
    await vi.waitFor(() => expect(store.getState().saving).toBe('saved'));
    await store.getState().undo();
    fake.take('other', set('parameters', b, 'name', 'Dust'));
    await store.getState().follow(2);
    await store.getState().undo();
    expect(told).toEqual(['Undone: x', 'Undone: x (not made in this tab)']);
  });
  it('refuses at once what does not apply, and sends nothing', () => {
    const store = openStore();
    server.submit.mockClear();
    expect(store.getState().edit(set('parameters', a, 'name', ''))).toBe(false);
    expect(problems).toEqual(['That does not fit.']);
    expect(server.submit).not.toHaveBeenCalled();
  });
});
