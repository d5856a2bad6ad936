'use client';
import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Link } from '../primitives/link';
import { menuBox } from '../primitives/menu';
import { menuButton, type OtherRig } from './menu-button';

const item = 'flex cursor-pointer items-center rounded-sm px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-verdigris-wash';

interface Props {
  readonly others: readonly OtherRig[];
  readonly name: string;
  readonly id: string;
  readonly onRename: () => void;
  readonly onTemplate: () => void;
  readonly onMerge: () => void;
}

/** Rename, export, save as a template, and the other rigs. Opens as soon as it is there. */
export function RigMenu({ others, name, id, onRename, onTemplate, onMerge }: Props) {
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger className={menuButton}>
        <span className="truncate">{name}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={4} className={menuBox('max-h-[70vh] w-64 overflow-y-auto')}>
          <DropdownMenu.Item className={item} onSelect={onRename}>
            Rename this rig
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} asChild>
            <Link href={`/rigs/${id}/history`}>History of this rig</Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} asChild>
            <a href={`/api/rigs/${id}/export`}>Export as a file</a>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={onMerge}>
            Merge a file into this rig
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={onTemplate}>
            Save as a template to start from
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} asChild>
            <a href={`/api/rigs/${id}/files?as=set-up-mid`}>MIDI file that sets everything up</a>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} asChild>
            <a href={`/api/rigs/${id}/files?as=test-mid`}>MIDI file that plays everything once</a>
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          {others
            .filter((r) => r.id !== id)
            .slice(0, 12)
            .map((r) => (
              <DropdownMenu.Item key={r.id} className={item} asChild>
                <a href={`/rigs/${r.id}/map`}>
                  <span className="truncate">{r.name}</span>
                </a>
              </DropdownMenu.Item>
            ))}
          <DropdownMenu.Item className={item} asChild>
            <Link href="/">All rigs</Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} asChild>
            <Link href="/library">Library</Link>
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
