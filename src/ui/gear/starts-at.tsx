'use client';

import * as z from 'zod';
import type { Firmware } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { NumberField } from '../primitives/number-field';

/** Where it stands after switching on. */
export function StartsAt({
  firmware,
  tune,
}: {
  readonly firmware: Firmware;
  readonly tune: (changes: Partial<Firmware>) => boolean;
}) {
  const { startsAt = { type: 'first' }, banks, pages } = firmware;
  const stated = (bank: number, page: number): boolean => tune({ startsAt: { type: 'stated', bank, page } });
  return (
    <>
      <Choice
        label="After switching on it stands"
        fact="startsAt"
        value={startsAt.type}
        options={[
          ['first', 'in its first bank'],
          ['last', 'where it was switched off'],
          ['stated', 'in a bank of its own'],
        ]}
        onChange={(type) => (type === 'stated' ? stated(1, 1) : tune({ startsAt: { type } }))}
      />
      {startsAt.type === 'stated' && (
        <NumberField
          label="It starts in bank"
          value={startsAt.bank}
          schema={z.number().int().min(1).max(banks)}
          onValue={(bank) => stated(bank, startsAt.page)}
        />
      )}
      {startsAt.type === 'stated' && pages > 1 && (
        <NumberField
          label="On page"
          value={startsAt.page}
          schema={z.number().int().min(1).max(pages)}
          onValue={(page) => stated(startsAt.bank, page)}
        />
      )}
    </>
  );
}
