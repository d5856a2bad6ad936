'use client';

// Another state of this rig, from a file, merged row by row: what is new or different there, each with a tick.

import { wrap } from 'comlink';
import { type RefObject, useMemo, useRef, useState } from 'react';
import { counted } from '@/core/base';
import { type MergePlan, mergeEdit, planMerge, withNeeds } from '@/core/commands';
import { cleanedNotice, decodeText, FILE_LIMIT, fileProblemWords, guessedEncoding } from '@/core/formats';
import { indexRig, type Rig } from '@/core/rig';
import type { FilesWorker } from '@/workers/files.worker';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { ImportProblems, Notices, type Problem } from './import-dialog';
import { RowChoices } from './row-choices';
import { rowName } from './row-name';

async function read(
  file: File,
): Promise<{ readonly rig: Rig; readonly notices: readonly string[] } | { readonly problems: readonly Problem[] }> {
  if (file.size > FILE_LIMIT)
    return {
      problems: [{ place: file.name, message: `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.` }],
    };
  const raw = new Worker(new URL('../../workers/files.worker.ts', import.meta.url), { type: 'module' });
  try {
    const text = decodeText(new Uint8Array(await file.arrayBuffer()));
    if (!text.ok) return { problems: [{ place: file.name, message: fileProblemWords(text.error) }] };
    const answer = await wrap<FilesWorker>(raw).rig(text.value.text);
    if (answer.type !== 'rig') return { problems: answer.problems };
    const guessed = text.value.encoding === 'windows-1252' ? [guessedEncoding] : [];
    return { rig: answer.rig, notices: [...guessed, ...(answer.cleaned ? [cleanedNotice] : [])] };
  } finally {
    raw.terminate();
  }
}

export function MergeDialog({ onClose }: { readonly onClose: () => void }) {
  const rig = useRig((s) => s.index.rig);
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const input = useRef<HTMLInputElement>(null);
  const [other, setOther] = useState<Rig | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [notices, setNotices] = useState<readonly string[]>([]);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const plan = useMemo(() => (other ? planMerge(rig, other) : null), [rig, other]);
  const names = useMemo(() => (other ? indexRig(other) : null), [other]);
  const chosen = useMemo(() => new Set(plan?.items.flatMap((i) => (left.has(i.id) ? [] : [i.id]))), [plan, left]);
  const taken = useMemo(() => (plan ? withNeeds(plan, chosen) : new Set<string>()), [plan, chosen]);
  const open = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setProblems([]);
    const answer = await read(file);
    if ('problems' in answer) {
      setProblems(answer.problems);
      return;
    }
    setLeft(new Set());
    setOther(answer.rig);
    setNotices(answer.notices);
  };
  const carry = (): void => {
    const made = plan && mergeEdit(rig, plan, chosen);
    if (!made || !edit(made)) return;
    onClose();
    undoable(`Merged ${counted(taken.size, 'row')}`);
  };
  const toggle = (ids: readonly string[], on: boolean): void => {
    const next = new Set(left);
    for (const id of ids) {
      if (on) next.delete(id);
      else next.add(id);
    }
    setLeft(next);
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title="Merge a file into this rig"
      description="Another state of this rig: a colleague’s, or last week’s. Rows are told apart by their ids, so a rig that was made apart adds beside."
      footer={
        <Button tone="primary" disabled={taken.size === 0} onClick={carry}>
          Merge {counted(taken.size, 'row')}
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <MergeFile input={input} other={other} plan={plan} open={open} />
        {problems.length > 0 && <ImportProblems problems={problems} onClose={() => setProblems([])} />}
        <Notices notices={notices} />
        {plan && names && (
          <RowChoices plan={plan} left={left} taken={taken} nameOf={(item) => rowName(names, item)} onToggle={toggle} />
        )}
      </div>
    </Dialog>
  );
}

function MergeFile({
  input,
  other,
  plan,
  open,
}: {
  readonly input: RefObject<HTMLInputElement | null>;
  readonly other: Rig | null;
  readonly plan: MergePlan | null;
  readonly open: (file: File | undefined) => Promise<void>;
}) {
  return (
    <div className="flex items-center gap-3">
      <Button onClick={() => input.current?.click()}>{other ? 'Choose another file…' : 'Choose a file…'}</Button>
      {plan && (
        <span className="text-ink-2">
          {plan.items.length === 0 ? 'Nothing in it differs from what is here' : `${plan.items.length} differ`}; {plan.same} are
          the same, {plan.onlyHere} are only here and stay.
        </span>
      )}
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="File to merge"
        tabIndex={-1}
        onChange={(e) => {
          void open(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </div>
  );
}
