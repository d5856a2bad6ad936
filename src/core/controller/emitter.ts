// The values of a send, ready to run, and the slots of the memory in which a controller remembers them.
import { exhaustive, type Lookup } from '../base';
import { type RelativeCoding, valueMax } from '../midi';
import { type Counter, countingOf, type Send } from '../rig';
import { makeCurve } from '../values';

/** A value behaviour ready to run; what it remembers lies in slots of the state's memory. */
export type Emitter =
  | {
      readonly type: 'range';
      readonly from: number;
      readonly to: number;
      readonly curve: (p: number) => number;
      /** Slots: the value sent last (−1 none), and the position 0–1 that an encoder has counted to. */
      readonly last: number;
      readonly count: number;
    }
  | { readonly type: 'momentary'; readonly down: number; readonly up: number }
  | { readonly type: 'latching'; readonly first: number; readonly second: number; readonly phase: number }
  | { readonly type: 'fixed'; readonly value: number }
  | { readonly type: 'click'; readonly way: 1 | -1; readonly value: number; readonly last: number }
  | { readonly type: 'relative'; readonly coding: RelativeCoding; readonly acceleration: number; readonly last: number }
  | {
      readonly type: 'stepping';
      readonly from: number;
      readonly to: number;
      readonly step: number;
      readonly wraps: boolean;
      readonly counter: number;
      /** Slot: whether its start was sent already (0 or 1); null where the first press moves on at once. */
      readonly first: number | null;
      /** Of a note: how hard each number is struck, and the slot of the one that sounds (−1 none). */
      readonly strikes: { readonly velocity: number; readonly sounding: number } | null;
    };

/** Where what emitters remember lies: a slot for a new thing, those of counters (several sends share one), and those of latches. */
export interface EmitterSlots {
  readonly remember: (initial: number) => number;
  readonly counters: Map<string, number>;
  readonly firsts: Map<string, number>;
  readonly phases: number[];
}

/** Slots of a memory that has none yet; `remember` gives out the next. */
export const emitterSlots = (remember: (initial: number) => number): EmitterSlots => ({
  remember,
  counters: new Map(),
  firsts: new Map(),
  phases: [],
});

/** Makes the emitter of a send; null where the counter is gone. */
export function emitterOf(
  { counters }: { readonly counters: Lookup<string, Counter> },
  send: Send,
  slots: EmitterSlots,
): Emitter | null {
  const { behaviour } = send;
  switch (behaviour.type) {
    case 'stepping': {
      const counter = countingOf(counters, behaviour);
      if (!counter) return null;
      const slot = slots.counters.get(counter.id) ?? slots.remember(counter.start);
      slots.counters.set(counter.id, slot);
      const first = slots.firsts.get(counter.id) ?? (counter.firstPress === 'sends-start' ? slots.remember(0) : null);
      if (first !== null) slots.firsts.set(counter.id, first);
      return {
        type: 'stepping',
        from: counter.from,
        to: Math.min(counter.to, valueMax(send.message.type)),
        step: counter.step,
        wraps: counter.atEnd === 'wrap',
        counter: slot,
        first,
        strikes: behaviour.velocity === undefined ? null : { velocity: behaviour.velocity, sounding: slots.remember(-1) },
      };
    }
    case 'range':
      return {
        type: 'range',
        from: behaviour.from,
        to: behaviour.to,
        curve: makeCurve(behaviour.curve),
        last: slots.remember(-1),
        count: slots.remember(0),
      };
    case 'latching': {
      const phase = slots.remember(0);
      slots.phases.push(phase);
      return { type: 'latching', first: behaviour.first, second: behaviour.second, phase };
    }
    case 'momentary':
    case 'fixed':
      return behaviour;
    case 'relative':
      // −1 says that no position is known yet.
      return { type: 'relative', coding: behaviour.coding, acceleration: behaviour.acceleration, last: slots.remember(-1) };
    case 'click':
      return { type: 'click', way: behaviour.way === 'up' ? 1 : -1, value: behaviour.value, last: slots.remember(-1) };
    default:
      return exhaustive(behaviour);
  }
}
