'use client';
// Dragging a parameter onto a control: what is on its way, and what comes of dropping it.
import { type DragEndEvent, type DragStartEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useState } from 'react';
import { defaultGesture, isMover } from '@/core/commands';
import type { Control, GestureType, Parameter, RigIndex } from '@/core/rig';
import { shownGesture } from '../faceplate/effective';
import type { Where } from '../place/use-place';
import type { Assigning } from './use-assigning';

/** Pixels that a pointer moves before it drags: less is a click. */
const SLACK = 5;

export function useParameterDrag(index: RigIndex, where: Where, assigning: Assigning) {
  const [dragged, setDragged] = useState<Parameter | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: SLACK } }));
  // What can be turned and pushed takes what goes in steps on the push, and all else on the turn, whatever stands on the other.
  const gestureFor = (onto: Control, parameter: Parameter): GestureType | null => {
    const asked = onto.id === where.control?.id ? where.gesture : null;
    return asked === null && isMover(onto) && onto.subControls.includes('push')
      ? defaultGesture(onto, parameter).type
      : shownGesture(index, onto, where.place, asked);
  };
  const context = {
    sensors,
    onDragStart: (event: DragStartEvent): void => setDragged(index.parameters.get(String(event.active.id)) ?? null),
    onDragEnd: (event: DragEndEvent): void => {
      setDragged(null);
      const parameter = index.parameters.get(String(event.active.id));
      const onto = event.over ? index.controls.get(String(event.over.id)) : undefined;
      if (parameter && onto) assigning.put(parameter, onto, gestureFor(onto, parameter), 'assign');
    },
    onDragCancel: (): void => setDragged(null),
  };
  return { dragged, context };
}
