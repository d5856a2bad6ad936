// One landing with one message, whatever its mode.
import { clamp } from '../base';
import { carriesValue, countsAsOn, type MessageType } from '../midi';
import { makeScale } from '../values';
import { chosenValues } from './chosen';
import { modeOf, type ReceiveMode } from './list';
import type { HeardBy, HeardParameter, HeardRange, HearValue, ModeContext } from './mode';
import { nextStored } from './stored';
import { makeTravel, type Travel } from './travel';

export interface Hear {
  readonly value: HearValue;
  /** The new value after data increment or decrement (MIDI 1.0, CC 96 and 97): one step either way. */
  readonly step: (now: number, by: 1 | -1) => number;
  /** The message value 0–`most` that tells where a value stands; null where the landing tells nothing of it. */
  readonly sentBack: (type: MessageType, value: number, most: number) => number | null;
}

type HeardLanding = HeardRange & { readonly mode: ReceiveMode };

/**
 * Compiles a landing. Values count as on from the target's threshold, in 14 bits from 128 times it; notes read velocity with
 * threshold 1 (a note-off is 0); a message without a value always qualifies.
 */
export function makeHear(landing: HeardLanding, parameter: HeardParameter, reception: HeardBy): Hear {
  const mode = modeOf(landing.mode);
  const on = (type: MessageType, value: number): boolean => countsAsOn(type, value, reception.threshold);
  const acts = (type: MessageType, value: number): boolean => reception.actsOn === 'any-message' || on(type, value);
  const nudge = makeNudge(landing, parameter, reception);
  const context: ModeContext = { landing, parameter, on, acts, nudge };
  const plain = mode.needsOn ? on : acts;
  const chosen = chosenValues(mode.needs, landing);
  const fires = (type: MessageType, value: number): boolean =>
    chosen && carriesValue(type) ? value >= chosen.from && value <= chosen.to : plain(type, value);
  const { lowest, highest, empty } = parameter;
  const hear = mode.hear(context);
  // Ranges are edited apart from what lands in them, and sums are not exact: wherever a landing points, no parameter leaves its own range.
  const inside: HearValue = (type, value, now) => clamp(hear(type, value, now), lowest, highest);
  // What nothing is stored under is not loaded. Common practice, no source.
  const kept: HearValue = empty
    ? (type, value, now) => {
        const next = inside(type, value, now);
        return empty.has(next) ? now : next;
      }
    : inside;
  return {
    value: parameter.kind === 'trigger' ? (type, value, now) => (fires(type, value) ? now + 1 : now) : kept,
    step: nudge,
    sentBack: (type, value, most) => mode.sentBack(context, type, value, most),
  };
}

/** The travel of a landing that has one: on a continuous parameter, in a mode that travels. Null where takeover means nothing. */
export const travelOf = (landing: HeardLanding, parameter: HeardParameter): Travel | null =>
  modeOf(landing.mode).travels && parameter.kind === 'continuous' ? makeTravel(landing, parameter) : null;

/** Moves a parameter by clicks of the target's step, clamped to the landing's range; a reversed range runs backwards. */
function makeNudge(landing: HeardLanding, parameter: HeardParameter, { relativeStep }: HeardBy): ModeContext['nudge'] {
  const low = clamp(Math.min(landing.from, landing.to), parameter.lowest, parameter.highest);
  const high = clamp(Math.max(landing.from, landing.to), parameter.lowest, parameter.highest);
  const way = landing.to < landing.from ? -1 : 1;
  const { empty } = parameter;
  if (empty) return (now, clicks) => stepsOn(now, way * clicks, low, high, empty);
  if (parameter.kind !== 'continuous') return (now, clicks) => clamp(now + way * clicks, low, high);
  const scale = makeScale(parameter.scale, parameter.lowest, parameter.highest);
  return (now, clicks) => clamp(scale.toValue(scale.toPosition(now) + way * clicks * relativeStep), low, high);
}

/** As many stored steps on, one after another, as far as there are any. */
function stepsOn(now: number, clicks: number, low: number, high: number, empty: ReadonlySet<number>): number {
  let at = now;
  for (let i = 0; i < Math.abs(clicks); i++) at = nextStored(at, clicks > 0 ? 1 : -1, low, high, empty);
  return at;
}
