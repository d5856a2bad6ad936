// Law 11: what must be fixed is wrong whatever a fact that nobody stated may be. Else it is to be looked at, says _if_, and leads to where it can be found out.
import { onceFor } from '../base';
import { addressKey, kindOf, valueMax } from '../midi';
import { modeOf } from '../modes';
import {
  type Assignment,
  behaviourValues,
  type Controller,
  controllerStates,
  type Firmware,
  type Landing,
  messagesOf,
  type Parameter,
  type Reception,
  type RigIndex,
  type Send,
  type Target,
  targetStates,
} from '../rig';
import { heardFacts, type Planned, sentFacts } from './assumed-facts';
import { type Finding, isSame } from './finding';
import { homeOf, sendsFor } from './fix-parts';
import type { CheckId } from './registry';
import { sentBesides } from './sent-besides';

/** What a finding rests on that nobody stated: fields of the firmware of a controller, or of how a target listens. */
export interface Assumed {
  readonly unit: 'controllers' | 'targets';
  readonly unitId: string;
  readonly facts: readonly string[];
}

/** What counts as on, how far a step of it goes, what comes back of it, and what hears it at all. */
const counts = ['threshold', 'actsOn', 'fourteenBit', 'relativeStep', 'feedback', 'lights', 'tellsPortsApart'] as const;

/** What no threshold lets act may be heard by something else. */
const whoHears = ['tellsPortsApart'] as const;

/** The facts that findings can rest on, by their check: what the others tell is wrong however a unit works. */
const restsOn: Partial<Readonly<Record<CheckId, readonly HeardOrSent[]>>> = {
  'address-clash': ['tellsPortsApart'],
  'arrival-moves': ['tellsPortsApart'],
  'besides-lacks': ['messages'],
  'cannot-send': ['messages', 'switchModes', 'encoderModes'],
  'every-second-press': counts,
  'heard-twice': ['tellsPortsApart'],
  irregular: counts,
  'never-registers': counts,
  'no-such-gesture': ['gestures'],
  'no-way-back': ['bankButtons'],
  'not-as-wanted': counts,
  'reversed-switch': ['sensesPolarity'],
  'tap-moves': ['tellsPortsApart'],
  'target-lacks': ['modes', 'relativeEncodings', 'takeover'],
  'too-many-actions': ['messagesPerGesture'],
  'too-many-counters': ['counters'],
  'unreachable-place': ['banks', 'pages', 'bankButtons'],
};

/** The facts that a finding rests on; none where it is wrong whatever they are. */
const factsOf = ({ check, severity, facts }: Finding): readonly HeardOrSent[] =>
  severity !== 'stop' || (check === 'no-such-gesture' && facts.control !== undefined)
    ? []
    : check === 'never-registers' && facts.threshold === null
      ? whoHears
      : (restsOn[check] ?? []);

type HeardOrSent = (typeof heardFacts | typeof sentFacts)[number]['fact'];

/** A fact that is otherwise than assumed. */
interface Turned extends Pick<Assumed, 'unit' | 'unitId'> {
  readonly fact: HeardOrSent;
  /** The same for two that are the same. */
  readonly key: string;
  /** Whether that only does away with faults. */
  readonly more: boolean;
  /** What is assumed, in words. */
  readonly words: string;
  readonly made: (index: RigIndex) => RigIndex;
}

/** A fact that nobody stated, in each way in which it may be otherwise. */
type Open = readonly Turned[];

/** Whether playing an assignment takes long: thousands of values in one travel. */
export const isLong = (assignment: Assignment): boolean =>
  assignment.gesture.type === 'move' &&
  assignment.actions.some((a) => a.type === 'send' && a.behaviour.type === 'range' && valueMax(a.message.type) > 127);

const nothing: Planned = { sent: [], counts: false, steps: false, halves: false, ports: false, returns: false, bank: 1, page: 1 };

/** What nobody stated of the units that an assignment goes from and to. */
export function openFor(index: RigIndex, assignment: Assignment): readonly Open[] {
  const controller = homeOf(index, assignment)?.controller;
  const ids = new Set<string>();
  const sent = new Set<number>();
  let halves = false;
  for (const action of assignment.actions) {
    if (action.type !== 'send') continue;
    for (const id of action.meant) ids.add(index.parameters.get(id)?.targetId ?? '');
    for (const value of valuesFrom(index, action)) sent.add(value);
    halves ||= kindOf(action.message.type).sequence !== null;
  }
  const planned = {
    ...nothing,
    sent: [...sent],
    counts: heardSo(index, assignment, countsPresses),
    steps: heardSo(index, assignment, nudges),
    halves,
    returns: index.rig.wires.some((w) => ids.has(w.from.unitId)),
  };
  const targets = [...ids].flatMap((id) => index.targets.get(id) ?? []);
  return [
    ...(controller ? openInController(index, controller, planned.returns) : []),
    ...targets.flatMap((t) => openInTarget(t, { ...planned, ports: hasPorts(index, t) })),
    // What clashes elsewhere may be told apart there by its port.
    ...index.rig.targets.flatMap((t) =>
      ids.has(t.id) || !hasPorts(index, t) ? [] : openInTarget(t, { ...nothing, ports: true }),
    ),
  ];
}

type Heard = (landing: Landing, parameter: Parameter) => boolean;

/** Whether something may hear an assignment in such a way, in whatever layer, and whatever else it moves by it. */
const heardSo = (index: RigIndex, assignment: Assignment, so: Heard): boolean =>
  sendsFor(assignment, null).some(({ send }) => {
    const meant = send.meant.flatMap((id) => index.landingsOf.get(id) ?? []);
    const heard = messagesOf(send, index.counters).flatMap((m) => index.landingsAt.get(addressKey(m)) ?? []);
    return [...meant, ...heard].some((l) => {
      const parameter = index.parameters.get(l.parameterId);
      return parameter !== undefined && so(l, parameter);
    });
  });

/** What acts on presses, goes on and off, or has no travel: it matters what counts as on. */
const countsPresses: Heard = (landing, { kind }) => {
  const { acts, needsOn, travels } = modeOf(landing.mode);
  return acts || (needsOn && !travels) || kind !== 'continuous';
};
/** What goes by steps that the target makes, one a press or one a click. */
const nudges: Heard = ({ mode }, { kind }) => kind === 'continuous' && (modeOf(mode).steps || modeOf(mode).needs === 'coding');

/** Values of a send as they are compared with a threshold, 0–127: of 14 bits the high ones, of a travel its ends, what comes just before them, and what any threshold parts. */
function valuesFrom({ counters }: RigIndex, { behaviour, message }: Send): readonly number[] {
  if (kindOf(message.type).onFrom !== 'threshold') return [];
  const values = behaviourValues(behaviour).map((v) => (v > 127 ? v >> 7 : v));
  const counter = behaviour.type === 'stepping' ? counters.get(behaviour.counterId) : undefined;
  return counter
    ? [Math.min(127, counter.from), Math.min(127, counter.to)]
    : behaviour.type === 'range'
      ? [1, 2, 126, 127, ...values.flatMap((v) => [v, Math.max(0, v - 1)])]
      : values;
}

/** Whether some landings of a target are for one port alone. */
const hasPorts = ({ byPort }: RigIndex, { id }: Target): boolean => byPort.has(id);

/** What nobody stated of a controller, and of what hears what it sends on arriving somewhere, or by taps. */
export function openAround(index: RigIndex, controller: Controller): readonly Open[] {
  const own = openInController(index, controller, false);
  if (sentBesides(index, controller).every((s) => s.sends.length === 0)) return own;
  return [...own, ...index.rig.targets.flatMap((t) => openInTarget(t, { ...nothing, ports: hasPorts(index, t) }))];
}

const openInController = (index: RigIndex, controller: Controller, returns: boolean): readonly Open[] => {
  const planned = { ...plannedOn(controller, index.controlsOf, index.assignmentsOf), returns };
  return sentFacts.flatMap(({ fact, more, others, words }) => {
    if (controllerStates(controller, fact)) return [];
    const said = `${controller.name} ${words(controller.firmware)}`;
    const unit = { unit: 'controllers', unitId: controller.id } as const;
    return [
      others(controller.firmware, planned).map((other) => ({
        ...unit,
        key: controller.id + JSON.stringify(other),
        fact,
        more,
        words: said,
        made: (index: RigIndex) => withFirmware(index, controller.id, other),
      })),
    ];
  });
};

/** The last bank and page of a controller that something stands in. */
const plannedOn = onceFor(
  (controller: Controller, controlsOf: RigIndex['controlsOf'], assignmentsOf: RigIndex['assignmentsOf']): Planned => {
    let [bank, page] = [1, 1];
    for (const control of controlsOf.get(controller.id) ?? [])
      for (const a of assignmentsOf.get(control.id) ?? [])
        [bank, page] = [Math.max(bank, a.bank ?? 1), Math.max(page, a.page ?? 1)];
    return { ...nothing, bank, page };
  },
);

const openInTarget = (target: Target, planned: Planned): readonly Open[] =>
  heardFacts.flatMap(({ fact, more, others, words }) => {
    if (targetStates(target, fact)) return [];
    const said = `${target.name} ${words(target.reception)}`;
    const unit = { unit: 'targets', unitId: target.id } as const;
    return [
      others(target.reception, planned).map((other) => ({
        ...unit,
        key: target.id + JSON.stringify(other),
        fact,
        more,
        words: said,
        made: (index: RigIndex) => withReception(index, target.id, other),
      })),
    ];
  });

function withReception(index: RigIndex, id: string, other: Partial<Reception>): RigIndex {
  const was = index.targets.get(id);
  if (!was) return index;
  const is = { ...was, reception: { ...was.reception, ...other } };
  const rig = { ...index.rig, targets: index.rig.targets.map((t) => (t.id === id ? is : t)) };
  return { ...index, rig, targets: new Map(index.targets).set(id, is) };
}

function withFirmware(index: RigIndex, id: string, other: Partial<Firmware>): RigIndex {
  const was = index.controllers.get(id);
  if (!was) return index;
  const is = { ...was, firmware: { ...was.firmware, ...other } };
  const rig = { ...index.rig, controllers: index.rig.controllers.map((c) => (c.id === id ? is : c)) };
  return { ...index, rig, controllers: new Map(index.controllers).set(id, is) };
}

/**
 * Findings of one subject, of which none must be fixed that is wrong only because of what nobody stated. `judged`: what is found about it that must be fixed, and whatever else, in the
 * rig as it may be as well, by what is otherwise in it. `together`: whether any facts may be otherwise at once; else more of everything and one fact besides. What is wrong in another way then is wrong all the same.
 */
export function notClaimed(
  index: RigIndex,
  found: readonly Finding[],
  open: () => readonly Open[],
  judged: (key: string, index: () => RigIndex) => readonly Finding[],
  together = true,
): readonly Finding[] {
  if (found.every((f) => factsOf(f).length === 0)) return found;
  const facts = open();
  if (facts.length === 0) return found;
  const known = new Map<string, readonly Finding[]>();
  const stopsWith = (turned: readonly Turned[]): readonly Finding[] => {
    const key = turned.map((t) => t.key).join(' ');
    const stops =
      known.get(key) ?? judged(key, () => turned.reduce((i, t) => t.made(i), index)).filter((f) => f.severity === 'stop');
    known.set(key, stops);
    return stops;
  };
  const stops = found.filter((f) => f.severity === 'stop');
  const isGone = (finding: Finding, turned: readonly Turned[]): boolean => !stopsWith(turned).some((s) => isSame(s, finding));
  /** What must be fixed then and not now. */
  const newWith = (turned: readonly Turned[]): readonly Finding[] =>
    stopsWith(turned).filter((s) => !stops.some((f) => isSame(f, s)));
  const rests = (finding: Finding, turned: readonly Turned[]): boolean => isGone(finding, turned) && newWith(turned).length === 0;
  return found.map((finding) => {
    // What takes its place rests on facts of its own.
    const named = new Set(factsOf(finding));
    for (let before = 0; named.size > before; ) {
      before = named.size;
      const own = facts.filter((ways) => ways.some((t) => named.has(t.fact)));
      const tries = [...own.flatMap((ways) => ways.map((t) => [t])), ...combined(facts, own, together)];
      const turned = tries.find((t) => rests(finding, t));
      if (turned !== undefined)
        return looked(
          finding,
          needed(turned, (t) => rests(finding, t)),
        );
      for (const t of tries) if (isGone(finding, t)) for (const s of newWith(t)) for (const fact of factsOf(s)) named.add(fact);
    }
    return finding;
  });
}

/** What of a combination is needed: each fact that it takes. */
function needed(turned: readonly Turned[], does: (turned: readonly Turned[]) => boolean): readonly Turned[] {
  let left = turned;
  for (const one of turned) {
    const without = left.filter((t) => t !== one);
    if (without.length > 0 && does(without)) left = without;
  }
  return left;
}

/** More of everything, with each way in which the facts that matter may be: all of them `together`, or each by itself. */
function combined(facts: readonly Open[], own: readonly Open[], together: boolean): readonly (readonly Turned[])[] {
  const more = facts.flatMap((ways) => ways.filter((t) => t.more));
  let made: readonly (readonly Turned[])[] = [more];
  for (const ways of own)
    if (!ways.some((t) => t.more)) made = [...made, ...(together ? made : [more]).flatMap((m) => ways.map((t) => [...m, t]))];
  return made.filter((m) => m.length > 1);
}

/** A finding that is to be looked at: it is wrong if what is assumed is so. */
function looked(finding: Finding, turned: readonly Turned[]): Finding {
  const [first] = turned;
  if (!first) return finding;
  const facts = turned.filter((t) => t.unitId === first.unitId).map((t) => t.fact);
  const words = turned.map((t) => t.words).join(', or ');
  return {
    ...finding,
    severity: 'caution',
    title: `If ${words}: ${finding.title}`,
    assumed: { unit: first.unit, unitId: first.unitId, facts },
  };
}
