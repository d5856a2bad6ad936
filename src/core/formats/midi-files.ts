// Two MIDI files of a rig: one that sets every parameter to its start of the show, one that plays every function once, with markers.
import { sentByOne, showValue, surroundingsOf } from '../bench';
import { meantNames } from '../commands';
import { kindOf, makePut, noSysex, type PackedMessage, shortName, valueMax } from '../midi';
import { makeHear, modeOf } from '../modes';
import { contentsOf, eachStep, type Landing, type Parameter, type Reception, type RigIndex } from '../rig';
import type { LeftOut } from './left-out';
import { type Marker, type TimedMessage, writeSmf } from './smf';

export interface MidiFile {
  readonly bytes: Uint8Array;
  /** Parameters set, or functions played. */
  readonly done: number;
  /** What is left out, and why. */
  readonly left: readonly LeftOut[];
}

/** Milliseconds between two values, so that no wire is overrun: a DIN wire needs 3 ms for the longest of them. */
const SET_UP_STEP = 20;
/** Milliseconds of silence between two functions. */
const TEST_GAP = 400;

/**
 * Sends every parameter the message value that comes nearest to its start. Left out are parameters that nothing lands on, that only flip,
 * step or fire, and those whose start no value comes within one step of. What loads other values comes first, so that what it puts is set after it.
 */
export function setUpFile(index: RigIndex): MidiFile {
  const messages: TimedMessage[] = [];
  const markers: Marker[] = [];
  const left: LeftOut[] = [];
  let atMs = 0;
  let done = 0;
  const loads = (p: Parameter): boolean => index.presetsOf.has(p.id);
  for (const parameter of [...index.rig.parameters].sort((a, b) => Number(loads(b)) - Number(loads(a)))) {
    const target = index.targets.get(parameter.targetId);
    const name = `${target?.name ?? '?'}: ${parameter.name}`;
    const landings = (index.landingsOf.get(parameter.id) ?? []).filter((l) => l.hostLayerId === null);
    if (landings.length === 0) left.push({ code: 'not-heard', of: name });
    else if (parameter.kind === 'trigger') left.push({ code: 'no-state', of: name });
    else {
      const found = target && !isEmpty(index, parameter) && settingOf(landings, parameter, target.reception);
      if (!found) left.push({ code: 'not-reached', of: name, value: showValue(parameter, parameter.start) });
      else {
        markers.push({ atMs, text: `${name} = ${showValue(parameter, parameter.start)}` });
        const words: PackedMessage[] = [];
        makePut(found.landing.address, false, noSysex)(found.value, words);
        messages.push(...words.map((word) => ({ atMs, word })));
        atMs += SET_UP_STEP;
        done++;
      }
    }
  }
  return { bytes: writeSmf(messages, [], markers), done, left };
}

/** Whether nothing is stored under the step at which a parameter starts: no message chooses it. */
const isEmpty = (index: RigIndex, { id, start }: Parameter): boolean =>
  contentsOf(index.presetsOf.get(id) ?? []).get(start)?.stored === false;

/** The landing and message value that bring a parameter nearest to its start; null where none comes within a hundredth of its range. */
function settingOf(
  landings: readonly Landing[],
  parameter: Parameter,
  reception: Reception,
): { readonly landing: Landing; readonly value: number } | null {
  let best: { landing: Landing; value: number; off: number } | null = null;
  for (const landing of landings.flatMap(eachStep)) {
    const { type } = landing.address;
    const { carries } = kindOf(type);
    if (carries === 'nothing' || modeOf(landing.mode).fromNow) continue;
    const { value: hear } = makeHear(landing, parameter, reception);
    const max = carries === 'choice' ? 0 : valueMax(type);
    for (let value = 0; value <= max; value++) {
      const off = Math.abs(hear(type, value, Number.NaN) - parameter.start);
      if (off < (best?.off ?? Number.POSITIVE_INFINITY)) best = { landing, value, off };
      if (off === 0) break;
    }
  }
  return best && best.off <= (parameter.highest - parameter.lowest) / 100 ? best : null;
}

/**
 * Plays every function of the rig once, as the controllers would send it from their places, a marker before each. What is dangerous to fire
 * (tagged *hazard*) is left out unless it is asked for, and so is what cannot be played.
 */
export function testFile(index: RigIndex, dangerous: 'left-out' | 'played' = 'left-out'): MidiFile {
  const around = surroundingsOf(index);
  const messages: TimedMessage[] = [];
  const markers: Marker[] = [];
  const left: LeftOut[] = [];
  let atMs = 0;
  let done = 0;
  for (const assignment of index.rig.assignments) {
    const control = index.controls.get(assignment.controlId);
    const unit = index.controllers.get(control?.controllerId ?? '');
    const bank = assignment.bank === null ? '' : `, bank ${assignment.bank}`;
    const name = `${unit?.name ?? '?'} ${control?.name ?? '?'} ${assignment.gesture.type}${bank}: ${meantNames(index, assignment)}`;
    const meant = assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : []));
    if (dangerous === 'left-out' && meant.some((id) => index.parameters.get(id)?.tags.includes('hazard'))) {
      left.push({ code: 'dangerous', of: name });
      continue;
    }
    const sent = sentByOne(index, assignment, around);
    if (!sent || sent.length === 0) {
      left.push({ code: sent ? 'sends-nothing' : 'not-playable', of: name });
      continue;
    }
    const first = assignment.actions.find((a) => a.type === 'send');
    markers.push({ atMs, text: first?.type === 'send' ? `${name} (${shortName(first.message)})` : name });
    for (const message of sent) messages.push({ atMs: atMs + message.atMs, word: message.word });
    atMs += (sent.at(-1)?.atMs ?? 0) + TEST_GAP;
    done++;
  }
  return { bytes: writeSmf(messages, around.sysex.bytes, markers), done, left };
}
