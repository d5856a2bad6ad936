// Which part of a stand-in voice a parameter moves.
import type { Parameter } from '../rig';

/**
 * What can be heard of a parameter: its loudness, where it stands, its filters, an echo, its pitch, how long it rings; a toggle sounds a tone of its own while it is
 * on, a stepped parameter chooses the note, a trigger strikes one.
 */
export type Part =
  | 'volume'
  | 'pan'
  | 'cutoff'
  | 'low cut'
  | 'resonance'
  | 'mix'
  | 'delay'
  | 'feedback'
  | 'pitch'
  | 'ring'
  | 'note'
  | 'tone'
  | 'bypass'
  | 'mute'
  | 'strike';

const words: Readonly<Record<string, Part>> = {
  volume: 'volume',
  level: 'volume',
  gain: 'volume',
  expression: 'volume',
  pan: 'pan',
  balance: 'pan',
  cutoff: 'cutoff',
  tone: 'cutoff',
  brightness: 'cutoff',
  'low cut': 'low cut',
  resonance: 'resonance',
  mix: 'mix',
  'dry/wet': 'mix',
  delay: 'delay',
  'pre-delay': 'delay',
  feedback: 'feedback',
  pitch: 'pitch',
  detune: 'pitch',
  transpose: 'pitch',
  release: 'ring',
  decay: 'ring',
  ring: 'ring',
  sustain: 'ring',
};

/** Seconds in one of a unit of time. */
export const secondsIn: Readonly<Record<string, number>> = { s: 1, ms: 0.001 };
/** Hertz in one of a unit of frequency. */
export const hertzIn: Readonly<Record<string, number>> = { Hz: 1, kHz: 1000 };

/** An echo is up to so many seconds late; what takes longer is how long something rings. */
export const LONGEST_DELAY_S = 2;
/** A filter that only goes so high takes away what is below it. */
const LOW_CUT_HZ = 1000;

function byUnit({ unit, highest }: Parameter): Part | null {
  if (unit === 'dB') return 'volume';
  if (unit === 'st' || unit === 'ct') return 'pitch';
  const hertz = hertzIn[unit];
  if (hertz !== undefined) return highest * hertz > LOW_CUT_HZ ? 'cutoff' : 'low cut';
  const seconds = secondsIn[unit];
  if (seconds !== undefined) return highest * seconds > LONGEST_DELAY_S ? 'ring' : 'delay';
  return null;
}

/**
 * The part of a voice that a parameter moves: by its role, by its name where it has none, then by its unit; null where nothing of it would be heard. A matter of taste, no
 * source: a role says it otherwise.
 */
export function partOf(parameter: Parameter): Part | null {
  const { kind, role, name } = parameter;
  const word = (role.trim() || name.trim()).toLowerCase();
  if (kind === 'trigger') return 'strike';
  if (kind === 'stepped') return 'note';
  if (kind === 'toggle') return word === 'mute' || word === 'bypass' ? word : 'tone';
  return (Object.hasOwn(words, word) ? words[word] : undefined) ?? byUnit(parameter);
}
