// What is said to those who cannot see a drag: names, never ids.
import type { Announcements, ScreenReaderInstructions } from '@dnd-kit/core';
import type { RigIndex } from '@/core/rig';
import { tapeOf } from '../faceplate/tape-id';

/** A drag of a parameter, or of what a control does, onto a control, in words. */
export function dragWords(index: RigIndex): {
  readonly announcements: Announcements;
  readonly screenReaderInstructions: ScreenReaderInstructions;
} {
  const parameter = (id: string | number): string => {
    const tape = tapeOf(index, id);
    return tape ? `What ${tape.name} does` : (index.parameters.get(String(id))?.name ?? 'the parameter');
  };
  const control = (id: string | number | undefined): string | null => index.controls.get(String(id))?.name ?? null;
  return {
    announcements: {
      onDragStart: ({ active }) => `${parameter(active.id)} is picked up.`,
      onDragOver: ({ active, over }) =>
        control(over?.id) === null
          ? `${parameter(active.id)} is over no control.`
          : `${parameter(active.id)} is over ${control(over?.id)}.`,
      onDragEnd: ({ active, over }) =>
        control(over?.id) === null
          ? `${parameter(active.id)} was let go over no control: nothing changed.`
          : `${parameter(active.id)} was put on ${control(over?.id)}.`,
      onDragCancel: ({ active }) => `${parameter(active.id)} stays where it was.`,
    },
    screenReaderInstructions: {
      draggable: 'Choose a control first; then press Enter here to put this parameter on it.',
    },
  };
}
