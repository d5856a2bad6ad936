// @vitest-environment jsdom
// What a device keeps of unsent edits: by window, until it is sent; a window that is gone leaves it to the next, a living one keeps it.
import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Aside, Kept, Queued } from '@/core/sync';
import { forgetHere, keepHere, leftHere, waitingHere } from './device';
import { takeOver } from './take-over';

const item = (id: string): Queued => ({
  id,
  kind: 'edit',
  label: `Edit ${id}`,
  edit: { type: 'set-head', field: 'notes', was: '', to: id },
});
const aside = (id: string): Aside => ({ id, items: [item(id)], refusal: { type: 'nothing-to-undo' } });
const kept = (unsent: readonly string[], groups: readonly string[] = []): Kept => ({
  ...{ epoch: 'life', version: 3, newest: 'n' },
  unsent: unsent.map(item),
  aside: groups.map(aside),
});
/** Windows that hold their lock. */
let living: string[];
beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
  living = [];
  const query = async () => ({ held: living.map((id) => ({ name: `keen-dial-window-${id}` })), pending: [] });
  Object.defineProperty(navigator, 'locks', { configurable: true, value: { query } });
});

describe('a device', () => {
  it('keeps what a window has unsent, anew each time, and nothing once there is nothing', async () => {
    await keepHere('rig', 'w1', kept(['a']));
    await keepHere('rig', 'w1', kept(['a', 'b'], ['c']));
    await keepHere('other', 'w2', kept(['d']));
    expect(await waitingHere()).toEqual(
      new Map([
        ['rig', 3],
        ['other', 1],
      ]),
    );
    expect(await leftHere('rig', 'w9')).toEqual([expect.objectContaining({ windowId: 'w1', kept: kept(['a', 'b'], ['c']) })]);
    await keepHere('rig', 'w1', kept([]));
    expect([...(await waitingHere()).keys()]).toEqual(['other']);
  });
  it('leaves a living window, and the one that asks, what is theirs', async () => {
    for (const id of ['w1', 'w2', 'me']) await keepHere('rig', id, kept([id]));
    living = ['w2'];
    expect((await leftHere('rig', 'me')).map((w) => w.windowId)).toEqual(['w1']);
    // Where windows cannot tell whether another one lives, all but its own.
    Reflect.deleteProperty(navigator, 'locks');
    expect((await leftHere('rig', 'me')).map((w) => w.windowId)).toEqual(['w1', 'w2']);
    await forgetHere('rig', 'w1');
    expect((await leftHere('rig', 'me')).map((w) => w.windowId)).toEqual(['w2']);
  });
});

describe('taking over', () => {
  const over = (known: () => Promise<readonly string[]>, signal = new AbortController().signal) => {
    const found: Kept[] = [];
    const now = () => kept(found.flatMap((k) => k.unsent.map((i) => i.id)));
    const done = takeOver({ rigId: 'rig', windowId: 'me', known, found: (k) => found.push(k), now }, signal);
    return { found, done };
  };
  it('brings what is in no journal, keeps it as its own and forgets the other', async () => {
    await keepHere('rig', 'w1', kept(['a', 'b'], ['c']));
    const { found, done } = over(async () => ['a', 'c']);
    await done;
    expect(found).toEqual([kept(['b'])]);
    living = ['me'];
    expect(await leftHere('rig', 'another')).toEqual([]);
    living = [];
    expect((await leftHere('rig', 'another')).map((w) => [w.windowId, w.kept.unsent.map((i) => i.id)])).toEqual([['me', ['b']]]);
  });
  it('waits for the journal, and leaves everything where it is when the window goes first', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    await keepHere('rig', 'w1', kept(['a']));
    const ends = new AbortController();
    let asked = 0;
    const { found, done } = over(async () => {
      asked++;
      throw new Error('no answer');
    }, ends.signal);
    await vi.waitFor(() => expect(asked).toBe(1));
    ends.abort();
    await vi.advanceTimersByTimeAsync(3000);
    await done;
    vi.useRealTimers();
    expect([found, [...(await waitingHere()).keys()], asked]).toEqual([[], ['rig'], 1]);
  });
});
