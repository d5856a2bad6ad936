'use client';
// Values of one or several controls at once: what they share, and fields that say so where they differ.
import { type Control, sameJson } from '@/core/rig';
import { CommitInput, Field, NOT_TAKEN } from '../primitives/field';
import { parseDecimal } from '../primitives/numbers';

/** The value that all share; null where they differ. */
export function shared<K extends keyof Control>(controls: readonly Control[], field: K): Control[K] | null {
  const [first] = controls;
  return first && controls.every((c) => sameJson(c[field], first[field])) ? first[field] : null;
}

export function Whole({
  label,
  value,
  most,
  onValue,
}: {
  readonly label: string;
  readonly value: number | null;
  readonly most: number;
  readonly onValue: (n: number) => boolean;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <CommitInput
          id={id}
          inputMode="numeric"
          className="w-full font-mono"
          placeholder={value === null ? 'various' : ''}
          value={value === null ? '' : String(value)}
          commit={(text) => {
            const n = parseDecimal(text);
            if (n === null || n < 0 || n > most) return `Enter 0 to ${most}.`;
            return onValue(label.endsWith('%') ? n : Math.round(n)) ? null : NOT_TAKEN;
          }}
        />
      )}
    </Field>
  );
}
