'use client';
// Dragging onto a control: a parameter, or what another control does. What is on its way, and what comes of dropping it.
import { type DragEndEvent, type DragStartEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { nanoid } from 'nanoid';
import { useEffect, useRef, useState } from 'react';
import { type CopyWish, copyEdit, defaultGesture, doneAt, type Place, planCopy } from '@/core/commands';
import { type Control, doingWords, type GestureType, isMover, type Parameter, type RigIndex } from '@/core/rig';
import { effective, offeredGestures, shownGesture } from '../faceplate/effective';
import { tapeOf } from '../faceplate/tape-id';
import type { Where } from '../place/use-place';
import { useRig } from '../store/provider';
import type { Copying } from './panel-commands';
import type { Assigning } from './use-assigning';

/** Pixels that a pointer moves before it drags: less is a click. */
const SLACK = 5;

export function usePanelDrag(index: RigIndex, where: Where, assigning: Assigning, ask: (wish: Copying) => void) {
  const edit = useRig((s) => s.edit);
  const [dragged, setDragged] = useState<string | null>(null);
  const copies = useCtrl(dragged !== null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: SLACK } }));
  // What can be turned and pushed takes what goes in steps on the push, and all else on the turn, whatever stands on the other.
  const gestureFor = (onto: Control, parameter: Parameter): GestureType | null => {
    const asked = onto.id === where.control?.id ? where.gesture : null;
    return asked === null && isMover(onto) && onto.subControls.includes('push')
      ? defaultGesture(onto, parameter).type
      : shownGesture(index, onto, where.place, asked);
  };
  /** Moves or copies at once where nothing is in the way; else it is asked. */
  const carry = (from: Control, onto: Control): void => {
    if (from.id === onto.id) return;
    const place = standsAt(index, from, where.place);
    const way: CopyWish['way'] = copies.current ? 'copy' : 'move';
    const wish: CopyWish = { from, place, onto, spots: [place], way, numbers: 'new', over: false };
    const rows = planCopy(index, wish);
    if (rows.length > 0 && rows.every((r) => r.skip === null)) edit(copyEdit(index, wish, rows, () => nanoid(10)));
    else ask({ from, place, onto, at: place, way });
  };
  const context = {
    sensors,
    onDragStart: (event: DragStartEvent): void => {
      const tape = tapeOf(index, event.active.id);
      setDragged(tape ? wordsOf(index, tape, where.place) : (index.parameters.get(String(event.active.id))?.name ?? null));
    },
    onDragEnd: (event: DragEndEvent): void => {
      setDragged(null);
      const onto = event.over ? index.controls.get(String(event.over.id)) : undefined;
      const tape = tapeOf(index, event.active.id);
      const parameter = index.parameters.get(String(event.active.id));
      if (onto && tape) carry(tape, onto);
      else if (onto && parameter) assigning.put(parameter, onto, gestureFor(onto, parameter), 'assign');
    },
    onDragCancel: (): void => setDragged(null),
  };
  return { dragged, context };
}

/** Whether Ctrl (or Command) is held while something is dragged. */
function useCtrl(dragging: boolean) {
  const held = useRef(false);
  useEffect(() => {
    if (!dragging) return;
    const note = (event: PointerEvent | globalThis.KeyboardEvent): void => {
      held.current = event.ctrlKey || event.metaKey;
    };
    const kinds = ['pointermove', 'pointerup', 'keydown', 'keyup'] as const;
    for (const kind of kinds) window.addEventListener(kind, note, true);
    return () => {
      for (const kind of kinds) window.removeEventListener(kind, note, true);
    };
  }, [dragging]);
  return held;
}

/** Where what acts at a place stands: there itself, or at the place of every bank, page or Base that reaches through. */
function standsAt(index: RigIndex, control: Control, place: Place): Place {
  if (doneAt(index, control, place).length > 0) return place;
  const [first] = offeredGestures(index, control).flatMap((g) => effective(index, control, place, g) ?? []);
  return first ? { bank: first.assignment.bank, page: first.assignment.page, layerId: first.assignment.layerId } : place;
}

const wordsOf = (index: RigIndex, control: Control, place: Place): string =>
  doneAt(index, control, standsAt(index, control, place))
    .map((a) => doingWords(index, a))
    .join(', ') || control.name;
