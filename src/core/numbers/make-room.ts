// A run of numbers from a start on for chosen functions: who sits there makes room, by a plan that moves as little as can be. Where that cannot be, what stands in the way.
import { addTo } from '../base';
import { addressesOf, type RigIndex } from '../rig';
import { type ByHand, countedFrom, type Fixed, type HandProblem } from './by-hand';
import { type Demand, demandName, demandsOf, sharing } from './demand';
import { cellsAt, cellsOf, isFixed, type NotThere, optionsFor, type Wish, whyNotThere } from './options';
import { type Move, movesOf, problemOf, unitsOf } from './plan';
import { solve, USUAL_STEPS } from './search';

/** How many starts are planned to find one that works: each is a plan of the whole rig. */
const TRIED = 3;
/** How far from the wished start one is looked for. */
const FAR = 40;

/**
 * Gives demands numbers one after the other from `start` on, in their order, reserved ones left out. Others move only where they sit on those numbers, or where those find no other room. Where
 * there is no such plan nothing moves; each that cannot stand where it is wished is refused with what stands in its way. `instead` is the nearest start that works, where one was found.
 */
export function makeRoom(index: RigIndex, demands: readonly Demand[], start: number, wish: Wish): ByHand {
  const way = wayFor(index, demands, wish);
  const tried = way.at(start);
  return { ...tried, instead: tried.refused.length === 0 ? null : nearest(start, way) };
}

interface WayFor {
  readonly at: (start: number) => ByHand;
  /** Whether the first one stands there, and nothing that is known without a plan is in the way. */
  readonly isOpen: (start: number) => boolean;
}

function wayFor(index: RigIndex, demands: readonly Demand[], wish: Wish): WayFor {
  const all = demandsOf(index);
  const chosen = new Set(demands.map((d) => d.id));
  const others = all.filter((d) => !chosen.has(d.id));
  const fixed = others.filter((o) => isFixed(o, wish));
  const notThere = whyNotThere(index, all, wish);
  const meets = meeting(index);
  /** What is known to be in the way without a plan, and the number of each that is not refused. */
  const alone = (start: number) => {
    const counted = countedFrom(demands, start);
    const numbers = new Map<string, number>();
    const problems = demands.map((demand, i): HandProblem | null => {
      const to = counted[i];
      if (!to || 'code' in to) return to ?? null;
      const number = 'number' in to ? to.number : demand.message.number;
      numbers.set(demand.id, number);
      return ownProblem(index, demand, number, wish, notThere) ?? sitting(index, demand, number, fixed, meets);
    });
    return { numbers, problems, open: problems.every((p) => p === null) };
  };
  const refusedBy = (problems: readonly (HandProblem | null)[]): ByHand['refused'] =>
    demands.flatMap((demand, i) => {
      const why = problems[i];
      return why ? [{ demand, why }] : [];
    });
  const at = (start: number): ByHand => {
    const { numbers, problems, open } = alone(start);
    if (!open) return { moves: [], refused: refusedBy(problems) };
    const found = roomFor(index, { all, demands, others, numbers }, wish, meets);
    if (found.type === 'plan') return { moves: found.moves, refused: [] };
    const [first] = demands;
    if (found.type === 'undecided' || !first)
      return { moves: [], refused: first ? [{ demand: first, why: { code: 'undecided' } }] : [] };
    // Who cannot stand anywhere else, and sits where one of these is to stand.
    const stuck = found.demands.filter((d) => !chosen.has(d.id));
    const inTheWay = demands.map((d) => sitting(index, d, numbers.get(d.id) ?? d.message.number, stuck, meets));
    const refused = refusedBy(inTheWay);
    return { moves: [], refused: refused.length > 0 ? refused : [{ demand: first, why: { code: 'no-room' } }] };
  };
  const isOpen = (start: number): boolean => {
    const { numbers, open } = alone(start);
    const [first] = demands;
    // From a reserved number on, the first one stands behind it: that is another start.
    return open && first !== undefined && numbers.get(first.id) === start;
  };
  return { at, isOpen };
}

/** Who is to have which number, among whom. */
interface RoomWish {
  readonly all: readonly Demand[];
  readonly demands: readonly Demand[];
  readonly others: readonly Demand[];
  readonly numbers: ReadonlyMap<string, number>;
}

type Room =
  | { readonly type: 'plan'; readonly moves: readonly Move[] }
  | { readonly type: 'impossible'; readonly demands: readonly Demand[] }
  | { readonly type: 'undecided' };

/** A plan of those who are to stand there and of who sits there; where those find no room by themselves, of all who could move and are in nobody's way today. */
function roomFor(index: RigIndex, { all, demands, others, numbers }: RoomWish, wish: Wish, meets: Meets): Room {
  const options = new Map(optionsFor(index, all, { ...wish, numbers }).map((list, i) => [all[i]?.id ?? '', list]));
  const taken = new Set(demands.flatMap((d) => cellsAt(d, numbers.get(d.id) ?? d.message.number)));
  const cells = new Map(others.map((d) => [d, cellsAt(d, d.message.number)]));
  const cellsOfOther = (d: Demand): readonly number[] => cells.get(d) ?? [];
  const sits = (d: Demand): boolean => cellsOfOther(d).some((cell) => taken.has(cell)) && demands.some((c) => meets(c, d));
  const free = others.filter((d) => !isFixed(d, wish));
  const at = new Map<number, Demand[]>();
  for (const d of others) for (const cell of cellsOfOther(d)) addTo(at, cell, d);
  const clashes = (d: Demand): boolean =>
    cellsOfOther(d).some((cell) => (at.get(cell) ?? []).some((o) => o !== d && meets(o, d)));
  const among = (moving: ReadonlySet<Demand>): Room => {
    const rows = [...demands, ...free.filter((d) => moving.has(d))];
    const isTaken = (d: Demand, cell: number): boolean => (at.get(cell) ?? []).some((o) => !moving.has(o) && meets(o, d));
    const lists = rows.map((d) => (options.get(d.id) ?? []).filter((o) => ![o.cell, ...o.more].some((cell) => isTaken(d, cell))));
    const solved = solve(problemOf(index, rows, lists), USUAL_STEPS);
    if (solved.type === 'impossible') return { type: 'impossible', demands: solved.rows.flatMap((row) => rows[row] ?? []) };
    return solved.type === 'plan' ? { type: 'plan', moves: movesOf(rows, lists, solved.chosen) } : solved;
  };
  const near = among(new Set(free.filter(sits)));
  return near.type === 'plan' ? near : among(new Set(free.filter((d) => sits(d) || !clashes(d))));
}

type Meets = (a: Demand, b: Demand) => boolean;

/** What is in the way of a demand by itself. */
function ownProblem(
  index: RigIndex,
  demand: Demand,
  number: number,
  wish: Wish,
  notThere: (demand: Demand, number: number) => NotThere | null,
): HandProblem | null {
  if (number === demand.message.number) return null;
  if (isFixed(demand, wish)) return { code: 'stays', because: fixedBy(demand) };
  const why = notThere(demand, number);
  if (why === 'spoken-for') return { code: why, number, who: leftOver(index, demand, number) };
  return why && { code: why, number };
}

/** What a target still listens for at a number that nothing sends; null where no landing is there. */
function leftOver(index: RigIndex, demand: Demand, number: number): string | null {
  const cells = new Set(cellsAt(demand, number));
  const own = new Set(demand.landings);
  const left = index.rig.landings.find(
    (l) => !own.has(l) && addressesOf(l).some((a) => cellsOf(a).some((cell) => cells.has(cell))),
  );
  const target = left && index.targets.get(left.targetId)?.name;
  return target ? `${index.parameters.get(left.parameterId)?.name ?? '?'} of ${target}` : null;
}

/** Who of some sits where a demand is to stand. */
function sitting(index: RigIndex, demand: Demand, number: number, some: readonly Demand[], meets: Meets): HandProblem | null {
  const cells = new Set(cellsAt(demand, number));
  const sitter = some.find((o) => cellsAt(o, o.message.number).some((cell) => cells.has(cell)) && meets(demand, o));
  if (!sitter) return null;
  return { code: 'sits', number, who: demandName(index, sitter), because: isFixed(sitter, {}) ? fixedBy(sitter) : 'no-other' };
}

const fixedBy = ({ given, translated }: Demand): Fixed => (given ? 'given' : translated ? 'translated' : 'pinned');

/** Whether two demands are in each other's way where they have one number: something hears both, or both come from one unit. */
function meeting(index: RigIndex): Meets {
  const shares = sharing(index);
  return (a, b) => unitsOf(a).some((x) => unitsOf(b).some((y) => x === y || shares(x, y)));
}

/** The nearest start that works, higher ones first where two are as near. */
function nearest(start: number, { at, isOpen }: WayFor): number | null {
  let tried = 0;
  for (let far = 1; far <= FAR && tried < TRIED; far++)
    for (const other of [start + far, start - far]) {
      if (other < 0 || tried === TRIED || !isOpen(other)) continue;
      tried++;
      if (at(other).refused.length === 0) return other;
    }
  return null;
}
