// What kinds of voice there are, and what is heard of a target.
import { groupBy } from '../base';
import type { Parameter, Target } from '../rig';
import { type Part, partOf } from './part';

/** Tones that hold, tones that are struck, or four struck tones over and over. */
export type VoiceKind = 'drone' | 'struck' | 'loop';
/** All kinds, as they are offered. */
export const voiceKinds: readonly VoiceKind[] = ['drone', 'struck', 'loop'];

/** What a player calls them. */
export const voiceKindWords: Readonly<Record<VoiceKind, string>> = { drone: 'a drone', struck: 'struck tones', loop: 'a loop' };

const usual: Readonly<Record<Target['kind'], VoiceKind | null>> = {
  plugin: 'drone',
  host: 'drone',
  mixer: 'loop',
  looper: 'loop',
  sampler: 'struck',
  lighting: null,
  'cue-player': null,
};

/** The voice of a target for which nothing was chosen; null for what makes no sound. */
export const usualVoice = (target: Target): VoiceKind | null => usual[target.kind];

const partWords: Readonly<Record<Part, string>> = {
  volume: 'volume',
  pan: 'left and right',
  cutoff: 'filter',
  'low cut': 'low cut',
  resonance: 'resonance',
  mix: 'how much echo',
  delay: 'echo',
  feedback: 'echo of the echo',
  pitch: 'pitch',
  ring: 'how long it rings',
  note: 'note',
  tone: 'a tone each',
  bypass: 'without effects',
  mute: 'silence',
  strike: 'a strike each',
};

/** What is heard of a target: for each part of the voice the names of the parameters that move it, and at the end those of which nothing is heard. */
export function heardWords(parameters: readonly Parameter[]): readonly { readonly as: string; readonly names: string }[] {
  const of = groupBy(parameters, (parameter) => {
    const part = partOf(parameter);
    return part === null ? '' : partWords[part];
  });
  const silent = of.get('') ?? [];
  const heard = [...of].filter(([as]) => as !== '');
  return [...heard, ...(silent.length > 0 ? [['not heard', silent] as const] : [])].map(([as, list]) => ({
    as,
    names: list.map((parameter) => parameter.name).join(', '),
  }));
}
