'use client';
// Going to a control, or to the place where an assignment acts.
import { useCallback } from 'react';
import { asGesture } from '@/core/commands';
import type { Assignment, Control, Controller, RigIndex } from '@/core/rig';
import type { GoTo } from '../place/use-place';

export function useChoosing(index: RigIndex, controller: Controller | null | undefined, go: GoTo) {
  const choose = useCallback(
    (next: Control): void => go({ control: next.id, controller: next.controllerId, gesture: null }),
    [go],
  );
  const chooseAssignment = useCallback(
    (a: Assignment): void => {
      const at = index.controls.get(a.controlId);
      if (!at) return;
      const same = a.bank === null && at.controllerId === controller?.id;
      go({
        control: at.id,
        controller: at.controllerId,
        gesture: asGesture(a.gesture.type),
        layer: a.layerId,
        ...(same ? {} : { bank: a.bank ?? 0 }),
        ...(a.page === null && at.controllerId === controller?.id ? {} : { page: a.page ?? 0 }),
      });
    },
    [go, index, controller?.id],
  );
  return { choose, chooseAssignment };
}
