// One press instead: a switch that is free where the player stands and sends all that a section wants by itself, a gesture that is free on one, or a spare bank that sends it on arriving. Each is played through the whole set before it is offered.
import { groupBy } from '../base';
import {
  assignmentAt,
  gesturesOf,
  type NewId,
  type Place,
  planSetValues,
  type SetValuesPlan,
  setOnArrivalEdit,
  setValuesEdit,
} from '../commands';
import { startPlace } from '../controller';
import {
  type Assignment,
  apply,
  type Control,
  type Controller,
  type Edit,
  type GestureType,
  indexRig,
  modifiersOf,
  type RigIndex,
} from '../rig';
import { countToEnter, entryProgress, entrySteps } from '../sheets';
import { type Cost, compareCosts } from './cost';
import { distance, middleOf, type Pace, usualPace } from './movement';
import type { Moment } from './onward';
import { type PresetWish, presetWishes } from './preset-wishes';
import { closer, type LookAt, playedAsFound } from './set-look';
import { type Transition, transitionsOf, wishOf } from './show';

export interface OnePress {
  /** The switch that sends it; null where it is sent on arriving at the bank. */
  readonly control: Control | null;
  /** What is done on it; a press where it is sent on arriving. */
  readonly gesture: FreeGesture;
  readonly controller: Controller;
  /** The bank that it is in; null for every bank. */
  readonly bank: number | null;
  readonly edit: Edit;
  /** The preset that it loads; null where it sets each value by itself. */
  readonly preset: Pick<PresetWish, 'parameterId' | 'step' | 'holds'> | null;
  /** What it cannot send, and why, as `planSetValues` tells it. */
  readonly left: readonly { readonly parameterId: string; readonly why: string }[];
  /** Gestures into this section: as it is, null where there is no way; and with it. */
  readonly before: number | null;
  readonly after: number;
  /** Gestures fewer over the whole set, of sections that can be reached either way; below 0 for more. */
  readonly saves: number;
  /** Names of the other sections that take more gestures with it. */
  readonly longer: readonly string[];
  /** Lines to enter for it, and about how many minutes that takes. */
  readonly lines: number;
  readonly minutes: number;
}

export type OnePressFound =
  | { readonly type: 'offers'; readonly offers: readonly OnePress[] }
  /** It wants nothing that a message could set. */
  | { readonly type: 'nothing-wanted' }
  /** No switch of any controller is free in the bank where the player stands, and no bank beside it is spare. */
  | { readonly type: 'no-switch' }
  /** With those that are free it is no better, or the whole set takes as many gestures, or another section is lost, late or dangerous. */
  | { readonly type: 'none-better' };

/** What may be free on a switch, in the order in which it is tried: what is pressed by itself before what takes longer. */
const freeGestures = ['press', 'hold', 'double-tap'] as const;
type FreeGesture = (typeof freeGestures)[number];
const orderOf = (gesture: FreeGesture): number => freeGestures.indexOf(gesture);

/** So many switches of each controller are tried, and so many in all. */
const EACH = 2;
const MOST = 6;
const switches: ReadonlySet<Control['kind']> = new Set(['footswitch', 'button', 'pad']);

/** Switches and spare banks that would take a player into a section by one press, the best first. */
export function onePress(index: RigIndex, songId: string, at: number, newId: NewId, pace: Pace = usualPace): OnePressFound {
  // The section itself is looked at closely, all others soon: what counts of them is whether they get longer.
  const { all, look } = playedAsFound(index, (song, of) => song.id === songId && of === at, pace);
  const now = all.find((t) => t.song.id === songId && t.at === at);
  const section = now?.song.sections[at];
  if (!now || !section) return { type: 'nothing-wanted' };
  const wanted = wishOf(index, section).values;
  if (wanted.length === 0) return { type: 'nothing-wanted' };
  const free = [...freeSwitches(index, now.begins), ...spareBanks(index, now.begins)];
  if (free.length === 0) return { type: 'no-switch' };
  const wishes = [
    { values: wanted, preset: null },
    ...presetWishes(index, wanted).map((preset) => ({ values: preset.values, preset })),
  ];
  const offers = free.flatMap((on) => wishes.flatMap((wish) => offerAt(index, on, wish, { all, now, look }, newId) ?? []));
  if (offers.length === 0) return { type: 'none-better' };
  return {
    type: 'offers',
    offers: offers.toSorted(
      // A press is done sooner than a hold or a double tap.
      (a, b) =>
        a.after - b.after ||
        a.longer.length - b.longer.length ||
        orderOf(a.gesture) - orderOf(b.gesture) ||
        b.saves - a.saves ||
        a.lines - b.lines,
    ),
  };
}

interface Free {
  readonly control: Control;
  readonly gesture: FreeGesture;
  readonly controller: Controller;
  readonly place: Place;
  /** Whether it is sent by arriving there, and by no press of the switch. */
  readonly arriving: boolean;
}

/**
 * Gestures of switches on which nothing is in the bank where their controller stands: of each controller a press of the nearest switches on which nothing is at all; where there are too few
 * of those, a hold and a double tap of others.
 */
function freeSwitches(index: RigIndex, from: Moment): readonly Free[] {
  const modifiers = new Set(index.rig.layers.flatMap((l) => modifiersOf(l)));
  let left = 0;
  const found = index.rig.controllers.flatMap((controller, i) => {
    const own = left;
    left += controller.width;
    const bank = controller.firmware.banks > 1 ? (from.state.controllers[i]?.bank ?? startPlace(controller.firmware).bank) : null;
    return (index.controlsOf.get(controller.id) ?? []).flatMap((control) => {
      if (!switches.has(control.kind) || modifiers.has(control.id) || index.chordPartners.has(control.id)) return [];
      const here = (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.bank === null || bank === null || a.bank === bank);
      const mm = from.foot ? distance(from.foot, middleOf(control, own)) : 0;
      return freeOn(control, controller, here).map((gesture) => ({
        control,
        gesture,
        controller,
        place: { bank, page: null, layerId: null },
        arriving: false,
        mm,
      }));
    });
  });
  const near = [
    ...groupBy(
      found.toSorted((a, b) => orderOf(a.gesture) - orderOf(b.gesture) || a.mm - b.mm),
      (f) => f.controller.id,
    ).values(),
  ];
  return near.flatMap((of) => of.slice(0, EACH)).slice(0, MOST);
}

/** A press where nothing is on it; else what none of its functions is on, chords and what begins alike with it among them. */
function freeOn(control: Control, controller: Controller, here: readonly Assignment[]): readonly FreeGesture[] {
  const has = gesturesOf(control, controller);
  if (here.length === 0) return freeGestures.filter((g) => g === 'press' && has.includes(g));
  const used = new Set(here.map((a) => a.gesture.type));
  return freeGestures.filter((g) => g !== 'press' && has.includes(g) && !beginsAlike[g].some((like) => used.has(like)));
}

/** Gestures that begin as one does: they would go out with it. */
const beginsAlike = {
  hold: ['hold', 'hold-release', 'repeat', 'chord'],
  'double-tap': ['double-tap', 'tap-hold', 'chord'],
} as const satisfies Readonly<Record<Exclude<FreeGesture, 'press'>, readonly GestureType[]>>;

/** Of each controller one bank beside the one where it stands, in which nothing is and nothing is done on arriving. */
function spareBanks(index: RigIndex, from: Moment): readonly Free[] {
  return index.rig.controllers.flatMap((controller, i) => {
    const { banks, bankButtons } = controller.firmware;
    const now = from.state.controllers[i]?.bank ?? startPlace(controller.firmware).bank;
    const own = index.controlsOf.get(controller.id) ?? [];
    if (!bankButtons || banks < 2) return [];
    const taken = new Set([
      ...own.flatMap((c) => (index.assignmentsOf.get(c.id) ?? []).flatMap((a) => a.bank ?? [])),
      // What is done on arriving at any bank is done there too.
      ...(index.arrivalsOf.get(controller.id) ?? []).flatMap((a) => a.bank ?? Array.from({ length: banks }, (_, n) => n + 1)),
    ]);
    const beside = [(now % banks) + 1, ((now + banks - 2) % banks) + 1];
    const bank = beside.find((b) => b !== now && !taken.has(b));
    if (bank === undefined) return [];
    const place = { bank, page: null, layerId: null };
    // What is sent is planned as for a switch that does nothing there.
    const control = own.find(
      (c) => switches.has(c.kind) && gesturesOf(c, controller).includes('press') && !assignmentAt(index, c.id, place, 'press'),
    );
    return control ? [{ control, gesture: 'press' as const, controller, place, arriving: true }] : [];
  });
}

interface Played {
  readonly all: readonly Transition[];
  readonly now: Transition;
  readonly look: LookAt;
}

/** Whether a way is better where it matters: fewer dangers, in time, less left changed, fewer gestures. */
const mends = (after: Cost, before: Cost): boolean => compareCosts({ ...after, travel: 0 }, { ...before, travel: 0 }) < 0;

const costOf = (t: Transition | undefined): Cost | null => (t?.way.type === 'way' ? t.way.cost : null);

/** The set with a change in it; what a first look does not find any more is looked at as closely as the section itself. */
function playedWith(after: RigIndex, all: readonly Transition[], look: LookAt): readonly Transition[] {
  const soon = [...transitionsOf(after, look)];
  const open = new Set(
    soon.flatMap((t, i) => (t.way.type === 'not-found' && all[i]?.way.type === 'way' ? [`${t.song.id} ${t.at}`] : [])),
  );
  if (open.size === 0) return soon;
  return [...transitionsOf(after, (song, at) => (open.has(`${song.id} ${at}`) ? closer(look(song, at)) : look(song, at)))];
}

/** A switch with all that is wanted on it, played through the whole set; null where it is no better. */
function offerAt(
  index: RigIndex,
  { control, gesture, controller, place, arriving }: Free,
  { values, preset }: { readonly values: SetValuesPlan['wish']['values']; readonly preset: PresetWish | null },
  { all, now, look }: Played,
  newId: NewId,
): OnePress | null {
  if (assignmentAt(index, control.id, place, gesture)) return null;
  const plan = planSetValues(index, { control, place, gesture: { type: gesture }, values });
  const edit =
    arriving && place.bank !== null ? setOnArrivalEdit(index, plan, place.bank, newId) : setValuesEdit(index, plan, newId);
  const done = edit && apply(index.rig, edit);
  if (!edit || !done?.ok) return null;
  const after = indexRig(done.value, index);
  const played = playedWith(after, all, look);
  const then = played.find((t) => t.song.id === now.song.id && t.at === now.at);
  if (then?.way.type !== 'way') return null;
  if (now.way.type === 'way' && !mends(then.way.cost, now.way.cost)) return null;
  const others = all.flatMap((t, i) =>
    t === now || t.way.type !== 'way' ? [] : [{ t, was: t.way.cost, is: costOf(played[i]) }],
  );
  // A press that mends this section and takes another one away, out of time or into danger mends nothing.
  if (others.some(({ was, is }) => is === null || (is.late && !was.late) || is.hazards > was.hazards)) return null;
  const more = others.flatMap(({ t, was, is }) => (is === null ? [] : [{ t, by: is.gestures - was.gestures }]));
  const before = costOf(now)?.gestures ?? null;
  const saves = (before === null ? 0 : before - then.way.cost.gestures) - more.reduce((sum, { by }) => sum + by, 0);
  if (now.way.type === 'way' && !now.way.cost.late && saves <= 0) return null;
  return {
    control: arriving ? null : control,
    gesture,
    controller,
    bank: place.bank,
    edit,
    preset,
    left: plan.rows.flatMap((r) => (r.skip === null ? [] : [{ parameterId: r.parameter.id, why: r.skip }])),
    before,
    after: then.way.cost.gestures,
    saves,
    longer: more.flatMap(({ t, by }) => (by > 0 ? (t.song.sections[t.at]?.name ?? []) : [])),
    lines: countToEnter(after) - countToEnter(index),
    minutes: Math.max(1, entryProgress(entrySteps(after)).minutes - entryProgress(entrySteps(index)).minutes),
  };
}
