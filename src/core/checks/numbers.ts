// Numbers that are not free to use: channel mode messages, what the standard reserves, standard meanings, low bytes.
import { addressKey, ccEntry, channel, isReserved, shortName } from '../midi';
import { standardNumberOf } from '../numbers';
import { arrivals } from '../wires';
import { meet, onLowByte, placeName, sharersOf } from './address-clash';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, subjectOf } from './finding';
import { homeOf, renumberFix, sendsFor, wireFix, wiresTowards } from './fix-parts';

/** Another number for each send that has the fault. */
function renumbered(context: CheckContext, finding: Finding, ill: (number: number) => boolean): readonly Fix[] {
  const assignment = subjectOf(context, finding);
  if (!assignment) return [];
  return sendsFor(assignment, null).flatMap(({ send, at }) =>
    send.message.type === 'cc' && ill(send.message.number) ? renumberFix(context, assignment, at) : [],
  );
}

/** 120–127 look like free numbers and are not (MIDI 1.0). All sound off and all notes off are meant as such where no parameter is. */
export const channelModeNumber: AssignmentCheck<'channel-mode-number', { readonly number: number; readonly meaning: string }> = {
  scope: 'assignment',
  id: 'channel-mode-number',
  group: 'addresses',
  name: 'Channel mode numbers',
  severities: ['stop'],
  asks: 'all',
  guide: 'CC 120 to 127 stop notes or change modes; they are no numbers for functions.',
  say: ({ number, meaning }) => ({
    title: `CC ${number} means “${meaning}”.`,
    reason:
      'Numbers 120–127 are channel mode messages. A receiver that follows the standard will not take them as a plain control.',
  }),
  find: (_context, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      if (send.message.type !== 'cc' || ccEntry(send.message.number).class !== 'mode' || send.meant.length === 0) return [];
      const { number, name } = ccEntry(send.message.number);
      return [
        {
          severity: 'stop',
          facts: { number, meaning: name },
          evidence: { type: 'addresses', keys: [addressKey(send.message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => ccEntry(n).class === 'mode'),
};

/** 0, 32, 6, 38 and 96–101 carry banks, data and parameter numbers (MIDI 1.0): never plain controls. */
export const reservedNumber: AssignmentCheck<'reserved-number', { readonly number: number; readonly meaning: string }> = {
  scope: 'assignment',
  id: 'reserved-number',
  group: 'addresses',
  name: 'Reserved numbers',
  severities: ['stop'],
  asks: 'all',
  guide: 'CC 0, 32, 6, 38 and 96 to 101 carry banks, data and parameter numbers.',
  say: ({ number, meaning }) => ({
    title: `CC ${number} is reserved: “${meaning}”.`,
    reason:
      'Receivers put it together with other messages, to choose a bank or to change a numbered parameter. It can change a sound without warning.',
  }),
  find: (_context, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      if (send.message.type !== 'cc') return [];
      const { number, name, class: kind } = ccEntry(send.message.number);
      if (!isReserved(number) || kind === 'mode') return [];
      return [
        {
          severity: 'stop',
          facts: { number, meaning: name },
          evidence: { type: 'addresses', keys: [addressKey(send.message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => isReserved(n) && ccEntry(n).class !== 'mode'),
};

/** A number whose standard meaning is honoured by the very target that is to take it as something else. */
export const standardMeaning: AssignmentCheck<
  'standard-meaning',
  { readonly target: string; readonly number: number; readonly meaning: string; readonly parameter: string }
> = {
  scope: 'assignment',
  id: 'standard-meaning',
  group: 'addresses',
  name: 'A standard meaning in the way',
  severities: ['caution'],
  asks: 'all',
  guide: 'The target honours the standard meaning of the number, and would do that as well.',
  say: ({ target, number, meaning, parameter }) => ({
    title: `${target} also takes CC ${number} as ${meaning.toLowerCase()}.`,
    reason: `It keeps the standard meanings, so ${parameter} and the ${meaning.toLowerCase()} move together.`,
  }),
  find: ({ index }, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      if (send.message.type !== 'cc') return [];
      const { number, name, class: kind } = ccEntry(send.message.number);
      if (kind !== 'standard') return [];
      const other = send.meant.flatMap((id) => {
        const parameter = index.parameters.get(id);
        const target = parameter && index.targets.get(parameter.targetId);
        const own = parameter ? standardNumberOf(parameter.role) : null;
        return target?.reception.keepsStandardMeanings && own !== number ? [{ parameter, target }] : [];
      })[0];
      if (!other) return [];
      return [
        {
          severity: 'caution',
          parameterId: other.parameter?.id ?? null,
          facts: { target: other.target.name, number, meaning: name, parameter: other.parameter?.name ?? '?' },
          evidence: { type: 'addresses', keys: [addressKey(send.message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => ccEntry(n).class === 'standard'),
};

/** 32–63 are the low bytes of 0–31 (MIDI 1.0): a plain control there is heard as part of a 14-bit one. */
export const lowByteShadowed: AssignmentCheck<
  'low-byte-shadowed',
  { readonly other: string; readonly number: number; readonly pair: string }
> = {
  scope: 'assignment',
  id: 'low-byte-shadowed',
  group: 'addresses',
  name: 'On the low byte of a 14-bit control',
  severities: ['stop'],
  asks: 'all',
  guide: 'A plain control on 33 to 63 is heard as the low byte of a 14-bit control in use.',
  say: ({ other, number, pair }) => ({
    title: `Shakes ${other}.`,
    reason: `CC ${number} is the low byte of the 14-bit control ${pair}: each takes the other’s values.`,
  }),
  find: ({ index }, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      const { message } = send;
      if (message.type !== 'cc' || message.number < 33 || message.number > 63) return [];
      const other = sharersOf(index, message).find(
        (p) => onLowByte(message, p.send.message) && meet(index, assignment, p.assignment),
      );
      if (!other) return [];
      return [
        {
          severity: 'stop',
          facts: { other: placeName(index, other), number: message.number, pair: shortName(other.send.message) },
          evidence: { type: 'addresses', keys: [addressKey(message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => n >= 33 && n <= 63),
};

const everyChannel = Array.from({ length: 16 }, (_, i) => channel(i + 1));

/** An instrument that hears what is not for it, and acts on it: a standard control, or a note. */
export const heardByOther: AssignmentCheck<
  'heard-by-other',
  { readonly target: string; readonly meaning: string | null; readonly message: string; readonly channel: number }
> = {
  scope: 'assignment',
  id: 'heard-by-other',
  group: 'addresses',
  name: 'Heard by somebody else',
  severities: ['caution'],
  asks: 'all',
  guide: 'An instrument that it is not for hears the message and acts on it.',
  say: ({ target, meaning, message, channel }) => ({
    title: meaning === null ? `${target} plays the note.` : `${target} hears it as ${meaning.toLowerCase()}.`,
    reason: `${message} on channel ${channel} reaches it too, and it keeps the standard meanings.`,
  }),
  find: ({ index, around }, assignment) => {
    const home = homeOf(index, assignment);
    if (!home) return [];
    return sendsFor(assignment, null).flatMap(({ send }) => {
      const { message } = send;
      if ((message.type !== 'cc' && message.type !== 'note') || send.meant.length === 0) return [];
      const entry = message.type === 'cc' ? ccEntry(message.number) : null;
      if (entry && entry.class !== 'standard') return [];
      const meant = new Set(send.meant.flatMap((id) => index.parameters.get(id)?.targetId ?? []));
      const there = arrivals(around.network.planOf(home.controller.id, message.type, message.channel));
      const others = index.rig.targets.filter((t) => there.has(t.id) && !meant.has(t.id) && t.reception.keepsStandardMeanings);
      const [first] = others;
      if (!first) return [];
      return [
        {
          severity: 'caution',
          facts: {
            target: first.name,
            meaning: entry?.name ?? null,
            message: shortName(message),
            channel: message.channel,
          },
          evidence: { type: 'addresses', keys: [addressKey(message)] },
        },
      ];
    });
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(index, assignment);
    if (!assignment || !home) return [];
    const channels = new Set<number>(
      sendsFor(assignment, null).flatMap(({ send }) => ('channel' in send.message ? [send.message.channel] : [])),
    );
    const meant = new Set(
      sendsFor(assignment, null).flatMap(({ send }) => send.meant.map((id) => index.parameters.get(id)?.targetId)),
    );
    const others = index.rig.targets.filter((t) => t.reception.keepsStandardMeanings && !meant.has(t.id));
    const off = others.flatMap((target): Fix[] => {
      const last = wiresTowards(index, home.controller.id, target.id).filter((w) => w.to.unitId === target.id);
      const label = `Keep channel ${[...channels].join(', ')} off the wire to ${target.name}`;
      return last.map((wire) =>
        wireFix(wire, label, { channels: (wire.channels ?? everyChannel).filter((c) => !channels.has(c)) }),
      );
    });
    return [...renumbered(context, finding, (n) => ccEntry(n).class === 'standard'), ...off];
  },
};
