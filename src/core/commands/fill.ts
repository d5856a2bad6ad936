// Fill along: one assignment repeated over a run of controls, counting up.

import { counted, err, ok, type Result } from '../base';
import { addressKey, kindOf, type Message, messageSchema, shortName } from '../midi';
import { modeOf } from '../modes';
import { chooseMessage, isFree } from '../numbers';
import {
  type Action,
  type Assignment,
  batch,
  type Control,
  countsNumbers,
  type Edit,
  type HeardAt,
  heardAt,
  hostLayerAt,
  insert,
  isRun,
  type Landing,
  type Parameter,
  type RigIndex,
  type Send,
} from '../rig';
import { addressAt, isTranslated, outletFor, sendsHeard } from '../wires';
import { baseMessage, meantNames } from './assign';
import { landingsFor } from './change';
import { defaultLanding, gesturesOf } from './defaults';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder } from './shared';

/** One line of the preview. */
export interface FillRow {
  readonly control: Control;
  /** Null for every bank. */
  readonly bank: number | null;
  /** What it will move; null for a message that is for nothing, and where it is left out. */
  readonly parameter: Parameter | null;
  /** The step that it chooses, where each line chooses the next one. */
  readonly step: number | null;
  readonly message: Message | null;
  /** Why this control is left out; null when it will be filled. */
  readonly skip: string | null;
}

export interface FillPlan {
  readonly source: Assignment;
  readonly send: Send;
  readonly rows: readonly FillRow[];
}

export interface FillWish {
  /** Further banks to go on in, over the control itself and those after it. */
  readonly banks?: readonly number[];
  /** The number of the first line; the one after the number of the control itself where none is given. */
  readonly first?: number | undefined;
  /** From one number to the next. */
  readonly step?: number;
  /** Lines that have a number or a parameter of their own, by `fillKey`. */
  readonly lines?: ReadonlyMap<string, FillLine>;
}

/** What a player chose for one line; the rest of it counts on. */
export interface FillLine {
  readonly number?: number | undefined;
  readonly parameterId?: string;
}

/** Under which key a line is chosen for. */
export const fillKey = ({ control, bank }: Pick<FillRow, 'control' | 'bank'>): string => `${bank ?? 0} ${control.id}`;

/** Controls of the same kind after this one, in the order of their family: the run that can be filled. */
export function runAfter(index: RigIndex, controlId: string): readonly Control[] {
  const control = index.controls.get(controlId);
  if (!control) return [];
  const order = (a: Control, b: Control): number =>
    a.family < b.family ? -1 : a.family > b.family ? 1 : a.familyOrder - b.familyOrder;
  const run = (index.controlsOf.get(control.controllerId) ?? []).filter((c) => c.kind === control.kind).sort(order);
  return run.slice(run.findIndex((c) => c.id === controlId) + 1);
}

/** Whether parameters are switched, not moved. */
const switches = (p: Parameter): boolean => p.kind === 'toggle' || p.kind === 'trigger';

/**
 * Parameters of one target that nothing is assigned to, in the order in which they are filled in. Where the name of the first counts ("Level 1", "A01 level"), those
 * that count on from it and no others; else those of the same nature (moving or switching), the ones behind it first.
 */
export function waitingAfter(index: RigIndex, parameterId: string): readonly Parameter[] {
  const first = index.parameters.get(parameterId);
  if (!first) return [];
  const all = index.parametersOf.get(first.targetId) ?? [];
  const counting = countingOn(all, first);
  const at = all.findIndex((p) => p.id === parameterId);
  const behind = [...all.slice(at + 1), ...all.slice(0, at)].filter((p) => switches(p) === switches(first));
  return (counting.length > 0 ? counting : behind).filter((p) => !index.sendsFor.has(p.id));
}

/** Parameters that are named like one but for a number that counts on from its own: the number in its name that others count most with. */
function countingOn(all: readonly Parameter[], first: Parameter): readonly Parameter[] {
  const byName = new Map(all.map((p) => [p.name, p]));
  const runs = [...first.name.matchAll(/\d+/g)].map(({ 0: digits, index: at }): readonly Parameter[] => {
    const found: Parameter[] = [];
    for (let n = Number(digits) + 1; n <= Number(digits) + all.length; n++) {
      const written = String(n).padStart(digits.length, '0');
      const next = byName.get(`${first.name.slice(0, at)}${written}${first.name.slice(at + digits.length)}`);
      if (!next) break;
      found.push(next);
    }
    return found;
  });
  return runs.reduce((best, run) => (run.length > best.length ? run : best), []);
}

/**
 * Plans to repeat an assignment over controls, and on in further banks. Each next line takes the next number that is free (counting up by the step; where none is
 * left, the first free one) and the next parameter given; a message that is for nothing stays for nothing, and one that chooses a step chooses the next. In a layer
 * of the host a control sends what it sends in Base. Controls that do something there already are left out, with the reason.
 */
export function planFill(
  index: RigIndex,
  source: Assignment,
  controls: readonly Control[],
  parameters: readonly Parameter[],
  wish: FillWish = {},
): Result<FillPlan, CommandProblem> {
  const send = source.actions.find((a) => a.type === 'send');
  const owner = index.controls.get(source.controlId);
  // What a counter gives its number has none to count on from.
  if (send?.type !== 'send' || !owner || !('number' in send.message) || countsNumbers(send)) return err({ code: 'cannot-fill' });
  const lines = wish.lines ?? new Map<string, FillLine>();
  const chosen = new Set([...lines.values()].flatMap((line) => line.parameterId ?? []));
  const queue = queueOf(
    index,
    source,
    send,
    parameters.filter((p) => !chosen.has(p.id)),
  );
  const number = counting(index, source, send, wish);
  const run = runAhead(index, source, send);
  const own = index.parameters.get(send.meant[0] ?? '') ?? null;
  const cells = [
    ...controls.map((control) => ({ control, bank: source.bank })),
    ...(wish.banks ?? []).flatMap((bank) => [owner, ...controls].map((control) => ({ control, bank }))),
  ];
  const rows = cells.map(({ control, bank }): FillRow => {
    const left = (skip: string): FillRow => ({ control, bank, parameter: null, step: null, message: null, skip });
    const controller = index.controllers.get(control.controllerId);
    if (!controller || !gesturesOf(control, controller).includes(source.gesture.type))
      return left(`has no ${source.gesture.type}`);
    const taken = doneThere(index, source, control, bank);
    if (taken)
      return left(taken.bank === bank ? 'already has a function here' : `does ${meantNames(index, taken)} in every bank`);
    if (run) {
      const next = run.shift();
      return next
        ? { control, bank, parameter: own, step: next.value, message: next.address, skip: null }
        : left('no step is left');
    }
    const line = lines.get(fillKey({ control, bank })) ?? {};
    const asked = send.meant.length > 0 ? index.parameters.get(line.parameterId ?? '') : undefined;
    const next = asked ? { parameter: asked, step: null } : queue();
    if (next === null) return left('no parameter is left');
    if (next === 'no-step') return left('no step is left');
    const message = number(control, bank, next.parameter, line.number ?? null);
    if (typeof message === 'string') return { ...left(message), parameter: next.parameter };
    return message
      ? { control, bank, ...next, message, skip: null }
      : { ...left('no number is left'), parameter: next.parameter };
  });
  return ok({ source, send, rows });
}

type Next = Pick<FillRow, 'parameter' | 'step'>;

/** The numbers behind that of a send in the run that hears it, without those that are sent already; null where it is in no run. */
function runAhead(index: RigIndex, source: Assignment, send: Send): HeardAt[] | null {
  const run = landingsFor(index, source, send).find(isRun);
  // Through a translator the numbers of a run are not those that are sent.
  if (!run || isTranslated(index, outletFor(index, source.controlId, send), send.message)) return null;
  const all = heardAt(run);
  const at = all.findIndex((h) => addressKey(h.address) === addressKey(send.message));
  return all.slice(at + 1).filter((h) => !sendsHeard(index).sendsAt.has(addressKey(h.address)));
}

/** What each next line is for. */
function queueOf(
  index: RigIndex,
  source: Assignment,
  send: Send,
  parameters: readonly Parameter[],
): () => Next | 'no-step' | null {
  if (send.meant.length === 0) return () => ({ parameter: null, step: null });
  const model = landingsFor(index, source, send)[0];
  const own = index.parameters.get(send.meant[0] ?? '');
  if (model && own?.kind === 'stepped' && modeOf(model.mode).needs === 'value') {
    let step = model.setValue;
    return () => {
      step++;
      return step > own.highest ? 'no-step' : { parameter: own, step };
    };
  }
  const queue = [...parameters];
  return () => {
    const parameter = queue.shift();
    return parameter ? { parameter, step: null } : null;
  };
}

/** The next free number for a control, over those that lines before it took, or its own; why its own cannot be had. */
function counting(
  index: RigIndex,
  source: Assignment,
  send: Send,
  { first, step: asked = 1, lines = new Map() }: FillWish,
): (control: Control, bank: number | null, parameter: Parameter | null, own: number | null) => Message | string | null {
  const { message } = send;
  const reserved = new Set<number>();
  // From 120 up a control change is a channel mode message (MIDI 1.0).
  const most = message.type === 'cc' ? 119 : (kindOf(message.type).number?.most ?? 127);
  const made = (of: number): Message | null => {
    const parsed = of <= most ? messageSchema.safeParse({ ...message, number: of }) : null;
    return parsed?.success ? parsed.data : null;
  };
  // No line counts on to a number that another one was given.
  const given = new Set(
    [...lines.values()].flatMap((line: FillLine) => {
      const own = line.number === undefined ? null : made(line.number);
      return own ? [addressKey(own)] : [];
    }),
  );
  const step = Math.max(1, asked);
  const type = message.type === 'note' ? 'note' : message.type === 'program' ? 'program' : 'cc';
  let number = first ?? ('number' in message ? message.number : 0) + step;
  const take = (taken: Message): Message => {
    reserved.add(addressKey(taken));
    return taken;
  };
  return (control, bank, parameter, own) => {
    const base = baseMessage(index, control.id, { bank, page: source.page, layerId: source.layerId }, source.gesture.type);
    if (base) return base;
    const channel = 'channel' in message ? message.channel : 1;
    const demand = {
      controllerId: control.controllerId,
      type,
      channel,
      targetId: parameter?.targetId ?? null,
      reserved,
    } as const;
    if (own !== null) {
      const wanted = made(own);
      if (!wanted) return 'has no such number';
      return isFree(index, demand, wanted) ? take(wanted) : `${shortName(wanted)} is in use`;
    }
    const beside = { ...demand, reserved: new Set([...reserved, ...given]) };
    for (; number <= most; number += step) {
      const next = made(number);
      if (!next) break;
      if (!isFree(index, beside, next)) continue;
      number += step;
      return take(next);
    }
    const other = message.type === 'cc' || message.type === 'note' ? chooseMessage(index, beside) : null;
    return other && take(other);
  };
}

/** What a control does already where it would be filled: at this very place, or in every bank or page. */
function doneThere(index: RigIndex, source: Assignment, control: Control, bank: number | null): Assignment | null {
  const { page, layerId, gesture } = source;
  return (
    (index.assignmentsOf.get(control.id) ?? []).find(
      (a) =>
        a.gesture.type === gesture.type &&
        a.layerId === layerId &&
        (a.bank === null || a.bank === bank) &&
        (a.page === null || a.page === page),
    ) ?? null
  );
}

/** The edit of a plan: one batch, one undo. */
export function fillEdit(index: RigIndex, plan: FillPlan, newId: NewId): Edit {
  const model = landingsFor(index, plan.source, plan.send)[0];
  const of = index.parameters.get(model?.parameterId ?? '');
  let order = nextOrder(index.rig.assignments);
  let landingOrder = nextOrder(index.rig.landings);
  const edits = plan.rows.flatMap(({ control, bank, parameter, step, message, skip }): Edit[] => {
    if (skip !== null || !message) return [];
    const meant = parameter ? [parameter.id] : [];
    const text = parameter ? (step === null ? parameter.name : (parameter.steps[step] ?? parameter.name)) : '';
    const assignment: Assignment = {
      ...plan.source,
      id: newId(),
      order: order++,
      controlId: control.id,
      bank,
      actions: plan.source.actions.flatMap((a): Action[] =>
        a === plan.send ? [{ ...plan.send, message, pinned: false, meant }] : a.type === 'send' ? [] : [a],
      ),
      wants: plan.source.wants
        .filter((w) => w.parameterId === plan.send.meant[0])
        .flatMap(({ want }) => (parameter ? [{ parameterId: parameter.id, want }] : [])),
      textShort: control.display ? text.toUpperCase().slice(0, control.display.short) : '',
      textLong: '',
      entered: null,
      saved: null,
      proved: null,
      replaced: '',
      note: '',
    };
    // What hears a run of numbers hears the next one, too.
    if (!parameter || (model && isRun(model))) return [insert('assignments', assignment)];
    const { mode = 'absolute' } = model ?? {};
    const address = addressAt(index, outletFor(index, control.id, plan.send), message, parameter.targetId);
    const usual = defaultLanding(
      newId(),
      landingOrder++,
      address,
      hostLayerAt(index, plan.source.layerId),
      parameter,
      mode,
      index.targets.get(parameter.targetId),
    );
    const landing = { ...usual, ...(model && of ? heardLike(model, of, parameter) : {}) };
    return [insert('assignments', assignment), insert('landings', step === null ? landing : { ...landing, setValue: step })];
  });
  const count = plan.rows.filter((r) => r.skip === null).length;
  return batch(`Fill along ${counted(count, 'control')}`, edits);
}

/** As another parameter is heard: the same part of the range, the same curve and takeover, on the same channels. */
function heardLike(model: Landing, of: Parameter, parameter: Parameter): Partial<Landing> {
  const whole = parameter.kind !== 'continuous';
  const scaled = (value: number): number => {
    if (of.lowest === parameter.lowest && of.highest === parameter.highest) return value;
    const part = (value - of.lowest) / (of.highest - of.lowest);
    const to = parameter.lowest + part * (parameter.highest - parameter.lowest);
    return Math.min(parameter.highest, Math.max(parameter.lowest, whole ? Math.round(to) : to));
  };
  const { port, coding, curve, takeover, channels, chosenBy } = model;
  return {
    port,
    coding,
    curve,
    takeover,
    channels,
    chosenBy,
    from: scaled(model.from),
    to: scaled(model.to),
    setValue: scaled(model.setValue),
  };
}
