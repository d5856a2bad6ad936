'use client';
import { DropdownMenu } from 'radix-ui';
import { menuBox } from '../primitives/menu';
import { type ColumnId, columns, columnsButton, FIXED, type Shown } from './list-columns';

/** Chooses the columns. Opens as soon as it is there. */
export function ColumnsMenu({ shown, onShow }: { readonly shown: Shown; readonly onShow: (id: ColumnId, on: boolean) => void }) {
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger className={columnsButton}>Columns</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={menuBox('w-40')}>
          {columns
            .filter((c) => c.id !== FIXED)
            .map((c) => (
              <DropdownMenu.CheckboxItem
                key={c.id}
                checked={shown.has(c.id)}
                onSelect={(e) => e.preventDefault()}
                onCheckedChange={(on) => onShow(c.id, on)}
                className="flex cursor-pointer items-center gap-2 rounded-sm px-2 py-1 text-sm outline-none data-[highlighted]:bg-verdigris-wash"
              >
                <span className="w-4 text-verdigris">
                  <DropdownMenu.ItemIndicator>✓</DropdownMenu.ItemIndicator>
                </span>
                {c.id === 'channel' ? 'Channel' : c.name}
              </DropdownMenu.CheckboxItem>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
