// Others who judge functions of a large rig from its end, while the judge goes from the front.
import type { Helpers, JudgedPart } from '@/core/checks';

/** One of them: judges some functions of the rig that it was given, and may fail. */
export interface Helper {
  readonly judge: (ids: readonly string[]) => Promise<readonly JudgedPart[]>;
  readonly end: () => void;
}

export interface Pool extends Helpers {
  /** Until one of them tells or fails, or `ms` milliseconds are over; whether it was one of them. */
  readonly heard: (ms: number) => Promise<boolean>;
  /** Ends them: what they had in hand is left. */
  readonly end: () => void;
}

/** Functions that are handed over at once: about a tenth of a second of work. */
const CHUNK = 200;
/** So that a helper has the next ones at hand while it tells of the last. */
const IN_FLIGHT = 2;

/** Puts helpers to work on functions from the last one on; `done` says which are judged already. */
export function poolOf(helpers: readonly Helper[], ids: readonly string[], done: (id: string) => boolean): Pool {
  const inHand = new Set<string>();
  let told: JudgedPart[] = [];
  let at = ids.length;
  let ended = false;
  let wake: () => void = () => undefined;

  const chunk = (): readonly string[] => {
    const list: string[] = [];
    while (list.length < CHUNK && at > 0) {
      const id = ids[--at];
      if (id !== undefined && !done(id)) list.push(id);
    }
    return list;
  };
  const work = async (helper: Helper): Promise<void> => {
    for (let mine = chunk(); mine.length > 0 && !ended; mine = chunk()) {
      for (const id of mine) inHand.add(id);
      const parts = await helper.judge(mine).catch(() => null);
      for (const id of mine) inHand.delete(id);
      if (ended) return;
      if (parts) told.push(...parts);
      wake();
      if (!parts) return;
    }
  };
  for (const helper of helpers) for (let i = 0; i < IN_FLIGHT; i++) void work(helper);

  return {
    have: (id) => inHand.has(id),
    told: () => {
      const news = told;
      if (news.length > 0) told = [];
      return news;
    },
    heard: (ms) =>
      new Promise((resolve) => {
        const late = setTimeout(() => resolve(false), ms);
        wake = () => {
          clearTimeout(late);
          resolve(true);
        };
        if (told.length > 0 || inHand.size === 0) wake();
      }),
    end: () => {
      ended = true;
      inHand.clear();
      for (const helper of helpers) helper.end();
    },
  };
}
