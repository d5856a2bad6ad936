// Counters as things of a controller: made, shared by gestures, changed; the landings of the programs and notes that they reach follow their range.

import { err, ok, type Result } from '../base';
import { addressKey, kindOf, withNumber } from '../midi';
import {
  type Assignment,
  batch,
  behaviourValues,
  type Controller,
  type Counter,
  countsNumbers,
  type Edit,
  eachNumber,
  hostLayerAt,
  insert,
  isRun,
  type Landing,
  messagesOf,
  numbersCounted,
  type Parameter,
  type RigIndex,
  remove,
  type Send,
} from '../rig';
import { addressAt, heardAnywhere, heardAs, isTranslated, landingsHearing, outletFor, sendsHeard } from '../wires';
import { landingsFor } from './change';
import { defaultLanding } from './defaults';
import type { CommandProblem } from './problem';
import { runAlong } from './run';
import { type NewId, nextOrder, replaced, staleAssignment, withAction } from './shared';

/** A counter for values 0–127, under a name that no other of the controller has. */
export function plainCounter(index: RigIndex, controllerId: string, newId: NewId, name = 'Counter'): Counter {
  const taken = new Set(index.rig.counters.filter((c) => c.controllerId === controllerId).map((c) => c.name));
  let n = 1;
  const called = (): string => (n === 1 && name !== 'Counter' ? name : `${name} ${n}`).slice(0, 120);
  while (taken.has(called())) n++;
  return {
    id: newId(),
    order: nextOrder(index.rig.counters),
    controllerId,
    name: called(),
    from: 0,
    to: 127,
    step: 1,
    atEnd: 'wrap',
    start: 0,
    firstPress: 'moves-on',
  };
}

/** Adds a counter that nothing counts with yet. */
export const addCounter = (index: RigIndex, { id }: Controller, newId: NewId): Edit =>
  batch('Add a counter', [insert('counters', plainCounter(index, id, newId))]);

/** The sends that count with a counter. */
export const countingWith = (index: RigIndex, counterId: string) =>
  index.rig.assignments.flatMap((assignment) =>
    assignment.actions.flatMap((send, at) =>
      send.type === 'send' && send.behaviour.type === 'stepping' && send.behaviour.counterId === counterId
        ? [{ assignment, send, at }]
        : [],
    ),
  );

/** Takes away a counter that nothing counts with; null where something does. */
export const removeCounter = (index: RigIndex, counter: Counter): Edit | null =>
  countingWith(index, counter.id).length > 0 ? null : batch(`Delete ${counter.name}`, [remove('counters', counter)]);

/**
 * A send counts with a new counter of its own: `notes`, where it is a note whose number is counted, not how hard it is struck. A number that is for a parameter
 * with steps counts through these: from its own on, with a landing for each, so that each puts the parameter to one step. Fails for what has no steps, and where
 * numbers run out.
 */
export function countAnew(
  index: RigIndex,
  assignment: Assignment,
  at: number,
  newId: NewId,
  notes = false,
): Result<Edit, CommandProblem> {
  const found = assignment.actions[at];
  const control = index.controls.get(assignment.controlId);
  if (found?.type !== 'send' || !control || kindOf(found.message.type).carries === 'nothing')
    return err({ code: 'only-numbers-count' });
  const send = notes && found.message.type === 'note' ? struckNote(found) : plainCount(found);
  const parameter = index.parameters.get(send.meant[0] ?? '');
  if (countsNumbers(send) && parameter) return through(index, assignment, at, send, parameter, newId);
  const name = parameter ? `Counter for ${parameter.name}` : 'Counter';
  const counter = plainCounter(index, control.controllerId, newId, name);
  return ok(batch('Count', [insert('counters', counter), ...counts(index, assignment, at, send, counter)]));
}

const NO_COUNTER = '';

/** A send that counts, with a counter that is still to be said. */
const plainCount = (send: Send): Send => ({ ...send, behaviour: { type: 'stepping', counterId: NO_COUNTER } });

/** A note that counts its number, struck as hard as it was. */
function struckNote(send: Send): Send {
  const { behaviour } = send;
  const was = behaviour.type === 'stepping' ? behaviour.velocity : Math.max(0, ...behaviourValues(behaviour));
  return { ...send, behaviour: { type: 'stepping', counterId: NO_COUNTER, velocity: Math.min(127, was || 127) } };
}

/** A send that counts with a counter, hard as before where it strikes notes. */
const countingBy = (send: Send, counterId: string): Send => ({
  ...send,
  behaviour: {
    type: 'stepping',
    counterId,
    ...(send.behaviour.type === 'stepping' && send.behaviour.velocity !== undefined ? { velocity: send.behaviour.velocity } : {}),
  },
});

/** A send counts with a counter that is there, by the counter's step; what its parameters lack of landings in the range comes with it. */
export function countWith(
  index: RigIndex,
  assignment: Assignment,
  at: number,
  counter: Counter,
  newId: NewId,
): Result<Edit, CommandProblem> {
  const send = assignment.actions[at];
  if (send?.type !== 'send' || kindOf(send.message.type).carries === 'nothing') return err({ code: 'only-numbers-count' });
  const order = counting(nextOrder(index.rig.landings));
  const landings = !countsNumbers(countingBy(send, counter.id))
    ? []
    : send.meant.flatMap((id) => {
        const parameter = index.parameters.get(id);
        return parameter ? throughSteps(index, assignment, send, counter, parameter, newId, order) : [];
      });
  return ok(
    batch(`Count with ${counter.name}`, [
      ...counts(index, assignment, at, send, counter),
      ...landings.map((l) => insert('landings', l)),
    ]),
  );
}

/** A program counts through the steps of a parameter, with a new counter and a landing for each number that it reaches. */
export function countThrough(
  index: RigIndex,
  assignment: Assignment,
  at: number,
  parameter: Parameter,
  newId: NewId,
): Result<Edit, CommandProblem> {
  const send = assignment.actions[at];
  if (send?.type !== 'send' || send.message.type !== 'program') return err({ code: 'only-programs-count' });
  return through(index, assignment, at, plainCount(send), parameter, newId);
}

function through(
  index: RigIndex,
  assignment: Assignment,
  at: number,
  send: Send,
  parameter: Parameter,
  newId: NewId,
): Result<Edit, CommandProblem> {
  const control = index.controls.get(assignment.controlId);
  if (!control || !('number' in send.message)) return err({ code: 'only-numbers-count' });
  if (parameter.kind !== 'stepped' && parameter.kind !== 'toggle') return err({ code: 'no-steps', parameter: parameter.name });
  const steps = parameter.highest - parameter.lowest + 1;
  const from = send.message.number;
  if (from + steps > 128) return err({ code: 'too-few-numbers', kind: send.message.type, from, steps });
  const counter: Counter = {
    ...plainCounter(index, control.controllerId, newId, `Counter for ${parameter.name}`),
    from,
    to: from + steps - 1,
    start: Math.min(from + steps - 1, Math.max(from, from + parameter.start - parameter.lowest)),
  };
  const order = counting(nextOrder(index.rig.landings));
  const own = counts(index, assignment, at, send, counter);
  const gone = new Set(own.flatMap((edit) => (edit.type === 'remove' && edit.table === 'landings' ? [edit.was.id] : [])));
  const landings = throughSteps(index, assignment, send, counter, parameter, newId, order, gone);
  return ok(
    batch(`Count through ${parameter.name}`, [
      insert('counters', counter),
      ...own,
      ...landings.map((l) => insert('landings', l)),
    ]),
  );
}

const counting = (from: number): (() => number) => {
  let n = from;
  return () => n++;
};

/**
 * The edits by which a send counts with a counter in place of what it did: the landings of programs that only it reached go, and a counter that nothing
 * else counts with.
 */
function counts(index: RigIndex, assignment: Assignment, at: number, send: Send, counter: Counter): Edit[] {
  const was = assignment.actions[at];
  const before =
    was?.type === 'send' && was.behaviour.type === 'stepping' && (countsNumbers(was) || countsNumbers(send))
      ? index.counters.get(was.behaviour.counterId)
      : undefined;
  const next = countingBy(send, counter.id);
  const numbers = countsNumbers(next);
  const outlet = outletFor(index, assignment.controlId, next);
  const reached = new Set(
    messagesOf(next, new Map([[counter.id, counter]])).flatMap((m) => heardAnywhere(index, outlet, m).map(addressKey)),
  );
  const left =
    numbers || before
      ? [...landingsFor(index, assignment, send), ...(before ? landingsOfCount(index, assignment, send, before) : [])].filter(
          (l) => !reached.has(addressKey(l.address)) || before === undefined,
        )
      : [];
  const alone = left.filter(
    (l, i) =>
      l.given === null &&
      !isRun(l) &&
      left.indexOf(l) === i &&
      !isSentElsewhere(index, l, (p) => p.assignment.id === assignment.id),
  );
  const old = was?.type === 'send' && was.behaviour.type === 'stepping' ? index.counters.get(was.behaviour.counterId) : undefined;
  const unused =
    old && old.id !== counter.id && countingWith(index, old.id).every((c) => c.assignment.id === assignment.id && c.at === at)
      ? [remove('counters', old)]
      : [];
  return [...withAction(assignment, at, next), ...alone.map((l) => remove('landings', l)), ...unused];
}

/** Whether something else than what is told of sends for the parameter of a landing at its address. */
const isSentElsewhere = (
  index: RigIndex,
  landing: Landing,
  own: (placed: { readonly assignment: Assignment; readonly send: Send }) => boolean,
): boolean =>
  (sendsHeard(index).sendsAt.get(addressKey(landing.address)) ?? []).some(
    (p) => !own(p) && p.send.meant.includes(landing.parameterId),
  );

/** Landings that put one parameter to a value each, at the numbers that a send reaches with a counter; in their order. */
function landingsOfCount(index: RigIndex, assignment: Assignment, send: Send, counter: Counter): readonly Landing[] {
  const layer = hostLayerAt(index, assignment.layerId);
  const outlet = outletFor(index, assignment.controlId, send);
  return numbersCounted(counter).flatMap((n) =>
    landingsHearing(index, outlet, withNumber(send.message, n)).filter(
      (l) => send.meant.includes(l.parameterId) && l.hostLayerId === layer && l.mode === 'set',
    ),
  );
}

/** New landings for the numbers of a counter, one step of the parameter each, where there is none yet. */
function throughSteps(
  index: RigIndex,
  assignment: Assignment,
  send: Send,
  counter: Counter,
  parameter: Parameter,
  newId: NewId,
  order: () => number,
  gone: ReadonlySet<string> = new Set(),
): readonly Landing[] {
  if (parameter.kind !== 'stepped' && parameter.kind !== 'toggle') return [];
  const layer = hostLayerAt(index, assignment.layerId);
  return numbersCounted(counter).flatMap((n, i): Landing[] => {
    const setValue = parameter.lowest + i;
    const outlet = outletFor(index, assignment.controlId, send);
    const address = addressAt(index, outlet, withNumber(send.message, n), parameter.targetId);
    const there = (index.landingsAt.get(addressKey(address)) ?? []).some(
      (l) => l.parameterId === parameter.id && l.hostLayerId === layer && !gone.has(l.id),
    );
    if (there || setValue > parameter.highest) return [];
    return [
      { ...defaultLanding(newId(), order(), address, layer, parameter, 'set', index.targets.get(parameter.targetId)), setValue },
    ];
  });
}

/**
 * Changes a counter. The landings of the numbers that it reaches follow its range: new numbers go on as the others began (the next number the next step),
 * numbers that are left are listened for no more, where nothing else sends them.
 */
export function changeCounter(index: RigIndex, counter: Counter, changes: Partial<Counter>, newId: NewId): Edit {
  const next = within({ ...counter, ...changes });
  const order = counting(nextOrder(index.rig.landings));
  const come = new Map<string, Landing>();
  const gone = new Map<string, Landing>();
  const counts = (p: { readonly send: Send }): boolean =>
    p.send.behaviour.type === 'stepping' && p.send.behaviour.counterId === counter.id;
  const runs = runsCounted(index, counter);
  for (const { assignment, send } of countingWith(index, counter.id)) {
    if (!countsNumbers(send)) continue;
    // Through a translator the next number need not arrive as the next one: what is heard there stays as it is.
    if (isTranslated(index, outletFor(index, assignment.controlId, send), send.message)) continue;
    const held = landingsOfCount(index, assignment, send, counter);
    for (const id of send.meant) {
      const own = held.filter((l) => l.parameterId === id);
      const parameter = index.parameters.get(id);
      const [first] = own;
      if (!parameter || !first) continue;
      for (const n of numbersCounted(next)) {
        if (n >= counter.from && n <= counter.to) continue;
        const value = first.setValue + n - numberOf(first);
        const address = withNumber(send.message, n);
        const key = `${addressKey(address)} ${id} ${first.hostLayerId}`;
        const there = [...(index.landingsAt.get(addressKey(address)) ?? []), ...runs].some(
          (l) => l.parameterId === id && l.hostLayerId === first.hostLayerId,
        );
        if (there || come.has(key) || value < parameter.lowest || value > parameter.highest || !isRow(own)) continue;
        come.set(key, {
          ...first,
          id: newId(),
          order: order(),
          address,
          setValue: value,
          given: null,
          entered: null,
          proved: null,
          note: '',
        });
      }
      for (const landing of own) {
        const n = numberOf(landing);
        if (n >= next.from && n <= next.to) continue;
        if (landing.given === null && !isSentElsewhere(index, landing, counts)) gone.set(landing.id, landing);
      }
    }
  }
  // What was saved in a slot was saved with the counter as it was.
  const users = new Set(countingWith(index, counter.id).map((c) => c.assignment));
  return batch(`Change ${counter.name}`, [
    ...replaced('counters', counter, next),
    ...[...users].flatMap(staleAssignment),
    ...[...gone.values()].map((l) => remove('landings', l)),
    ...[...come.values()].map((l) => insert('landings', l)),
    ...[...runs].flatMap((run) => runAlong(index, run, counter, next, (heard) => isSentElsewhere(index, heard, counts))),
  ]);
}

/** Runs that hear numbers of a counter. */
function runsCounted(index: RigIndex, counter: Counter): ReadonlySet<Landing> {
  return new Set(
    countingWith(index, counter.id).flatMap(({ assignment, send }) => {
      if (!countsNumbers(send)) return [];
      const layer = hostLayerAt(index, assignment.layerId);
      const outlet = outletFor(index, assignment.controlId, send);
      if (isTranslated(index, outlet, send.message)) return [];
      const numbers = numbersCounted(counter).flatMap((n) => landingsHearing(index, outlet, withNumber(send.message, n)));
      return numbers.filter((l) => isRun(l) && send.meant.includes(l.parameterId) && l.hostLayerId === layer);
    }),
  );
}

const numberOf = (landing: Landing): number => ('number' in landing.address ? landing.address.number : 0);

/** Whether each next number is the next value: only then is it known what a further one would be. */
const isRow = (landings: readonly Landing[]): boolean => {
  const [first] = landings;
  return first !== undefined && landings.every((l) => l.setValue - first.setValue === numberOf(l) - numberOf(first));
};

/** The start goes along where the range leaves it behind. */
const within = (c: Counter): Counter => ({ ...c, start: Math.min(c.to, Math.max(c.from, c.start)) });

/** Landings of what counts numbers that put one parameter somewhere, in the order of the numbers. */
export function countedLandings(index: RigIndex, assignment: Assignment, parameterId: string): readonly Landing[] {
  const targetId = index.parameters.get(parameterId)?.targetId ?? '';
  const keys = new Set(
    assignment.actions.flatMap((a) => {
      if (a.type !== 'send' || a.behaviour.type !== 'stepping' || !countsNumbers(a)) return [];
      const counter = index.counters.get(a.behaviour.counterId);
      const outlet = outletFor(index, assignment.controlId, a);
      const heard = (n: number) => heardAs(index, outlet, withNumber(a.message, n), targetId).map(addressKey);
      return counter ? numbersCounted(counter).flatMap(heard) : [];
    }),
  );
  return (index.landingsOf.get(parameterId) ?? [])
    .flatMap(eachNumber)
    .filter((l) => keys.has(addressKey(l.address)))
    .sort((a, b) => addressKey(a.address) - addressKey(b.address));
}
