// Edits that an earlier window left on this device come into the one that is open now.
import type { Kept } from '@/core/sync';
import { forgetHere, keepHere, leftHere } from './device';

/** Milliseconds until the journal is asked again what it knows. */
const AGAIN_MS = 3000;

interface Into {
  readonly rigId: string;
  readonly windowId: string;
  /** Which of some ids are in the journal already; throws where it does not answer. */
  readonly known: (ids: readonly string[]) => Promise<readonly string[]>;
  readonly found: (kept: Kept) => void;
  /** What this window has to keep now. */
  readonly now: () => Kept;
}

/** Takes over what was left, once the journal has said what it knows of it; ends when `signal` does. */
export async function takeOver({ rigId, windowId, known, found, now }: Into, signal: AbortSignal): Promise<void> {
  for (const left of await leftHere(rigId, windowId)) {
    const ids = [...left.kept.unsent, ...left.kept.aside.flatMap((group) => group.items)].map((item) => item.id);
    const there = await untilTold(() => known(ids), signal);
    if (!there) return;
    found(without(left.kept, new Set(there)));
    // First it is kept by this window, then forgotten of the other.
    await keepHere(rigId, windowId, now());
    await forgetHere(rigId, left.windowId);
  }
}

async function untilTold<T>(ask: () => Promise<T>, signal: AbortSignal): Promise<T | null> {
  while (!signal.aborted) {
    try {
      return await ask();
    } catch {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
  return null;
}

const without = (kept: Kept, ids: ReadonlySet<string>): Kept => ({
  ...kept,
  unsent: kept.unsent.filter((item) => !ids.has(item.id)),
  aside: kept.aside
    .map((group) => ({ ...group, items: group.items.filter((item) => !ids.has(item.id)) }))
    .filter((group) => group.items.length > 0),
});
