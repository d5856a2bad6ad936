// How a stand-in voice stands, from the values of the parameters of its target.
import { clamp } from '../base';
import type { Parameter } from '../rig';
import { makeScale } from '../values';
import { hertzIn, LONGEST_DELAY_S, type Part, partOf, secondsIn } from './part';

/** How a voice sounds now. */
export interface VoiceSetting {
  /** 0–1, as a factor of the amplitude. */
  readonly level: number;
  /** −1 left, 1 right. */
  readonly pan: number;
  /** 20–20,000. */
  readonly cutoffHz: number;
  /** 20–20,000. */
  readonly lowCutHz: number;
  /** Quality of the filter, 0.7–12. */
  readonly resonance: number;
  /** Part of the echo, 0–1. */
  readonly mix: number;
  /** 0.001–2. */
  readonly delayS: number;
  /** Part of the echo that is echoed again, 0–0.9: below what would grow. */
  readonly feedback: number;
  /** Away from the note of the voice, −36 to 36. */
  readonly semitones: number;
  /** How long a struck tone rings, 0.05–12. */
  readonly ringS: number;
  /** For each toggle that has a tone of its own, in the order of its parameters, whether it sounds. */
  readonly tones: readonly boolean[];
}

const LOUDEST_FEEDBACK = 0.9;
const SHARPEST = 12;
const LONGEST_RING_S = 12;
const FLAT = 0.7;
const WIDEST_ST = 36;
const HIGHEST_HZ = 20_000;
const LOWEST_HZ = 20;
/** Of a fader in decibels: at its lowest end and below this it is silent. */
const SILENT_DB = -60;
/** How much echo there is where nothing says it. */
const USUAL_MIX = 0.4;

/** The degrees of a scale of five tones, in semitones: whatever sounds together goes together. */
const FIVE = [0, 2, 4, 7, 9];
/** Semitones of a step of that scale, upwards from 0. */
const degree = (step: number): number => 12 * Math.floor(step / FIVE.length) + (FIVE[step % FIVE.length] ?? 0);

/** So many different tones a voice has: the next ones are the first ones again, for higher ones would hurt. */
const TONES = 10;

/** What is heard of a tone as a tone; beyond it is the same one an octave nearer. Hertz; common practice, no source. */
const [LOWEST_TONE, HIGHEST_TONE] = [27.5, 4200];

/**
 * The frequency of a tone of a voice, in hertz, 27.5–4,200; `voice` and `tone` are counted from 0. Tones stand in a scale of five above A (110 Hz, as A4 is 440 Hz in
 * ISO 16); what lies beyond is folded back by octaves.
 */
export function toneHz(voice: number, tone: number, semitones: number): number {
  const up = degree((voice * 2) % FIVE.length) + degree(tone === 0 ? 0 : ((tone - 1) % TONES) * 2 + 3);
  let hertz = 110 * 2 ** ((up + clamp(semitones, -WIDEST_ST, WIDEST_ST)) / 12);
  while (hertz > HIGHEST_TONE) hertz /= 2;
  while (hertz < LOWEST_TONE) hertz *= 2;
  return hertz;
}

interface Reading {
  readonly parameter: Parameter;
  readonly value: number;
  /** Its place on its travel, 0–1. */
  readonly at: number;
}

function levelOf({ parameter, value, at }: Reading): number {
  // A taper as faders have it: the square of the travel. Common practice, no source.
  if (parameter.unit !== 'dB') return at * at;
  if (value <= parameter.lowest && parameter.lowest <= SILENT_DB) return 0;
  return clamp(10 ** ((value - parameter.highest) / 20), 0, 1);
}

const hertzOf = ({ parameter, value, at }: Reading): number => {
  const hertz = hertzIn[parameter.unit];
  return hertz === undefined ? 80 * 150 ** at : value * hertz;
};

const secondsOf = ({ parameter, value, at }: Reading, most: number): number => {
  const seconds = secondsIn[parameter.unit];
  return seconds === undefined ? at * most : value * seconds;
};

function semitonesOf({ parameter, value, at }: Reading): number {
  if (parameter.kind === 'stepped') return degree(Math.max(0, Math.round(value - parameter.lowest)));
  if (parameter.unit === 'st') return value;
  return parameter.unit === 'ct' ? value / 100 : 24 * at - 12;
}

/**
 * How a voice stands, from its parameters and their values, in their units; what nobody knows (not a number) counts as not there. Several parameters on one part: levels are
 * multiplied, places and pitches added, of filters the one that takes away more.
 */
export function voiceSetting(
  parameters: readonly Parameter[],
  stands: (parameterId: string) => number | undefined,
): VoiceSetting {
  const of = new Map<Part, Reading[]>();
  const tones: boolean[] = [];
  for (const parameter of parameters) {
    const part = partOf(parameter);
    if (part === null) continue;
    const value = stands(parameter.id) ?? parameter.start;
    if (part === 'tone') tones.push(value >= 0.5);
    if (Number.isNaN(value)) continue;
    const at = makeScale(parameter.scale, parameter.lowest, parameter.highest).toPosition(value);
    const readings = of.get(part);
    const reading = { parameter, value, at: clamp(at, 0, 1) };
    if (readings) readings.push(reading);
    else of.set(part, [reading]);
  }
  const all = (part: Part, read: (reading: Reading) => number): readonly number[] => of.get(part)?.map(read) ?? [];
  const sum = (numbers: readonly number[]): number => numbers.reduce((before, each) => before + each, 0);
  const at = ({ at: place }: Reading): number => place;
  const on = (part: Part): boolean => all(part, ({ value }) => value).some((value) => value >= 0.5);
  const passed = on('bypass');
  const echoes = of.has('delay') || of.has('feedback');
  const delays = all('delay', (r) => secondsOf(r, 0.6));
  const rings = all('ring', (r) => secondsOf(r, 4));
  const mixes = all('mix', at);
  return {
    level: on('mute') ? 0 : all('volume', levelOf).reduce((before, each) => before * each, 1),
    pan: passed ? 0 : clamp(sum(all('pan', (r) => 2 * r.at - 1)), -1, 1),
    cutoffHz: passed ? HIGHEST_HZ : clamp(Math.min(HIGHEST_HZ, ...all('cutoff', hertzOf)), LOWEST_HZ, HIGHEST_HZ),
    lowCutHz: passed ? LOWEST_HZ : clamp(Math.max(LOWEST_HZ, ...all('low cut', hertzOf)), LOWEST_HZ, HIGHEST_HZ),
    resonance: passed ? FLAT : Math.max(FLAT, ...all('resonance', (r) => FLAT + (SHARPEST - FLAT) * r.at)),
    mix: passed ? 0 : mixes.length > 0 ? Math.max(...mixes) : echoes ? USUAL_MIX : 0,
    delayS: clamp(delays.length > 0 ? sum(delays) : 0.25, 0.001, LONGEST_DELAY_S),
    feedback: Math.min(
      LOUDEST_FEEDBACK,
      Math.max(of.has('feedback') ? 0 : 0.25, ...all('feedback', (r) => LOUDEST_FEEDBACK * r.at)),
    ),
    semitones: clamp(sum([...all('pitch', semitonesOf), ...all('note', semitonesOf)]), -WIDEST_ST, WIDEST_ST),
    ringS: clamp(rings.length > 0 ? Math.max(...rings) : 1.2, 0.05, LONGEST_RING_S),
    tones,
  };
}
