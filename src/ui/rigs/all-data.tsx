'use client';

// Everything in one file, out and in again; and the backups that are made by themselves.

import { Download } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import * as z from 'zod';
import { counted, plural } from '@/core/base';
import type { KeptBackup } from '@/server/backups/automatic';
import { dateOf, KeptBackups } from '../backups/kept-backups';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { saveFile } from '../primitives/save-file';
import { shortened } from '../primitives/shortened';

const answerSchema = z.union([
  z.object({ rigs: z.number(), before: z.string(), notice: z.string().nullable() }),
  z.object({ problems: z.array(z.object({ place: z.string(), message: z.string() })) }),
]);
type RestoreAnswer = z.infer<typeof answerSchema>;

const keptSchema = z.object({
  backups: z.array(
    z.object({
      name: z.string(),
      at: z.string(),
      reason: z.enum(['daily', 'before-update', 'before-fold', 'before-removal', 'before-restore']),
      bytes: z.number(),
      rigs: z.number().nullable(),
    }),
  ),
  problem: z.string().nullable(),
});
type Kept = z.infer<typeof keptSchema>;

const unreadable = { problems: [{ place: 'the server', message: 'The answer cannot be read. Load this page again.' }] };
const silent = { problems: [{ place: 'the server', message: 'Keen Dial does not answer. Nothing was changed; try again.' }] };

async function ask(path: string, body: Blob | string, type: string): Promise<RestoreAnswer> {
  try {
    const response = await fetch(path, { method: 'POST', headers: { 'content-type': type }, body });
    const parsed = answerSchema.safeParse(await response.json());
    return parsed.success ? parsed.data : unreadable;
  } catch {
    return silent;
  }
}

/** What is about to take the place of everything: a file of the player's, or a backup that was made by itself. */
type Chosen = { readonly type: 'file'; readonly file: File } | { readonly type: 'kept'; readonly backup: KeptBackup };

const restoreFrom = (chosen: Chosen): Promise<RestoreAnswer> =>
  chosen.type === 'file'
    ? ask('/api/restore', chosen.file, 'application/octet-stream')
    : ask('/api/backups', JSON.stringify({ restore: chosen.backup.name }), 'application/json');

/** Fetches a backup and saves it as a file; the reason where there is none: it is said on the page, not in a file that looks like one. */
async function saveBackup(): Promise<string | null> {
  try {
    const response = await fetch('/api/backup');
    if (response.ok) {
      saveFile(await response.blob(), `keen-dial-${new Date().toISOString().slice(0, 10)}.sqlite`);
      return null;
    }
    const parsed = answerSchema.safeParse(await response.json());
    const problems = parsed.success && 'problems' in parsed.data ? parsed.data.problems : unreadable.problems;
    return problems.map((p) => p.message).join(' ');
  } catch {
    return 'Keen Dial does not answer. No backup was saved; try again.';
  }
}

export function AllData() {
  const input = useRef<HTMLInputElement>(null);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [kept, setKept] = useState<Kept | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  useEffect(() => {
    let here = true;
    fetch('/api/backups')
      .then(async (response) => keptSchema.safeParse(await response.json()))
      .then((parsed) => here && setKept(parsed.success ? parsed.data : null))
      .catch(() => undefined);
    return () => {
      here = false;
    };
  }, []);
  const save = async (): Promise<void> => {
    setProblem(null);
    setSaving(true);
    const refused = await saveBackup();
    setSaving(false);
    setProblem(refused);
  };
  return (
    <section aria-label="Backups" className="flex flex-col gap-2 border-t pt-4">
      <h2 className="font-semibold">Backups</h2>
      <p className="max-w-[72ch] text-xs text-ink-2">
        A backup is one file with every rig, its whole history and the library, as they are at this moment. It can be taken while
        you work, and is checked before you get it.
      </p>
      <div className="flex gap-2">
        <Button disabled={saving} onClick={() => void save()}>
          <Download size={15} aria-hidden /> {saving ? 'Making and checking it …' : 'Save a backup'}
        </Button>
        <Button onClick={() => input.current?.click()}>Restore a backup…</Button>
        <input
          ref={input}
          type="file"
          accept=".sqlite,.db,application/vnd.sqlite3"
          className="sr-only"
          aria-label="Backup to restore"
          tabIndex={-1}
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) setChosen({ type: 'file', file });
            e.target.value = '';
          }}
        />
      </div>
      {(problem ?? kept?.problem) && (
        <p role="alert" className="rounded-sm border border-stop bg-stop-wash px-3 py-2 break-words">
          {problem ?? kept?.problem}
        </p>
      )}
      {kept && (
        <details className="mt-1">
          <summary className="py-1 text-ink-2">
            {kept.backups.length === 0
              ? 'No automatic backup yet: one is made at the first change of each day'
              : `${kept.backups.length} automatic ${plural(kept.backups.length, 'backup')}, one for each day with changes`}
          </summary>
          {kept.backups.length > 0 && (
            <div className="mt-1">
              <KeptBackups
                backups={kept.backups}
                busy={chosen !== null}
                onRestore={(backup) => setChosen({ type: 'kept', backup })}
              />
              <p className="mt-1 text-xs text-ink-2">
                Of the last seven days and four weeks, in the folder “backups” beside the database. Copy them elsewhere too.
              </p>
            </div>
          )}
        </details>
      )}
      {chosen && <RestoreDialog chosen={chosen} onClose={() => setChosen(null)} />}
    </section>
  );
}

function RestoreDialog({ chosen, onClose }: { readonly chosen: Chosen; readonly onClose: () => void }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<Extract<RestoreAnswer, { rigs: number }> | null>(null);
  const name = chosen.type === 'file' ? shortened(chosen.file.name) : `the backup of ${dateOf(chosen.backup.at)}`;
  const carry = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await restoreFrom(chosen);
    setBusy(false);
    if ('rigs' in answer) setDone(answer);
    else setProblem(answer.problems.map((p) => p.message).join(' '));
  };
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={done ? 'The backup is restored' : `Restore ${name}`}
      footer={
        done ? (
          <Button tone="primary" onClick={() => window.location.assign('/')}>
            See the rigs
          </Button>
        ) : (
          <>
            <Button onClick={onClose}>Leave everything as it is</Button>
            <Button tone="primary" disabled={busy} onClick={() => void carry()}>
              {busy ? 'Restoring…' : 'Replace everything with it'}
            </Button>
          </>
        )
      }
    >
      {done ? (
        <p>
          {counted(done.rigs, 'rig is', 'rigs are')} back, with the library. What was here before is kept among the automatic
          backups as <span className="font-mono text-xs break-all">{done.before}</span>. {done.notice}
        </p>
      ) : (
        <p>
          Every rig, its history and the library are replaced by what is in the backup. What is here now is kept among the
          automatic backups first. Open tabs show what is there then.
        </p>
      )}
      {problem !== null && (
        <p role="alert" className="mt-3 rounded-sm border border-stop bg-stop-wash px-3 py-2 break-words">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
