// Which presets can be loaded from a rig, and what each of them says of a parameter.
import { heardKeys } from '../midi';
import { modeOf } from '../modes';
import { contentsOf, type Landing, type Parameter, type PresetContents, type RigIndex } from '../rig';
import { sendsHeard } from '../wires';

export interface LoadedPreset {
  readonly chooser: Parameter;
  readonly step: number;
  readonly name: string;
  readonly contents: PresetContents;
}

/** The presets with contents of a target that some function on the rig can load, in the order of their steps. */
export function presetsLoaded(index: RigIndex, targetId: string): readonly LoadedPreset[] {
  if (index.presetsOf.size === 0) return [];
  return [...index.presetsOf].flatMap(([id, rows]) => {
    const chooser = index.parameters.get(id);
    if (chooser?.kind !== 'stepped' || chooser.targetId !== targetId || !index.sendsFor.has(id)) return [];
    const landings = (index.landingsOf.get(id) ?? []).filter((l) => isSent(index, l));
    return [...contentsOf(rows)]
      .filter(([step, { stored }]) => stored && landings.some((l) => reachesStep(l, step)))
      .sort(([a], [b]) => a - b)
      .map(([step, contents]) => ({ chooser, step, name: chooser.steps[step - chooser.lowest] ?? String(step), contents }));
  });
}

/** Whether something on the rig sends what a landing listens for: of a table that a target came with, most may be sent by nobody. */
function isSent(index: RigIndex, { address }: Landing): boolean {
  const { sendsAt, sequencesAt } = sendsHeard(index);
  return heardKeys(address).some((key) => sendsAt.has(key) || sequencesAt.has(key));
}

/** Whether what lands there can choose a step. */
export const reachesStep = ({ mode, from, to, setValue }: Landing, step: number): boolean =>
  modeOf(mode).needs === 'value' ? setValue === step : step >= Math.min(from, to) && step <= Math.max(from, to);

/** Whether a preset that can be loaded leaves a parameter where it is: then none of them parts knob and value. Null where nobody said what they hold. */
export function presetsLeaveAlone(index: RigIndex, chooserId: string, parameterId: string): boolean | null {
  const chooser = index.parameters.get(chooserId);
  const rows = index.presetsOf.get(chooserId);
  if (!chooser || !rows || chooser.kind !== 'stepped') return null;
  const contents = contentsOf(rows);
  for (let step = chooser.lowest; step <= chooser.highest; step++) {
    const held = contents.get(step);
    if (!held) return null;
    if (held.stored && (held.forgets || held.values.has(parameterId))) return false;
  }
  return true;
}

/** A few names in a row, and how many more there are. */
export const fewNames = (names: readonly string[]): string =>
  names.length <= 3 ? names.join(', ') : `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;
