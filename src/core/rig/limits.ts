// Known limits, wherever they matter: what is written beside a parameter, a target or a controller, for the assignments that rest on it.
import type { RigIndex } from './index-rig';
import type { Assignment, Controller, Target } from './schema';

export interface Limit {
  /** The name of the parameter, target or controller that it is about. */
  readonly about: string;
  readonly text: string;
  /** How sure it is; null for a plain note. */
  readonly grade: 'tested' | 'manual' | 'hearsay' | null;
}

const ofUnit = (unit: Controller | Target): Limit[] =>
  unit.evidence.flatMap((e) => (e.limit === '' ? [] : [{ about: unit.name, text: e.limit, grade: e.grade }]));

/** The known limits of a parameter: its own, then its target's. */
export function limitsOfParameter(index: RigIndex, parameterId: string): readonly Limit[] {
  const parameter = index.parameters.get(parameterId);
  if (!parameter) return [];
  const target = index.targets.get(parameter.targetId);
  return [
    ...(parameter.note === '' ? [] : [{ about: parameter.name, text: parameter.note, grade: null }]),
    ...parameter.evidence.flatMap((e) => (e.limit === '' ? [] : [{ about: parameter.name, text: e.limit, grade: e.grade }])),
    ...(target ? ofUnit(target) : []),
  ];
}

/** The known limits that an assignment meets: of what it moves, and of the controller that sends it. Each once. */
export function limitsOf(index: RigIndex, assignment: Assignment): readonly Limit[] {
  const meant = assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : []));
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const all = [...meant.flatMap((id) => limitsOfParameter(index, id)), ...(controller ? ofUnit(controller) : [])];
  return [...new Map(all.map((l) => [`${l.about} ${l.text}`, l])).values()];
}
