'use client';

// One of the parameters of a target, out of a list that may be very long: what is typed narrows it, and only so many are drawn.

import { useRef, useState } from 'react';
import type { Parameter } from '@/core/rig';
import { Select, TextInput } from '../primitives/field';
import { DRAWN, foundParameters } from './found-parameters';

interface Props {
  readonly label: string;
  /** What stands there while nothing is chosen. */
  readonly none: string;
  readonly parameters: readonly Parameter[];
  readonly onPick: (parameter: Parameter) => void;
}

export function PickFrom({ label, none, parameters, onPick }: Props) {
  const [sought, seek] = useState('');
  // By keys a list goes through all on the way to one: Enter takes it.
  const [shown, show] = useState('');
  const byKeys = useRef(false);
  const found = foundParameters(parameters, sought);
  const take = (id: string): void => {
    byKeys.current = false;
    show('');
    const picked = found.find((p) => p.id === id);
    if (picked) onPick(picked);
  };
  return (
    <span className="flex items-center gap-2">
      {parameters.length > DRAWN && (
        <TextInput
          aria-label={`${label}: find`}
          placeholder="Find a parameter"
          className="w-36"
          value={sought}
          onChange={(e) => seek(e.target.value)}
        />
      )}
      <Select
        aria-label={label}
        className="w-48"
        aria-description="Enter takes what the keys have chosen"
        value={shown}
        onPointerDown={() => {
          byKeys.current = false;
        }}
        onKeyDown={(e) => {
          byKeys.current = true;
          if (e.key === 'Enter' && shown !== '') {
            e.preventDefault();
            take(shown);
          }
        }}
        onBlur={() => show('')}
        onChange={(e) => (byKeys.current ? show(e.target.value) : take(e.target.value))}
      >
        <option value="">{none}</option>
        {found.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Select>
    </span>
  );
}
