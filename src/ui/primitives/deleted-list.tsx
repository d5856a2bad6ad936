'use client';
// What was deleted, folded away, each with a way back.
import { Button } from './button';

export function DeletedList({
  what,
  rows,
  onBack,
}: {
  /** What such rows are called, for one and for several. */
  readonly what: readonly [one: string, several: string];
  readonly rows: readonly { readonly id: string; readonly name: string }[];
  readonly onBack: (id: string) => void;
}) {
  if (rows.length === 0) return null;
  return (
    <details className="text-ink-2">
      <summary className="py-1">
        {rows.length} deleted {rows.length === 1 ? what[0] : what[1]}
      </summary>
      <ul className="mt-1 flex flex-col gap-1">
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-3">
            <span className="min-w-0 truncate">{row.name}</span>
            <Button size="small" onClick={() => onBack(row.id)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
