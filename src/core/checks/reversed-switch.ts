// A switch that opens when it is pressed, on a jack that takes that for letting go: what it does happens with the foot off.
import { set } from '../rig';
import { shortfallOf, wantedOf } from '../wants';
import { type AssignmentCheck, type Fix, subjectOf } from './finding';
import { homeOf, sendsFor } from './fix-parts';

export const reversedSwitch: AssignmentCheck<'reversed-switch', { readonly control: string; readonly controller: string }> = {
  scope: 'assignment',
  id: 'reversed-switch',
  group: 'switches',
  name: 'A switch the wrong way round',
  severities: ['stop', 'caution', 'note'],
  asks: 'switches',
  guide: 'The switch opens when it is pressed, and its controller does not sense that: what a press does happens on letting go.',
  say: ({ control, controller }) => ({
    title: `${control} is the wrong way round.`,
    reason: `It opens when it is pressed. ${controller} does not sense that at switching on, and takes letting go for the press: turn it round at the pedal.`,
  }),
  find: ({ index }, assignment, outcome) => {
    const home = homeOf(index, assignment);
    if (!home || home.control.polarity === 'usual' || home.controller.firmware.sensesPolarity) return [];
    if (outcome.type !== 'played') return [];
    const meant = outcome.effects.filter((e) => e.meant);
    const short = meant.some(({ parameterId, did }) => {
      const parameter = index.parameters.get(parameterId);
      return parameter !== undefined && shortfallOf(wantedOf(index, assignment, parameter).want, did) > 0;
    });
    const off = meant.some(({ did }) => did.type === 'on-while-held' && did.held < did.rest);
    const held = sendsFor(assignment, null).flatMap(({ send }) => (send.behaviour.type === 'momentary' ? [send.behaviour] : []));
    // Values that stand the other way round as well make it right again; or whoever wrote them wanted the other: only they know.
    const turned = held.length > 0 && held.every((b) => b.down < b.up);
    return [
      {
        severity: turned ? 'note' : short || off ? 'stop' : 'caution',
        facts: { control: home.control.name, controller: home.controller.name },
        evidence: { type: 'trace' },
      },
    ];
  },
  fixes: (context, finding): readonly Fix[] => {
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(context.index, assignment);
    if (!home) return [];
    return [
      {
        label: `${home.control.name} was turned round: it closes when pressed`,
        edit: set('controls', home.control, 'polarity', 'usual'),
      },
    ];
  },
};
