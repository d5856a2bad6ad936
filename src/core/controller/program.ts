// What a controller has been programmed with, compiled for stepping: which actions run on which gesture at which place.
import { addressKey, carriesValue, type Message, makePut, type Put, type SysexTable, valueMax } from '../midi';
import {
  type Action,
  type Assignment,
  type Control,
  type Controller,
  type Firmware,
  type GestureType,
  type Held,
  hostLayerAt,
  type Layer,
  type RigIndex,
  type Send,
  standInOf,
  type Turn,
} from '../rig';
import { makeCalibration } from '../values';
import { type Emitter, emitterOf, emitterSlots } from './emitter';

export type CompiledAction =
  | {
      readonly type: 'send';
      readonly put: Put;
      readonly emitter: Emitter;
      readonly key: number;
      /** The least value that a strike has: 1 for notes. */
      readonly least: 0 | 1;
      readonly turn?: Turn | undefined;
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
  /** Slot: which list of an alternating gesture ran last (0 none, 1 the first, 2 the second); null where it does not alternate. */
  readonly turn: number | null;
}

export interface Modifier {
  readonly layer: Layer;
  readonly tap: Armed | null;
}

export interface ProgramControl {
  readonly control: Control;
  readonly byGesture: Readonly<Record<GestureType, readonly Armed[]>>;
  /** Chords of other controls that name this one. */
  readonly partnerOf: readonly { readonly controlId: string; readonly armed: Armed }[];
  /** Layers made in the controller that this control opens. */
  readonly opens: readonly Modifier[];
  /** What this control sends as the modifier of layers made in the host: on press 127, on release 0. */
  readonly signals: readonly Put[];
  /** A pedal's reading 0–1 at a position 0–1 of its travel, and back to the place that the firmware works with. */
  readonly calibrate: (position: number) => number;
  /** Slots: where it stands 0–1 (−1 unknown), and when it was last turned. */
  readonly position: number;
  readonly turnedAt: number;
}

export interface ControllerProgram {
  readonly controllerId: string;
  readonly firmware: Firmware;
  readonly controls: ReadonlyMap<string, ProgramControl>;
  readonly layers: ReadonlyMap<string, Layer>;
  readonly armed: readonly Armed[];
  readonly memoryAtStart: readonly number[];
  /** Slots of what was fed back, by address key. */
  readonly fed: ReadonlyMap<number, number>;
  /** Slots of latching phases, for firmware that forgets them on a bank change. */
  readonly phases: readonly number[];
}

/** What a program is compiled from: the look-ups of a rig, or of the part of it that one controller needs. */
export type Programmable = Held & Pick<RigIndex, 'controls' | 'counters' | 'layers' | 'layersByModifier'>;

export interface CompileScope {
  readonly controller: Controller;
  readonly controlIds: readonly string[];
  readonly sysex: SysexTable;
  /** Only assignments that can be looked up in this bank, page and one of these layers (and Base); null compiles all. */
  readonly place: { readonly bank: number; readonly page: number; readonly layerIds: readonly string[] } | null;
}

const none: readonly never[] = [];
const nothing: Readonly<Record<GestureType, readonly Armed[]>> = {
  move: none,
  press: none,
  release: none,
  hold: none,
  'double-tap': none,
  repeat: none,
  chord: none,
};

type Draft = Pick<ProgramControl, 'control' | 'byGesture' | 'opens' | 'signals'>;

/** Compiles some controls of one controller. `unsupported` says what the firmware cannot do, in words; null when it can all. */
export function compileController(
  index: Programmable,
  scope: CompileScope,
): { readonly program: ControllerProgram; readonly unsupported: string | null } {
  const { controller } = scope;
  const memory: number[] = [];
  const fed = new Map<number, number>();
  const armed: Armed[] = [];
  let unsupported: string | null = null;
  const remember = (initial: number): number => memory.push(initial) - 1;
  const slots = emitterSlots(remember);

  const compile = (actions: readonly Action[]): CompiledAction[] =>
    actions.flatMap((action): CompiledAction[] => {
      if (action.type !== 'send') return [action];
      const emitter = emitterOf(index, controller.firmware, action, slots);
      if (!emitter) {
        unsupported ??= cannotWords(action);
        return [];
      }
      const key = addressKey(action.message);
      if (!fed.has(key)) fed.set(key, remember(-1));
      return [compiledSend(action, emitter, key, scope.sysex)];
    });

  const arm = (entry: Omit<Armed, 'slot' | 'turn'>): Armed => {
    const alternates = entry.gesture !== 'move' && entry.actions.some((a) => a.turn !== undefined);
    const turn = alternates ? remember(0) : null;
    if (turn !== null) slots.phases.push(turn);
    const whole = { ...entry, slot: armed.length, turn };
    armed.push(whole);
    return whole;
  };

  const drafts = scope.controlIds.flatMap((controlId): Draft[] => {
    const control = index.controls.get(controlId);
    if (!control) return [];
    const byGesture: Record<GestureType, readonly Armed[]> = { ...nothing };
    for (const assignment of index.assignmentsOf.get(controlId) ?? []) {
      const layerId = programmedLayer(index, assignment);
      const { gesture } = assignment;
      if (layerId === undefined || !inScope(assignment, layerId, scope) || !controller.firmware.gestures.includes(gesture.type))
        continue;
      const entry = arm({
        assignment,
        gesture: gesture.type,
        chord: gesture.type === 'chord' ? gesture : null,
        bank: assignment.bank,
        page: assignment.page,
        layerId,
        actions: compile(assignment.actions),
      });
      byGesture[gesture.type] = [...byGesture[gesture.type], entry];
    }
    const layers = index.layersByModifier.get(controlId);
    if (!layers) return [{ control, byGesture, opens: none, signals: none }];
    const opens = layers.flatMap((layer): Modifier[] => {
      if (layer.madeIn !== 'controller') return [];
      const tap = layer.tap.length === 0 ? null : compile(layer.tap);
      const rest = { assignment: null, gesture: 'press' as const, chord: null, bank: null, page: null, layerId: null };
      return [{ layer, tap: tap === null ? null : arm({ ...rest, actions: tap }) }];
    });
    const signals = layers.flatMap((layer) =>
      layer.madeIn === 'host' && layer.signal ? [signalPut(layer.signal, scope.sysex)] : [],
    );
    return [{ control, byGesture, opens, signals }];
  });

  const chords = armed.some((a) => a.chord !== null);
  const controls = new Map<string, ProgramControl>();
  for (const { control, byGesture, opens, signals } of drafts) {
    controls.set(control.id, {
      control,
      byGesture,
      partnerOf: chords
        ? drafts.flatMap((other) =>
            other.byGesture.chord.flatMap((a) =>
              a.chord?.with === control.id ? [{ controlId: other.control.id, armed: a }] : [],
            ),
          )
        : none,
      opens,
      signals,
      calibrate: makeCalibration(control.calibration),
      position: remember(-1),
      turnedAt: remember(-1e9),
    });
  }
  return {
    program: {
      controllerId: controller.id,
      firmware: controller.firmware,
      controls,
      layers: index.layers,
      armed,
      memoryAtStart: memory,
      fed,
      phases: slots.phases,
    },
    unsupported,
  };
}

const compiledSend = ({ message, turn }: Send, emitter: Emitter, key: number, sysex: SysexTable): CompiledAction => ({
  type: 'send',
  put: makePut(message, emitter.type === 'stepping', sysex),
  emitter,
  key,
  least: message.type === 'note' ? 1 : 0,
  turn,
});

/** Why an action cannot be sent, in words. */
const cannotWords = ({ behaviour }: Send): string =>
  behaviour.type === 'relative'
    ? `clicks coded as ${behaviour.coding}, which this controller cannot send`
    : 'a counter that is not there';

/** What a modifier sends: all there is to its press, nothing to its release where the message carries no value to tell them apart. */
function signalPut(message: Message, sysex: SysexTable): Put {
  const put = makePut(message, false, sysex);
  return (value, out) => {
    if (value > 0) put(valueMax(message.type), out);
    else if (carriesValue(message.type)) put(0, out);
  };
}

/**
 * The layer in which the hardware holds an assignment: a layer made in the host does not exist there, so its assignment is
 * what the control sends always — unless another stands in for it. `undefined` when the hardware does not hold it at all.
 */
function programmedLayer(index: Held, assignment: Assignment): string | null | undefined {
  if (hostLayerAt(index, assignment.layerId) === null) return assignment.layerId;
  return standInOf(index, assignment) === null ? null : undefined;
}

function inScope(a: Assignment, layerId: string | null, { place }: CompileScope): boolean {
  if (place === null) return true;
  return (
    (a.bank === null || a.bank === place.bank) &&
    (a.page === null || a.page === place.page) &&
    (layerId === null || place.layerIds.includes(layerId))
  );
}
