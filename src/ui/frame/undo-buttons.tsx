'use client';
// What every head has for the open document: whether it is saved, undo and redo, with their keys.
import { Redo2, Undo2 } from 'lucide-react';
import { useCommand } from '../commands/use-command';
import { Button } from '../primitives/button';
import { useRig, useRigStore } from '../store/provider';
import { SavedState } from './saved-state';

/** Undo belongs to the text while somebody types; ticks and choices have none of their own. */
const outsideText = {
  enableOnFormTags: true,
  ignoreEventWhen: ({ target }: KeyboardEvent): boolean =>
    target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type !== 'checkbox'),
} as const;

export function UndoButtons() {
  const store = useRigStore();
  const undoLabel = useRig((s) => s.undoLabel);
  const redoLabel = useRig((s) => s.redoLabel);
  useCommand('undo', () => store.getState().undo(), outsideText);
  useCommand('redo', () => store.getState().redo(), outsideText);
  return (
    <>
      <SavedState />
      <Button
        size="icon"
        aria-label={undoLabel === null ? 'Undo' : `Undo: ${undoLabel}`}
        title={undoLabel === null ? 'Nothing to undo' : `Undo: ${undoLabel}`}
        disabled={undoLabel === null}
        onClick={() => store.getState().undo()}
      >
        <Undo2 size={16} aria-hidden />
      </Button>
      <Button
        size="icon"
        aria-label={redoLabel === null ? 'Redo' : `Redo: ${redoLabel}`}
        title={redoLabel === null ? 'Nothing to redo' : `Redo: ${redoLabel}`}
        disabled={redoLabel === null}
        onClick={() => store.getState().redo()}
      >
        <Redo2 size={16} aria-hidden />
      </Button>
    </>
  );
}
