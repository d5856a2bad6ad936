// What can bear on what: of everything that a hand can do on a rig, what could ever matter for some parameters or places. Never too little: what is left out cannot
// change what is asked for, nor what decides how that is reached.
import type { Chain } from '../bench';
import { addressKey, heardKeys, type Message } from '../midi';
import { movedBy } from '../receiver';
import { type Action, type Assignment, messagesOf, modifiersOf, type RigIndex, signalOf } from '../rig';
import { heardAnywhere, waysOf } from '../wires';
import type { Deed } from './hand';

/** Something that can be one way or another: `value 3` (a slot), `layers 0` and `banks 0` (a target), `place board` (a controller), `counter c`. */
type Thing = string;
const valueAt = (slot: number): Thing => `value ${slot}`;
const layersOf = (unit: number): Thing => `layers ${unit}`;
const banksOf = (unit: number): Thing => `banks ${unit}`;
/** Where a controller stands, as something that deeds change and need. */
export const placeOf = (controllerId: string): Thing => `place ${controllerId}`;

/** What something may change, and what decides what comes of it. */
interface Bearing {
  readonly changes: Set<Thing>;
  readonly needs: Set<Thing>;
}

/** The deeds that can matter for parameters (by slot) and for where controllers stand, in the order in which they were given; `most`: how many of the slots one of them can change. */
export function bearingOn(
  index: RigIndex,
  chain: Chain,
  deeds: readonly Deed[],
  slots: Iterable<number>,
  places: Iterable<string>,
): { readonly deeds: readonly Deed[]; readonly most: number } {
  const asked = [...slots].map(valueAt);
  const wanted = new Set<Thing>([...asked, ...[...places].map(placeOf)]);
  const bearings = deeds.map((deed) => bearingOf(index, chain, deed));
  const taken = new Set<number>();
  for (let before = -1; before !== taken.size; ) {
    before = taken.size;
    bearings.forEach(({ changes, needs }, i) => {
      if (taken.has(i) || ![...changes].some((thing) => wanted.has(thing))) return;
      taken.add(i);
      // What it changes beside may have to be put back.
      for (const thing of [...changes, ...needs]) wanted.add(thing);
    });
  }
  const most = bearings.reduce((n, { changes }) => Math.max(n, asked.filter((thing) => changes.has(thing)).length), 0);
  return { deeds: deeds.filter((_, i) => taken.has(i)), most };
}

function bearingOf(index: RigIndex, chain: Chain, deed: Deed): Bearing {
  const bearing: Bearing = { changes: new Set(), needs: new Set() };
  const heard = hearingOf(index, chain, bearing);
  const { network } = chain;
  // Wherever it goes, as whatever it arrives: out of every port.
  const hears = (message: Message): void => {
    heard(message);
    if (network.translates) for (const { message: made } of waysOf(network, deed.of.id, message, '').arrived) heard(made);
  };
  const acts = (actions: readonly Action[]): void => {
    for (const action of actions) {
      if (action.type === 'send') {
        for (const message of messagesOf(action, index.counters)) hears(message);
        if (action.behaviour.type === 'stepping') counts(action.behaviour.counterId);
      }
      if (action.type === 'go') moves();
    }
  };
  const counts = (counterId: string): void => {
    bearing.changes.add(`counter ${counterId}`);
    bearing.needs.add(`counter ${counterId}`);
  };
  let moved = false;
  const moves = (): void => {
    if (moved) return;
    moved = true;
    bearing.changes.add(placeOf(deed.of.id));
    for (const arrival of index.rig.arrivals) if (arrival.controllerId === deed.of.id) acts(arrival.actions);
    if (deed.of.firmware.resendsPositions)
      for (const control of index.controlsOf.get(deed.of.id) ?? [])
        for (const a of index.assignmentsOf.get(control.id) ?? []) if (a.gesture.type === 'move') acts(a.actions);
  };
  if (deed.does === 'button') {
    bearing.needs.add(placeOf(deed.of.id));
    moves();
    return bearing;
  }
  if (goesByPlace(index, deed)) bearing.needs.add(placeOf(deed.of.id));
  if (spendsPlaces(index, deed.of.id)) moves();
  for (const controlId of touchedBy(index, deed)) {
    for (const a of index.assignmentsOf.get(controlId) ?? [])
      if (deed.does === 'turn' || deed.does === 'move' || isPressed(a)) acts(a.actions);
    for (const layer of index.layersByModifier.get(controlId) ?? []) {
      if (layer.madeIn === 'controller') moves();
      acts(layer.tap);
      const signal = signalOf(layer, controlId);
      if (signal) hears(signal);
    }
  }
  return bearing;
}

const isPressed = ({ gesture }: Assignment): boolean => gesture.type !== 'move';

/** Whether what comes of a deed can depend on where its controller stands: something of it stands at a place, a layer may hide it, or going elsewhere changes its latch. */
function goesByPlace(index: RigIndex, deed: Exclude<Deed, { does: 'button' }>): boolean {
  const touched = touchedBy(index, deed);
  const { togglesSurviveBankChange } = deed.of.firmware;
  return (
    index.rig.layers.some((l) => l.madeIn === 'controller' && !l.fallsThrough) ||
    index.rig.arrivals.some((a) => a.latches.some((l) => touched.has(l.controlId))) ||
    [...touched].some(
      (id) =>
        (index.layersByModifier.get(id) ?? []).length > 0 ||
        (index.assignmentsOf.get(id) ?? []).some(
          (a) =>
            a.bank !== null ||
            a.page !== null ||
            a.layerId !== null ||
            a.actions.some(
              (x) => x.type === 'go' || (x.type === 'send' && x.behaviour.type === 'latching' && !togglesSurviveBankChange),
            ),
        ),
    )
  );
}

/** Controls that go down in it, and those that are released by them. */
function touchedBy(index: RigIndex, deed: Exclude<Deed, { does: 'button' }>): ReadonlySet<string> {
  const down = [deed.on.id, ...deed.holding.map((c) => c.id), ...(deed.does === 'chord' ? [deed.with.id] : [])];
  const groups = (index.groupsOf.get(deed.of.id) ?? []).filter((g) => g.controlIds.some((id) => down.includes(id)));
  return new Set([...down, ...groups.flatMap((g) => g.controlIds)]);
}

/**
 * Between which values a parameter can stand at all: where it stands, the ends of what moves it along a range, all of it where anything moves it in another way. Nothing that is
 * done leads past them.
 */
export function reachOf(chain: Chain, slot: number, now: number): readonly [least: number, most: number] {
  const { listeners, parameters, macros, loads } = chain.targets;
  const parameter = parameters[slot];
  const whole: readonly [number, number] = [parameter?.lowest ?? now, parameter?.highest ?? now];
  const moved = [...macros.values()].some((m) => m.moves.some((x) => x.slot === slot));
  const loaded = [...loads.values()].some((steps) => [...steps.values()].some((l) => l.puts.some((p) => p.slot === slot)));
  if (Number.isNaN(now) || moved || loaded) return whole;
  let reach: readonly [number, number] = [now, now];
  for (const { slot: own, strip, landing } of listeners) {
    if (own !== slot && !strip?.slots.includes(slot)) continue;
    if (landing.mode !== 'absolute' || strip) return whole;
    reach = [Math.min(reach[0], landing.from, landing.to), Math.max(reach[1], landing.from, landing.to)];
  }
  return reach;
}

/** Whether any press at all can change where a controller stands: it closes a layer, or makes this place the one used last. */
const spendsPlaces = (index: RigIndex, controllerId: string): boolean =>
  index.rig.layers.some(
    (l) =>
      l.madeIn === 'controller' &&
      l.mode === 'next-press' &&
      modifiersOf(l).some((id) => index.controls.get(id)?.controllerId === controllerId),
  ) ||
  (index.controlsOf.get(controllerId) ?? []).some((c) =>
    (index.assignmentsOf.get(c.id) ?? []).some((a) => a.actions.some((x) => x.type === 'go' && x.to.type === 'last-used')),
  );

/** Follows a message to everything that may move when it arrives anywhere, and what is sent back from there. */
function hearingOf(index: RigIndex, chain: Chain, { changes, needs }: Bearing): (message: Message) => void {
  const { targets, network } = chain;
  // What a target sends back may come back as anything, where a translator stands on a wire of one.
  const translatedBack = network.wires.some((w, i) => network.translators[i] && index.targets.has(w.from.unitId));
  const keys = new Set<number>();
  const slots = new Set<number>();
  const key = (at: number): void => {
    if (keys.has(at)) return;
    keys.add(at);
    for (const { index: unit, listeners, signals } of targets.receivers) {
      if (signals.has(at)) {
        changes.add(layersOf(unit));
        needs.add(layersOf(unit));
      }
      for (const { slot: own, strip, conditions, bank } of listeners.get(at) ?? []) {
        for (const moved of [own, ...(strip?.slots ?? [])]) slot(moved);
        for (const condition of conditions) needs.add(valueAt(condition.slot));
        for (const moved of strip ? movedBy(strip) : []) needs.add(valueAt(moved));
        needs.add(layersOf(unit));
        if (bank !== null) needs.add(banksOf(unit));
      }
    }
    // What comes back to the same address decides what is sent next.
    for (const [from, back] of targets.sendingBack)
      if (translatedBack || back.some((l) => addressKey(l.sendsBackAt) === at)) needs.add(valueAt(from));
  };
  const slot = (at: number): void => {
    if (slots.has(at)) return;
    slots.add(at);
    changes.add(valueAt(at));
    for (const { puts, forgets } of targets.loads.get(at)?.values() ?? []) {
      for (const put of puts) slot(put.slot);
      for (const forgotten of forgets) slot(forgotten);
    }
    for (const { slot: moved, reads } of targets.macros.get(at)?.moves ?? []) {
      slot(moved);
      for (const read of reads) needs.add(valueAt(read));
    }
    for (const { landing, sendsBackAt } of targets.sendingBack.get(at) ?? [])
      for (const made of heardAnywhere(index, { unitId: landing.targetId, port: '' }, sendsBackAt)) key(addressKey(made));
  };
  return (message) => {
    const selects =
      message.type === 'program'
        ? message.bank !== null
        : message.type === 'cc' && (message.number === 0 || message.number === 32);
    if (selects) for (const { index: unit } of targets.receivers) changes.add(banksOf(unit));
    for (const at of heardKeys(message)) key(at);
  };
}
