// Changes that mend findings: each one is tried on the rig before it is offered.
import { surroundingsOf } from '../bench';
import { exploreController } from '../controller';
import { apply, batch, type Edit, type Rig, sameJson } from '../rig';
import { type CheckContext, type Finding, type Fix, isSame, type Severity } from './finding';
import { type Judgement, judge } from './judge';
import { type CheckId, checkOf } from './registry';
import { makesWorse, shortFor } from './worse';

const weights: Readonly<Record<Severity, number>> = { stop: 2, caution: 1, note: 0 };

/** How grave a finding is: what is wrong if something that nobody stated is as assumed is mended as if it were. */
const weight = ({ severity, assumed }: Finding): number => weights[assumed === null ? severity : 'stop'];

/** The fixes of a finding that prove to take it away, put nothing as bad in its place, do not raise the number of stops, and make no function worse. */
export function offeredFixes(judgement: Judgement, finding: Finding, newId: () => string): readonly Fix[] {
  const seen = new Set<string>();
  return [...tries(judgement, finding, newId)].flatMap(({ fix }) => {
    if (seen.has(fix.label)) return [];
    seen.add(fix.label);
    return [fix];
  });
}

/** What was found to mend a finding, and how far it was looked for. */
export interface Offer {
  readonly fixes: readonly Fix[];
  /** Whether every single change and every pair of them was tried; else there may be one all the same. */
  readonly searched: boolean;
}

/** Most pairs of changes that are tried, and for how many milliseconds. */
const PAIRS = 200;
const PAIRS_MS = 300;
/** As many pairs as are offered. */
const OFFERED = 3;

/**
 * The fixes of a finding; where no single change mends what must be fixed or looked at, pairs of changes. `now` tells milliseconds. Yields after each
 * change that was tried, so that a caller can see to something else.
 */
export function* searchFixes(
  judgement: Judgement,
  finding: Finding,
  newId: () => string,
  now: () => number,
): Generator<void, Offer> {
  const single = offeredFixes(judgement, finding, newId);
  if (single.length > 0 || finding.severity === 'note') return { fixes: single, searched: true };
  yield;
  const until = now() + PAIRS_MS;
  const found = new Map<string, Fix>();
  let pairs = 0;
  for (const { fix, after } of applied(judgement, finding, newId)) {
    for (const next of (after.findings.get(finding.subjectId) ?? []).filter((f) => isTrouble(judgement, finding, f)))
      for (const second of applied(after, next, newId)) {
        if (found.size >= OFFERED) return { fixes: [...found.values()], searched: true };
        if (++pairs > PAIRS || now() > until) return { fixes: [...found.values()], searched: false };
        yield;
        // Wanting something else is a change by itself, never half of one.
        if (!mends(judgement, finding, second.after) || !sameJson(wantsIn(second.after, finding), wantsIn(judgement, finding)))
          continue;
        const label = `${fix.label}, and ${second.fix.label.charAt(0).toLowerCase()}${second.fix.label.slice(1)}`;
        // The same two the other way round are one pair.
        const pair = [fix.label, second.fix.label].sort().join(' + ').toLowerCase();
        if (!found.has(pair)) found.set(pair, { label, edit: batch(label, [...flat(fix.edit), ...flat(second.fix.edit)]) });
      }
  }
  return { fixes: [...found.values()], searched: true };
}

/** What is said to be wanted of the function that a finding is about. */
const wantsIn = ({ index }: Judgement, { subjectId }: Finding) => index.assignments.get(subjectId)?.wants;

/** Whether a finding after a change is the one that was to be mended, or one as bad that the change brought. */
const isTrouble = (judgement: Judgement, finding: Finding, then: Finding): boolean =>
  isSame(then, finding) ||
  (weight(then) >= weight(finding) && !(judgement.findings.get(finding.subjectId) ?? []).some((f) => isSame(f, then)));

function* tries(judgement: Judgement, finding: Finding, newId: () => string): Generator<{ fix: Fix; after: Judgement }> {
  for (const one of applied(judgement, finding, newId)) if (mends(judgement, finding, one.after)) yield one;
}

/** Each change that a check proposes for a finding, and the rig judged after it. */
function* applied(judgement: Judgement, finding: Finding, newId: () => string): Generator<{ fix: Fix; after: Judgement }> {
  const { index } = judgement;
  const check = checkOf(finding.check);
  if (!check) return;
  const spaces = new Map(judgement.spaces);
  const context: CheckContext = {
    index,
    around: surroundingsOf(index),
    outcomeOf: (id) => judgement.outcomes.get(id),
    spaceOf: (controller) => spaces.get(controller.id) ?? exploreController(index, controller),
    newId,
  };
  for (const fix of check.fixes(context, finding)) {
    const done = apply(index.rig, fix.edit);
    // What a target came with cannot be entered otherwise: no change of it is one.
    if (done.ok && keepsGiven(index.rig, done.value)) yield { fix, after: judge(done.value, judgement) };
  }
}

/** Whether everything that targets came with is as it was. */
function keepsGiven(before: Rig, after: Rig): boolean {
  if (before.landings === after.landings) return true;
  const now = new Set(after.landings);
  return before.landings.every((l) => l.given === null || now.has(l));
}

/** Checks on what a parameter does: their changes bring it nearer to what is wanted. */
const onOutcomes: ReadonlySet<CheckId> = new Set<CheckId>([
  'every-second-press',
  'first-press-does-nothing',
  'irregular',
  'never-off',
  'never-registers',
  'not-as-wanted',
]);

/** Whether what a finding is about falls less short of what is wanted after a change; nothing is asked of what did not fall short, or is gone. */
function isNearer(judgement: Judgement, finding: Finding, after: Judgement): boolean {
  const shortIn = (j: Judgement): number | null => {
    const assignment = j.index.assignments.get(finding.subjectId);
    const parameter = j.index.parameters.get(finding.parameterId ?? '');
    return assignment && parameter ? shortFor(j.index, assignment, parameter, j.outcomes.get(assignment.id)) : null;
  };
  const [was, is] = [shortIn(judgement), shortIn(after)];
  return was === null || is === null || was === 0 || is < was;
}

/** Whether a finding is gone after a change, with nothing as bad in its place, no more stops, and no function worse. */
function mends(judgement: Judgement, finding: Finding, after: Judgement): boolean {
  // Another title is no mending: the finding is the same.
  const still = (after.findings.get(finding.subjectId) ?? []).some((f) => isSame(f, finding));
  if (still || raises(judgement, after, isGravest) || raises(judgement, after, isStop) || makesWorse(judgement, after))
    return false;
  if (onOutcomes.has(finding.check) && !isNearer(judgement, finding, after)) return false;
  // Trading one fault for another as bad is none either, be it on the next gesture of the switch.
  for (const id of finding.severity === 'note' ? [finding.subjectId] : new Set([finding.subjectId, ...after.renewed])) {
    const had = judgement.findings.get(id) ?? [];
    const then = after.findings.get(id) ?? [];
    if (then.some((f) => weight(f) >= weight(finding) && !had.some((h) => isSame(h, f)))) return false;
  }
  return true;
}

const isStop = (finding: Finding): boolean => finding.severity === 'stop';
const isGravest = (finding: Finding): boolean => weight(finding) === weights.stop;

const countOf = ({ findings }: Judgement, is: (finding: Finding) => boolean): number =>
  [...findings.values()].reduce((sum, found) => sum + found.filter(is).length, 0);

/** Whether a change brings more findings of a kind than it takes away. */
const raises = (before: Judgement, after: Judgement, is: (finding: Finding) => boolean): boolean =>
  countOf(after, is) > countOf(before, is);

/** How many findings must be fixed. */
export const countStops = (judgement: Judgement): number => countOf(judgement, isStop);

export interface Mended {
  /** All changes in one; null where nothing could be mended. */
  readonly edit: Edit | null;
  readonly mended: number;
  /** Findings of the kind that no change offered takes away. */
  readonly left: number;
}

/**
 * Mends all findings of one kind by the first change offered for each, one after the other, each tried on what the ones before
 * made of the rig. Gives how far it is after each, so that a caller can show it, or stop.
 */
export function* mendAll(
  judgement: Judgement,
  check: CheckId,
  newId: () => string,
): Generator<{ readonly done: number; readonly of: number }, Mended> {
  const edits: Edit[] = [];
  const given = new Set<string>();
  const key = (f: Finding): string => `${f.subjectId} ${f.parameterId} ${f.title}`;
  const open = (j: Judgement): Finding[] =>
    [...j.findings.values()].flat().filter((f) => f.check === check && f.accepted === null);
  const of = open(judgement).length;
  let now = judgement;
  for (;;) {
    const next = open(now).find((f) => !given.has(key(f)));
    if (!next) break;
    given.add(key(next));
    const first = tries(now, next, newId).next();
    if (!first.done) {
      edits.push(first.value.fix.edit);
      now = first.value.after;
    }
    yield { done: Math.min(of, given.size), of };
  }
  const left = open(now).length;
  return {
    edit: edits.length === 0 ? null : batch(`Mend ${edits.length} at once`, edits.flatMap(flat)),
    mended: Math.max(0, of - left),
    left,
  };
}

/** An edit without batches inside: what many changes are made of. */
const flat = (edit: Edit): readonly Edit[] => (edit.type === 'batch' ? edit.edits.flatMap(flat) : [edit]);

export interface Consequences {
  /** Findings that an edit takes away, and those that it brings. */
  readonly gone: readonly Finding[];
  readonly come: readonly Finding[];
  readonly stops: readonly [before: number, after: number];
}

/** What an edit would do to the findings, without making it; null where it does not apply. */
export function consequencesOf(judgement: Judgement, edit: Edit): Consequences | null {
  const applied = apply(judgement.index.rig, edit);
  if (!applied.ok) return null;
  const after = judge(applied.value, judgement);
  const gone: Finding[] = [];
  const come: Finding[] = [];
  for (const id of after.renewed) {
    const had = judgement.findings.get(id) ?? [];
    const has = after.findings.get(id) ?? [];
    gone.push(...had.filter((f) => !has.some((g) => isSame(f, g))));
    come.push(...has.filter((f) => !had.some((g) => isSame(f, g))));
  }
  return { gone, come, stops: [countStops(judgement), countStops(after)] };
}
