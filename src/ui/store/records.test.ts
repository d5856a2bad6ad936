// @vitest-environment jsdom
// Records outlive a silent server, a closed page and a refusal; each reaches the server once, and none vanishes without being said.
import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type RecordKind, Records } from './records';
import { keepRecords, recordsHere } from './records-here';

interface Note {
  readonly id: string;
}
const note = (id: string): Note => ({ id });
const ids = (records: readonly Note[] | null): readonly string[] => (records ?? []).map((record) => record.id);

interface Server {
  has: string[];
  silent: boolean;
  refuses: Set<string>;
  asked: number;
  kind: RecordKind<Note>;
}

/** A server that takes, refuses or is silent. */
function someServer(): Server {
  const server: Server = {
    has: [],
    silent: false,
    refuses: new Set(),
    asked: 0,
    kind: {
      name: 'trial',
      parse: (raw) => {
        const { id } = raw as Note;
        return typeof id === 'string' && !id.startsWith('broken') ? { id } : null;
      },
      read: async () => {
        if (server.silent) throw new Error('no answer');
        return server.has.map(note).toReversed();
      },
      add: async (_, records) => {
        server.asked += 1;
        if (server.silent) throw new Error('no answer');
        if (records.some((record) => server.refuses.has(record.id))) return 'The disk is full.';
        for (const record of records) if (!server.has.includes(record.id)) server.has.push(record.id);
        return null;
      },
    },
  };
  return server;
}

const settle = () => vi.advanceTimersByTimeAsync(60_000);
const here = async () => (await recordsHere('trial', 'rig')).map((raw) => (raw as Note).id).toSorted();

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  vi.stubGlobal('indexedDB', new IDBFactory());
  // What stands in for the browser's storage answers by itself, not by the clock of the test.
  vi.stubGlobal('setImmediate', (work: () => void) => queueMicrotask(work));
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Until what is asked is so; the clock goes on meanwhile. */
async function until(so: () => Promise<boolean> | boolean): Promise<void> {
  for (let i = 0; i < 50 && !(await so()); i++) await settle();
  expect(await so()).toBe(true);
}

describe('records', () => {
  it('are shown at once, sent, and kept here no longer than until the server has them', async () => {
    const server = someServer();
    server.has.push('old');
    const records = new Records(server.kind, 'rig');
    const close = records.open();
    await until(() => records.state().records !== null);
    records.keep([note('a')]);
    expect(ids(records.state().records)).toEqual(['a', 'old']);
    await until(async () => server.has.includes('a') && (await here()).length === 0);
    expect(records.state()).toMatchObject({ waiting: 0, silent: false, refused: null });
    close();
  });

  it('wait for a silent server, are said to wait, and go when it answers', async () => {
    const server = someServer();
    const records = new Records(server.kind, 'rig');
    const close = records.open();
    server.silent = true;
    records.keep([note('a')]);
    records.keep([note('b')]);
    await until(() => records.state().silent);
    expect(records.state().waiting).toBe(2);
    expect(await here()).toEqual(['a', 'b']);
    server.silent = false;
    await until(() => records.state().waiting === 0);
    expect(records.state().silent).toBe(false);
    expect(server.has).toEqual(['a', 'b']);
    close();
  });

  it('that a closed page left are taken up by the next, in order', async () => {
    const server = someServer();
    server.silent = true;
    const before = new Records(server.kind, 'rig');
    const close = before.open();
    before.keep([note('a'), note('b')]);
    await until(() => before.state().silent);
    close();
    await settle();
    const asked = server.asked;
    await settle();
    expect(server.asked, 'a closed page asks no more').toBe(asked);
    server.silent = false;
    const next = new Records(server.kind, 'rig');
    const end = next.open();
    await until(async () => (await here()).length === 0);
    expect(server.has).toEqual(['a', 'b']);
    expect(ids(next.state().records)).toEqual(['b', 'a']);
    end();
  });

  it('that are refused do not hold up the others, are said with the reason, and stay until they are taken or let go', async () => {
    const server = someServer();
    server.refuses.add('b');
    const records = new Records(server.kind, 'rig');
    const close = records.open();
    records.keep([note('a'), note('b'), note('c')]);
    await until(() => records.state().refused !== null && records.state().waiting === 0);
    expect(server.has).toEqual(['a', 'c']);
    expect(records.state().refused).toEqual({ count: 1, reason: 'The disk is full.' });
    expect(await here()).toEqual(['b']);
    records.again();
    await until(() => records.state().refused !== null);
    server.refuses.clear();
    records.again();
    await until(() => server.has.includes('b') && records.state().refused === null);
    server.refuses.add('d');
    records.keep([note('d')]);
    await until(() => records.state().refused !== null);
    records.letGo();
    await until(async () => (await here()).length === 0);
    expect(ids(records.state().records)).toEqual(['c', 'b', 'a']);
    close();
  });

  it('that cannot be read do not hold up new ones, and are there as soon as the server answers', async () => {
    const server = someServer();
    server.has.push('old');
    server.silent = true;
    const records = new Records(server.kind, 'rig');
    const close = records.open();
    await until(() => records.state().failed);
    expect(records.state().records).toEqual([]);
    records.keep([note('a')]);
    server.silent = false;
    await until(() => !records.state().failed && records.state().waiting === 0);
    expect(ids(records.state().records)).toEqual(['a', 'old']);
    expect(server.has).toEqual(['old', 'a']);
    close();
  });

  it('of a form that this version does not know are left where they are', async () => {
    await keepRecords('trial', 'rig', [note('broken 1')]);
    const server = someServer();
    const records = new Records(server.kind, 'rig');
    const close = records.open();
    await until(() => records.state().records !== null);
    expect(server.asked).toBe(0);
    expect(await here()).toEqual(['broken 1']);
    close();
  });

  it('reach the server once each, whatever it does and however often the page is closed', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('keep', 'silent', 'answers', 'refuse', 'close', 'wait'), { maxLength: 14 }),
        async (events) => {
          vi.stubGlobal('indexedDB', new IDBFactory());
          const server = someServer();
          const made: string[] = [];
          let records = new Records(server.kind, 'rig');
          let close = records.open();
          for (const event of events) {
            if (event === 'keep') {
              const id = `n${made.length}`;
              made.push(id);
              records.keep([note(id)]);
            } else if (event === 'silent') server.silent = true;
            else if (event === 'answers') server.silent = false;
            else if (event === 'refuse') server.refuses.add(`n${made.length}`);
            else if (event === 'wait') await settle();
            else {
              // What was kept is on the device by now: writing there takes less than a closed page needs.
              await settle();
              close();
              records = new Records(server.kind, 'rig');
              close = records.open();
            }
          }
          server.silent = false;
          server.refuses.clear();
          await settle();
          records.again();
          await until(async () => made.every((id) => server.has.includes(id)) && (await here()).length === 0);
          expect(server.has.toSorted()).toEqual(made.toSorted());
          expect(ids(records.state().records).toSorted()).toEqual(made.toSorted());
          expect(records.state().waiting).toBe(0);
          close();
        },
      ),
      { numRuns: 40 },
    );
  });
});
