// What is judged in the worker, one call after the other, so that an answer never overtakes a later edit's. A hidden tab takes over what others
// do, and judges it when it is shown.
import { proxy, type Remote } from 'comlink';
import type { Renewal } from '@/core/checks';
import type { Rig } from '@/core/rig';
import type { JudgeWorker, Told } from '@/workers/judge.worker';
import type { Judge } from './rig-store';

export interface Judging extends Judge {
  /** A worker began or ended: one that was ended answers nothing any more, and its line is left behind. */
  readonly begin: (worker: Remote<JudgeWorker> | null) => void;
  /** Says which functions a part of the screen shows, by a name of that part; null once it shows none. Of a large rig they are judged first. */
  readonly onScreen: (part: string, ids: readonly string[] | null) => void;
}

/** More than a screen holds. */
const MOST_FIRST = 600;

/** `shown`: the rig as it is on the screen; `take`: takes over what came of judging. */
export function judging(shown: () => Rig, take: (renewal: Renewal | Told) => void): Judging {
  const parts = new Map<string, readonly string[]>();
  const first = (): readonly string[] => [...new Set([...parts.values()].flat())].slice(0, MOST_FIRST);
  let busy = false;
  const load = (asked: Remote<JudgeWorker>, rig: Rig): Promise<Told | null> => asked.load(rig, first());
  let worker: Remote<JudgeWorker> | null = null;
  let line: Promise<unknown> = Promise.resolve();
  const queue = (work: (judge: Remote<JudgeWorker>) => Promise<Told | null>): void => {
    line = line.then(async () => {
      if (!worker) return;
      const asked = worker;
      busy = true;
      const renewal = (await work(asked)) ?? (await load(asked, shown()));
      if (asked === worker) busy = false;
      if (renewal) take(renewal);
    });
  };
  let later = false;
  const unlessHidden = (work: () => void): void => {
    if (!document.hidden) {
      work();
      return;
    }
    if (later) return;
    later = true;
    const whenShown = (): void => {
      if (document.hidden) return;
      later = false;
      document.removeEventListener('visibilitychange', whenShown);
      queue((j) => load(j, shown()));
    };
    document.addEventListener('visibilitychange', whenShown);
  };
  return {
    load: (rig) => unlessHidden(() => queue((j) => load(j, rig))),
    edit: (edit) => unlessHidden(() => queue((j) => j.edit(edit, first()))),
    begin: (next) => {
      worker = next;
      line = Promise.resolve();
      busy = false;
      if (!next) return;
      const onPart = (part: Renewal): void => {
        if (next === worker) take(part);
      };
      void next.parts(proxy(onPart));
      queue((j) => load(j, shown()));
    },
    onScreen: (part, ids) => {
      if (ids) parts.set(part, ids);
      else parts.delete(part);
      if (busy) void worker?.first(first());
    },
  };
}
