'use client';

// Which parameter something is for, out of lists that may be very long.

import { useState } from 'react';
import type { Parameter } from '@/core/rig';
import { cx } from '../primitives/cx';
import { Select, TextInput } from '../primitives/field';
import { DRAWN, foundParameters, isSought } from './found-parameters';

/** Parameters of one target; without a name where there is only one. */
export interface Offered {
  readonly id: string;
  readonly name: string | null;
  readonly parameters: readonly Parameter[];
}

interface Props {
  /** The field's id where it has a label beside it; else what it is called. */
  readonly id?: string;
  readonly label: string;
  /** What stands there while none is chosen; left out where one has to be. */
  readonly none?: string;
  readonly groups: readonly Offered[];
  readonly chosen: string;
  /** How a parameter is said; by its name where nothing is said. */
  readonly said?: (parameter: Parameter) => string;
  /** Of the list; what is looked for stands before it, as high. */
  readonly className?: string;
  readonly height?: string;
  readonly onChoose: (id: string) => void;
}

export function ParameterChoice({ id, label, none, groups, chosen, said, className, height, onChoose }: Props) {
  const [sought, seek] = useState('');
  const all = groups.reduce((sum, g) => sum + g.parameters.length, 0);
  const each = all > DRAWN ? Math.max(1, Math.floor(DRAWN / groups.length)) : DRAWN;
  const found = groups.map((g) => foundParameters(g.parameters, sought, chosen, each));
  const first = found.flat().find((p) => isSought(sought, p));
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      {all > DRAWN && (
        <TextInput
          aria-label={`${label}: find`}
          placeholder="Find"
          className={cx('w-24 shrink-0', height)}
          value={sought}
          onChange={(e) => seek(e.target.value)}
          // It may stand in a form: what is found is chosen before anything is sent off.
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return;
            e.preventDefault();
            if (sought.trim() !== '' && first) onChoose(first.id);
          }}
        />
      )}
      <Select
        {...(id === undefined ? { 'aria-label': label } : { id })}
        className={cx('min-w-32 flex-1', height, className)}
        value={chosen}
        onChange={(e) => onChoose(e.target.value)}
      >
        {none !== undefined && <option value="">{none}</option>}
        {groups.map(({ id: group, name, parameters }, i) => {
          const drawn = found[i] ?? [];
          const options = drawn.map((p) => (
            <option key={p.id} value={p.id}>
              {said?.(p) ?? p.name}
            </option>
          ));
          const more = drawn.length >= each && parameters.length > drawn.length && (
            <option key="more" disabled>
              others: find them by name
            </option>
          );
          return name === null ? (
            [options, more]
          ) : (
            <optgroup key={group} label={name}>
              {options}
              {more}
            </optgroup>
          );
        })}
      </Select>
    </span>
  );
}
