// What a target keeps under the steps of a stepped parameter: rows of one step are read together.
import type { Parameter, Preset } from './schema';

/** What loading one step does, beside that the parameter stands at it. */
export interface PresetContents {
  /** Whether anything is stored there: an empty one is not loaded, and whoever walks through them goes past it. */
  readonly stored: boolean;
  /** Whether everything else of the target is not known afterwards. */
  readonly forgets: boolean;
  /** Values by parameter, in its unit. */
  readonly values: ReadonlyMap<string, number>;
}

/**
 * The contents of a parameter's steps, by step. Of two rows for one step (two people may have added it at once) the later one says a value; it is stored if
 * both say so, and forgets if one does.
 */
export function contentsOf(rows: readonly Preset[]): ReadonlyMap<number, PresetContents> {
  const steps = new Map<number, PresetContents>();
  for (const row of rows) {
    const before = steps.get(row.step);
    steps.set(row.step, {
      stored: row.stored && before?.stored !== false,
      forgets: row.rest === 'unknown' || before?.forgets === true,
      values: new Map([...(before?.values ?? []), ...row.values.map((v) => [v.parameterId, v.value] as const)]),
    });
  }
  return steps;
}

/** The presets of a rig by the parameter that chooses among them. */
export type PresetsOf = ReadonlyMap<string, readonly Preset[]>;

/** The steps of a parameter that nothing is stored under; undefined where all are. */
export function emptySteps(
  { presetsOf }: { readonly presetsOf: PresetsOf },
  parameter: Parameter,
): ReadonlySet<number> | undefined {
  const rows = presetsOf.get(parameter.id);
  if (!rows || parameter.kind !== 'stepped') return undefined;
  const empty = new Set([...contentsOf(rows)].flatMap(([step, { stored }]) => (stored ? [] : [step])));
  return empty.size === 0 ? undefined : empty;
}
