// Look-ups over what is sent: by address, by parameter, by control. After an edit of a few assignments only their entries are made anew.

import { addTo, type ChangedMap, type Changes, changedMap, type Lookup } from '../base';
import { addressKey, heardKeys, type Message, withNumber } from '../midi';
import { countsNumbers, numbersCounted } from './counting';
import { changedRows } from './diff';
import { byOrder } from './draft';
import type { Assignment, Counter, Rig, Send } from './schema';

/** A send where it stands: which assignment, which of its actions. */
export interface PlacedSend {
  readonly assignment: Assignment;
  readonly actionIndex: number;
  readonly send: Send;
}

export interface SendIndex {
  readonly assignments: ChangedMap<string, Assignment>;
  readonly assignmentsOf: ChangedMap<string, readonly Assignment[]>;
  /** Controls that chords of others name. */
  readonly chordPartners: ReadonlySet<string>;
  /** Sends by the key of each address that they can put out. */
  readonly sendsAt: ChangedMap<number, readonly PlacedSend[]>;
  /** Sends of sequences by the key of each plain control change that carries them. */
  readonly sequencesAt: ChangedMap<number, readonly PlacedSend[]>;
  /** Sends by the parameter that they are meant for. */
  readonly sendsFor: ChangedMap<string, readonly PlacedSend[]>;
  readonly sysexSent: readonly (readonly number[])[];
}

/** Above this many changed rows everything is made anew. */
const FEW = 200;

/** The look-ups of a rig. With those of a state before (of the same counters), only what changed is made anew. */
export function sendIndex(
  rig: Rig,
  counters: Lookup<string, Counter>,
  before?: { readonly rig: Rig; readonly index: SendIndex },
): SendIndex {
  if (before) {
    const { gone, come } = changedRows(before.rig, rig, 'assignments');
    if (gone.length + come.length <= FEW) return mended(before.index, rig, counters, gone, come);
  }
  const entries = entriesOf(rig.assignments, counters);
  return {
    assignments: changedMap<string, Assignment>(undefined, new Map(rig.assignments.map((a) => [a.id, a]))),
    assignmentsOf: changedMap(undefined, entries.ofControl),
    sendsAt: changedMap(undefined, entries.at),
    sequencesAt: changedMap(undefined, entries.sequences),
    sendsFor: changedMap(undefined, entries.forParameter),
    chordPartners: partnersIn(rig),
    sysexSent: sysexIn(rig),
  };
}

interface Entries {
  readonly ofControl: Map<string, Assignment[]>;
  readonly at: Map<number, PlacedSend[]>;
  readonly sequences: Map<number, PlacedSend[]>;
  readonly forParameter: Map<string, PlacedSend[]>;
}

function entriesOf(assignments: readonly Assignment[], counters: Lookup<string, Counter>): Entries {
  const entries: Entries = { ofControl: new Map(), at: new Map(), sequences: new Map(), forParameter: new Map() };
  for (const assignment of assignments) {
    addTo(entries.ofControl, assignment.controlId, assignment);
    for (let actionIndex = 0; actionIndex < assignment.actions.length; actionIndex++) {
      const action = assignment.actions[actionIndex];
      if (action?.type !== 'send') continue;
      const placed = { assignment, actionIndex, send: action };
      for (const message of messagesOf(action, counters)) {
        addTo(entries.at, addressKey(message), placed);
        if (message.type === 'cc' || message.type === 'note') continue;
        for (const key of heardKeys(message).slice(1)) addTo(entries.sequences, key, placed);
      }
      for (const id of action.meant) addTo(entries.forParameter, id, placed);
    }
  }
  return entries;
}

function mended(
  index: SendIndex,
  rig: Rig,
  counters: Lookup<string, Counter>,
  gone: readonly Assignment[],
  come: readonly Assignment[],
): SendIndex {
  const out = entriesOf(gone, counters);
  const into = entriesOf(come, counters);
  const stale = new Set(gone.map((a) => a.id));
  const rows = new Map<string, Assignment | null>();
  for (const a of gone) rows.set(a.id, null);
  for (const a of come) rows.set(a.id, a);
  const touched = [...gone, ...come];
  return {
    assignments: changedMap(index.assignments, rows),
    assignmentsOf: changedMap(
      index.assignmentsOf,
      lists(index.assignmentsOf, out.ofControl, into.ofControl, (a) => stale.has(a.id), byOrder),
    ),
    sendsAt: changedMap(index.sendsAt, placed(index.sendsAt, out.at, into.at, stale)),
    sequencesAt: changedMap(index.sequencesAt, placed(index.sequencesAt, out.sequences, into.sequences, stale)),
    sendsFor: changedMap(index.sendsFor, placed(index.sendsFor, out.forParameter, into.forParameter, stale)),
    chordPartners: touched.some((a) => a.gesture.type === 'chord') ? partnersIn(rig) : index.chordPartners,
    sysexSent: touched.some(sendsSysex) ? sysexIn(rig) : index.sysexSent,
  };
}

const placed = <K extends string | number>(
  before: ChangedMap<K, readonly PlacedSend[]>,
  out: ReadonlyMap<K, readonly PlacedSend[]>,
  into: ReadonlyMap<K, readonly PlacedSend[]>,
  stale: ReadonlySet<string>,
): Changes<K, readonly PlacedSend[]> =>
  lists(
    before,
    out,
    into,
    (p) => stale.has(p.assignment.id),
    (a, b) => byOrder(a.assignment, b.assignment) || a.actionIndex - b.actionIndex,
  );

/** The lists that change: without what went, with what came, in the order of the rig. */
function lists<K extends string | number, T>(
  before: ChangedMap<K, readonly T[]>,
  out: ReadonlyMap<K, readonly T[]>,
  into: ReadonlyMap<K, readonly T[]>,
  isStale: (entry: T) => boolean,
  order: (a: T, b: T) => number,
): Changes<K, readonly T[]> {
  const changes = new Map<K, readonly T[] | null>();
  for (const key of [...out.keys(), ...into.keys()]) {
    if (changes.has(key)) continue;
    const list = [...(before.get(key) ?? []).filter((e) => !isStale(e)), ...(into.get(key) ?? [])].sort(order);
    changes.set(key, list.length > 0 ? list : null);
  }
  return changes;
}

function partnersIn(rig: Rig): ReadonlySet<string> {
  const found = new Set<string>();
  for (const { gesture } of rig.assignments) if (gesture.type === 'chord') found.add(gesture.with);
  return found;
}

const sendsSysex = (a: Assignment): boolean => a.actions.some((x) => x.type === 'send' && x.message.type === 'sysex');

const sysexIn = (rig: Rig): readonly (readonly number[])[] =>
  rig.assignments.flatMap((a) =>
    a.actions.flatMap((x) => (x.type === 'send' && x.message.type === 'sysex' ? [x.message.bytes] : [])),
  );

/** Every address that a send can put out: one, or each number of the counter that gives it. */
export function messagesOf(send: Send, counters: Lookup<string, Counter>): readonly Message[] {
  if (send.behaviour.type !== 'stepping' || !countsNumbers(send)) return [send.message];
  const counter = counters.get(send.behaviour.counterId);
  return counter ? numbersCounted(counter).map((n) => withNumber(send.message, n)) : [send.message];
}
