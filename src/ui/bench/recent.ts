// What happened lately, for the timeline: read from traces, cut from the front as it grows old.
import { FINGER_AT, FINGER_DOWN, FINGER_TURN, FINGER_UP, type Trace, VALUE } from '@/core/bench';

export interface Recent {
  readonly hand: { t: number; control: number; value: number; kind: 'switch' | 'move' | 'turn' }[];
  readonly values: { t: number; slot: number; value: number }[];
}

/** How long something stays, in milliseconds. */
export const RECENT_MS = 12_000;

export const nothingRecent = (): Recent => ({ hand: [], values: [] });

/** When something last happened; long ago where nothing did. */
export const lastIn = ({ hand, values }: Recent): number =>
  Math.max(hand.at(-1)?.t ?? -RECENT_MS, values.at(-1)?.t ?? -RECENT_MS);

/** Takes a trace in. Gives the values of all parameters after it; the same list where none moved. `now` in milliseconds. */
export function takeTrace(recent: Recent, values: readonly number[], trace: Trace, now: number): readonly number[] {
  let after: number[] | null = null;
  for (let i = 0; i < trace.kind.length; i++) {
    const t = trace.t[i] ?? 0;
    const a = trace.a[i] ?? 0;
    const b = trace.b[i] ?? 0;
    switch (trace.kind[i]) {
      case VALUE:
        after ??= values.slice();
        after[a] = b;
        recent.values.push({ t, slot: a, value: b });
        break;
      case FINGER_DOWN:
      case FINGER_UP:
        recent.hand.push({ t, control: a, value: trace.kind[i] === FINGER_DOWN ? 1 : 0, kind: 'switch' });
        break;
      case FINGER_AT:
        recent.hand.push({ t, control: a, value: b, kind: 'move' });
        break;
      case FINGER_TURN:
        recent.hand.push({ t, control: a, value: b, kind: 'turn' });
        break;
      default:
        break;
    }
  }
  cut(recent.hand, now - RECENT_MS);
  cut(recent.values, now - RECENT_MS);
  return after ?? values;
}

/** Drops what is older than a time from the front of a list in the order of time. */
function cut(list: { readonly t: number }[], before: number): void {
  let n = 0;
  while (n < list.length && (list[n]?.t ?? 0) < before) n++;
  // Not at every frame: cutting one element from the front moves all the others.
  if (n > 500 || n === list.length) list.splice(0, n);
}
