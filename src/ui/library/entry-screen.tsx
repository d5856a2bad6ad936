'use client';

// One entry of the library, open to be changed. What is published stays; rigs copy the newest published version.

import { useRouter } from 'next/navigation';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useEffect, useState, useTransition } from 'react';
import { counted } from '@/core/base';
import { nameSchema, noteSchema } from '@/core/rig';
import { type ListedEntry, type ListedVersion, publishEntry } from '@/server/actions/library';
import { Mark } from '../frame/mark';
import { UndoButtons } from '../frame/undo-buttons';
import { ControllerPanel } from '../gear/controller-panel';
import { TargetPanel } from '../gear/target-panel';
import { PanelScreen } from '../panel/panel-screen';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { Link } from '../primitives/link';
import { SchemaText, TextField } from '../primitives/text-field';
import { toast } from '../primitives/toast';
import { useRig, useRigStore } from '../store/provider';

const views = ['panel', 'behaviour', 'versions'] as const;

interface Props {
  readonly entry: ListedEntry;
  readonly versions: readonly ListedVersion[];
  /** The version of the small rig when the page was made. */
  readonly openedAt: number;
}

export function EntryScreen({ entry, versions, openedAt }: Props) {
  const index = useRig((s) => s.index);
  const [controller] = index.rig.controllers;
  const [target] = index.rig.targets;
  const [asked, setView] = useQueryState('view', parseAsStringLiteral(views));
  const view = asked ?? (controller ? 'panel' : 'behaviour');
  return (
    <div className="flex h-dvh min-w-[760px] flex-col overflow-hidden">
      <EntryHead entry={entry} openedAt={openedAt}>
        {[
          ...(controller ? [['panel', 'Panel'] as const] : []),
          ['behaviour', controller ? 'How it behaves' : 'What it hears'] as const,
          ['versions', counted(versions.length, 'version')] as const,
        ].map(([v, words]) => (
          <button
            key={v}
            type="button"
            aria-pressed={view === v}
            onClick={() => void setView(v)}
            className={cx(
              'border-b-[3px] border-transparent px-2.5 pt-[3px] hover:bg-film',
              view === v && 'border-verdigris font-semibold',
            )}
          >
            {words}
          </button>
        ))}
      </EntryHead>
      {view === 'panel' && controller && <PanelScreen index={index} controller={controller} aside={<About />} />}
      {view === 'behaviour' && (
        <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
          {controller && <ControllerPanel index={index} controller={controller} inLibrary />}
          {!controller && target && <TargetPanel index={index} target={target} inLibrary />}
        </main>
      )}
      {view === 'versions' && <Versions versions={versions} />}
    </div>
  );
}

/** One line on what it is, as the library shows it. */
function About() {
  const rig = useRig((s) => s.index.rig);
  const edit = useRig((s) => s.edit);
  return (
    <TextField
      label="In one line"
      className="border-b pb-3"
      value={rig.notes}
      schema={noteSchema}
      onValue={(notes) => edit({ type: 'set-head', field: 'notes', was: rig.notes, to: notes })}
    />
  );
}

function EntryHead({
  entry,
  openedAt,
  children,
}: {
  readonly entry: ListedEntry;
  readonly openedAt: number;
  readonly children: React.ReactNode;
}) {
  const router = useRouter();
  const store = useRigStore();
  const rig = useRig((s) => s.index.rig);
  const version = useRig((s) => s.version);
  const saving = useRig((s) => s.saving);
  const edit = useRig((s) => s.edit);
  const [asking, setAsking] = useState(false);
  const [label, setLabel] = useState('');
  const [busy, start] = useTransition();
  // What was published since the page was made: its number, and the small rig's version then.
  const [latest, setLatest] = useState({ version: entry.version, at: entry.changed ? -1 : openedAt });
  useEffect(() => setLatest({ version: entry.version, at: entry.changed ? -1 : openedAt }), [entry, openedAt]);
  const changed = latest.at !== version;
  const publish = (): void =>
    start(async () => {
      const at = store.getState().version;
      const number = await publishEntry(entry.id, label);
      if (typeof number !== 'number') {
        toast.error('It was not published.', { description: number ?? 'The entry is gone. Bring it back from the library.' });
        return;
      }
      setLatest({ version: number, at });
      setAsking(false);
      setLabel('');
      toast(`Published version ${number}`, { description: 'Rigs that copied an older one are offered the differences.' });
      router.refresh();
    });
  return (
    <header className="flex h-12 shrink-0 items-stretch gap-3 border-b bg-sheet px-3">
      <Link href="/library" className="flex items-center gap-2 pr-1" aria-label="Keen Dial, the library">
        <Mark />
        Library
      </Link>
      <div className="my-3 w-px bg-rule" />
      <span className="flex items-center">
        <SchemaText
          aria-label="Name of this entry"
          title={rig.name}
          className="w-56 border-transparent bg-transparent font-semibold hover:border-control-edge"
          value={rig.name}
          schema={nameSchema}
          onValue={(name) => edit({ type: 'set-head', field: 'name', was: rig.name, to: name })}
        />
      </span>
      <nav aria-label="Parts" className="flex flex-1 items-stretch justify-center gap-1">
        {children}
      </nav>
      <div className="flex items-center gap-1.5">
        <span className={cx('text-xs', changed ? 'font-medium text-caution' : 'text-ink-2')}>
          {changed ? `changed since version ${latest.version}` : `version ${latest.version}`}
        </span>
        <Button tone="primary" disabled={!changed || saving !== 'saved'} onClick={() => setAsking(true)}>
          Publish
        </Button>
        <UndoButtons />
      </div>
      {asking && (
        <PublishDialog setAsking={setAsking} label={label} setLabel={setLabel} busy={busy} latest={latest} publish={publish} />
      )}
    </header>
  );
}

function PublishDialog({
  setAsking,
  label,
  setLabel,
  busy,
  latest,
  publish,
}: {
  readonly setAsking: (to: boolean) => void;
  readonly label: string;
  readonly setLabel: (to: string) => void;
  readonly busy: boolean;
  readonly latest: { version: number; at: number };
  readonly publish: () => void;
}) {
  return (
    <Dialog
      open
      onOpenChange={setAsking}
      title={`Publish version ${latest.version + 1}`}
      description="It never changes again. Rigs that copied an older one are offered the differences."
      footer={
        <Button tone="primary" disabled={busy} onClick={publish}>
          Publish it
        </Button>
      }
    >
      <Field label="What changed" hint="For instance “measured again”; it may stay empty.">
        {(id) => <TextInput id={id} autoFocus maxLength={200} value={label} onChange={(e) => setLabel(e.target.value)} />}
      </Field>
    </Dialog>
  );
}

function Versions({ versions }: { readonly versions: readonly ListedVersion[] }) {
  return (
    <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
      <h1 className="pb-1 text-lg font-semibold">Published versions</h1>
      <p className="pb-3 text-ink-2">Each stays as it was. A rig knows which one it was copied from.</p>
      <ul className="max-w-[640px] overflow-hidden rounded-md border bg-sheet">
        {versions.map((v) => (
          <li key={v.version} className="grid grid-cols-[90px_1fr_150px] gap-3 border-b px-4 py-2 last:border-b-0">
            <span className="font-semibold">version {v.version}</span>
            <span className="min-w-0 break-words">{v.label}</span>
            <span className="text-right text-xs text-ink-2" suppressHydrationWarning>
              {new Date(v.at).toLocaleString('en-GB', {
                day: 'numeric',
                month: 'short',
                year: 'numeric',
                hour: '2-digit',
                minute: '2-digit',
              })}
            </span>
          </li>
        ))}
      </ul>
    </main>
  );
}
