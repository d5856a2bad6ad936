'use client';
// What is not in the journal yet, or was refused: why, and what can be done about it.
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import type { RigIndex } from '@/core/rig';
import { type Aside, beside, type Queued, type There } from '@/core/sync';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Progress } from '../primitives/progress';
import { toast } from '../primitives/toast';
import { useRig, useRigStore } from '../store/provider';
import { refusalWords, shortly } from '../store/refusal';
import { changeWords } from './change-words';
import { savingWords } from './saving-words';

export function EditsDialog({ onClose }: { readonly onClose: () => void }) {
  const saving = useRig((s) => s.saving);
  const unsent = useRig((s) => s.unsent);
  const aside = useRig((s) => s.aside);
  const apart = useRig((s) => s.elsewhere !== null);
  const far = useRig((s) => s.far);
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title="Changes of this tab"
      description={saving === 'saved' && aside.length > 0 ? 'Everything else is saved.' : savingWords[saving]}
      plain={aside.length === 0 && !apart && far === null}
      wide={apart}
    >
      <div className="flex flex-col gap-5">
        {apart && <OtherDatabase />}
        {unsent.length > 0 && !apart && (
          <section aria-label="Waiting" className="flex flex-col gap-1.5">
            <h3 className="font-semibold">{counted(unsent.length, 'change waits', 'changes wait')}</h3>
            {far !== null && <HowFar far={far} />}
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
        {unsent.length === 0 && aside.length === 0 && !apart && <p className="text-ink-2">Nothing waits here.</p>}
      </div>
    </Dialog>
  );
}

/** How far a large change is, and a way not to wait for it. */
function HowFar({ far }: { readonly far: number }) {
  const store = useRigStore();
  return (
    <div className="flex items-center gap-3">
      <Progress label="Saving a large change" value={Math.round(far * 100)} max={100} className="flex-1" />
      <span className="w-10 text-right tabular-nums">{Math.round(far * 100)} %</span>
      <Button size="small" onClick={() => store.getState().stop()}>
        Stop
      </Button>
    </div>
  );
}

/** The first of a list of changes, and how many more there are. */
function Changes({ items }: { readonly items: readonly Queued[] }) {
  const index = useRig((s) => s.index);
  const more = items.length - SHOWN;
  return (
    <ol className="flex flex-col gap-0.5 text-ink-2">
      {items.slice(0, SHOWN).map((item) => (
        <li key={item.id} className="break-words">
          {changeWords(index, item)}
        </li>
      ))}
      {more > 0 && <li>and {more} more</li>}
    </ol>
  );
}

const SHOWN = 8;

/** Edits that were refused together: why, and what can be done about it. */
function Group({ group }: { readonly group: Aside }) {
  const store = useRigStore();
  const { title, detail } = refusalWords(group.refusal);
  const copy = (): void =>
    void navigator.clipboard.writeText(textOf(store.getState().index, group)).then(
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
function textOf(index: RigIndex, { items, refusal }: Aside): string {
  const { title, detail } = refusalWords(refusal);
  const wanted = items.map((item) => `${changeWords(index, item)}\n${JSON.stringify(item.edit, null, 2)}`);
  return [...wanted, `${title} ${detail}`].join('\n\n');
}

const heard = 'A backup was restored, or another copy of the database was put in place.';

/** The database is another one: what is there now beside what is unsent, and what becomes of that. */
function OtherDatabase() {
  const store = useRigStore();
  const index = useRig((s) => s.index);
  const unsent = useRig((s) => s.unsent);
  const there = useRig((s) => s.elsewhere);
  const [choosing, setChoosing] = useState(false);
  const lines = useMemo(() => (there ? beside(there.rig, unsent) : []), [there, unsent]);
  if (!there) return null;
  const resolve = (take: boolean): void => {
    setChoosing(true);
    store.getState().resolve(take);
  };
  const fits = lines.filter((line) => line.stands).length;
  const mine = counted(unsent.length, 'change');
  return (
    <section aria-label="Another database" className="flex flex-col gap-3 rounded-md border border-stop px-3 py-2.5">
      <p>
        {there.left
          ? `${heard} Your ${mine} from before ${unsent.length === 1 ? 'is' : 'are'} not in it: the screen shows the rig without ${unsent.length === 1 ? 'it' : 'them'}.`
          : `${heard} The screen still shows the rig as it was, with your ${mine}.`}
      </p>
      <table className="w-full table-fixed text-[13.5px]">
        <thead className="text-left text-xs text-ink-2">
          <tr className="border-b">
            <th scope="col" className="py-1 font-semibold">
              Your change
            </th>
            <th scope="col" className="w-[38%] font-semibold">
              There now
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.slice(0, SHOWN).map(({ item, stands, there: now }) => (
            <tr key={item.id} className="border-b align-baseline last:border-b-0">
              <td className="py-1 pr-3 break-words">{changeWords(index, item)}</td>
              <td className="break-words text-ink-2">
                {now && thereWords(now)}
                {!stands && <span className="block text-stop">does not fit there</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines.length > SHOWN && <p className="text-ink-2">and {lines.length - SHOWN} more</p>}
      {fits < lines.length && (
        <p>
          {fits === 0 ? 'None of them fits' : `${fits} of ${lines.length} fit`} what is there. What does not fit is set aside,
          where you can copy it.
        </p>
      )}
      <div className="flex gap-2">
        <Button tone="primary" disabled={choosing} onClick={() => resolve(true)}>
          Put my {mine} on what is there
        </Button>
        <Button disabled={choosing} onClick={() => resolve(false)}>
          Let mine go
        </Button>
      </div>
    </section>
  );
}

function thereWords(there: There): string {
  if (there.type === 'value') return shortly(there.value);
  return there.type === 'row' ? 'is there' : 'is not there';
}
