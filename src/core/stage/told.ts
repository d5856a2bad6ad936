// A transition told: plain data that a worker, a file or a screen takes.
import type { ChainState } from '../bench';
import type { Whereabouts } from '../controller';
import { type RigIndex, sameJson } from '../rig';
import { usualWayOptions, type WayOptions } from './ground';
import type { Deed } from './hand';
import { type Transition, transitionsOf, type WayMemory } from './show';
import type { WayStep } from './way';
import { leapWords, stepWords, transitionWords } from './way-words';

/** One gesture of a way: what the hand does, on what, and where that controller is afterwards. */
export interface ToldStep {
  readonly words: string;
  readonly does: Deed['does'];
  readonly controllerId: string;
  /** Null for a button of the unit itself. */
  readonly controlId: string | null;
  readonly to: Whereabouts;
  /** Whether that is elsewhere than before it. */
  readonly goes: boolean;
  /** Where in its travel what slides is moved to, 0–1; null for all else. */
  readonly position: number | null;
}

export interface ToldTransition {
  readonly songId: string;
  readonly song: string;
  /** The section that it leads to: its place in the song, and its name. */
  readonly at: number;
  readonly section: string;
  /** What the hand does, in words; null where no way was found. */
  readonly gestures: readonly string[] | null;
  /** The same, one by one. */
  readonly steps: readonly ToldStep[];
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

/** A transition as plain data. */
export function toldOf(index: RigIndex, transition: Transition): ToldTransition {
  const { song, at, availableMs, way } = transition;
  const found = way.type === 'way' ? way : null;
  return {
    songId: song.id,
    song: song.name,
    at,
    section: song.sections[at]?.name ?? '',
    gestures: found?.steps.map((step) => stepWords(index, step)) ?? null,
    steps: found?.steps.map((step, i) => toldStep(index, found.steps[i - 1]?.state ?? transition.begins.state, step)) ?? [],
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

function toldStep(index: RigIndex, before: ChainState, step: WayStep): ToldStep {
  const { deed, state } = step;
  const at = index.rig.controllers.indexOf(deed.of);
  const [was, is] = [before, state].map(({ controllers }) => whereIs(controllers[at]));
  return {
    words: stepWords(index, step),
    does: deed.does,
    controllerId: deed.of.id,
    controlId: deed.on?.id ?? null,
    to: is ?? nowhere,
    goes: !sameJson(was, is),
    position: deed.does === 'move' ? step.to : null,
  };
}

const nowhere: Whereabouts = { bank: 1, page: 1, layerIds: [] };

/** Bank, page and the layers that stay open. */
const whereIs = (of: ChainState['controllers'][number] | undefined): Whereabouts =>
  of ? { bank: of.bank, page: of.page, layerIds: of.open.filter((o) => o.until !== 'release').map((o) => o.id) } : nowhere;
