'use client';
// Whether the open document is saved: one place in the head, and one dialog behind it where something waits.
import { useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { counted } from '@/core/base';
import { cx } from '../primitives/cx';
import { useRig } from '../store/provider';
import type { RigState, Saving } from '../store/rig-store';
import { savingWords } from './saving-words';

const short: Readonly<Record<Exclude<Saving, 'offline'>, string>> = {
  saved: 'saved',
  saving: 'saving',
  gone: 'rig is gone',
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

type EditsDialog = typeof import('./edits-dialog').EditsDialog;

/** The dialog once it is there, and a way to have it at once. It is fetched with the first edit: not with the first view, and not only where the server does not answer any more. */
function useDialog(wanted: boolean) {
  const [Dialog, setDialog] = useState<EditsDialog | null>(null);
  const fetch = useCallback(async (): Promise<void> => {
    const { EditsDialog } = await import('./edits-dialog');
    setDialog(() => EditsDialog);
  }, []);
  useEffect(() => {
    if (wanted) void fetch().catch(() => undefined);
  }, [fetch, wanted]);
  return { Dialog, fetch };
}

export function SavedState() {
  const saving = useRig((s) => s.saving);
  const unsent = useRig((s) => s.unsent);
  const aside = useRig((s) => s.aside);
  const [open, setOpen] = useState(false);
  const words = headWords({ saving, unsent, aside });
  const calm = words === 'saved' || words === 'saving';
  const { Dialog, fetch } = useDialog(words !== 'saved');
  const show = (): void => {
    setOpen(true);
    if (!Dialog) void fetch().catch(() => toast(savingWords[saving]));
  };
  return (
    <>
      <span role="status" title={savingWords[saving]} className={cx('min-w-[88px] text-right text-xs', calm && 'text-ink-3')}>
        {calm ? (
          words
        ) : (
          <button type="button" onClick={show} className="font-medium text-stop underline underline-offset-2">
            {words}
          </button>
        )}
      </span>
      {open && Dialog && <Dialog onClose={() => setOpen(false)} />}
    </>
  );
}
