// The lines of a target's macros: one for each, then one for each parameter that it moves along.
import { counted } from '../base';
import { beatsOf, type RigIndex, stands, type Target } from '../rig';
import { curveValue, curveWords, exactNumber, exactValue } from './exact';
import { fact, inOrder } from './fact';
import { freshOn, type SheetLine } from './line';
import type { Naming } from './naming';

/** The lines of the macros of a target, in the order of its parameters. */
export function macroLines(index: RigIndex, naming: Naming, target: Target): readonly SheetLine[] {
  return (index.parametersOf.get(target.id) ?? []).flatMap((macro): readonly SheetLine[] => {
    if (macro.drives.length === 0) return [];
    const name = naming.parameter(macro.id);
    const facts = inOrder([
      fact('parameter', macro.id, name),
      fact('keeps', macro.drives.length, `${counted(macro.drives.length, 'parameter')} moved along, as follows`),
    ]);
    const head: SheetLine = {
      key: macro.id,
      of: { type: 'macro', parameter: macro, drive: null },
      facts,
      limits: [],
      entered: stands(index, macro),
      fresh: freshOn(macro, facts),
    };
    const moved = macro.drives.flatMap((drive, at): readonly SheetLine[] => {
      const { parameterId, from, to, curve } = drive;
      const beats = beatsOf(macro, drive);
      const parameter = index.parameters.get(parameterId);
      if (!parameter) return [];
      return [
        {
          key: `${macro.id} ${parameterId}`,
          of: { type: 'macro', parameter: macro, drive: at },
          facts: inOrder([
            fact('parameter', macro.id, name),
            fact('moves', parameterId, naming.parameter(parameterId)),
            ...(beats === null
              ? [
                  fact('range', [from, to], `${exactValue(parameter, from)} to ${exactValue(parameter, to)}`),
                  fact('curve', curveValue(curve), curveWords(curve)),
                ]
              : [fact('range', beats, `${exactNumber(beats)} ${beats === 1 ? 'beat' : 'beats'} of ${name}`)]),
          ]),
          limits: [],
          entered: head.entered,
          fresh: [],
        },
      ];
    });
    return [head, ...moved];
  });
}
