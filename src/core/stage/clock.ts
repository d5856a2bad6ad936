// MIDI clock as it is heard: 24 a quarter, with start, continue and stop (MIDI 1.0, system real time).

/** What was heard of a clock so far. */
export interface ClockHeard {
  /** False after a stop. Before anything was said of it, clocks that come count as running: who joins late hears no start. */
  readonly running: boolean;
  /** Whether a start was heard: then `clocks` counts from the first downbeat, else from anywhere. */
  readonly started: boolean;
  /** Clocks since the start; −1 between a start and the first clock behind it, which is the downbeat. */
  readonly clocks: number;
  /** When the last ones came, in milliseconds, those behind a stop too: the tempo is measured by them. */
  readonly times: readonly number[];
}

/** Before anything was heard. */
export const noClock: ClockHeard = { running: true, started: false, clocks: -1, times: [] };

/** Clocks in a quarter (MIDI 1.0). */
export const CLOCKS = 24;
/** Two quarters are measured. */
const MEASURED = 2 * CLOCKS + 1;
/** Half a quarter has to be there before a tempo is told. */
const LEAST = CLOCKS / 2;
/** Nothing for so long: no clock runs. The slowest song, 10 beats a minute, has one every 250 ms. */
const GONE_MS = 1000;

/** One real-time message more: F8 clock, FA start, FB continue, FC stop; every other status changes nothing. A gap in which no clock came begins the measuring anew. */
export function hearClock(before: ClockHeard, status: number, atMs: number): ClockHeard {
  switch (status) {
    case 0xf8: {
      const last = before.times.at(-1);
      const known = last !== undefined && atMs - last > GONE_MS ? [] : before.times;
      return {
        ...before,
        clocks: before.running ? before.clocks + 1 : before.clocks,
        times: [...known, atMs].slice(-MEASURED),
      };
    }
    case 0xfa:
      return { ...before, running: true, started: true, clocks: -1 };
    case 0xfb:
      return { ...before, running: true };
    case 0xfc:
      return { ...before, running: false };
    default:
      return before;
  }
}

/** Quarters a minute, over the last two quarters; null before half a quarter was heard. */
export function clockTempo({ times }: ClockHeard): number | null {
  if (times.length <= LEAST) return null;
  const [first = 0] = times;
  const last = times.at(-1) ?? first;
  return last > first ? (60_000 * (times.length - 1)) / (CLOCKS * (last - first)) : null;
}

/** Whether clocks come now. */
export const clockRuns = ({ running, times }: ClockHeard, nowMs: number): boolean =>
  running && times.length > 1 && nowMs - (times.at(-1) ?? Number.NEGATIVE_INFINITY) <= GONE_MS;

/** Quarters since the start at a time, between two clocks by the tempo; null where no clock runs. What is heard late is not waited for longer than one clock. */
export function quartersAt(heard: ClockHeard, nowMs: number): number | null {
  const tempo = clockTempo(heard);
  if (tempo === null || !clockRuns(heard, nowMs)) return null;
  const since = ((nowMs - (heard.times.at(-1) ?? nowMs)) * tempo * CLOCKS) / 60_000;
  return (Math.max(0, heard.clocks) + Math.min(1, Math.max(0, since))) / CLOCKS;
}
