// A line of the sheet: what it is about, and its facts.
import { exhaustive } from '../base';
import {
  type Arrival,
  type Assignment,
  type Landing,
  type Layer,
  type Parameter,
  type Preset,
  SHEET_FORM,
  type SwitchGroup,
  type Tickable,
  type Wire,
} from '../rig';
import type { Fact, FactName } from './fact';

/** What a line is about. `action`: which action of the function, from 0. `tap`: which action of the modifier's tap; null for the layer itself. */
export type LineOf =
  | { readonly type: 'function'; readonly assignment: Assignment; readonly action: number }
  | { readonly type: 'layer'; readonly layer: Layer; readonly tap: number | null }
  /** What a further modifier of a layer sends for it, where it has a message of its own. */
  | { readonly type: 'layer-signal'; readonly layer: Layer; readonly by: string }
  /** A layer that the host makes, on the side of the host. `by`: the further modifier whose message it is; null for the others. */
  | { readonly type: 'host-layer'; readonly layer: Layer; readonly by: string | null }
  | { readonly type: 'landing'; readonly landing: Landing }
  /** What a macro moves along. `drive`: which of them, from 0; null for the macro itself. */
  | { readonly type: 'macro'; readonly parameter: Parameter; readonly drive: number | null }
  /** What a target keeps under one step. `value`: which of its values, from 0; null for the step itself. */
  | { readonly type: 'preset'; readonly preset: Preset; readonly value: number | null }
  /** Switches that release each other. */
  | { readonly type: 'group'; readonly group: SwitchGroup }
  /** What is done on arriving somewhere. `action`: which of its actions, from 0; null for the arrival itself. */
  | { readonly type: 'arrival'; readonly arrival: Arrival; readonly action: number | null }
  /** What a translator on a wire makes of what fits one of its lines. `rest`: what becomes of everything else, with which the translator is ticked as a whole. */
  | { readonly type: 'translator'; readonly wire: Wire; readonly rest: boolean }
  /** A step of the player's own before or after what is entered in a unit. */
  | { readonly type: 'set-up'; readonly unitId: string; readonly when: 'before' | 'after' };

export interface SheetLine {
  /** The same from one making of the sheet to the next, as long as its row is there. */
  readonly key: string;
  readonly of: LineOf;
  readonly facts: readonly Fact[];
  /** What is known of the limits of what it moves, in words. */
  readonly limits: readonly string[];
  /** Whether it is entered as it reads here. */
  readonly entered: boolean;
  /** Facts that the sheet did not show yet when it was ticked; none where it stood on it as it does now. */
  readonly fresh: readonly FactName[];
}

/** A fact of a line as the device shows it; empty where the line has none of it. */
export const textOf = (line: SheetLine, name: FactName): string => line.facts.find((f) => f.name === name)?.text ?? '';

/** Whether a line is entered as it reads; null where there is nothing to tick: taps and further signals go with their layer, values with their preset, what is moved along with its macro, actions with their arrival, a layer of the host with its modifier, steps of set-up are done each time, a translator has one tick with what becomes of the rest, and what a target came with is there. */
export function isEntered({ of, entered }: SheetLine): boolean | null {
  return (of.type === 'landing' && of.landing.given !== null) ||
    of.type === 'host-layer' ||
    of.type === 'layer-signal' ||
    (of.type === 'translator' && !of.rest) ||
    of.type === 'set-up' ||
    (of.type === 'layer' && of.tap !== null) ||
    (of.type === 'preset' && of.value !== null) ||
    (of.type === 'macro' && of.drive !== null) ||
    (of.type === 'arrival' && of.action !== null)
    ? null
    : entered;
}

/** The row that a line is ticked on. */
export function tickedRow({ of }: SheetLine): Tickable | null {
  switch (of.type) {
    case 'function':
      return of.assignment;
    case 'landing':
      return of.landing.given === null ? of.landing : null;
    case 'layer':
      return of.tap === null ? of.layer : null;
    case 'macro':
      return of.drive === null ? of.parameter : null;
    case 'preset':
      return of.value === null ? of.preset : null;
    case 'group':
      return of.group;
    case 'arrival':
      return of.action === null ? of.arrival : null;
    case 'translator':
      return of.rest ? of.wire : null;
    case 'host-layer':
    case 'layer-signal':
    case 'set-up':
      return null;
    default:
      return exhaustive(of);
  }
}

/** What the first form of the sheet did not show. */
const notInFormOne: ReadonlySet<FactName> = new Set([
  'with',
  'within',
  'singles',
  'bankBefore',
  'bytes',
  'sentAs',
  'fast',
  'curve',
  'longText',
  'colour',
  'port',
  'coding',
  'takeover',
]);

/** The facts of a line that are new on the sheet since it was ticked. */
export function freshOn(row: Tickable, facts: readonly Fact[]): readonly FactName[] {
  if (row.entered === null || (row.entered.sheet ?? 1) >= SHEET_FORM) return [];
  const plain = new Set(['go', 'wait', 'tempo', 'keystroke']);
  const type = facts.find((f) => f.name === 'type')?.value;
  return facts.filter((f) => notInFormOne.has(f.name) || (f.name === 'values' && plain.has(String(type)))).map((f) => f.name);
}

/** Whether a line says something: every word of what is looked for stands in one of its facts, whatever the case. */
export function saysOn(line: SheetLine, sought: string): boolean {
  const said = [...line.facts.map((f) => f.text), ...line.limits].join('\n').toLowerCase();
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((word) => said.includes(word));
}
