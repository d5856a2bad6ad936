// The bench in a worker: holds the whole chain, takes what the hand did since the last frame, answers with what happened.
import { expose } from 'comlink';
import type { ChainEvent } from '@/core/bench';
import { type BenchFrame, type Held, heldBench, type Playing, playedUpTo } from './playing';

const held: Held = { session: null };

const api = {
  ...heldBench(held),
  /** Everything that happened up to a time (milliseconds of the bench), with what the hand did since the last frame. */
  frame(events: readonly ChainEvent[], until: number): BenchFrame | null {
    if (!held.session) return null;
    const done = playedUpTo(held.session, events, until);
    held.session = done.session;
    return done.frame;
  },
};

export type BenchWorker = typeof api;

expose(api satisfies Playing);
