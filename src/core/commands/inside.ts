// What goes on inside a target, written by hand: macros, states, conditions, banks of channels.
import { plainParameter } from '../library';
import {
  type BankRows,
  type BankToSelected,
  batch,
  type ChannelBank,
  type Condition,
  type Drive,
  type Edit,
  insert,
  isTempo,
  isTime,
  type Landing,
  type Parameter,
  plainMacro,
  type RigIndex,
  type States,
  set,
  stripsOf,
  type Target,
} from '../rig';
import { straight } from '../values';
import { type NewId, nextOrder } from './shared';

/** What a macro can move along: everything of its target that has a value, but for itself and what moves it. */
export function drivable(index: RigIndex, macro: Parameter): readonly Parameter[] {
  const movers = new Set([macro.id]);
  const all = index.parametersOf.get(macro.targetId) ?? [];
  for (let grew = true; grew; ) {
    grew = false;
    for (const p of all)
      if (!movers.has(p.id) && p.drives.some((d) => movers.has(d.parameterId))) {
        movers.add(p.id);
        grew = true;
      }
  }
  return all.filter((p) => p.kind !== 'trigger' && !movers.has(p.id));
}

/** What can be a macro: everything with a value; those first that move something along already. */
export const macrosIn = (index: RigIndex, targetId: string): readonly Parameter[] =>
  (index.parametersOf.get(targetId) ?? [])
    .filter((p) => p.kind !== 'trigger')
    .sort((a, b) => Number(b.drives.length > 0) - Number(a.drives.length > 0));

/** Lets a macro move a parameter along: over its whole range to begin with, a time along with a tempo for a beat; no more where it does so already. */
export const addDrive = (macro: Parameter, moved: Parameter): Edit =>
  changeDrives(
    macro,
    macro.drives.some((d) => d.parameterId === moved.id)
      ? macro.drives
      : [
          ...macro.drives,
          {
            parameterId: moved.id,
            from: moved.lowest,
            to: moved.highest,
            curve: straight,
            ...(isTempo(macro) && isTime(moved) ? { beats: 1 } : {}),
          },
        ],
    `Move ${moved.name} along with ${macro.name}`,
  );

/** Lets what moves along with a tempo last so many beats; null for over a range. */
export const changeBeats = (macro: Parameter, parameterId: string, beats: number | null): Edit =>
  changeDrives(
    macro,
    macro.drives.map((d) => {
      if (d.parameterId !== parameterId) return d;
      const { beats: _before, ...plain } = d;
      return beats === null ? plain : { ...plain, beats };
    }),
    `Change what ${macro.name} moves along`,
  );

/** Changes the ends or the curve of what a macro moves along. */
export const changeDrive = (macro: Parameter, parameterId: string, change: Partial<Omit<Drive, 'parameterId'>>): Edit =>
  changeDrives(
    macro,
    macro.drives.map((d) => (d.parameterId === parameterId ? { ...d, ...change } : d)),
    `Change what ${macro.name} moves along`,
  );

/** Takes a parameter out of a macro. */
export const removeDrive = (macro: Parameter, moved: Pick<Parameter, 'id' | 'name'>): Edit =>
  changeDrives(
    macro,
    macro.drives.filter((d) => d.parameterId !== moved.id),
    `Take ${moved.name} out of ${macro.name}`,
  );

const changeDrives = (macro: Parameter, drives: Drive[], label: string): Edit =>
  batch(label, [set('parameters', macro, 'drives', drives)]);

/** A table to begin with: each press goes on to the next step, or the first is left for as long as it is held. */
export function statesFor({ steps }: Pick<Parameter, 'steps'>, as: 'each-press' | 'held'): States {
  const last = steps.length - 1;
  const next = steps.map((_, i) => (i === last ? 0 : i + 1));
  if (as === 'each-press') return { press: next, release: steps.map(() => null) };
  // From the first step on it goes on as it is let go; what comes after goes on with each press, and comes back to the third step.
  const press = steps.map((_, i) => (i === 1 ? null : i === 0 ? Math.min(1, last) : i === last ? Math.min(2, last) : i + 1));
  return { press, release: steps.map((_, i) => (i === 1 ? Math.min(2, last) : null)) };
}

/** Says how presses take a parameter from step to step; null for no states of its own. */
export const changeStates = (parameter: Parameter, states: States | null): Edit =>
  batch(`Change the states of ${parameter.name}`, [set('parameters', parameter, 'states', states)]);

/** Says what has to be so for a landing to do anything. */
export const changeConditions = (landing: Landing, name: string, conditions: Condition[]): Edit =>
  batch(`Change what has to be so for ${name}`, [set('landings', landing, 'conditions', conditions)]);

/** Numbered rows of like parameters, each in the order of its numbers: `Volume 1`, `Volume 2` … Rows of one are none; of two of one number the first counts. */
export function lanesIn(
  index: RigIndex,
  targetId: string,
): readonly { readonly name: string; readonly ids: readonly string[] }[] {
  const rows = new Map<string, { readonly name: string; readonly ids: Map<number, string> }>();
  for (const { id, name, kind, lowest, highest } of index.parametersOf.get(targetId) ?? []) {
    const [, stem = '', number] = /^(.*?)(\d+)$/.exec(name.trim()) ?? [];
    if (number === undefined) continue;
    const key = JSON.stringify([stem.trim(), kind, lowest, highest]);
    const row = rows.get(key) ?? { name: stem.trim(), ids: new Map<number, string>() };
    rows.set(key, row);
    if (!row.ids.has(Number(number))) row.ids.set(Number(number), id);
  }
  return [...rows.values()]
    .filter((r) => r.ids.size > 1)
    .map(({ name, ids }) => ({ name, ids: [...ids].sort(([a], [b]) => a - b).map(([, id]) => id) }));
}

/** How many steps a bank of channels has: the last one ends with the last strip. */
export const bankSteps = (strips: number, width: number, stride: number): number =>
  Math.max(1, Math.ceil(Math.max(0, strips - width) / stride) + 1);

/**
 * Makes a bank of channels out of rows of parameters, with a parameter of its own that tells where it stands: a step for each place, named by its strips; where `rows`
 * says how many rows are under the controller, one more for those. Null where it shows all there is (then there is nothing to move on to), or it would be larger than
 * one can be.
 */
export function addChannelBank(
  index: RigIndex,
  target: Target,
  wish: {
    readonly name: string;
    readonly width: number;
    readonly stride: number;
    readonly lanes: readonly (readonly string[])[];
    readonly rows?: Pick<BankRows, 'height' | 'stride'> | undefined;
  },
  newId: NewId,
): Edit | null {
  const { name, width, stride } = wish;
  const lanes = wish.lanes.map((lane) => [...lane]);
  const strips = stripsOf({ lanes });
  const over = wish.rows && wish.rows.height < lanes.length ? wish.rows : null;
  if (lanes.length === 0 || (strips <= width && !over) || strips > MOST_STRIPS || lanes.length > MOST_LANES) return null;
  const order = nextOrder(index.rig.parameters);
  const tells = (called: string, nth: number, many: number, shown: number, by: number): Parameter => {
    const count = bankSteps(many, shown, by);
    const firsts = Array.from({ length: count }, (_, i) => Math.max(0, Math.min(i * by, many - shown)));
    return {
      ...plainMacro,
      ...plainParameter,
      id: newId(),
      order: order + nth,
      targetId: target.id,
      name: called,
      kind: 'stepped',
      // What shows all there is still has two steps: a parameter has a lowest and a highest.
      highest: Math.max(1, count - 1),
      steps:
        count === 1
          ? [`all ${many}`, `all ${many}`]
          : firsts.map((at) => (shown === 1 ? String(at + 1) : `${at + 1} to ${at + shown}`)),
      atEnd: 'stop',
    };
  };
  const moved = tells(name, 0, strips, width, stride);
  const movedOver = over ? tells(`${name}, rows`, 1, lanes.length, over.height, over.stride) : null;
  const bank: ChannelBank = {
    name,
    moved: moved.id,
    width,
    stride,
    lanes,
    ...(over && movedOver ? { rows: { ...over, moved: movedOver.id } } : {}),
  };
  return batch(`Make the bank of channels ${name}`, [
    insert('parameters', moved),
    ...(movedOver ? [insert('parameters', movedOver)] : []),
    set('targets', target, 'channelBanks', [...target.channelBanks, bank]),
  ]);
}

/** Most strips of a row of a bank of channels. */
export const MOST_STRIPS = 1024;
/** Most rows of a bank of channels. */
export const MOST_LANES = 32;

/** Says what brings a bank of channels to the selected strip; null for nothing. */
export const bringToSelected = (target: Target, name: string, toSelected: BankToSelected | null): Edit =>
  batch(`Change what brings ${name} to the selected strip`, [
    set(
      'targets',
      target,
      'channelBanks',
      target.channelBanks.map((bank) => {
        const { toSelected: _before, ...plain } = bank;
        return bank.name !== name ? bank : toSelected === null ? plain : { ...plain, toSelected };
      }),
    ),
  ]);

/** Does away with a bank of channels; the parameter that told where it stood stays. */
export const removeChannelBank = (target: Target, name: string): Edit =>
  batch(`Delete the bank of channels ${name}`, [
    set(
      'targets',
      target,
      'channelBanks',
      target.channelBanks.filter((b) => b.name !== name),
    ),
  ]);
