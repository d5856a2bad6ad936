'use client';

// The values of a message that a landing acts on: every press, or those that choose it.

import type { ReactNode } from 'react';
import { kindOf, messageSchema } from '@/core/midi';
import { chosenBySchema, type Landing, type Parameter, type Target } from '@/core/rig';
import { NOT_TAKEN } from '../primitives/field';
import { Tail, WordInput, WordSelect } from './word';

interface Props {
  readonly parameter: Parameter;
  readonly landing: Landing;
  readonly change: (changes: Partial<Landing>, label: string) => boolean;
}

/** On which values it sets its value: on every one that counts as a press, on one, or on some in a row. */
export function ChosenBy({ parameter, landing, change, after }: Props & { readonly after: ReactNode }) {
  const { chosenBy } = landing;
  const put = (next: Landing['chosenBy']): boolean => change({ chosenBy: next }, `What sets ${parameter.name}`);
  return (
    <>
      on
      <Tail after={after}>
        <WordSelect
          aria-label={`What sets ${parameter.name}`}
          value={chosenBy === null ? 'press' : 'values'}
          onChange={(e) => put(e.target.value === 'press' ? null : chosenBySchema.parse({ from: 127, to: 127 }))}
        >
          <option value="press">every press</option>
          <option value="values">the values</option>
        </WordSelect>
        {chosenBy !== null && (
          <WordInput
            label={`Values that set ${parameter.name}`}
            title="One value, or the first and the last: 5, or 10 to 19"
            width="w-20"
            value={chosenBy.from === chosenBy.to ? String(chosenBy.from) : `${chosenBy.from} to ${chosenBy.to}`}
            commit={(text) => {
              const numbers = (text.match(/\d+/g) ?? []).map(Number);
              const next = chosenBySchema.safeParse({ from: numbers[0], to: numbers[1] ?? numbers[0] });
              if (!next.success) return 'Enter one value, or the first and the last: 5, or 10 to 19.';
              return put(next.data) ? null : NOT_TAKEN;
            }}
          />
        )}
      </Tail>
    </>
  );
}

/** The message value of the first step, where each value is a step. */
export function FirstValue({ parameter, landing, change }: Props) {
  return (
    <>
      beginning at value{' '}
      <Tail>
        <WordInput
          label={`Value of the first step of ${parameter.name}`}
          width="w-12"
          value={String(landing.chosenBy?.from ?? 0)}
          commit={(text) => {
            const next = chosenBySchema.safeParse({ from: Number(text), to: Number(text) });
            if (text.trim() === '' || !next.success) return 'Enter a value from 0 up.';
            return change({ chosenBy: next.data }, `Begin ${parameter.name} at another value`) ? null : NOT_TAKEN;
          }}
        />
      </Tail>
    </>
  );
}

/** The number of the first step, where each number of a run is a step. */
export function FirstNumber({ target, parameter, landing, change }: Props & { readonly target: Target }) {
  const { address } = landing;
  const facts = kindOf(address.type).number;
  if (!('number' in address) || !facts) return null;
  return (
    <>
      beginning at {kindOf(address.type).word}{' '}
      <Tail>
        <WordInput
          label={`Number of the first step of ${parameter.name}`}
          title={facts.title(address.number)}
          width="w-12"
          value={String(address.number)}
          commit={(text) => {
            const plain = text.trim();
            const number = /^\d{1,3}$/.test(plain) ? Number(plain) : facts.read(plain, target.reception.shows);
            const next = messageSchema.safeParse({ ...address, number });
            if (number === null || !next.success) return facts.refusal;
            return change({ address: next.data }, `Begin ${parameter.name} at another number`) ? null : NOT_TAKEN;
          }}
        />
      </Tail>
    </>
  );
}
