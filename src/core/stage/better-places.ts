// Better places: a function that the set uses, moved to a free switch or swapped with another, so that feet have less to do. Each is played through the whole set before it is offered.
import { assignmentAt, type CopyWish, copyEdit, doneAt, type NewId, type Place, planCopy } from '../commands';
import { apply, type Control, type Controller, type Edit, indexRig, modifiersOf, type RigIndex } from '../rig';
import { countToEnter, entryProgress, entrySteps } from '../sheets';
import type { Cost } from './cost';
import { distance, middleOf, type Pace, usualPace } from './movement';
import { closer, type LookAt, type PlayedSet, playedAsFound, sectionKey } from './set-look';
import { type Transition, transitionsOf } from './show';

export interface BetterPlace {
  readonly way: 'move' | 'swap';
  readonly controller: Controller;
  readonly from: { readonly control: Control; readonly place: Place };
  readonly to: { readonly control: Control; readonly place: Place };
  readonly edit: Edit;
  /** Gestures fewer over the whole set. */
  readonly saves: number;
  /** Millimetres that the foot goes less over the whole set; below 0 for more. */
  readonly travel: number;
  /** Lines to enter again, and about how many minutes that takes. */
  readonly lines: number;
  readonly minutes: number;
}

export interface BetterPlaces {
  /** The best first. */
  readonly offers: readonly BetterPlace[];
  /** How many of all were played; the others are not ruled out. */
  readonly tried: number;
  readonly of: number;
}

/** So many are offered. */
const MOST = 5;
/** Less than this saved in travel alone is not worth entering anything again: half a switch. Common practice, no source. */
const WORTH_MM = 50;
const switches: ReadonlySet<Control['kind']> = new Set(['footswitch', 'button', 'pad']);

/** One change that could help. `hope`: what it saves if the ways stay as they are: changes of bank, then millimetres. */
interface Candidate {
  readonly way: 'move' | 'swap';
  readonly controller: Controller;
  readonly from: { readonly control: Control; readonly place: Place };
  readonly to: { readonly control: Control; readonly place: Place };
  readonly hope: readonly [banks: number, mm: number];
}

/**
 * Looks for better places, and tells how far it is. Nothing is offered with which any section takes more gestures, is lost, late, dangerous or leaves more changed, nothing pinned
 * moves, and nothing that `brings` calls worse. What stops it between two steps has what was found until then (`soFar`).
 */
export function* betterPlaces(
  index: RigIndex,
  newId: NewId,
  brings: (edit: Edit) => boolean,
  soFar: (found: BetterPlaces) => void = () => undefined,
  pace: Pace = usualPace,
): Generator<{ readonly done: number; readonly of: number }, BetterPlaces> {
  const set = playedAsFound(index, undefined, pace);
  const candidates = candidatesIn(index, set.all);
  const of = candidates.length;
  const found: BetterPlace[] = [];
  for (const [done, candidate] of candidates.entries()) {
    yield { done, of };
    const offer = offerOf(index, candidate, set, newId, brings);
    if (offer) found.push(offer);
    soFar({ offers: bestOf(found), tried: done + 1, of });
  }
  yield { done: of, of };
  return { offers: bestOf(found), tried: of, of };
}

const bestOf = (found: readonly BetterPlace[]): readonly BetterPlace[] =>
  found.toSorted((a, b) => b.saves - a.saves || b.travel - a.travel || a.minutes - b.minutes).slice(0, MOST);

/** Everything that could be moved or swapped: what the set presses, in the bank where it does, and in those where the player stands before it. */
function candidatesIn(index: RigIndex, all: readonly Transition[]): readonly Candidate[] {
  const modifiers = new Set(index.rig.layers.flatMap((l) => modifiersOf(l)));
  // Which switches release each other is said of the controls, not of what stands on them: there nothing is moved.
  const inGroup = (c: Control, { bank }: Place): boolean =>
    index.rig.groups.some((g) => g.controlIds.includes(c.id) && (g.bank === null || bank === null || g.bank === bank));
  const movable = (c: Control, place: Place): boolean => switches.has(c.kind) && !modifiers.has(c.id) && !inGroup(c, place);
  const found = new Map<string, Candidate>();
  const hoped = hopes(all);
  for (const { control, controller, place, banks } of usedIn(index, all)) {
    if (!movable(control, place) || isPinned(index, control, place)) continue;
    for (const other of index.controlsOf.get(controller.id) ?? []) {
      for (const bank of new Set([place.bank, ...(place.bank === null ? [] : banks)])) {
        const there = { ...place, bank };
        if (!movable(other, there) || (other.id === control.id && bank === place.bank)) continue;
        const taken = doneAt(index, other, there);
        if (taken.length > 0 && (bank !== place.bank || isPinned(index, other, there))) continue;
        // Over what holds in every bank nothing is put.
        if (taken.length === 0 && assignmentAt(index, other.id, there, 'press') !== null) continue;
        const key = [`${control.id} ${place.bank} ${place.page}`, `${other.id} ${bank} ${place.page}`];
        const name = (taken.length > 0 ? key.toSorted() : key).join(' to ');
        if (found.has(name)) continue;
        const change = {
          way: taken.length > 0 ? ('swap' as const) : ('move' as const),
          controller,
          from: { control, place },
          to: { control: other, place: there },
        };
        found.set(name, { ...change, hope: hoped(change) });
      }
    }
  }
  return [...found.values()].toSorted((a, b) => b.hope[0] - a.hope[0] || b.hope[1] - a.hope[1]);
}

/** What a change would save if every way did the same gestures where they are then: the order in which changes are played, and no more than that. */
function hopes(all: readonly Transition[]): (change: Omit<Candidate, 'hope'>) => Candidate['hope'] {
  const ways = all.flatMap(({ way }) => (way.type === 'way' && way.steps.length > 0 ? [way.steps] : []));
  return ({ way, from, to }) => {
    let banks = 0;
    let mm = 0;
    for (const steps of ways) {
      const uses = steps.some((s) => s.deed.on === from.control);
      if (uses && from.place.bank !== to.place.bank) banks += steps.filter((s) => s.moved.length === 0).length;
      const spots = steps.flatMap(({ deed }) => (deed.on ? [deed.on] : []));
      const then = spots.map((c) => (c === from.control ? to.control : way === 'swap' && c === to.control ? from.control : c));
      mm += travelOver(spots) - travelOver(then);
    }
    return [banks, mm];
  };
}

const travelOver = (controls: readonly Control[]): number =>
  controls.slice(1).reduce((sum, c, i) => {
    const before = controls[i];
    return before && before.controllerId === c.controllerId ? sum + distance(middleOf(before, 0), middleOf(c, 0)) : sum;
  }, 0);

interface Used {
  readonly control: Control;
  readonly controller: Controller;
  readonly place: Place;
  /** Banks in which the player stands when the way in which it is used begins. */
  readonly banks: ReadonlySet<number>;
}

/** What the ways of a set press, place by place as it is mapped (not in layers). */
function usedIn(index: RigIndex, all: readonly Transition[]): readonly Used[] {
  const used = new Map<string, { -readonly [K in keyof Used]: Used[K] } & { banks: Set<number> }>();
  for (const { begins, way } of all) {
    if (way.type !== 'way') continue;
    let state = begins.state;
    for (const step of way.steps) {
      const { on, of: controller } = step.deed;
      const at = index.rig.controllers.indexOf(controller);
      const now = state.controllers[at];
      state = step.state;
      if (!on || !now) continue;
      for (const { bank, page, layerId } of index.assignmentsOf.get(on.id) ?? []) {
        if (layerId !== null || (bank !== null && bank !== now.bank) || (page !== null && page !== now.page)) continue;
        const key = `${on.id} ${bank} ${page}`;
        const known = used.get(key) ?? {
          control: on,
          controller,
          place: { bank, page, layerId },
          banks: new Set<number>(),
        };
        known.banks.add(begins.state.controllers[at]?.bank ?? 1);
        used.set(key, known);
      }
    }
  }
  return [...used.values()];
}

const isPinned = (index: RigIndex, control: Control, place: Place): boolean =>
  doneAt(index, control, place).some((a) => a.actions.some((x) => x.type === 'send' && x.pinned));

const costOf = ({ way }: Transition): Cost | null => (way.type === 'way' ? way.cost : null);

/** Whether nothing of a section is worse. */
const isNoWorse = (after: Cost, before: Cost): boolean =>
  after.hazards <= before.hazards &&
  (before.late || !after.late) &&
  after.outside <= before.outside &&
  after.gestures <= before.gestures;

/** A candidate played through the whole set; null where it saves nothing, or makes anything worse. */
function offerOf(
  index: RigIndex,
  { way, controller, from, to }: Candidate,
  { all, look }: PlayedSet,
  newId: NewId,
  brings: (edit: Edit) => boolean,
): BetterPlace | null {
  const { bank, page } = to.place;
  const wish: CopyWish = {
    from: from.control,
    place: from.place,
    onto: to.control,
    spots: [{ bank, page }],
    way,
    numbers: 'same',
    over: false,
  };
  const rows = planCopy(index, wish);
  if (rows.length === 0 || rows.some((r) => r.skip !== null)) return null;
  const edit = copyEdit(index, wish, rows, newId);
  const done = apply(index.rig, edit);
  if (!done.ok) return null;
  const after = indexRig(done.value, index);
  const soon = compared(all, transitionsOf(after, look));
  if (!soon || brings(edit)) return null;
  // What was not looked at to the end may only seem to be saved: then both are looked at closely.
  const open = new Set(soon.open);
  const near: LookAt = (song, at) => (open.has(`${song.id} ${at}`) ? closer(look(song, at)) : look(song, at));
  const sure = open.size === 0 ? soon : compared([...transitionsOf(index, near)], transitionsOf(after, near));
  if (!sure) return null;
  return {
    way,
    controller,
    from,
    to,
    edit,
    saves: sure.saves,
    travel: sure.travel,
    lines: Math.max(0, countToEnter(after) - countToEnter(index)),
    minutes: Math.max(0, entryProgress(entrySteps(after)).minutes - entryProgress(entrySteps(index)).minutes),
  };
}

/** What a set saves against another one, way by way; null as soon as one is worse, or where all in all nothing is saved. `open`: sections whose saving is not proved. */
function compared(
  before: readonly Transition[],
  after: Iterable<Transition>,
): { readonly saves: number; readonly travel: number; readonly open: readonly string[] } | null {
  let saves = 0;
  let travel = 0;
  const open: string[] = [];
  let at = 0;
  for (const now of after) {
    const then = before[at++];
    const was = then && costOf(then);
    const is = costOf(now);
    if (!then || !was) continue;
    if (!is || !isNoWorse(is, was)) return null;
    saves += was.gestures - is.gestures;
    travel += was.travel - is.travel;
    if (is.gestures < was.gestures && then.way.type === 'way' && !then.way.proved) open.push(sectionKey(then));
  }
  return saves > 0 || travel >= WORTH_MM ? { saves, travel, open } : null;
}
