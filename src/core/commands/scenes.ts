// What should sound in a section: the scene that it names, written value by value, kept as a whole, or shared with another section.
import { batch, type Edit, insert, type Parameter, type Rig, type Row, type Song, set } from '../rig';
import { type NewId, nextOrder } from './shared';
import { plainSection } from './songs';

type Values = Row<'scenes'>['values'];

/** Most values that a scene holds. */
const MOST_VALUES = 512;

/**
 * What a section wants of a parameter; null for nothing. A section without a scene gets one of its own; a scene that other sections share changes for all of them.
 */
export function wantInSection(
  rig: Rig,
  song: Song,
  at: number,
  parameter: Parameter,
  value: number | null,
  newId: NewId,
): Edit | null {
  const section = song.sections[at];
  if (!section) return null;
  const had = valuesIn(rig, song, at);
  const wanted = value === null ? [] : [{ parameterId: parameter.id, value }];
  const known = had.findIndex((v) => v.parameterId === parameter.id);
  const values = known < 0 ? [...had, ...wanted] : had.toSpliced(known, 1, ...wanted);
  return keepInSection(rig, song, at, values, newId, `What ${section.name} wants of ${parameter.name}`);
}

/** What the scene of a section names, in its order. */
export const valuesIn = (rig: Pick<Rig, 'scenes'>, song: Song, at: number): Values =>
  rig.scenes.find((s) => s.id === song.sections[at]?.sceneId)?.values ?? [];

/** Everything that a section wants, in place of what it wanted; null where there is no such section, nothing to say, or more than a scene holds. */
export function keepInSection(
  rig: Rig,
  song: Song,
  at: number,
  values: Values,
  newId: NewId,
  label = `What should sound in ${song.sections[at]?.name ?? song.name}`,
): Edit | null {
  const section = song.sections[at];
  if (!section || values.length > MOST_VALUES) return null;
  const scene = rig.scenes.find((s) => s.id === section.sceneId);
  if (scene) return batch(label, [set('scenes', scene, 'values', values)]);
  if (values.length === 0) return null;
  const row = sceneOf(rig, `${song.name}: ${section.name}`, values, newId);
  const sections = song.sections.map((s, i) => (i === at ? { ...s, sceneId: row.id } : s));
  return batch(label, [insert('scenes', row), set('songs', song, 'sections', sections)]);
}

/** The same as one more section at the end of a song; null for more than a scene holds. */
export function keepAsSection(rig: Rig, song: Song, values: Values, newId: NewId): Edit | null {
  if (values.length > MOST_VALUES) return null;
  const section = plainSection(`Part ${song.sections.length + 1}`);
  const row = sceneOf(rig, `${song.name}: ${section.name}`, values, newId);
  return batch(`Add ${section.name} to ${song.name}`, [
    insert('scenes', row),
    set('songs', song, 'sections', [...song.sections, { ...section, sceneId: row.id }]),
  ]);
}

const sceneOf = (rig: Rig, name: string, values: Values, newId: NewId): Row<'scenes'> => ({
  id: newId(),
  order: nextOrder(rig.scenes),
  name: name.slice(0, 80),
  values,
  assignmentId: null,
  note: '',
});

/** What a section wants with everything that a preset keeps in place of what it wanted of those. */
export function withPreset(values: Values, preset: Pick<Row<'presets'>, 'values'>): Values {
  const kept = new Map(preset.values.map((v) => [v.parameterId, v.value]));
  const known = new Set(values.map((v) => v.parameterId));
  return [
    ...values.map(({ parameterId, value }) => ({ parameterId, value: kept.get(parameterId) ?? value })),
    ...preset.values.flatMap(({ parameterId, value }) => (known.has(parameterId) ? [] : [{ parameterId, value }])),
  ];
}
