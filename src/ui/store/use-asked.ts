'use client';
// An answer of a worker stands only for the question that it was asked: no press on what was worked out for the question before.
import { useEffect, useState } from 'react';

/**
 * What a worker answers to a question, and null until that came.
 *
 * - `ask`: asks it; null, or nothing given back, where there is nothing to ask. It is given whether the question still stands, for long work.
 * - `of`: all that the question is about. Where any of it is another thing, the answer before is not given any more, from that very drawing on:
 *   an effect that takes it away comes after the drawing, and a press can come between.
 */
export function useAsked<T>(ask: ((stands: () => boolean) => Promise<T> | undefined) | null, of: readonly unknown[]): T | null {
  const [held, setHeld] = useState<{ readonly of: readonly unknown[]; readonly answer: T } | null>(null);
  useEffect(() => {
    let live = true;
    void ask?.(() => live)?.then((answer) => live && setHeld({ of, answer }));
    return () => {
      live = false;
    };
    // biome-ignore lint/correctness/useExhaustiveDependencies: what it is about is the caller's to list
  }, of);
  return held && of.length === held.of.length && of.every((each, i) => Object.is(each, held.of[i])) ? held.answer : null;
}
