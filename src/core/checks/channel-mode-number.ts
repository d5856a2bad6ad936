// Channel mode messages: 120–127 look like free numbers and are not (MIDI 1.0).
import { changeMessage } from '../commands';
import { ccEntry, shortName } from '../midi';
import { chooseMessage } from '../numbers';
import type { Check } from './finding';

export const channelModeNumber: Check = {
  id: 'channel-mode-number',
  find: (_context, assignment) =>
    assignment.actions.flatMap((action) => {
      if (action.type !== 'send' || action.message.type !== 'cc') return [];
      const entry = ccEntry(action.message.number);
      if (entry.class !== 'mode') return [];
      return [
        {
          check: 'channel-mode-number' as const,
          severity: 'stop' as const,
          assignmentId: assignment.id,
          parameterId: null,
          title: `CC ${entry.number} means “${entry.name}”.`,
          reason:
            'Numbers 120–127 are channel mode messages. A receiver that follows the standard will not take them as a plain control.',
        },
      ];
    }),
  fixes: ({ index, newId }, assignment) => {
    const controllerId = index.controls.get(assignment.controlId)?.controllerId;
    if (controllerId === undefined) return [];
    return assignment.actions.flatMap((action, at) => {
      if (action.type !== 'send' || action.message.type !== 'cc' || ccEntry(action.message.number).class !== 'mode') return [];
      const [meant] = action.meant;
      const targetId = meant === undefined ? null : (index.parameters.get(meant)?.targetId ?? null);
      const message = chooseMessage(index, { controllerId, type: 'cc', channel: action.message.channel, targetId });
      const edit = message && changeMessage(index, assignment, at, message, newId);
      return edit ? [{ label: `Send ${shortName(message)} instead`, edit }] : [];
    });
  },
};
