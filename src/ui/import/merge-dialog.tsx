'use client';
// Another state of this rig, from a file, merged row by row: what is new or different there, each with a tick.
import { wrap } from 'comlink';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { type MergeItem, meantNames, mergeEdit, planMerge, withNeeds } from '@/core/commands';
import { FILE_LIMIT } from '@/core/formats';
import { shortName } from '@/core/midi';
import { indexRig, type Rig, type RigIndex, type TableName } from '@/core/rig';
import type { FilesWorker } from '@/workers/files.worker';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { useRig, useRigStore } from '../store/provider';
import { ImportProblems, type Problem } from './import-dialog';

const tableWords: Readonly<Record<TableName, string>> = {
  controllers: 'Controllers',
  controls: 'Controls',
  counters: 'Counters',
  targets: 'Targets',
  parameters: 'Parameters',
  wires: 'Wires',
  layers: 'Layers',
  assignments: 'Functions, in the controller',
  landings: 'Functions, in the software',
  scenes: 'Scenes',
  songs: 'Songs',
  scripts: 'Scripts',
  accepted: 'Accepted findings',
  searches: 'Searches',
};

/** Most lines of one table that are listed; all are taken with the tick of their table. */
const LISTED = 200;

async function read(file: File): Promise<{ readonly rig: Rig } | { readonly problems: readonly Problem[] }> {
  if (file.size > FILE_LIMIT)
    return {
      problems: [{ place: file.name, message: `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.` }],
    };
  const raw = new Worker(new URL('../../workers/files.worker.ts', import.meta.url), { type: 'module' });
  try {
    const answer = await wrap<FilesWorker>(raw).rig(await file.text());
    return answer.type === 'rig' ? { rig: answer.rig } : { problems: answer.problems };
  } finally {
    raw.terminate();
  }
}

export function MergeDialog({ onClose }: { readonly onClose: () => void }) {
  const rig = useRig((s) => s.index.rig);
  const edit = useRig((s) => s.edit);
  const store = useRigStore();
  const input = useRef<HTMLInputElement>(null);
  const [other, setOther] = useState<Rig | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
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
  };
  const carry = (): void => {
    const made = plan && mergeEdit(rig, plan, chosen);
    if (!made || !edit(made)) return;
    onClose();
    toast(`Merged ${taken.size} ${taken.size === 1 ? 'row' : 'rows'}`, {
      duration: 12_000,
      action: { label: 'Undo', onClick: () => void store.getState().undo() },
    });
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
          Merge {taken.size} {taken.size === 1 ? 'row' : 'rows'}
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <div className="flex items-center gap-3">
          <Button onClick={() => input.current?.click()}>{other ? 'Choose another file…' : 'Choose a file…'}</Button>
          {plan && (
            <span className="text-ink-2">
              {plan.items.length === 0 ? 'Nothing in it differs from what is here' : `${plan.items.length} differ`}; {plan.same}{' '}
              are the same, {plan.onlyHere} are only here and stay.
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
        {problems.length > 0 && <ImportProblems problems={problems} onClose={() => setProblems([])} />}
        {plan &&
          names &&
          (Object.entries(tableWords) as [TableName, string][]).map(([table, words]) => {
            const items = plan.items.filter((i) => i.table === table);
            if (items.length === 0) return null;
            const ids = items.map((i) => i.id);
            return (
              <section key={table} aria-label={words}>
                <label className="flex items-center gap-2 font-semibold">
                  <input
                    type="checkbox"
                    className="accent-verdigris"
                    checked={ids.every((id) => !left.has(id))}
                    onChange={(e) => toggle(ids, e.target.checked)}
                  />
                  {words}
                  <span className="font-mono text-xs font-normal text-ink-2">{items.length}</span>
                </label>
                <ul className="pl-6">
                  {items.slice(0, LISTED).map((item) => (
                    <li key={item.id}>
                      <label className="grid grid-cols-[16px_minmax(0,1fr)_minmax(0,1fr)] items-baseline gap-2 py-0.5">
                        <input
                          type="checkbox"
                          className="accent-verdigris"
                          checked={!left.has(item.id)}
                          onChange={(e) => toggle([item.id], e.target.checked)}
                        />
                        <span className="truncate">{rowName(names, item)}</span>
                        <span className="truncate text-xs text-ink-2" title={item.fields.join(', ')}>
                          {item.state === 'added' ? 'new' : `differs in ${item.fields.join(', ')}`}
                          {left.has(item.id) && taken.has(item.id) && (
                            <span className="text-caution">; comes along, others need it</span>
                          )}
                        </span>
                      </label>
                    </li>
                  ))}
                  {items.length > LISTED && <li className="text-xs text-ink-2">and {items.length - LISTED} more</li>}
                </ul>
              </section>
            );
          })}
      </div>
    </Dialog>
  );
}

function rowName(index: RigIndex, { table, id, row }: MergeItem): string {
  const assignment = table === 'assignments' ? index.assignments.get(id) : undefined;
  if (assignment)
    return `${index.controls.get(assignment.controlId)?.name ?? '?'} ${assignment.gesture.type}: ${meantNames(index, assignment)}`;
  if ('address' in row) return `${index.parameters.get(row.parameterId)?.name ?? '?'} on ${shortName(row.address)}`;
  if ('transport' in row) {
    const name = (unit: string): string => index.controllers.get(unit)?.name ?? index.targets.get(unit)?.name ?? '?';
    return `${name(row.from.unitId)} to ${name(row.to.unitId)}`;
  }
  return 'name' in row ? row.name : id;
}
