// Simulated ports: they need no device and are always there. One plays a controller that somebody handles carelessly, one is a noisy
// pedal that never rests, one gives back what it is given.
import { chance } from '@/core/base';
import { type PackedMessage, packedCc, packedNote } from '@/core/midi';
import type { Opened, Output, PortInfo, PortListener, PortMaker } from './port';

/** What a simulated hand does on the next listening: the control that is meant, as it leaves the factory. */
export interface SimulatedHand {
  readonly channel: number;
  /** The number that the control sends before anybody has programmed it. */
  readonly number: number;
  readonly moves: boolean;
}

export interface SimulatedPorts extends PortMaker {
  /** Tells the hand which control it is to touch next. */
  readonly touch: (hand: SimulatedHand | null) => void;
  /** Plays the simulated unit: words at their times in milliseconds from now. What it plays already is broken off. */
  readonly play: (heard: readonly { readonly atMs: number; readonly word: PackedMessage }[]) => void;
  /** Tells what is sent to the simulated software; gives back how to stop. */
  readonly whenSent: (take: (words: readonly PackedMessage[]) => void) => () => void;
}

export const HAND = 'sim-hand';
export const NOISY = 'sim-noisy-pedal';
export const ECHO = 'sim-echo';
/** A unit that plays what it is told to: the Proof screen has it do the gesture that is asked for. */
export const UNIT = 'sim-unit';
/** Software that takes what is sent to it. */
export const SOFTWARE = 'sim-software';

const ports: readonly PortInfo[] = [
  { id: HAND, name: 'Simulated hand', made: 'simulated' },
  { id: NOISY, name: 'Simulated noisy pedal', made: 'simulated' },
  { id: ECHO, name: 'Simulated echo', made: 'simulated' },
  { id: UNIT, name: 'Simulated unit', made: 'simulated' },
];
const outputs: readonly PortInfo[] = [
  { id: SOFTWARE, name: 'Simulated software', made: 'simulated' },
  { id: ECHO, name: 'Simulated echo', made: 'simulated' },
];

/** A pedal at rest wanders by one step: a walk by chance that is the same for the same seed. */
function jitter(seed: number): () => -1 | 0 | 1 {
  const next = chance(seed);
  return () => {
    const part = next();
    return part < 0.25 ? -1 : part < 0.5 ? 1 : 0;
  };
}

/** A port that is always there. Nobody listens there for what has no channel. */
const taking = (take: (words: readonly PackedMessage[]) => void): Output => ({
  ok: true,
  takesSysex: true,
  send: (words) => {
    take(words);
    return true;
  },
  sendBytes: () => true,
  close: () => undefined,
});

/** The noisy pedal in a second: it rests near a place, and wanders by a step either way. Values 0–127. */
export function noisyPedal(seed: number, rest: number, count: number): readonly number[] {
  const step = jitter(seed);
  return Array.from({ length: count }, () => Math.min(127, Math.max(0, rest + step())));
}

/**
 * What the hand sends: a neighbour bumped by the sleeve, a touched cap, then the control that is meant.
 */
export function handWords(
  hand: SimulatedHand,
): readonly { readonly afterMs: number; readonly words: readonly PackedMessage[] }[] {
  const { channel, number, moves } = hand;
  const neighbour = number === 119 ? 118 : number + 1;
  const bump = [40, 41, 43].map((v, i) => ({ afterMs: 40 + i * 15, words: [packedCc(channel, neighbour, v)] }));
  const meant = moves
    ? Array.from({ length: 24 }, (_, i) => ({ afterMs: 160 + i * 15, words: [packedCc(channel, number, 30 + i * 3)] }))
    : [
        { afterMs: 160, words: [packedCc(channel, number, 127)] },
        { afterMs: 240, words: [packedCc(channel, number, 0)] },
      ];
  const cap = moves
    ? [
        { afterMs: 20, words: [packedNote(channel, 104, 127)] },
        { afterMs: 560, words: [packedNote(channel, 104, 0)] },
      ]
    : [];
  return [...cap, ...bump, ...meant].sort((a, b) => a.afterMs - b.afterMs);
}

export function simulatedPorts(now: () => number): SimulatedPorts {
  let hand: SimulatedHand | null = null;
  const touched = new Set<() => void>();
  const echoes = new Set<PortListener>();

  const openHand = (listener: PortListener): Opened => {
    const timers: ReturnType<typeof setTimeout>[] = [];
    const play = (): void => {
      if (!hand) return;
      for (const { afterMs, words } of handWords(hand)) timers.push(setTimeout(() => listener.words(words, now()), afterMs));
    };
    touched.add(play);
    play();
    return {
      ok: true,
      close: () => {
        touched.delete(play);
        for (const timer of timers) clearTimeout(timer);
      },
    };
  };

  const units = new Set<PortListener>();
  const takers = new Set<(words: readonly PackedMessage[]) => void>();
  let playing: ReturnType<typeof setTimeout>[] = [];

  const play: SimulatedPorts['play'] = (heard) => {
    for (const timer of playing) clearTimeout(timer);
    const start = now();
    playing = heard.map(({ atMs, word }) =>
      // The time that goes with a word is when it was due: a timer that comes late bends no gesture.
      setTimeout(() => {
        for (const listener of units) listener.words([word], start + atMs);
      }, atMs),
    );
  };

  const sendTo = (id: string, words: readonly PackedMessage[]): void => {
    if (id === SOFTWARE) for (const take of takers) take(words);
    else for (const listener of echoes) listener.words(words, now());
  };

  const openNoisy = (listener: PortListener): Opened => {
    const values = noisyPedal(7, 64, 4096);
    let i = 0;
    let last = -1;
    const timer = setInterval(() => {
      const value = values[i++ % values.length] ?? 64;
      if (value !== last) listener.words([packedCc(1, 11, value)], now());
      last = value;
    }, 20);
    return { ok: true, close: () => clearInterval(timer) };
  };

  return {
    list: async () => ({ ok: true, ports }),
    open: async (id, listener) => {
      switch (id) {
        case HAND:
          return openHand(listener);
        case NOISY:
          return openNoisy(listener);
        case ECHO:
          echoes.add(listener);
          return { ok: true, close: () => void echoes.delete(listener) };
        case UNIT:
          units.add(listener);
          return {
            ok: true,
            close: () => {
              units.delete(listener);
              for (const timer of playing) clearTimeout(timer);
            },
          };
        default:
          return { ok: false, problem: 'gone' };
      }
    },
    touch: (next) => {
      hand = next;
      for (const play of touched) play();
    },
    play,
    whenSent: (take) => {
      takers.add(take);
      return () => void takers.delete(take);
    },
    listOutputs: async () => ({ ok: true, ports: outputs }),
    openOutput: async (id): Promise<Output> => {
      if (!outputs.some((o) => o.id === id)) return { ok: false, problem: 'gone' };
      return taking((words) => sendTo(id, words));
    },
  };
}
