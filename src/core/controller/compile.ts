// Compiles what a controller is programmed with.
import { addressKey, carriesValue, type Message, makePut, type Put, type SysexTable, valueMax } from '../midi';
import {
  type Action,
  type Arrival,
  type Assignment,
  alternates,
  type Control,
  type Controller,
  canBePressed,
  canMake,
  canMeet,
  countsNumbers,
  type GestureType,
  type Held,
  hostLayerAt,
  isTapped,
  isTogether,
  type Layer,
  modifiersOf,
  outletOf,
  type RigIndex,
  type Send,
  sendsMoves,
  signalOf,
  standInOf,
} from '../rig';
import { makeCalibration } from '../values';
import { type Emitter, type EmitterSlots, emitterOf, emitterSlots } from './emitter';
import type { Armed, ArmedArrival, ArmedGroup, CompiledAction, ControllerProgram, Modifier, ProgramControl } from './program';
import { restOf, strikeOf } from './touch';

/** What a program is compiled from: the look-ups of a rig, or of the part of it that one controller needs. */
export type Programmable = Held &
  Pick<RigIndex, 'controls' | 'counters' | 'layers' | 'layersByModifier' | 'groupsOf' | 'arrivalsOf'>;

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
  'hold-release': none,
  'tap-hold': none,
  'any-release': none,
  'latch-on': none,
  'latch-off': none,
};

type Draft = Pick<ProgramControl, 'control' | 'byGesture' | 'opens' | 'signals' | 'port'>;

/** Compiles some controls of one controller. What the firmware cannot send is left out, and said of the function that it belongs to. */
export function compileController(index: Programmable, scope: CompileScope): ControllerProgram {
  const { controller } = scope;
  const arming = makeArming(index, scope);
  const { armed, remember } = arming;
  const drafts = scope.controlIds.flatMap((id) => {
    const control = index.controls.get(id);
    return control ? [draftFor(index, scope, arming, control)] : [];
  });
  const groups = groupsIn(index, scope, arming);
  const arrivals = arrivalsIn(index, scope, arming);
  const chords = armed.some((a) => a.chord !== null);
  const controls = new Map<string, ProgramControl>();
  for (const { control, byGesture, opens, signals, port } of drafts) {
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
      groups: groups.filter((g) => g.members.includes(control.id)),
      opens,
      signals,
      port,
      reversed: control.polarity === 'reversed' && controller.firmware.sensesPolarity !== true,
      calibrate: makeCalibration(control.calibration),
      struck: strikeOf(control.strike),
      // What springs back rests there from the start; of all else nobody knows where it was left.
      position: remember(restOf(control) ?? -1),
      turnedAt: remember(-1e9),
    });
  }
  return {
    controllerId: controller.id,
    clockBpm: controller.clock?.bpm ?? null,
    firmware: controller.firmware,
    controls,
    layers: index.layers,
    armed,
    arrivals,
    memoryAtStart: arming.memory,
    fed: arming.fed,
    phases: arming.slots.phases,
    ports: arming.ports,
  };
}

/** What is armed so far, and the tables that refer to each other by number: they are filled side by side. */
interface Arming {
  readonly armed: readonly Armed[];
  readonly memory: readonly number[];
  readonly fed: ReadonlyMap<number, number>;
  readonly slots: EmitterSlots;
  readonly ports: readonly string[];
  /** The position of a port in that list. */
  readonly portAt: (name: string) => number;
  readonly remember: (initial: number) => number;
  /** Arms a function at a layer of the hardware. */
  readonly arm: (assignment: Assignment, layerId: string | null) => Armed;
  /** Arms what a tap of a layer's modifiers does; null for nothing. */
  readonly tapOf: (layer: Layer) => Armed | null;
  /** Arms what is done on arriving at a bank or page. */
  readonly onArrival: (arrival: Arrival) => Armed;
}

function makeArming(index: Programmable, { controller, sysex }: CompileScope): Arming {
  const memory: number[] = [];
  const fed = new Map<number, number>();
  const armed: Armed[] = [];
  const taps = new Map<string, Armed>();
  const latches = new Map<string, number>();
  const ports = [''];
  const portAt = (name: string): number => {
    const at = ports.indexOf(name);
    return at >= 0 ? at : ports.push(name) - 1;
  };
  const remember = (initial: number): number => memory.push(initial) - 1;
  const slots = emitterSlots(remember);
  const compile = (list: readonly Action[], controlId: string | null, moves: boolean): Pick<Armed, 'actions' | 'cannot'> => {
    let cannot: string | null = null;
    const actions = list.flatMap((action): CompiledAction[] => {
      if (action.type !== 'send') return [action];
      const control = index.controls.get(controlId ?? '');
      const turned = moves || action.behaviour.type !== 'range';
      const can = !turned || sendsMoves(control, controller.firmware, action.behaviour);
      const emitter = can ? emitterOf(index, action, slots) : null;
      if (!emitter) {
        cannot ??= cannotWords(action);
        return [];
      }
      const key = addressKey(action.message);
      if (!fed.has(key)) fed.set(key, remember(-1));
      return [compiledSend(action, emitter, key, sysex, portAt(outletOf(index, controlId, action)))];
    });
    return { actions, cannot };
  };
  const latchOf = ({ controlId, gesture, bank, page }: Assignment, layerId: string | null): number | null => {
    if (gesture.type !== 'latch-on' && gesture.type !== 'latch-off') return null;
    const key = JSON.stringify([controlId, bank, page, layerId]);
    const known = latches.get(key);
    if (known !== undefined) return known;
    const slot = remember(0);
    latches.set(key, slot);
    slots.phases.push(slot);
    return slot;
  };
  const put = (
    entry: Omit<Armed, 'slot' | 'turn' | 'actions' | 'cannot'>,
    list: readonly Action[],
    controlId: string | null,
  ): Armed => {
    const made = compile(list, controlId, entry.gesture === 'move');
    const turn = entry.gesture !== 'move' && alternates(made.actions) ? remember(0) : null;
    if (turn !== null) slots.phases.push(turn);
    // Field by field: a spread took longer than all the rest of arming.
    const { assignment, gesture, chord, bank, page, layerId, latch } = entry;
    const { actions, cannot } = made;
    const whole: Armed = { assignment, gesture, chord, bank, page, layerId, latch, actions, cannot, slot: armed.length, turn };
    armed.push(whole);
    return whole;
  };
  return {
    armed,
    memory,
    fed,
    slots,
    ports,
    portAt,
    remember,
    arm: (assignment, layerId) => {
      const { gesture, bank, page, actions } = assignment;
      const chord = gesture.type === 'chord' ? gesture : null;
      const latch = latchOf(assignment, layerId);
      return put({ assignment, gesture: gesture.type, chord, bank, page, layerId, latch }, actions, assignment.controlId);
    },
    tapOf: (layer) => {
      // One function for all modifiers of a layer.
      if (!isTapped(layer)) return null;
      const tap = taps.get(layer.id) ?? put(anywhere, layer.tap, layer.modifierControlId);
      taps.set(layer.id, tap);
      return tap;
    },
    onArrival: ({ actions }) => put(anywhere, actions, null),
  };
}

/** What no assignment holds. */
const anywhere = {
  assignment: null,
  gesture: 'press',
  chord: null,
  bank: null,
  page: null,
  layerId: null,
  latch: null,
} as const;

/** The groups of a controller, without what is not in the program. */
function groupsIn(index: Programmable, { controller, controlIds }: CompileScope, arming: Arming): readonly ArmedGroup[] {
  return (index.groupsOf.get(controller.id) ?? []).flatMap((row): ArmedGroup[] => {
    const members = row.controlIds.filter((id) => controlIds.includes(id));
    if (members.length === 0) return [];
    const slot = arming.remember(0);
    arming.slots.phases.push(slot);
    return [{ row, bank: row.bank, page: row.page, layerId: null, members, slot }];
  });
}

/** What is done on arriving somewhere; nobody arrives anywhere in a program for one place. */
const arrivalsIn = (index: Programmable, { controller, place }: CompileScope, arming: Arming): readonly ArmedArrival[] =>
  place !== null
    ? none
    : (index.arrivalsOf.get(controller.id) ?? []).map((row) => ({
        row,
        bank: row.bank,
        page: row.page,
        layerId: null,
        armed: arming.onArrival(row),
      }));

function draftFor(index: Programmable, scope: CompileScope, arming: Arming, control: Control): Draft {
  const byGesture: Record<GestureType, readonly Armed[]> = { ...nothing };
  for (const assignment of index.assignmentsOf.get(control.id) ?? []) {
    const layerId = programmedLayer(index, assignment);
    const { gesture } = assignment;
    const { type } = gesture;
    if (layerId === undefined || !inScope(assignment, layerId, scope)) continue;
    if (!scope.controller.firmware.gestures.includes(type) || !canMake(control, type)) continue;
    if (type === 'chord' && !canMeet(control, gesture, index.controls.get(gesture.with))) continue;
    byGesture[type] = [...byGesture[type], arming.arm(assignment, layerId)];
  }
  const layers = canBePressed(control) ? index.layersByModifier.get(control.id) : undefined;
  const port = arming.portAt(control.port);
  if (!layers) return { control, byGesture, opens: none, signals: none, port };
  // What two open together lies above what each of them opens.
  const inOrder = [...layers].sort((a, b) => Number(isTogether(a)) - Number(isTogether(b)));
  const opens = inOrder.flatMap((layer): Modifier[] => {
    if (layer.madeIn !== 'controller') return [];
    const others = modifiersOf(layer).filter((id) => id !== control.id);
    return [{ layer, others, together: isTogether(layer), tap: arming.tapOf(layer) }];
  });
  const signals = layers.flatMap((layer) =>
    layer.signalBy === 'added' ? signalPuts(signalOf(layer, control.id), scope.sysex) : [],
  );
  return { control, byGesture, opens, signals, port };
}

const compiledSend = (
  { message, behaviour, turn }: Send,
  emitter: Emitter,
  key: number,
  sysex: SysexTable,
  port: number,
): CompiledAction => ({
  type: 'send',
  put: makePut(message, countsNumbers({ message, behaviour }), sysex),
  emitter,
  key,
  least: message.type === 'note' ? 1 : 0,
  turn,
  port,
});

/** Why an action cannot be sent, in words. */
const cannotWords = ({ behaviour }: Send): string =>
  behaviour.type === 'relative'
    ? `clicks coded as ${behaviour.coding}, which this controller cannot send`
    : behaviour.type === 'click'
      ? 'a message for each way, which this controller cannot send'
      : behaviour.type === 'range'
        ? 'where an encoder stands, of which this controller sends clicks only'
        : 'a counter that is not there';

/** What a modifier sends: all there is to its press, nothing to its release where the message carries no value to tell them apart. */
function signalPuts(message: Message | null, sysex: SysexTable): readonly Put[] {
  if (message === null) return none;
  const put = makePut(message, false, sysex);
  return [
    (value, out) => {
      if (value > 0) put(valueMax(message.type), out);
      else if (carriesValue(message.type)) put(0, out);
    },
  ];
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
