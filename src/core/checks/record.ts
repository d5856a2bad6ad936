// The record: texts, names, functions for nothing, leftovers, free controls, and where a mapping is kept.
import { countBy, counted, plural } from '../base';
import { changeAssignment, patch, removeAssignment } from '../commands';
import { kindOf, shortName } from '../midi';
import { batch, type Parameter, type RigIndex, remove, set, targetStates } from '../rig';
import { landingsHearing, outletFor, sentOn } from '../wires';
import { type AssignmentCheck, type ControllerCheck, type Fix, noFixes, type RigCheck, subjectOf } from './finding';
import { sendsFor } from './fix-parts';

export const textTooLong: AssignmentCheck<'text-too-long', { readonly text: string; readonly most: number }> = {
  scope: 'assignment',
  id: 'text-too-long',
  group: 'record',
  name: 'Text too long for the display',
  severities: ['note'],
  asks: 'all',
  guide: 'The display cuts the text.',
  say: ({ text, most }) => ({
    title: `“${text}” is cut to “${text.slice(0, most)}”.`,
    reason: `The display has room for ${most} characters, and the text has ${text.length}.`,
  }),
  find: ({ index }, assignment) => {
    const display = index.controls.get(assignment.controlId)?.display;
    if (!display) return [];
    const short = assignment.textShort.length > display.short;
    const long = assignment.textLong.length > display.long;
    if (!short && !long) return [];
    const [text, most] = short ? [assignment.textShort, display.short] : [assignment.textLong, display.long];
    return [
      {
        severity: 'note',
        facts: { text, most },
      },
    ];
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    const display = assignment && context.index.controls.get(assignment.controlId)?.display;
    if (!assignment || !display) return [];
    const squeezed = (text: string, most: number): string =>
      text.length <= most
        ? text
        : text
            .replace(/(?<=\S)[aeiou]/gi, '')
            .replace(/\s+/g, ' ')
            .slice(0, most)
            .trim();
    const textShort = squeezed(assignment.textShort, display.short);
    const textLong = assignment.textLong.slice(0, display.long).trim();
    const label = `Write “${assignment.textShort.length > display.short ? textShort : textLong}”`;
    return [{ label, edit: changeAssignment(assignment, { textShort, textLong }, label) }];
  },
};

/** Two parameters of one target with one name: on tape nobody can tell them apart. */
export const sameName: RigCheck<
  'same-name',
  { readonly target: string; readonly parameter: string; readonly groups: readonly string[] }
> = {
  scope: 'rig',
  id: 'same-name',
  group: 'record',
  name: 'Two functions of one name',
  severities: ['note'],
  guide: 'Two parameters of one target have one name: nobody can tell them apart on tape.',
  say: ({ target, parameter, groups: [one, other] }) => ({
    title: `${target} has two parameters called ${parameter}.`,
    reason: `${one === undefined ? 'Tape shows' : `One is in ${one || 'no group'} and one in ${other || 'no group'}; tape shows`} one name for two things, and the sheet can only count them.`,
  }),
  reads: ['parameters', 'targets'],
  find: ({ index }) =>
    twins(index).map(({ first, second }) => ({
      severity: 'note',
      about: 'parameters',
      subjectId: second.id,
      parameterId: second.id,
      facts: {
        target: index.targets.get(second.targetId)?.name ?? '?',
        parameter: second.name,
        groups: first.group === second.group ? [] : [first.group, second.group],
      },
    })),
  fixes: ({ index }, finding) => {
    const parameter = index.parameters.get(finding.subjectId);
    if (!parameter) return [];
    const names = new Set((index.parametersOf.get(parameter.targetId) ?? []).map((p) => p.name.toLowerCase()));
    const tries = [`${parameter.group} ${parameter.name}`.trim(), `${parameter.name} 2`, `${parameter.name} 3`];
    const name = tries.find((t) => !names.has(t.toLowerCase()) && t.length <= 120);
    if (name === undefined) return [];
    return [{ label: `Call this one ${name}`, edit: batch(`Call this one ${name}`, patch('parameters', parameter, { name })) }];
  },
};

function twins(index: RigIndex): readonly { readonly first: Parameter; readonly second: Parameter }[] {
  const seen = new Map<string, Parameter>();
  return index.rig.parameters.flatMap((second) => {
    const key = `${second.targetId} ${second.name.trim().toLowerCase()}`;
    const first = seen.get(key);
    if (!first) seen.set(key, second);
    return first ? [{ first, second }] : [];
  });
}

/** A message that is there for nothing. All sound off and all notes off are for everything, and say so themselves. */
export const noParameter: AssignmentCheck<'no-parameter', { readonly message: string }> = {
  scope: 'assignment',
  id: 'no-parameter',
  group: 'record',
  name: 'Made for no parameter',
  severities: ['note'],
  asks: 'all',
  guide: 'A message is for no parameter, so nothing can be said of what it does: right for a device that is not on the rig.',
  say: ({ message }) => ({
    title: `${message} is for no parameter.`,
    reason: 'So nothing can be said of what it does. That is as it should be for a device that is not on this rig.',
  }),
  find: (_context, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) => {
      const { message } = send;
      const speaks = (message.type === 'cc' && message.number >= 120) || kindOf(message.type).family === 'real-time';
      if (send.meant.length > 0 || speaks) return [];
      return [
        {
          severity: 'note',
          facts: { message: shortName(message) },
        },
      ];
    }),
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    const heard = sendsFor(assignment, null).flatMap(({ send, at }): Fix[] => {
      const landings =
        send.meant.length > 0 ? [] : landingsHearing(index, outletFor(index, assignment.controlId, send), send.message, true);
      const ids = [...new Set(landings.map((l) => l.parameterId))];
      if (ids.length === 0) return [];
      const label = `It is for ${ids.map((id) => index.parameters.get(id)?.name ?? '?').join(', ')}`;
      const actions = assignment.actions.map((a, i) => (i === at && a.type === 'send' ? { ...a, meant: ids } : a));
      return [{ label, edit: batch(label, [set('assignments', assignment, 'actions', actions)]) }];
    });
    const rest = assignment.actions.filter((a) => a.type !== 'send' || a.meant.length > 0);
    const label = `Take it off`;
    return [
      ...heard,
      rest.length === 0
        ? { label, edit: removeAssignment(index, assignment) }
        : { label, edit: changeAssignment(assignment, { actions: rest }, label) },
    ];
  },
};

/** A target that listens where nothing is sent: a mapping that nobody remembers. */
export const leftover: RigCheck<'leftover', { readonly target: string; readonly address: string; readonly parameter: string }> = {
  scope: 'rig',
  id: 'leftover',
  group: 'record',
  name: 'Left over',
  severities: ['note'],
  guide: 'A target still listens where nothing is sent any more.',
  say: ({ target, address, parameter }) => ({
    title: `${target} still listens on ${address} for ${parameter}.`,
    reason: 'Nothing on this rig sends it there. A message from elsewhere would move it.',
  }),
  reads: [
    'landings',
    'assignments',
    'arrivals',
    'layers',
    'counters',
    'parameters',
    'targets',
    'controls',
    'controllers',
    'wires',
  ],
  find: ({ index }) => {
    const sent = sentOn(index);
    return index.rig.landings.flatMap((landing) => {
      if (landing.given !== null || !sent.isLeftOver(landing)) return [];
      const parameter = index.parameters.get(landing.parameterId);
      const target = index.targets.get(landing.targetId);
      return [
        {
          severity: 'note',
          about: 'landings',
          subjectId: landing.id,
          parameterId: landing.parameterId,
          facts: { target: target?.name ?? '?', address: shortName(landing.address), parameter: parameter?.name ?? '?' },
        },
      ];
    });
  },
  fixes: ({ index }, finding) => {
    const landing = index.rig.landings.find((l) => l.id === finding.subjectId);
    const label = 'Let it listen no more';
    return landing ? [{ label, edit: batch(label, [remove('landings', landing)]) }] : [];
  },
};

/** Controls that do nothing in any bank or layer: what is left to play with. */
export const freeControls: ControllerCheck<
  'free-controls',
  { readonly free: number; readonly of: number; readonly names: readonly string[] }
> = {
  scope: 'controller',
  id: 'free-controls',
  group: 'record',
  name: 'Free controls',
  severities: ['note'],
  guide: 'Controls without a function in any bank: what is left to play with.',
  say: ({ free, of, names }) => ({
    title: `${free} of ${of} controls are free.`,
    reason: `${names.join(', ')}${free > names.length ? ` and ${free - names.length} more` : ''} ${plural(free, 'does', 'do')} nothing in any bank.`,
  }),
  find: ({ index }, controller) => {
    const controls = index.controlsOf.get(controller.id) ?? [];
    const used = (id: string): boolean =>
      (index.assignmentsOf.get(id)?.length ?? 0) > 0 || index.layersByModifier.has(id) || index.chordPartners.has(id);
    const free = controls.filter((c) => !used(c.id));
    if (free.length === 0 || free.length === controls.length) return [];
    const names = free.slice(0, 6).map((c) => c.name);
    return [
      {
        severity: 'note',
        facts: { free: free.length, of: controls.length, names },
      },
    ];
  },
  fixes: noFixes,
};

const placeWords = { project: 'the project', 'plugin-instance': 'this instance of the plugin' } as const;

/** A mapping that is gone with the project, or with one instance of a plugin. */
const livesThere = (entries: number, livesIn: keyof typeof placeWords): string =>
  `Its ${counted(entries, 'entry lives', 'entries live')} in ${placeWords[livesIn]}. Keep an empty template with them, and say so here.`;

export const livesElsewhere: RigCheck<
  'lives-elsewhere',
  {
    readonly target: string;
    readonly entries: number;
    readonly livesIn: keyof typeof placeWords;
    /** Not empty where nobody stated where it is kept. */
    readonly ifWords: string;
  }
> = {
  scope: 'rig',
  id: 'lives-elsewhere',
  group: 'record',
  name: 'Kept in a place that may not be there',
  severities: ['note'],
  guide: 'The mapping is kept with a project or one plugin and is gone in the next.',
  say: ({ target, entries, livesIn, ifWords }) => ({
    title: ifWords === '' ? `The mapping of ${target} is gone in the next project.` : `${ifWords}, it is gone in the next one.`,
    reason:
      ifWords === ''
        ? livesThere(entries, livesIn)
        : `Nobody stated yet where ${target} keeps its ${counted(entries, 'entry', 'entries')}. Look it up, and say in Gear where they live.`,
  }),
  reads: ['targets', 'landings'],
  find: ({ index }) => {
    const counts = countBy(
      index.rig.landings.filter((l) => l.given === null),
      (l) => l.targetId,
    );
    return index.rig.targets.flatMap((target) => {
      const { livesIn } = target.reception;
      const count = counts.get(target.id) ?? 0;
      if (count === 0 || (livesIn !== 'project' && livesIn !== 'plugin-instance')) return [];
      return [
        {
          severity: 'note',
          about: 'targets',
          subjectId: target.id,
          facts: {
            target: target.name,
            entries: count,
            livesIn,
            ifWords: targetStates(target, 'livesIn')
              ? ''
              : `If ${target.name} keeps its mapping with ${livesIn === 'project' ? 'the project' : 'one plugin'}`,
          },
        },
      ];
    });
  },
  fixes: ({ index }, finding) => {
    const target = index.targets.get(finding.subjectId);
    if (!target) return [];
    const label = 'It is kept in a template now';
    return [
      {
        label,
        edit: batch(label, [set('targets', target, 'reception', { ...target.reception, livesIn: 'instrument-template' })]),
      },
    ];
  },
};
