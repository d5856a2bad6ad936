// Every word that an action can put on a wire, whatever it remembers.
import { encodeClicks, MOST_CLICKS, type PackedMessage } from '../midi';
import type { Emitter } from './emitter';
import type { CompiledAction } from './program';

/** Words that go out with what sets an action off, those of them that go out first, and those that only its end sends, however long after. */
export interface WordsSent {
  readonly first: ReadonlySet<PackedMessage>;
  readonly begins: ReadonlySet<PackedMessage>;
  readonly ends: ReadonlySet<PackedMessage>;
}

const run = (a: number, b: number): readonly number[] =>
  Array.from({ length: Math.abs(b - a) + 1 }, (_, i) => Math.min(a, b) + i);

/** What a send can put out on a gesture; `moves` where it is that of something that is moved. */
export function wordsOf(action: Extract<CompiledAction, { type: 'send' }>, moves: boolean): WordsSent {
  const { begins, ends } = valuesOf(action.emitter, moves, action.least);
  const begun = begins.map((value) => wordsAt(action, value));
  return {
    first: new Set(begun.flatMap(([word]) => word ?? [])),
    begins: new Set(begun.flat()),
    ends: new Set(ends.flatMap((value) => wordsAt(action, value))),
  };
}

function wordsAt({ put }: Extract<CompiledAction, { type: 'send' }>, value: number): readonly PackedMessage[] {
  const words: number[] = [];
  put(value, words);
  return words;
}

interface Values {
  readonly begins: readonly number[];
  readonly ends: readonly number[];
}

function valuesOf(emitter: Emitter, moves: boolean, least: number): Values {
  switch (emitter.type) {
    case 'range': {
      const all = run(emitter.from, emitter.to);
      return moves ? { begins: all, ends: [] } : { begins: all.map((v) => Math.max(least, v)), ends: [0] };
    }
    case 'momentary':
      return { begins: [emitter.down], ends: [emitter.up] };
    case 'latching':
      return { begins: [emitter.first, emitter.second], ends: [] };
    case 'fixed':
    case 'click':
      return { begins: [emitter.value], ends: [] };
    case 'relative':
      return {
        begins: run(-MOST_CLICKS, MOST_CLICKS).flatMap((n) => (n === 0 ? [] : encodeClicks(n, emitter.coding))),
        ends: [],
      };
    case 'stepping': {
      const { strikes } = emitter;
      const all = run(emitter.from, emitter.to);
      if (strikes === null) return { begins: all, ends: [] };
      return { begins: all.map((n) => n * 128 + strikes.velocity), ends: all.map((n) => n * 128) };
    }
  }
}
