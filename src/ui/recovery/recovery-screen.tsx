'use client';
// What a player sees where the data cannot be opened: what happened, and what can be done, the least harmful first.
import { Download } from 'lucide-react';
import { useEffect, useState } from 'react';
import * as z from 'zod';
import type { KeptBackup } from '@/server/backups/automatic';
import type { Recovery } from '@/server/folder/recovery';
import type { ClosedKind } from '@/server/folder/state';
import { KeptBackups } from '../backups/kept-backups';
import { Mark } from '../frame/mark';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';

/** How often a locked database is asked for again, in milliseconds. */
const ASK_AGAIN = 1500;

type Kind = NonNullable<Recovery['kind']>;

const words: Readonly<Record<Kind, { readonly title: string; readonly text: string }>> = {
  locked: {
    title: 'Another program holds your data.',
    text: 'The database is locked, for instance by a program that looks into it or copies it. Close it there. This page goes on by itself as soon as the lock ends.',
  },
  damaged: {
    title: 'The database is damaged.',
    text: 'It does not pass the check that is made at every start. Nothing was written to it since. Restore the newest backup, or save what can still be read first.',
  },
  empty: {
    title: 'The database is empty.',
    text: 'The file is there, and has nothing in it: a copy that was cut off, or a disk that lost it. Restore the newest backup, or start anew.',
  },
  newer: {
    title: 'A newer Keen Dial wrote this data.',
    text: 'This version would not understand all of it, so it leaves it alone. Start the newer version. Nothing was changed.',
  },
  foreign: {
    title: 'This is the database of another program.',
    text: 'A file of that name is in the data folder, and Keen Dial did not write it. Move it away and try again, or name another folder in KEEN_DIAL_DATA.',
  },
  'no-backup': {
    title: 'Before your data is brought up to date, a backup must be made.',
    text: 'It could not be made, so nothing was changed. Make room on the disk, and try again.',
  },
  unwritable: {
    title: 'The data folder cannot be used.',
    text: 'There is no database in it that can be read, and nothing can be written there.',
  },
  unknown: { title: 'Your data cannot be opened.', text: 'Nothing was changed. Try again; restore a backup if it stays so.' },
};

const answerSchema = z.union([
  z.object({ message: z.string() }),
  z.object({ problems: z.array(z.object({ place: z.string(), message: z.string() })) }),
]);

async function ask(remedy: object): Promise<{ readonly done: boolean; readonly text: string }> {
  try {
    const response = await fetch('/api/recovery', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(remedy),
    });
    const parsed = answerSchema.safeParse(await response.json());
    if (!parsed.success) return { done: false, text: 'The answer cannot be read. Load this page again.' };
    return 'message' in parsed.data
      ? { done: true, text: parsed.data.message }
      : { done: false, text: parsed.data.problems.map((p) => p.message).join(' ') };
  } catch {
    return { done: false, text: 'Keen Dial does not answer. Start it, and load this page again.' };
  }
}

type Asking = { readonly for: 'restore'; readonly backup: KeptBackup } | { readonly for: 'anew' } | null;

export function RecoveryScreen({ first }: { readonly first: Recovery }) {
  const [asking, setAsking] = useState<Asking>(null);
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ readonly done: boolean; readonly text: string } | null>(null);
  const kind = first.kind ?? 'unknown';
  const { title, text } = words[kind];

  useEffect(() => {
    if (kind !== 'locked') return;
    const timer = setInterval(() => {
      void fetch('/api/recovery')
        .then((r) => r.json())
        .then((raw) => {
          if (z.object({ kind: z.null() }).safeParse(raw).success) window.location.assign('/');
        })
        .catch(() => undefined);
    }, ASK_AGAIN);
    return () => clearInterval(timer);
  }, [kind]);

  const act = async (remedy: object): Promise<void> => {
    setBusy(true);
    setSaid(null);
    const answer = await ask(remedy);
    setBusy(false);
    setAsking(null);
    setSaid(answer);
  };

  return (
    <div className="min-h-dvh">
      <header className="flex h-12 items-center gap-2 border-b bg-sheet px-4">
        <Mark />
        <span className="font-bold">Keen Dial</span>
      </header>
      <main className="mx-auto flex max-w-[720px] flex-col gap-5 px-6 py-10">
        <div>
          <h1 className="text-xl font-semibold">{said?.done ? 'Your data is open again.' : title}</h1>
          <p className="mt-1 max-w-[66ch] text-ink-2">{said?.done ? said.text : text}</p>
          {!said?.done && (
            <p className="mt-3 rounded-sm border bg-film px-3 py-2 font-mono text-xs break-words">
              {first.folder}: {first.detail}
            </p>
          )}
        </div>
        {said?.done ? (
          <Button tone="primary" className="self-start" onClick={() => window.location.assign('/')}>
            See the rigs
          </Button>
        ) : (
          <>
            {said && (
              <p role="alert" className="rounded-sm border border-stop bg-stop-wash px-3 py-2 break-words">
                {said.text}
              </p>
            )}
            <TryAgain busy={busy} kind={kind} act={act} />
            {kind !== 'newer' && kind !== 'locked' && kind !== 'unwritable' && (
              <RestoreBackup first={first} setAsking={setAsking} busy={busy} />
            )}
            {(kind === 'damaged' || kind === 'unknown' || kind === 'no-backup') && <SaveReadable />}
            {kind !== 'locked' && kind !== 'unwritable' && <StartAnew first={first} setAsking={setAsking} busy={busy} />}
          </>
        )}
        {asking && <BeforeItIsDone asking={asking} setAsking={setAsking} busy={busy} act={act} />}
      </main>
    </div>
  );
}

function TryAgain({
  busy,
  kind,
  act,
}: {
  readonly busy: boolean;
  readonly kind: ClosedKind;
  readonly act: (remedy: object) => Promise<void>;
}) {
  return (
    <section aria-label="Try again" className="flex items-center gap-3 border-t pt-4">
      <p className="flex-1 text-ink-2" aria-live="polite">
        {kind === 'locked' ? 'Waiting for the lock to end …' : 'When you have changed something, for instance moved a file back.'}
      </p>
      <Button tone={kind === 'locked' ? 'primary' : undefined} disabled={busy} onClick={() => void act({ do: 'again' })}>
        Try again
      </Button>
    </section>
  );
}

function RestoreBackup({
  first,
  setAsking,
  busy,
}: {
  readonly first: Recovery;
  readonly setAsking: (to: Asking) => void;
  readonly busy: boolean;
}) {
  return (
    <section aria-label="Restore a backup" className="flex flex-col gap-2 border-t pt-4">
      <h2 className="font-semibold">Restore a backup</h2>
      {first.backups.length === 0 ? (
        <p className="text-ink-2">
          There are no automatic backups in the data folder. A backup that you saved elsewhere can be restored after starting
          anew.
        </p>
      ) : (
        <>
          <p className="text-xs text-ink-2">It replaces the database. The file that is there now is kept under another name.</p>
          <KeptBackups backups={first.backups} busy={busy} onRestore={(backup) => setAsking({ for: 'restore', backup })} />
        </>
      )}
    </section>
  );
}

function SaveReadable() {
  return (
    <section aria-label="Save what can be read" className="flex items-center gap-3 border-t pt-4">
      <p className="flex-1 text-ink-2">
        <span className="font-semibold text-ink">Save what can be read.</span> Every rig that comes out whole, in one file that
        Keen Dial imports.
      </p>
      <a
        href="/api/recovery/readable"
        className="inline-flex h-8 items-center gap-1.5 rounded-sm border border-control-edge bg-sheet px-3 font-medium hover:border-ink"
      >
        <Download size={15} aria-hidden /> Save it
      </a>
    </section>
  );
}

function StartAnew({
  first,
  setAsking,
  busy,
}: {
  readonly first: Recovery;
  readonly setAsking: (to: Asking) => void;
  readonly busy: boolean;
}) {
  return (
    <section aria-label="Start anew" className="flex items-center gap-3 border-t pt-4">
      <p className="flex-1 text-ink-2">
        <span className="font-semibold text-ink">Start anew.</span> With no rigs. The file that is there now is kept under another
        name, in {first.folder}.
      </p>
      <Button disabled={busy} onClick={() => setAsking({ for: 'anew' })}>
        Start anew…
      </Button>
    </section>
  );
}

/** Asks once more before the database is replaced. */
function BeforeItIsDone({
  asking,
  setAsking,
  busy,
  act,
}: {
  readonly asking: NonNullable<Asking>;
  readonly setAsking: (to: Asking) => void;
  readonly busy: boolean;
  readonly act: (remedy: object) => Promise<void>;
}) {
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && setAsking(null)}
      title={asking.for === 'anew' ? 'Start with no rigs?' : 'Restore this backup?'}
      footer={
        <>
          <Button onClick={() => setAsking(null)}>Leave everything as it is</Button>
          <Button
            tone="primary"
            disabled={busy}
            onClick={() => void act(asking.for === 'anew' ? { do: 'anew' } : { do: 'restore', name: asking.backup.name })}
          >
            {busy ? 'Working …' : asking.for === 'anew' ? 'Start anew' : 'Replace the database with it'}
          </Button>
        </>
      }
    >
      <p>
        The database that is there now is moved aside, not deleted. You are told its new name afterwards.
        {asking.for === 'restore' && ' Changes that were made after the backup are not in it.'}
      </p>
    </Dialog>
  );
}
