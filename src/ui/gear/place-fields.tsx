'use client';
import type { Arrival, Controller } from '@/core/rig';
// A bank and a page of a controller, as far as it has any.
import { Choice } from '../primitives/choice';

type At = Pick<Arrival, 'bank' | 'page'>;

export function PlaceFields({
  controller,
  place,
  onPlace,
}: {
  readonly controller: Controller;
  readonly place: At;
  readonly onPlace: (at: Partial<At>) => unknown;
}) {
  const { banks, pages } = controller.firmware;
  const upTo = (n: number, now: number | null): readonly number[] =>
    [...new Set([...Array.from({ length: n }, (_, i) => i + 1), ...(now === null ? [] : [now])])].sort((a, b) => a - b);
  const read = (value: string): number | null => (value === 'every' ? null : Number(value));
  return (
    <>
      {(banks > 1 || place.bank !== null) && (
        <Choice
          label="Bank"
          value={place.bank === null ? 'every' : String(place.bank)}
          options={[
            ['every', 'every bank'],
            ...upTo(banks, place.bank).map((b): [string, string] => [String(b), controller.bankNames[b - 1] || `bank ${b}`]),
          ]}
          onChange={(v) => onPlace({ bank: read(v) })}
        />
      )}
      {(pages > 1 || place.page !== null) && (
        <Choice
          label="Page"
          value={place.page === null ? 'every' : String(place.page)}
          options={[['every', 'every page'], ...upTo(pages, place.page).map((p): [string, string] => [String(p), `page ${p}`])]}
          onChange={(v) => onPlace({ page: read(v) })}
        />
      )}
    </>
  );
}
