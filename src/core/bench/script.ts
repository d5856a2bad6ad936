// Gesture scripts: what the hand does, as data. The standard ones that every outcome is judged by.
import { exhaustive } from '../base';
import type { Firmware, Gesture, ScriptEvent } from '../rig';

const TAP_MS = 80;
const PAUSE_MS = 900;

/** One down and up of a control. */
const cycle = (on: string, atMs: number, downMs: number): ScriptEvent[] => [
  { do: 'press', atMs, on, velocity: null },
  { do: 'release', atMs: atMs + downMs, on },
];

const cycles = (count: number, start: number, period: number, one: (atMs: number) => ScriptEvent[]): ScriptEvent[] =>
  Array.from({ length: count }, (_, i) => start + i * period).flatMap(one);

/** Long enough between two gestures that none is the second tap of the one before. */
const pause = (firmware: Firmware): number => Math.max(PAUSE_MS, firmware.doubleTapMs * 2);
/** How long before a gesture what is held meanwhile goes down. */
const HELD_FIRST_MS = 100;
const tapMs = (firmware: Firmware): number => Math.min(TAP_MS, firmware.holdMs / 2);

/** `count` short presses, each well under the hold time, far enough apart to be no double tap. Times in milliseconds. */
export function presses(on: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const down = tapMs(firmware);
  return cycles(count, start, down + pause(firmware), (t) => cycle(on, t, down));
}

/** `count` long presses, each held 200 ms longer than the hold time. */
export function holds(on: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const down = firmware.holdMs + 200;
  return cycles(count, start, down + pause(firmware), (t) => cycle(on, t, down));
}

/** `count` double taps: the second press half the double-tap time after the first. */
export function doubleTaps(on: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const apart = firmware.doubleTapMs / 2;
  const down = Math.min(tapMs(firmware), apart / 2);
  return cycles(count, start, apart + down + pause(firmware), (t) => [...cycle(on, t, down), ...cycle(on, t + apart, down)]);
}

/** `count` taps followed by a press that is held 200 ms longer than the hold time, half the double-tap time after the tap. */
export function tapHolds(on: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const apart = firmware.doubleTapMs / 2;
  const short = Math.min(tapMs(firmware), apart / 2);
  const long = firmware.holdMs + 200;
  return cycles(count, start, apart + long + pause(firmware), (t) => [...cycle(on, t, short), ...cycle(on, t + apart, long)]);
}

/** One gesture of a switch from a time in milliseconds on, with others held down from before to after it. */
export function gestureWith(
  does: 'tap' | 'hold' | 'double-tap' | 'tap-hold',
  on: string,
  holding: readonly string[],
  firmware: Firmware,
  start: number,
): readonly ScriptEvent[] {
  const made = { tap: presses, hold: holds, 'double-tap': doubleTaps, 'tap-hold': tapHolds }[does](on, 1, firmware, 0);
  if (holding.length === 0) return shifted(made, start);
  const held = inLayer(shifted(made, HELD_FIRST_MS), { on: holding, mode: 'while-held', byHold: false }, firmware);
  return shifted(held, start);
}

/** `count` times a press of one control and then one of another: how switches that release each other are played. */
export function inTurn(on: string, other: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const down = tapMs(firmware);
  const apart = down + pause(firmware);
  return cycles(count, start, 2 * apart, (t) => [...cycle(on, t, down), ...cycle(other, t + apart, down)]);
}

/** `count` presses of one control with another, the second a tenth of the window after the first, up together. */
export function chords(on: string, other: string, windowMs: number, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const down = tapMs(firmware) + windowMs;
  return cycles(count, start, down + pause(firmware), (t) => [
    { do: 'press', atMs: t, on: other, velocity: null },
    { do: 'press', atMs: t + windowMs / 10, on, velocity: null },
    { do: 'release', atMs: t + down, on },
    { do: 'release', atMs: t + down, on: other },
  ]);
}

/** Positions of a sweep: those that seven bits can tell. */
export const POSITIONS = 128;
/** Positions of a sweep over more than seven bits: eight times as many. */
export const FINE_POSITIONS = 1024;
/** Milliseconds from one end to the other. */
const SWEEP_MS = 635;

/** One sweep through so many positions, up and down again, 635 ms each way. */
export function sweep(on: string, start = 0, positions = POSITIONS): ScriptEvent[] {
  const last = positions - 1;
  return Array.from({ length: 2 * last + 1 }, (_, i) => ({
    do: 'move',
    atMs: start + (i * SWEEP_MS) / last,
    on,
    position: (i <= last ? i : 2 * last - i) / last,
  }));
}

/** The standard script of a gesture: `count` of it (four, or more for a long counter), or one sweep up and down through so many positions. */
export function standardScript(gesture: Gesture, on: string, firmware: Firmware, count: number, start: number): ScriptEvent[] {
  switch (gesture.type) {
    case 'move':
      return sweep(on, start, count);
    case 'press':
    case 'release':
    case 'repeat':
    case 'any-release':
      return presses(on, count, firmware, start);
    case 'latch-on':
    case 'latch-off':
      // A latch goes on, or off, with every second press.
      return presses(on, 2 * count, firmware, start);
    case 'tap-hold':
      return tapHolds(on, count, firmware, start);
    case 'hold':
    case 'hold-release':
      return holds(on, count, firmware, start);
    case 'double-tap':
      return doubleTaps(on, count, firmware, start);
    case 'chord':
      return chords(on, gesture.with, gesture.windowMs, count, firmware, start);
    default:
      return exhaustive(gesture);
  }
}

/** The same gestures, each so much later after the one before: what a press starts at the next bar is there before the next press. */
export function apart(script: readonly ScriptEvent[], ms: number, firmware: Firmware): readonly ScriptEvent[] {
  if (ms === 0) return script;
  const down = new Set<string>();
  let late = 0;
  let before = 0;
  return script.map((event) => {
    if (event.do === 'press' && down.size === 0 && event.atMs - before > pause(firmware) / 2) late += ms;
    if (event.do === 'press') down.add(event.on);
    if (event.do === 'release') down.delete(event.on);
    before = event.atMs;
    return { ...event, atMs: event.atMs + late };
  });
}

/**
 * The script with a layer opened around it: held down from before to after; switched on before; or pressed before each gesture
 * where it serves the next press only. A modifier that has a tap function of its own is switched by a hold.
 */
export function inLayer(
  script: readonly ScriptEvent[],
  modifier: { readonly on: readonly string[]; readonly mode: 'while-held' | 'toggled' | 'next-press'; readonly byHold: boolean },
  firmware: Firmware,
): readonly ScriptEvent[] {
  const { on } = modifier;
  const last = script[script.length - 1]?.atMs ?? 0;
  if (modifier.mode === 'while-held') return [...downs(on, 0), ...script, ...ups(on, last + 300)];
  const down = modifier.byHold ? firmware.holdMs + 100 : tapMs(firmware);
  if (modifier.mode === 'toggled') return [...together(on, 0, down), ...shifted(script, down + 100)];
  // Gestures begin at a press after a pause, however long a finger stays down; a sweep is one gesture.
  const lead = down + 100;
  const events: ScriptEvent[] = [];
  let late = 0;
  let before = Number.NEGATIVE_INFINITY;
  for (const event of script) {
    if (event.do !== 'release' && event.atMs - before > PAUSE_MS / 2) {
      events.push(...together(on, event.atMs + late, down));
      late += lead;
    }
    before = event.atMs;
    events.push({ ...event, atMs: event.atMs + late });
  }
  return events;
}

const downs = (on: readonly string[], atMs: number): ScriptEvent[] =>
  on.map((c) => ({ do: 'press', atMs, on: c, velocity: null }));
const ups = (on: readonly string[], atMs: number): ScriptEvent[] => on.map((c) => ({ do: 'release', atMs, on: c }));
/** All of them down, and up again after some time. */
const together = (on: readonly string[], atMs: number, ms: number): ScriptEvent[] => [...downs(on, atMs), ...ups(on, atMs + ms)];

const shifted = (script: readonly ScriptEvent[], ms: number): ScriptEvent[] =>
  ms === 0 ? [...script] : script.map((event) => ({ ...event, atMs: event.atMs + ms }));
