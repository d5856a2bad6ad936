// Under which id the tape of a control is dragged: the control itself is what is dropped on.
import type { Control, RigIndex } from '@/core/rig';

const MARK = 'tape ';

export const tapeId = (controlId: string): string => `${MARK}${controlId}`;

/** The control whose tape is dragged; null where something else is. */
export const tapeOf = (index: RigIndex, id: string | number): Control | null =>
  String(id).startsWith(MARK) ? (index.controls.get(String(id).slice(MARK.length)) ?? null) : null;
