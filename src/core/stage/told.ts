// A transition told: plain data that a worker, a file or a screen takes.
import type { RigIndex } from '../rig';
import { usualWayOptions, type WayOptions } from './ground';
import { type Transition, transitionsOf, type WayMemory } from './show';
import { leapWords, stepWords, transitionWords } from './way-words';

export interface ToldTransition {
  readonly songId: string;
  readonly song: string;
  /** The section that it leads to: its place in the song, and its name. */
  readonly at: number;
  readonly section: string;
  /** What the hand does, in words; null where no way was found. */
  readonly gestures: readonly string[] | null;
  /** Milliseconds from the first touch to the last; null without a way. */
  readonly ms: number | null;
  /** Milliseconds that there are; null where it does not matter. */
  readonly availableMs: number | null;
  readonly inTime: boolean;
  readonly hazards: number;
  /** Presses that make things louder by more than 6 dB at once, each in a sentence. */
  readonly leaps: readonly string[];
  /** Names of parameters that are left changed without being asked for. */
  readonly leftChanged: readonly string[];
  /** Whether nothing better exists, or nothing at all. */
  readonly proved: boolean;
  /** All of it in sentences. */
  readonly words: readonly string[];
}

/** Every transition of every song of a rig, told as it is found. */
export function* toldTransitions(
  index: RigIndex,
  options: WayOptions = usualWayOptions,
  memory: WayMemory = [],
): Generator<ToldTransition, undefined> {
  for (const transition of transitionsOf(index, options, memory)) yield toldOf(index, transition);
}

function toldOf(index: RigIndex, transition: Transition): ToldTransition {
  const { song, at, availableMs, way } = transition;
  const found = way.type === 'way' ? way : null;
  return {
    songId: song.id,
    song: song.name,
    at,
    section: song.sections[at]?.name ?? '',
    gestures: found?.steps.map((step) => stepWords(index, step)) ?? null,
    ms: found === null ? null : Math.round(found.cost.ms),
    availableMs: availableMs === null ? null : Math.round(availableMs),
    inTime: found !== null && !found.cost.late,
    hazards: found?.cost.hazards ?? 0,
    leaps: found?.steps.flatMap((step) => leapWords(index, step) ?? []) ?? [],
    leftChanged: found?.outside.map((id) => index.parameters.get(id)?.name ?? '?') ?? [],
    proved: way.type === 'none' || found?.proved === true,
    words: transitionWords(index, transition),
  };
}
