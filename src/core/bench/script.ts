// Gesture scripts: what the hand does, as data. The standard ones that every outcome is judged by.
import type { Firmware, GestureType } from '../rig';

export type ScriptEvent =
  | { readonly t: number; readonly do: 'press' | 'release'; readonly controlId: string }
  | { readonly t: number; readonly do: 'move'; readonly controlId: string; readonly position: number };

const TAP_MS = 80;
const PAUSE_MS = 900;

/** `count` short presses, each well under the hold time, far enough apart to be no double tap. Times in milliseconds. */
export function presses(controlId: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const down = Math.min(TAP_MS, firmware.holdMs / 2);
  const period = down + Math.max(PAUSE_MS, firmware.doubleTapMs * 2);
  return cycles(controlId, count, start, down, period);
}

/** `count` long presses, each held 200 ms longer than the hold time. */
export function holds(controlId: string, count: number, firmware: Firmware, start = 0): ScriptEvent[] {
  const down = firmware.holdMs + 200;
  return cycles(controlId, count, start, down, down + Math.max(PAUSE_MS, firmware.doubleTapMs * 2));
}

function cycles(controlId: string, count: number, start: number, down: number, period: number): ScriptEvent[] {
  return Array.from({ length: count }, (_, i) => start + i * period).flatMap((t): ScriptEvent[] => [
    { t, do: 'press', controlId },
    { t: t + down, do: 'release', controlId },
  ]);
}

const upDown: readonly number[] = [
  ...Array.from({ length: 128 }, (_, i) => i / 127),
  ...Array.from({ length: 127 }, (_, i) => (126 - i) / 127),
];

/** One sweep through all 128 positions, up and down again, in 5 ms steps. */
export function sweep(controlId: string, start = 0): ScriptEvent[] {
  return upDown.map((position, i) => ({ t: start + i * 5, do: 'move', controlId, position }));
}

/** The standard script of a gesture: four presses (or more, for a long counter), four holds, or one sweep up and down. */
export function standardScript(
  gesture: GestureType,
  controlId: string,
  firmware: Firmware,
  count: number,
  start: number,
): ScriptEvent[] | null {
  switch (gesture) {
    case 'move':
      return sweep(controlId, start);
    case 'press':
    case 'release':
      return presses(controlId, count, firmware, start);
    case 'hold':
      return holds(controlId, count, firmware, start);
    default:
      return null;
  }
}
