// Evidence with a fault in it: what arrives when a person plays a function on hardware that is not as it was planned. For the simulated
// controller of the Proof screen, and for measuring the diagnosis.

import type { ControllerInput } from '../controller';
import {
  channel,
  type HeardMessage,
  type Message,
  packedCc,
  packedChannel,
  packedNote,
  packedNumber,
  packedProgram,
  packedType,
  u7,
  valueMax,
} from '../midi';
import type { RigIndex } from '../rig';
import type { Ask } from './ask';
import type { CauseId } from './causes.data';
import { handInputs, type Manner, TAPS } from './hand';
import { predictedBy } from './replay';
import { unitSends } from './unit';
import { type Choices, heldWith, inOrder, type Variant, variantsFor } from './variants';

type Next = () => number;

const pick = <T>(all: readonly T[], next: Next): T | undefined => all[Math.floor(next() * all.length)];

/**
 * Faults of one cause that an ask can have, with values by chance: a channel or number beside or anywhere, another kind, the touch of
 * the cap. Null where the cause is not possible here.
 */
export function plantFault(index: RigIndex, ask: Ask, cause: CauseId, next: Next): Variant | null {
  const found = variantsFor(index, ask, anyChoices(ask, next)).filter((v) => v.cause === cause && tells(ask, v));
  return pick(found, next) ?? null;
}

/** The same by a second way that takes longer. */
const later = (heard: readonly HeardMessage[], ms: number): readonly HeardMessage[] =>
  heard.map((h) => ({ ...h, atMs: h.atMs + ms }));

/** Over how many steps of 127 an expected message stream goes. */
const stepsOf = ({ message, values }: Ask['expected'][number]): number =>
  ((Math.max(...values) - Math.min(...values)) * 127) / valueMax(message.type);

/** Whether a fault changes anything that can be heard. */
function tells(ask: Ask, variant: Variant): boolean {
  if (variant.stream === 'ends') return ask.expected.some((e) => stepsOf(e) > 40);
  return predictedBy(ask, [variant]) !== predictedBy(ask, []);
}

function anyChoices(ask: Ask, next: Next): Choices {
  const first = ask.expected[0]?.message;
  if (!first) return { channels: [], numbers: [], kinds: [], touches: [] };
  const ch = 'channel' in first ? first.channel : 1;
  const number = 'number' in first ? first.number : 0;
  const inside = (n: number, low: number, high: number): boolean => n >= low && n <= high;
  const kinds: readonly Message['type'][] =
    ask.how === 'taps' ? ['cc', 'note'] : ask.how === 'travel' ? ['cc', 'pitch-bend', 'channel-pressure'] : [];
  const touch: Message = { type: 'note', channel: channel(ch), number: u7(100 + Math.floor(next() * 10)) };
  return {
    channels: [ch - 1, ch + 1, 1 + Math.floor(next() * 16)].filter((c) => inside(c, 1, 16)),
    numbers: [number - 1, number + 1, 20 + Math.floor(next() * 100)].filter(
      (n) => inside(n, 1, 119) && n !== 6 && n !== 32 && !inside(n, 96, 101),
    ),
    // What has no number would have to be given one: that is two faults.
    kinds: first.type === 'program' ? [] : 'number' in first ? kinds : kinds.filter((k) => k !== 'cc'),
    touches: [{ message: touch, values: [127, 0], times: [0, 1] }],
  };
}

/**
 * What arrives while a person does what is asked, with faults (none for a good unit): a hand that is never even, that now and then
 * presses once more or bumps the neighbour, and a cap that tells its touch. Times in milliseconds from the asking.
 */
export function evidence(ask: Ask, faults: readonly Variant[], next: Next): readonly HeardMessage[] {
  const sorted = inOrder(faults);
  const all = new Set(ask.assignment.actions.map((_, i) => i));
  const actions = heldWith(ask.assignment.actions, sorted, all);
  const streams = sorted.flatMap((f) => (f.stream === null ? [] : [f.stream]));
  const manner: Manner = {
    next,
    taps: next() < 0.04 ? TAPS + 1 : TAPS,
    start: next() < 0.5 ? 0 : next(),
    noise: streams.includes('noisy') ? (1.6 + 2 * next()) / Math.max(8, ...ask.expected.map(stepsOf)) : 0,
  };
  // An end that is missed is missed by four steps of what is sent, at least.
  const least = 4 / Math.max(8, ...ask.expected.map(stepsOf));
  const low = streams.includes('ends') && next() < 0.8 ? least + 0.17 * next() : 0;
  const high = streams.includes('ends') && (low === 0 || next() < 0.8) ? 1 - least - 0.2 * next() : 1;
  const inputs = handInputs(ask.testSetup, ask.how, manner).map((input): ControllerInput => {
    if (input.type === 'move') return { ...input, position: low + (high - low) * input.position };
    return input.type === 'turn' && streams.includes('mirrored') ? { ...input, clicks: -input.clicks } : input;
  });
  let heard: HeardMessage[] = [...unitSends(ask.testSetup, actions, inputs, ask.beside)];
  const end = (inputs.findLast((i) => i.type !== 'tick')?.t ?? 0) + 20;
  const { kind, subControls } = ask.control;
  for (const stream of streams) {
    if (stream === 'silent') heard = [];
    else if (stream === 'doubled') heard = [...heard, ...later(heard, 0.3 + 2.4 * next())].sort((a, b) => a.atMs - b.atMs);
    else if (typeof stream === 'object' && 'shift' in stream)
      heard = heard.map((h) =>
        packedType(h.word) === 'program'
          ? { ...h, word: packedProgram(packedChannel(h.word), Math.min(127, Math.max(0, packedNumber(h.word) + stream.shift))) }
          : h,
      );
    else if (typeof stream === 'object') {
      const { message } = stream.touch;
      if (message.type === 'note')
        heard = [
          { atMs: 40, word: packedNote(message.channel, message.number, 127) },
          { atMs: end, word: packedNote(message.channel, message.number, 0) },
        ];
    }
  }
  const own = ask.expected.flatMap((e) => ('channel' in e.message ? [e.message.channel] : []))[0] ?? 1;
  const touched = ask.how === 'travel' && kind === 'fader' && subControls.includes('touch') && heard.length > 2;
  if (touched) heard = [{ atMs: 30, word: packedNote(own, 110, 127) }, ...heard, { atMs: end, word: packedNote(own, 110, 0) }];
  if (next() < 0.12) {
    const bump = packedCc(own, 7 + Math.floor(next() * 3), 40);
    heard = [...heard, { atMs: 60 + next() * 400, word: bump }, { atMs: 80 + next() * 400, word: bump + 1 }];
    heard.sort((a, b) => a.atMs - b.atMs);
  }
  return heard;
}
