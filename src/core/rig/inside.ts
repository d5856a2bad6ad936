// What hangs together inside a target: macros with what they move along, conditions with what tells them, banks of channels, its tempo.
import type { RigIndex } from './index-rig';
import type { Parameter } from './schema';

/** Whether a parameter is the tempo of its target: beats a minute, by its unit. */
export const isTempo = ({ kind, unit }: Pick<Parameter, 'kind' | 'unit'>): boolean =>
  unit.length < 6 && kind === 'continuous' && /^bpm$/i.test(unit.trim());

/** Parameters on which it hangs what others do: macros and what they move along, what conditions go by, banks of channels, tempos. */
export function hangingTogether(index: RigIndex): ReadonlySet<string> {
  const before = known.get(index);
  if (before) return before;
  const found = new Set<string>();
  for (const p of index.rig.parameters) {
    if (isTempo(p) || p.drives.length > 0) found.add(p.id);
    for (const d of p.drives) found.add(d.parameterId);
  }
  for (const l of index.rig.landings) for (const { when } of l.conditions) if (when) found.add(when.parameterId);
  for (const t of index.rig.targets)
    for (const bank of t.channelBanks) {
      found.add(bank.moved);
      for (const lane of bank.lanes) for (const id of lane) found.add(id);
    }
  known.set(index, found);
  return found;
}

/** An index is asked several times after each edit, and never changes. */
const known = new WeakMap<RigIndex, ReadonlySet<string>>();
