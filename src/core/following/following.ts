// Following a controller by what is heard of it. Bank, page, layers and latches are silent on the wire: what is kept is every place that agrees with what was heard, and among
// them those that ask for the fewest things done unheard.
import type { Said, SpeakingTable, Whereabouts } from '../controller';
import type { PackedMessage } from '../midi';
import { noTouches, type TouchesHeard, touchedWith } from './touches';

/** What stood open before a message, and the last time that it did. */
interface Past {
  readonly places: ReadonlySet<number>;
  readonly until: number;
}

export interface Following {
  /** Where it was when it was heard last; what was done unheard since is not in it. */
  readonly heardAt: readonly number[];
  /** The same where as little as can be was done unheard. */
  readonly likely: readonly number[];
  /** What was open before each message, as far back as anything may come late. */
  readonly past: readonly Past[];
  /** Everywhere that it may have been at all. */
  readonly ever: ReadonlySet<number>;
  /** When it was last heard to go anywhere, or may have while nothing was heard, in milliseconds: infinite until the next message says when that was over; null for never. */
  readonly movedAt: number | null;
  /** By function that latches: what its last message said, and so how it stands. */
  readonly stands: ReadonlyMap<string, 'on' | 'off'>;
  /** The same of those whose latch can change unheard: how they stand if it did not. */
  readonly saidLast: ReadonlyMap<string, 'on' | 'off'>;
  /** By control: where in its travel it was when it was heard last, 0–1; nothing where another may have sent the same. */
  readonly positions: ReadonlyMap<string, number>;
  /** Functions that what was heard last may have begun with. */
  readonly spoke: readonly string[];
  /** Those of them that are no end of a touch that was heard. */
  readonly began: readonly string[];
  readonly touches: TouchesHeard;
  /** Whether what was heard last could have been sent from none of those places: then it may be anywhere. */
  readonly lost: boolean;
}

const everyPlace = ({ places }: SpeakingTable): readonly number[] => places.map((_, i) => i);

/** Before anything is heard: as the controller is switched on, or anywhere that it can be. */
export function beginFollowing(table: SpeakingTable, from: 'switched-on' | 'anywhere'): Following {
  const all = everyPlace(table);
  const heardAt = from === 'switched-on' ? table.begins : all;
  return {
    heardAt,
    likely: heardAt,
    past: [],
    ever: new Set(from === 'switched-on' ? unheardFrom(table, heardAt) : all),
    movedAt: null,
    stands: new Map(),
    saidLast: new Map(),
    positions: new Map(),
    spoke: [],
    began: [],
    touches: noTouches,
    lost: false,
  };
}

/** Places from some, and those that can be had from them without anything being heard. */
function unheardFrom({ silent }: SpeakingTable, from: Iterable<number>): ReadonlySet<number> {
  const all = new Set(from);
  for (const place of all) for (const to of silent[place] ?? []) all.add(to);
  return all;
}

const whereabouts = ({ places }: SpeakingTable, at: Iterable<number>): readonly Whereabouts[] =>
  [...at].flatMap((i) => places[i] ?? []);

/** Everywhere that the controller may be now. The true place is always among them, as long as it is the controller that was planned. */
export const possiblePlaces = (table: SpeakingTable, { heardAt }: Following): readonly Whereabouts[] =>
  whereabouts(table, unheardFrom(table, heardAt));

/** Where it is if as little as can be was done unheard. */
export const likelyPlaces = (table: SpeakingTable, { likely }: Following): readonly Whereabouts[] => whereabouts(table, likely);

/** Nothing is heard for a while: the port is gone. Then it may have gone anywhere that anything leads to, and nobody knows how latches stand. */
export function whileDeaf(table: SpeakingTable, before: Following): Following {
  const all = new Set(before.heardAt);
  for (const place of all) for (const to of table.leads[place] ?? []) all.add(to);
  return {
    ...before,
    heardAt: same(before.heardAt, all),
    ever: withAll(before.ever, all),
    movedAt: Number.POSITIVE_INFINITY,
    stands: new Map(),
    saidLast: new Map(),
    positions: new Map(),
    spoke: [],
    began: [],
  };
}

/** What another follower knew of it: every place that was possible, the likely ones among them, latches as they were said last, and where what is moved stood. */
export interface KnownBefore {
  readonly possible: readonly Whereabouts[];
  readonly likely: readonly Whereabouts[];
  readonly on: readonly string[];
  readonly positions: ReadonlyMap<string, number>;
}

/** Goes on from what another knew, from a time in milliseconds on; what is not heard while it changes hands may have led anywhere. */
export function takenOver(table: SpeakingTable, known: KnownBefore, t: number): Following {
  const at = new Map(table.places.map((p, i) => [whereWords(p), i]));
  const placed = (all: readonly Whereabouts[]): readonly number[] => all.flatMap((p) => at.get(whereWords(p)) ?? []);
  const [possible, likely] = [placed(known.possible), placed(known.likely)];
  const start = beginFollowing(table, 'anywhere');
  if (possible.length === 0 || likely.length === 0) return start;
  return {
    ...whileDeaf(table, { ...start, heardAt: possible }),
    likely,
    // Nobody knows what had been begun, and where.
    past: [{ places: start.ever, until: t }],
    saidLast: new Map(known.on.map((id) => [id, 'on'])),
    positions: known.positions,
  };
}

const whereWords = ({ bank, page, layerIds }: Whereabouts): string => [bank, page, ...layerIds].join(' ');

/** Somebody looked: of everywhere that it can be, what they say. Nothing changes where it can be nowhere like that. */
export function toldPlace(table: SpeakingTable, before: Following, isThere: (place: Whereabouts) => boolean): Following {
  const all = everyPlace(table);
  const there = all.filter((i) => {
    const place = table.places[i];
    return place !== undefined && isThere(place);
  });
  if (there.length === 0) return before;
  return { ...before, heardAt: there, likely: there, ever: new Set(all), spoke: [], began: [], lost: false };
}

/**
 * One message heard at a time in milliseconds, as a word. What it leaves: every place from which it can have been sent, and where it led. What may come late (a release, a wait, a press
 * that was kept back) is also looked for where the controller was before. One that nothing explains sets everything open again.
 */
export function hear(table: SpeakingTable, before: Following, t: number, word: PackedMessage): Following {
  const said = table.said.get(word) ?? [];
  const open = unheardFrom(table, before.heardAt);
  const prompt = new Set<number>();
  const spoke = new Set<Said>();
  let moved = false;
  for (const by of said)
    for (const { to, from } of explained(table, by, open)) {
      spoke.add(by);
      prompt.add(to);
      if (to !== from) moved = true;
    }
  const late = said.filter((by) => mayBeLate(before, by, open, t));
  if (prompt.size === 0 && late.length === 0) return lostAt(table, before);
  const heardAt = new Set(prompt);
  for (const by of late) {
    spoke.add(by);
    for (const place of before.heardAt) heardAt.add(place);
    for (const place of open)
      for (const to of by.speaker.leads(place))
        if (to !== place) {
          heardAt.add(to);
          moved = true;
        }
  }
  const { stands, saidLast } = standing(before, spoke);
  const { began, now: touches } = touchedWith(before.touches, t, spoke);
  return {
    stands,
    // Going elsewhere may be what turned it.
    saidLast: moved ? new Map() : saidLast,
    positions: positionsAfter(before.positions, spoke),
    heardAt: same(before.heardAt, heardAt),
    likely: same(before.likely, likeliest(table, before.likely, said, late.length > 0) ?? heardAt),
    past: withPast(before.past, open, t, longest(table)),
    ever: withAll(before.ever, open),
    movedAt: moved || before.movedAt === Number.POSITIVE_INFINITY ? t : before.movedAt,
    spoke: [...new Set([...spoke].flatMap((by) => (by.begins ? (by.speaker.assignment?.id ?? []) : [])))],
    began,
    touches,
    lost: false,
  };
}

/** A controller that is followed. */
export interface Followed {
  readonly table: SpeakingTable;
  readonly following: Following;
}

/** One message heard on a port on which several controllers may speak: lost is who cannot have sent it only where no other can either; and who can need not have. */
export function hearAmong(all: readonly Followed[], t: number, word: PackedMessage): readonly Following[] {
  const after = all.map(({ table, following }) => hear(table, following, t, word));
  const explaining = after.filter((f) => !f.lost).length;
  return after.map((now, i) => {
    const before = all[i]?.following ?? now;
    if (explaining === 0 || (explaining === 1 && !now.lost)) return now;
    if (now.lost) return before;
    return { ...now, heardAt: same(before.heardAt, new Set([...before.heardAt, ...now.heardAt])) };
  });
}

/** How a speaker explains a word from somewhere: where the controller was, and where it is then. */
function explained(
  table: SpeakingTable,
  { speaker }: Said,
  open: Iterable<number>,
): readonly { readonly from: number; readonly to: number }[] {
  const found: { from: number; to: number }[] = [];
  for (const from of open) {
    if (speaker.at === null || speaker.at.has(from)) for (const to of speaker.leads(from)) found.push({ from, to });
    if (!speaker.onArrival) continue;
    for (const there of table.leads[from] ?? [])
      if (speaker.at === null || speaker.at.has(there)) for (const to of speaker.leads(there)) found.push({ from, to });
  }
  return found;
}

/**
 * Whether its gesture may have begun before something else was heard: elsewhere than the controller can be now, or before it was heard to go on from there.
 */
function mayBeLate({ past, ever, movedAt }: Following, { speaker, lateMs }: Said, open: ReadonlySet<number>, t: number): boolean {
  const since = t - lateMs;
  const movedSince = movedAt !== null && movedAt >= since;
  const began = (place: number): boolean => (speaker.at === null || speaker.at.has(place)) && (movedSince || !open.has(place));
  if (lateMs === Number.POSITIVE_INFINITY) return some(ever, began);
  return past.some(({ places, until }) => until >= since && some(places, began));
}

function some(places: Iterable<number>, holds: (place: number) => boolean): boolean {
  for (const place of places) if (holds(place)) return true;
  return false;
}

/** The places of those that explain it with the fewest things done unheard, and where each leads by itself; as before where it may have come late only. Null where moves that are heard lie between: something was missed. */
function likeliest(
  table: SpeakingTable,
  before: readonly number[],
  said: readonly Said[],
  late: boolean,
): Iterable<number> | null {
  const seen = new Set(before);
  for (let level: readonly number[] = before; level.length > 0; ) {
    const found = new Set<number>();
    for (const by of said)
      for (const from of level) {
        const { at, onArrival, ends } = by.speaker;
        if (at === null || at.has(from)) for (const to of ends(from)) found.add(to);
        else if (onArrival) for (const to of table.leads[from] ?? []) if (at.has(to)) for (const end of ends(to)) found.add(end);
      }
    if (found.size > 0) return found;
    if (late && level === before) return before;
    const next: number[] = [];
    for (const from of level)
      for (const to of table.silent[from] ?? [])
        if (!seen.has(to)) {
          seen.add(to);
          next.push(to);
        }
    level = next;
  }
  return null;
}

/** What nothing explains: the controller may be anywhere, and nothing that was heard of it holds. */
function lostAt(table: SpeakingTable, before: Following): Following {
  const all = everyPlace(table);
  return { ...beginFollowing(table, 'anywhere'), heardAt: all, likely: all, movedAt: before.movedAt, lost: true };
}

/** The longest that anything but a release may come late. */
const longest = ({ said }: SpeakingTable): number => {
  const known = longestOf.get(said);
  if (known !== undefined) return known;
  let most = 0;
  for (const all of said.values())
    for (const { lateMs } of all) if (lateMs !== Number.POSITIVE_INFINITY) most = Math.max(most, lateMs);
  longestOf.set(said, most);
  return most;
};
const longestOf = new WeakMap<SpeakingTable['said'], number>();

function withPast(past: readonly Past[], open: ReadonlySet<number>, t: number, most: number): readonly Past[] {
  const kept = past.filter(({ until }) => until >= t - most);
  const last = kept.at(-1);
  if (last && equal(last.places, open)) return [...kept.slice(0, -1), { places: last.places, until: t }];
  return [...kept, { places: open, until: t }];
}

const equal = (a: ReadonlySet<number>, b: ReadonlySet<number>): boolean => a.size === b.size && !some(a, (x) => !b.has(x));

const withAll = (ever: ReadonlySet<number>, more: ReadonlySet<number>): ReadonlySet<number> =>
  some(more, (x) => !ever.has(x)) ? new Set([...ever, ...more]) : ever;

/** The list as it was, where the same places are in it. */
function same(before: readonly number[], now: Iterable<number>): readonly number[] {
  const set = now instanceof Set ? now : new Set(now);
  return before.length === set.size && before.every((i) => set.has(i)) ? before : [...set].sort((a, b) => a - b);
}

/** What latches stand at, once one of some has spoken: where it may have been another, nobody knows of any. */
function standing(before: Following, spoke: ReadonlySet<Said>): Pick<Following, 'stands' | 'saidLast'> {
  const ids = [...spoke].flatMap((by) => (by.turns === null ? [] : (by.speaker.assignment?.id ?? [])));
  if (ids.length === 0) return before;
  const [stands, saidLast] = [new Map(before.stands), new Map(before.saidLast)];
  for (const id of ids) for (const known of [stands, saidLast]) known.delete(id);
  const [one, ...others] = spoke;
  if (one?.turns && one.speaker.assignment && others.length === 0)
    (one.slips ? saidLast : stands).set(one.speaker.assignment.id, one.turns);
  return { stands, saidLast };
}

/** Where controls are in their travel, once one of some has spoken: where it may have been of another control, nobody knows of any of them. */
function positionsAfter(before: Following['positions'], spoke: ReadonlySet<Said>): Following['positions'] {
  const told = [...spoke].flatMap(({ position, speaker }) =>
    position === null || !speaker.assignment ? [] : [{ id: speaker.assignment.controlId, position }],
  );
  if (told.length === 0) return before;
  const positions = new Map(before);
  for (const { id } of told) positions.delete(id);
  const [one] = told;
  if (one && told.length === spoke.size && told.every((t) => t.id === one.id && t.position === one.position))
    positions.set(one.id, one.position);
  return positions;
}
