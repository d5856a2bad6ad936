// The number planner: given a rig, a school and what must not move, a complete plan without a clash whenever there is one, at the least
// cost, or the demands that cannot stand together and what would loosen them.
import { addTo } from '../base';
import type { Message } from '../midi';
import type { RigIndex } from '../rig';
import { type Cost, type CostLevel, difference } from './cost';
import { type Demand, demandsOf, sharing } from './demand';
import { type Candidate, halfMinutes, messageAt, optionsFor, type Wish } from './options';
import type { Problem } from './problem';
import { solve, USUAL_STEPS } from './search';

export interface Move {
  readonly demand: Demand;
  readonly from: Message;
  readonly to: Message;
}

/** What would let demands stand together that cannot: each was tried and works for them. */
export type Loosening = 'any-channel' | 'notes' | 'any-number' | 'unpin' | 'leftovers';

export type NumberPlan =
  | {
      readonly type: 'plan';
      readonly demands: number;
      /** What changes, in the order of the rig. */
      readonly moves: readonly Move[];
      readonly cost: Cost;
      /** Null where no plan costs less; else the first level on which a better one is not ruled out, and by how much at most. */
      readonly gap: { readonly level: CostLevel; readonly by: number } | null;
      /** Entered addresses that stay, and those that have to be entered again. */
      readonly stay: number;
      readonly again: number;
      /** An estimate of what entering them again takes, in minutes. */
      readonly minutes: number;
    }
  | { readonly type: 'impossible'; readonly demands: readonly Demand[]; readonly loosen: readonly Loosening[] }
  | { readonly type: 'undecided' };

/** Plans the numbers of a rig. `steps` bounds the search where one is needed. */
export function planNumbers(index: RigIndex, wish: Wish, steps: number = USUAL_STEPS): NumberPlan {
  const demands = demandsOf(index);
  const options = optionsFor(index, demands, wish);
  const problem = problemOf(index, demands, options);
  const solved = solve(problem, steps);
  if (solved.type === 'undecided') return solved;
  if (solved.type === 'impossible') {
    const together = solved.rows.flatMap((row) => demands[row] ?? []);
    return { type: 'impossible', demands: together, loosen: loosenings(index, together, wish) };
  }
  const moves = movesOf(demands, options, solved.chosen);
  return {
    type: 'plan',
    demands: demands.length,
    moves,
    cost: solved.cost,
    gap: difference(solved.cost, solved.atLeast),
    ...effortOf(index, demands, moves),
  };
}

/** What changes where each demand takes the option that was chosen for it. */
export function movesOf(
  demands: readonly Demand[],
  options: readonly (readonly Candidate[])[],
  chosen: readonly number[],
): readonly Move[] {
  return demands.flatMap((demand, row): Move[] => {
    const place = options[row]?.[chosen[row] ?? -1];
    if (!place) return [];
    const { message } = demand;
    const same = place.type === message.type && place.channel === message.channel && place.number === message.number;
    return same ? [] : [{ demand, from: message, to: messageAt(message, place) }];
  });
}

/** Units at which a demand can be in the way of others: what listens for it is, even where it cannot be reached from its own controller. */
export const unitsOf = (d: Demand): readonly string[] => [...new Set([...d.controllerIds, ...d.landings.map((l) => l.targetId)])];

/** The abstract problem of some demands and their options. */
export function problemOf(index: RigIndex, demands: readonly Demand[], options: readonly (readonly Candidate[])[]): Problem {
  const classes = new Map<string, number>();
  const members: (readonly string[])[] = [];
  const classOf = demands.map((d) => {
    const unit = unitsOf(d);
    const key = unit.join(' ');
    const known = classes.get(key);
    if (known !== undefined) return known;
    classes.set(key, members.length);
    return members.push(unit) - 1;
  });
  const shares = sharing(index);
  const known = members.map((a, i) => members.map((b, j) => i === j || a.some((x) => b.some((y) => shares(x, y)))));
  return { options, classOf, meets: (a, b) => known[a]?.[b] ?? false, neighbours: neighboursOf(demands) };
}

/** Rows of one family whose controls stand next to each other and could have numbers next to each other. */
function neighboursOf(demands: readonly Demand[]): readonly (readonly [number, number])[] {
  const families = new Map<string, { row: number; order: number }[]>();
  demands.forEach(({ family, familyOrder, message }, row) => {
    if (family === '') return;
    const key = `${family} ${message.type} ${message.channel}`;
    addTo(families, key, { row, order: familyOrder });
  });
  return [...families.values()].flatMap((family) => {
    const inOrder = family.sort((a, b) => a.order - b.order);
    return inOrder.flatMap((entry, i): [number, number][] => {
      const next = inOrder[i + 1];
      return next && next.order === entry.order + 1 ? [[entry.row, next.row]] : [];
    });
  });
}

/** Ways of letting demands stand together, each tried on them alone. */
function loosenings(index: RigIndex, together: readonly Demand[], wish: Wish): readonly Loosening[] {
  const stands = (change: Partial<Wish>): boolean => {
    const options = optionsFor(index, together, { ...wish, ...change });
    return solve(problemOf(index, together, options)).type === 'plan';
  };
  const ways: readonly (readonly [Loosening, Partial<Wish>])[] = [
    ['any-channel', { channels: 'any' }],
    ['notes', { notes: true }],
    ['unpin', { lifted: new Set(together.map((d) => d.id)) }],
    ['any-number', { anyNumber: true }],
    ['leftovers', { overLeftovers: true }],
  ];
  return ways.flatMap(([way, change]) => (stands(change) ? [way] : []));
}

/** How many entered addresses stay, how many have to be entered again, and how long that takes. */
export function effortOf(
  index: RigIndex,
  demands: readonly Demand[],
  moves: readonly Move[],
): { readonly stay: number; readonly again: number; readonly minutes: number } {
  const moving = new Set(moves.map((m) => m.demand.id));
  const minutes = moves.reduce((sum, { demand }) => sum + halfMinutes(index, demand), 0) / 2;
  const entered = demands.filter((d) => d.entered);
  return {
    stay: entered.filter((d) => !moving.has(d.id)).length,
    again: entered.filter((d) => moving.has(d.id)).length,
    minutes: Math.ceil(minutes),
  };
}
