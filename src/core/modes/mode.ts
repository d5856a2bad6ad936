// What a receive mode is: how a landing turns what arrives into the parameter's next value, and what goes back.
import type { MessageType, RelativeCoding } from '../midi';
import type { CurveSpec, ScaleSpec } from '../values';

/** What a mode reads of a landing. Values are in the parameter's unit. */
export interface HeardRange {
  readonly from: number;
  readonly to: number;
  readonly setValue: number;
  readonly coding: RelativeCoding | null;
  /** The message values that it acts on, where it does not act on every press. */
  readonly chosenBy: { readonly from: number; readonly to: number } | null;
  readonly curve: CurveSpec;
  /** How many steps one press goes, in what steps up and down. */
  readonly by: number;
}

/** What a mode reads of a parameter. */
export interface HeardParameter {
  readonly kind: 'continuous' | 'stepped' | 'toggle' | 'trigger';
  readonly lowest: number;
  readonly highest: number;
  readonly scale: ScaleSpec;
  readonly centre: 'linear' | 'at64';
  /** What comes after the last step where something walks through them. */
  readonly atEnd: 'wrap' | 'stop';
  /** How presses take it from step to step, by the place of the step from 0, where it goes through states of its own. */
  readonly states?: {
    readonly press: readonly (number | null)[];
    readonly release: readonly (number | null)[];
  } | null;
  /** Steps that nothing is stored under: they are not loaded, and passed over. */
  readonly empty?: ReadonlySet<number>;
}

/** What a mode reads of how a target hears. */
export interface HeardBy {
  readonly threshold: number;
  readonly actsOn: 'any-message' | 'at-or-above-threshold' | 'rising-edge';
  readonly relativeStep: number;
}

/** The new value of the parameter for a message value (0–127, or 0–16383 for 14-bit kinds), given its present value. */
export type HearValue = (type: MessageType, value: number, now: number) => number;

export interface ModeContext {
  readonly landing: HeardRange;
  readonly parameter: HeardParameter;
  /** Whether a message counts as on at this target. */
  readonly on: (type: MessageType, value: number) => boolean;
  /** Whether a message makes something happen at this target: any one, or only what counts as on. */
  readonly acts: (type: MessageType, value: number) => boolean;
  /** The value some clicks of the target's step further, kept inside the landing's range. */
  readonly nudge: (now: number, clicks: number) => number;
}

export interface ReceiveModeFacts<T extends string = string> {
  readonly type: T;
  /** In lists and on the sheet. */
  readonly name: string;
  /** What it does to the parameter, in a sentence: sets, flips, moves. */
  readonly does: string;
  /** What has to be entered together with it. */
  readonly needs: 'coding' | 'value' | 'first-value' | null;
  /** Whether it hears a run of numbers from the landing's own on, each of which chooses a step. */
  readonly runs: boolean;
  /** Whether its range is one of travel, so that takeover and a curve mean something on what moves. */
  readonly travels: boolean;
  /** Whether the next value follows from the present one: the same message twice does more than once. */
  readonly fromNow: boolean;
  /** Whether it counts the time between messages that act. */
  readonly taps: boolean;
  /** Whether it takes a parameter through states of its own, where it has any. */
  readonly goesByStates: boolean;
  /** Whether each message that acts goes so many steps of the target. */
  readonly steps: boolean;
  /** Whether only a message that acts does anything, in the target's own sense of it: at a rising edge, say. */
  readonly acts: boolean;
  /** Whether hearing the same press twice does harm. */
  readonly counts: boolean;
  /** Whether a target that launches on a grid lets it wait for the next beat or bar. */
  readonly launches: boolean;
  /** Whether it puts another sound in place, so that no knob has anything in hand any more. */
  readonly changesSound: boolean;
  /** Whether a trigger fires on what counts as on, whatever the target acts on. */
  readonly needsOn: boolean;
  hear(context: ModeContext): HearValue;
  /** The message value 0–`most` that tells where a value stands; null where the mode tells nothing of it. */
  sentBack(context: ModeContext, type: MessageType, value: number, most: number): number | null;
}

/** Declares a mode; keeps its name as a type. */
export const defineMode = <T extends string>(mode: ReceiveModeFacts<T>): ReceiveModeFacts<T> => mode;

/** What most modes have in common. */
export const plainMode = {
  does: 'sets',
  needs: null,
  runs: false,
  travels: false,
  fromNow: false,
  steps: false,
  acts: false,
  taps: false,
  goesByStates: false,
  counts: false,
  launches: false,
  changesSound: false,
  needsOn: false,
  sentBack: (): number | null => null,
} as const;

/** Full or 0, whichever end of the range the value lies nearer to. */
export const nearerEnd = ({ landing: { from, to } }: ModeContext, value: number, most: number): number =>
  Math.abs(value - to) < Math.abs(value - from) ? most : 0;
