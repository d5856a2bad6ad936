'use client';
// What every head has for the open document: whether it is saved, undo and redo, with their keys.
import { Redo2, Undo2 } from 'lucide-react';
import { useCommand } from '../commands/use-command';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { useRig, useRigStore } from '../store/provider';
import type { Saving } from '../store/rig-store';

/** Undo belongs to the text while somebody types; ticks and choices have none of their own. */
const outsideText = {
  enableOnFormTags: true,
  ignoreEventWhen: ({ target }: KeyboardEvent): boolean =>
    target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type !== 'checkbox'),
} as const;

/** How the state of saving reads in the head, and in full. */
const savingWords: Readonly<Record<Saving, readonly [short: string, full: string]>> = {
  saved: ['saved', 'Everything is saved.'],
  saving: ['saving', 'The last change is being saved.'],
  offline: ['not saved yet', 'Keen Dial does not answer. Your changes wait here and are sent again.'],
  'disk-full': ['disk full', 'The disk is full: your changes wait here. Make room, and they are saved by themselves.'],
  'read-only': ['read-only', 'The data folder cannot be written: your changes wait here until it can.'],
  locked: ['locked', 'Another program holds the database: your changes wait here until it lets go.'],
  damaged: ['damaged', 'The database is damaged: your changes wait here. The list of rigs leads to the backups.'],
};

export function UndoButtons() {
  const store = useRigStore();
  const undoLabel = useRig((s) => s.undoLabel);
  const redoLabel = useRig((s) => s.redoLabel);
  const saving = useRig((s) => s.saving);
  useCommand('undo', () => void store.getState().undo(), outsideText);
  useCommand('redo', () => void store.getState().redo(), outsideText);
  return (
    <>
      <span
        role="status"
        title={savingWords[saving][1]}
        className={cx(
          'w-[88px] text-right text-xs',
          saving === 'saved' || saving === 'saving' ? 'text-ink-3' : 'font-medium text-stop',
        )}
      >
        {savingWords[saving][0]}
      </span>
      <Button
        size="icon"
        aria-label={undoLabel === null ? 'Undo' : `Undo: ${undoLabel}`}
        title={undoLabel === null ? 'Nothing to undo' : `Undo: ${undoLabel}`}
        disabled={undoLabel === null}
        onClick={() => void store.getState().undo()}
      >
        <Undo2 size={16} aria-hidden />
      </Button>
      <Button
        size="icon"
        aria-label={redoLabel === null ? 'Redo' : `Redo: ${redoLabel}`}
        title={redoLabel === null ? 'Nothing to redo' : `Redo: ${redoLabel}`}
        disabled={redoLabel === null}
        onClick={() => void store.getState().redo()}
      >
        <Redo2 size={16} aria-hidden />
      </Button>
    </>
  );
}
