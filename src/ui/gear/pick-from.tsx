'use client';

// One of the parameters of a target, out of a list that may be very long: what is typed narrows it, and only so many are drawn.

import { useState } from 'react';
import type { Parameter } from '@/core/rig';
import { Select, TextInput } from '../primitives/field';

/** As many as are drawn at once; with more there is something to type into. */
const DRAWN = 60;

interface Props {
  readonly label: string;
  /** What stands there while nothing is chosen. */
  readonly none: string;
  readonly parameters: readonly Parameter[];
  readonly onPick: (parameter: Parameter) => void;
}

export function PickFrom({ label, none, parameters, onPick }: Props) {
  const [sought, seek] = useState('');
  const plain = sought.trim().toLowerCase();
  const found: Parameter[] = [];
  for (const p of parameters) {
    if (found.length >= DRAWN) break;
    if (plain === '' || p.name.toLowerCase().includes(plain)) found.push(p);
  }
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
        value=""
        onChange={(e) => {
          const picked = found.find((p) => p.id === e.target.value);
          if (picked) onPick(picked);
        }}
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
