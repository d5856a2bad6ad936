// What is assigned to a gesture at a place: layers first, the one opened last before older ones, then Base.
import { type GestureType, reaches } from '../rig';
import type { Armed, ProgramControl } from './program';
import type { Draft, Where } from './state';

const NONE: readonly Armed[] = [];
const BASE: readonly string[] = [];

/** The place in force now. */
export const whereNow = (d: Draft): Where => ({
  bank: d.bank,
  page: d.page,
  layers: d.open.length === 0 ? BASE : d.open.map((o) => o.id),
});

/**
 * What runs on a gesture: the layer opened last wins, falling through per gesture to older ones and then to Base, unless a
 * layer is silent where it has nothing. In one layer, an assignment of this very bank goes before one of every bank.
 */
export function lookUp(d: Draft, control: ProgramControl, gesture: GestureType, where: Where): readonly Armed[] {
  const all = control.byGesture[gesture];
  if (all.length === 0) return NONE;
  for (let i = where.layers.length - 1; i >= 0; i--) {
    const layer = d.program.layers.get(where.layers[i] ?? '');
    if (!layer || !reaches(layer, control.control)) continue;
    const found = inLayer(all, where, layer.id);
    if (found.length > 0 || !layer.fallsThrough) return found;
  }
  return inLayer(all, where, null);
}

function inLayer(all: readonly Armed[], where: Where, layerId: string | null): readonly Armed[] {
  let exact = NONE;
  let everyBank = NONE;
  for (const a of all) {
    if (a.layerId !== layerId || (a.page !== null && a.page !== where.page)) continue;
    // Nearly always there is one: then no list is made.
    if (a.bank === where.bank) exact = all.length === 1 ? all : [...exact, a];
    else if (a.bank === null) everyBank = all.length === 1 ? all : [...everyBank, a];
  }
  return exact !== NONE ? exact : everyBank;
}
