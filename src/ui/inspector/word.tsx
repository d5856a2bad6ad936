'use client';
// The words of the sentence that are fields.
import type { ComponentProps, ReactNode } from 'react';
import type * as z from 'zod';
import { showSevenBit } from '@/core/values';
import { cx } from '../primitives/cx';
import { CommitInput, NOT_TAKEN } from '../primitives/field';
import { limitWords } from '../primitives/number-field';
import { parseDecimal, parseValue } from '../primitives/numbers';

const chip = 'h-7 max-w-full rounded-sm border border-control-edge bg-sheet px-1.5 text-[13.5px] font-medium text-ink';

export function WordSelect({ className, children, ...rest }: ComponentProps<'select'>) {
  return (
    <select className={cx(chip, 'field-sizing-content pr-0.5', className)} {...rest}>
      {children}
    </select>
  );
}

interface WordInputProps {
  readonly label: string;
  readonly value: string;
  readonly commit: (text: string) => string | null;
  readonly title?: string;
  readonly width?: string;
}

export function WordInput({ label, value, commit, title, width = 'w-14' }: WordInputProps) {
  return (
    <CommitInput
      aria-label={label}
      value={value}
      commit={commit}
      className={cx(chip, 'text-center font-mono', width)}
      {...(title === undefined ? {} : { title })}
    />
  );
}

/** A number of the sentence, with the limits that its schema has. */
export function NumberWord({
  label,
  value,
  schema,
  unit,
  width,
  onValue,
}: {
  readonly label: string;
  readonly value: number;
  readonly schema: z.ZodType<number>;
  readonly unit?: string;
  readonly width?: string;
  readonly onValue: (value: number) => boolean;
}) {
  return (
    <WordInput
      label={label}
      value={String(value)}
      {...(width === undefined ? {} : { width })}
      commit={(text) => {
        const parsed = schema.safeParse(parseDecimal(text));
        if (!parsed.success) return limitWords(schema, unit);
        return onValue(parsed.data) ? null : NOT_TAKEN;
      }}
    />
  );
}

/** A message value 0–127, or 0–16383; takes 89, 70 % or 59h and shows all three on hover. */
export function MessageValue({
  label,
  max,
  value,
  onValue,
}: {
  readonly label: string;
  readonly max: 127 | 16383;
  readonly value: number;
  readonly onValue: (value: number) => void;
}) {
  return (
    <WordInput
      label={label}
      value={String(value)}
      width={max === 127 ? 'w-12' : 'w-16'}
      title={max === 127 ? showSevenBit(value) : `${value} · ${Math.round((value / max) * 100)} %`}
      commit={(text) => {
        const next = parseValue(text, max);
        if (next === null) return `Enter 0 to ${max}, a percentage, or hexadecimal such as 59h.`;
        onValue(next);
        return null;
      }}
    />
  );
}

export const Line = ({ children }: { readonly children: ReactNode }) => (
  <p className="flex flex-wrap items-center gap-x-1.5 gap-y-1.5 text-[15px] leading-7">{children}</p>
);

/** The end of a sentence: what stands in it stays on one line with its full stop. */
export const Tail = ({ children, after }: { readonly children?: ReactNode; readonly after?: ReactNode }) => (
  <span className="inline-flex max-w-full items-center gap-x-1.5 whitespace-nowrap">
    {children}
    <Stop />
    {after}
  </span>
);

/** A full stop or comma that stands close to the word before it. */
export const Stop = ({ children = '.' }: { readonly children?: string }) => <span className="-ml-1">{children}</span>;
