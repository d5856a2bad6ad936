// What waits to be played: what the hand did since the last frame, and a script whose events come due one by one.
import type { ChainEvent } from '@/core/bench';

export interface EventQueue {
  readonly add: (event: ChainEvent) => void;
  /** Plays timed events from a time on, in milliseconds, in place of what was playing. Gives how long they take. */
  readonly play: (events: readonly ChainEvent[], from: number) => number;
  readonly stop: () => void;
  readonly plays: () => boolean;
  /** Whether something waits that a hand or a script did; words that come in by themselves are no hurry. */
  readonly hurries: () => boolean;
  readonly isEmpty: () => boolean;
  /** All up to a time, in its order, none earlier than `from`; a script is over with its last event. */
  readonly due: (from: number, to: number) => readonly ChainEvent[];
}

export function eventQueue(): EventQueue {
  let pending: ChainEvent[] = [];
  let script: { readonly events: readonly ChainEvent[]; next: number } | null = null;
  return {
    add: (event) => void pending.push(event),
    play: (events, from) => {
      script = { events: events.map((e) => ({ ...e, atMs: e.atMs + from })), next: 0 };
      return events.at(-1)?.atMs ?? 0;
    },
    stop: () => {
      script = null;
    },
    plays: () => script !== null,
    hurries: () => script !== null || pending.some((e) => e.do !== 'words' && e.do !== 'clock'),
    isEmpty: () => pending.length === 0 && script === null,
    due: (from, to) => {
      const events = pending;
      pending = [];
      if (script) {
        for (let next = script.events[script.next]; next && next.atMs <= to; next = script.events[script.next]) {
          events.push(next);
          script.next++;
        }
        if (script.next >= script.events.length) script = null;
        events.sort((a, b) => a.atMs - b.atMs);
      }
      return events.map((e) => (e.atMs < from ? { ...e, atMs: from } : e));
    },
  };
}
