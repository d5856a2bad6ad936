// From what arrived to what is wrong. Each cause is tried out: what the hardware would have sent if it were so is played on the simulator
// and held against what was heard; two causes at once are tried where one alone does not explain it. The best explanation comes first.
import type { HeardMessage, MessageStream } from '../midi';
import type { RigIndex } from '../rig';
import { type Ask, proofStreams } from './ask';
import { alike, type CauseId } from './causes.data';
import { TAPS } from './hand';
import type { Apart } from './received';
import { comesAsPlanned, knownTo, makeReplay, plannedStream, type Replay, readShape, signatureOf, type Tried } from './replay';
import { apart, legsOf } from './shape';
import { type Choices, type Variant, variantsFor } from './variants';
import { apartOf } from './verdict';

/** One cause of an explanation, with what was planned and what is there instead. */
export interface Named {
  readonly cause: CauseId;
  readonly planned: string;
  readonly found: string;
  readonly variant: Variant;
}

export interface Explanation {
  /** One cause, or two at once. */
  readonly causes: readonly Named[];
  /** Positions of the actions that it is about; the others came as planned. */
  readonly wrong: ReadonlySet<number>;
  /** Other causes that would leave the same evidence. */
  readonly alike: readonly CauseId[];
  /** How much of the evidence it leaves unexplained, 0 (nothing) to 1 and more. */
  readonly unexplained: number;
  /** What would have been sent if it were so, for the hand to see. */
  readonly sends: readonly MessageStream[];
}

export interface Diagnosis {
  /** Best first; none where what arrived is what was planned. */
  readonly explanations: readonly Explanation[];
  /** How many gestures were heard of those asked for, or that it moved one way only, where all else came as planned. */
  readonly short: number | 'one-way' | null;
  /** What is apart although every message came: the bank that a program is taken from, or the order. */
  readonly apart: Apart | null;
}

/** Below this, nothing is left to explain. */
const EXPLAINED = 0.02;
const MOST = 6;

/** What is wrong between an ask and what was heard for it (`heard` in order of time). */
export function diagnose(index: RigIndex, ask: Ask, heard: readonly HeardMessage[]): Diagnosis {
  const messageStreams = proofStreams(heard, knownTo(ask), ask.counted);
  const wrong = wrongActions(ask, messageStreams);
  if (wrong.size === 0) {
    const way = oneWay(ask, messageStreams) ? 'one-way' : null;
    return { explanations: [], short: way, apart: way === null ? apartOf(ask, heard) : null };
  }
  const right = new Set(ask.expected.flatMap((e) => (e.actions.some((i) => wrong.has(i)) ? [] : [e.key])));
  const trial = makeReplay(ask, messageStreams, right, wrong);

  const short = ask.how === 'taps' ? shortBy(trial) : oneWay(ask, messageStreams) ? 'one-way' : null;
  if (short !== null) return { explanations: [], short, apart: null };
  const variants = variantsFor(index, ask, choicesFrom(messageStreams, right, ask));
  const single = variants.map((v) => trial([v]));
  const best = Math.min(...single.map((t) => t.unexplained));
  const pairs = best > EXPLAINED ? pairsOf(variants).map((pair) => trial(pair)) : [];
  return { explanations: ranked([...single, ...pairs], wrong), short: null, apart: null };
}

/** Actions whose messages did not come as planned. */
function wrongActions(ask: Ask, messageStreams: ReadonlyMap<number, MessageStream>): ReadonlySet<number> {
  const wrong = new Set<number>();
  for (const expected of ask.expected) {
    const seen = messageStreams.get(expected.key);
    if (!seen || !comesAsPlanned(ask, expected.values, expected.message, seen)) for (const i of expected.actions) wrong.add(i);
  }
  return wrong;
}

/** How many gestures came, if all is as planned but for how often. */
function shortBy(trial: Replay): number | null {
  for (const taps of [TAPS - 1, TAPS - 2, TAPS + 1]) {
    const tried = trial([], taps);
    if (tried.predicted.size > 0 && tried.unexplained < 0.1) return taps;
  }
  return null;
}

/** Whether each address went over its planned travel, but one way only: then nobody can say whether the hand or the pedal is reversed. */
function oneWay(ask: Ask, messageStreams: ReadonlyMap<number, MessageStream>): boolean {
  if (ask.how !== 'travel') return false;
  return ask.expected.every((expected) => {
    const seen = messageStreams.get(expected.key);
    if (!seen || legsOf(seen.values, 0.3 * (Math.max(...seen.values) - Math.min(...seen.values))) > 1) return false;
    const planned = readShape(ask, plannedStream(expected.message, expected.values));
    const shape = readShape(ask, seen);
    return (
      shape.type === 'travel' &&
      planned.type === 'travel' &&
      apart(planned, { ...shape, rises: planned.rises }, ask.how, false) === 0
    );
  });
}

/** What the evidence leaves to choose from: addresses that were heard and not expected. */
function choicesFrom(messageStreams: ReadonlyMap<number, MessageStream>, right: ReadonlySet<number>, ask: Ask): Choices {
  const others = [...messageStreams].filter(([key]) => !right.has(key)).map(([, s]) => s);
  const messages = others.map((s) => s.message);
  return {
    channels: messages.flatMap((m) => ('channel' in m ? [m.channel] : [])),
    numbers: messages.flatMap((m) => ('number' in m && m.type !== 'program' ? [m.number] : [])),
    kinds: messages.map((m) => m.type),
    touches: others.filter(
      (s) =>
        ask.how === 'travel' &&
        (s.message.type === 'note' || s.message.type === 'cc') &&
        s.values.length <= 8 &&
        new Set(s.values).size === 2 &&
        s.values.includes(0),
    ),
  };
}

/** Two causes at once: of different dimensions, and not where one of them says that nothing else can be known. */
function pairsOf(variants: readonly Variant[]): readonly (readonly [Variant, Variant])[] {
  const alone = (v: Variant): boolean => v.cause === 'nothing' || v.cause === 'touch';
  return variants.flatMap((a, i) =>
    variants.slice(i + 1).flatMap((b): [Variant, Variant][] => {
      if (alone(a) || alone(b) || !goTogether(a, b)) return [];
      return [[a, b]];
    }),
  );
}

function goTogether(a: Variant, b: Variant): boolean {
  if (a.dimension === 'stream' && b.dimension === 'stream') return a.cause !== b.cause;
  if (a.dimension === b.dimension) return false;
  // Who sent it leaves nothing to say about what was entered: only the way can add to it.
  return (a.dimension !== 'who' && b.dimension !== 'who') || a.dimension === 'stream' || b.dimension === 'stream';
}

const looksLike = new Map<CauseId, Set<CauseId>>();
for (const { causes: pair } of alike)
  for (const [a, b] of [pair, [pair[1], pair[0]] as const]) looksLike.set(a, (looksLike.get(a) ?? new Set()).add(b));

function ranked(tried: readonly Tried[], wrong: ReadonlySet<number>): readonly Explanation[] {
  const sorted = [...tried].sort((a, b) => a.score - b.score);
  const explanations: { tried: Tried; alike: CauseId[]; signature: string; names: string }[] = [];
  for (const one of sorted) {
    const names = one.variants
      .map((v) => v.cause)
      .sort()
      .join(' ');
    const signature = signatureOf(one.predicted);
    const same = explanations.find(
      (e) =>
        e.tried.variants.length === 1 &&
        one.variants.length === 1 &&
        e.signature === signature &&
        looksLike.get(e.tried.variants[0]?.cause ?? 'nothing')?.has(one.variants[0]?.cause ?? 'nothing'),
    );
    const [only] = one.variants;
    if (same && only) {
      if (!same.alike.includes(only.cause)) same.alike.push(only.cause);
      continue;
    }
    if (explanations.some((e) => e.names === names)) continue;
    if (explanations.length < MOST) explanations.push({ tried: one, alike: [], signature, names });
  }
  return explanations.map(({ tried: t, alike: others }) => ({
    causes: t.variants.map((variant) => ({ cause: variant.cause, planned: variant.planned, found: variant.found, variant })),
    wrong,
    alike: others,
    unexplained: t.unexplained,
    sends: [...t.predicted.values()].map((p) => p.messageStream),
  }));
}

/** The causes that a diagnosis names, best first, those that look the same beside each other. */
export function namedCauses(diagnosis: Diagnosis): readonly (readonly CauseId[])[] {
  const places: CauseId[][] = [];
  const seen = new Set<CauseId>();
  for (const { causes: own, alike: others } of diagnosis.explanations) {
    own.forEach(({ cause }, i) => {
      const place = [cause, ...(i === 0 ? others : [])].filter((c) => !seen.has(c));
      for (const c of place) seen.add(c);
      if (place.length > 0) places.push(place);
    });
  }
  return places;
}
