// What a gesture runs at the place in force, by the one rule of the rig.
import { type GestureType, reaches, resolve } from '../rig';
import type { Armed, ProgramControl } from './program';
import type { Draft, Where } from './state';

const BASE: readonly string[] = [];

/** The place in force now. */
export const whereNow = (d: Draft): Where => ({
  bank: d.bank,
  page: d.page,
  layers: d.open.length === 0 ? BASE : d.open.map((o) => o.id),
});

/** What runs on a gesture of a control at a place. */
export function lookUp(d: Draft, control: ProgramControl, gesture: GestureType, where: Where): readonly Armed[] {
  return resolve(control.byGesture[gesture], where, (id) => {
    const layer = d.program.layers.get(id);
    return layer && reaches(layer, control.control) ? layer : null;
  });
}
