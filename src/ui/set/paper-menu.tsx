'use client';
// The set on paper: a list for the music stand, and cards for when something goes wrong.
import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { Rig, SetList } from '@/core/rig';
import { PdfProgress } from '../paper/pdf-button';
import { usePdf } from '../paper/use-pdf';
import { buttonLook } from '../primitives/button';
import { menuBox, menuLine } from '../primitives/menu';
import type { FoundSet } from './use-set';

interface Props {
  /** As it is played. */
  readonly rig: Rig;
  readonly list: SetList | null;
  readonly found: FoundSet;
}

export function PaperMenu({ rig, list: played, found }: Props) {
  const pdf = usePdf();
  if (pdf.progress) return <PdfProgress pdf={pdf} />;
  const { cards, state, ways } = found;
  const day = (): string => new Date().toISOString().slice(0, 10);
  const title = played?.name ?? 'set';
  const list = (songAPage: boolean): void =>
    pdf.make(`${rig.name} ${title}.pdf`, (worker, told) =>
      worker.set(rig, [...ways.values()], { songAPage, title, day: day() }, told),
    );
  const looking = state === 'looking';
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook()}>
        On paper <ChevronDown size={14} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={menuBox('min-w-52')}>
          {looking && <p className="px-3 py-1.5 text-xs text-ink-2">Can be printed once the ways are found.</p>}
          <DropdownMenu.Item className={menuLine} disabled={looking || rig.songs.length === 0} onSelect={() => list(false)}>
            Set list
          </DropdownMenu.Item>
          <DropdownMenu.Item className={menuLine} disabled={looking || rig.songs.length === 0} onSelect={() => list(true)}>
            Set list, a page for each song
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={menuLine}
            disabled={!cards || cards.length === 0}
            onSelect={() =>
              pdf.make(`${rig.name} recovery cards.pdf`, (worker, told) => worker.cards(rig, cards ?? [], day(), told))
            }
          >
            Recovery cards (A6)
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
