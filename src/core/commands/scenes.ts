// What should sound in a section: the scene that it names, written value by value, kept as a whole, or shared with another section.
import { counted, ok } from '../base';
import { apply, batch, type Edit, insert, type Parameter, type Rig, type Row, type Song, set } from '../rig';
import type { CellProblem } from './cell-problem';
import { valueIn } from './parameter-cells';
import { type NewId, nextOrder } from './shared';
import { plainSection, scenesLeft } from './songs';

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

/** The scene of another section in place of its own, shared from then on; one that nothing needs any more goes. Nothing where it has that scene already. */
export function wantAs(rig: Rig, song: Song, at: number, sceneId: string): Edit | null {
  const section = song.sections[at];
  if (!section || section.sceneId === sceneId) return null;
  const sections = song.sections.with(at, { ...section, sceneId });
  return batch(`What should sound in ${section.name}`, [
    set('songs', song, 'sections', sections),
    ...scenesLeft(rig, song, sections),
  ]);
}

/** A scene of its own that wants the same, for a section that shares one. Nothing where it has none. */
export function ownScene(rig: Rig, song: Song, at: number, newId: NewId): Edit | null {
  const section = song.sections[at];
  const shared = rig.scenes.find((s) => s.id === section?.sceneId);
  if (!section || !shared) return null;
  const row = sceneOf(rig, `${song.name}: ${section.name}`, shared.values, newId);
  return batch(`A scene of its own for ${section.name}`, [
    insert('scenes', row),
    set('songs', song, 'sections', song.sections.with(at, { ...section, sceneId: row.id })),
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

/** A cell of a table of sections and parameters, and what is written into it; empty for nothing wanted. */
export interface WantCell {
  readonly songId: string;
  readonly at: number;
  readonly parameter: Parameter;
  readonly text: string;
}

/** Many cells written at once, as one edit; null where nothing changes. What cannot be taken is refused, and the others are written all the same. `written`: how many change. */
export function wantInCells(
  rig: Rig,
  cells: readonly WantCell[],
  newId: NewId,
): {
  readonly edit: Edit | null;
  readonly written: number;
  readonly refused: readonly { readonly cell: WantCell; readonly why: CellProblem }[];
} {
  const refused: { readonly cell: WantCell; readonly why: CellProblem }[] = [];
  const edits: Edit[] = [];
  let now = rig;
  for (const cell of cells) {
    const text = cell.text.trim();
    const read = text === '' ? ok(null) : valueIn(text, cell.parameter);
    if (!read.ok) {
      refused.push({ cell, why: read.error });
      continue;
    }
    const song = now.songs.find((s) => s.id === cell.songId);
    if (!song) continue;
    const values = valuesIn(now, song, cell.at);
    const had = values.find((v) => v.parameterId === cell.parameter.id)?.value ?? null;
    if (had === read.value) continue;
    if (had === null && values.length >= MOST_VALUES) {
      refused.push({ cell, why: { code: 'scene-full', most: MOST_VALUES } });
      continue;
    }
    const made = wantInSection(now, song, cell.at, cell.parameter, read.value, newId);
    const done = made && apply(now, made);
    if (!made || !done?.ok) continue;
    edits.push(made);
    now = done.value;
  }
  const written = edits.length;
  return { edit: written === 0 ? null : batch(`What should sound in ${counted(written, 'cell')}`, edits), written, refused };
}
