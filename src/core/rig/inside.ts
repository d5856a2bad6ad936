// What hangs together inside a target: macros with what they move along, conditions with what tells them, banks of channels, its tempo.
import { onceFor } from '../base';
import type { RigIndex } from './index-rig';
import type { ChannelBank, Drive, Landing, Parameter, Rig } from './schema';

/** Whether a parameter is the tempo of its target: beats a minute, by its unit. */
export const isTempo = ({ kind, unit }: Pick<Parameter, 'kind' | 'unit'>): boolean =>
  unit.length < 6 && kind === 'continuous' && /^bpm$/i.test(unit.trim());

/** Whether a parameter is a time, or how often in a second, by its unit. */
export const isTime = ({ kind, unit }: Pick<Parameter, 'kind' | 'unit'>): boolean =>
  kind === 'continuous' && /^(ms|s|hz)$/i.test(unit.trim());

/** How many beats what moves along with a tempo lasts; null for what moves over a range. */
export const beatsOf = (macro: Pick<Parameter, 'kind' | 'unit'>, { beats }: Drive): number | null =>
  isTempo(macro) ? (beats ?? null) : null;

/** Whether a landing acts in place of others at its number, while what it needs is so. */
export const actsInstead = ({ conditions }: Pick<Landing, 'conditions'>): boolean =>
  conditions.some((c) => c.when !== null && c.instead === true);

/** How many strips a bank of channels goes over: those of its longest lane. */
export const stripsOf = ({ lanes }: Pick<ChannelBank, 'lanes'>): number => Math.max(0, ...lanes.map((lane) => lane.length));

/** The lanes whose parameters can stand where one of them is mapped: its own, or all of a bank that moves over its rows. */
export const lanesBeside = ({ lanes, rows }: ChannelBank, id: string): readonly (readonly string[])[] => {
  const own = lanes.filter((lane) => lane.includes(id));
  return own.length > 0 && rows ? lanes : own;
};

/** What tells where a bank of channels stands: over its strips, and over its rows. */
export const bankMovers = ({ moved, rows }: ChannelBank): readonly string[] => (rows ? [moved, rows.moved] : [moved]);

/** What a bank of channels goes by: what tells where it stands, what is selected, and what brings it there. */
export const bankGoesBy = (bank: ChannelBank): readonly string[] => {
  const { toSelected } = bank;
  return [...bankMovers(bank), ...(toSelected ? [toSelected.selected, ...(toSelected.by === null ? [] : [toSelected.by])] : [])];
};

/** All parameters of a bank of channels: what it goes by, and its strips. */
export const inBank = (bank: ChannelBank): readonly string[] => [...bankGoesBy(bank), ...bank.lanes.flat()];

/** Parameters on which it hangs what others do: macros and what they move along, what conditions go by, banks of channels, tempos. */
export const hangingTogether = ({ rig: { parameters, landings, targets } }: RigIndex): ReadonlySet<string> =>
  amongThem(parameters, landings, targets);

const amongThem = onceFor((parameters: Rig['parameters'], landings: Rig['landings'], targets: Rig['targets']) => {
  const found = new Set<string>();
  for (const p of parameters) {
    if (isTempo(p) || p.drives.length > 0) found.add(p.id);
    for (const d of p.drives) found.add(d.parameterId);
  }
  for (const l of landings) for (const { when } of l.conditions) if (when) found.add(when.parameterId);
  for (const t of targets) for (const bank of t.channelBanks) for (const id of inBank(bank)) found.add(id);
  return found;
});
