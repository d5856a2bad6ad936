// What lands on a parameter follows its range: no landing and no scene is left pointing outside of it.
import { clamp, groupBy } from '../base';
import { type Edit, type Landing, type Parameter, type Preset, type Rig, remove, set } from '../rig';
import { patch, staleLanding } from './shared';

type Range = Pick<Parameter, 'id' | 'lowest' | 'highest' | 'kind'>;

/**
 * Edits that go with parameters whose ranges change. An end of a landing that stood at an end of the range goes with it, and what else would lie outside
 * comes to the nearest end; the tick of such a landing goes, since what was entered reads otherwise. Values of scenes and presets stay inside too.
 */
export function followRanges(
  rig: Pick<Rig, 'landings' | 'parameters' | 'scenes' | 'presets'>,
  changes: readonly { readonly now: Range; readonly next: Omit<Range, 'id'> }[],
): Edit[] {
  const moved = new Map(
    changes.flatMap((c) =>
      c.now.lowest === c.next.lowest && c.now.highest === c.next.highest && c.now.kind === c.next.kind
        ? []
        : [[c.now.id, c] as const],
    ),
  );
  if (moved.size === 0) return [];
  const landings = groupBy(rig.landings, (l) => l.parameterId);
  const edits = [...moved.values()].flatMap(({ now, next }) =>
    (landings.get(now.id) ?? []).flatMap((landing) => followed(landing, now, next)),
  );
  const scenes = rig.scenes.flatMap((scene) => {
    const values = scene.values.map((v) => {
      const next = moved.get(v.parameterId)?.next;
      return next ? { ...v, value: clamp(v.value, next.lowest, next.highest) } : v;
    });
    return values.some((v, i) => v.value !== scene.values[i]?.value) ? [set('scenes', scene, 'values', values)] : [];
  });
  const inside = [
    ...rig.parameters.flatMap((macro) => followedDrives(macro, moved)),
    ...rig.landings.flatMap((landing) => followedConditions(landing, moved)),
  ];
  return [...edits, ...scenes, ...inside, ...rig.presets.flatMap((preset) => followedPreset(preset, moved))];
}

type Moved = ReadonlyMap<string, { readonly now: Range; readonly next: Omit<Range, 'id'> }>;

/** What a macro moves along stays inside the new range: an end that stood at an end goes with it. What fires now is moved along no more. */
function followedDrives(macro: Parameter, moved: Moved): Edit[] {
  if (!macro.drives.some((d) => moved.has(d.parameterId))) return [];
  const drives = macro.drives.flatMap((d) => {
    const change = moved.get(d.parameterId);
    if (!change) return [d];
    if (change.next.kind === 'trigger') return [];
    const end = endIn(change.now, change.next);
    return [{ ...d, from: end(d.from), to: end(d.to) }];
  });
  return patch('parameters', macro, { drives });
}

/** What has to be so stays a value that there is. */
function followedConditions(landing: Landing, moved: Moved): Edit[] {
  const conditions = landing.conditions.map((c) => {
    const next = c.when === null ? undefined : moved.get(c.when.parameterId)?.next;
    return c.when === null || !next ? c : { ...c, when: { ...c.when, value: clamp(c.when.value, next.lowest, next.highest) } };
  });
  return patch('landings', landing, { conditions });
}

const endIn =
  (now: Range, { lowest, highest }: Omit<Range, 'id'>) =>
  (value: number): number =>
    value === now.lowest ? lowest : value === now.highest ? highest : clamp(value, lowest, highest);

/** The states of a parameter by its kind and steps: those that are there, leading to steps that are there; null for what has no steps. */
export function fittedStates({ kind, steps, states }: Pick<Parameter, 'kind' | 'steps' | 'states'>): Parameter['states'] {
  if (states === null || kind !== 'stepped') return null;
  const to = (list: readonly (number | null)[]): (number | null)[] =>
    steps.map((_, i) => {
      const at = list[i] ?? null;
      return at !== null && at < steps.length ? at : null;
    });
  return { press: to(states.press), release: to(states.release) };
}

/** A preset of a step that is there no more, or of what has no steps any more, goes; the values that it holds come inside. */
function followedPreset(preset: Preset, moved: ReadonlyMap<string, { readonly next: Omit<Range, 'id'> }>): Edit[] {
  const chooser = moved.get(preset.parameterId)?.next;
  const gone = chooser && (chooser.kind !== 'stepped' || preset.step < chooser.lowest || preset.step > chooser.highest);
  if (gone) return [remove('presets', preset)];
  const values = preset.values.map((v) => {
    const next = moved.get(v.parameterId)?.next;
    return next ? { ...v, value: clamp(v.value, next.lowest, next.highest) } : v;
  });
  return values.some((v, i) => v.value !== preset.values[i]?.value) ? [set('presets', preset, 'values', values)] : [];
}

function followed(landing: Landing, now: Range, next: Omit<Range, 'id'>): Edit[] {
  const { lowest, highest } = next;
  const end = endIn(now, next);
  const edits = patch('landings', landing, {
    from: end(landing.from),
    to: end(landing.to),
    setValue: clamp(landing.setValue, lowest, highest),
  });
  return edits.length === 0 ? [] : [...edits, ...staleLanding(landing)];
}
