// Look-ups over a rig, built once per change: every question that a screen or a check asks again and again.

import { addTo, groupBy } from '../base';
import { addressKey } from '../midi';
import { addressesOf } from './heard-at';
import { isTempo } from './inside';
import { modifiersOf, signalsOf } from './layers';
import type { PresetsOf } from './presets';
import type { Arrival, Control, Controller, Counter, Landing, Layer, Parameter, Rig, SwitchGroup, Target, Wire } from './schema';
import { type SendIndex, sendIndex } from './send-index';

export interface RigIndex extends SendIndex {
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
  /** Groups of switches that release each other, and what is done on arriving somewhere, by controller. */
  readonly groupsOf: ReadonlyMap<string, readonly SwitchGroup[]>;
  readonly arrivalsOf: ReadonlyMap<string, readonly Arrival[]>;
  readonly parametersOf: ReadonlyMap<string, readonly Parameter[]>;
  /** The tempo of a target, by the target: its first one. */
  readonly tempoOf: ReadonlyMap<string, Parameter>;
  /** Macros that move a parameter along, by the parameter. */
  readonly macrosOver: ReadonlyMap<string, readonly Parameter[]>;
  /** What steps of stepped parameters hold, by the parameter. */
  readonly presetsOf: PresetsOf;
  readonly wiresFrom: ReadonlyMap<string, readonly Wire[]>;
  /** SysEx messages that are listened for. */
  readonly sysexHeard: readonly (readonly number[])[];
  readonly landingsAt: ReadonlyMap<number, readonly Landing[]>;
  readonly landingsOf: ReadonlyMap<string, readonly Landing[]>;
  /** Targets at which something is heard at one port alone. */
  readonly byPort: ReadonlySet<string>;
}

/**
 * Builds the look-ups. Give the index of the rig before an edit, and whatever rests on unchanged tables is taken over.
 */
export function indexRig(rig: Rig, before?: RigIndex): RigIndex {
  const kept = before?.rig;
  const gearSame =
    kept?.controllers === rig.controllers &&
    kept.controls === rig.controls &&
    kept.counters === rig.counters &&
    kept.groups === rig.groups &&
    kept.arrivals === rig.arrivals;
  const gear = before && gearSame ? before : gearIndex(rig);
  const targetsSame =
    kept?.targets === rig.targets &&
    kept.parameters === rig.parameters &&
    kept.presets === rig.presets &&
    kept.wires === rig.wires;
  const targets = before && targetsSame ? before : targetIndex(rig);
  const layers = before && kept?.layers === rig.layers ? before : layerIndex(rig);
  const countersSame = kept?.counters === rig.counters;
  const sends =
    before && kept?.assignments === rig.assignments && countersSame
      ? before
      : sendIndex(rig, gear.counters, before && countersSame ? { rig: before.rig, index: before } : undefined);
  const landings = before && kept?.landings === rig.landings ? before : landingIndex(rig);
  return {
    rig,
    controllers: gear.controllers,
    controls: gear.controls,
    counters: gear.counters,
    controlsOf: gear.controlsOf,
    groupsOf: gear.groupsOf,
    arrivalsOf: gear.arrivalsOf,
    targets: targets.targets,
    parameters: targets.parameters,
    parametersOf: targets.parametersOf,
    tempoOf: targets.tempoOf,
    macrosOver: targets.macrosOver,
    presetsOf: targets.presetsOf,
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
    byPort: landings.byPort,
  };
}

function byId<T extends { readonly id: string }>(rows: readonly T[]): ReadonlyMap<string, T> {
  const map = new Map<string, T>();
  for (const row of rows) map.set(row.id, row);
  return map;
}

const gearIndex = (rig: Rig) => ({
  controllers: byId(rig.controllers),
  controls: byId(rig.controls),
  counters: byId(rig.counters),
  controlsOf: groupBy(rig.controls, (c) => c.controllerId),
  groupsOf: groupBy(rig.groups, (g) => g.controllerId),
  arrivalsOf: groupBy(rig.arrivals, (a) => a.controllerId),
});

const targetIndex = (rig: Rig) => ({
  targets: byId(rig.targets),
  parameters: byId(rig.parameters),
  parametersOf: groupBy(rig.parameters, (p) => p.targetId),
  tempoOf: new Map(rig.parameters.toReversed().flatMap((p) => (isTempo(p) ? [[p.targetId, p] as const] : []))),
  macrosOver: macrosOver(rig.parameters),
  presetsOf: groupBy(rig.presets, (p) => p.parameterId),
  wiresFrom: groupBy(rig.wires, (w) => w.from.unitId),
});

function macrosOver(parameters: readonly Parameter[]): ReadonlyMap<string, readonly Parameter[]> {
  const found = new Map<string, Parameter[]>();
  for (const macro of parameters) for (const id of new Set(macro.drives.map((d) => d.parameterId))) addTo(found, id, macro);
  return found;
}

function layerIndex(rig: Rig) {
  const layersByModifier = new Map<string, Layer[]>();
  const layersBySignal = new Map<number, Layer[]>();
  for (const layer of rig.layers) {
    for (const id of new Set(modifiersOf(layer))) addTo(layersByModifier, id, layer);
    for (const key of new Set(signalsOf(layer).map((s) => addressKey(s.message)))) addTo(layersBySignal, key, layer);
  }
  return { layers: byId(rig.layers), layersByModifier, layersBySignal };
}

const landingIndex = (rig: Rig) => ({
  landingsAt: byAddress(rig.landings),
  landingsOf: groupBy(rig.landings, (l) => l.parameterId),
  byPort: new Set(rig.landings.flatMap((l) => (l.port === '' ? [] : [l.targetId]))),
  sysexHeard: rig.landings.flatMap((l) => (l.address.type === 'sysex' ? [l.address.bytes] : [])),
});

/** Landings by the key of each address at which they hear. */
function byAddress(landings: readonly Landing[]): ReadonlyMap<number, readonly Landing[]> {
  const found = new Map<number, Landing[]>();
  for (const landing of landings) for (const address of addressesOf(landing)) addTo(found, addressKey(address), landing);
  return found;
}
