// Parameters out of a list that may be very long: what is typed narrows it, and only so many are drawn.
import type { Parameter } from '@/core/rig';

/** As many as are drawn at once; with more there is something to type into. */
export const DRAWN = 60;

/** Whether a name has what is looked for in it. */
export const isSought = (sought: string, { name }: Parameter): boolean =>
  name.toLowerCase().includes(sought.trim().toLowerCase());

/** The first parameters whose name has what is looked for in it; one that is chosen is always among them. */
export function foundParameters(
  parameters: readonly Parameter[],
  sought: string,
  chosen: string = '',
  most: number = DRAWN,
): readonly Parameter[] {
  const found: Parameter[] = [];
  let kept: Parameter | undefined;
  for (const p of parameters) {
    if (found.length >= most) {
      if (chosen === '' || kept) break;
      if (p.id === chosen) kept = p;
      continue;
    }
    if (p.id === chosen) kept = p;
    if (p.id === chosen || isSought(sought, p)) found.push(p);
  }
  return kept && !found.includes(kept) ? [...found, kept] : found;
}
