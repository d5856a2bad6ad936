'use client';
// Lists of ticks, and what most players do not touch, folded away.
import type { ReactNode } from 'react';
import { AssumedMark } from '../primitives/assumed';
import { Switch } from '../primitives/switch';

export function Ticks<T extends string>({
  label,
  fact,
  all,
  chosen,
  words,
  onChange,
}: {
  readonly label: string;
  readonly fact: string;
  readonly all: readonly T[];
  readonly chosen: readonly T[];
  readonly words: (value: T) => string;
  readonly onChange: (next: T[]) => void;
}) {
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="pb-1 text-xs font-medium text-ink-2">
        {label} <AssumedMark fact={fact} />
      </legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1.5">
        {all.map((value) => (
          <Switch
            key={value}
            label={words(value)}
            on={chosen.includes(value)}
            onChange={(on) => onChange(all.filter((v) => (v === value ? on : chosen.includes(v))))}
          />
        ))}
      </div>
    </fieldset>
  );
}

export function More({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <details className="rounded-md border bg-sheet px-4 py-2">
      <summary className="font-semibold">{title}</summary>
      <div className="flex flex-col gap-4 pt-3 pb-2">{children}</div>
    </details>
  );
}
