'use client';
// What is not in the journal yet, or was refused: why, and what can be done about it.
import { useState } from 'react';
import { toast } from 'sonner';
import { counted } from '@/core/base';
import type { Rig } from '@/core/rig';
import type { Aside, Queued } from '@/core/sync';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { useRig, useRigStore } from '../store/provider';
import { refusalWords, shortly } from '../store/refusal';
import { savingWords } from './saving-words';

export function EditsDialog({ onClose }: { readonly onClose: () => void }) {
  const saving = useRig((s) => s.saving);
  const unsent = useRig((s) => s.unsent);
  const aside = useRig((s) => s.aside);
  const elsewhere = useRig((s) => s.elsewhere);
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title="Changes of this tab"
      description={savingWords[saving]}
      plain={aside.length === 0 && elsewhere === null}
    >
      <div className="flex flex-col gap-5">
        {elsewhere && <OtherDatabase there={elsewhere} unsent={unsent} />}
        {unsent.length > 0 && (
          <section aria-label="Waiting" className="flex flex-col gap-1.5">
            <h3 className="font-semibold">{counted(unsent.length, 'change waits', 'changes wait')}</h3>
            <Changes items={unsent} />
          </section>
        )}
        {aside.length > 0 && (
          <section aria-label="Set aside" className="flex flex-col gap-2">
            <h3 className="font-semibold">Set aside</h3>
            {aside.map((group) => (
              <Group key={group.id} group={group} />
            ))}
          </section>
        )}
        {unsent.length === 0 && aside.length === 0 && !elsewhere && <p className="text-ink-2">Nothing waits here.</p>}
      </div>
    </Dialog>
  );
}

/** The first of a list of changes, and how many more there are. */
function Changes({ items }: { readonly items: readonly Queued[] }) {
  const more = items.length - SHOWN;
  return (
    <ol className="flex flex-col gap-0.5 text-ink-2">
      {items.slice(0, SHOWN).map((item) => (
        <li key={item.id}>{wordsOf(item)}</li>
      ))}
      {more > 0 && <li>and {more} more</li>}
    </ol>
  );
}

const SHOWN = 8;

/** What a change does, with the value where it sets one. */
function wordsOf({ kind, label, edit }: Queued): string {
  if (kind !== 'edit') return `${kind === 'undo' ? 'Undo' : 'Redo'}: ${label}`;
  const only = edit.type === 'batch' && edit.edits.length === 1 ? edit.edits[0] : edit;
  return only?.type === 'set' || only?.type === 'set-head' ? `${label}: ${shortly(only.to)}` : label;
}

/** Edits that were refused together: why, and what can be done about it. */
function Group({ group }: { readonly group: Aside }) {
  const store = useRigStore();
  const { title, detail } = refusalWords(group.refusal);
  const copy = (): void =>
    void navigator.clipboard.writeText(textOf(group)).then(
      () => toast('Copied as text'),
      () => toast.error('Nothing was copied.', { description: 'The browser did not let the page write to the clipboard.' }),
    );
  return (
    <div className="flex flex-col gap-2 rounded-md border px-3 py-2.5">
      <Changes items={group.items} />
      <p>
        <span className="font-semibold">{title}</span> {detail}
      </p>
      <div className="flex gap-2">
        <Button size="small" onClick={() => store.getState().retry(group.id)}>
          Try again
        </Button>
        <Button size="small" onClick={copy}>
          Copy as text
        </Button>
        <Button size="small" tone="quiet" onClick={() => store.getState().letGo(group.id)}>
          Let it go
        </Button>
      </div>
    </div>
  );
}

/** A group as text that can be kept elsewhere: what was wanted, and why it was refused. */
function textOf({ items, refusal }: Aside): string {
  const { title, detail } = refusalWords(refusal);
  return [...items.map((item) => `${wordsOf(item)}\n${JSON.stringify(item.edit, null, 2)}`), `${title} ${detail}`].join('\n\n');
}

/** The database was put back under this tab: what is there now, and what becomes of what is unsent. */
function OtherDatabase({ there, unsent }: { readonly there: Rig; readonly unsent: readonly Queued[] }) {
  const store = useRigStore();
  const mine = useRig((s) => s.index.rig);
  const [choosing, setChoosing] = useState(false);
  const resolve = (take: boolean): void => {
    setChoosing(true);
    store.getState().resolve(take);
  };
  return (
    <section aria-label="Another database" className="flex flex-col gap-2 rounded-md border border-stop px-3 py-2.5">
      <p>
        A backup was restored, or another copy of the database was put in place. What is shown here is still the rig as it was,
        with your {counted(unsent.length, 'change')}.
      </p>
      <table className="w-full text-sm">
        <thead className="text-left text-xs text-ink-2">
          <tr>
            <th scope="col" className="font-medium">
              <span className="sr-only">What</span>
            </th>
            <th scope="col" className="font-medium">
              Here
            </th>
            <th scope="col" className="font-medium">
              There now
            </th>
          </tr>
        </thead>
        <tbody>
          {compared(mine, there).map(([what, here, now]) => (
            <tr key={what}>
              <th scope="row" className="py-0.5 text-left font-normal text-ink-2">
                {what}
              </th>
              <td>{here}</td>
              <td>{now}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex gap-2">
        <Button tone="primary" disabled={choosing} onClick={() => resolve(true)}>
          Put my {counted(unsent.length, 'change')} on what is there
        </Button>
        <Button disabled={choosing} onClick={() => resolve(false)}>
          Let mine go
        </Button>
      </div>
    </section>
  );
}

const compared = (mine: Rig, there: Rig): readonly (readonly [string, string | number, string | number])[] => [
  ['Name', mine.name, there.name],
  ['Functions', mine.assignments.length, there.assignments.length],
  ['Parameters', mine.parameters.length, there.parameters.length],
];
