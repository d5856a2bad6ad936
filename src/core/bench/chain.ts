// The whole chain, compiled: controllers, wires and targets of a rig, or the part of it that one question is about.
import { onceFor } from '../base';
import { type ControllerProgram, type ControllerState, compileController, startController, switchOn } from '../controller';
import { addressKey, heardKeys, type Message, noSysex, type PackedMessage, type SysexTable, withSysex } from '../midi';
import { compileTargets, startTargets, type TargetProgram, type TargetState, type Tempo, usualTempo } from '../receiver';
import { type Controller, messagesOf, outsideActions, type RigIndex, signalsOf } from '../rig';
import {
  arrivalPort,
  clocksOf,
  compileNetwork,
  type Hop,
  type Network,
  outletFor,
  silentWire,
  type WireState,
  waysOf,
} from '../wires';

export interface Chain {
  readonly controllers: readonly ControllerProgram[];
  readonly placeOf: ReadonlyMap<string, number>;
  /** Controls in play; a place in this list names one in the trace. */
  readonly controlIds: readonly string[];
  readonly controls: ReadonlyMap<string, { readonly index: number; readonly controller: number }>;
  /** By wire: the name of the port by which what it carries arrives, as the unit at its end knows it. */
  readonly arrivalPorts: readonly string[];
  /** By controller: the tempos that go by the clock that it sends. */
  readonly clocked: readonly (readonly number[])[];
  readonly network: Network;
  readonly targets: TargetProgram;
  readonly sysex: SysexTable;
}

/** A word on a wire. */
export interface InFlight {
  readonly at: number;
  readonly hop: Hop;
  readonly word: PackedMessage;
  /** How often what it came from was sent back and on again. */
  readonly turns: number;
  /** The number of the message. */
  readonly message: number;
  /** Whether nobody knows its value. */
  readonly blind: boolean;
}

export interface ChainState {
  readonly controllers: readonly ControllerState[];
  /** When each controller wants a tick. */
  readonly wakes: readonly (number | null)[];
  readonly wires: readonly WireState[];
  readonly targets: TargetState;
  /** Words on wires, in the order in which they arrive. */
  readonly flying: readonly InFlight[];
  /** Messages sent so far: the number of the next one. */
  readonly messages: number;
  /** Controllers that are silent because their editor is connected. */
  readonly edited: ReadonlySet<string>;
}

/** The SysEx messages that a rig sends or listens for, and then those that come from a file, say. */
export function sysexOf(index: RigIndex, more: readonly (readonly number[])[] = []): SysexTable {
  let table = noSysex;
  for (const bytes of [...index.sysexSent, ...index.sysexHeard]) table = withSysex(table, bytes).table;
  for (const layer of index.rig.layers) {
    for (const { message } of signalsOf(layer)) if (message.type === 'sysex') table = withSysex(table, message.bytes).table;
  }
  for (const { action } of outsideActions(index))
    if (action.type === 'send' && action.message.type === 'sysex') table = withSysex(table, action.message.bytes).table;
  for (const bytes of more) table = withSysex(table, bytes).table;
  return table;
}

/** What a chain is compiled from. */
export interface ChainScope {
  readonly controllers: ReadonlyArray<{ readonly controller: Controller; readonly controlIds: readonly string[] }>;
  readonly place: { readonly bank: number; readonly page: number; readonly layerIds: readonly string[] } | null;
  readonly network: Network;
  readonly sysex: SysexTable;
  readonly tempo: Tempo;
  /** Parameters that are in it in any case; null takes all, and all landings. */
  readonly parameterIds: readonly string[] | null;
  /** Addresses that are listened for although nothing in it sends there; none where nothing is said. */
  readonly heard?: readonly Message[];
}

/** Compiles a chain. What a controller in it cannot send is said of the function that it belongs to. */
export function compileChain(index: RigIndex, scope: ChainScope): Chain {
  const programs = scope.controllers.map(({ controller, controlIds }) =>
    compileController(index, { controller, controlIds, sysex: scope.sysex, place: scope.place }),
  );
  const controlIds = scope.controllers.flatMap((c) => c.controlIds);
  const controls = new Map<string, { index: number; controller: number }>();
  scope.controllers.forEach((c, controller) => {
    for (const id of c.controlIds) controls.set(id, { index: controls.size, controller });
  });
  const targets = compileTargets(index, {
    keys: scope.parameterIds === null ? null : sentKeys(index, scope.network, programs, scope.heard ?? []),
    reaches:
      scope.parameterIds === null
        ? () => true
        : (targetId) => programs.some((p) => scope.network.reachedFrom(p.controllerId).has(targetId)),
    parameterIds: scope.parameterIds,
    sysex: scope.sysex,
    tempo: scope.tempo,
  });
  return {
    controllers: programs,
    placeOf: new Map(programs.map((p, i) => [p.controllerId, i])),
    controlIds,
    controls,
    clocked: programs.map((p) => (clocksOf(index).leads.get(p.controllerId) ?? []).flatMap((id) => targets.slots.get(id) ?? [])),
    arrivalPorts: portsBeyond(scope.network, index.controllers, index.targets),
    network: scope.network,
    targets,
    sysex: scope.sysex,
  };
}

const portsBeyond = onceFor(
  ({ wires }: Network, controllers: RigIndex['controllers'], targets: RigIndex['targets']): readonly string[] =>
    wires.map((wire) => arrivalPort({ controllers, targets }, wire)),
);

/** A rig as it is with some wires pulled, as far as clocks go by them. */
export const withoutWires = (index: RigIndex, unplugged: ReadonlySet<string>): RigIndex =>
  unplugged.size === 0 ? index : { ...index, rig: { ...index.rig, wires: index.rig.wires.filter((w) => !unplugged.has(w.id)) } };

/** The tempos that a clock which comes in at a unit moves: of targets that follow one and hear it, and none on the rig but that very unit sends them one. */
export function clockTo({ network, targets, clocked, placeOf }: Chain, unitId: string): readonly number[] {
  const own = clocked[placeOf.get(unitId) ?? -1] ?? [];
  const reached = new Set(waysOf(network, unitId, { type: 'start' }, '').arrived.flatMap((a) => (a.remote ? [a.to] : [])));
  return targets.receivers.flatMap(({ target, tempo }) =>
    tempo !== null &&
    target.reception.clock === 'followed' &&
    reached.has(target.id) &&
    (!targets.clocked.has(tempo) || own.includes(tempo))
      ? [tempo]
      : [],
  );
}

/** The chain of a whole rig, every control and landing of it. */
export function wholeChain(
  index: RigIndex,
  unplugged: ReadonlySet<string>,
  tempo: Tempo = usualTempo,
  moreSysex: readonly (readonly number[])[] = [],
): Chain {
  return compileChain(withoutWires(index, unplugged), {
    controllers: index.rig.controllers.map((controller) => ({
      controller,
      controlIds: (index.controlsOf.get(controller.id) ?? []).map((c) => c.id),
    })),
    place: null,
    network: compileNetwork(index.rig, unplugged),
    sysex: sysexOf(index, moreSysex),
    tempo,
    parameterIds: null,
  });
}

/** Keys of every address at which what the controllers send can be heard, and of those that are `heard` besides. */
function sentKeys(
  index: RigIndex,
  network: Network,
  programs: readonly ControllerProgram[],
  heard: readonly Message[],
): ReadonlySet<number> {
  const keys = new Set<number>();
  for (const program of programs) {
    for (const { assignment } of program.armed) {
      for (const action of assignment?.actions ?? []) {
        if (action.type !== 'send') continue;
        for (const message of messagesOf(action, index.counters)) {
          for (const key of heardKeys(message)) keys.add(key);
          if (!network.translates) continue;
          const { unitId, port } = outletFor(index, assignment?.controlId ?? '', action);
          for (const { message: heard } of waysOf(network, unitId, message, port).arrived)
            for (const key of heardKeys(heard)) keys.add(key);
        }
      }
    }
  }
  for (const message of heard) keys.add(addressKey(message));
  return keys;
}

/** Everything as it is before the first gesture: controllers at one place or as they are switched on, start values, silent wires. */
export function startChain(
  chain: Chain,
  place: { readonly bank: number; readonly page: number } | 'switched-on',
  values: readonly number[] = chain.targets.start,
): ChainState {
  const begun = chain.controllers.map((p) =>
    place === 'switched-on' ? switchOn(p) : { state: startController(p, place.bank, place.page), wakeAt: null },
  );
  return {
    controllers: begun.map((b) => b.state),
    wakes: begun.map((b) => b.wakeAt),
    wires: chain.network.wires.map(() => silentWire),
    targets: startTargets(chain.targets, values),
    flying: [],
    messages: 0,
    edited: new Set(),
  };
}
