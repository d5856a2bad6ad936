// Chance that comes out the same for the same seed (mulberry32): the core rolls no dice of its own.

/** Gives numbers from 0 (inclusive) to 1 (exclusive), evenly spread; always the same ones for the same seed. */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
