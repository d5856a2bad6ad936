// A whole fixed table spoken by a controller: which control sends which row, found by kind, name and order, shown before it is done. The board then sends what
// another device hears anyhow.
import { shortName } from '../midi';
import { leastAssignment } from '../numbers';
import {
  batch,
  type Control,
  type Controller,
  type Edit,
  isMover,
  type Landing,
  type Parameter,
  type RigIndex,
  type Target,
} from '../rig';
import { assign } from './assign';
import { defaultGesture } from './defaults';
import { givenFor, givenOf } from './given';
import type { NewId } from './shared';

/** A control and the row that it is to send. */
export interface SpokenRow {
  readonly control: Control;
  readonly parameter: Parameter;
  readonly landing: Landing;
}

export interface SpeakPlan {
  readonly rows: readonly SpokenRow[];
  /** What no control is left for, or none suits, or the controller has not the message for. */
  readonly left: readonly Parameter[];
  /** How many something sends already. */
  readonly spoken: number;
}

/** More than any pair costs: what having no control weighs. */
const WITHOUT = 100;

/**
 * How unlike a control and a parameter are: what moves for what has many values, what is pressed for what switches or fires; Infinity where one cannot do the
 * other's work. Common practice, no source.
 */
function unlike(control: Control, { kind }: Parameter): number {
  // Keys are played.
  if (control.kind === 'key-range') return Number.POSITIVE_INFINITY;
  const mover = isMover(control);
  switch (kind) {
    case 'continuous':
      return !mover ? Number.POSITIVE_INFINITY : isPlain(control) ? 0 : 8;
    case 'stepped':
      return mover ? 2 : 6;
    case 'toggle':
      return mover ? 20 : 0;
    default:
      return mover ? Number.POSITIVE_INFINITY : 0;
  }
}

/** What a panel has in rows; strips, wheels and pedals stand apart and are the last to be taken. */
const isPlain = ({ kind }: Control): boolean => kind !== 'ribbon' && kind !== 'jog' && kind !== 'expression';

const wordsOf = (name: string): ReadonlySet<string> =>
  new Set(
    name
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((w) => w !== ''),
  );

/** How much two names have in common, 0–1: their words, by the share of all of them. */
function alike(a: string, b: string): number {
  const [mine, theirs] = [wordsOf(a), wordsOf(b)];
  const both = [...mine].filter((w) => theirs.has(w)).length;
  return both === 0 ? 0 : both / (mine.size + theirs.size - both);
}

/** Plans which control of a controller sends which row of a target's fixed table, in every bank and the Base layer. Controls that have a function are left alone. */
export function planSpeak(index: RigIndex, controller: Controller, target: Target): SpeakPlan {
  const listed = new Set(givenOf(index, target.id).map((l) => l.parameterId));
  const silent = (index.parametersOf.get(target.id) ?? []).filter((p) => listed.has(p.id) && !index.sendsFor.has(p.id));
  const open = silent.flatMap((parameter) => {
    const landing = givenFor(index, controller, parameter.id);
    return landing ? [{ parameter, landing }] : [];
  });
  const free = (index.controlsOf.get(controller.id) ?? [])
    .filter((c) => isFreeFor(index, controller, c))
    .sort((a, b) => Number(isPlain(b)) - Number(isPlain(a)) || a.order - b.order);
  const place = ranks(free, (c) => isMover(c));
  const wanted = ranks(open, (r) => r.parameter.kind === 'continuous' || r.parameter.kind === 'stepped');
  const width = free.length + open.length;
  const cost = new Float64Array(open.length * width).fill(Number.POSITIVE_INFINITY);
  open.forEach(({ parameter }, i) => {
    free.forEach((control, j) => {
      const order = Math.abs((wanted[i] ?? 0) - (place[j] ?? 0));
      cost[i * width + j] = unlike(control, parameter) + 12 * (1 - alike(control.name, parameter.name)) + order;
    });
    cost[i * width + free.length + i] = WITHOUT;
  });
  const matched = leastAssignment(open.length, width, cost);
  const columns = matched.type === 'matched' ? matched.columns : [];
  const found = open.flatMap((row, i): SpokenRow[] => {
    const control = free[columns[i] ?? width];
    return control ? [{ ...row, control }] : [];
  });
  const taken = new Set(found.map((f) => f.parameter.id));
  return {
    rows: found,
    left: silent.filter((p) => !taken.has(p.id)),
    spoken: listed.size - silent.length,
  };
}

/** The place of each thing among those of its sort, counted from 0. */
function ranks<T>(all: readonly T[], sort: (one: T) => boolean): readonly number[] {
  const counts = new Map<boolean, number>();
  return all.map((one) => {
    const n = counts.get(sort(one)) ?? 0;
    counts.set(sort(one), n + 1);
    return n;
  });
}

/** Whether a control has no function on its usual gesture in Base, and opens no layer. */
function isFreeFor(index: RigIndex, controller: Controller, control: Control): boolean {
  const { type } = defaultGesture(control);
  return (
    controller.firmware.gestures.includes(type) &&
    !index.layersByModifier.has(control.id) &&
    !(index.assignmentsOf.get(control.id) ?? []).some((a) => a.gesture.type === type && a.layerId === null)
  );
}

/** The edit that puts the rows of a plan on their controls; null where there are none. */
export function speakEdit(index: RigIndex, target: Target, rows: readonly SpokenRow[], newId: NewId): Edit | null {
  let further = 0;
  const edits = rows.flatMap(({ control, parameter, landing }): readonly Edit[] => {
    const made = assign(
      index,
      {
        parameterId: parameter.id,
        controlId: control.id,
        place: { bank: null, page: null, layerId: null },
        onTaken: 'replace',
        message: landing.address,
      },
      newId,
    );
    if (!made.ok || made.value.edit.type !== 'batch') return [];
    const at = further++;
    return made.value.edit.edits.map((edit) =>
      edit.type === 'insert' && edit.table === 'assignments'
        ? { ...edit, row: { ...edit.row, order: edit.row.order + at, why: `${target.name} hears ${shortName(landing.address)}` } }
        : edit,
    );
  });
  return edits.length === 0 ? null : batch(`Speak the table of ${target.name}`, edits);
}
