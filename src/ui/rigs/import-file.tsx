'use client';
import * as z from 'zod';
import { Button } from '../primitives/button';

export interface Problem {
  readonly place: string;
  readonly message: string;
}

const answer = z.union([
  z.object({ id: z.string(), name: z.string() }),
  z.object({ problems: z.array(z.object({ place: z.string(), message: z.string() })) }),
]);

type Imported = { readonly ok: true; readonly name: string } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Sends a rig file to the server. Whatever goes wrong comes back as problems with their place. */
export async function importRigFile(file: File): Promise<Imported> {
  if (file.size > 20 * 1024 * 1024)
    return { ok: false, problems: [{ place: file.name, message: 'It has more than 20 MB, the most that is read.' }] };
  try {
    const response = await fetch('/api/rigs/import', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: file,
    });
    const parsed = answer.safeParse(await response.json());
    if (!parsed.success)
      return { ok: false, problems: [{ place: 'the server', message: 'It gave an answer that cannot be read.' }] };
    return 'id' in parsed.data ? { ok: true, name: parsed.data.name } : { ok: false, problems: parsed.data.problems };
  } catch {
    return {
      ok: false,
      problems: [{ place: 'the server', message: 'It does not answer. Check that Keen Dial still runs, and try again.' }],
    };
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
