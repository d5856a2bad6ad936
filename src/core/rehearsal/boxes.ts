// What comes back how often: five boxes, as with cards to learn (S. Leitner 1972, from memory).
import type { AttemptRecord } from './record';

/** How often a way of each box is drawn, against each other, the first box first. */
export const WEIGHTS = [16, 8, 4, 2, 1] as const;

/** Boxes, the first for what does not hold. */
export const BOXES = WEIGHTS.length;

/** What stands for one way into one section: a way that changed begins anew. */
export interface WayKey {
  readonly songId: string;
  readonly section: string;
  readonly way: string;
}

/** The attempts at one way, in the order in which they are given. */
export const attemptsAt = (kept: readonly AttemptRecord[], { songId, section, way }: WayKey): readonly AttemptRecord[] =>
  kept.filter((k) => k.songId === songId && k.section === section && k.way === way);

/** The box of a way, 1 to 5, by its attempts, the oldest first: right is one further, wrong is back to the first. */
export function boxOf(attempts: readonly Pick<AttemptRecord, 'right'>[]): number {
  return attempts.reduce((box, { right }) => (right ? Math.min(BOXES, box + 1) : 1), 1);
}

/** A place in a list of boxes, drawn by their weights; `random` gives 0 up to 1, that one left out. Null of none. */
export function drawnFrom(boxes: readonly number[], random: () => number): number | null {
  const weights = boxes.map((box): number => WEIGHTS[box - 1] ?? 0);
  let left = random() * weights.reduce((sum, w) => sum + w, 0);
  for (const [i, weight] of weights.entries()) {
    left -= weight;
    if (left < 0) return i;
  }
  return boxes.length === 0 ? null : boxes.length - 1;
}
