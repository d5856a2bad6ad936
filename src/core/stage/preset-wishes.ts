// A scene by way of a preset: loading what a target keeps, and setting what is wanted beside that.
import { contentsOf, type RigIndex } from '../rig';
import { withinOf } from './wish';

type Values = readonly { readonly parameterId: string; readonly value: number }[];

/** A preset that holds some of what is wanted. */
export interface PresetWish {
  /** The parameter that chooses among presets, and its value under which this one lies. */
  readonly parameterId: string;
  readonly step: number;
  /** What has to be set, in this order: the preset first, then what it does not hold. */
  readonly values: Values;
  /** How many of the wanted values it holds. */
  readonly holds: number;
}

/** So many are tried: those that hold most. */
const MOST = 3;

/** Presets that hold at least two of the wanted values as they are wanted, those that hold most first. What they do to everything else, the play tells. */
export function presetWishes(index: RigIndex, wanted: Values): readonly PresetWish[] {
  const found = [...index.presetsOf].flatMap(([parameterId, rows]) => {
    const chooser = index.parameters.get(parameterId);
    if (chooser?.kind !== 'stepped' || wanted.some((w) => w.parameterId === parameterId)) return [];
    return [...contentsOf(rows)].flatMap(([step, { stored, values }]): PresetWish[] => {
      if (!stored) return [];
      const holds = (w: Values[number]): boolean => {
        const parameter = index.parameters.get(w.parameterId);
        const kept = values.get(w.parameterId);
        return parameter !== undefined && kept !== undefined && Math.abs(kept - w.value) <= withinOf(parameter);
      };
      const beside = wanted.filter((w) => !holds(w));
      const held = wanted.length - beside.length;
      return held < 2 ? [] : [{ parameterId, step, values: [{ parameterId, value: step }, ...beside], holds: held }];
    });
  });
  return found.toSorted((a, b) => b.holds - a.holds).slice(0, MOST);
}
