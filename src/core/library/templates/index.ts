// The controllers that ship with the program, in the order in which they are offered.
import { type ControllerTemplate, templateOf, templateRig } from '../template';
import { desks } from './desks.data';
import { feet } from './feet.data';
import { hands } from './hands.data';

/** Shipped controllers; each control names its own id (c1, c2, …) as the origin of its copies. */
export const controllerTemplates: readonly ControllerTemplate[] = [...feet, ...hands, ...desks].flatMap((t) => {
  const entry = templateOf(templateRig(t, t.id), { id: t.id, version: t.version });
  return entry ? [{ ...entry, summary: t.summary }] : [];
});
