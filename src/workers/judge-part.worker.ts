// Judges functions of a large rig beside the judge: holds a copy of its own, and is ended once all is judged.
import { expose } from 'comlink';
import { type JudgedPart, judgeInParts } from '@/core/checks';
import { indexRig, type Rig } from '@/core/rig';

let wanted: readonly string[] = [];
let work: ReturnType<typeof judgeInParts> | null = null;

const api = {
  /** Takes a rig, as one string: that is handed over faster than the value. */
  hold(rig: string): void {
    work = judgeInParts(indexRig(JSON.parse(rig) as Rig), undefined, () => wanted); // border: the judge's own rig
  },
  /** Judges some functions, none of which was asked for before. */
  judge(ids: readonly string[]): readonly JudgedPart[] {
    wanted = ids;
    return ids.flatMap(() => {
      const step = work?.next();
      return step && !step.done && step.value ? step.value : [];
    });
  },
};

export type JudgePartWorker = typeof api;

expose(api);
