// What is planned for a light that the control has not.
import { changeAssignment } from '../commands';
import { type AssignmentCheck, subjectOf } from './finding';

/** A second colour needs a light in colours, and something to follow needs a light. A colour alone may be that of the tape. */
export const lightCannot: AssignmentCheck<'light-cannot', { readonly what: string; readonly has: string }> = {
  scope: 'assignment',
  id: 'light-cannot',
  group: 'record',
  name: 'A light that it has not',
  severities: ['note'],
  asks: 'all',
  guide: 'A colour or a source is planned for a light that the control has not.',
  say: ({ what, has }) => ({
    title: `${what} cannot be shown here.`,
    reason: `By its panel this control has ${has}. Change the panel in Gear where that is wrong.`,
  }),
  find: ({ index }, assignment) => {
    const light = index.controls.get(assignment.controlId)?.light;
    if (light === undefined) return [];
    const { colourOff, lightBy } = assignment;
    const has = light === 'none' ? 'no light' : 'a light in one colour';
    const what =
      colourOff !== '' && light !== 'colour'
        ? `“${colourOff}” while it is off`
        : lightBy !== 'controller' && light === 'none'
          ? 'What its light follows'
          : null;
    return what === null ? [] : [{ severity: 'note', facts: { what, has } }];
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    const light = assignment && context.index.controls.get(assignment.controlId)?.light;
    if (!assignment) return [];
    const label = 'Leave its light as it is';
    const lightBy = light === 'none' ? 'controller' : assignment.lightBy;
    return [{ label, edit: changeAssignment(assignment, { colourOff: '', lightBy }, label) }];
  },
};
