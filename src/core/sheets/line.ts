// A line of the sheet: what it is about, and its facts.
import type { Assignment, Landing, Layer } from '../rig';
import type { Fact, FactName } from './fact';

/** What a line is about. `action`: which action of the function, from 0. `tap`: which action of the modifier's tap; null for the layer itself. */
export type LineOf =
  | { readonly type: 'function'; readonly assignment: Assignment; readonly action: number }
  | { readonly type: 'layer'; readonly layer: Layer; readonly tap: number | null }
  /** A layer that the host makes, on the side of the host. */
  | { readonly type: 'host-layer'; readonly layer: Layer }
  | { readonly type: 'landing'; readonly landing: Landing };

export interface SheetLine {
  /** The same from one making of the sheet to the next, as long as its row is there. */
  readonly key: string;
  readonly of: LineOf;
  readonly facts: readonly Fact[];
  /** What is known of the limits of what it moves, in words. */
  readonly limits: readonly string[];
}

/** A fact of a line as the device shows it; empty where the line has none of it. */
export const textOf = (line: SheetLine, name: FactName): string => line.facts.find((f) => f.name === name)?.text ?? '';

/** Whether a line is ticked as entered; null where there is nothing to tick. */
export function isEntered({ of }: SheetLine): boolean | null {
  if (of.type === 'function') return of.assignment.entered !== null;
  return of.type === 'landing' ? of.landing.entered !== null : null;
}

/** Whether a line says something: every word of what is looked for stands in one of its facts, whatever the case. */
export function saysOn(line: SheetLine, sought: string): boolean {
  const said = [...line.facts.map((f) => f.text), ...line.limits].join('\n').toLowerCase();
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((word) => said.includes(word));
}
