// The judge in a worker: holds a copy of the rig, takes the same edits, and answers with what the core makes of it.

import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { exhaustive } from '@/core/base';
import { type Drawing, drawingOf, traceOf } from '@/core/bench';
import {
  acceptAll,
  type CheckId,
  type Consequences,
  consequencesOf,
  type Finding,
  type Fix,
  type Judgement,
  mendAll,
  openAgain,
  type Preview,
  previewMoves,
  type Renewal,
  renewalOf,
  searchFixes,
} from '@/core/checks';
import { type ColumnType, pinNumbers, planColumn, planSeveral, type SeveralChange } from '@/core/commands';
import {
  type Cost,
  type CostLevel,
  demandsAt,
  type effortOf,
  type HandWish,
  type Loosening,
  type Move,
  type MoveLine,
  moveLine,
  movesFor,
  planNumbers,
  type Spot,
  type Who,
  type Wish,
  whoIs,
  wishLabel,
} from '@/core/numbers';
import { apply, type Edit, indexRig, type Rig, type RigIndex } from '@/core/rig';
import { countToEnter } from '@/core/sheets';
import { judgeInSlices } from './in-slices';

export type PlanAnswer =
  | ({
      readonly type: 'plan';
      /** By which its moves are asked for. */
      readonly number: number;
      readonly demands: number;
      readonly moves: readonly MoveLine[];
      readonly cost: Cost;
      readonly gap: { readonly level: CostLevel; readonly by: number } | null;
    } & ReturnType<typeof effortOf>)
  | { readonly type: 'impossible'; readonly who: readonly Who[]; readonly loosen: readonly Loosening[] }
  | { readonly type: 'undecided' };

/** A change that mends a finding, and what it would do besides. */
export interface OfferedFix extends Fix {
  readonly consequences: Consequences | null;
}

/** Changes that mend a finding, and whether all there could be were tried. */
export interface FixesAnswer {
  readonly fixes: readonly OfferedFix[];
  readonly searched: boolean;
}

/** What came of judging, and what else is counted here so that the screen need not. */
export interface Told extends Renewal {
  /** Lines of the sheet that are still to be entered. */
  readonly toEnter: number;
}

/** One change for all, or a column with a line for each. */
export type SeveralWish = SeveralChange | { readonly of: ColumnType; readonly lines: readonly string[] };

/** The rig that is held, also while it is still being judged. */
let index: RigIndex | null = null;
/** Null until all of it is judged. */
let judgement: Judgement | null = null;
/** What waits for that. */
let judged: Promise<unknown> = Promise.resolve();
let loads = 0;
/** Functions that are on the screen, and are judged before the others. */
let wanted: readonly string[] = [];
let hearer: (part: Renewal) => unknown = () => undefined;
/** The last plan and its number, so that what is applied is what was shown. Null where the rig has changed since: its moves are of another rig. */
let planned: {
  readonly number: number;
  readonly moves: readonly Move[];
  readonly wish: string;
  readonly answer: PlanAnswer;
} | null = null;
let plans = 0;

const newId = (): string => nanoid(10);

/** The judgement once there is one: what is asked while a rig is judged is answered after that. */
const whenJudged = async (): Promise<Judgement | null> => {
  for (let seen: unknown = null; seen !== judged; ) {
    seen = judged;
    await seen;
  }
  return judgement;
};

const told = (judgement: Judgement, whole: boolean): Told => ({
  ...renewalOf(judgement, whole),
  toEnter: countToEnter(judgement.index),
});

/** Judges what is held from now on: all of it, or what an edit can have touched. */
async function hold(next: RigIndex, before: Judgement | null): Promise<Told | null> {
  const mine = ++loads;
  planned = null;
  judgement = null;
  index = next;
  const work = judgeInSlices(next, { before, wanted: () => wanted, onPart: (part) => hearer(part), stale: () => mine !== loads });
  judged = work;
  const made = await work;
  if (!made) return null;
  judgement = made;
  return told(made, !before);
}

const api = {
  /** Who hears, while a large rig is judged, of what is on the screen as soon as that is. */
  parts(onPart: (part: Renewal) => unknown): void {
    hearer = onPart;
  },
  /** Starts over with a whole rig. `first` are the functions on the screen. Null where another rig came in between. */
  load(rig: Rig, first: readonly string[] = []) {
    wanted = first;
    return hold(indexRig(rig), null);
  },
  /** Other functions are on the screen now. */
  first(ids: readonly string[]): void {
    wanted = ids;
  },
  /** Applies one edit; null when it does not fit the copy, which then has to be loaded anew. */
  async edit(edit: Edit, first: readonly string[] = []) {
    const before = await whenJudged();
    if (!before) return null;
    const done = apply(before.index.rig, edit);
    if (!done.ok) return null;
    wanted = first;
    return hold(indexRig(done.value, before.index), before);
  },
  /** Changes that mend a finding, each one tried first, with what else each would do; other questions are answered in between. */
  async fixes(finding: Finding): Promise<FixesAnswer> {
    const now = await whenJudged();
    if (!now) return { fixes: [], searched: false };
    const search = searchFixes(now, finding, newId, () => performance.now());
    let spoke = performance.now();
    for (;;) {
      const step = search.next();
      if (step.done) {
        const { fixes, searched } = step.value;
        return { fixes: fixes.map((fix) => ({ ...fix, consequences: consequencesOf(now, fix.edit) })), searched };
      }
      if (performance.now() - spoke < 10) continue;
      await new Promise((resolve) => setTimeout(resolve, 0));
      spoke = performance.now();
    }
  },
  /** Mends all findings of a kind; `onStep` hears how far it is and gives back whether to go on. */
  async mend(check: CheckId, onStep: (done: number, of: number) => Promise<boolean>) {
    const now = await whenJudged();
    if (!now) return null;
    const work = mendAll(now, check, newId);
    let spoke = 0;
    for (;;) {
      const step = work.next();
      if (step.done) return step.value;
      if (performance.now() - spoke < 60) continue;
      spoke = performance.now();
      if (!(await onStep(step.value.done, step.value.of))) return null;
    }
  },
  /** Plans one change of several functions, or a column for them; `onStep` hears how far it is and gives back whether to go on. */
  async several(ids: readonly string[], wish: SeveralWish, onStep: (done: number, of: number) => Promise<boolean>) {
    if (!index) return null;
    const work = 'lines' in wish ? planColumn(index, ids, wish.of, wish.lines, newId) : planSeveral(index, ids, wish, newId);
    let spoke = performance.now();
    for (;;) {
      const step = work.next();
      if (step.done) return step.value;
      if (performance.now() - spoke < 60) continue;
      spoke = performance.now();
      if (!(await onStep(step.value, ids.length))) return null;
    }
  },
  acceptEdit: (findings: readonly Finding[], reason: string): Edit | null =>
    index && acceptAll(index, findings, reason, new Date().toISOString(), newId),
  openEdit: (findings: readonly Finding[]): Edit | null => index && openAgain(index, findings),
  /** Plans the numbers; asked for the same once more while the rig is as it was, it is the same plan with the same number. */
  plan(wish: Wish): PlanAnswer | null {
    const now = index;
    if (!now) return null;
    const asked = JSON.stringify(wish);
    if (planned?.wish === asked) return planned.answer;
    const plan = planNumbers(now, wish);
    switch (plan.type) {
      case 'plan': {
        const answer = { ...plan, number: ++plans, moves: plan.moves.map((m) => moveLine(now, m)) };
        planned = { number: plans, moves: plan.moves, wish: asked, answer };
        return answer;
      }
      case 'impossible':
        return { type: 'impossible', who: plan.demands.map((d) => whoIs(now, d)), loosen: plan.loosen };
      case 'undecided':
        return plan;
      default:
        return exhaustive(plan);
    }
  },
  /** Some moves of a plan as one edit, with what it would do; null where it is not the last one, or the rig is another one since. */
  async planned(number: number, ids: readonly string[]): Promise<Preview | null> {
    const now = await whenJudged();
    if (!now || planned?.number !== number) return null;
    const wanted = new Set(ids);
    return previewMoves(
      now,
      { moves: planned.moves.filter((m) => wanted.has(m.demand.id)), refused: [] },
      'Renumber by the plan',
    );
  },
  /** Numbers moved by hand, with what that would do. */
  async byHand(spot: Spot, wish: HandWish): Promise<Preview | null> {
    const now = await whenJudged();
    if (!now) return null;
    return previewMoves(now, movesFor(now.index, demandsAt(now.index, spot), wish), wishLabel(wish));
  },
  /** Pins or frees what sits on some numbers. */
  pin: (spot: Spot, pinned: boolean): Edit | null => index && pinNumbers(index, demandsAt(index, spot), pinned),
  /** Who sits on some numbers and can be moved. */
  sitting(spot: Spot): readonly Who[] {
    const now = index;
    return now ? demandsAt(now, spot).map((d) => whoIs(now, d)) : [];
  },
  /** What to draw for one assignment. */
  drawing(assignmentId: string): Drawing | null {
    const assignment = index?.assignments.get(assignmentId);
    if (!index || !assignment) return null;
    const played = traceOf(index, assignment);
    return played ? drawingOf(played) : null;
  },
};

export type JudgeWorker = typeof api;

expose(api);
