// What a controller has been programmed with, compiled for stepping: which sends fire on which gesture at which place.
import { ccWord, type Message, noteWord, programWord, type RelativeCoding, type Word } from '../midi';
import {
  type Assignment,
  type Controller,
  type Firmware,
  type GestureType,
  hostLayerAt,
  type Layer,
  type RigIndex,
  type Send,
  standInOf,
} from '../rig';
import { makeCurve } from '../values';

/** A value behaviour ready to run; `memory` is the slot of the state that it remembers in. */
export type Emitter =
  | {
      readonly type: 'range';
      readonly from: number;
      readonly to: number;
      readonly curve: (p: number) => number;
      readonly memory: number;
    }
  | { readonly type: 'momentary'; readonly down: number; readonly up: number }
  | { readonly type: 'latching'; readonly first: number; readonly second: number; readonly memory: number }
  | { readonly type: 'fixed'; readonly value: number }
  | { readonly type: 'relative'; readonly coding: RelativeCoding; readonly memory: number }
  | {
      readonly type: 'stepping';
      readonly from: number;
      readonly to: number;
      readonly step: number;
      readonly wraps: boolean;
      readonly memory: number;
    };

export interface CompiledSend {
  readonly word: (value: number) => Word;
  readonly emitter: Emitter;
}

export interface Armed {
  readonly assignment: Assignment;
  /** Position in `program.armed`: tells the trace who sent a message. */
  readonly slot: number;
  readonly gesture: GestureType;
  readonly bank: number | null;
  readonly page: number | null;
  readonly layerId: string | null;
  readonly sends: readonly CompiledSend[];
}

export interface ProgramControl {
  readonly armed: readonly Armed[];
  /** Layers made in the controller that this control holds open. */
  readonly opens: readonly Layer[];
  /** What this control sends as the modifier of layers made in the host: on press 127, on release 0. */
  readonly signals: readonly ((value: number) => Word)[];
}

export interface ControllerProgram {
  readonly firmware: Firmware;
  readonly controls: ReadonlyMap<string, ProgramControl>;
  readonly layers: ReadonlyMap<string, Layer>;
  readonly armed: readonly Armed[];
  readonly memoryAtStart: readonly number[];
}

/** What the program holds that cannot be simulated yet, in words for the player; null when everything can. */
export type Unsupported = string | null;

/** How a message becomes a word for a value; null for kinds that the simulation does not play yet. */
export function wordMaker(message: Message): ((value: number) => Word) | null {
  switch (message.type) {
    case 'cc':
      return (value) => ccWord(message.channel, message.number, value);
    case 'note':
      return (value) => noteWord(message.channel, message.number, value);
    case 'program':
      return message.bank === null ? () => programWord(message.channel, message.number) : null;
    default:
      return null;
  }
}

export interface CompileScope {
  readonly controller: Controller;
  readonly controlIds: readonly string[];
  /** Only assignments that can be looked up in this bank, page and one of these layers (and Base) are compiled. */
  readonly bank: number;
  readonly page: number;
  readonly layerIds: readonly string[];
}

/** Compiles the assignments of some controls of one controller. */
export function compileController(
  index: RigIndex,
  scope: CompileScope,
): { readonly program: ControllerProgram; readonly unsupported: Unsupported } {
  const memory: number[] = [];
  const counterSlots = new Map<string, number>();
  const armed: Armed[] = [];
  const controls = new Map<string, ProgramControl>();
  let unsupported: Unsupported = null;

  const remember = (initial: number): number => memory.push(initial) - 1;

  const compileSend = (send: Send): CompiledSend | null => {
    const { behaviour, message } = send;
    if (behaviour.type === 'stepping') {
      const counter = index.counters.get(behaviour.counterId);
      if (!counter) return null;
      const slot = counterSlots.get(counter.id) ?? remember(counter.start);
      counterSlots.set(counter.id, slot);
      const word = message.type === 'program' ? (value: number) => programWord(message.channel, value) : wordMaker(message);
      if (!word) return null;
      return {
        word,
        emitter: {
          type: 'stepping',
          from: counter.from,
          to: Math.min(counter.to, 127),
          step: counter.step,
          wraps: counter.atEnd === 'wrap',
          memory: slot,
        },
      };
    }
    const word = wordMaker(message);
    if (!word) return null;
    switch (behaviour.type) {
      case 'range':
        return {
          word,
          emitter: {
            type: 'range',
            from: behaviour.from,
            to: behaviour.to,
            curve: makeCurve(behaviour.curve),
            memory: remember(-1),
          },
        };
      case 'latching':
        return { word, emitter: { type: 'latching', first: behaviour.first, second: behaviour.second, memory: remember(0) } };
      case 'momentary':
      case 'fixed':
        return { word, emitter: behaviour };
      case 'relative':
        // The firmware has to know the coding; −1 says that no position is known yet.
        return scope.controller.firmware.encoderModes.includes(behaviour.coding)
          ? { word, emitter: { type: 'relative', coding: behaviour.coding, memory: remember(-1) } }
          : null;
      default:
        return unreachable(behaviour);
    }
  };

  for (const controlId of scope.controlIds) {
    const own: Armed[] = [];
    for (const assignment of index.assignmentsOf.get(controlId) ?? []) {
      const layerId = programmedLayer(index, assignment);
      if (layerId === undefined || !inScope(assignment, layerId, scope)) continue;
      const sends: CompiledSend[] = [];
      for (const action of assignment.actions) {
        const compiled = action.type === 'send' ? compileSend(action) : null;
        if (compiled) sends.push(compiled);
        else
          unsupported ??= action.type === 'send' ? `${action.message.type} messages of this form` : `the action “${action.type}”`;
      }
      const entry = {
        assignment,
        slot: armed.length,
        gesture: assignment.gesture.type,
        bank: assignment.bank,
        page: assignment.page,
        layerId,
        sends,
      };
      armed.push(entry);
      own.push(entry);
    }
    const layers = index.layersByModifier.get(controlId) ?? [];
    for (const layer of layers)
      if (layer.mode !== 'while-held' || layer.tap.length > 0) unsupported ??= 'layers other than while held';
    const signals = layers.flatMap((layer) => {
      const word = layer.madeIn === 'host' && layer.signal ? wordMaker(layer.signal) : null;
      return word ? [word] : [];
    });
    controls.set(controlId, { armed: own, opens: layers.filter((l) => l.madeIn === 'controller'), signals });
  }
  return {
    program: { firmware: scope.controller.firmware, controls, layers: index.layers, armed, memoryAtStart: memory },
    unsupported,
  };
}

/**
 * The layer in which the hardware holds an assignment: a layer made in the host does not exist there, so its assignment is
 * what the control sends always — unless Base has one for the same gesture and place, which then is what it sends.
 * `undefined` when the hardware does not hold it at all.
 */
function programmedLayer(index: RigIndex, assignment: Assignment): string | null | undefined {
  if (hostLayerAt(index, assignment.layerId) === null) return assignment.layerId;
  return standInOf(index, assignment) === null ? null : undefined;
}

function inScope(a: Assignment, layerId: string | null, scope: CompileScope): boolean {
  return (
    (a.bank === null || a.bank === scope.bank) &&
    (a.page === null || a.page === scope.page) &&
    (layerId === null || scope.layerIds.includes(layerId))
  );
}

function unreachable(value: never): never {
  throw new Error(`unhandled behaviour ${JSON.stringify(value)}`);
}
