'use client';
// Everything in one file, out and in again.
import { Download } from 'lucide-react';
import { useRef, useState } from 'react';
import * as z from 'zod';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';

const answerSchema = z.union([
  z.object({ rigs: z.number(), before: z.string() }),
  z.object({ problems: z.array(z.object({ place: z.string(), message: z.string() })) }),
]);

async function restoreFrom(file: File): Promise<z.infer<typeof answerSchema>> {
  try {
    const response = await fetch('/api/restore', {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
    });
    const parsed = answerSchema.safeParse(await response.json());
    return parsed.success
      ? parsed.data
      : { problems: [{ place: 'the server', message: 'It gave an answer that cannot be read.' }] };
  } catch {
    return { problems: [{ place: 'the server', message: 'It does not answer. Nothing was changed; try again.' }] };
  }
}

export function AllData() {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [state, setState] = useState<'asking' | 'busy'>('asking');
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<{ readonly rigs: number; readonly before: string } | null>(null);
  const carry = async (): Promise<void> => {
    if (!file) return;
    setState('busy');
    setProblem(null);
    const answer = await restoreFrom(file);
    setState('asking');
    if ('rigs' in answer) setDone(answer);
    else setProblem(answer.problems.map((p) => p.message).join(' '));
  };
  return (
    <section aria-label="All of it" className="flex flex-col gap-2 border-t pt-4">
      <h2 className="font-semibold">All of it</h2>
      <p className="max-w-[72ch] text-xs text-ink-2">
        A backup is one file with every rig, its whole history and the library, as they are at this moment. It can be taken while
        you work.
      </p>
      <div className="flex gap-2">
        <a
          href="/api/backup"
          className="inline-flex h-8 items-center gap-1.5 rounded-sm border border-control-edge bg-sheet px-3 font-medium hover:border-ink"
        >
          <Download size={15} aria-hidden /> Save a backup
        </a>
        <Button onClick={() => input.current?.click()}>Restore a backup…</Button>
        <input
          ref={input}
          type="file"
          accept=".sqlite,.db,application/vnd.sqlite3"
          className="sr-only"
          aria-label="Backup to restore"
          tabIndex={-1}
          onChange={(e) => {
            setFile(e.target.files?.[0] ?? null);
            setDone(null);
            setProblem(null);
            e.target.value = '';
          }}
        />
      </div>
      {file && (
        <Dialog
          open
          onOpenChange={(on) => !on && setFile(null)}
          title={done ? 'The backup is restored' : `Restore ${file.name.slice(0, 60)}`}
          footer={
            done ? (
              <Button tone="primary" onClick={() => window.location.assign('/')}>
                See the rigs
              </Button>
            ) : (
              <>
                <Button onClick={() => setFile(null)}>Leave everything as it is</Button>
                <Button tone="primary" disabled={state === 'busy'} onClick={() => void carry()}>
                  {state === 'busy' ? 'Restoring…' : 'Put it in the place of everything'}
                </Button>
              </>
            )
          }
        >
          {done ? (
            <p>
              {done.rigs} {done.rigs === 1 ? 'rig or entry is' : 'rigs and entries are'} back. What was here before is kept in the
              data folder as <span className="font-mono text-xs break-all">{done.before}</span>, and can be restored like any
              backup.
            </p>
          ) : (
            <p>
              Every rig, its history and the library are replaced by what is in the file. What is here now is kept in the data
              folder first. Open tabs load anew.
            </p>
          )}
          {problem !== null && (
            <p role="alert" className="mt-3 rounded-sm border border-stop bg-stop-wash px-3 py-2 break-words">
              {problem}
            </p>
          )}
        </Dialog>
      )}
    </section>
  );
}
