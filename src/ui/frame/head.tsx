'use client';
import { ChevronDown, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { DropdownMenu, Tooltip } from 'radix-ui';
import { type ReactNode, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { SeverityMark } from '../primitives/marks';
import { useRig, useRigStore } from '../store/provider';
import { figuresOf } from './figures';
import { KeysDialog } from './keys-dialog';
import { Mark } from './mark';
import { Palette } from './palette';
import { RenameDialog } from './rename-dialog';

export interface OtherRig {
  readonly id: string;
  readonly name: string;
}

/** The head of an open rig: which rig, the route through the work with its figures, undo, redo, commands. */
export function Head({ others }: { readonly others: readonly OtherRig[] }) {
  const store = useRigStore();
  const index = useRig((s) => s.index);
  const findings = useRig((s) => s.findings);
  const undoLabel = useRig((s) => s.undoLabel);
  const redoLabel = useRig((s) => s.redoLabel);
  const saving = useRig((s) => s.saving);
  const [open, setOpen] = useState<'none' | 'palette' | 'keys' | 'rename'>('none');
  const figures = useMemo(() => figuresOf(index, findings), [index, findings]);
  const { rig } = index;
  const home = `/rigs/${rig.id}`;

  useHotkeys('mod+z', () => void store.getState().undo(), { preventDefault: true });
  useHotkeys(['mod+shift+z', 'mod+y'], () => void store.getState().redo(), { preventDefault: true });
  useHotkeys('mod+k', () => setOpen('palette'), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('shift+slash', () => setOpen('keys'), { preventDefault: true });
  useHotkeys('?', () => setOpen('keys'), { useKey: true, preventDefault: true });

  return (
    <header className="no-print flex h-12 shrink-0 items-stretch gap-3 border-b bg-sheet px-3">
      <Link href="/" className="flex items-center gap-2 pr-1 font-bold" aria-label="Keen Dial, all rigs">
        <Mark />
        <span className="max-[1100px]:sr-only">Keen Dial</span>
      </Link>
      <div className="my-3 w-px bg-rule" />
      <RigMenu others={others} name={rig.name} id={rig.id} onRename={() => setOpen('rename')} />
      <nav aria-label="The work" className="flex flex-1 items-stretch justify-center gap-1">
        <Step
          href={`${home}/gear`}
          name="Gear"
          figure={`${figures.controllers} + ${figures.targets}`}
          spoken={`${figures.controllers} controllers and ${figures.targets} targets`}
        />
        <Step
          href={`${home}/map`}
          name="Map"
          figure={`${figures.mapped} of ${figures.parameters}`}
          spoken={`${figures.mapped} of ${figures.parameters} parameters mapped`}
        />
        <Step
          href={`${home}/sheet`}
          name="Sheet"
          figure={figures.toEnter === 0 ? 'all entered' : `${figures.toEnter} to enter`}
          spoken={`${figures.toEnter} lines to enter`}
        />
        {(figures.stops > 0 || figures.cautions > 0) && (
          <Link
            href={`${home}/map?show=findings`}
            className="my-1.5 flex items-center gap-2 self-center rounded-sm px-2 py-1 text-xs font-medium hover:bg-film"
            aria-label={`${figures.stops} must fix, ${figures.cautions} look at: show them`}
          >
            {figures.stops > 0 && (
              <span className="flex items-center gap-1 text-stop">
                <SeverityMark severity="stop" /> {figures.stops}
              </span>
            )}
            {figures.cautions > 0 && (
              <span className="flex items-center gap-1 text-caution">
                <SeverityMark severity="caution" /> {figures.cautions}
              </span>
            )}
          </Link>
        )}
      </nav>
      <div className="flex items-center gap-1.5">
        <span
          role="status"
          className={cx('w-[88px] text-right text-xs', saving === 'offline' ? 'font-medium text-stop' : 'text-ink-3')}
        >
          {saving === 'offline' ? 'not saved yet' : saving === 'saving' ? 'saving' : 'saved'}
        </span>
        <Hint text={undoLabel === null ? 'Nothing to undo' : `Undo: ${undoLabel}`}>
          <Button
            size="icon"
            aria-label={undoLabel === null ? 'Undo' : `Undo: ${undoLabel}`}
            disabled={undoLabel === null}
            onClick={() => void store.getState().undo()}
          >
            <Undo2 size={16} aria-hidden />
          </Button>
        </Hint>
        <Hint text={redoLabel === null ? 'Nothing to redo' : `Redo: ${redoLabel}`}>
          <Button
            size="icon"
            aria-label={redoLabel === null ? 'Redo' : `Redo: ${redoLabel}`}
            disabled={redoLabel === null}
            onClick={() => void store.getState().redo()}
          >
            <Redo2 size={16} aria-hidden />
          </Button>
        </Hint>
        <Button className="font-mono text-xs" onClick={() => setOpen('palette')} aria-label="All commands, Control K">
          Ctrl K
        </Button>
      </div>
      <Palette
        open={open === 'palette'}
        onOpenChange={(on) => setOpen(on ? 'palette' : 'none')}
        onKeys={() => setOpen('keys')}
        onRename={() => setOpen('rename')}
      />
      <KeysDialog open={open === 'keys'} onOpenChange={(on) => setOpen(on ? 'keys' : 'none')} />
      <RenameDialog open={open === 'rename'} onOpenChange={(on) => setOpen(on ? 'rename' : 'none')} />
    </header>
  );
}

function Step({
  href,
  name,
  figure,
  spoken,
}: {
  readonly href: string;
  readonly name: string;
  readonly figure: string;
  readonly spoken: string;
}) {
  const here = usePathname() === href;
  return (
    <Link
      href={href}
      aria-current={here ? 'page' : undefined}
      aria-label={`${name}: ${spoken}`}
      className={cx(
        'flex min-w-[76px] flex-col justify-center border-b-[3px] border-transparent px-3 pt-[3px] leading-tight hover:bg-film',
        here && 'border-verdigris',
      )}
    >
      <span className={cx('text-sm', here && 'font-semibold')}>{name}</span>
      <span className={cx('text-xs', here ? 'text-ink' : 'text-ink-2')}>{figure}</span>
    </Link>
  );
}

function Hint({ text, children }: { readonly text: string; readonly children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <span>{children}</span>
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content sideOffset={6} className="z-50 max-w-72 rounded-sm bg-ink px-2 py-1 text-xs text-film">
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

const item = 'flex cursor-pointer items-center rounded-sm px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-verdigris-wash';

function RigMenu({
  others,
  name,
  id,
  onRename,
}: {
  readonly others: readonly OtherRig[];
  readonly name: string;
  readonly id: string;
  readonly onRename: () => void;
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="my-1.5 flex max-w-[210px] min-w-0 items-center gap-1 rounded-sm px-2 text-ink-2 hover:bg-film hover:text-ink">
        <span className="truncate">{name}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-[70vh] w-64 overflow-y-auto rounded-md border border-control-edge bg-sheet p-1 shadow-lg"
        >
          <DropdownMenu.Item className={item} onSelect={onRename}>
            Rename this rig
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} asChild>
            <a href={`/api/rigs/${id}/export`}>Export as a file</a>
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
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
