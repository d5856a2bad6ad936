// Short messages at the edge of the screen. What shows them is fetched with the first one.
import type { ExternalToast } from 'sonner';

type Shows = typeof import('sonner')['toast'];

/** Whoever shows messages: asked with the first one, and from then on there. */
let shown: Promise<Shows> | null = null;
let begin: (() => Promise<Shows>) | null = null;

/** Says how what shows messages is begun; gives back how to take that back. */
export function showsToasts(how: () => Promise<Shows>): () => void {
  begin = how;
  return () => {
    begin = null;
    shown = null;
  };
}

const say = (told: (shows: Shows) => void): void => {
  shown ??= begin?.() ?? null;
  void shown?.then(told).catch(() => {
    // Asked for again with the next one.
    shown = null;
  });
};

/** Tells the player something that was done, with a second line and something to press where there is one. */
export const toast = Object.assign((title: string, more?: ExternalToast): void => say((shows) => void shows(title, more)), {
  /** Tells that something could not be done. */
  error: (title: string, more?: ExternalToast): void => say((shows) => void shows.error(title, more)),
});
