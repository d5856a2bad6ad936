// What the firmware of a controller cannot send: kinds of message, ways of sending values, what an encoder says as it is turned.
import { usualSetup } from '../bench';
import { changeBehaviour, changeLanding, landingsFor, patch } from '../commands';
import { shortName } from '../midi';
import {
  type Assignment,
  alternates,
  type Behaviour,
  batch,
  type Edit,
  type Firmware,
  type RigIndex,
  type Send,
  sendsMoves,
  standInOf,
} from '../rig';
import type { AssignmentCheck, CheckContext, Finding, Fix } from './finding';
import { alternating, always, homeOf, sendsFor, whileHeld } from './fix-parts';

/** A kind of message, or a way of sending values, that the firmware has not. */
export const cannotSend: AssignmentCheck<
  'cannot-send',
  { readonly what: 'message' | 'values' | 'clicks' | 'positions' | 'clock'; readonly message: string; readonly mode: string }
> = {
  scope: 'assignment',
  id: 'cannot-send',
  group: 'gestures',
  name: 'More than the firmware can send',
  severities: ['stop'],
  asks: 'all',
  guide: 'The firmware does not send this kind of message, or values in this way.',
  say: ({ what, message, mode }) =>
    what === 'clock'
      ? {
          title: 'This controller sends no clock whose tempo could be set.',
          reason: 'Nothing comes of that part of the function.',
        }
      : {
          title: `This controller cannot send ${what === 'message' ? `${message} messages` : what === 'values' ? `${modeWords[mode] ?? mode} values` : what === 'positions' ? 'where an encoder stands, only its clicks' : 'these clicks'}.`,
          reason: 'Its firmware does not offer it, so it cannot be entered.',
        },
  find: ({ index }, assignment) => {
    const home = homeOf(index, assignment);
    if (!home) return [];
    const { firmware } = home.controller;
    const move = assignment.gesture.type === 'move';
    // In a layer of the software the controller sends what Base holds.
    const played = standInOf(index, assignment) ?? assignment;
    const lacks = sendsFor(played, null).flatMap(({ send }) => {
      const { behaviour, message } = send;
      const mode = behaviour.type;
      const lack = (what: 'message' | 'values' | 'clicks' | 'positions') => [{ what, message: shortName(message), mode }];
      return [
        ...(firmware.messages.includes(message.type) ? [] : lack('message')),
        ...(move || turns(behaviour) || firmware.switchModes.includes(behaviour.type) ? [] : lack('values')),
        ...((move || mode !== 'range') && !sendsMoves(home.control, firmware, behaviour)
          ? lack(mode === 'range' ? 'positions' : 'clicks')
          : []),
      ];
    });
    // Two lists in turn need a firmware that knows whose turn it is.
    const inTurn = !move && alternates(played.actions) && !firmware.switchModes.includes('latching');
    const clockless = home.controller.clock === null && played.actions.some((a) => a.type === 'tempo');
    const [first] = [
      ...(clockless ? [{ what: 'clock' as const, message: '', mode: '' }] : []),
      ...lacks,
      ...(inTurn ? [{ what: 'values' as const, message: '', mode: 'latching' }] : []),
    ];
    if (first === undefined) return [];
    return [
      {
        severity: 'stop',
        facts: first,
      },
    ];
  },
  fixes: (context, finding) => canFixes(context, finding),
};

/** Whether values go out as something is moved or turned, or by how hard it is struck: no switch mode is asked for. */
const turns = (b: Behaviour): b is Extract<Behaviour, { type: 'range' | 'relative' | 'click' }> =>
  b.type === 'range' || b.type === 'relative' || b.type === 'click';

const modeWords: Readonly<Record<string, string>> = {
  momentary: 'momentary',
  latching: 'alternating',
  fixed: 'fixed',
  stepping: 'counting',
};

function canFixes({ index }: CheckContext, finding: Finding): readonly Fix[] {
  const assignment = index.assignments.get(finding.subjectId);
  const firmware = assignment ? homeOf(index, assignment)?.controller.firmware : undefined;
  if (!assignment || !firmware) return [];
  const played = standInOf(index, assignment) ?? assignment;
  if (finding.facts.what === 'clock') return clockInstead(index, played);
  return sendsFor(played, null).flatMap(({ send, at }): Fix[] => {
    const { behaviour } = send;
    if (behaviour.type === 'range' && assignment.gesture.type === 'move') return clicksInstead(index, played, firmware, send, at);
    if (turns(behaviour) || firmware.switchModes.includes(behaviour.type)) return [];
    const ways = [always(127), whileHeld(127, 0), alternating(127, 0)];
    return ways.flatMap((way): Fix[] => {
      if (turns(way) || !firmware.switchModes.includes(way.type)) return [];
      const edit = changeBehaviour(played, at, way);
      return edit ? [{ label: `Send ${modeWords[way.type]} values`, edit }] : [];
    });
  });
}

/** The clock that a function sets. */
function clockInstead(index: RigIndex, assignment: Assignment): Fix[] {
  const controller = homeOf(index, assignment)?.controller;
  const bpm = assignment.actions.flatMap((a) => (a.type === 'tempo' && a.bpm !== null ? [a.bpm] : []))[0] ?? usualSetup.tempo.bpm;
  if (!controller) return [];
  const label = `Let ${controller.name} send a clock, at ${bpm} BPM`;
  return [{ label, edit: batch(label, patch('controllers', controller, { clock: { bpm } })) }];
}

/** Clicks in place of positions, for an encoder that sends no others; its target reads them as such, where it can. */
function clicksInstead(index: RigIndex, assignment: Assignment, firmware: Firmware, send: Send, at: number): Fix[] {
  const hearing = landingsFor(index, assignment, send);
  return firmware.encoderModes.flatMap((coding): Fix[] => {
    if (coding === 'absolute' || coding === 'each-way') return [];
    const edit = changeBehaviour(assignment, at, { type: 'relative', coding, acceleration: 1 });
    const heard = hearing.flatMap((landing): Edit[] => {
      const { reception } = index.targets.get(landing.targetId) ?? {};
      const reads = reception?.modes.includes('relative') && reception.relativeEncodings.includes(coding);
      return reads ? [changeLanding(landing, { mode: 'relative', coding }, CLICKS)] : [];
    });
    return edit ? [{ label: CLICKS, edit: batch(CLICKS, [edit, ...heard]) }] : [];
  });
}

const CLICKS = 'Send clicks';
