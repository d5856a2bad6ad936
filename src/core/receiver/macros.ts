// Macros, compiled: what moves along with a parameter, and where to; a bank of channels with what is selected, too.
import { clamp } from '../base';
import { makeTravel } from '../modes';
import { type BankToSelected, beatsOf, type ChannelBank, type Drive, type Parameter, type RigIndex, stripsOf } from '../rig';
import { makeCurve, makeScale, stepOf } from '../values';
import { clocksOf } from '../wires';
import { tempoValue } from './tempo';

/** One parameter that is moved along: by slot, with its value for each position of the macro, 0–1, where all others stand as they do. */
export interface Moved {
  readonly slot: number;
  readonly valueAt: (position: number, values: readonly number[]) => number;
  /** Slots beside the macro's own that it depends on. */
  readonly reads: readonly number[];
}

/** A macro: where it stands on its own travel, and what it moves along. What brings a bank of channels somewhere is one too. */
export interface Macro {
  readonly position: (value: number) => number;
  readonly moves: readonly Moved[];
}

/** Parameters that have to be in play with one: what it moves along, and what its moving brings somewhere. */
export const movesAlong = (index: RigIndex, parameter: Parameter): readonly string[] => [
  ...parameter.drives.map((d) => d.parameterId),
  ...broughtBy(index, parameter).flatMap(({ bank, toSelected }) => [bank.moved, toSelected.selected]),
  // A clock is there before anybody moves it: who follows it begins as fast as it is.
  ...(clocksOf(index).leads.get(parameter.id) ?? []),
  ...(clocksOf(index).follows.get(parameter.id) ?? []).flatMap((by) => by.parameterId ?? []),
];

/** The macros among the parameters in play, by slot. What fires is not moved along, and has nothing to move others by; it can bring a bank to what is selected. */
export function macrosOf(
  index: RigIndex,
  parameters: readonly Parameter[],
  slots: ReadonlyMap<string, number>,
): ReadonlyMap<number, Macro> {
  const macros = new Map<number, Macro>();
  parameters.forEach((macro, at) => {
    const drives = macro.kind === 'trigger' ? [] : macro.drives;
    const brings = broughtBy(index, macro).flatMap(({ bank, toSelected }) => broughtTo(index, bank, toSelected, slots));
    const clocked = clockedBy(index, macro, parameters, slots);
    if (drives.length === 0 && brings.length === 0 && clocked.length === 0) return;
    const scale = makeScale(macro.scale, macro.lowest, macro.highest);
    const moves = drives.flatMap((drive): Moved[] => {
      // What a clock decides on nothing else moves.
      if (clocksOf(index).follows.has(drive.parameterId)) return [];
      const slot = slots.get(drive.parameterId);
      const moved = slot === undefined ? undefined : parameters[slot];
      return slot === undefined || !moved || moved.kind === 'trigger'
        ? []
        : [{ slot, valueAt: lastingBeats(macro, at, drive, moved) ?? movedBy(drive, moved), reads: [] }];
    });
    macros.set(at, {
      position: (value) => (macro.kind === 'trigger' ? 0 : Math.min(1, Math.max(0, scale.toPosition(value)))),
      moves: [...moves, ...brings, ...clocked],
    });
  });
  return macros;
}

interface Brought {
  readonly bank: ChannelBank;
  readonly toSelected: BankToSelected;
}

/** Banks of channels that a parameter brings to what is selected, as it moves or fires. */
const broughtBy = (index: RigIndex, { id, targetId }: Parameter): readonly Brought[] =>
  (index.targets.get(targetId)?.channelBanks ?? []).flatMap((bank) => {
    const { toSelected } = bank;
    return toSelected && (toSelected.by ?? toSelected.selected) === id ? [{ bank, toSelected }] : [];
  });

/** Where a bank goes for what is selected: to the last of its steps that begins no later than there. Common practice, no source. */
function broughtTo(
  index: RigIndex,
  bank: ChannelBank,
  { selected }: BankToSelected,
  slots: ReadonlyMap<string, number>,
): readonly Moved[] {
  const moved = index.parameters.get(bank.moved);
  const teller = index.parameters.get(selected);
  const slot = slots.get(bank.moved);
  const at = slots.get(selected);
  if (moved?.kind !== 'stepped' || teller?.kind !== 'stepped' || slot === undefined || at === undefined || slot === at) return [];
  const past = Math.ceil(Math.max(0, stripsOf(bank) - bank.width) / bank.stride);
  const last = Math.min(past, moved.highest - moved.lowest);
  return [
    {
      slot,
      reads: [at],
      valueAt: (_, values) =>
        moved.lowest + Math.min(last, Math.floor(((values[at] ?? teller.lowest) - teller.lowest) / bank.stride)),
    },
  ];
}

/** The value of a time that lasts so many beats of a tempo, in its own unit and range; null for what moves over a range. */
function lastingBeats(macro: Parameter, at: number, drive: Drive, moved: Parameter): Moved['valueAt'] | null {
  const beats = beatsOf(macro, drive);
  if (beats === null) return null;
  const whole = moved.kind !== 'continuous';
  return (_, values) => {
    const value = tempoValue(moved, (beats * 60_000) / (values[at] ?? macro.start));
    return whole ? Math.round(value) : value;
  };
}

/** Tempos that follow the clock of one: as fast as it is, as far as they go. The quarter note in which they come to it is left out. */
function clockedBy(
  index: RigIndex,
  tempo: Parameter,
  parameters: readonly Parameter[],
  slots: ReadonlyMap<string, number>,
): readonly Moved[] {
  const at = slots.get(tempo.id);
  return (clocksOf(index).leads.get(tempo.id) ?? []).flatMap((id): Moved[] => {
    const slot = slots.get(id);
    const follower = slot === undefined ? undefined : parameters[slot];
    if (slot === undefined || at === undefined || !follower) return [];
    return [{ slot, reads: [], valueAt: (_, values) => clamp(values[at] ?? tempo.start, follower.lowest, follower.highest) }];
  });
}

/**
 * The value of what is moved along: over its own scale from one end of the drive to the other; steps are dealt evenly over the travel, and what goes on and off
 * is at its second end from the middle on. Common practice, no source.
 */
function movedBy(drive: Drive, moved: Parameter): (position: number) => number {
  const { from, to } = drive;
  const curve = makeCurve(drive.curve);
  const kept = (value: number): number => Math.min(moved.highest, Math.max(moved.lowest, value));
  if (moved.kind === 'toggle') return (position) => kept(curve(position) >= 0.5 ? to : from);
  if (moved.kind === 'stepped') {
    const count = Math.abs(Math.round(to - from)) + 1;
    const way = to < from ? -1 : 1;
    return (position) => kept(from + way * stepOf(curve(position), 1, count));
  }
  const travel = makeTravel({ from, to, curve: drive.curve, setValue: from, coding: null, chosenBy: null, by: 1 }, moved);
  return (position) => travel.valueAt(curve(position));
}

/** Puts what moves along with a parameter that was moved; macros move further ones along, each once. `kept`: slots that stay where they are. */
export function moveAlong(
  macros: ReadonlyMap<number, Macro>,
  values: number[],
  moved: number[],
  slot: number,
  kept: ReadonlySet<number> = nothing,
): void {
  if (macros.size === 0) return;
  const done = new Set([slot]);
  for (const at of done) {
    const macro = macros.get(at);
    const value = values[at];
    if (!macro || value === undefined || Number.isNaN(value)) continue;
    const position = macro.position(value);
    for (const { slot: along, valueAt } of macro.moves) {
      if (done.has(along) || kept.has(along)) continue;
      done.add(along);
      const to = valueAt(position, values);
      if (Object.is(values[along], to)) continue;
      values[along] = to;
      moved.push(along);
    }
  }
}

const nothing: ReadonlySet<number> = new Set();
