// Which message values move what a landing listens for, from wherever that stands.
import { carriesValue, type MessageType, valueMax } from '../midi';
import { chosenValues, type Values } from './chosen';
import { makeHear, travelOf } from './hear';
import { modeOf, type ReceiveMode } from './list';
import type { HeardBy, HeardParameter, HeardRange } from './mode';

/**
 * The values of a message (0–127 or 0–16383) of a kind that move a landing's parameter from at least one value that it may have, in rising order; a kind without values has
 * the one value 0. Empty where none does, whatever is sent. It is taken that a knob can meet the value; but what is picked up in a range without any travel stands still.
 * Read from the landing itself, as it is heard.
 */
export function valuesThatMove(
  landing: HeardRange & { readonly mode: ReceiveMode; readonly takeover: 'jump' | 'pickup' | 'scale' },
  parameter: HeardParameter,
  reception: HeardBy,
  type: MessageType,
): readonly Values[] {
  const { taps, needs } = modeOf(landing.mode);
  // A tap is counted; what it sets depends on when it came.
  const heardAs = taps && parameter.kind === 'continuous' ? ({ ...parameter, kind: 'trigger' } as const) : parameter;
  const hear = makeHear(landing, heardAs, reception);
  const present = presentValues(landing, heardAs);
  const moves = (value: number): boolean => present.some((now) => hear.value(type, value, now) !== now);
  const held = landing.takeover === 'pickup' && landing.from === landing.to && travelOf(landing, parameter) !== null;
  if (held && carriesValue(type)) return [];
  if (!carriesValue(type)) return moves(0) ? [{ from: 0, to: 0 }] : [];
  const most = valueMax(type);
  const found: { from: number; to: number }[] = [];
  for (const [from, to] of alike(most, chosenValues(needs, landing))) {
    if (!moves(from)) continue;
    const last = found.at(-1);
    if (last && last.to === from - 1) last.to = to;
    else found.push({ from, to });
  }
  return found;
}

/** Values that a parameter may have, as far as they make a difference: every step, or both ends of its range and of the landing's, and between. */
function presentValues({ from, to, setValue }: HeardRange, { kind, lowest, highest }: HeardParameter): readonly number[] {
  if (kind !== 'continuous') return Array.from({ length: highest - lowest + 1 }, (_, i) => lowest + i);
  return [lowest, highest, (lowest + highest) / 2, from, to, (from + to) / 2, setValue].filter(
    (v) => v >= lowest && v <= highest,
  );
}

/** Runs of values that are heard alike: thresholds and clicks are read from the high byte, and what is chosen has ends of its own. */
function alike(most: number, chosen: Values | null): readonly (readonly [number, number])[] {
  const step = most > 127 ? 128 : 1;
  const starts = new Set(Array.from({ length: 128 }, (_, i) => i * step));
  if (chosen !== null) for (const at of [chosen.from, chosen.to + 1]) if (at <= most) starts.add(at);
  const sorted = [...starts].sort((a, b) => a - b);
  return sorted.map((from, i) => [from, (sorted[i + 1] ?? most + 1) - 1]);
}
