// Numbers that are not free to use: channel mode messages, what the standard reserves, standard meanings, low bytes.

import { landingsFor } from '../commands';
import { addressKey, ccEntry, channel, isReserved, type Message, shortName, standardMeaningOf } from '../midi';
import { standardNumberOf } from '../numbers';
import type { Assignment, Parameter, RigIndex, Send } from '../rig';
import { accepts, outletFor, translates, waysOf } from '../wires';
import { onLowByte, placeName, sharersOf } from './address-clash';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, subjectOf } from './finding';
import { homeOf, renumberFix, sendsFor, wireFix, wiresTowards } from './fix-parts';
import { meet } from './heard-by';

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
  severities: ['stop', 'note'],
  asks: 'all',
  guide: 'CC 120 to 127 stop notes or change modes; they are no numbers for functions.',
  say: ({ number, meaning }) => ({
    title: `CC ${number} means “${meaning}”.`,
    reason:
      'Numbers 120–127 are channel mode messages. A receiver that follows the standard will not take them as a plain control.',
  }),
  find: ({ index }, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      if (send.message.type !== 'cc' || ccEntry(send.message.number).class !== 'mode' || send.meant.length === 0) return [];
      const { number, name } = ccEntry(send.message.number);
      return [
        {
          severity: cameWith(index, assignment, send) ? 'note' : 'stop',
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
  severities: ['stop', 'note'],
  asks: 'all',
  guide: 'CC 0, 32, 6, 38 and 96 to 101 carry banks, data and parameter numbers.',
  say: ({ number, meaning }) => ({
    title: `CC ${number} is reserved: “${meaning}”.`,
    reason:
      'Receivers put it together with other messages, to choose a bank or to change a numbered parameter. It can change a sound without warning.',
  }),
  find: ({ index }, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      if (send.message.type !== 'cc') return [];
      const { number, name, class: kind } = ccEntry(send.message.number);
      if (!isReserved(number) || kind === 'mode' || named(index, send)) return [];
      return [
        {
          severity: cameWith(index, assignment, send) ? 'note' : 'stop',
          facts: { number, meaning: name },
          evidence: { type: 'addresses', keys: [addressKey(send.message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => isReserved(n) && ccEntry(n).class !== 'mode'),
};

/** Whether everything that hears a send for what it is meant for has its number from its maker: then it is as it has to be. */
function cameWith(index: RigIndex, assignment: Assignment, send: Send): boolean {
  const heard = landingsFor(index, assignment, send);
  return heard.length > 0 && heard.every((l) => l.given !== null);
}

/** Whether every target that a send is meant for names its number in a list of its own: then it means there what the list says. */
function named(index: RigIndex, { message, meant }: Send): boolean {
  const targets = meant.map((id) => index.targets.get(index.parameters.get(id)?.targetId ?? ''));
  return targets.length > 0 && targets.every((t) => t !== undefined && t.reception.windows.length > 0 && accepts(t, message));
}

/** A number whose standard meaning is honoured by the very target that is to take it as something else. */
export const standardMeaning: AssignmentCheck<
  'standard-meaning',
  {
    readonly target: string;
    /** Of a control change; null for other kinds. */
    readonly number: number | null;
    readonly meaning: string;
    readonly parameter: string;
    readonly messageWords: string;
  }
> = {
  scope: 'assignment',
  id: 'standard-meaning',
  group: 'addresses',
  name: 'A standard meaning in the way',
  severities: ['caution'],
  asks: 'all',
  guide: 'The target honours the standard meaning of the message, and would do that as well.',
  say: ({ target, meaning, parameter, messageWords }) => ({
    title: `${target} also takes ${messageWords} as ${meaning.toLowerCase()}.`,
    reason: `It keeps the standard meanings, so ${parameter} and the ${meaning.toLowerCase()} move together.`,
  }),
  find: ({ index }, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      const { message } = send;
      const meaning = standardMeaningOf(message);
      if (meaning === null || cameWith(index, assignment, send)) return [];
      const other = send.meant.flatMap((id) => {
        const parameter = index.parameters.get(id);
        const target = parameter && index.targets.get(parameter.targetId);
        return target?.reception.keepsStandardMeanings && !isMeant(message, parameter) ? [{ parameter, target }] : [];
      })[0];
      if (!other) return [];
      return [
        {
          severity: 'caution',
          parameterId: other.parameter?.id ?? null,
          facts: {
            target: other.target.name,
            number: message.type === 'cc' ? message.number : null,
            meaning,
            parameter: other.parameter?.name ?? '?',
            messageWords: shortName(message),
          },
          evidence: { type: 'addresses', keys: [addressKey(message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => ccEntry(n).class === 'standard'),
};

/** Roles that are what a kind of message means by the standard. */
const ownRoles: Partial<Readonly<Record<Message['type'], readonly string[]>>> = {
  'pitch-bend': ['pitch bend', 'bend', 'pitch'],
  'channel-pressure': ['aftertouch', 'pressure'],
  'poly-pressure': ['aftertouch', 'pressure'],
  rpn: ['bend range', 'pitch bend range', 'tuning'],
};

/** Whether a parameter is the very thing that a message means by the standard. Programs choose among sounds: what has steps is meant so. */
function isMeant(message: Message, parameter: Parameter | undefined): boolean {
  if (!parameter) return false;
  if (message.type === 'cc' || message.type === 'cc14') return standardNumberOf(parameter.role) === message.number;
  if (message.type === 'program') return parameter.kind === 'stepped' || parameter.kind === 'trigger';
  return ownRoles[message.type]?.includes(parameter.role.trim().toLowerCase()) ?? false;
}

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
  find: (context, assignment) =>
    sendsFor(assignment, null).flatMap(({ send, at }) => {
      const { message } = send;
      const own = { assignment, send, actionIndex: at };
      if (message.type !== 'cc' || message.number < 33 || message.number > 63) return [];
      const outlet = outletFor(context.index, assignment.controlId, send);
      const other = sharersOf(context.index, outlet, message).find(
        (p) => onLowByte(message, p.send.message) && meet(context, own, p),
      );
      if (!other) return [];
      return [
        {
          severity: 'stop',
          facts: { other: placeName(context.index, other), number: message.number, pair: shortName(other.send.message) },
          evidence: { type: 'addresses', keys: [addressKey(message)] },
        },
      ];
    }),
  fixes: (context, finding) => renumbered(context, finding, (n) => n >= 33 && n <= 63),
};

/** Whether an instrument that keeps the standard meanings acts on a message. */
const soundsAs = (message: Message): boolean => message.type === 'note' || standardMeaningOf(message) !== null;

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
      if (!('channel' in message) || send.meant.length === 0) return [];
      // What a translator makes of it may mean something although it does not itself.
      if (!soundsAs(message) && !translates(index)) return [];
      const meant = new Set(send.meant.flatMap((id) => index.parameters.get(id)?.targetId ?? []));
      const { unitId, port } = outletFor(index, assignment.controlId, send);
      const ways = waysOf(around.network, unitId, message, port).arrived;
      const heard = index.rig.targets.flatMap((target) => {
        if (meant.has(target.id) || !target.reception.keepsStandardMeanings) return [];
        const way = ways.find((w) => w.to === target.id && soundsAs(w.message));
        return way ? [{ target, as: way.message }] : [];
      });
      const [other] = heard;
      if (!other) return [];
      const first = other.target;
      const meaning = standardMeaningOf(other.as);
      return [
        {
          severity: 'caution',
          facts: {
            target: first.name,
            meaning,
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
