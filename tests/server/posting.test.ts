// Posts as a browser sends them: what comes in is parsed once, taken whole or not at all, and answered with what was missed.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { POST as postRoute } from '@/app/api/rigs/[id]/edits/route';
import { POST as journalRoute } from '@/app/api/rigs/[id]/journal/route';
import { batch, type Edit, insert, set } from '@/core/rig';
import { type Posted, postLines } from '@/core/sync';
import { lanternHour } from '@/demo/lantern-hour';
import { reopenRig } from '@/server/actions/rigs';
import { closeFolder, database } from '@/server/folder';
import { readPost } from '@/server/rigs/posting';
import { addRig } from '@/server/rigs/rigs';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-posting-'));
const demo = lanternHour();
const [parameter] = demo.parameters;
if (!parameter) throw new Error('demo has no parameter');

beforeAll(() => {
  process.env.KEEN_DIAL_DATA = folder;
});
afterAll(async () => {
  await closeFolder();
  rmSync(folder, { recursive: true, force: true });
});

const item = (id: string, edit: Edit) => ({ id, kind: 'edit', label: '', edit });
const sinceOf = async (rigId: string) => {
  const there = (await reopenRig({ rigId, own: [] }))?.there;
  if (!there) throw new Error('no rig');
  return { epoch: there.epoch, version: there.confirmed.version, newest: there.confirmed.newest, own: [] };
};

const params = (id: string) => ({ params: Promise.resolve({ id }) });
const request = (body: BodyInit, signal?: AbortSignal) =>
  new Request('http://localhost/', { method: 'POST', body, ...(signal ? { signal } : {}) });
const postedTo = async (rigId: string, lines: readonly string[], signal?: AbortSignal) => {
  const response = await postRoute(request(`${lines.join('\n')}\n`, signal), params(rigId));
  const said = (await response.text()).split('\n').filter((line) => line !== '');
  return said.map((line) => JSON.parse(line) as { far?: number; answer?: Posted });
};
const postEdit = async ({ rigId, ...head }: { rigId: string; item: unknown; since: unknown }) =>
  (await postedTo(rigId, [JSON.stringify({ ...head, parts: 0 })])).at(-1)?.answer;
const askJournal = async ({ rigId, since }: { rigId: string; since: unknown }) => {
  const response = await journalRoute(request(JSON.stringify(since) ?? ''), params(rigId));
  return response.ok ? response.json() : null;
};

describe('posting', () => {
  it('answers a stale version with the entries that were missed, and never with its own edit', async () => {
    const rigId = await addRig(await database(), demo);
    const second = demo.parameters[1];
    if (!second) throw new Error('demo changed');
    const since = await sinceOf(rigId);
    const posted = (id: string, edit: Edit) => postEdit({ rigId, item: item(id, edit), since });
    expect(await posted('one', set('parameters', parameter, 'name', 'Veil'))).toMatchObject({
      ok: true,
      head: { version: 1, undo: { id: 'one', label: 'Change name' }, entries: [{ id: 'one', edit: null }] },
    });
    expect(await posted('two', set('parameters', second, 'name', 'Dust'))).toMatchObject({
      ok: true,
      head: {
        version: 2,
        entries: [
          { id: 'one', edit: { to: 'Veil' } },
          { id: 'two', edit: null },
        ],
      },
    });
    expect(await posted('three', set('parameters', parameter, 'name', 'Haze'))).toMatchObject({
      ok: false,
      refusal: { type: 'conflict', now: 'Veil', to: 'Haze' },
      head: { version: 2 },
    });
    expect(await askJournal({ rigId, since: { ...since, version: 1, newest: 'one' } })).toMatchObject({
      version: 2,
      entries: [{ version: 2 }],
    });
    const stepped = (kind: 'undo' | 'redo', id: string) =>
      postEdit({ rigId, item: { id, kind, label: '', of: 'one', edit: null }, since });
    expect(await stepped('undo', 'u')).toMatchObject({ ok: true, head: { version: 3, redo: { id: 'one' } } });
    expect(await stepped('redo', 'r')).toMatchObject({ ok: true, head: { version: 4, redo: null } });
    expect(await reopenRig({ rigId, own: ['one', 'never'] })).toMatchObject({
      there: { confirmed: { version: 4, newest: 'r' } },
      known: ['one'],
    });
  });
  const nowhere = { epoch: '', version: 0, newest: null, own: [] };
  it.each([
    [{ rigId: 'a', item: item('x', set('parameters', parameter, 'name', 'x')), since: { ...nowhere, version: -1 } }],
    [{ rigId: 'a', item: { ...item('x', set('parameters', parameter, 'name', 'x')), kind: 'undo' }, since: nowhere }],
    [{ rigId: 'a', item: { id: 'x', kind: 'edit', label: '', edit: { type: 'drop', table: 'rigs' } }, since: nowhere }],
  ])('refuses what it cannot read, in words: %j', async (raw) => {
    const answer = await postEdit(raw);
    expect(answer).toMatchObject({ ok: false, refusal: { type: 'unreadable' }, head: null });
    expect(await askJournal({ ...raw, since: { ...raw.since, version: 'first' } })).toBeNull();
  });
  it('refuses what is no post at all, and a rig that cannot be', async () => {
    for (const lines of [[], ['{'], ['null'], ['[]'], ['{}', '{}']])
      expect(await postedTo('a', lines)).toMatchObject([{ answer: { ok: false, refusal: { type: 'unreadable' }, head: null } }]);
    expect((await postRoute(request('{}'), params('../../etc'))).status).toBe(404);
    expect((await journalRoute(request('{}'), params('../../etc'))).status).toBe(400);
    expect([await reopenRig(null), await reopenRig({ rigId: '../x', own: [] })]).toEqual([null, null]);
  });
  it('is read in parts as it was written, whatever it is', async () => {
    let n = 0;
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 0, max: 1300 }), fc.boolean(), async (count, nested) => {
        const heads = Array.from({ length: count }, (_, at) => set('parameters', parameter, 'note', `${at}`));
        const edit = batch('Many', nested ? [batch('Inner', heads)] : heads);
        const lines = [...postLines({ id: `n${++n}`, kind: 'edit', label: 'Many', edit }, nowhere)];
        const read = await readPost(lines[Symbol.iterator](), () => undefined);
        expect(read).toEqual({ ok: true, value: { item: { id: `n${n}`, kind: 'edit', label: 'Many', edit }, since: nowhere } });
      }),
      { numRuns: 20 },
    );
  });
  it('says when the rig is gone', async () => {
    const late = { rigId: 'nobody', item: item('x', set('parameters', parameter, 'name', 'x')), since: nowhere };
    expect(await postEdit(late)).toEqual({ ok: false, refusal: { type: 'no-rig' }, head: null });
    expect([await askJournal({ rigId: 'nobody', since: nowhere }), await reopenRig({ rigId: 'nobody', own: [] })]).toEqual([
      null,
      null,
    ]);
  });
});

const many = (count: number) =>
  batch(
    'Bring in a list',
    Array.from({ length: count }, (_, n) => insert('parameters', { ...parameter, id: `m${n}`, order: 1000 + n })),
  );

describe('a large post', () => {
  it('is taken whole, with how far it is in rising order, and its answer does not carry it back', async () => {
    const rigId = await addRig(await database(), demo);
    const since = await sinceOf(rigId);
    const said = await postedTo(rigId, [...postLines({ id: 'large', kind: 'edit', label: '', edit: many(3000) }, since)]);
    const far = said.flatMap((line) => line.far ?? []);
    expect(far.length).toBeGreaterThan(6);
    expect(far).toEqual([...far].sort((x, y) => x - y));
    expect([(far[0] ?? 0) > 0, far.at(-1)]).toEqual([true, 1]);
    expect(said.at(-1)?.answer).toMatchObject({ ok: true, head: { version: 1, entries: [{ id: 'large', edit: null }] } });
    expect((await reopenRig({ rigId, own: [] }))?.there.confirmed.rig.parameters).toHaveLength(demo.parameters.length + 3000);
  });
  it('is not taken at all where one line of it cannot be read, or is missing', async () => {
    const rigId = await addRig(await database(), demo);
    const since = await sinceOf(rigId);
    const lines = [...postLines({ id: 'large', kind: 'edit', label: '', edit: many(1600) }, since)];
    for (const broken of [lines.slice(0, 3), lines.with(2, '[{"type":"insert"}]'), lines.with(3, '[')]) {
      const said = await postedTo(rigId, broken);
      expect(said.at(-1)?.answer).toMatchObject({ ok: false, refusal: { type: 'unreadable' } });
    }
    expect(await sinceOf(rigId)).toEqual(since);
  });
  it('leaves nothing where it is stopped, wherever it is, and the next one is taken', async () => {
    const rigId = await addRig(await database(), demo);
    const since = await sinceOf(rigId);
    const lines = [...postLines({ id: 'large', kind: 'edit', label: '', edit: many(3000) }, since)];
    for (const at of [0.1, 0.5, 0.9]) {
      const hangUp = new AbortController();
      const response = await postRoute(request(`${lines.join('\n')}\n`, hangUp.signal), params(rigId));
      const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
      for (let far = 0; far < at; ) {
        const { value = '' } = (await reader?.read()) ?? {};
        far = Number(/"far":([\d.]+)\}\n$/.exec(value)?.[1] ?? 1);
      }
      hangUp.abort();
      await reader?.cancel();
    }
    expect(await postEdit({ rigId, item: item('next', set('parameters', parameter, 'name', 'Veil')), since })).toMatchObject({
      ok: true,
      head: { version: 1, entries: [{ id: 'next' }] },
    });
    const rig = (await reopenRig({ rigId, own: [] }))?.there.confirmed.rig;
    expect(rig?.parameters).toHaveLength(demo.parameters.length);
  });
});
