'use client';
import { Copy, MoreHorizontal, Pencil, Trash2, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import { type ReactNode, useState, useTransition } from 'react';
import { counted } from '@/core/base';
import { createRig, duplicateRig, giveRigName, type ListedRig } from '@/server/actions/rigs';
import { useDeleting } from '../entries/use-deleting';
import { OuterHead } from '../frame/outer-head';
import { ImportButton } from '../import/import-button';
import { ImportProblems, type Problem } from '../import/import-dialog';
import { Button } from '../primitives/button';
import { DeletedList } from '../primitives/deleted-list';
import { Link } from '../primitives/link';
import { SeverityMark } from '../primitives/marks';
import { menuBox } from '../primitives/menu';
import { NameDialog } from '../primitives/name-dialog';
import { toast } from '../primitives/toast';
import { AllData } from './all-data';
import { useWaiting, WaitingMark } from './waiting-mark';

/** All rigs with their state; make, copy, rename, delete, import. */
export function RigsScreen({
  rigs,
  fault,
}: {
  readonly rigs: readonly ListedRig[];
  /** Why nothing can be kept just now, in words; null where all is well. */
  readonly fault: string | null;
}) {
  const router = useRouter();
  const [, start] = useTransition();
  const [asking, setAsking] = useState<{ readonly for: 'new' } | { readonly for: 'rename'; readonly rig: ListedRig } | null>(
    null,
  );
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const live = rigs.filter((r) => !r.deleted);
  const gone = rigs.filter((r) => r.deleted);

  const waiting = useWaiting();
  const { remove, bringBack, finish } = useDeleting();
  const copy = (rig: ListedRig): void =>
    start(async () => {
      const made = await duplicateRig(rig.id);
      if (!made.ok) toast.error('Nothing was copied.', { description: made.message });
      router.refresh();
    });

  return (
    <div className="min-h-dvh">
      <OuterHead here="rigs" />
      <main className="mx-auto flex max-w-[980px] flex-col gap-5 px-6 py-8">
        <RigsHead setAsking={setAsking} setProblems={setProblems} />
        {fault !== null && (
          <p role="alert" className="rounded-sm border border-stop bg-stop-wash px-3 py-2">
            {fault} Reading, exporting and backing up work meanwhile.
          </p>
        )}
        {problems.length > 0 && <ImportProblems problems={problems} onClose={() => setProblems([])} />}
        {live.length === 0 ? (
          <NoRig />
        ) : (
          <ul className="overflow-hidden rounded-md border bg-sheet">
            {live.map((rig) => (
              <RigRow
                key={rig.id}
                rig={rig}
                waiting={waiting.get(rig.id) ?? 0}
                onCopy={() => copy(rig)}
                onRename={() => setAsking({ for: 'rename', rig })}
                onDelete={() => remove(rig)}
              />
            ))}
          </ul>
        )}
        <DeletedList what={['rig', 'rigs']} rows={gone} onBack={bringBack} onFinish={finish} />
        <AllData />
      </main>
      <NameDialog
        key={asking === null ? 'closed' : asking.for === 'new' ? 'new' : asking.rig.id}
        open={asking !== null}
        title={asking?.for === 'rename' ? 'Rename this rig' : 'New rig'}
        hint="For instance the show, or the band and the year."
        button={asking?.for === 'rename' ? 'Rename' : 'Make it'}
        initial={asking?.for === 'rename' ? asking.rig.name : ''}
        onClose={() => setAsking(null)}
        onName={async (name) => {
          const made = asking?.for === 'rename' ? await giveRigName(asking.rig.id, name) : await createRig(name);
          if (!made.ok) return made.message;
          if (asking?.for === 'new') router.push(`/rigs/${made.id}/gear`);
          else router.refresh();
          setAsking(null);
          return null;
        }}
      />
    </div>
  );
}

function RigsHead({
  setAsking,
  setProblems,
}: {
  readonly setAsking: (to: { readonly for: 'new' }) => void;
  readonly setProblems: (to: readonly Problem[]) => void;
}) {
  return (
    <div className="flex items-center gap-2">
      <h1 className="flex-1 text-xl font-semibold">Rigs</h1>
      <ImportButton label="Import a file" onProblems={setProblems} />
      <Button tone="primary" onClick={() => setAsking({ for: 'new' })}>
        New rig
      </Button>
    </div>
  );
}

function NoRig() {
  return (
    <div className="rounded-md border bg-sheet px-6 py-10 text-center">
      <p className="text-base font-semibold">No rig yet.</p>
      <p className="mt-1 text-ink-2">
        A rig is one set-up: the controllers under hands and feet, and the software that they move. Make one, or import a file.
      </p>
    </div>
  );
}

function RigRow({
  rig,
  waiting,
  onCopy,
  onRename,
  onDelete,
}: {
  readonly rig: ListedRig;
  /** Edits of it that wait on this device. */
  readonly waiting: number;
  readonly onCopy: () => void;
  readonly onRename: () => void;
  readonly onDelete: () => void;
}) {
  const { summary } = rig;
  if (!rig.readable) return <UnreadableRow rig={rig} onDelete={onDelete} />;
  const share = summary.parameters === 0 ? 0 : summary.mapped / summary.parameters;
  return (
    <li className="relative grid grid-cols-[1fr_170px_110px_110px_150px_36px] items-center gap-4 max-[900px]:grid-cols-[1fr_130px_100px_80px_36px] border-b px-4 py-3 last:border-b-0 hover:bg-film/60">
      <div className="min-w-0">
        <Link
          href={`/rigs/${rig.id}/map`}
          className="block truncate text-base font-semibold after:absolute after:inset-0 after:content-['']"
        >
          {rig.name}
        </Link>
        <p className="text-xs text-ink-2">
          {counted(summary.controllers, 'controller')}, {counted(summary.targets, 'target')}
        </p>
        <WaitingMark edits={waiting} />
      </div>
      <div className="text-xs text-ink-2">
        {summary.parameters === 0 ? (
          'nothing to map yet'
        ) : (
          <>
            <span className="mb-1 block h-1.5 rounded-full bg-rule">
              <span className="block h-full rounded-full bg-verdigris" style={{ width: `${Math.round(share * 100)}%` }} />
            </span>
            {summary.mapped} of {summary.parameters} mapped
          </>
        )}
      </div>
      <p className="flex items-center gap-1.5 text-xs">
        {summary.clashes > 0 ? (
          <>
            <SeverityMark severity="stop" /> <span className="font-medium text-stop">{summary.clashes} in a clash</span>
          </>
        ) : (
          <span className="text-ink-2">{summary.mapped > 0 ? 'no clash' : ''}</span>
        )}
      </p>
      <p className="text-xs text-ink-2">
        {summary.toEnter > 0 ? `${summary.toEnter} to enter` : summary.mapped > 0 ? 'all entered' : ''}
      </p>
      <p className="text-xs text-ink-2 max-[900px]:hidden" suppressHydrationWarning>
        {new Date(rig.changedAt).toLocaleString('en-GB', {
          day: 'numeric',
          month: 'short',
          year: 'numeric',
          hour: '2-digit',
          minute: '2-digit',
        })}
      </p>
      <RigMenu rig={rig} onCopy={onCopy} onRename={onRename} onDelete={onDelete} />
    </li>
  );
}

function RigMenu({
  rig,
  onCopy,
  onRename,
  onDelete,
}: {
  readonly rig: ListedRig;
  readonly onCopy: () => void;
  readonly onRename: () => void;
  readonly onDelete: () => void;
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        <Button tone="quiet" size="icon" className="relative z-10" aria-label={`More for ${rig.name}`}>
          <MoreHorizontal size={17} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={menuBox('w-44')}>
          <MenuItem onSelect={onRename}>
            <Pencil size={14} aria-hidden /> Rename
          </MenuItem>
          <MenuItem onSelect={onCopy}>
            <Copy size={14} aria-hidden /> Duplicate
          </MenuItem>
          <DropdownMenu.Item
            asChild
            className="flex cursor-pointer items-center gap-2 rounded-sm px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-verdigris-wash"
          >
            <a href={`/api/rigs/${rig.id}/export`}>
              <Upload size={14} aria-hidden className="rotate-180" /> Export as a file
            </a>
          </DropdownMenu.Item>
          <MenuItem onSelect={onDelete}>
            <Trash2 size={14} aria-hidden /> Delete
          </MenuItem>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** A rig with a row that cannot be read: it is listed, and the others are as well. */
function UnreadableRow({ rig, onDelete }: { readonly rig: ListedRig; readonly onDelete: () => void }) {
  return (
    <li className="flex items-center gap-4 border-b px-4 py-3 last:border-b-0">
      <div className="min-w-0 flex-1">
        <p className="truncate text-base font-semibold">{rig.name}</p>
        <p className="text-xs text-stop">Something in it cannot be read, so it cannot be opened. Restore a backup from before.</p>
      </div>
      <Button onClick={onDelete}>Delete</Button>
    </li>
  );
}

function MenuItem({ onSelect, children }: { readonly onSelect: () => void; readonly children: ReactNode }) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      className="flex cursor-pointer items-center gap-2 rounded-sm px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-verdigris-wash"
    >
      {children}
    </DropdownMenu.Item>
  );
}
