// The judge in a worker: holds a copy of the rig, takes the same edits, answers with outcomes, findings, fixes, plans and traces.

import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { exhaustive } from '@/core/base';
import { type Drawing, drawingOf, type Outcome, traceOf } from '@/core/bench';
import {
  accept,
  type CheckId,
  type Consequences,
  consequencesOf,
  type Finding,
  type Fix,
  type Judgement,
  judge,
  mendAll,
  offeredFixes,
  openAgain,
} from '@/core/checks';
import { pinNumbers, renumber } from '@/core/commands';
import type { Message } from '@/core/midi';
import {
  type AddressKind,
  type ByHand,
  type Cost,
  type CostLevel,
  countUp,
  type Demand,
  demandName,
  demandPlace,
  demandsOf,
  effortOf,
  type Loosening,
  type Move,
  planNumbers,
  shiftBy,
  swapped,
  toChannel,
  type Wish,
} from '@/core/numbers';
import { apply, type Edit, type Rig } from '@/core/rig';

export interface Verdict {
  readonly outcomes: ReadonlyArray<readonly [string, Outcome | null]>;
  readonly findings: ReadonlyArray<readonly [string, readonly Finding[]]>;
  /** Whether these are all there are, or only what an edit touched. */
  readonly whole: boolean;
}

/** What a demand is, for a list. */
export interface Who {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly controller: string;
  readonly assignmentId: string | null;
  readonly message: Message;
  readonly entered: boolean;
  readonly pinned: boolean;
}

export interface MoveLine extends Who {
  readonly to: Message;
}

interface Effort {
  readonly stay: number;
  readonly again: number;
  readonly minutes: number;
}

export type PlanAnswer =
  | ({
      readonly type: 'plan';
      readonly demands: number;
      readonly moves: readonly MoveLine[];
      readonly cost: Cost;
      readonly gap: { readonly level: CostLevel; readonly by: number } | null;
    } & Effort)
  | { readonly type: 'impossible'; readonly who: readonly Who[]; readonly loosen: readonly Loosening[] }
  | { readonly type: 'undecided' };

/** Numbers of one kind on one channel, and what is to be done with what sits there. */
export type HandWish =
  | { readonly do: 'count-up'; readonly start: number }
  | { readonly do: 'shift'; readonly by: number }
  | { readonly do: 'swap' }
  | { readonly do: 'channel'; readonly channel: number };

export interface Spot {
  readonly kind: AddressKind;
  readonly channel: number;
  readonly numbers: readonly number[];
}

export interface Preview extends Effort {
  readonly moves: readonly MoveLine[];
  readonly refused: ReadonlyArray<readonly [name: string, why: string]>;
  readonly edit: Edit | null;
  readonly consequences: Consequences | null;
}

/** A change that mends a finding, and what it would do besides. */
export interface OfferedFix extends Fix {
  readonly consequences: Consequences | null;
}

let judgement: Judgement | null = null;
/** The last plan, so that what is applied is what was shown. */
let planned: readonly Move[] = [];

const newId = (): string => nanoid(10);

function told(now: Judgement, whole: boolean): Verdict {
  const ids = whole ? new Set([...now.outcomes.keys(), ...now.findings.keys()]) : now.renewed;
  return {
    outcomes: [...ids].map((id) => [id, now.outcomes.get(id) ?? null]),
    findings: [...ids].map((id) => [id, now.findings.get(id) ?? []]),
    whole,
  };
}

function whoIs({ index }: Judgement, demand: Demand): Who {
  return {
    id: demand.id,
    name: demandName(index, demand),
    place: demandPlace(index, demand),
    controller: index.controllers.get(demand.controllerIds[0] ?? '')?.name ?? '?',
    assignmentId: demand.sends[0]?.assignment.id ?? null,
    message: demand.message,
    entered: demand.entered,
    pinned: demand.pinned,
  };
}

const line = (now: Judgement, { demand, to }: Move): MoveLine => ({ ...whoIs(now, demand), to });

/** Demands that sit on some numbers, in the order of the numbers. */
function demandsAt(now: Judgement, { kind, channel, numbers }: Spot): readonly Demand[] {
  const wanted = new Set(numbers);
  return demandsOf(now.index)
    .filter(({ message: m }) => (m.type === 'cc14' ? 'cc' : m.type) === kind && m.channel === channel && wanted.has(m.number))
    .sort((a, b) => a.message.number - b.message.number);
}

function byHand(demands: readonly Demand[], wish: HandWish): ByHand {
  switch (wish.do) {
    case 'count-up':
      return countUp(demands, wish.start);
    case 'shift':
      return shiftBy(demands, wish.by);
    case 'channel':
      return toChannel(demands, wish.channel);
    case 'swap': {
      const [a, b] = demands;
      return a && b ? swapped(a, b) : { moves: [], refused: [] };
    }
    default:
      return exhaustive(wish);
  }
}

const api = {
  /** Starts over with a whole rig. */
  load(rig: Rig): Verdict {
    judgement = judge(rig);
    return told(judgement, true);
  },
  /** Applies one edit; null when it does not fit the copy, which then has to be loaded anew. */
  edit(edit: Edit): Verdict | null {
    if (!judgement) return null;
    const done = apply(judgement.index.rig, edit);
    if (!done.ok) return null;
    judgement = judge(done.value, judgement);
    return told(judgement, false);
  },
  /** Changes that mend a finding, each one tried first, with what else each would do. */
  fixes(finding: Finding): readonly OfferedFix[] {
    const now = judgement;
    if (!now) return [];
    return offeredFixes(now, finding, newId).map((fix) => ({ ...fix, consequences: consequencesOf(now, fix.edit) }));
  },
  /** Mends all findings of a kind; `onStep` hears how far it is and gives back whether to go on. */
  async mend(check: CheckId, onStep: (done: number, of: number) => Promise<boolean>) {
    if (!judgement) return null;
    const work = mendAll(judgement, check, newId);
    let spoke = 0;
    for (;;) {
      const step = work.next();
      if (step.done) return step.value;
      if (performance.now() - spoke < 60) continue;
      spoke = performance.now();
      if (!(await onStep(step.value.done, step.value.of))) return null;
    }
  },
  acceptEdit: (finding: Finding, reason: string): Edit | null =>
    judgement && accept(judgement.index, finding, reason, new Date().toISOString(), newId()),
  openEdit: (finding: Finding): Edit | null => judgement && openAgain(judgement.index, finding),
  /** Plans the numbers. */
  plan(wish: Wish): PlanAnswer | null {
    const now = judgement;
    if (!now) return null;
    const plan = planNumbers(now.index, wish);
    planned = plan.type === 'plan' ? plan.moves : [];
    switch (plan.type) {
      case 'plan':
        return { ...plan, moves: plan.moves.map((m) => line(now, m)) };
      case 'impossible':
        return { type: 'impossible', who: plan.demands.map((d) => whoIs(now, d)), loosen: plan.loosen };
      case 'undecided':
        return plan;
      default:
        return exhaustive(plan);
    }
  },
  /** Some moves of the last plan as one edit, with what it would do. */
  planned(ids: readonly string[]): Preview | null {
    const now = judgement;
    if (!now) return null;
    const wanted = new Set(ids);
    return preview(now, { moves: planned.filter((m) => wanted.has(m.demand.id)), refused: [] }, 'Renumber by the plan');
  },
  /** Numbers moved by hand, with what that would do. */
  byHand(spot: Spot, wish: HandWish): Preview | null {
    const now = judgement;
    if (!now) return null;
    return preview(now, byHand(demandsAt(now, spot), wish), labelOf(wish));
  },
  /** Pins or frees what sits on some numbers. */
  pin: (spot: Spot, pinned: boolean): Edit | null => judgement && pinNumbers(judgement.index, demandsAt(judgement, spot), pinned),
  /** Who sits on some numbers and can be moved. */
  sitting(spot: Spot): readonly Who[] {
    const now = judgement;
    return now ? demandsAt(now, spot).map((d) => whoIs(now, d)) : [];
  },
  /** What to draw for one assignment. */
  drawing(assignmentId: string): Drawing | null {
    const assignment = judgement?.index.assignments.get(assignmentId);
    if (!judgement || !assignment) return null;
    const played = traceOf(judgement.index, assignment);
    return played ? drawingOf(played) : null;
  },
};

/** More moves than this at once are not tried beforehand: that would be judging the whole rig anew. */
const MOST_TRIED = 1000;

function preview(now: Judgement, { moves, refused }: ByHand, label: string): Preview {
  const edit = moves.length === 0 ? null : renumber(now.index, moves, label);
  return {
    moves: moves.map((m) => line(now, m)),
    refused: refused.map(({ demand, why }) => [demandName(now.index, demand), why]),
    edit,
    consequences: edit && moves.length <= MOST_TRIED ? consequencesOf(now, edit) : null,
    ...effortOf(now.index, demandsOf(now.index), moves),
  };
}

function labelOf(wish: HandWish): string {
  switch (wish.do) {
    case 'count-up':
      return `Count up from ${wish.start}`;
    case 'shift':
      return `Shift by ${wish.by}`;
    case 'channel':
      return `Move to channel ${wish.channel}`;
    case 'swap':
      return 'Swap two numbers';
    default:
      return exhaustive(wish);
  }
}

export type JudgeWorker = typeof api;

expose(api);
