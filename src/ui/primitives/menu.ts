// How menus look: the box that opens, and a line in it.
import { cx } from './cx';

/** The box of a menu; `more` says how wide it is. */
export const menuBox = (more: string): string => cx('z-50 rounded-md border border-control-edge bg-sheet p-1 shadow-lg', more);

/** A line of a menu. */
export const menuLine = 'block rounded-sm px-3 py-1.5 outline-none data-[disabled]:text-ink-3 data-[highlighted]:bg-film';
