// The lines of what a target keeps under its presets: one for each step, then one for each value that it holds.
import { type Parameter, type Preset, type RigIndex, stands, type Target } from '../rig';
import { exactValue } from './exact';
import { fact, inOrder } from './fact';
import { freshOn, type SheetLine } from './line';
import type { Naming } from './naming';

/** The lines of a target's presets, by the parameter that chooses among them and its steps. */
export function presetLines(index: RigIndex, naming: Naming, target: Target): readonly SheetLine[] {
  return (index.parametersOf.get(target.id) ?? []).flatMap((chooser) =>
    [...(index.presetsOf.get(chooser.id) ?? [])]
      .sort((a, b) => a.step - b.step)
      .flatMap((preset) => linesOf(index, naming, chooser, preset)),
  );
}

/** `Chooser: step`; the step as its owner reads it. */
const presetName = (naming: Naming, chooser: Parameter, step: number): string =>
  `${naming.parameter(chooser.id)}: ${exactValue(chooser, step)}`;

function linesOf(index: RigIndex, naming: Naming, chooser: Parameter, preset: Preset): readonly SheetLine[] {
  const { stored, rest } = preset;
  const facts = inOrder([
    fact('parameter', chooser.id, naming.parameter(chooser.id)),
    fact('preset', preset.step, exactValue(chooser, preset.step)),
    fact('keeps', stored, stored ? 'what follows' : 'nothing: leave it empty'),
    stored ? fact('rest', rest, rest === 'stays' ? 'stays as it is' : 'not known afterwards') : null,
  ]);
  const head: SheetLine = {
    key: preset.id,
    of: { type: 'preset', preset, value: null },
    facts,
    limits: [],
    entered: stands(index, preset),
    fresh: freshOn(preset, facts),
  };
  if (!stored) return [head];
  const values = preset.values.flatMap(({ parameterId, value }, at): readonly SheetLine[] => {
    const parameter = index.parameters.get(parameterId);
    if (!parameter) return [];
    return [
      {
        key: `${preset.id} ${parameterId}`,
        of: { type: 'preset', preset, value: at },
        facts: inOrder([
          fact('parameter', parameterId, naming.parameter(parameterId)),
          fact('preset', preset.step, presetName(naming, chooser, preset.step)),
          fact('sets', value, exactValue(parameter, value)),
        ]),
        limits: [],
        entered: head.entered,
        fresh: [],
      },
    ];
  });
  return [head, ...values];
}
