// What wants a number: every function that sends a numbered message, with all of its sends that have to stay at one address.
import { addTo, groupBy } from '../base';
import { addressKey, type Message, shortName } from '../midi';
import {
  type Assignment,
  actsOnSome,
  countsNumbers,
  fireTogether,
  hearsAll,
  hostLayerAt,
  isChosen,
  isRun,
  type Landing,
  type Layer,
  type LayerSignal,
  type Parameter,
  type PlacedSend,
  type RigIndex,
  sendersOfSignal,
  signalsOf,
  standInOf,
  stands,
} from '../rig';
import { arrivalPort, isTranslated, landingsHearing, outletFor, routesFrom } from '../wires';

/** Kinds of message whose number is free to choose. A program names a preset, and an RPN has the meaning the standard gave it. */
export type PlannedType = 'cc' | 'cc14' | 'note' | 'nrpn';

export interface Demand {
  /** The assignment and action that it stands first in, or the layer whose modifier signals: stable while those stand. */
  readonly id: string;
  /** The sends that share the address: one function in several banks, a radio group, Base and a layer made in the host. */
  readonly sends: readonly PlacedSend[];
  /** The layer made in the host that this signal opens; null for a function. */
  readonly layer: Layer | null;
  /** The further modifier of that layer that sends it; null for what the others send. */
  readonly sentBy: string | null;
  readonly landings: readonly Landing[];
  readonly message: Extract<Message, { type: PlannedType }>;
  readonly controllerIds: readonly string[];
  /** The targets that it is meant for. */
  readonly targetIds: readonly string[];
  readonly role: string;
  /** Whether it stands in hardware or software already. */
  readonly entered: boolean;
  readonly pinned: boolean;
  /** Whether a target came with this number: no plan moves it, whatever is let go. */
  readonly given: boolean;
  /** Whether it is heard on every channel somewhere: its number is taken on all of them. */
  readonly omni: boolean;
  /** Whether a translator makes something else of it on some way: its lines name the number, so that it stays as it is. */
  readonly translated: boolean;
  /** A function of a switch: it could be sent as a note. */
  readonly switching: boolean;
  /** Controls of one family in one place, on one gesture, whose numbers should follow each other; and the place in it. */
  readonly family: string;
  readonly familyOrder: number;
}

const isPlanned = (message: Message): message is Demand['message'] =>
  message.type === 'cc' || message.type === 'cc14' || message.type === 'note' || message.type === 'nrpn';

/** Every demand of a rig, in the order of its assignments. */
export function demandsOf(index: RigIndex): readonly Demand[] {
  const groups = new Map<PlacedSend, PlacedSend[]>();
  const firstAt = new Map<number, PlacedSend[]>();
  const homeOf = new Map<string, PlacedSend>();
  const shares = sharing(index);
  const controllerOf = (p: PlacedSend): string => index.controls.get(p.assignment.controlId)?.controllerId ?? '';
  // What Base stands in for comes after Base, wherever it stands in the rig.
  const borrowed = index.rig.assignments.filter((a) => standInOf(index, a) !== null);
  const late = new Set(borrowed);
  for (const assignment of [...index.rig.assignments.filter((a) => !late.has(a)), ...borrowed]) {
    assignment.actions.forEach((action, actionIndex) => {
      // Numbers that a counter gives stay with it.
      if (action.type !== 'send' || !isPlanned(action.message) || countsNumbers(action)) return;
      const placed: PlacedSend = { assignment, actionIndex, send: action };
      const key = addressKey(action.message);
      const standIn = standInFor(index, assignment, actionIndex, homeOf);
      const same =
        standIn ??
        (firstAt.get(key) ?? []).find(
          (p) =>
            sentTogether(index, key, p, placed) ||
            chosenApart(index, key) ||
            (sameFunction(p.send.meant, action.meant) &&
              (shares(controllerOf(p), controllerOf(placed)) || listens(index, key, action.meant))),
        );
      const home = same ?? placed;
      if (same) groups.get(same)?.push(placed);
      else {
        groups.set(placed, [placed]);
        addTo(firstAt, key, placed);
      }
      homeOf.set(`${assignment.id} ${actionIndex}`, home);
    });
  }
  const demands = [...groups.values()].flatMap((sends) => demandOf(index, sends));
  for (const layer of index.rig.layers) {
    // What the modifier sends anyway is planned with the function that it is for.
    if (layer.signalBy === 'own') continue;
    for (const signal of signalsOf(layer)) demands.push(...signalDemand(index, layer, signal));
  }
  return demands;
}

/** What a modifier of a layer made in a host sends besides. */
function signalDemand(index: RigIndex, layer: Layer, signal: LayerSignal): readonly Demand[] {
  const { controlId, message } = signal;
  if (!isPlanned(message)) return [];
  const [sender = ''] = sendersOfSignal(layer, signal);
  const home = index.controls.get(sender)?.controllerId;
  return [
    {
      id: controlId === null ? layer.id : `${layer.id} ${controlId}`,
      sends: [],
      layer,
      sentBy: controlId,
      landings: [],
      message,
      controllerIds: home === undefined ? [] : [home],
      targetIds: [],
      role: '',
      entered: false,
      pinned: false,
      given: false,
      omni: false,
      translated: isTranslated(index, { unitId: home ?? '', port: '' }, message),
      switching: true,
      family: '',
      familyOrder: 0,
    },
  ];
}

const sameFunction = (a: readonly string[], b: readonly string[]): boolean =>
  a.length > 0 && a.length === b.length && a.every((id) => b.includes(id));

/** Whether two functions are sent by one number and by one gesture only: whoever else sends it there for one of them would move the other. */
function sentTogether(index: RigIndex, key: number, a: PlacedSend, b: PlacedSend): boolean {
  if (!fireTogether(a.assignment, b.assignment)) return false;
  const meant = new Set([...a.send.meant, ...b.send.meant]);
  return (index.sendsAt.get(key) ?? []).every(
    (p) => fireTogether(p.assignment, b.assignment) || !p.send.meant.some((id) => meant.has(id)),
  );
}

/**
 * Whether all that is sent at an address is told apart by values on purpose: everything that listens there acts on some values only, what is meant is there,
 * and no send puts out a value that something acts on which it is not meant for.
 */
function chosenApart(index: RigIndex, key: number): boolean {
  const landings = index.landingsAt.get(key) ?? [];
  if (landings.length === 0 || !landings.every(isChosen)) return false;
  return (index.sendsAt.get(key) ?? []).every(
    ({ send, assignment }) =>
      send.meant.every((id) => landings.some((l) => l.parameterId === id)) &&
      landings.every((l) => send.meant.includes(l.parameterId) || !actsOnSome(index.counters, send, assignment.gesture.type, l)),
  );
}

/** Whether something listens at an address for what is meant: one row there is one number for all that send to it. */
const listens = (index: RigIndex, key: number, meant: readonly string[]): boolean =>
  (index.landingsAt.get(key) ?? []).some((l) => meant.includes(l.parameterId));

/** In a layer made in the host the hardware sends what Base (or the first such layer) holds: those two have one address. */
function standInFor(
  index: RigIndex,
  assignment: Assignment,
  actionIndex: number,
  homeOf: ReadonlyMap<string, PlacedSend>,
): PlacedSend | undefined {
  if (hostLayerAt(index, assignment.layerId) === null) return undefined;
  const standIn = standInOf(index, assignment);
  return standIn ? homeOf.get(`${standIn.id} ${actionIndex}`) : undefined;
}

/**
 * Targets that tell ports apart and whose every landing names the port by which its senders come: one that names none, names another, or is still to be
 * entered, is in the way of others.
 */
function apartByPort(index: RigIndex): ReadonlySet<string> {
  const byTarget = groupBy(index.rig.landings, (l) => l.targetId);
  return new Set(
    index.rig.targets.flatMap(({ id, reception }) => {
      const landings = byTarget.get(id) ?? [];
      const entered = (p: Parameter): boolean => !index.sendsFor.has(p.id) || index.landingsOf.has(p.id);
      const apart = reception.tellsPortsApart && landings.length > 0 && landings.every((l) => comesBy(index, l));
      return apart && (index.parametersOf.get(id) ?? []).every(entered) ? [id] : [];
    }),
  );
}

/** Whether everything that is sent for a landing arrives by the port that it names. */
const comesBy = (index: RigIndex, { parameterId, targetId, port }: Landing): boolean =>
  port !== '' &&
  (index.sendsFor.get(parameterId) ?? []).every(({ assignment }) =>
    routesFrom(index, index.controls.get(assignment.controlId)?.controllerId ?? '').every(
      (r) => r.target.id !== targetId || arrivalPort(index, r.wire) === port,
    ),
  );

/**
 * Whether two controllers are heard by one receiver that does not tell them apart, or are one; a target in the place of one stands for what listens there,
 * whoever sends it. Remembered once asked.
 */
export function sharing(index: RigIndex): (a: string, b: string) => boolean {
  const reached = new Map<string, ReadonlySet<string>>();
  const apart = apartByPort(index);
  const hearers = (id: string): ReadonlySet<string> => {
    let known = reached.get(id);
    if (!known) {
      const there = index.targets.has(id) ? [id] : routesFrom(index, id).flatMap((r) => (r.wire.forRemote ? [r.target.id] : []));
      known = new Set(there.filter((target) => !apart.has(target)));
      reached.set(id, known);
    }
    return known;
  };
  return (a, b) => {
    if (a === b && !index.targets.has(a)) return true;
    const others = hearers(b);
    for (const target of hearers(a)) if (others.has(target)) return true;
    return false;
  };
}

function demandOf(index: RigIndex, sends: readonly PlacedSend[]): Demand[] {
  const [first] = sends;
  if (!first || !isPlanned(first.send.message)) return [];
  const landings = new Map<string, Landing>();
  const controllerIds = new Set<string>();
  const targetIds = new Set<string>();
  for (const { assignment, send } of sends) {
    controllerIds.add(index.controls.get(assignment.controlId)?.controllerId ?? '');
    const layer = hostLayerAt(index, assignment.layerId);
    for (const id of send.meant) targetIds.add(index.parameters.get(id)?.targetId ?? '');
    for (const l of landingsHearing(index, outletFor(index, assignment.controlId, send), send.message))
      if (send.meant.includes(l.parameterId) && l.hostLayerId === layer) landings.set(l.id, l);
  }
  const { assignment, send } = first;
  const control = index.controls.get(assignment.controlId);
  const [meant] = send.meant;
  const { gesture } = assignment;
  return [
    {
      id: first.actionIndex === 0 ? assignment.id : `${assignment.id}.${first.actionIndex}`,
      sends,
      layer: null,
      sentBy: null,
      landings: [...landings.values()],
      message: first.send.message,
      controllerIds: [...controllerIds],
      targetIds: [...targetIds],
      role: send.meant.length === 1 ? (index.parameters.get(meant ?? '')?.role ?? '') : '',
      entered: sends.some((p) => stands(index, p.assignment)) || [...landings.values()].some((l) => stands(index, l)),
      pinned: sends.some((p) => p.send.pinned),
      // A run of numbers stays where it stands, too.
      given: [...landings.values()].some((l) => l.given !== null || isRun(l)),
      omni:
        [...landings.values()].some(hearsAll) || [...targetIds].some((id) => index.targets.get(id)?.reception.channels === 'all'),
      translated: sends.some((p) => isTranslated(index, outletFor(index, p.assignment.controlId, p.send), p.send.message)),
      switching: gesture.type !== 'move' && sends.every((p) => p.send.behaviour.type !== 'relative'),
      family: [
        control?.controllerId,
        control?.family,
        assignment.bank,
        assignment.page,
        assignment.layerId,
        gesture.type,
        first.actionIndex,
      ].join(' '),
      familyOrder: control?.familyOrder ?? 0,
    },
  ];
}

/** What a demand is for, in words: its parameters, or the layer that it opens. */
export function demandName(index: RigIndex, demand: Demand): string {
  if (demand.layer) {
    const by = demand.sentBy === null ? '' : ` ${index.controls.get(demand.sentBy)?.name ?? '?'}`;
    return `${demand.layer.name} (modifier${by})`;
  }
  const ids = new Set(demand.sends.flatMap((p) => p.send.meant));
  return [...ids].map((id) => index.parameters.get(id)?.name ?? '?').join(', ') || shortName(demand.message);
}

/** Where a demand is played: the control it stands on first, and its gesture where that is not the plain one. */
export function demandPlace(index: RigIndex, demand: Demand): string {
  const id = demand.sends[0]?.assignment.controlId ?? demand.sentBy ?? demand.layer?.modifierControlId ?? '';
  const control = index.controls.get(id);
  const gesture = demand.sends[0]?.assignment.gesture.type;
  const plain = gesture === undefined || gesture === 'move' || gesture === 'press';
  return `${control?.name ?? '?'}${plain ? '' : ` ${gesture}`}`;
}
