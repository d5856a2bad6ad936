// Switches that release each other: one that goes dark without a word while what it switched stays on, and a group with nobody to release.
import { releasedLight } from '../bench';
import { changeGroup } from '../commands';
import { groupOver } from '../rig';
import { wantedOf } from '../wants';
import { type AssignmentCheck, type ControllerCheck, type Fix, noFixes, subjectOf } from './finding';
import { homeOf } from './fix-parts';

export const releasedDark: AssignmentCheck<
  'released-in-silence',
  { readonly parameter: string; readonly control: string; readonly other: string }
> = {
  scope: 'assignment',
  id: 'released-in-silence',
  group: 'switches',
  name: 'Released without a word',
  severities: ['caution'],
  asks: 'switches',
  guide: 'Another switch of the group turns this one dark and sends nothing: what it switched on stays on.',
  say: ({ parameter, control, other }) => ({
    title: `After ${other} the light of ${control} is off, and ${parameter} is still on.`,
    reason: `${other} releases ${control} inside the controller, and nobody tells the software.`,
  }),
  find: ({ index, around }, assignment, outcome) => {
    const home = homeOf(index, assignment);
    const group = home && groupOver(index, assignment, home.control);
    if (!group || group.sendsOff || outcome.type !== 'played') return [];
    const other = index.controls.get(group.controlIds.find((id) => id !== assignment.controlId) ?? '');
    if (!other) return [];
    return outcome.effects.flatMap((effect) => {
      const parameter = index.parameters.get(effect.parameterId);
      if (!effect.meant || !parameter || wantedOf(index, assignment, parameter).want !== 'stays') return [];
      const after = releasedLight(index, assignment, parameter, other.id, around);
      if (after === null || after.lit || !after.on) return [];
      return [
        {
          severity: 'caution' as const,
          parameterId: parameter.id,
          facts: { parameter: parameter.name, control: home.control.name, other: other.name },
          evidence: { type: 'trace' as const },
        },
      ];
    });
  },
  fixes: (context, finding): readonly Fix[] => {
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(context.index, assignment);
    const group = assignment && home && groupOver(context.index, assignment, home.control);
    if (!group) return [];
    return [{ label: 'Let the one that goes off say so', edit: changeGroup(context.index, group, { sendsOff: true }) }];
  },
};

export const groupOfOne: ControllerCheck<'group-of-one', { readonly group: string; readonly switches: number }> = {
  scope: 'controller',
  id: 'group-of-one',
  group: 'switches',
  name: 'A group with nobody to release',
  severities: ['note'],
  guide: 'A group of switches that release each other has fewer than two.',
  say: ({ group, switches }) => ({
    title: switches === 0 ? `No switch is in ${group}.` : `${group} has one switch: nothing releases it.`,
    reason: 'Add switches to the group in Gear, or delete it.',
  }),
  find: ({ index }, controller) =>
    (index.groupsOf.get(controller.id) ?? [])
      .filter((g) => g.controlIds.length < 2)
      .map((g) => ({
        severity: 'note' as const,
        about: 'groups' as const,
        subjectId: g.id,
        facts: { group: g.name, switches: g.controlIds.length },
      })),
  fixes: noFixes,
};
