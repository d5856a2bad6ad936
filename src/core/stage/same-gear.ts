// Whether ways that were found are still good. Alone here, so that a window may ask it without the play coming along.
import { type Rig, type TableName, tableNames } from '../rig';

/** Tables that no way depends on, songs and scenes apart: those are asked for one by one. */
const beside: ReadonlySet<TableName> = new Set(['scripts', 'accepted', 'searches', 'songs', 'scenes', 'sets']);

/** Whether two states of a rig, one of which came out of the other by edits, are the same but for songs, scenes and what ways have nothing to do with. */
export const sameGear = (a: Rig, b: Rig): boolean =>
  a.preferences === b.preferences && tableNames.every((t) => beside.has(t) || a[t] === b[t]);
