import type { Face, Ink } from './paper';

/** A line of writing with its baseline at `y`; all in millimetres. */
export const text = (words: string, x: number, y: number, face: Face, size: number): Ink => ({
  type: 'text',
  x,
  y,
  text: words,
  face,
  size,
});
