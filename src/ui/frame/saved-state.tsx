'use client';
// Whether the open document is saved: one place in the head, and one dialog behind it where something waits.
import { useState } from 'react';
import { counted } from '@/core/base';
import { cx } from '../primitives/cx';
import { useRig } from '../store/provider';
import type { RigState, Saving } from '../store/rig-store';
// Not fetched when it is asked for: it is needed above all where the server does not answer.
import { EditsDialog } from './edits-dialog';
import { savingWords } from './saving-words';

const short: Readonly<Record<Exclude<Saving, 'offline'>, string>> = {
  saved: 'saved',
  saving: 'saving',
  parted: 'database put back',
  'disk-full': 'disk full',
  'read-only': 'read-only',
  locked: 'locked',
  damaged: 'damaged',
};

/** What the head says: what is wrong comes before what was set aside, and that before what goes well. */
function headWords({ saving, unsent, aside }: Pick<RigState, 'saving' | 'unsent' | 'aside'>): string {
  if (saving === 'offline') return unsent.length === 0 ? 'no answer' : counted(unsent.length, 'edit waits', 'edits wait');
  const waiting = aside.reduce((sum, group) => sum + group.items.length, 0);
  if ((saving === 'saved' || saving === 'saving') && waiting > 0) return `${waiting} set aside`;
  return short[saving];
}

export function SavedState() {
  const saving = useRig((s) => s.saving);
  const unsent = useRig((s) => s.unsent);
  const aside = useRig((s) => s.aside);
  const [open, setOpen] = useState(false);
  const words = headWords({ saving, unsent, aside });
  const calm = words === 'saved' || words === 'saving';
  return (
    <>
      <span role="status" title={savingWords[saving]} className={cx('min-w-[88px] text-right text-xs', calm && 'text-ink-3')}>
        {calm ? (
          words
        ) : (
          <button type="button" onClick={() => setOpen(true)} className="font-medium text-stop underline underline-offset-2">
            {words}
          </button>
        )}
      </span>
      {open && <EditsDialog onClose={() => setOpen(false)} />}
    </>
  );
}
