'use client';
// Whether the open document is saved: one place in the head, and one dialog behind it where something waits.
import { useCallback, useEffect, useState } from 'react';
import { counted } from '@/core/base';
import { useCommand } from '../commands/use-command';
import { cx } from '../primitives/cx';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import type { RigState, Saving } from '../store/rig-store';
import { savingWords } from './saving-words';
import { useAskedBeforeLeaving, useWayOut } from './way-out';

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

type Waiting = typeof import('./waiting');

/** The dialogs once they are there, and a way to have them at once. They are fetched with the first edit: not with the first view, and not only where the server does not answer any more. */
function useDialogs(wanted: boolean) {
  const [dialogs, setDialogs] = useState<Waiting | null>(null);
  const fetch = useCallback(async (): Promise<void> => setDialogs(await import('./waiting')), []);
  useEffect(() => {
    if (wanted) void fetch().catch(() => undefined);
  }, [fetch, wanted]);
  return { dialogs, fetch };
}

export function SavedState() {
  const saving = useRig((s) => s.saving);
  const unsent = useRig((s) => s.unsent);
  const aside = useRig((s) => s.aside);
  const far = useRig((s) => s.far);
  const [open, setOpen] = useState(false);
  const to = useWayOut((s) => s.to);
  useAskedBeforeLeaving();
  const words = headWords({ saving, unsent, aside });
  const large = words === 'saving' && far !== null;
  const calm = words === 'saved' || words === 'saving';
  const { dialogs, fetch } = useDialogs(words !== 'saved');
  const show = (): void => {
    setOpen(true);
    if (!dialogs) void fetch().catch(() => toast(savingWords[saving]));
  };
  useCommand('edits', show);
  return (
    <>
      <span
        role="status"
        title={savingWords[saving]}
        className={cx('min-w-[88px] text-right max-[720px]:min-w-0 text-xs', calm && 'text-ink-3')}
      >
        {calm && !large ? (
          words
        ) : (
          <button
            type="button"
            onClick={show}
            className={cx('font-medium underline underline-offset-2', large ? 'text-ink-2' : 'text-stop')}
          >
            {words}
            {/* What changes many times a second is not read out. */}
            {large && <span aria-hidden className="tabular-nums">{` ${Math.round(far * 100)} %`}</span>}
          </button>
        )}
      </span>
      {open && dialogs && <dialogs.EditsDialog onClose={() => setOpen(false)} />}
      {to !== null && dialogs && <dialogs.LeaveDialog to={to} />}
    </>
  );
}
