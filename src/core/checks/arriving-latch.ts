// A switch that its controller lets stand on or off on arriving somewhere, whatever the software is: seen by playing it.
import { arrivingLights } from '../bench';
import { setLatchOnArrival } from '../commands';
import type { Arrival, Assignment, RigIndex } from '../rig';
import { wantedOf } from '../wants';
import { type AssignmentCheck, type Fix, subjectOf } from './finding';
import { homeOf } from './fix-parts';

/** What sets the latch of a function's switch where it stands, in Base. */
const settingIt = (index: RigIndex, assignment: Assignment): readonly Arrival[] => {
  const controllerId = index.controls.get(assignment.controlId)?.controllerId ?? '';
  return (index.arrivalsOf.get(controllerId) ?? []).filter(
    (a) =>
      assignment.layerId === null &&
      a.latches.some((l) => l.controlId === assignment.controlId) &&
      (a.bank === null || assignment.bank === null || a.bank === assignment.bank) &&
      (a.page === null || assignment.page === null || a.page === assignment.page),
  );
};

export const arrivalLies: AssignmentCheck<
  'arrival-lies',
  { readonly parameter: string; readonly control: string; readonly on: boolean }
> = {
  scope: 'assignment',
  id: 'arrival-lies',
  group: 'switches',
  name: 'Arriving sets a light that lies',
  severities: ['caution'],
  asks: 'switches',
  guide: 'On arriving at a bank or page a switch is set on or off, and what it switches may be the other way.',
  say: ({ parameter, control, on }) => ({
    title: `Arriving lets ${control} stand ${on ? 'on' : 'off'}, whatever ${parameter} is.`,
    reason: `The latch is set inside the controller. Send ${parameter} the same on arriving, or leave the switch as it is.`,
  }),
  find: ({ index, around }, assignment, outcome) => {
    const home = homeOf(index, assignment);
    if (!home || outcome.type !== 'played') return [];
    return settingIt(index, assignment).flatMap((arrival) =>
      outcome.effects.flatMap((effect) => {
        const parameter = index.parameters.get(effect.parameterId);
        if (!effect.meant || !parameter || wantedOf(index, assignment, parameter).want !== 'stays') return [];
        const lies = arrivingLights(index, arrival, assignment, parameter, around).find((l) => l.lit !== l.on);
        return lies === undefined
          ? []
          : [
              {
                severity: 'caution' as const,
                parameterId: parameter.id,
                facts: { parameter: parameter.name, control: home.control.name, on: lies.lit },
                evidence: { type: 'trace' as const },
              },
            ];
      }),
    );
  },
  fixes: (context, finding): readonly Fix[] => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const control = assignment && index.controls.get(assignment.controlId);
    if (!assignment || !control) return [];
    return settingIt(index, assignment).map((arrival) => ({
      label: `Leave ${control.name} as it is on arriving`,
      edit: setLatchOnArrival(index, arrival, control.id, null),
    }));
  },
};
