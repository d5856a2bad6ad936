// Better places for the functions of a set, off the screen's thread: each change is played, and none is offered that a check calls worse.
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { consequencesOf, judge } from '@/core/checks';
import type { Edit, Rig } from '@/core/rig';
import { type BetterPlaces, betterPlaces, type Pace } from '@/core/stage';

const api = {
  /** Looks through them; `onStep` hears how far it is. After so many milliseconds it ends with what it has. */
  async look(
    rig: Rig,
    pace: Pace,
    longestMs: number,
    onStep: (done: number, of: number) => Promise<void> | void,
  ): Promise<BetterPlaces> {
    const judgement = judge(rig);
    const brings = (edit: Edit): boolean => consequencesOf(judgement, edit)?.come.some((f) => f.severity !== 'note') ?? true;
    let best: BetterPlaces = { offers: [], tried: 0, of: 0 };
    const search = betterPlaces(
      judgement.index,
      () => nanoid(12),
      brings,
      (found) => {
        best = found;
      },
      pace,
    );
    const begun = performance.now();
    for (let step = search.next(); ; step = search.next()) {
      if (step.done) return step.value;
      const { done, of } = step.value;
      if (performance.now() - begun > longestMs) return { ...best, of };
      await onStep(done, of);
    }
  },
};

export type PlacesWorker = typeof api;

expose(api);
