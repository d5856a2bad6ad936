'use client';
// Saving a controller or target in an open form.
import { Download } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { RigForm } from '@/core/formats';
import { Button } from '../primitives/button';
import { menuBox } from '../primitives/menu';

const forms: Readonly<Record<'controller' | 'target', ReadonlyArray<readonly [RigForm, string]>>> = {
  controller: [
    ['template', 'Controller template (JSON)'],
    ['programmed-csv', 'What it sends (CSV)'],
    ['programmed-tsv', 'What it sends (TSV)'],
  ],
  target: [
    ['profile', 'Target profile (JSON)'],
    ['parameters-csv', 'Parameters (CSV)'],
    ['parameters-tsv', 'Parameters (TSV)'],
    ['midnam', 'Names of controls and notes (.midnam)'],
    ['controller-list', 'Controller list (JSON)'],
  ],
};

export function SaveAs({
  rigId,
  unit,
  what,
}: {
  readonly rigId: string;
  readonly unit: string;
  readonly what: 'controller' | 'target';
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        <Button>
          <Download size={15} aria-hidden /> Save as…
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={menuBox('w-72')}>
          {forms[what].map(([form, words]) => (
            <DropdownMenu.Item
              key={form}
              asChild
              className="flex cursor-pointer items-center rounded-sm px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-verdigris-wash"
            >
              <a href={`/api/rigs/${rigId}/files?as=${form}&unit=${unit}`}>{words}</a>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
