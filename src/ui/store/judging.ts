// What is judged in the worker, one call after the other, so that an answer never overtakes a later edit's. A hidden tab takes over what others
// do, and judges it when it is shown.
import type { Remote } from 'comlink';
import type { Renewal } from '@/core/checks';
import type { Rig } from '@/core/rig';
import type { JudgeWorker } from '@/workers/judge.worker';
import type { Judge } from './rig-store';

export interface Judging extends Judge {
  /** A worker began or ended: one that was ended answers nothing any more, and its line is left behind. */
  readonly begin: (worker: Remote<JudgeWorker> | null) => void;
}

/** `shown`: the rig as it is on the screen; `take`: takes over what came of judging. */
export function judging(shown: () => Rig, take: (renewal: Renewal) => void): Judging {
  let worker: Remote<JudgeWorker> | null = null;
  let line: Promise<unknown> = Promise.resolve();
  const queue = (work: (judge: Remote<JudgeWorker>) => Promise<Renewal | null>): void => {
    line = line.then(async () => {
      if (!worker) return;
      const asked = worker;
      const renewal = (await work(asked)) ?? (await asked.load(shown()));
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
      queue((j) => j.load(shown()));
    };
    document.addEventListener('visibilitychange', whenShown);
  };
  return {
    load: (rig) => unlessHidden(() => queue((j) => j.load(rig))),
    edit: (edit) => unlessHidden(() => queue((j) => j.edit(edit))),
    begin: (next) => {
      worker = next;
      line = Promise.resolve();
      if (next) queue((j) => j.load(shown()));
    },
  };
}
