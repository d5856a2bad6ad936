'use client';
import type { Edit } from '@/core/rig';
import { Button } from '../primitives/button';
import { useRig } from '../store/provider';
import { keyAt } from './use-set';

/** What a change is called, what it brings in sentences, and the change. */
export interface Offer {
  readonly head: string;
  readonly lines: readonly string[];
  readonly edit: Edit;
}

export function OfferList({ offers }: { readonly offers: readonly Offer[] }) {
  const edit = useRig((s) => s.edit);
  return (
    <ul className="space-y-2">
      {offers.map(({ head, lines, edit: change }) => (
        <li key={head} className="rounded-sm border p-2.5">
          <p className="flex items-start gap-2 font-semibold">
            <span className="min-w-0 flex-1">{head}</span>
            <Button size="small" aria-label={`Take it: ${head}`} onClick={() => void edit(change)}>
              Take it
            </Button>
          </p>
          {lines.map((line, i) => (
            <p key={keyAt(line, i)} className="pt-0.5 text-ink-2">
              {line}
            </p>
          ))}
        </li>
      ))}
    </ul>
  );
}
