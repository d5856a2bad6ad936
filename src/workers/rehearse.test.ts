// The workers of a set that is rehearsed and looked over: times of the bench become times of the take, and what was judged is told once.
import { describe, expect, it } from 'vitest';
import { type ChainEvent, usualSetup } from '@/core/bench';
import { attemptRecordSchema, scheduleOf } from '@/core/rehearsal';
import { usualPace } from '@/core/stage';
import { lanternHour } from '@/demo/lantern-hour';
import { workerApi } from '../../tests/kit/worker';
import type { PlacesWorker } from './places.worker';
import type { RehearsedWay, RehearseWorker } from './rehearse.worker';

const demo = lanternHour();
const [song] = demo.songs;
if (!song) throw new Error('demo changed');
/** The Night Mail alone: its ways are found at once. */
const rig = { ...demo, songs: [song] };
const board = rig.controllers.find((c) => c.name.startsWith('Floorboard'));
function control(name: string): string {
  const found = rig.controls.find((c) => c.name === name && c.controllerId === board?.id);
  if (!found) throw new Error(`the demo has no ${name}`);
  return found.id;
}
const tap = (name: string, atMs: number): readonly ChainEvent[] => [
  { do: 'press', atMs, on: control(name), velocity: null },
  { do: 'release', atMs: atMs + 60, on: control(name) },
];

describe('a rehearsal', () => {
  const opened = async () => {
    const api = await workerApi<RehearseWorker>(() => import('./rehearse.worker'));
    api.load(rig, usualSetup);
    const ways: RehearsedWay[] = [];
    expect(await api.ways(usualPace, (way) => void ways.push(way))).toBe(true);
    return { api, ways };
  };
  it('takes the delay off, judges each way once, and nothing after its end', async () => {
    const { api, ways } = await opened();
    const daylight = ways.findLast((w) => w.at === 3);
    expect(daylight?.gestures).toEqual(['press FS 3', 'press FS 1']);
    const { dues } = scheduleOf({ song, first: 3, last: 3, share: 1 });
    const [zeroMs, delayMs] = [5000, 200];
    const due = zeroMs + (dues[0]?.dueMs ?? 0);
    const asked = { songId: song.id, first: 3, last: 3, share: 1, zeroMs, delayMs };
    expect(api.begin(asked)).not.toBeNull();
    expect(api.judged(zeroMs)).toEqual([]);
    api.frame([...tap('FS 3', due - 500), ...tap('FS 1', due - 300)], due);
    // Waited for until its bar is over, and so much longer as everything comes late.
    const over = zeroMs + (dues[0]?.closesMs ?? 0) + delayMs;
    api.frame([], over);
    expect(api.judged(over - 1)).toEqual([]);
    const [record, ...more] = api.judged(over);
    expect(more).toEqual([]);
    expect(record && attemptRecordSchema.parse(record)).toMatchObject({
      section: 'Daylight',
      reached: 'in-time',
      right: true,
      by: 'panel',
    });
    // Both presses 200 ms earlier than they came here: the last of them began 500 before the one.
    expect(record?.ms).toBeGreaterThan(-510);
    expect(record?.ms).toBeLessThan(-400);
    expect(record?.way).toBe(daylight?.way);
    expect(api.judged(over + 5000)).toEqual([]);
    api.begin({ ...asked, zeroMs: 50_000 });
    api.end();
    expect(api.judged(90_000)).toEqual([]);
  });
  it('begins nothing that was not looked for, and looks again for another rig', async () => {
    const api = await workerApi<RehearseWorker>(() => import('./rehearse.worker'));
    const asked = { songId: song.id, first: 0, last: 1, share: 1, zeroMs: 0, delayMs: 0 };
    expect(await api.ways(usualPace, () => undefined)).toBe(false);
    expect(api.begin(asked)).toBeNull();
    api.load(rig, usualSetup);
    expect(api.begin(asked)).toBeNull();
    const first = api.ways(usualPace, () => undefined);
    const second = api.ways(usualPace, () => undefined);
    expect([await first, await second]).toEqual([false, true]);
    expect(api.begin({ ...asked, songId: 'gone' })).toBeNull();
    expect(api.begin(asked)).not.toBeNull();
  });
});

describe('better places', () => {
  it('says how far it is, ends in time with what it has, and offers nothing that a check calls worse', async () => {
    const places = await workerApi<PlacesWorker>(() => import('./places.worker'));
    const steps: (readonly number[])[] = [];
    const all = await places.look(rig, usualPace, Number.POSITIVE_INFINITY, (done, of) => void steps.push([done, of]));
    expect(all.tried).toBe(all.of);
    expect(steps.map(([done]) => done)).toEqual(Array.from({ length: all.of + 1 }, (_, i) => i));
    const soon = await places.look(rig, usualPace, -1, () => undefined);
    expect(soon).toEqual({ offers: [], tried: 0, of: all.of });
    const pinned = {
      ...rig,
      assignments: rig.assignments.map((a) => ({
        ...a,
        actions: a.actions.map((x) => (x.type === 'send' ? { ...x, pinned: true } : x)),
      })),
    };
    expect((await places.look(pinned, usualPace, Number.POSITIVE_INFINITY, () => undefined)).of).toBe(0);
  });
});
