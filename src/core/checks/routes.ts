// Ways from a controller to a target: none, closed, too many; numbers that a target does not take; devices that count differently.
import type { Outcome } from '../bench';
import { changePort, nextOrder, wire } from '../commands';
import { type Channel, carrierOf, type Message, shortName } from '../midi';
import { modeOf } from '../modes';
import {
  type Assignment,
  batch,
  insert,
  type Landing,
  messagesOf,
  outletOf,
  type Parameter,
  type RigIndex,
  type Send,
  set,
  type Wire,
} from '../rig';
import { landingsHearing, outletFor, passesAs, routesFrom } from '../wires';
import { type AssignmentCheck, type ControllerCheck, type Finding, type Fix, type Found, noFixes, subjectOf } from './finding';
import { homeOf, renumberFix, sendsFor, wireFix, wiresTowards } from './fix-parts';
import { timesHeard } from './heard-by';

/** What listens where a send arrives, for all of it or a part. */
const hearing = (index: RigIndex, { controlId }: Assignment, send: Send): readonly Landing[] =>
  messagesOf(send, index.counters).flatMap((m) => landingsHearing(index, outletFor(index, controlId, send), m, true));

/** Parameters that nothing lands on, for one of some reasons. */
function unheard(index: RigIndex, outcome: Outcome, why: string): readonly Parameter[] {
  if (outcome.type !== 'played') return [];
  return outcome.effects.flatMap((e) =>
    e.meant && e.did.type === 'nothing-lands' && e.did.why === why ? (index.parameters.get(e.parameterId) ?? []) : [],
  );
}

const messageFor = (assignment: Assignment, parameterId: string | null): Message | null =>
  sendsFor(assignment, parameterId)[0]?.send.message ?? null;

export const outsideWindow: AssignmentCheck<
  'outside-window',
  { readonly target: string | null; readonly message: string | null; readonly parameter: string }
> = {
  scope: 'assignment',
  id: 'outside-window',
  group: 'addresses',
  name: 'Numbers that the target does not take',
  severities: ['stop'],
  asks: 'all',
  guide: 'The target does not take this kind of message, channel or number.',
  say: ({ target, message, parameter }) => ({
    title: `${target ?? 'The target'} does not take ${message ?? 'this number'}.`,
    reason: `It takes only some numbers, and ${parameter} listens on one outside of them.`,
  }),
  find: ({ index }, assignment, outcome) =>
    unheard(index, outcome, 'outside-window').map((parameter) => {
      const message = messageFor(assignment, parameter.id);
      const target = index.targets.get(parameter.targetId);
      return {
        severity: 'stop',
        parameterId: parameter.id,
        facts: { target: target?.name ?? null, message: message && shortName(message), parameter: parameter.name },
      };
    }),
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    const target = index.targets.get(index.parameters.get(finding.parameterId ?? '')?.targetId ?? '');
    const message = messageFor(assignment, finding.parameterId);
    const widened = target && message && 'number' in message ? [widen(target, message, message.number)] : [];
    return [...sendsFor(assignment, finding.parameterId).flatMap(({ at }) => renumberFix(context, assignment, at)), ...widened];
  },
};

function widen(target: NonNullable<ReturnType<RigIndex['targets']['get']>>, message: Message, number: number): Fix {
  const label = `Let ${target.name} take ${shortName(message)}`;
  const windows = [...target.reception.windows, { type: message.type, channels: null, from: number, to: number }];
  return { label, edit: batch(label, [set('targets', target, 'reception', { ...target.reception, windows })]) };
}

type Closed = {
  readonly from: string | null;
  readonly to: string | null;
  readonly why: 'no-wire' | 'other-port' | 'not-remote' | 'channel' | 'kind';
  readonly channel: number | null;
  /** The port that it goes out of, where no wire leads there from it. */
  readonly port?: string;
};

export const notRouted: AssignmentCheck<'not-routed', Closed> = {
  scope: 'assignment',
  id: 'not-routed',
  group: 'addresses',
  name: 'No way to the target',
  severities: ['stop'],
  asks: 'all',
  guide: 'No wire brings the message to the target, or one on the way stops it.',
  say: ({ from, to, why, channel, port }) => {
    const [start, end] = [from ?? 'this controller', to ?? 'the target'];
    return {
      title: `Nothing of it arrives at ${end}.`,
      reason:
        why === 'no-wire'
          ? `No wire leads from ${start} to ${end}.`
          : why === 'other-port'
            ? `It goes out of ${port} of ${start}, and no wire leads from there to ${end}.`
            : why === 'not-remote'
              ? `The wire from ${start} to ${end} is not enabled for remote control.`
              : `The wire does not let ${why === 'channel' ? `channel ${channel}` : 'this kind of message'} through.`,
    };
  },
  find: ({ index }, assignment, outcome) =>
    unheard(index, outcome, 'no-wire').map((parameter) => {
      const home = homeOf(index, assignment);
      const target = index.targets.get(parameter.targetId);
      const send = sendsFor(assignment, parameter.id)[0]?.send ?? null;
      const message = send?.message ?? null;
      const port = send ? outletOf(index, assignment.controlId, send) : '';
      const towards = (from: string) => (home && target ? wiresTowards(index, home.controller.id, target.id, from) : []);
      const why =
        port !== '' && towards(port).length === 0 && towards('').length > 0 ? elsewhere(port) : whyClosed(towards(port), message);
      return {
        severity: 'stop',
        parameterId: parameter.id,
        facts: { from: home?.controller.name ?? null, to: target?.name ?? null, ...why },
      };
    }),
  fixes: (context, finding) => routeFixes(context.index, subjectOf(context, finding), finding, context.newId),
};

const elsewhere = (port: string): Pick<Closed, 'why' | 'channel' | 'port'> => ({ why: 'other-port', channel: null, port });

/** Whether a wire keeps a channel off; what has no channel passes. */
const shuts = (wire: Wire, channel: Channel | null): boolean =>
  wire.channels !== null && channel !== null && !wire.channels.includes(channel);

function whyClosed(wires: readonly Wire[], message: Message | null): Pick<Closed, 'why' | 'channel'> {
  const channel = message && 'channel' in message ? message.channel : null;
  if (wires.length === 0) return { why: 'no-wire', channel };
  if (wires.some((w) => !w.forRemote)) return { why: 'not-remote', channel };
  return { why: wires.some((w) => shuts(w, channel)) ? 'channel' : 'kind', channel };
}

function routeFixes(index: RigIndex, assignment: Assignment | undefined, finding: Finding, newId: () => string): readonly Fix[] {
  const home = assignment && homeOf(index, assignment);
  const targetId = index.parameters.get(finding.parameterId ?? '')?.targetId ?? '';
  const target = index.targets.get(targetId);
  const message = assignment ? messageFor(assignment, finding.parameterId) : null;
  if (!home || !target || !message) return [];
  const wires = wiresTowards(index, home.controller.id, targetId);
  const away = sendsFor(assignment, finding.parameterId).flatMap(({ send, at }): Fix[] => {
    const port = outletOf(index, assignment.controlId, send);
    if (port === '' || wires.length === 0 || wiresTowards(index, home.controller.id, targetId, port).length > 0) return [];
    const there = wires.find((w) => w.from.unitId === home.controller.id)?.from.port ?? '';
    const edit = changePort(assignment, at, there);
    return edit ? [{ label: there === '' ? 'Send it out of every port' : `Send it out of ${there}`, edit }] : [];
  });
  if (away.length > 0) return away;
  if (wires.length === 0) {
    const label = `Draw a wire from ${home.controller.name} to ${target.name}`;
    const made = wire(home.controller, target, nextOrder(index.rig.wires), newId);
    return [{ label, edit: batch(label, [insert('wires', made)]) }];
  }
  const channel = 'channel' in message ? message.channel : null;
  return wires.flatMap((wire): Fix[] => {
    if (passesAs(wire, carrierOf(message.type), channel ?? 0) === 'remote') return [];
    const label = wire.forRemote ? 'Let it through the wire' : 'Enable the wire for remote control';
    const channels =
      shuts(wire, channel) && channel !== null ? [...(wire.channels ?? []), channel].sort((a, b) => a - b) : wire.channels;
    const types =
      wire.types === null || wire.types.includes(carrierOf(message.type)) ? wire.types : [...wire.types, carrierOf(message.type)];
    return [wireFix(wire, label, { forRemote: true, channels, types })];
  });
}

type HeardTwice = {
  readonly times: number;
  readonly counts: boolean;
  readonly controller: string;
  readonly target: string | null;
};

/** Two ways to one target double every message: what counts presses counts two. */
export const heardTwice: AssignmentCheck<'heard-twice', HeardTwice> = {
  scope: 'assignment',
  id: 'heard-twice',
  group: 'addresses',
  name: 'Heard twice',
  severities: ['stop', 'caution'],
  asks: 'all',
  guide: 'Two ways lead to the target; what counts presses counts each one twice.',
  say: ({ times, counts, controller, target }) => ({
    title: counts ? `Each press counts ${times} times.` : `Everything arrives ${times} times.`,
    reason: `${times} ways lead from ${controller} to ${target ?? 'the target'}; each carries the message.`,
  }),
  find: (context, assignment) => {
    const { index } = context;
    const home = homeOf(index, assignment);
    if (!home) return [];
    const told = new Set<string>();
    return sendsFor(assignment, null).flatMap(({ send }) => {
      return send.meant.flatMap((id): Found<HeardTwice>[] => {
        const parameter = index.parameters.get(id);
        if (!parameter || told.has(parameter.targetId)) return [];
        const landings = index.landingsOf.get(id) ?? [];
        const times = timesHeard(context, assignment, send, parameter.targetId, landings);
        if (times < 2) return [];
        told.add(parameter.targetId);
        // What listens for something else counts nothing of this.
        const counts = hearing(index, assignment, send).some((l) => l.parameterId === id && modeOf(l.mode).counts);
        return [
          {
            severity: counts ? 'stop' : 'caution',
            parameterId: id,
            facts: {
              times,
              counts,
              controller: home.controller.name,
              target: index.targets.get(parameter.targetId)?.name ?? null,
            },
          },
        ];
      });
    });
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(index, assignment);
    const targetId = index.parameters.get(finding.parameterId ?? '')?.targetId ?? '';
    if (!home) return [];
    return wiresTowards(index, home.controller.id, targetId).flatMap((wire): Fix[] => {
      const names = `${nameOf(index, wire.from.unitId)} → ${nameOf(index, wire.to.unitId)}`;
      return [
        ...(wire.passesOn ? [wireFix(wire, `Pass nothing on over ${names}`, { passesOn: false })] : []),
        // Notes that only play may well come twice: whether they do is the player's to say.
        wireFix(wire, `Switch ${names} off for remote control`, { forRemote: false }),
      ];
    });
  },
};

const nameOf = (index: RigIndex, id: string): string => index.controllers.get(id)?.name ?? index.targets.get(id)?.name ?? '?';

/** A controller and a target that show one number differently: what is typed into one is not what is typed into the other. */
export const basesDiffer: ControllerCheck<
  'bases-differ',
  {
    readonly controller: string;
    readonly target: string;
    readonly channels: readonly string[];
    readonly programs: readonly string[];
    readonly octaves: readonly string[];
  }
> = {
  scope: 'controller',
  id: 'bases-differ',
  group: 'addresses',
  name: 'Devices that count differently',
  severities: ['note'],
  guide: 'Controller and target show channels, programs or octaves differently: what is typed differs.',
  say: ({ controller, target, channels, programs, octaves }) => {
    const differ = [
      ...(channels.length > 0 ? [`channels from ${channels.join(' and ')}`] : []),
      ...(programs.length > 0 ? [`programs from ${programs.join(' and ')}`] : []),
      ...(octaves.length > 0 ? [`note 60 as ${octaves.map((c) => `C${c}`).join(' and ')}`] : []),
    ];
    return {
      title: `${controller} and ${target} count differently.`,
      reason: `They show ${differ.join(', ')}. The sheet writes each number as its own device shows it: do not copy one into the other.`,
    };
  },
  find: ({ index }, controller) => {
    const a = controller.firmware.shows;
    const targets = new Map<string, Set<string>>();
    for (const control of index.controlsOf.get(controller.id) ?? []) {
      for (const assignment of index.assignmentsOf.get(control.id) ?? []) {
        for (const action of assignment.actions) {
          if (action.type !== 'send') continue;
          for (const id of action.meant) {
            const targetId = index.parameters.get(id)?.targetId ?? '';
            const kinds = targets.get(targetId);
            if (kinds) kinds.add(action.message.type);
            else targets.set(targetId, new Set([action.message.type]));
          }
        }
      }
    }
    return [...targets].flatMap(([targetId, kinds]) => {
      const target = index.targets.get(targetId);
      if (!target || !routesFrom(index, controller.id).some((r) => r.target.id === targetId)) return [];
      const b = target.reception.shows;
      const names = a.notes === 'name' && b.notes === 'name';
      const pair = (one: number, other: number, matters: boolean): readonly string[] =>
        matters && one !== other ? [String(one), String(other)] : [];
      const channels = pair(a.channelBase, b.channelBase, true);
      const programs = pair(a.programBase, b.programBase, kinds.has('program'));
      const octaves = pair(a.middleC, b.middleC, kinds.has('note') && names);
      if (channels.length + programs.length + octaves.length === 0) return [];
      return [
        {
          severity: 'note',
          facts: { controller: controller.name, target: target.name, channels, programs, octaves },
        },
      ];
    });
  },
  fixes: noFixes,
};
