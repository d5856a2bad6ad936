// Outcomes and findings of a whole rig, and again after an edit only of what the edit can have touched.

import { type ChangedMap, changedMap, groupBy } from '../base';
import { type Outcome, outcome, type Surroundings, surroundingsOf } from '../bench';
import { exploreController, type Space } from '../controller';
import { type Assignment, type Controller, indexRig, type Rig, type RigIndex, sameJson } from '../rig';
import { acceptedAs } from './accepted/accept';
import { addressClash } from './address-clash';
import { type Affected, affected } from './affected';
import { isLong, notClaimed, openAround, openFor } from './assumed';
import type { AssignmentCheck, Check, CheckContext, ControllerCheck, Finding, Found, RigCheck } from './finding';
import { type CheckId, checksOf, controllerChecks, rigChecks, stopChecksOf } from './registry';

export interface Judgement {
  readonly index: RigIndex;
  readonly outcomes: ChangedMap<string, Outcome>;
  /** Findings by the row that they are about. */
  readonly findings: ChangedMap<string, readonly Finding[]>;
  /** Rows whose outcome or findings were computed anew for this judgement. */
  readonly renewed: ReadonlySet<string>;
  /** The same findings by what was asked: an assignment, a controller, a check over the rig. */
  readonly sources: Sources;
  readonly spaces: ReadonlyMap<string, Space>;
}

interface Sources {
  readonly assignments: ChangedMap<string, readonly Finding[]>;
  readonly controllers: ReadonlyMap<string, readonly Finding[]>;
  readonly rig: ReadonlyMap<CheckId, readonly Finding[]>;
}

const checksOfController: readonly ControllerCheck<CheckId>[] = controllerChecks;
const checksOfRig: readonly RigCheck<CheckId>[] = rigChecks;

const nothing: readonly Finding[] = [];
const noWishes: readonly string[] = [];

const noIds = (): string => {
  throw new Error('finding needs no new identifiers');
};

/** Judges a rig. With the judgement of the rig before an edit, only what can have changed is simulated again. */
export function judge(rig: Rig, before?: Judgement): Judgement {
  const work = judgeInParts(indexRig(rig, before?.index), before);
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

/** What one function does, and what its own checks find: what controllers and the rig as a whole say of it comes with the judgement. */
export interface JudgedPart {
  readonly id: string;
  readonly outcome: Outcome;
  readonly findings: readonly Finding[];
}

/** Others who judge functions of the same rig meanwhile. */
export interface Helpers {
  /** Whether one of them has a function in hand, and has not told of it yet. It is left to them for as long as that is so. */
  readonly have: (id: string) => boolean;
  /** What they have told since they were asked last. */
  readonly told: () => readonly JudgedPart[];
}

const noHelpers: Helpers = { have: () => false, told: () => [] };

/**
 * The same one function after the other. `first` is asked before each one which are wanted first; which those are may change
 * on the way, and what comes of it in the end rests neither on their order nor on who judged them. Gives what it judged itself,
 * and null where nothing is left but what `helpers` have in hand: ask again once they have told.
 */
export function* judgeInParts(
  index: RigIndex,
  before?: Judgement,
  first: () => readonly string[] = () => noWishes,
  helpers: Helpers = noHelpers,
): Generator<JudgedPart | null, Judgement> {
  const { rig } = index;
  const { simulate, check, controllers: touched, accepted } = before ? affected(before.index, index) : everything(rig);
  const controllers = new Set([...touched, ...(before ? tellingOf(before.sources, accepted) : [])]);
  const around = surroundingsOf(index);
  const played = new Map<string, Outcome>();
  const outcomeOf = playing(index, around, simulate, played, before);
  const spaces = new Map(before?.spaces);
  for (const id of controllers) spaces.delete(id);
  const spaceOf = (controller: Controller): Space => spaceIn(spaces, index, controller);
  const context: CheckContext = { index, around, outcomeOf, spaceOf, newId: noIds };
  const otherwise = otherContexts(context);

  const judged = new Map<string, readonly Finding[]>();
  const take = (): void => {
    for (const { id, outcome: did, findings } of helpers.told()) {
      played.set(id, did);
      judged.set(id, findings);
    }
  };
  for (const id of sharedOut(inOrder(check, first), judged, helpers.have, take)) {
    if (id === null) {
      yield null;
      continue;
    }
    const assignment = index.assignments.get(id);
    const did = assignment && outcomeOf(id);
    if (!assignment || !did) continue;
    const found = foundOf(context, otherwise, assignment, did);
    judged.set(id, found);
    yield { id, outcome: did, findings: found };
  }
  const outcomes = changedMap(before?.outcomes, new Map([...simulate].map((id) => [id, outcomeOf(id) ?? null])));

  const ofControllers = new Map(before?.sources.controllers);
  for (const id of controllers) {
    const controller = index.controllers.get(id);
    if (controller) ofControllers.set(id, foundOfController(context, otherwise, controller));
    else ofControllers.delete(id);
  }
  const ofRig = new Map<CheckId, readonly Finding[]>();
  for (const c of checksOfRig) {
    const known = before?.sources.rig.get(c.id);
    const same = before && known && [...c.reads, 'accepted' as const].every((t) => before.index.rig[t] === rig[t]);
    ofRig.set(c.id, same ? known : whole(index, c, 'controllers', '', c.find(context)));
  }
  const assignments = changedMap(before?.sources.assignments, inTableOrder(index, simulate, check, judged));
  const sources: Sources = { assignments, controllers: ofControllers, rig: ofRig };
  const { findings, renewed } = merged(sources, before, check);
  return { index, outcomes, findings, renewed, sources, spaces };
}

/** Outcomes, each played when it is first asked for: a check may look at what others do. What is not played again is as before. */
function playing(
  index: RigIndex,
  around: Surroundings,
  again: ReadonlySet<string>,
  played: Map<string, Outcome>,
  before: Judgement | undefined,
): CheckContext['outcomeOf'] {
  return (id) => {
    if (!again.has(id)) return before?.outcomes.get(id);
    const known = played.get(id);
    const assignment = index.assignments.get(id);
    if (known || !assignment) return known;
    const made = outcome(index, assignment, around);
    played.set(id, made);
    return made;
  };
}

/** Contexts in which some unit is otherwise, by what is otherwise in them; each is made once. */
type OtherContexts = (key: string, other: () => RigIndex) => CheckContext;

function otherContexts(context: CheckContext): OtherContexts {
  const others = new Map<string, CheckContext>();
  return (key, other) => {
    const made = others.get(key) ?? otherContext(context, other());
    others.set(key, made);
    return made;
  };
}

/** What the checks of one assignment find. */
const foundOf = (context: CheckContext, otherwise: OtherContexts, assignment: Assignment, did: Outcome): readonly Finding[] =>
  notClaimed(
    context.index,
    askedOf(context, assignment, did, checksOf(assignment)),
    () => openFor(context.index, assignment),
    (key, other) => {
      const there = otherwise(key, other);
      return askedOf(there, assignment, outcome(there.index, assignment, there.around), stopChecksOf(assignment));
    },
    !isLong(assignment),
  );

/** What the checks of one controller find. */
const foundOfController = (context: CheckContext, otherwise: OtherContexts, controller: Controller): readonly Finding[] =>
  notClaimed(
    context.index,
    askedOfController(context, controller),
    () => openAround(context.index, controller),
    (key, other) => {
      const there = otherwise(key, other);
      return askedOfController(there, there.index.controllers.get(controller.id) ?? controller);
    },
  );

/** Each id once: those that are wanted first before the others. */
function* inOrder(ids: ReadonlySet<string>, first: () => readonly string[]): Generator<string> {
  const done = new Set<string>();
  let wishes = noWishes;
  let wished: Iterator<string> = noWishes.values();
  const others = ids.values();
  for (;;) {
    const now = first();
    if (now !== wishes) {
      wishes = now;
      wished = now.values();
    }
    let next = wished.next();
    if (next.done) next = others.next();
    if (next.done) return;
    if (!ids.has(next.value) || done.has(next.value)) continue;
    done.add(next.value);
    yield next.value;
  }
}

/** Each id that is not judged yet, once; what others have in hand is left to them. Null while nothing else is left. */
function* sharedOut(
  ids: Iterable<string>,
  judged: ReadonlyMap<string, unknown>,
  have: Helpers['have'],
  take: () => void,
): Generator<string | null> {
  const theirs = new Set<string>();
  for (const id of ids) {
    take();
    if (judged.has(id)) continue;
    if (have(id)) theirs.add(id);
    else yield id;
  }
  for (;;) {
    take();
    for (const id of theirs) if (judged.has(id)) theirs.delete(id);
    if (theirs.size === 0) return;
    const dropped = [...theirs].find((id) => !have(id));
    if (dropped !== undefined) theirs.delete(dropped);
    yield dropped ?? null;
  }
}

/** Findings in the order of what was asked, whatever was wanted first; null where there are none any more. */
function inTableOrder(
  { assignments }: RigIndex,
  simulate: ReadonlySet<string>,
  check: ReadonlySet<string>,
  judged: ReadonlyMap<string, readonly Finding[]>,
): ReadonlyMap<string, readonly Finding[] | null> {
  const found = new Map<string, readonly Finding[] | null>();
  for (const id of simulate) if (!assignments.has(id)) found.set(id, null);
  for (const id of check) {
    const list = judged.get(id);
    if (list) found.set(id, list.length > 0 ? list : null);
  }
  return found;
}

/** What some checks of an assignment find. */
function askedOf(
  context: CheckContext,
  assignment: Assignment,
  did: Outcome,
  of: readonly AssignmentCheck<CheckId>[],
): readonly Finding[] {
  const found: Finding[] = [];
  for (const c of of) {
    const { heeds } = c;
    const told = heeds ? found.filter((f) => heeds.includes(f.check)) : nothing;
    const list = c.find(context, assignment, did, told);
    if (list.length > 0) found.push(...whole(context.index, c, 'assignments', assignment.id, list));
  }
  return found;
}

const askedOfController = (context: CheckContext, controller: Controller): readonly Finding[] =>
  checksOfController.flatMap((c) => whole(context.index, c, 'controllers', controller.id, c.find(context, controller)));

/** The same for a rig in which some unit is otherwise: what a controller that is not can get to is known. */
function otherContext(context: CheckContext, index: RigIndex): CheckContext {
  const spaces = new Map<string, Space>();
  const spaceOf = (c: Controller): Space =>
    context.index.controllers.get(c.id) === c ? context.spaceOf(c) : spaceIn(spaces, index, c);
  return { ...context, index, around: surroundingsOf(index), spaceOf };
}

function everything(rig: Rig): Affected {
  const ids = new Set(rig.assignments.map((a) => a.id));
  return { simulate: ids, check: ids, controllers: new Set(rig.controllers.map((c) => c.id)), accepted: new Set() };
}

/** Controllers whose checks told something of some rows: of themselves, their layers, groups, and what is set on entering a place. */
const tellingOf = ({ controllers }: Sources, subjects: ReadonlySet<string>): readonly string[] =>
  subjects.size === 0
    ? []
    : [...controllers].flatMap(([id, found]) => (found.some((f) => subjects.has(f.subjectId)) ? [id] : []));

function spaceIn(spaces: Map<string, Space>, index: RigIndex, controller: Controller): Space {
  const known = spaces.get(controller.id) ?? exploreController(index, controller);
  spaces.set(controller.id, known);
  return known;
}

/** What is found twice of one thing, by two messages that lead to the same landing, say, is told once. */
const once = (found: readonly Found[]): readonly Found[] =>
  found.length < 2 ? found : found.filter((f, i) => found.findIndex((o) => sameJson(o, f)) === i);

function whole(
  index: RigIndex,
  check: Check<CheckId>,
  about: Finding['about'],
  subjectId: string,
  found: readonly Found[],
): readonly Finding[] {
  return once(found).map((f) => {
    const words = check.say(f.facts);
    const finding = {
      about,
      subjectId,
      parameterId: null,
      evidence: { type: 'facts' as const },
      assumed: null,
      ...f,
      ...words,
      check: check.id,
    };
    return { ...finding, accepted: acceptedAs(index, finding) };
  });
}

/** Findings by subject: of what was asked again only, the rest as before. */
function merged(
  sources: Sources,
  before: Judgement | undefined,
  check: ReadonlySet<string>,
): Pick<Judgement, 'findings' | 'renewed'> {
  const others = othersIn(sources);
  const othersBefore = before ? othersIn(before.sources) : new Map<string, readonly Finding[]>();
  const renewed = new Set(check);
  for (const [id, found] of others) if (!sameList(found, othersBefore.get(id))) renewed.add(id);
  for (const id of othersBefore.keys()) if (!others.has(id)) renewed.add(id);
  const changes = new Map<string, readonly Finding[] | null>();
  for (const id of renewed) {
    const found = [...(sources.assignments.get(id) ?? []), ...(others.get(id) ?? [])];
    changes.set(id, found.length > 0 ? found : null);
  }
  return { findings: changedMap(before?.findings, changes), renewed };
}

const sameList = (a: readonly Finding[], b: readonly Finding[] | undefined): boolean =>
  b !== undefined && a.length === b.length && a.every((f, i) => f === b[i]);

function othersIn({ controllers, rig }: Sources): ReadonlyMap<string, readonly Finding[]> {
  return groupBy([...controllers.values(), ...rig.values()].flat(), (finding) => finding.subjectId);
}

/** How many assignments clash with something, without simulating anything: for the list of rigs. */
export function countClashes(index: RigIndex): number {
  const around = surroundingsOf(index);
  const context: CheckContext = {
    index,
    around,
    outcomeOf: () => undefined,
    spaceOf: (controller) => exploreController(index, controller),
    newId: noIds,
  };
  const unplayed: Outcome = { type: 'played', effects: [], sent: 0, firedBefore: [], delayMs: null };
  return index.rig.assignments.filter((a) => addressClash.find(context, a, unplayed, []).length > 0).length;
}
