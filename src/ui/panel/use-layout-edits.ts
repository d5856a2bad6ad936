'use client';
// What is done to the controls of a panel as a whole: added, copied, deleted; the panel grows with what is added where that is wanted.
import { nanoid } from 'nanoid';
import { counted } from '@/core/base';
import { addGrid, copyControls, type GridWish, removeControls, resizePanel, roomFor } from '@/core/commands';
import { apply, batch, type Control, type Controller, type RigIndex } from '@/core/rig';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';

const newId = (): string => nanoid(10);

interface Ground {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly chosen: readonly Control[];
  readonly choose: (ids: readonly string[]) => void;
}

export interface LayoutEdits {
  /** Adds what is wished; `grow` makes the panel large enough first. False where nothing was added. */
  readonly add: (wish: GridWish, grow: boolean) => boolean;
  readonly copy: () => void;
  readonly remove: () => void;
}

export function useLayoutEdits({ index, controller, chosen, choose }: Ground): LayoutEdits {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const add = (wish: GridWish, grow: boolean): boolean => {
    const needs = roomFor(wish);
    const bigger = grow
      ? resizePanel(index.rig, controller, {
          width: Math.max(controller.width, needs.width + 10),
          height: Math.max(controller.height, needs.height + 10),
        })
      : null;
    const grown = bigger ? apply(index.rig, bigger) : null;
    const rig = grown?.ok ? grown.value : index.rig;
    const unit = rig.controllers.find((c) => c.id === controller.id) ?? controller;
    const made = addGrid(rig, unit, wish, newId);
    if (!made) return false;
    const whole = bigger && made.edit.type === 'batch' ? batch(made.edit.label, [bigger, ...made.edit.edits]) : made.edit;
    if (!edit(whole)) return false;
    choose(made.ids);
    return true;
  };
  const copy = (): void => {
    const made = copyControls(index.rig, controller, chosen, newId);
    if (!made) {
      toast.error('There is no room for copies.', { description: 'Make the panel larger, or move something aside.' });
      return;
    }
    if (edit(made.edit)) choose(made.ids);
  };
  const remove = (): void => {
    if (chosen.length === 0) return;
    const standing = chosen.reduce((n, c) => n + (index.assignmentsOf.get(c.id)?.length ?? 0), 0);
    const what = chosen.length === 1 ? (chosen[0]?.name ?? '') : `${chosen.length} controls`;
    const made = removeControls(index.rig, chosen);
    if (!made || !edit(made)) return;
    choose([]);
    undoable(`Deleted ${what}${standing > 0 ? ` and ${counted(standing, 'assignment')} on it` : ''}`);
  };
  return { add, copy, remove };
}
