// Facts of units that nobody may have stated, what else each may be, and how it is said. One entry a fact; a fact that no fault rests on has none.
import { counted } from '../base';
import { messageTypes, type U7, u7 } from '../midi';
import { receiveModes } from '../modes';
import { type Firmware, firmwareSchema, type Reception, receptionSchema } from '../rig';

/**
 * What is planned with a unit: the values (0–127) that are sent to it, whether it matters which count as on and how far a step goes, whether some come in
 * halves, whether it is to tell ports apart, whether anything can come back from a target, the last bank and page that something stands in.
 */
export interface Planned {
  readonly sent: readonly number[];
  readonly counts: boolean;
  readonly steps: boolean;
  readonly halves: boolean;
  readonly ports: boolean;
  readonly returns: boolean;
  readonly bank: number;
  readonly page: number;
}

/** A fact of a kind of unit, and what else it may be. */
interface OpenTo<F> {
  readonly fact: keyof F & string;
  /** Whether what else it may be does away with faults and brings none: having more of something. */
  readonly more: boolean;
  readonly others: (now: F, planned: Planned) => readonly Partial<F>[];
  /** What is taken to be so, after the name of the unit: "… if Loom counts as on only from 64". */
  readonly words: (now: F) => string;
}

const { encoderModes, gestures, lights, switchModes } = firmwareSchema.shape;
const { actsOn, feedback, fourteenBit, relativeEncodings, takeover } = receptionSchema.shape;

const actsOnWords: Readonly<Record<Reception['actsOn'], string>> = {
  'any-message': 'acts on every message',
  'at-or-above-threshold': 'acts on what counts as on',
  'rising-edge': 'acts only on what counts as on after off',
};

/** What may be otherwise in how a target listens. */
export const heardFacts: readonly OpenTo<Reception>[] = [
  { fact: 'modes', more: true, others: () => [{ modes: [...receiveModes] }], words: () => 'has no other ways of hearing' },
  {
    fact: 'relativeEncodings',
    more: true,
    others: () => [{ relativeEncodings: [...relativeEncodings.element.options] }],
    words: (now) => (now.relativeEncodings.length === 0 ? 'reads no clicks' : 'reads no other clicks'),
  },
  {
    fact: 'takeover',
    more: true,
    others: () => [{ takeover: [...takeover.element.options] }],
    words: () => 'has no other takeover',
  },
  {
    fact: 'threshold',
    more: false,
    others: (now, { sent, counts }) => (counts ? thresholds(now.threshold, sent) : []).map((threshold) => ({ threshold })),
    words: (now) => `counts as on only from ${now.threshold}`,
  },
  {
    fact: 'actsOn',
    more: false,
    others: (now, { counts }) => actsOn.options.flatMap((v) => (v === now.actsOn || !counts ? [] : { actsOn: v })),
    words: (now) => actsOnWords[now.actsOn],
  },
  {
    fact: 'relativeStep',
    more: false,
    others: (now, { steps }) => (steps ? [0.1, 1] : []).flatMap((v) => (v === now.relativeStep ? [] : { relativeStep: v })),
    words: (now) => `goes ${Math.round(now.relativeStep * 1000) / 10} % a step`,
  },
  {
    fact: 'fourteenBit',
    more: false,
    others: (now, { halves }) => fourteenBit.options.flatMap((v) => (v === now.fourteenBit || !halves ? [] : { fourteenBit: v })),
    words: (now) => (now.fourteenBit === 'act-on-each' ? 'acts on each half of 14 bits' : 'waits for both halves of 14 bits'),
  },
  {
    fact: 'feedback',
    more: false,
    others: (now, { returns }) => (returns ? feedback.options.flatMap((v) => (v === now.feedback ? [] : { feedback: v })) : []),
    words: (now) => (now.feedback === 'none' ? 'sends nothing back' : 'sends values back'),
  },
  {
    fact: 'tellsPortsApart',
    more: false,
    others: (now, { ports }) => (ports ? [{ tellsPortsApart: !now.tellsPortsApart }] : []),
    words: (now) => (now.tellsPortsApart ? 'tells its ports apart' : 'does not tell ports apart'),
  },
];

/** A threshold parts what is sent into on and off: one for each way to part it but today's. */
function thresholds(now: U7, sent: readonly number[]): readonly U7[] {
  const above = (threshold: number): number => sent.filter((v) => v >= threshold).length;
  const parted = new Map([...sent, Math.max(0, ...sent) + 1].flatMap((v) => (v >= 1 && v <= 127 ? [[above(v), u7(v)]] : [])));
  parted.delete(above(now));
  return [...parted.values()];
}

/** What may be otherwise in a controller. */
export const sentFacts: readonly OpenTo<Firmware>[] = [
  {
    fact: 'messages',
    more: true,
    others: () => [{ messages: [...messageTypes] }],
    words: () => 'sends no other kinds of message',
  },
  {
    fact: 'gestures',
    more: true,
    others: () => [{ gestures: [...gestures.element.options] }],
    words: () => 'has no other gestures',
  },
  {
    fact: 'switchModes',
    more: true,
    others: () => [{ switchModes: [...switchModes.element.options] }],
    words: () => 'has no other ways of sending values',
  },
  {
    fact: 'encoderModes',
    more: true,
    others: () => [{ encoderModes: [...encoderModes.element.options] }],
    words: () => 'sends no other clicks',
  },
  {
    fact: 'messagesPerGesture',
    more: true,
    others: () => [{ messagesPerGesture: 256 }],
    words: (now) => `takes only ${counted(now.messagesPerGesture, 'message')} on one gesture`,
  },
  {
    fact: 'banks',
    more: true,
    others: (now, { bank }) => (bank > now.banks ? [{ banks: bank }] : []),
    words: (now) => `has only ${counted(now.banks, 'bank')}`,
  },
  {
    fact: 'pages',
    more: true,
    others: (now, { page }) => (page > now.pages ? [{ pages: page }] : []),
    words: (now) => `has only ${counted(now.pages, 'page')}`,
  },
  {
    fact: 'bankButtons',
    more: true,
    others: () => [{ bankButtons: true }],
    words: () => 'has no bank buttons of its own',
  },
  {
    fact: 'counters',
    more: true,
    others: () => [{ counters: 128 }],
    words: (now) => `has only ${counted(now.counters, 'counter')}`,
  },
  {
    fact: 'lights',
    more: false,
    others: (now, { returns }) => (returns ? lights.options.flatMap((v) => (v === now.lights ? [] : { lights: v })) : []),
    words: (now) =>
      now.lights === 'feedback' ? 'takes what comes back for how its switches stand' : 'takes nothing that comes back',
  },
  {
    fact: 'sensesPolarity',
    more: true,
    others: () => [{ sensesPolarity: true }],
    words: () => 'does not sense which way round a switch is',
  },
];
