'use client';

// Facts that nobody stated yet: a field says so beside its label, with the question that settles it.

import { createContext, useContext } from 'react';

/** By fact: the question that settles it. A fact that is stated is not in it. */
export const Assumed = createContext<ReadonlyMap<string, string>>(new Map());

/** The mark of a fact that is assumed; nothing for one that is stated, or for no fact. */
export function AssumedMark({ fact }: { readonly fact: string | undefined }) {
  const question = useContext(Assumed).get(fact ?? '');
  return question === undefined ? null : (
    <span title={question} className="text-xs text-ink-3 italic">
      assumed
    </span>
  );
}
