// What is sent on arriving somewhere, or by the tap of a modifier, and the firmware does not send.
import { shortName } from '../midi';
import { type ControllerCheck, noFixes } from './finding';
import { type SentBesides, sentBesides } from './sent-besides';

export const besidesLacks: ControllerCheck<
  'besides-lacks',
  { readonly by: SentBesides['about']; readonly where: string; readonly message: string }
> = {
  scope: 'controller',
  id: 'besides-lacks',
  group: 'gestures',
  name: 'Arriving, or a tap, sends what the firmware cannot',
  severities: ['stop'],
  guide: 'What is to be sent on arriving somewhere, or by the tap of a modifier, is of a kind that the firmware does not send.',
  say: ({ by, where, message }) => ({
    title: `${by === 'layers' ? 'A tap on' : 'Arriving at'} ${where} cannot send ${message} messages.`,
    reason: 'The firmware of its controller does not offer that kind, so it cannot be entered.',
  }),
  find: ({ index }, controller) =>
    sentBesides(index, controller).flatMap(({ about, id, where, sends }) => {
      const lacking = sends.find((s) => !controller.firmware.messages.includes(s.message.type));
      if (!lacking) return [];
      const facts = { by: about, where, message: shortName(lacking.message) };
      return [{ severity: 'stop', about, subjectId: id, parameterId: null, facts }];
    }),
  fixes: noFixes,
};
