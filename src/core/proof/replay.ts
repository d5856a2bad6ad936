// One cause, or two, tried out: what would come if it were so, and how much of what came it leaves unexplained.
import { stepCounter } from '../controller';
import { type Message, type MessageStream, valueMax } from '../midi';
import { type Action, type Counter, countingOf, isEndless } from '../rig';
import { type Ask, messageStreamKey, messagesIn, playedStreams } from './ask';
import { type CauseId, causes } from './causes.data';
import { TAPS } from './hand';
import { apart, mirrored, NEAR, type Shape, shapeOf } from './shape';
import { heldWith, inOrder, type Variant } from './variants';

/** What unexplained evidence weighs against how seldom a cause is, and against a second cause. */
const EVIDENCE = 8;
const RARITY = 0.25;
const SECOND = 1.6;
/** Message streams with fewer values than this part of all are a bumped neighbour. */
const BUMP = 0.3;
/** What is beside weighs less: it is not what was asked for, and may be wrong by itself. */
const BESIDE = 0.2;

const weightOf = new Map(causes.map((c) => [c.id, c.weight]));
const heaviest = Math.max(...causes.map((c) => c.weight));
const rarity = (id: CauseId): number => RARITY * Math.log(heaviest / (weightOf.get(id) ?? 1));

/** What a trial came to; the lower its score, the better the explanation. */
export interface Tried {
  readonly variants: readonly Variant[];
  readonly predicted: ReadonlyMap<number, Predicted>;
  readonly unexplained: number;
  readonly score: number;
}

export interface Predicted {
  readonly messageStream: MessageStream;
  readonly shape: Shape;
  /** Of what was asked for; else of a function beside it. */
  readonly own: boolean;
}

/** Every message that the plan knows to come with an ask. */
export const knownTo = (ask: Ask): readonly Message[] => [
  ...messagesIn(ask.assignment.actions),
  ...ask.beside.flatMap((a) => messagesIn(a.actions)),
];

/** Whether a message stream is what an even hand brings out, as far as a hand can be even. */
export function comesAsPlanned(ask: Ask, values: readonly number[], message: Message, seen: MessageStream): boolean {
  const counter = counterOf(ask, message);
  if (counter) return seen.values.length === values.length && countsOn(counter, seen.values);
  const shape = readShape(ask, seen);
  const planned = readShape(ask, plannedStream(message, values));
  return apart(planned, shape, ask.how, isLoose(ask, message)) === 0;
}

/** A planned message stream in even time. */
export const plannedStream = (message: Message, values: readonly number[]): MessageStream => ({
  message,
  values,
  times: values.map((_, i) => i * 20),
});

/** The counter that gives a message its values; null where something else does. */
export function counterOf(ask: Ask, message: Message): Counter | null {
  const own = ask.assignment.actions.flatMap((a) =>
    a.type === 'send' && messageStreamKey(a.message, ask.counted) === messageStreamKey(message, ask.counted) ? [a.behaviour] : [],
  );
  const [first] = own;
  return own.length === 1 && first?.type === 'stepping'
    ? countingOf(new Map(ask.testSetup.counters.map((c) => [c.id, c])), first)
    : null;
}

/** Whether values are steps of a counter, from wherever it stood: nobody knows that of a unit that is on already. */
export function countsOn({ from, to, step, atEnd }: Counter, values: readonly number[]): boolean {
  const counting = { from, to, step, wraps: atEnd === 'wrap' };
  return values.every((v, i) => {
    const before = values[i - 1];
    return v >= from && v <= to && (before === undefined || v === stepCounter(before, counting));
  });
}

/** What is struck with a velocity comes with any value but 0. */
const isLoose = (ask: Ask, message: Message): boolean =>
  ask.how === 'taps' &&
  ask.assignment.actions.some(
    (a) =>
      a.type === 'send' &&
      a.behaviour.type === 'range' &&
      messageStreamKey(a.message, ask.counted) === messageStreamKey(message, ask.counted),
  );

/** The shape of a message stream; of repeats, which go on as long as the hand likes, only the beginning. */
export function readShape(ask: Ask, messageStream: MessageStream): Shape {
  const shape = shapeOf(messageStream, ask.how, isEndless(ask.control));
  return shape.type === 'switch' && ask.assignment.gesture.type === 'repeat'
    ? { ...shape, values: shape.values.slice(0, 4) }
    : shape;
}

/** Tries some causes at once; `only`: for so many presses and no other number. */
export type Replay = (variants: readonly Variant[], only?: number) => Tried;

/** Makes the trials of one ask: `seen` is what came, `right` what of it is as planned, `wrong` the actions whose messages are not. */
export function makeReplay(
  ask: Ask,
  messageStreams: ReadonlyMap<number, MessageStream>,
  right: ReadonlySet<number>,
  wrong: ReadonlySet<number>,
): Replay {
  const seen = new Map(
    [...messageStreams]
      .filter(([key]) => !right.has(key))
      .map(([key, s]) => [key, { messageStream: s, shape: readShape(ask, s), own: true }]),
  );
  const total = [...seen.values()].reduce((sum, s) => sum + s.messageStream.values.length, 0);
  const played = new Map<string, ReadonlyMap<number, MessageStream>>();
  const play = (actions: readonly Action[], taps: number): ReadonlyMap<number, MessageStream> => {
    const key = `${taps} ${JSON.stringify(actions)}`;
    const known = played.get(key);
    if (known) return known;
    const made = playedStreams(ask.testSetup, ask.how, actions, taps, ask.beside);
    played.set(key, made);
    return made;
  };
  return (given, only) => {
    const variants = inOrder(given);
    const actions = heldWith(ask.assignment.actions, variants, wrong);
    const replaced = variants.some((v) => v.dimension === 'who' && v.stream === null);
    const keys = new Set(
      actions.flatMap((a, i) =>
        a.type === 'send' && (replaced || wrong.has(i)) ? [messageStreamKey(a.message, ask.counted)] : [],
      ),
    );
    const strokes = ask.how === 'taps' && actions.some((a) => a.type === 'send' && a.behaviour.type === 'range');
    let bestTry: Tried | null = null;
    for (const taps of ask.how === 'taps' ? (only === undefined ? [TAPS, TAPS - 1, TAPS + 1] : [only]) : [TAPS]) {
      const predicted = new Map<number, Predicted>();
      for (const [key, messageStream] of play(actions, taps)) {
        const own = keys.has(key);
        if (!own && !ask.besideKeys.has(key)) continue;
        const bent = streamed(ask, messageStream, variants, seen.get(key), own);
        if (bent) predicted.set(messageStreamKey(bent.messageStream.message, ask.counted), { ...bent, own });
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

/** What becomes of a message stream on the way; null where it does not come at all. */
function streamed(
  ask: Ask,
  from: MessageStream,
  variants: readonly Variant[],
  seen: Predicted | undefined,
  own: boolean,
): Omit<Predicted, 'own'> | null {
  let messageStream = from;
  let shape = readShape(ask, messageStream);
  for (const { stream } of variants) {
    if (stream === null) continue;
    // What is beside it is another function: only the way from the unit is the same.
    if (!own && stream !== 'doubled') continue;
    if (stream === 'silent') return null;
    if (stream === 'doubled') {
      messageStream = twice(messageStream);
      shape = shape.type === 'switch' ? readShape(ask, messageStream) : { ...shape, doubled: true };
    } else if (stream === 'noisy') {
      if (shape.type === 'travel') shape = { ...shape, noisy: true };
    } else if (stream === 'ends') {
      if (shape.type === 'travel' && seen?.shape.type === 'travel' && stopsShort(shape, seen.shape))
        shape = { ...shape, low: seen.shape.low, high: seen.shape.high };
    } else if (stream === 'mirrored') {
      if (shape.type === 'clicks') {
        messageStream = { ...messageStream, values: mirrored(messageStream.values, shape.coding) };
        shape = { ...shape, forth: !shape.forth };
      }
    } else if ('shift' in stream) {
      const max = valueMax('program');
      if (messageStream.message.type === 'program')
        messageStream = {
          ...messageStream,
          values: messageStream.values.map((v) => Math.min(max, Math.max(0, v + stream.shift))),
        };
      shape = readShape(ask, messageStream);
    } else {
      messageStream = stream.touch;
      shape = readShape(ask, messageStream);
    }
  }
  return { messageStream, shape };
}

/** A message stream that comes by two ways, the second one a little longer. */
function twice({ message, values, times }: MessageStream): MessageStream {
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
    const share = s.messageStream.values.length / Math.max(1, total);
    besides += share < BUMP || s.messageStream.values.length <= 3 ? 0.05 + 0.3 * share : 0.15 + 0.6 * share;
  }
  return missing / Math.max(1, own) + besides;
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
          plannedStream(
            e.message,
            e.values.map((v) => Math.round(v / 2)),
          ),
        ] as const,
    ),
  );
  return signatureOf(makeReplay(ask, half, new Set(), all)(variants, TAPS).predicted);
}

/** A prediction in letters: equal for what leaves the same evidence. */
export const signatureOf = (predicted: ReadonlyMap<number, Predicted>): string =>
  JSON.stringify([...predicted].map(([key, p]) => [key, p.shape]).sort());
