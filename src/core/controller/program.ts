// What a controller has been programmed with, ready for stepping: which actions run on which gesture at which place.
import type { Put } from '../midi';
import type { Action, Arrival, Assignment, Control, Firmware, GestureType, Layer, SwitchGroup, Turn } from '../rig';
import type { Emitter } from './emitter';

export type CompiledAction =
  | {
      readonly type: 'send';
      readonly put: Put;
      readonly emitter: Emitter;
      readonly key: number;
      /** The least value that a strike has: 1 for notes. */
      readonly least: 0 | 1;
      readonly turn?: Turn | undefined;
      /** Position in `program.ports` of the one that it goes out of. */
      readonly port: number;
    }
  | Exclude<Action, { type: 'send' }>;

export interface Armed {
  /** What runs; null for the tap function of a layer, which no assignment holds. */
  readonly assignment: Assignment | null;
  /** Position in `program.armed`: tells the trace who sent a message. */
  readonly slot: number;
  readonly gesture: GestureType;
  readonly chord: { readonly with: string; readonly windowMs: number; readonly singlesFire: boolean } | null;
  readonly bank: number | null;
  readonly page: number | null;
  readonly layerId: string | null;
  readonly actions: readonly CompiledAction[];
  /** What of it the firmware cannot send, in words: that is not among the actions. Null where it can send it all. */
  readonly cannot: string | null;
  /** Slot of the latch on whose turning it runs, shared with what stands at the same place; null for every other gesture. */
  readonly latch: number | null;
  /** Slot: which list of an alternating gesture ran last (0 none, 1 the first, 2 the second); null where it does not alternate. */
  readonly turn: number | null;
}

/** Switches that release each other, ready to run. */
export interface ArmedGroup {
  readonly row: SwitchGroup;
  readonly bank: number | null;
  readonly page: number | null;
  readonly layerId: null;
  /** Controls that are in the program, each once. */
  readonly members: readonly string[];
  /** Slot: which member is on, counted from 1; 0 for none. */
  readonly slot: number;
}

/** What is done on arriving somewhere, ready to run. */
export interface ArmedArrival {
  readonly row: Arrival;
  readonly bank: number | null;
  readonly page: number | null;
  readonly layerId: null;
  readonly armed: Armed;
}

export interface Modifier {
  readonly layer: Layer;
  /** The other modifiers of the layer, and whether all of them have to be down. */
  readonly others: readonly string[];
  readonly together: boolean;
  readonly tap: Armed | null;
}

export interface ProgramControl {
  readonly control: Control;
  readonly byGesture: Readonly<Record<GestureType, readonly Armed[]>>;
  /** Chords of other controls that name this one. */
  readonly partnerOf: readonly { readonly controlId: string; readonly armed: Armed }[];
  /** Groups that it is in. */
  readonly groups: readonly ArmedGroup[];
  /** Layers made in the controller that this control opens. */
  readonly opens: readonly Modifier[];
  /** What this control sends as the modifier of layers made in the host: on press 127, on release 0. */
  readonly signals: readonly Put[];
  /** Position in `program.ports` of the one that its signals go out of. */
  readonly port: number;
  /** Whether letting go of it counts as pressing it. */
  readonly reversed: boolean;
  /** A pedal's reading 0–1 at a position 0–1 of its travel, and back to the place that the firmware works with. */
  readonly calibrate: (position: number) => number;
  /** How hard a strike counts, 0–1, by how hard it was; null for one that is too soft to count. */
  readonly struck: (velocity: number) => number | null;
  /** Slots: where it stands 0–1 (−1 unknown), and when it was last turned. */
  readonly position: number;
  readonly turnedAt: number;
}

export interface ControllerProgram {
  /** How fast the clock that it sends goes from switching on, in quarter notes a minute; null where it sends none. */
  readonly clockBpm: number | null;
  readonly controllerId: string;
  readonly firmware: Firmware;
  readonly controls: ReadonlyMap<string, ProgramControl>;
  readonly layers: ReadonlyMap<string, Layer>;
  readonly armed: readonly Armed[];
  readonly arrivals: readonly ArmedArrival[];
  readonly memoryAtStart: readonly number[];
  /** Slots of what was fed back, by address key. */
  readonly fed: ReadonlyMap<number, number>;
  /** Slots of latching phases, for firmware that forgets them on a bank change. */
  readonly phases: readonly number[];
  /** Ports that something goes out of; the first is empty: every wire of the unit. */
  readonly ports: readonly string[];
}
