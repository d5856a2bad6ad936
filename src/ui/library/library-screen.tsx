'use client';
// The library: controllers, targets and whole rigs to start from. What ships is read-only and is copied to be changed.
import { MoreHorizontal } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { DropdownMenu } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { controllerTemplates, targetProfiles } from '@/core/library';
import type { Panel } from '@/core/rig';
import { addEntry, type ListedEntry, startFrom } from '@/server/actions/library';
import { useDeleting } from '../entries/use-deleting';
import { MiniPanel } from '../faceplate/mini-panel';
import { OuterHead } from '../frame/outer-head';
import { ImportButton } from '../import/import-button';
import { ImportProblems, type Problem } from '../import/import-dialog';
import { Button, buttonLook } from '../primitives/button';
import { cx } from '../primitives/cx';
import { DeletedList } from '../primitives/deleted-list';
import { TextInput } from '../primitives/field';
import { Link } from '../primitives/link';
import { menuBox } from '../primitives/menu';
import { NameDialog } from '../primitives/name-dialog';

type Kind = ListedEntry['kind'];

const kinds: ReadonlyArray<readonly [Kind, string, string]> = [
  ['controller-template', 'Controllers', 'What has knobs, switches and pedals: its panel, and how its firmware behaves.'],
  ['target-profile', 'Targets', 'What is moved: its parameters, and how it listens.'],
  ['rig-template', 'Rigs', 'A whole rig to begin the next one from. Save one from the menu under a rig’s name.'],
];

interface Line {
  readonly id: string;
  readonly kind: Kind;
  readonly name: string;
  readonly summary: string;
  readonly panel: Panel | null;
  /** Null for what ships. */
  readonly entry: ListedEntry | null;
}

const shipped: readonly Line[] = [
  ...controllerTemplates.map((t): Line => ({ ...t, kind: 'controller-template', entry: null })),
  ...targetProfiles.map((p): Line => ({ ...p, kind: 'target-profile', panel: null, entry: null })),
];

type Asking =
  | { readonly for: 'copy'; readonly line: Line }
  | { readonly for: 'new'; readonly kind: 'controller-template' | 'target-profile' }
  | { readonly for: 'start'; readonly line: Line };

export function LibraryScreen({ entries }: { readonly entries: readonly ListedEntry[] }) {
  const router = useRouter();
  const [asking, setAsking] = useState<Asking | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [query, setQuery] = useQueryStates(
    { find: parseAsString.withDefault(''), kind: parseAsStringLiteral(kinds.map(([k]) => k)) },
    { history: 'replace' },
  );
  const own = entries.filter((e) => !e.deleted).map((entry): Line => ({ ...entry, entry }));
  const gone = entries.filter((e) => e.deleted);
  const find = query.find.trim().toLowerCase();
  const shown = [...own, ...shipped].filter(
    (l) => (query.kind === null || l.kind === query.kind) && `${l.name} ${l.summary}`.toLowerCase().includes(find),
  );
  const { remove, bringBack, finish } = useDeleting('Rigs keep their own copies.');
  const named = async (name: string): Promise<string | null> => {
    if (!asking) return null;
    if (asking.for === 'start') {
      const made = await startFrom({ entryId: asking.line.id, name });
      if (!made.ok) return made.message;
      router.push(`/rigs/${made.id}/map`);
      return null;
    }
    const source =
      asking.for === 'new'
        ? { type: 'empty' as const }
        : asking.line.entry
          ? { type: 'entry' as const, id: asking.line.id }
          : { type: 'shipped' as const, id: asking.line.id };
    const kind = asking.for === 'new' ? asking.kind : asking.line.kind;
    const made = await addEntry({ kind, name, source });
    if (!made.ok) return made.message;
    router.push(`/library/${made.id}`);
    return null;
  };
  return (
    <div className="flex min-h-dvh min-w-[760px] flex-col">
      <OuterHead here="library" />
      <main className="mx-auto flex w-full max-w-[1060px] flex-col gap-5 px-6 py-6">
        <LibraryHead setAsking={setAsking} setProblems={setProblems} own={own} />
        {problems.length > 0 && <ImportProblems problems={problems} onClose={() => setProblems([])} />}
        <LibraryFilter query={query} setQuery={setQuery} />
        {shown.length === 0 && <p className="text-ink-2">Nothing in the library has that in its name.</p>}
        {kinds.map(([kind, title, about]) => {
          const lines = shown.filter((l) => l.kind === kind);
          if (lines.length === 0 && (find !== '' || (query.kind !== null && query.kind !== kind))) return null;
          return <EntriesOfKind key={kind} setAsking={setAsking} remove={remove} title={title} about={about} lines={lines} />;
        })}
        <DeletedList what={['entry', 'entries']} rows={gone} onBack={bringBack} onFinish={finish} />
      </main>
      <NameDialog
        key={asking === null ? 'closed' : JSON.stringify(asking)}
        open={asking !== null}
        title={asking === null ? '' : titleOf(asking)}
        hint={asking?.for === 'start' ? 'For instance the show, or the band and the year.' : 'As you would look for it.'}
        button={asking?.for === 'start' ? 'Start the rig' : asking?.for === 'copy' ? 'Copy it' : 'Make it'}
        initial={asking?.for === 'copy' ? `${asking.line.name}, mine` : ''}
        onClose={() => setAsking(null)}
        onName={named}
      />
    </div>
  );
}

function LibraryHead({
  setAsking,
  setProblems,
  own,
}: {
  readonly setAsking: (to: Asking | null) => void;
  readonly setProblems: (to: readonly Problem[]) => void;
  readonly own: Line[];
}) {
  return (
    <div className="flex items-center gap-2">
      <h1 className="text-xl font-semibold">Library</h1>
      <span className="flex-1" />
      {own.length > 0 && (
        <a href="/api/library" className={buttonLook()}>
          Export yours
        </a>
      )}
      <ImportButton label="Import a file" onProblems={setProblems} />
      <Button onClick={() => setAsking({ for: 'new', kind: 'target-profile' })}>New target</Button>
      <Button tone="primary" onClick={() => setAsking({ for: 'new', kind: 'controller-template' })}>
        New controller
      </Button>
    </div>
  );
}

function LibraryFilter({
  query,
  setQuery,
}: {
  readonly query: { readonly find: string; readonly kind: ListedEntry['kind'] | null };
  readonly setQuery: (to: { readonly find?: string | null; readonly kind?: ListedEntry['kind'] | null }) => unknown;
}) {
  return (
    <div className="flex items-center gap-3">
      <TextInput
        type="search"
        aria-label="Find in the library"
        placeholder="Find by name or by what is on it"
        className="max-w-[340px]"
        value={query.find}
        onChange={(e) => void setQuery({ find: e.target.value === '' ? null : e.target.value })}
      />
      <div role="group" aria-label="Kind" className="flex gap-1">
        {[[null, 'All'] as const, ...kinds.map(([k, words]) => [k, words] as const)].map(([k, words]) => (
          <button
            key={words}
            type="button"
            aria-pressed={query.kind === k}
            onClick={() => void setQuery({ kind: k })}
            className={cx(
              'h-8 rounded-sm px-3',
              query.kind === k ? 'bg-verdigris-wash font-semibold' : 'text-ink-2 hover:text-ink',
            )}
          >
            {words}
          </button>
        ))}
      </div>
    </div>
  );
}

function EntriesOfKind({
  setAsking,
  remove,
  title,
  about,
  lines,
}: {
  readonly setAsking: (to: Asking | null) => void;
  readonly remove: (line: Line) => void;
  readonly title: string;
  readonly about: string;
  readonly lines: Line[];
}) {
  return (
    <section aria-label={title}>
      <h2 className="font-semibold">{title}</h2>
      <p className="pb-2 text-xs text-ink-2">{about}</p>
      {lines.length > 0 && (
        <ul className="overflow-hidden rounded-md border bg-sheet">
          {lines.map((line) => (
            <Row
              key={line.id}
              line={line}
              onCopy={() => setAsking({ for: 'copy', line })}
              onStart={() => setAsking({ for: 'start', line })}
              onDelete={() => remove(line)}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

function titleOf(asking: Asking): string {
  switch (asking.for) {
    case 'copy':
      return `Copy ${asking.line.name}`;
    case 'start':
      return `Start a rig from ${asking.line.name}`;
    default:
      return asking.kind === 'controller-template' ? 'New controller' : 'New target';
  }
}

function Row({
  line,
  onCopy,
  onStart,
  onDelete,
}: {
  readonly line: Line;
  readonly onCopy: () => void;
  readonly onStart: () => void;
  readonly onDelete: () => void;
}) {
  const { entry } = line;
  const open = line.kind === 'rig-template' ? `/rigs/${line.id}/map` : `/library/${line.id}`;
  return (
    <li className="relative grid min-h-[68px] grid-cols-[128px_minmax(0,1fr)_190px_auto] items-center gap-4 border-b px-4 py-2 last:border-b-0">
      <span className="flex h-[52px] items-center justify-center">
        {line.panel && (
          <span className="origin-center scale-[0.48]">
            <MiniPanel panel={line.panel} />
          </span>
        )}
      </span>
      <div className="min-w-0">
        {entry ? (
          <Link href={open} className="block truncate font-semibold hover:underline">
            {line.name}
          </Link>
        ) : (
          <p className="truncate font-semibold">{line.name}</p>
        )}
        <p className="truncate text-xs text-ink-2" title={line.summary}>
          {line.summary}
        </p>
      </div>
      <p className="text-xs text-ink-2">
        {entry ? (
          <>
            yours, version {entry.version}
            {entry.changed && <span className="font-medium text-caution">, changed since</span>}
          </>
        ) : (
          'ships with Keen Dial, read-only'
        )}
      </p>
      <span className="flex items-center gap-1">
        {line.kind === 'rig-template' ? <Button onClick={onStart}>Start a rig</Button> : <Button onClick={onCopy}>Copy</Button>}
        {entry ? (
          <Menu name={line.name}>
            <DropdownMenu.Item asChild className={item}>
              <a href={open}>Open</a>
            </DropdownMenu.Item>
            <DropdownMenu.Item asChild className={item}>
              <a href={`/api/rigs/${line.id}/export`}>Export as a file</a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={onDelete}>
              Delete
            </DropdownMenu.Item>
          </Menu>
        ) : (
          <span className="w-8" />
        )}
      </span>
    </li>
  );
}

const item =
  'flex cursor-pointer items-center gap-2 rounded-sm px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-verdigris-wash';

function Menu({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        <Button tone="quiet" size="icon" aria-label={`More for ${name}`}>
          <MoreHorizontal size={17} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={menuBox('w-44')}>
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
