'use client';

// What is in a file, before anything of it is taken: new, different from what is here, or here already; each can be left out.

import { useState } from 'react';
import * as z from 'zod';
import { exhaustive } from '@/core/base';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { shortened } from '../primitives/shortened';

const kindWords = {
  rig: 'rig',
  'controller-template': 'controller',
  'target-profile': 'target',
  'rig-template': 'rig to start from',
} as const;

const itemSchema = z.object({
  place: z.number(),
  kind: z.enum(['rig', 'controller-template', 'target-profile', 'rig-template']),
  name: z.string(),
  summary: z.string(),
  state: z.enum(['new', 'differs', 'same']),
  as: z.string(),
});
export type Item = z.infer<typeof itemSchema>;

export interface Problem {
  readonly place: string;
  readonly message: string;
}

const answerSchema = z.union([
  z.object({ items: z.array(itemSchema), notices: z.array(z.string()) }),
  z.object({ taken: z.array(z.object({ id: z.string(), name: z.string() })) }),
  z.object({ problems: z.array(z.object({ place: z.string(), message: z.string() })) }),
]);
type FileAnswer = z.infer<typeof answerSchema>;

const LIMIT_MB = 20;

/** Asks the server what is in a file, or, with places, to take these. Whatever goes wrong comes back as problems with their place. */
export async function sendFile(file: File, places: readonly number[] | null): Promise<FileAnswer> {
  if (file.size > LIMIT_MB * 1024 * 1024)
    return { problems: [{ place: file.name, message: `It has more than ${LIMIT_MB} MB, the most that is read.` }] };
  try {
    const response = await fetch(places === null ? '/api/import' : `/api/import?take=${places.join(',')}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: file,
    });
    const parsed = answerSchema.safeParse(await response.json());
    return parsed.success
      ? parsed.data
      : { problems: [{ place: 'the server', message: 'It gave an answer that cannot be read.' }] };
  } catch {
    return {
      problems: [{ place: 'the server', message: 'It does not answer. Check that Keen Dial still runs, and try again.' }],
    };
  }
}

export function ImportDialog({
  file,
  items,
  notices,
  onClose,
  onTaken,
  onProblems,
}: {
  readonly file: File;
  readonly items: readonly Item[];
  /** What was done to the file while it was read. */
  readonly notices: readonly string[];
  readonly onClose: () => void;
  readonly onTaken: (names: readonly string[]) => void;
  readonly onProblems: (problems: readonly Problem[]) => void;
}) {
  const [left, setLeft] = useState<ReadonlySet<number>>(
    () => new Set(items.filter((i) => i.state === 'same').map((i) => i.place)),
  );
  const [busy, setBusy] = useState(false);
  const chosen = items.filter((i) => !left.has(i.place));
  const take = async (): Promise<void> => {
    setBusy(true);
    const answer = await sendFile(
      file,
      chosen.map((i) => i.place),
    );
    setBusy(false);
    if ('taken' in answer) onTaken(answer.taken.map((t) => t.name));
    else onProblems('problems' in answer ? answer.problems : [{ place: 'the server', message: 'It took nothing.' }]);
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`What is in ${shortened(file.name)}`}
      description="Nothing is written yet. What you take is added; nothing that is here is changed."
      footer={
        <Button tone="primary" disabled={chosen.length === 0 || busy} onClick={() => void take()}>
          {busy ? 'Taking it in…' : `Take ${chosen.length} in`}
        </Button>
      }
    >
      <Notices notices={notices} />
      <ul>
        {items.map((item) => (
          <li key={item.place} className="border-b last:border-b-0">
            <label className="grid grid-cols-[16px_minmax(0,1fr)_220px] items-start gap-3 py-2">
              <input
                type="checkbox"
                className="mt-1 accent-verdigris"
                checked={!left.has(item.place)}
                onChange={(e) => {
                  const next = new Set(left);
                  if (e.target.checked) next.delete(item.place);
                  else next.add(item.place);
                  setLeft(next);
                }}
              />
              <span className="min-w-0">
                <span className="font-semibold break-words">{item.name}</span>{' '}
                <span className="text-xs text-ink-2">{kindWords[item.kind]}</span>
                <span className="block truncate text-xs text-ink-2">{item.summary}</span>
              </span>
              <span className="text-xs text-ink-2">{stateWords(item)}</span>
            </label>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** What was done to a file while it was read: guessed, or cleaned. */
export function Notices({ notices }: { readonly notices: readonly string[] }) {
  return notices.map((notice) => (
    <p key={notice} role="note" className="mb-2 rounded-sm border bg-film px-3 py-2 text-xs">
      {notice}
    </p>
  ));
}

function stateWords(item: Item): string {
  const name = item.as === item.name ? '' : ` It is added as “${item.as}”.`;
  switch (item.state) {
    case 'new':
      return 'new';
    case 'same':
      return `The same is here already, so it is left out.${name}`;
    case 'differs':
      return item.as === item.name
        ? 'One of that name is here, and differs. This is added beside it.'
        : `One of that name is here, and differs.${name}`;
    default:
      return exhaustive(item.state);
  }
}

export function ImportProblems({ problems, onClose }: { readonly problems: readonly Problem[]; readonly onClose: () => void }) {
  return (
    <div role="alert" className="rounded-md border border-stop bg-stop-wash px-4 py-3">
      <div className="flex items-start gap-3">
        <div className="min-w-0 flex-1">
          <p className="font-semibold">Nothing was imported.</p>
          <ul className="mt-1 max-h-48 overflow-y-auto">
            {problems.map((p) => (
              <li key={`${p.place} ${p.message}`} className="break-words">
                <span className="font-mono text-xs">{p.place}</span>: {p.message}
              </li>
            ))}
          </ul>
        </div>
        <Button size="small" onClick={onClose}>
          Close
        </Button>
      </div>
    </div>
  );
}
