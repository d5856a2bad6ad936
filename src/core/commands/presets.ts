// What a target keeps under the steps of a stepped parameter: written by hand, or kept as it stands.

import { showValue } from '../bench';
import { batch, type Edit, insert, type Parameter, type Preset, type RigIndex, remove } from '../rig';
import { type NewId, nextOrder, patch } from './shared';

/** What can be said of a step. */
export type PresetContents = Pick<Preset, 'stored' | 'rest' | 'values'>;

/** The row of a step; null where nothing was said of it. */
export const presetAt = (index: RigIndex, chooserId: string, step: number): Preset | null =>
  (index.presetsOf.get(chooserId) ?? []).find((p) => p.step === step) ?? null;

/** What can choose among presets of a target: its stepped parameters, those first that something was said of. */
export const choosersOf = (index: RigIndex, targetId: string): readonly Parameter[] =>
  (index.parametersOf.get(targetId) ?? [])
    .filter((p) => p.kind === 'stepped')
    .sort((a, b) => Number(index.presetsOf.has(b.id)) - Number(index.presetsOf.has(a.id)));

/** Every value of what has steps or two states, from the lowest up. */
export const stepValues = ({ lowest, highest }: Pick<Parameter, 'lowest' | 'highest'>): readonly number[] =>
  Array.from({ length: highest - lowest + 1 }, (_, i) => lowest + i);

/** What a preset can hold: everything of its target that has a value, but for what chooses. */
export const holdable = (index: RigIndex, chooser: Parameter): readonly Parameter[] =>
  (index.parametersOf.get(chooser.targetId) ?? []).filter((p) => p.id !== chooser.id && p.kind !== 'trigger');

/** Says what is kept under a step; what is not named stays as it was said. */
export function changePreset(
  index: RigIndex,
  chooser: Parameter,
  step: number,
  change: Partial<PresetContents>,
  newId: NewId,
  label = `Change the preset ${showValue(chooser, step)}`,
): Edit {
  const row = presetAt(index, chooser.id, step);
  if (row) return batch(label, patch('presets', row, change));
  return batch(label, [
    insert('presets', {
      id: newId(),
      order: nextOrder(index.rig.presets),
      parameterId: chooser.id,
      step,
      stored: true,
      rest: 'stays',
      values: [],
      entered: null,
      note: '',
      ...change,
    }),
  ]);
}

/** Puts one value into a preset, or takes it out with null. Values stand in the order of the parameters. */
export function holdValue(
  index: RigIndex,
  chooser: Parameter,
  step: number,
  parameterId: string,
  value: number | null,
  newId: NewId,
): Edit {
  const before = presetAt(index, chooser.id, step)?.values ?? [];
  const held = new Map(before.map((v) => [v.parameterId, v.value]));
  if (value === null) held.delete(parameterId);
  else held.set(parameterId, value);
  return changePreset(index, chooser, step, { stored: true, values: inOrder(index, chooser, held) }, newId);
}

/** Keeps what stands now under a step: the value of everything that a preset can hold. What nobody knows (NaN) is left out, and so is what is not listed. */
export function keepAsPreset(
  index: RigIndex,
  chooser: Parameter,
  step: number,
  standing: ReadonlyMap<string, number>,
  newId: NewId,
): Edit {
  const held = new Map([...standing].filter(([, value]) => !Number.isNaN(value)));
  const values = inOrder(index, chooser, held);
  return changePreset(
    index,
    chooser,
    step,
    { stored: true, values },
    newId,
    `Keep this as the preset ${showValue(chooser, step)}`,
  );
}

/** Takes over a list: each step that it names holds what the list says of it and nothing else; of the others nothing changes. */
export function takePresets(index: RigIndex, chooser: Parameter, list: ReadonlyMap<number, PresetContents>, newId: NewId): Edit {
  const edits = [...list].map(([step, { stored, rest, values }]) => {
    const held = new Map(values.map((v) => [v.parameterId, v.value]));
    return changePreset(index, chooser, step, { stored, rest, values: inOrder(index, chooser, held) }, newId);
  });
  return batch(`Take over what presets of ${chooser.name} keep`, edits);
}

/** Says nothing more of a step: as if nobody knew what is kept there. */
export const forgetPreset = (chooser: Parameter, preset: Preset): Edit =>
  batch(`Say nothing of the preset ${showValue(chooser, preset.step)}`, [remove('presets', preset)]);

const inOrder = (index: RigIndex, chooser: Parameter, held: ReadonlyMap<string, number>): Preset['values'] =>
  holdable(index, chooser).flatMap((p) => {
    const value = held.get(p.id);
    return value === undefined ? [] : [{ parameterId: p.id, value }];
  });
