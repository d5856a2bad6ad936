// What an edit can have touched: found by comparing two states of a rig, row by row, by identity.
import { addressKey, heardKeys, kindOf, type Message, u7 } from '../midi';
import { modeOf } from '../modes';
import {
  type Action,
  type Assignment,
  addressesOf,
  changedIds,
  hangingTogether,
  type Landing,
  messagesOf,
  type PlacedSend,
  type Rig,
  type RigIndex,
} from '../rig';
import { clocksOf, heardAnywhere, outletFor, sendsHeard } from '../wires';
import { senderOnArriving, sendsOnArriving } from './arrival-sends';
import { besidesFor } from './presets-loaded';

export interface Affected {
  /** Assignments to simulate again. */
  readonly simulate: ReadonlySet<string>;
  /** Assignments to check again: those, and whoever shares an address or a parameter with them. */
  readonly check: ReadonlySet<string>;
  /** Controllers to look over again: their own rows, or what is assigned on them. */
  readonly controllers: ReadonlySet<string>;
  /** What findings were accepted, or opened again, about: rows of any table. */
  readonly accepted: ReadonlySet<string>;
}

/**
 * Assignments whose outcome or findings can differ between two states of a rig. An outcome rests on what else the control
 * does at the same place, and on what listens at its addresses; a finding also on who else sends there.
 */
export function affected(before: RigIndex, after: RigIndex): Affected {
  const accepted = acceptedSubjects(before.rig, after.rig);
  const wide = ['layers', 'wires', 'targets'] as const;
  if (wide.some((table) => before.rig[table] !== after.rig[table])) return { ...everythingIn(before, after), accepted };
  const simulate = new Set<string>();
  const both = [before, after];
  const reclocked = after.rig.controllers.flatMap(({ id, clock }) => {
    const was = before.controllers.get(id)?.clock;
    return was === undefined || was?.bpm === clock?.bpm ? [] : [id];
  });

  const controls = new Set(changedIds(before.rig, after.rig, 'controls'));
  const controllers = new Set(changedIds(before.rig, after.rig, 'controllers'));
  for (const control of after.rig.controls) if (controllers.has(control.controllerId)) controls.add(control.id);
  const counters = new Set(changedIds(before.rig, after.rig, 'counters'));
  if (counters.size > 0) for (const a of after.rig.assignments) if (counts(a, counters)) controls.add(a.controlId);

  const groups = new Set(changedIds(before.rig, after.rig, 'groups'));
  const arrivals = new Set(changedIds(before.rig, after.rig, 'arrivals'));
  for (const index of both) for (const id of [...inGroups(index, groups), ...setBy(index, arrivals)]) controls.add(id);

  const parameters = changedIds(before.rig, after.rig, 'parameters');
  const presets = new Set(changedIds(before.rig, after.rig, 'presets'));
  const keys = new Set<number>();
  const landings = new Set(changedIds(before.rig, after.rig, 'landings'));
  const assignments = changedIds(before.rig, after.rig, 'assignments');
  for (const index of both) {
    for (const id of controls) for (const a of takingPart(index, id)) simulate.add(a.id);
    for (const id of assignments) {
      simulate.add(id);
      const row = index.assignments.get(id);
      if (!row) continue;
      for (const a of index.assignmentsOf.get(row.controlId) ?? []) if (meet(a, row)) simulate.add(a.id);
      for (const a of playedWith(index, row)) if (meet(a, row)) simulate.add(a.id);
    }
    if (presets.size > 0)
      for (const [chooserId, rows] of index.presetsOf)
        if (rows.some((row) => presets.has(row.id)))
          for (const id of sendersToTargets(index, new Set([index.parameters.get(chooserId)?.targetId]))) simulate.add(id);
    for (const id of besideInside(index, parameters)) simulate.add(id);
    for (const id of besideClocks(index, reclocked)) simulate.add(id);
    for (const id of parameters) {
      for (const landing of index.landingsOf.get(id) ?? []) addHeard(keys, landing);
      for (const p of index.sendsFor.get(id) ?? []) simulate.add(p.assignment.id);
    }
    if (landings.size > 0) {
      for (const landing of index.rig.landings) {
        if (!landings.has(landing.id)) continue;
        addHeard(keys, landing);
        for (const p of index.sendsFor.get(landing.parameterId) ?? []) simulate.add(p.assignment.id);
      }
    }
  }
  for (const index of both) for (const key of keys) for (const p of sendersAt(index, key)) simulate.add(p.assignment.id);

  const check = new Set(simulate);
  for (const index of both) for (const id of simulate) neighbours(index, id, check);
  for (const index of both) for (const id of knobsBesidePresets(index, landings)) check.add(id);
  for (const index of both) for (const id of besideInside(index, meantBy(index, simulate))) check.add(id);
  for (const index of both) for (const id of besidesContents(index, presets, parameters, simulate, arrivals)) check.add(id);
  if (arrivals.size > 0) for (const index of both) for (const id of besideArrivals(index, arrivals)) check.add(id);
  for (const index of both) for (const id of ledTo(index, assignments)) if (after.assignments.has(id)) check.add(id);
  for (const id of accepted) if (after.assignments.has(id)) check.add(id);
  // A way to silence a target, or to something urgent, counts for every controller.
  const silences = (index: RigIndex, id: string): boolean =>
    (index.assignments.get(id)?.actions ?? []).some((a) => a.type === 'send' && a.meant.some((m) => reachTagged(index, m)));
  const tagged = parameters.some((id) => both.some((index) => reachTagged(index, id)));
  if (tagged || assignments.some((id) => both.some((index) => silences(index, id))))
    for (const { id } of after.rig.controllers) controllers.add(id);
  for (const index of both)
    for (const id of withPlaces(index, { groups, arrivals, counters, presets, parameters, landings, assignments }))
      controllers.add(id);
  for (const index of both) for (const id of ownersOf(index, simulate, controls)) controllers.add(id);
  return { simulate, check, controllers, accepted };
}

function everythingIn(before: RigIndex, after: RigIndex): Omit<Affected, 'accepted'> {
  const all = new Set([...before.assignments.keys(), ...after.assignments.keys()]);
  return { simulate: all, check: all, controllers: new Set([...before.controllers.keys(), ...after.controllers.keys()]) };
}

/** Controllers that some functions, and some controls, are on. */
function ownersOf(index: RigIndex, functions: ReadonlySet<string>, controls: ReadonlySet<string>): readonly string[] {
  const owner = (controlId: string | undefined): readonly string[] => {
    const control = controlId === undefined ? undefined : index.controls.get(controlId);
    return control ? [control.controllerId] : [];
  };
  return [...[...functions].flatMap((id) => owner(index.assignments.get(id)?.controlId)), ...[...controls].flatMap(owner)];
}

/** Everything on the controllers on which some functions lead to other banks and pages: whether it can be had at all may have changed. */
function ledTo(index: RigIndex, changed: readonly string[]): readonly string[] {
  const controllers = new Set(
    changed.flatMap((id) => {
      const row = index.assignments.get(id);
      const leads = row?.actions.some((a) => a.type === 'go') ?? false;
      return leads && row ? (index.controls.get(row.controlId)?.controllerId ?? []) : [];
    }),
  );
  return [...controllers].flatMap((id) =>
    (index.controlsOf.get(id) ?? []).flatMap((c) => (index.assignmentsOf.get(c.id) ?? []).map((a) => a.id)),
  );
}

/** Whoever moves something of a target that another preset is put in place of: by one of some landings. */
function knobsBesidePresets(index: RigIndex, landings: ReadonlySet<string>): readonly string[] {
  if (landings.size === 0) return [];
  const targets = new Set(
    index.rig.landings.flatMap((l) => (landings.has(l.id) && modeOf(l.mode).changesSound ? [l.targetId] : [])),
  );
  return sendersToTargets(index, targets);
}

/** Whoever moves something of a target whose presets hold other things now, or can be loaded by other functions. */
function besidesContents(
  index: RigIndex,
  changed: ReadonlySet<string>,
  parameters: readonly string[],
  simulate: ReadonlySet<string>,
  arrivals: ReadonlySet<string>,
): readonly string[] {
  if (index.presetsOf.size === 0) return [];
  const targets = new Set<string | undefined>();
  const stirred = new Set(parameters.map((id) => index.parameters.get(id)?.targetId));
  for (const [chooserId, rows] of index.presetsOf) {
    const loads =
      (index.sendsFor.get(chooserId) ?? []).some((s) => simulate.has(s.assignment.id)) ||
      (arrivals.size > 0 && besidesFor(index, chooserId).some((a) => arrivals.has(a.id)));
    const targetId = index.parameters.get(chooserId)?.targetId;
    if (loads || stirred.has(targetId) || rows.some((row) => changed.has(row.id))) targets.add(targetId);
  }
  return sendersToTargets(index, targets);
}

/** Whoever is there for something of some targets, or is heard there whatever it is there for. */
function sendersToTargets(index: RigIndex, targets: ReadonlySet<string | undefined>): readonly string[] {
  const keys = new Set<number>();
  const meant = [...targets].flatMap((targetId) =>
    (index.parametersOf.get(targetId ?? '') ?? []).flatMap((p) => {
      for (const landing of index.landingsOf.get(p.id) ?? []) addHeard(keys, landing);
      return (index.sendsFor.get(p.id) ?? []).map((s) => s.assignment.id);
    }),
  );
  return [...meant, ...[...keys].flatMap((key) => sendersAt(index, key).map((s) => s.assignment.id))];
}

/** The parameters that some functions are there for. */
const meantBy = (index: RigIndex, functions: ReadonlySet<string>): readonly string[] =>
  [...functions].flatMap((id) => (index.assignments.get(id)?.actions ?? []).flatMap((a) => (a.type === 'send' ? a.meant : [])));

/** Whoever moves something of a target in which what is moved hangs on one of these: a macro, a condition, a bank of channels, a tempo. */
function besideInside(index: RigIndex, changed: readonly string[]): readonly string[] {
  if (changed.length === 0) return [];
  const inside = hangingTogether(index);
  const { leads, follows } = clocksOf(index);
  const there = changed.flatMap((id) =>
    inside.has(id) ? [id, ...(leads.get(id) ?? []), ...(follows.get(id) ?? []).flatMap((by) => by.parameterId ?? [])] : [],
  );
  return sendersToTargets(index, new Set(there.map((id) => index.parameters.get(id)?.targetId)));
}

/** Whoever moves something of a target that goes by the clock of one of these controllers. */
function besideClocks(index: RigIndex, controllers: readonly string[]): readonly string[] {
  if (controllers.length === 0) return [];
  const { leads } = clocksOf(index);
  const led = controllers.flatMap((id) => leads.get(id) ?? []);
  return sendersToTargets(index, new Set(led.map((id) => index.parameters.get(id)?.targetId)));
}

/** Whether a parameter is one that has to be within reach. */
const reachTagged = (index: RigIndex, id: string): boolean =>
  index.parameters.get(id)?.tags.some((t) => t === 'panic' || t === 'urgent') ?? false;

/** What findings were accepted, or opened again, about. */
function acceptedSubjects(before: Rig, after: Rig): ReadonlySet<string> {
  const changed = new Set(changedIds(before, after, 'accepted'));
  return new Set([...before.accepted, ...after.accepted].flatMap((r) => (changed.has(r.id) ? [r.subjectId] : [])));
}

/** Assignments of a control, and those that it takes part in as a modifier, in a chord or in a group: where it sends, and which way round it is, counts for them. */
const takingPart = (index: RigIndex, controlId: string): readonly Assignment[] => [
  ...(index.assignmentsOf.get(controlId) ?? []),
  ...playedWith(index, { controlId, gesture: { type: 'press' } }),
];

/** Assignments in whose script the control of another one takes part: as the modifier of their layer, or in a chord. */
function playedWith(index: RigIndex, { controlId, gesture }: Pick<Assignment, 'controlId' | 'gesture'>): readonly Assignment[] {
  const layers = new Set((index.layersByModifier.get(controlId) ?? []).map((l) => l.id));
  const partners = [
    ...(gesture.type === 'chord' ? (index.assignmentsOf.get(gesture.with) ?? []) : []),
    ...inGroupWith(index, controlId).flatMap((id) => index.assignmentsOf.get(id) ?? []),
  ];
  if (layers.size === 0 && partners.length === 0 && !index.chordPartners.has(controlId)) return partners;
  const others = index.rig.assignments.filter(
    (a) => (a.layerId !== null && layers.has(a.layerId)) || (a.gesture.type === 'chord' && a.gesture.with === controlId),
  );
  return [...partners, ...others];
}

const inGroups = ({ rig }: RigIndex, groups: ReadonlySet<string>): readonly string[] =>
  rig.groups.flatMap((g) => (groups.has(g.id) ? g.controlIds : []));

const setBy = ({ rig }: RigIndex, arrivals: ReadonlySet<string>): readonly string[] =>
  rig.arrivals.flatMap((a) => (arrivals.has(a.id) ? a.latches.map((l) => l.controlId) : []));

/**
 * Controllers of which groups or arrivals changed, or what hears what is sent on arriving or by a tap, what such a tap counts, or who can send the high byte before a low
 * one that is, or load another preset before one that is loaded so.
 */
function withPlaces(
  { rig, controls, presetsOf }: RigIndex,
  changed: {
    readonly [T in 'groups' | 'arrivals' | 'counters' | 'presets' | 'landings']: ReadonlySet<string>;
  } & { readonly [T in 'parameters' | 'assignments']: readonly string[] },
): readonly string[] {
  const { groups, arrivals, counters, presets, landings, parameters, assignments } = changed;
  const heard = landings.size > 0 || parameters.length > 0 || presets.size > 0;
  const sent = assignments.length > 0 || arrivals.size > 0;
  const stirred = (actions: readonly Action[]): boolean =>
    heard || (sent && (presetsOf.size > 0 || actions.some((a) => a.type === 'send' && a.message.type === 'cc')));
  return [
    ...rig.groups.flatMap((g) => (groups.has(g.id) ? [g.controllerId] : [])),
    ...rig.arrivals.flatMap((a) => (arrivals.has(a.id) || stirred(a.actions) ? [a.controllerId] : [])),
    ...rig.layers.flatMap(({ tap, modifierControlId }) =>
      tap.length > 0 && (counters.size > 0 || stirred(tap)) ? (controls.get(modifierControlId ?? '')?.controllerId ?? []) : [],
    ),
  ];
}

/** Switches that release a control, or that it releases. */
function inGroupWith({ controls, groupsOf }: RigIndex, controlId: string): readonly string[] {
  const groups = groupsOf.get(controls.get(controlId)?.controllerId ?? '') ?? [];
  return groups.flatMap((g) => (g.controlIds.includes(controlId) ? g.controlIds.filter((id) => id !== controlId) : []));
}

/** Whoever puts something on the wire that can be heard at an address: as itself, or as a byte of a sequence. */
function sendersAt(index: RigIndex, key: number): readonly PlacedSend[] {
  const { sendsAt, sequencesAt } = sendsHeard(index);
  return [...(sendsAt.get(key) ?? []), ...(sequencesAt.get(key) ?? [])];
}

/** Addresses whose senders a landing can hear: its own, and those of the bytes that it puts together. */
function addHeard(keys: Set<number>, landing: Landing): void {
  for (const address of addressesOf(landing)) for (const key of heardKeys(address)) keys.add(key);
}

/** Keys at which a message is heard, and of both bytes of a 14-bit control that it is one of: a low byte moves something only where a high byte can come. */
function keysBeside(message: Message): readonly number[] {
  const { pairs } = kindOf(message.type).heardAs(message);
  if (message.type !== 'cc' || pairs.length === 0) return heardKeys(message);
  const byte = (number: number): number => addressKey({ ...message, number: u7(number) });
  return [...heardKeys(message), ...pairs.flatMap((n) => [byte(n), byte(n + 32)])];
}

/** Whoever is heard where something is sent on arriving. */
function besideArrivals(index: RigIndex, changed: ReadonlySet<string>): readonly string[] {
  return index.rig.arrivals.flatMap((arrival) => {
    const sender = changed.has(arrival.id) ? senderOnArriving(index, arrival) : null;
    if (!sender) return [];
    return sendsOnArriving(arrival).flatMap((send) =>
      heardAnywhere(index, outletFor(index, sender.controlId, send), send.message).flatMap((heard) =>
        keysBeside(heard).flatMap((key) => sendersAt(index, key).map((p) => p.assignment.id)),
      ),
    );
  });
}

/** Whether two assignments can be looked up at one place. */
const meet = (a: Assignment, b: Assignment): boolean =>
  (a.bank === null || b.bank === null || a.bank === b.bank) && (a.page === null || b.page === null || a.page === b.page);

const counts = (a: Assignment, counters: ReadonlySet<string>): boolean =>
  a.actions.some((x) => x.type === 'send' && x.behaviour.type === 'stepping' && counters.has(x.behaviour.counterId));

/** Adds whoever shares an address, a parameter or a place on its control with an assignment: findings name each other. */
function neighbours(index: RigIndex, id: string, found: Set<string>): void {
  const assignment = index.assignments.get(id);
  if (!assignment) return;
  // In another bank as well: a knob that is turned there stands elsewhere when it comes back.
  for (const a of index.assignmentsOf.get(assignment.controlId) ?? []) found.add(a.id);
  for (const action of assignment.actions) {
    if (action.type !== 'send') continue;
    for (const message of messagesOf(action, index.counters)) {
      for (const heard of heardAnywhere(index, outletFor(index, assignment.controlId, action), message))
        for (const key of keysBeside(heard)) for (const p of sendersAt(index, key)) found.add(p.assignment.id);
    }
    for (const parameterId of action.meant) for (const p of index.sendsFor.get(parameterId) ?? []) found.add(p.assignment.id);
  }
}
