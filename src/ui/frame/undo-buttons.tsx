'use client';
// What every head has for the open document: whether it is saved, undo and redo, with their keys.
import { Redo2, Undo2 } from 'lucide-react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { useRig, useRigStore } from '../store/provider';

/** Undo belongs to the text while somebody types; ticks and choices have none of their own. */
const outsideText = {
  preventDefault: true,
  enableOnFormTags: true,
  ignoreEventWhen: ({ target }: KeyboardEvent): boolean =>
    target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type !== 'checkbox'),
} as const;

export function UndoButtons() {
  const store = useRigStore();
  const undoLabel = useRig((s) => s.undoLabel);
  const redoLabel = useRig((s) => s.redoLabel);
  const saving = useRig((s) => s.saving);
  useHotkeys('mod+z', () => void store.getState().undo(), outsideText);
  useHotkeys(['mod+shift+z', 'mod+y'], () => void store.getState().redo(), outsideText);
  return (
    <>
      <span
        role="status"
        className={cx('w-[88px] text-right text-xs', saving === 'offline' ? 'font-medium text-stop' : 'text-ink-3')}
      >
        {saving === 'offline' ? 'not saved yet' : saving === 'saving' ? 'saving' : 'saved'}
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
