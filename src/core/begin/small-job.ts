// What can be put onto an empty rig with one press: a parameter by its name, and a small made-up job to try things on.
import { addController, addParameters, addTarget, type NewId, plainProfile, plainTemplate } from '../commands';
import { type ProfileParameter, plainParameter } from '../library';
import { apply, batch, type Edit, type Parameter, panelFromCounts, type Rig } from '../rig';

/** What a parameter is asked to be before anything else is known of it. */
export type FirstKind = Extract<Parameter['kind'], 'toggle' | 'continuous' | 'trigger'>;

/** A software by its name with one parameter: on and off, from 0 to 100 % or set off. Wired from every controller of the rig. */
export function putFirstParameter(
  rig: Rig,
  { software, parameter, kind }: { readonly software: string; readonly parameter: string; readonly kind: FirstKind },
  newId: NewId,
): Edit {
  return targetWith(rig, software, [plain(parameter, kind)], newId);
}

/** The board of the small job: four footswitches and a pedal. */
export const putSmallBoard = (rig: Rig, newId: NewId): Edit =>
  addController(rig, plainTemplate(panelFromCounts({ counts: { footswitches: 4, pedals: 1 } }), rig, 1), 'Small board', newId)
    .edit;

/** The software of the small job: a choir of glasses, with a drone that goes on and off and a swell from 0 to 100 %. */
export const putSmallChoir = (rig: Rig, newId: NewId): Edit =>
  targetWith(rig, 'Glass choir', [plain('Drone', 'toggle'), plain('Swell', 'continuous')], newId);

const plain = (name: string, kind: FirstKind): ProfileParameter =>
  kind === 'continuous' ? { ...plainParameter, name, kind, highest: 100, unit: '%' } : { ...plainParameter, name, kind };

function targetWith(rig: Rig, name: string, parameters: readonly ProfileParameter[], newId: NewId): Edit {
  const { edit, id } = addTarget(rig, plainProfile(name, 'plugin'), name, newId);
  const withTarget = apply(rig, edit);
  return batch(`Add ${name}`, withTarget.ok ? [edit, addParameters(withTarget.value, id, parameters, newId)] : [edit]);
}
