// What one step of the walk is.
import type { Arrival, Assignment, Control, GestureType, Landing, Layer, Parameter, Preset, SwitchGroup, Wire } from '../rig';
import type { SheetLine } from './line';
import type { Recipe } from './recipe';

interface Common {
  /** The same from one making of the walk to the next, as long as its row is there. */
  readonly key: string;
  readonly unitId: string;
  readonly unit: string;
  /** Rough time in seconds. Common practice, no source. */
  readonly seconds: number;
}

export type EntryStep =
  /** What has to be so before anything is entered in a unit, or is done after it; nothing to tick. */
  | (Common & {
      readonly type: 'set-up';
      readonly side: 'controller' | 'target';
      readonly when: 'before' | 'after';
      readonly todo: readonly string[];
    })
  /** A layer, in the controller of its modifier or in the host that makes it. */
  | (Common & {
      readonly type: 'layer';
      readonly side: 'controller' | 'target';
      readonly lines: readonly SheetLine[];
      readonly layer: Layer;
      readonly done: boolean;
    })
  | (Common & {
      readonly type: 'control';
      readonly assignment: Assignment;
      readonly control: Control;
      /** One line each message that it sends. */
      readonly lines: readonly SheetLine[];
      /** The panel recipe written out for the whole function; null where the unit has none. */
      readonly recipe: Recipe | null;
      readonly done: boolean;
    })
  /** Keeps what was entered in a slot before another one is opened. */
  | (Common & {
      readonly type: 'save';
      readonly place: string;
      readonly assignments: readonly Assignment[];
      readonly done: boolean;
    })
  | (Common & {
      readonly type: 'parameter';
      /** One, or all that one message moves here where they are learnt at once. */
      readonly landings: readonly Landing[];
      readonly lines: readonly SheetLine[];
      /** Learnt by moving the control, or typed in; `why` says what speaks against learning. */
      readonly how: 'learn' | 'type';
      readonly why: string | null;
      /** The control that is moved to teach it, and where it stands; null where nothing sends to it. */
      readonly by: {
        readonly functionId: string;
        readonly control: string;
        readonly gesture: GestureType;
        readonly place: string;
      } | null;
      /** What has to be so first, and what to watch for. */
      readonly before: readonly string[];
      /** What else may be caught instead, and by what it is told: `it shows CC 21: K 2 was caught`. */
      readonly caught: readonly string[];
      readonly done: boolean;
    })
  /** What holds at a place of a controller: switches that release each other, or what is done on arriving there. */
  | (Common & {
      readonly type: 'place';
      readonly lines: readonly SheetLine[];
      readonly row: SwitchGroup | Arrival;
      readonly done: boolean;
    })
  /** What a translator on a wire makes of what goes through it. */
  | (Common & {
      readonly type: 'translator';
      readonly lines: readonly SheetLine[];
      readonly wire: Wire;
      readonly done: boolean;
    })
  /** What a macro of a target moves along. */
  | (Common & {
      readonly type: 'macro';
      readonly lines: readonly SheetLine[];
      readonly macro: Parameter;
      readonly done: boolean;
    })
  /** What a target keeps under one step. */
  | (Common & {
      readonly type: 'preset';
      readonly lines: readonly SheetLine[];
      readonly preset: Preset;
      readonly done: boolean;
    })
  /** What nothing sends to any more and is still entered: taken out there, and un-ticked here. */
  | (Common & { readonly type: 'clear'; readonly lines: readonly SheetLine[]; readonly landings: readonly Landing[] });

/** How long a step of each sort takes, in seconds. Common practice, no source. */
export const SECONDS = {
  'set-up': 20,
  layer: 30,
  place: 30,
  entry: 30,
  save: 10,
  learn: 8,
  type: 15,
  macro: 40,
  preset: 40,
  clear: 10,
} as const;
