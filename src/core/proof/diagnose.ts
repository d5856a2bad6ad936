// From what arrived to what is wrong. Each cause is tried out: what the hardware would have sent if it were so is played on the simulator
// and held against what was heard; two causes at once are tried where one alone does not explain it. The best explanation comes first.
import { type HeardWord, type Message, type Strand, valueMax } from '../midi';
import type { Action, RigIndex } from '../rig';
import { type Ask, messagesIn, playedStrands, proofStrands, strandKey } from './ask';
import { alike, type CauseId, causes } from './causes.data';
import { isEndless, TAPS } from './hand';
import { apart, legsOf, mirrored, NEAR, type Shape, shapeOf } from './shape';
import { type Choices, type Dimension, type Variant, variantsFor } from './variants';

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
  /** Other causes that would leave the same evidence. */
  readonly alike: readonly CauseId[];
  /** How much of the evidence it leaves unexplained, 0 (nothing) to 1 and more. */
  readonly unexplained: number;
  /** What would have been sent if it were so, for the hand to see. */
  readonly sends: readonly Strand[];
}

export interface Diagnosis {
  /** Best first; none where what arrived is what was planned. */
  readonly explanations: readonly Explanation[];
  /** How many gestures were heard of those asked for, or that it moved one way only, where all else came as planned. */
  readonly short: number | 'one-way' | null;
}

/** What unexplained evidence weighs against how seldom a cause is, and against a second cause. */
const EVIDENCE = 8;
const RARITY = 0.25;
const SECOND = 1.6;
/** Strands with fewer values than this part of all are a bumped neighbour. */
const BUMP = 0.3;
/** What is beside weighs less: it is not what was asked for, and may be wrong by itself. */
const BESIDE = 0.2;
/** Below this, nothing is left to explain. */
const EXPLAINED = 0.02;
const MOST = 6;

const weightOf = new Map(causes.map((c) => [c.id, c.weight]));
const heaviest = Math.max(...causes.map((c) => c.weight));
const rarity = (id: CauseId): number => RARITY * Math.log(heaviest / (weightOf.get(id) ?? 1));

interface Tried {
  readonly variants: readonly Variant[];
  readonly predicted: ReadonlyMap<number, Predicted>;
  readonly unexplained: number;
  readonly score: number;
}

interface Predicted {
  readonly strand: Strand;
  readonly shape: Shape;
  /** Of what was asked for; else of a function beside it. */
  readonly own: boolean;
}

/** The order in which causes act, from the hand to the port. */
const order: readonly Dimension[] = ['who', 'kind', 'channel', 'number', 'values', 'stream'];

/** What is wrong between an ask and what was heard for it (`heard` in order of time). */
export function diagnose(index: RigIndex, ask: Ask, heard: readonly HeardWord[]): Diagnosis {
  const strands = proofStrands(heard, knownTo(ask));
  const wrong = wrongActions(ask, strands);
  if (wrong.size === 0) return { explanations: [], short: oneWay(ask, strands) ? 'one-way' : null };
  const right = new Set(ask.expected.flatMap((e) => (e.actions.some((i) => wrong.has(i)) ? [] : [e.key])));
  const trial = makeTrial(ask, strands, right, wrong);

  const short = ask.how === 'taps' ? shortBy(trial) : oneWay(ask, strands) ? 'one-way' : null;
  if (short !== null) return { explanations: [], short };
  const variants = variantsFor(index, ask, choicesFrom(strands, right, ask));
  const single = variants.map((v) => trial([v]));
  const best = Math.min(...single.map((t) => t.unexplained));
  const pairs = best > EXPLAINED ? pairsOf(variants).map((pair) => trial(pair)) : [];
  return { explanations: ranked([...single, ...pairs]), short: null };
}

/** Every message that the plan knows to come with an ask. */
export const knownTo = (ask: Ask): readonly Message[] => [
  ...messagesIn(ask.assignment.actions),
  ...ask.beside.flatMap((a) => messagesIn(a.actions)),
];

/** Actions whose messages did not come as planned. */
function wrongActions(ask: Ask, strands: ReadonlyMap<number, Strand>): ReadonlySet<number> {
  const wrong = new Set<number>();
  for (const expected of ask.expected) {
    const seen = strands.get(expected.key);
    if (!seen || !comesAsPlanned(ask, expected.values, expected.message, seen)) for (const i of expected.actions) wrong.add(i);
  }
  return wrong;
}

/** Whether a strand is what an even hand brings out, as far as a hand can be even. */
export function comesAsPlanned(ask: Ask, values: readonly number[], message: Message, seen: Strand): boolean {
  const shape = readShape(ask, seen);
  const planned = readShape(ask, plannedStrand(message, values));
  return apart(planned, shape, ask.how, isLoose(ask, message)) === 0;
}

/** A planned strand in even time. */
const plannedStrand = (message: Message, values: readonly number[]): Strand => ({
  message,
  values,
  times: values.map((_, i) => i * 20),
});

/** What is struck with a velocity comes with any value but 0. */
const isLoose = (ask: Ask, message: Message): boolean =>
  ask.how === 'taps' &&
  ask.assignment.actions.some(
    (a) => a.type === 'send' && a.behaviour.type === 'range' && strandKey(a.message) === strandKey(message),
  );

/** The shape of a strand; of repeats, which go on as long as the hand likes, only the beginning. */
function readShape(ask: Ask, strand: Strand): Shape {
  const shape = shapeOf(strand, ask.how, isEndless(ask.control.kind));
  return shape.type === 'switch' && ask.assignment.gesture.type === 'repeat'
    ? { ...shape, values: shape.values.slice(0, 4) }
    : shape;
}

type Trial = (variants: readonly Variant[], only?: number) => Tried;

function makeTrial(
  ask: Ask,
  strands: ReadonlyMap<number, Strand>,
  right: ReadonlySet<number>,
  wrong: ReadonlySet<number>,
): Trial {
  const seen = new Map(
    [...strands].filter(([key]) => !right.has(key)).map(([key, s]) => [key, { strand: s, shape: readShape(ask, s), own: true }]),
  );
  const total = [...seen.values()].reduce((sum, s) => sum + s.strand.values.length, 0);
  const played = new Map<string, ReadonlyMap<number, Strand>>();
  const play = (actions: readonly Action[], taps: number): ReadonlyMap<number, Strand> => {
    const key = `${taps} ${JSON.stringify(actions)}`;
    const known = played.get(key);
    if (known) return known;
    const made = playedStrands(ask.footing, ask.how, actions, taps, ask.beside);
    played.set(key, made);
    return made;
  };
  const loose = new Map<Action, boolean>();
  const isStroke = (a: Action): boolean => {
    const known = loose.get(a) ?? (a.type === 'send' && a.behaviour.type === 'range');
    loose.set(a, known);
    return known;
  };
  return (given, only) => {
    const variants = [...given].sort((a, b) => order.indexOf(a.dimension) - order.indexOf(b.dimension));
    let actions: readonly Action[] = ask.assignment.actions;
    for (const variant of variants) actions = variant.hardware(actions, wrong);
    const replaced = variants.some((v) => v.dimension === 'who' && v.stream === null);
    const keys = new Set(
      actions.flatMap((a, i) => (a.type === 'send' && (replaced || wrong.has(i)) ? [strandKey(a.message)] : [])),
    );
    const strokes = ask.how === 'taps' && actions.some(isStroke);
    let bestTry: Tried | null = null;
    for (const taps of ask.how === 'taps' ? (only === undefined ? [TAPS, TAPS - 1, TAPS + 1] : [only]) : [TAPS]) {
      const predicted = new Map<number, Predicted>();
      for (const [key, strand] of play(actions, taps)) {
        const own = keys.has(key);
        if (!own && !ask.besideKeys.has(key)) continue;
        const bent = streamed(ask, strand, variants, seen.get(key), own);
        if (bent) predicted.set(strandKey(bent.strand.message), { ...bent, own });
      }
      const unexplained = compare(ask, predicted, seen, total, strokes) + (taps === TAPS ? 0 : 0.015);
      if (bestTry && bestTry.unexplained <= unexplained) continue;
      const score =
        EVIDENCE * unexplained +
        variants.reduce((sum, v) => sum + rarity(v.cause), 0) +
        SECOND * Math.max(0, variants.length - 1);
      bestTry = { variants, predicted, unexplained, score };
    }
    return bestTry ?? { variants, predicted: new Map(), unexplained: 1, score: EVIDENCE };
  };
}

/** What becomes of a strand on the way; null where it does not come at all. */
function streamed(
  ask: Ask,
  from: Strand,
  variants: readonly Variant[],
  seen: Predicted | undefined,
  own: boolean,
): Omit<Predicted, 'own'> | null {
  let strand = from;
  let shape = readShape(ask, strand);
  for (const { stream } of variants) {
    if (stream === null) continue;
    // What is beside it is another function: only the way from the unit is the same.
    if (!own && stream !== 'doubled') continue;
    if (stream === 'silent') return null;
    if (stream === 'doubled') {
      strand = twice(strand);
      shape = shape.type === 'switch' ? readShape(ask, strand) : { ...shape, doubled: true };
    } else if (stream === 'noisy') {
      if (shape.type === 'travel') shape = { ...shape, noisy: true };
    } else if (stream === 'ends') {
      if (shape.type === 'travel' && seen?.shape.type === 'travel' && stopsShort(shape, seen.shape))
        shape = { ...shape, low: seen.shape.low, high: seen.shape.high };
    } else if (stream === 'mirrored') {
      if (shape.type === 'clicks') {
        strand = { ...strand, values: mirrored(strand.values, shape.coding) };
        shape = { ...shape, forth: !shape.forth };
      }
    } else if ('shift' in stream) {
      const max = valueMax('program');
      if (strand.message.type === 'program')
        strand = { ...strand, values: strand.values.map((v) => Math.min(max, Math.max(0, v + stream.shift))) };
      shape = readShape(ask, strand);
    } else {
      strand = stream.touch;
      shape = readShape(ask, strand);
    }
  }
  return { strand, shape };
}

/** A strand that comes by two ways, the second one a little longer. */
function twice({ message, values, times }: Strand): Strand {
  const all = [0, 1].flatMap((late) => values.map((v, i) => ({ v, t: (times[i] ?? 0) + late }))).sort((a, b) => a.t - b.t);
  return { message, values: all.map((x) => x.v), times: all.map((x) => x.t) };
}

/** Whether a travel stays inside another one and misses one of its ends. */
const stopsShort = (whole: { low: number; high: number }, part: { low: number; high: number }): boolean =>
  part.low >= whole.low - NEAR &&
  part.high <= whole.high + NEAR &&
  (part.low > whole.low + NEAR || part.high < whole.high - NEAR);

/** What a prediction leaves unexplained: what should have come, and what came besides. */
function compare(
  ask: Ask,
  predicted: ReadonlyMap<number, Predicted>,
  seen: ReadonlyMap<number, Predicted>,
  total: number,
  strokes: boolean,
): number {
  let missing = 0;
  let own = 0;
  for (const [key, p] of predicted) {
    const s = seen.get(key);
    if (p.own) own++;
    missing += (s ? apart(p.shape, s.shape, ask.how, strokes) : 1) * (p.own ? 1 : BESIDE);
  }
  let besides = 0;
  for (const [key, s] of seen) {
    if (predicted.has(key) || ask.aside.has(key)) continue;
    const share = s.strand.values.length / Math.max(1, total);
    besides += share < BUMP || s.strand.values.length <= 3 ? 0.05 + 0.3 * share : 0.15 + 0.6 * share;
  }
  return missing / Math.max(1, own) + besides;
}

/** How many gestures came, if all is as planned but for how often. */
function shortBy(trial: Trial): number | null {
  for (const taps of [TAPS - 1, TAPS - 2, TAPS + 1]) {
    const tried = trial([], taps);
    if (tried.predicted.size > 0 && tried.unexplained < 0.1) return taps;
  }
  return null;
}

/** Whether each address went over its planned travel, but one way only: then nobody can say whether the hand or the pedal is reversed. */
function oneWay(ask: Ask, strands: ReadonlyMap<number, Strand>): boolean {
  if (ask.how !== 'travel') return false;
  return ask.expected.every((expected) => {
    const seen = strands.get(expected.key);
    if (!seen || legsOf(seen.values, 0.3 * (Math.max(...seen.values) - Math.min(...seen.values))) > 1) return false;
    const planned = readShape(ask, plannedStrand(expected.message, expected.values));
    const shape = readShape(ask, seen);
    return (
      shape.type === 'travel' &&
      planned.type === 'travel' &&
      apart(planned, { ...shape, rises: planned.rises }, ask.how, false) === 0
    );
  });
}

/** What the evidence leaves to choose from: addresses that were heard and not expected. */
function choicesFrom(strands: ReadonlyMap<number, Strand>, right: ReadonlySet<number>, ask: Ask): Choices {
  const others = [...strands].filter(([key]) => !right.has(key)).map(([, s]) => s);
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

function ranked(tried: readonly Tried[]): readonly Explanation[] {
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
    alike: others,
    unexplained: t.unexplained,
    sends: [...t.predicted.values()].map((p) => p.strand),
  }));
}

/** What causes would bring out under an even hand, in letters: equal for what cannot be told apart. Without causes, the plan. */
export function predictedBy(ask: Ask, variants: readonly Variant[]): string {
  const all = new Set(ask.assignment.actions.map((_, i) => i));
  // An end that is missed is missed by what was seen: here the middle of the way stands for it.
  const half = new Map(
    ask.expected.map(
      (e) =>
        [
          e.key,
          plannedStrand(
            e.message,
            e.values.map((v) => Math.round(v / 2)),
          ),
        ] as const,
    ),
  );
  return signatureOf(makeTrial(ask, half, new Set(), all)(variants, TAPS).predicted);
}

const signatureOf = (predicted: ReadonlyMap<number, Predicted>): string =>
  JSON.stringify([...predicted].map(([key, p]) => [key, p.shape]).sort());

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
