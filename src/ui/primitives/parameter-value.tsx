'use client';
// A field for the value of one parameter: its steps to choose from, or a number in its unit; empty where it has none.
import { showValue } from '@/core/bench';
import { cellProblemWords, parameterValue, stepValues } from '@/core/commands';
import type { Parameter } from '@/core/rig';
import { exactNumber } from '@/core/sheets';
import { CommitInput, NOT_TAKEN, Select } from './field';

interface Props {
  readonly parameter: Parameter;
  readonly value: number | null;
  readonly label: string;
  /** What stands there while it is empty. */
  readonly none: string;
  readonly onValue: (value: number | null) => boolean;
}

export function ParameterValue({ parameter, value, label, none, onValue }: Props) {
  if (parameter.kind !== 'continuous')
    return (
      <Select
        aria-label={label}
        value={value ?? ''}
        onChange={(e) => void onValue(e.target.value === '' ? null : Number(e.target.value))}
      >
        <option value="">{none}</option>
        {stepValues(parameter).map((choice) => (
          <option key={choice} value={choice}>
            {showValue(parameter, choice)}
          </option>
        ))}
      </Select>
    );
  return (
    <span className="flex items-center gap-1.5">
      <CommitInput
        aria-label={label}
        placeholder={none}
        className="w-full"
        value={value === null ? '' : exactNumber(value)}
        commit={(text) => {
          if (text.trim() === '') return value === null || onValue(null) ? null : NOT_TAKEN;
          const read = parameterValue(text.trim(), 'value', 0, []);
          if (!read.ok) return cellProblemWords(read.error);
          const { lowest, highest } = parameter;
          if (read.value < lowest || read.value > highest) return cellProblemWords({ code: 'out-of-range', lowest, highest });
          return onValue(read.value) ? null : NOT_TAKEN;
        }}
      />
      <span className="w-8 shrink-0 truncate text-xs text-ink-2">{parameter.unit}</span>
    </span>
  );
}
