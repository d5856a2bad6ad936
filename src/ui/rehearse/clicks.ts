// The metronome: clicks on Web Audio, asked for a fraction of a second ahead, so that a busy page never makes one late.
import { type Click, clicksBetween } from '@/core/rehearsal';

export interface Sounding {
  /** Milliseconds by which what is played now is heard later, as the device states it; 0 where it states nothing. */
  readonly latencyMs: number;
  readonly stop: () => void;
}

/** Milliseconds between two looks, and how far ahead each one goes. */
const LOOK_MS = 25;
const AHEAD_MS = 160;
/** At most a quarter of what the device can do (−12 dBFS). */
const LOUDEST = 0.25;
const CLICK_S = 0.045;
/** A device that does not sound by then does not sound. */
const SILENT_MS = 700;

/** Any plan of clicks. */
type Clicks = (from: number, to: number) => readonly Click[];

export const clicksOf =
  (schedule: Parameters<typeof clicksBetween>[0]): Clicks =>
  (from, to) =>
    clicksBetween(schedule, from, to);

/**
 * Sounds clicks from now on; `inMs`: milliseconds until the one at 0. Where this device has no sound, or does not let a page have it, `silent` is told: the take goes on by the light.
 */
export function sound(clicks: Clicks, inMs: number, silent: () => void): Sounding | null {
  let context: AudioContext;
  try {
    context = new AudioContext({ latencyHint: 'interactive' });
  } catch {
    silent();
    return null;
  }
  void context.resume().catch(() => undefined);
  const zero = context.currentTime + inMs / 1000;
  let asked = 0;
  const look = (): void => {
    const until = (context.currentTime - zero) * 1000 + AHEAD_MS;
    if (until <= asked) return;
    for (const click of clicks(asked, until)) clickAt(context, zero + click.atMs / 1000, click.one);
    asked = until;
  };
  look();
  const wait = setTimeout(() => context.state !== 'running' && silent(), SILENT_MS);
  const timer = setInterval(look, LOOK_MS);
  return {
    latencyMs: (context.outputLatency || context.baseLatency || 0) * 1000,
    stop: () => {
      clearInterval(timer);
      clearTimeout(wait);
      void context.close().catch(() => undefined);
    },
  };
}

/** A short tone, an octave higher on the one. */
function clickAt(context: AudioContext, at: number, one: boolean): void {
  const begins = Math.max(at, context.currentTime);
  const tone = context.createOscillator();
  const level = context.createGain();
  tone.frequency.value = one ? 1760 : 880;
  level.gain.setValueAtTime(LOUDEST, begins);
  level.gain.exponentialRampToValueAtTime(0.0001, begins + CLICK_S);
  tone.connect(level).connect(context.destination);
  tone.start(begins);
  tone.stop(begins + CLICK_S);
}
