// Look-ups over a rig, built once per change: every question that a screen or a check asks again and again.
import { addressKey, heardKeys, type Message, withNumber } from '../midi';
import type { Assignment, Control, Controller, Counter, Landing, Layer, Parameter, Rig, Send, Target, Wire } from './schema';

/** A send where it stands: which assignment, which of its actions. */
export interface PlacedSend {
  readonly assignment: Assignment;
  readonly actionIndex: number;
  readonly send: Send;
}

export interface RigIndex {
  readonly rig: Rig;
  readonly controllers: ReadonlyMap<string, Controller>;
  readonly controls: ReadonlyMap<string, Control>;
  readonly counters: ReadonlyMap<string, Counter>;
  readonly targets: ReadonlyMap<string, Target>;
  readonly parameters: ReadonlyMap<string, Parameter>;
  readonly layers: ReadonlyMap<string, Layer>;
  readonly layersByModifier: ReadonlyMap<string, readonly Layer[]>;
  /** Layers made in the host, by the key of the address at which their modifier is heard. */
  readonly layersBySignal: ReadonlyMap<number, readonly Layer[]>;
  readonly controlsOf: ReadonlyMap<string, readonly Control[]>;
  readonly parametersOf: ReadonlyMap<string, readonly Parameter[]>;
  readonly wiresFrom: ReadonlyMap<string, readonly Wire[]>;
  readonly assignments: ReadonlyMap<string, Assignment>;
  readonly assignmentsOf: ReadonlyMap<string, readonly Assignment[]>;
  /** Controls that chords of others name. */
  readonly chordPartners: ReadonlySet<string>;
  /** Sends by the key of each address that they can put out. */
  readonly sendsAt: ReadonlyMap<number, readonly PlacedSend[]>;
  /** Sends of sequences by the key of each plain control change that carries them. */
  readonly sequencesAt: ReadonlyMap<number, readonly PlacedSend[]>;
  /** Sends by the parameter that they are meant for. */
  readonly sendsFor: ReadonlyMap<string, readonly PlacedSend[]>;
  /** SysEx messages that are sent, and that are listened for. */
  readonly sysexSent: readonly (readonly number[])[];
  readonly sysexHeard: readonly (readonly number[])[];
  readonly landingsAt: ReadonlyMap<number, readonly Landing[]>;
  readonly landingsOf: ReadonlyMap<string, readonly Landing[]>;
}

/**
 * Builds the look-ups. Give the index of the rig before an edit, and whatever rests on unchanged tables is taken over.
 */
export function indexRig(rig: Rig, before?: RigIndex): RigIndex {
  const kept = before?.rig;
  const gearSame = kept?.controllers === rig.controllers && kept.controls === rig.controls && kept.counters === rig.counters;
  const gear = before && gearSame ? before : gearIndex(rig);
  const targetsSame = kept?.targets === rig.targets && kept.parameters === rig.parameters && kept.wires === rig.wires;
  const targets = before && targetsSame ? before : targetIndex(rig);
  const layers = before && kept?.layers === rig.layers ? before : layerIndex(rig);
  const sends = before && kept?.assignments === rig.assignments && gearSame ? before : sendIndex(rig, gear.counters);
  const landings = before && kept?.landings === rig.landings ? before : landingIndex(rig);
  return {
    rig,
    controllers: gear.controllers,
    controls: gear.controls,
    counters: gear.counters,
    controlsOf: gear.controlsOf,
    targets: targets.targets,
    parameters: targets.parameters,
    parametersOf: targets.parametersOf,
    wiresFrom: targets.wiresFrom,
    layers: layers.layers,
    layersByModifier: layers.layersByModifier,
    layersBySignal: layers.layersBySignal,
    assignments: sends.assignments,
    assignmentsOf: sends.assignmentsOf,
    chordPartners: sends.chordPartners,
    sendsAt: sends.sendsAt,
    sequencesAt: sends.sequencesAt,
    sendsFor: sends.sendsFor,
    sysexSent: sends.sysexSent,
    sysexHeard: landings.sysexHeard,
    landingsAt: landings.landingsAt,
    landingsOf: landings.landingsOf,
  };
}

function byId<T extends { readonly id: string }>(rows: readonly T[]): ReadonlyMap<string, T> {
  const map = new Map<string, T>();
  for (const row of rows) map.set(row.id, row);
  return map;
}

/** Rows in groups, in their order. */
export function groupBy<K, T>(rows: readonly T[], key: (row: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const row of rows) put(groups, key(row), row);
  return groups;
}

function put<K, T>(groups: Map<K, T[]>, key: K, row: T): void {
  const group = groups.get(key);
  if (group) group.push(row);
  else groups.set(key, [row]);
}

const gearIndex = (rig: Rig) => ({
  controllers: byId(rig.controllers),
  controls: byId(rig.controls),
  counters: byId(rig.counters),
  controlsOf: groupBy(rig.controls, (c) => c.controllerId),
});

const targetIndex = (rig: Rig) => ({
  targets: byId(rig.targets),
  parameters: byId(rig.parameters),
  parametersOf: groupBy(rig.parameters, (p) => p.targetId),
  wiresFrom: groupBy(rig.wires, (w) => w.from.unitId),
});

function layerIndex(rig: Rig) {
  const layersByModifier = new Map<string, Layer[]>();
  const layersBySignal = new Map<number, Layer[]>();
  for (const layer of rig.layers) {
    if (layer.modifierControlId !== null) put(layersByModifier, layer.modifierControlId, layer);
    if (layer.madeIn === 'host' && layer.signal) put(layersBySignal, addressKey(layer.signal), layer);
  }
  return { layers: byId(rig.layers), layersByModifier, layersBySignal };
}

function sendIndex(rig: Rig, counters: ReadonlyMap<string, Counter>) {
  const sendsAt = new Map<number, PlacedSend[]>();
  const sysexSent: (readonly number[])[] = [];
  const sequencesAt = new Map<number, PlacedSend[]>();
  const sendsFor = new Map<string, PlacedSend[]>();
  const chordPartners = new Set<string>();
  for (const assignment of rig.assignments) {
    if (assignment.gesture.type === 'chord') chordPartners.add(assignment.gesture.with);
    for (let actionIndex = 0; actionIndex < assignment.actions.length; actionIndex++) {
      const action = assignment.actions[actionIndex];
      if (action?.type !== 'send') continue;
      const placed = { assignment, actionIndex, send: action };
      for (const message of messagesOf(action, counters)) {
        put(sendsAt, addressKey(message), placed);
        if (message.type === 'sysex') sysexSent.push(message.bytes);
        if (message.type === 'cc' || message.type === 'note') continue;
        for (const key of heardKeys(message).slice(1)) put(sequencesAt, key, placed);
      }
      for (const id of action.meant) put(sendsFor, id, placed);
    }
  }
  return {
    assignments: byId(rig.assignments),
    assignmentsOf: groupBy(rig.assignments, (a) => a.controlId),
    chordPartners,
    sendsAt,
    sequencesAt,
    sysexSent,
    sendsFor,
  };
}

const landingIndex = (rig: Rig) => ({
  landingsAt: groupBy(rig.landings, (l) => addressKey(l.address)),
  landingsOf: groupBy(rig.landings, (l) => l.parameterId),
  sysexHeard: rig.landings.flatMap((l) => (l.address.type === 'sysex' ? [l.address.bytes] : [])),
});

/** Every address that a send can put out: one, or each number of the counter for a stepping program. */
export function messagesOf(send: Send, counters: ReadonlyMap<string, Counter>): readonly Message[] {
  if (send.message.type !== 'program' || send.behaviour.type !== 'stepping') return [send.message];
  const counter = counters.get(send.behaviour.counterId);
  if (!counter) return [send.message];
  const last = Math.min(counter.to, 127);
  return Array.from({ length: Math.max(0, last - counter.from + 1) }, (_, i) => withNumber(send.message, counter.from + i));
}
