// What a template holds of places: switches that release each other, and what is done on arriving at a bank or page.
import type { Arrival, Rig, SwitchGroup } from '../rig';

/** A group without identifiers: its switches by their place in the panel, from 0. */
export interface TemplateGroup extends Omit<SwitchGroup, 'id' | 'order' | 'controllerId' | 'controlIds' | 'entered'> {
  readonly controls: readonly number[];
}

/** An arrival without identifiers, for nothing in particular: its latches by the place of their switches in the panel, from 0. */
export interface TemplateArrival extends Omit<Arrival, 'id' | 'order' | 'controllerId' | 'latches' | 'entered'> {
  readonly latches: readonly { readonly control: number; readonly on: boolean }[];
}

interface Places {
  readonly groups: readonly TemplateGroup[];
  readonly arrivals: readonly TemplateArrival[];
}

/** The groups and arrivals of a unit as a template holds them. What their messages are for stays with the rig. */
export function placesOf(rig: Rig, unitId: string, controlIds: readonly string[]): Places {
  const place = new Map(controlIds.map((id, i) => [id, i]));
  return {
    groups: rig.groups
      .filter((g) => g.controllerId === unitId)
      .map(({ id: _id, order: _order, controllerId: _unit, entered: _entered, controlIds: own, ...rest }) => ({
        ...rest,
        controls: own.flatMap((id) => place.get(id) ?? []),
      })),
    arrivals: rig.arrivals
      .filter((a) => a.controllerId === unitId)
      .map(({ id: _id, order: _order, controllerId: _unit, entered: _entered, latches, actions, ...rest }) => ({
        ...rest,
        actions: actions.map((x) => (x.type === 'send' ? { ...x, meant: [] } : x)),
        latches: latches.flatMap(({ controlId, on }) => {
          const control = place.get(controlId);
          return control === undefined ? [] : [{ control, on }];
        }),
      })),
  };
}

/** The groups of a template as rows of a controller, whose controls have these ids in the order of the panel; a place that is not there is left out. */
export const groupRows = (
  groups: readonly TemplateGroup[],
  controllerId: string,
  controlIds: readonly string[],
  keyOf: (n: number) => { readonly id: string; readonly order: number },
): readonly SwitchGroup[] =>
  groups.map(({ controls, ...rest }, n) => ({
    ...rest,
    ...keyOf(n),
    controllerId,
    controlIds: controls.flatMap((at) => controlIds[at] ?? []),
    entered: null,
  }));

/** As `groupRows`, for arrivals. */
export const arrivalRows = (
  arrivals: readonly TemplateArrival[],
  controllerId: string,
  controlIds: readonly string[],
  keyOf: (n: number) => { readonly id: string; readonly order: number },
): readonly Arrival[] =>
  arrivals.map(({ latches, actions, ...rest }, n) => ({
    ...rest,
    ...keyOf(n),
    controllerId,
    actions: [...actions],
    latches: latches.flatMap(({ control, on }) => {
      const controlId = controlIds[control];
      return controlId === undefined ? [] : [{ controlId, on }];
    }),
    entered: null,
  }));
