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
  rig: Pick<Rig, 'landings' | 'scenes' | 'presets'>,
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
  return [...edits, ...scenes, ...rig.presets.flatMap((preset) => followedPreset(preset, moved))];
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

function followed(landing: Landing, now: Range, { lowest, highest }: Omit<Range, 'id'>): Edit[] {
  const end = (value: number): number =>
    value === now.lowest ? lowest : value === now.highest ? highest : clamp(value, lowest, highest);
  const edits = patch('landings', landing, {
    from: end(landing.from),
    to: end(landing.to),
    setValue: clamp(landing.setValue, lowest, highest),
  });
  return edits.length === 0 ? [] : [...edits, ...staleLanding(landing)];
}
