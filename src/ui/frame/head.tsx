'use client';
import { ChevronDown, Search } from 'lucide-react';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import type { Rig } from '@/core/rig';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import { isJudged } from '../store/rig-store';
import { checksTold, type Figures, figuresOf, numbersTold, sheetTold } from './figures';
import { Mark } from './mark';
import { menuButton, type OtherRig } from './menu-button';
import { type Opened, useRigCommands } from './rig-commands';
import { UndoButtons } from './undo-buttons';

const RigMenu = dynamic(() => import('./rig-menu').then((m) => m.RigMenu), {
  ssr: false,
  loading: () => <span className={menuButton} />,
});
const Palette = dynamic(() => import('./palette').then((m) => m.Palette), { ssr: false });
const KeysDialog = dynamic(() => import('./keys-dialog').then((m) => m.KeysDialog), { ssr: false });
const MergeDialog = dynamic(() => import('../import/merge-dialog').then((m) => m.MergeDialog), { ssr: false });
const TemplateDialog = dynamic(() => import('./template-dialog').then((m) => m.TemplateDialog), { ssr: false });
const RenameDialog = dynamic(() => import('./rename-dialog').then((m) => m.RenameDialog), { ssr: false });

/** The head of an open rig: which rig, the route through the work with its figures, undo, redo, commands. */
export function Head({ others }: { readonly others: readonly OtherRig[] }) {
  const index = useRig((s) => s.index);
  const findings = useRig((s) => s.findings);
  // The menu of rigs comes when it is first opened, not with the first view; it stays then, and takes the focus back as it closes.
  const [menu, setMenu] = useState(false);
  const [open, setOpen] = useState<Opened>('none');
  const judged = useRig(isJudged);
  const toEnter = useRig((s) => s.toEnter);
  const figures = useMemo(() => figuresOf(index, { findings, judged, toEnter }), [index, findings, judged, toEnter]);
  const { rig } = index;
  const home = `/rigs/${rig.id}`;

  useRigCommands(setOpen);

  return (
    <header className="no-print flex h-12 shrink-0 items-stretch gap-3 border-b bg-sheet px-3 max-[960px]:gap-1.5 max-[960px]:px-2 max-[720px]:h-auto max-[720px]:flex-wrap max-[720px]:items-center max-[720px]:pt-2">
      <Link href="/" className="flex items-center gap-2 pr-1 font-bold" aria-label="Keen Dial, all rigs">
        <Mark />
        <span className="max-[1100px]:sr-only">Keen Dial</span>
      </Link>
      <div className="my-3 w-px bg-rule" />
      {menu ? (
        <RigMenu
          others={others}
          name={rig.name}
          id={rig.id}
          onRename={() => setOpen('rename')}
          onTemplate={() => setOpen('template')}
          onMerge={() => setOpen('merge')}
        />
      ) : (
        <button type="button" aria-haspopup="menu" onClick={() => setMenu(true)} className={menuButton}>
          <span className="truncate">{rig.name}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </button>
      )}
      <WorkSteps figures={figures} rig={rig} home={home} />
      <div className="flex items-center gap-1.5 max-[720px]:ml-auto">
        <UndoButtons />
        <Button className="font-mono text-xs" onClick={() => setOpen('palette')} aria-label="All commands, Control K">
          <span className="max-[900px]:hidden">Ctrl K</span>
          <Search size={15} aria-hidden className="hidden max-[900px]:block" />
        </Button>
      </div>
      {open === 'palette' && (
        <Palette onOpenChange={(on) => setOpen((now) => (on ? 'palette' : now === 'palette' ? 'none' : now))} />
      )}
      {open === 'keys' && <KeysDialog open onOpenChange={(on) => setOpen(on ? 'keys' : 'none')} />}
      {open === 'merge' && <MergeDialog onClose={() => setOpen('none')} />}
      {open === 'template' && <TemplateDialog onClose={() => setOpen('none')} />}
      {open === 'rename' && <RenameDialog open onOpenChange={(on) => setOpen(on ? 'rename' : 'none')} />}
    </header>
  );
}

/** The steps of the work, each with a figure of where it stands. */
function WorkSteps({ figures, rig, home }: { readonly figures: Figures; readonly rig: Rig; readonly home: string }) {
  return (
    <nav
      aria-label="The work"
      className="flex min-w-0 flex-1 items-stretch justify-center gap-1 max-[960px]:gap-0 max-[720px]:order-last max-[720px]:h-12 max-[720px]:basis-full max-[720px]:justify-start max-[720px]:overflow-x-auto"
    >
      <Step
        href={`${home}/gear`}
        name="Gear"
        figure={`${figures.controllers} + ${figures.targets}`}
        spoken={`${counted(figures.controllers, 'controller')} and ${counted(figures.targets, 'target')}`}
      />
      <Step
        href={`${home}/map`}
        name="Map"
        figure={`${figures.mapped} of ${figures.parameters}`}
        spoken={`${figures.mapped} of ${figures.parameters} parameters mapped`}
      />
      <Step href={`${home}/numbers`} name="Numbers" {...numbersTold(figures)} />
      <Step
        href={`${home}/bench`}
        name="Bench"
        figure={figures.scripts === 0 ? 'play it' : counted(figures.scripts, 'script')}
        spoken={`play the rig, ${counted(figures.scripts, 'script')} kept`}
      />
      <Step href={`${home}/checks`} name="Checks" {...checksTold(figures)} />
      <Step href={`${home}/sheet`} name="Sheet" {...sheetTold(figures)} />
      <Step
        href={`${home}/proof`}
        name="Proof"
        figure={
          figures.toProve === 0
            ? 'empty'
            : figures.proved === figures.toProve
              ? 'all proved'
              : `${figures.proved} of ${figures.toProve}`
        }
        spoken={`${figures.proved} of ${figures.toProve} functions proved`}
      />
      <Step
        href={`${home}/set`}
        name="Set"
        figure={rig.songs.length === 0 ? 'no songs' : counted(rig.songs.length, 'song')}
        spoken={rig.songs.length === 0 ? 'no songs yet' : counted(rig.songs.length, 'song')}
      />
    </nav>
  );
}

function Step({
  href,
  name,
  figure,
  spoken,
  tone = 'plain',
}: {
  readonly tone?: 'plain' | 'stop' | 'caution';
  readonly href: string;
  readonly name: string;
  readonly figure: string;
  readonly spoken: string;
}) {
  const path = usePathname();
  const here = path === href || path.startsWith(`${href}/`);
  return (
    <Link
      href={href}
      aria-current={here ? 'page' : undefined}
      aria-label={`${name}: ${spoken}`}
      className={cx(
        'flex min-w-[68px] flex-col justify-center border-b-[3px] border-transparent px-2.5 pt-[3px] leading-tight hover:bg-film max-[960px]:min-w-0 max-[960px]:px-1.5',
        here && 'border-verdigris',
      )}
    >
      <span className={cx('text-sm', here && 'font-semibold')}>{name}</span>
      <span
        className={cx(
          'text-xs whitespace-nowrap',
          // Thousands of thousands would stand over their neighbours.
          figure.length > 11 && 'max-[960px]:max-w-16 max-[960px]:truncate',
          tone === 'stop'
            ? 'font-medium text-stop'
            : tone === 'caution'
              ? 'font-medium text-caution'
              : here
                ? 'text-ink'
                : 'text-ink-2',
        )}
      >
        {figure}
      </span>
    </Link>
  );
}
