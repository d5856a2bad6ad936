// Names of controls and notes taken onto a target: each name is a parameter, and the number under which it is heard is its landing.

import { counted } from '../base';
import { type ProfileParameter, plainParameter } from '../library';
import { addressKey, type Message } from '../midi';
import { batch, type Edit, insert, type Parameter, plainMacro, type RigIndex, set, type Target } from '../rig';
import { defaultLanding } from './defaults';
import { fittedStates, followRanges } from './follow-range';
import { type GivenRow, giveRows } from './given';
import { type NewId, nextOrder, replaced } from './shared';

export interface Named {
  readonly message: Message;
  readonly name: string;
}

/** A parameter as a name document knows it: notes fire, everything else moves from 0 to 1. */
export const namedParameter = ({ message, name }: Named): ProfileParameter => ({
  ...plainParameter,
  name,
  group: message.type === 'note' ? 'Notes' : 'Controls',
  kind: message.type === 'note' ? 'trigger' : 'continuous',
});

export interface NamedPlan {
  readonly named: Named;
  /** New; heard there already under another name; there already; or the name is taken by something heard elsewhere. */
  readonly state: 'new' | 'rename' | 'same' | 'name-taken';
  /** What stands there now. */
  readonly now: Parameter | null;
}

/** What each name would do on a target, before anything is changed. */
export function planNamed(index: RigIndex, target: Target, list: readonly Named[]): readonly NamedPlan[] {
  const mine = index.parametersOf.get(target.id) ?? [];
  const byName = new Map(mine.map((p) => [p.name, p]));
  const seen = new Set<string>();
  return list.map((named): NamedPlan => {
    const landing = (index.landingsAt.get(addressKey(named.message)) ?? []).find(
      (l) => l.targetId === target.id && l.hostLayerId === null,
    );
    const now = index.parameters.get(landing?.parameterId ?? '') ?? null;
    if (now) return { named, state: now.name === named.name ? 'same' : 'rename', now };
    const taken = byName.get(named.name) ?? null;
    const twice = seen.has(named.name);
    seen.add(named.name);
    return taken || twice ? { named, state: 'name-taken', now: taken } : { named, state: 'new', now: null };
  });
}

/** Takes the chosen names over; a name that is taken gets its number behind it. */
export function namedEdit(index: RigIndex, target: Target, chosen: readonly NamedPlan[], newId: NewId): Edit | null {
  let order = nextOrder(index.rig.parameters);
  let landingOrder = nextOrder(index.rig.landings);
  const edits = chosen.flatMap(({ named, state, now }): Edit[] => {
    if (state === 'same') return [];
    if (state === 'rename' && now) return [set('parameters', now, 'name', named.name)];
    const number = 'number' in named.message ? ` ${named.message.number}` : '';
    const name = state === 'name-taken' ? `${named.name.slice(0, 110)} (${named.message.type}${number})` : named.name;
    const parameter: Parameter = {
      ...plainMacro,
      ...namedParameter({ ...named, name }),
      id: newId(),
      order: order++,
      targetId: target.id,
    };
    const mode = target.reception.modes.includes('absolute') ? 'absolute' : (target.reception.modes[0] ?? 'absolute');
    return [
      insert('parameters', parameter),
      insert('landings', {
        ...defaultLanding(newId(), landingOrder++, named.message, null, parameter, mode, target),
        given: 'manual',
      }),
    ];
  });
  return edits.length === 0 ? null : batch(`Take over ${edits.length === 1 ? '1 name' : `${chosen.length} names`}`, edits);
}

/** A list of parameters against those of a target, by name. */
export interface ListedParameter {
  readonly draft: ProfileParameter;
  readonly state: 'new' | 'change' | 'same';
  readonly now: Parameter | null;
  /** The fields that differ. */
  readonly fields: readonly (keyof ProfileParameter)[];
  /** The number that it came with, as far as that is news; null otherwise. */
  readonly number: Message | null;
}

const compared = [
  'group',
  'kind',
  'unit',
  'lowest',
  'highest',
  'scale',
  'centre',
  'steps',
  'default',
  'start',
  'role',
  'tags',
  'tolerance',
  'note',
] as const;

/** What each parameter of a list would do on a target, before anything is changed. `given` are the fields that the list speaks of. */
export function planParameters(
  index: RigIndex,
  targetId: string,
  drafts: readonly ProfileParameter[],
  given: readonly (keyof ProfileParameter)[],
  numbers: ReadonlyMap<string, Message> = new Map(),
): readonly ListedParameter[] {
  const byName = new Map((index.parametersOf.get(targetId) ?? []).map((p) => [p.name, p]));
  return drafts.map((draft): ListedParameter => {
    const now = byName.get(draft.name) ?? null;
    const said = numbers.get(draft.name) ?? null;
    if (!now) return { draft, state: 'new', now, fields: [], number: said };
    const known = (index.landingsOf.get(now.id) ?? []).some(
      (l) => l.given !== null && said !== null && addressKey(l.address) === addressKey(said),
    );
    const number = known ? null : said;
    const fields = compared.filter((f) => given.includes(f) && JSON.stringify(now[f]) !== JSON.stringify(draft[f]));
    return { draft, state: fields.length === 0 && number === null ? 'same' : 'change', now, fields, number };
  });
}

/** A start and default that a new range leaves outside follow it. */
function keptInRange(now: Parameter, change: Partial<Parameter>): Partial<Parameter> {
  const next = { ...now, ...change };
  const held = (value: number): number => Math.min(next.highest, Math.max(next.lowest, value));
  return {
    ...change,
    ...(held(next.start) === next.start ? {} : { start: held(next.start) }),
    ...(held(next.default) === next.default ? {} : { default: held(next.default) }),
    ...(next.states === null ? {} : { states: fittedStates(next) }),
  };
}

/** Adds and changes the chosen ones; null where nothing is to be done. */
export function parametersEdit(index: RigIndex, targetId: string, chosen: readonly ListedParameter[], newId: NewId): Edit | null {
  let order = nextOrder(index.rig.parameters);
  const ranges: { readonly now: Parameter; readonly next: Parameter }[] = [];
  const rows: GivenRow[] = [];
  const made: Parameter[] = [];
  const edits = chosen.flatMap(({ draft, state, now, fields, number }): Edit[] => {
    if (state === 'same') return [];
    const parameter: Parameter = now ?? { ...plainMacro, ...draft, id: newId(), order: order++, targetId };
    if (number) rows.push({ parameterId: parameter.id, address: number, given: 'manual' });
    if (!now) {
      made.push(parameter);
      return [insert('parameters', parameter)];
    }
    const change = keptInRange(now, Object.fromEntries(fields.map((f) => [f, draft[f]])));
    ranges.push({ now, next: { ...now, ...change } });
    return replaced('parameters', now, change);
  });
  edits.push(...followRanges(index.rig, ranges));
  const target = index.targets.get(targetId);
  const later = {
    ...index.rig,
    parameters: [...index.rig.parameters.map((p) => ranges.find((r) => r.now === p)?.next ?? p), ...made],
  };
  if (target && rows.length > 0) edits.push(...giveRows(later, target, rows, newId));
  return edits.length === 0 ? null : batch(`Take over ${counted(chosen.length, 'parameter')}`, edits);
}
