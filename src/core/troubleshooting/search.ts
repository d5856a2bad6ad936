// The search for why nothing arrives: answers strike causes out, and the next question is the one that splits those that are left best.
import { addressKey, candidates, type HeardMessage, type Message, packedKey, packedValue } from '../midi';
import type { RigIndex, Wire } from '../rig';
import type { Cause, Need } from './cause';
import { causes } from './causes.data';
import { type Question, questions } from './questions.data';

export interface Answer {
  readonly question: string;
  readonly answer: string;
}

/** “I cannot tell”: strikes nothing out, and is not asked again. */
export const UNKNOWN = 'unknown';
/** The question that stands for having tried a cause's mend: `tried:<cause>`. */
const TRIED = 'tried:';
/** The id under which it is noted that a cause was tried. */
export const triedQuestion = (cause: string): string => `${TRIED}${cause}`;

const byQuestion = new Map(questions.map((q) => [q.id, q]));
const byCause = new Map(causes.map((c) => [c.id, c]));
/** A question by its id; null for one that this version does not know. */
export const questionOf = (id: string): Question | null => byQuestion.get(id) ?? null;
/** A cause by its id; null for one that this version does not know. */
export const causeOf = (id: string): Cause | null => byCause.get(id) ?? null;

/** What a rig has between a controller and a target; either may be left open. */
export function needsOf(index: RigIndex, controllerId: string | null, targetId: string | null): ReadonlySet<Need> {
  const { rig } = index;
  const units = new Set([controllerId, targetId].filter((id) => id !== null));
  const controllers = controllerId === null ? rig.controllers : rig.controllers.filter((c) => c.id === controllerId);
  const targets = targetId === null ? rig.targets : rig.targets.filter((t) => t.id === targetId);
  const wires = units.size === 0 ? rig.wires : waysBetween(rig.wires, controllerId, targetId);
  const landings = rig.landings.filter((l) => targets.some((t) => t.id === l.targetId));
  const over = (transport: Wire['transport']): boolean => wires.length === 0 || wires.some((w) => w.transport === transport);
  const has: Readonly<Record<Need, boolean>> = {
    din: over('din'),
    usb: over('usb'),
    bluetooth: over('bluetooth'),
    hub: wires.some(
      (w) => w.passesOn || w.channels !== null || w.types !== null || w.transport === 'din' || w.transport === 'network',
    ),
    scope: targets.some((t) => t.reception.scope !== 'always') || landings.some((l) => l.scope === 'selected'),
    pickup:
      landings.some((l) => l.takeover !== 'jump') || targets.some((t) => t.reception.takeover.some((way) => way !== 'jump')),
    notes: landings.some((l) => l.address.type === 'note') || landings.length === 0,
    banks: controllers.some((c) => c.firmware.banks * c.firmware.pages > 1) || rig.layers.length > 0,
    layers: rig.layers.length > 0,
    slots: controllers.some((c) => c.firmware.userSlots + c.firmware.readOnlySlots > 1),
    project: targets.some((t) => t.reception.livesIn !== 'host-wide' && t.reception.livesIn !== 'controller-slot'),
    conditions: landings.some((l) => l.conditions.length > 0),
    editor: controllers.some((c) => c.firmware.whileEdited === 'silent'),
    windows: targets.some((t) => t.reception.windows.length > 0),
  };
  return new Set(Object.entries(has).flatMap(([need, yes]) => (yes ? [need as Need] : []))); // border: the keys of a record over Need
}

/** Wires on any way from the controller towards the target. */
function waysBetween(wires: readonly Wire[], from: string | null, to: string | null): readonly Wire[] {
  const grow = (start: string, next: (w: Wire) => readonly [string, string]): ReadonlySet<string> => {
    const seen = new Set([start]);
    for (let grew = true; grew; ) {
      grew = false;
      for (const wire of wires) {
        const [a, b] = next(wire);
        if (!seen.has(a) || seen.has(b)) continue;
        seen.add(b);
        grew = true;
      }
    }
    return seen;
  };
  const after = from === null ? null : grow(from, (w) => [w.from.unitId, w.to.unitId]);
  const before = to === null ? null : grow(to, (w) => [w.to.unitId, w.from.unitId]);
  return wires.filter((w) => (after === null || after.has(w.from.unitId)) && (before === null || before.has(w.to.unitId)));
}

/** Whether a cause allows an answer. */
export const allows = (cause: Cause, { question, answer }: Answer): boolean => {
  if (question.startsWith(TRIED)) return question !== triedQuestion(cause.id) || answer !== 'no';
  const signs = cause.signs[question];
  return answer === UNKNOWN || signs === undefined || signs.includes(answer);
};

/**
 * How likely a cause is after some answers, relative to the others: its weight, times the chance that it would have been answered so.
 * A cause that allows several answers to a question makes each of them less likely than one that allows a single one.
 */
function likelihood(cause: Cause, answers: readonly Answer[]): number {
  return answers.reduce((weight, { question, answer }) => {
    const asked = byQuestion.get(question);
    return asked && answer !== UNKNOWN ? weight / (cause.signs[question] ?? asked.answers).length : weight;
  }, cause.weight);
}

/** The causes that are left, likeliest first. */
export function left(needs: ReadonlySet<Need>, answers: readonly Answer[]): readonly Cause[] {
  return causes
    .filter((c) => (c.needs === undefined || needs.has(c.needs)) && answers.every((a) => allows(c, a)))
    .map((cause) => ({ cause, weight: likelihood(cause, answers) }))
    .sort((a, b) => b.weight - a.weight)
    .map((c) => c.cause);
}

/** The answer that struck a cause out first; null where the rig itself rules it out, or it is left. */
export const struckBy = (cause: Cause, answers: readonly Answer[]): Answer | null =>
  answers.find((a) => !allows(cause, a)) ?? null;

export type NextQuestion =
  | { readonly type: 'ask'; readonly question: Question; readonly left: readonly Cause[] }
  /** One cause is left, or several that no question tells apart: the likeliest is to be tried. */
  | { readonly type: 'try'; readonly cause: Cause; readonly left: readonly Cause[] }
  /** All are struck out: the answers rule each other out, or the cause is not in the table. */
  | { readonly type: 'none'; readonly left: readonly [] };

/**
 * The next step. Of the questions that are not answered yet and make sense by now it is the one with the most to tell for what it takes:
 * the one whose answers part the weights of the causes left most evenly (entropy in bits over its cost). A cause that does not say what
 * its answer would be counts evenly for all.
 */
export function nextStep(needs: ReadonlySet<Need>, answers: readonly Answer[]): NextQuestion {
  const causesLeft = left(needs, answers);
  const [likeliest] = causesLeft;
  if (!likeliest) return { type: 'none', left: [] };
  const given = new Map(answers.map((a) => [a.question, a.answer]));
  let best: { readonly question: Question; readonly worth: number } | null = null;
  for (const question of questions) {
    const { after } = question;
    if (question.needs !== undefined && !needs.has(question.needs)) continue;
    if (given.has(question.id) || (after && !after.answers.includes(given.get(after.question) ?? ''))) continue;
    const worth = gain(question, causesLeft, answers) / question.cost;
    if (worth > 1e-9 && (best === null || worth > best.worth + 1e-9)) best = { question, worth };
  }
  return causesLeft.length > 1 && best
    ? { type: 'ask', question: best.question, left: causesLeft }
    : { type: 'try', cause: likeliest, left: causesLeft };
}

/** How many bits an answer to a question would tell about which of some causes it is, after some answers. */
export function gain(question: Question, among: readonly Cause[], answers: readonly Answer[] = []): number {
  const weights = among.map((c) => likelihood(c, answers));
  const whole = weights.reduce((a, b) => a + b, 0);
  const before = entropy(weights.map((w) => w / whole));
  let after = 0;
  for (const [answer] of question.answers) {
    const shares = among.map((c, i) => {
      const signs = c.signs[question.id] ?? question.answers.map(([id]) => id);
      return signs.includes(answer) ? (weights[i] ?? 0) / signs.length : 0;
    });
    const share = shares.reduce((a, b) => a + b, 0);
    if (share > 0) after += (share / whole) * entropy(shares.map((s) => s / share));
  }
  return before - after;
}

const entropy = (parts: readonly number[]): number => parts.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);

/**
 * What the monitor has to say by itself, from what arrived in the last second before `nowMs` (milliseconds). `planned` is the message
 * that the control should send; null where none is. Nothing heard says that nothing arrived.
 */
export function answersFromMonitor(heard: readonly HeardMessage[], nowMs: number, planned: Message | null): readonly Answer[] {
  const seen = candidates(heard, nowMs, 'moves').map((c) => c.message);
  if (seen.length === 0) return [{ question: 'monitor', answer: 'nothing' }];
  const answers: Answer[] = [{ question: 'monitor', answer: 'something' }];
  if (!planned) return answers;
  const narrow = (question: string, among: readonly Message[], fits: (m: Message) => boolean): readonly Message[] => {
    const fitting = among.filter(fits);
    answers.push({ question, answer: fitting.length > 0 ? 'planned' : 'other' });
    return fitting;
  };
  const kind = narrow('kind', seen, (m) => m.type === planned.type);
  if (kind.length === 0) return answers;
  const channel = narrow('channel', kind, (m) => !('channel' in m) || !('channel' in planned) || m.channel === planned.channel);
  if (channel.length === 0) return answers;
  const exact = narrow('number', channel, (m) => addressKey(m) === addressKey(planned));
  const values = heard.filter((h) => packedKey(h.word) === addressKey(planned)).map((h) => packedValue(h.word));
  if (exact.length > 0 && values.length > 0)
    answers.push({ question: 'reach', answer: Math.max(...values) >= 64 ? 'high' : 'low' });
  return answers;
}
