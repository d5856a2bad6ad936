// Plays one wire through, outside of React: a port in, what is planned, a port out. What sounds is let go whenever either of them goes, and in the end.
import type { PackedMessage } from '@/core/midi';
import {
  endThrough,
  passSystem,
  startThrough,
  stepThrough,
  type ThroughInput,
  type ThroughProgram,
  type ThroughState,
} from '@/core/through';
import { type KeptOutput, keptOpen, keptOutput, type PortNow, type WantedPort, type webMidi } from '@/ports';

type Devices = ReturnType<typeof webMidi>;

/** A message that came in, and what went out for it. */
export interface Passed {
  readonly at: number;
  readonly came: readonly PackedMessage[];
  readonly went: readonly PackedMessage[];
}

export interface ThroughNow {
  readonly input: PortNow;
  readonly output: PortNow;
  /** Whether it has stopped by itself: what goes out comes back in. */
  readonly looped: boolean;
  readonly count: number;
  /** The last ones, the newest first. */
  readonly last: readonly Passed[];
  /** What 95 of 100 messages take at most between coming in and going out, in milliseconds; null before any. */
  readonly addsMs: number | null;
  /** Whether the browser lets SysEx through; null before the port out is open. */
  readonly takesSysex: boolean | null;
}

export const notYet: ThroughNow = {
  input: 'opening',
  output: 'opening',
  looped: false,
  count: 0,
  last: [],
  addsMs: null,
  takesSysex: null,
};

const SHOWN = 8;
const MEASURED = 200;

/** How long messages take here: the last few hundred, and what 95 of 100 take at most. */
function stopwatch(): (tookMs: number) => number | null {
  let times: readonly number[] = [];
  return (tookMs) => {
    times = [tookMs, ...times].slice(0, MEASURED);
    return [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? null;
  };
}

/** Calls back when something is due: one call at a time, for the moment that was asked for last. `timer` goes on while the page is hidden. */
function alarm(
  timer: Timer,
  rings: (at: number) => void,
): { readonly setTo: (at: number | null) => void; readonly end: () => void } {
  let due: number | null = null;
  let ended = false;
  return {
    setTo: (at) => {
      if (ended || at === null || at === due) return;
      due = at;
      timer(Math.max(0, at - performance.now()), () => {
        if (ended || due !== at) return;
        due = null;
        rings(at);
      });
    },
    end: () => {
      ended = true;
    },
  };
}

type Timer = (ms: number, done: () => void) => void;

/** A port out that lets go, when it is back, what sounded there as it went. */
function lettingGo(
  devices: Devices,
  port: WantedPort,
  sounding: () => readonly PackedMessage[],
  say: (change: Partial<ThroughNow>) => void,
): KeptOutput {
  let hanging: readonly PackedMessage[] = [];
  const output = keptOutput(devices, port, (next) => {
    if (next === 'gone') hanging = sounding();
    if (next === 'heard' && hanging.length > 0) {
      output.send(hanging);
      hanging = [];
    }
    say({ output: next, ...(next === 'heard' ? { takesSysex: output.takesSysex() } : {}) });
  });
  return output;
}

/** Begins; gives back how to end. `timer` calls back after some milliseconds, also while the page is hidden. */
export function playThrough(
  devices: Devices,
  program: ThroughProgram,
  ports: { readonly input: WantedPort; readonly output: WantedPort },
  timer: Timer,
  tell: (now: ThroughNow) => void,
): () => void {
  let state = startThrough(program);
  /** When the controller was switched on: its time begins there. */
  let begun = performance.now();
  let now = notYet;
  let ended = false;
  const measured = stopwatch();
  const say = (change: Partial<ThroughNow>): void => {
    now = { ...now, ...change };
    if (!ended) tell(now);
  };
  const output = lettingGo(devices, ports.output, () => endThrough(state), say);
  const letGo = (): void => {
    output.send(endThrough(state));
    state = startThrough(program);
    begun = performance.now();
    wakes.setTo(dueAt());
  };
  const dueAt = (): number | null => (state.wakeAt === null ? null : begun + state.wakeAt);
  const sayIfLooped = (before: ThroughState): void => {
    if (before.looped || !state.looped) return;
    output.send(endThrough(state));
    say({ looped: true });
  };
  const take = (input: ThroughInput): readonly PackedMessage[] => {
    const was = state;
    const step = stepThrough(program, state, input);
    state = step.state;
    // What a port that is gone did not take did not go out.
    const went = step.out.length > 0 && output.send(step.out, program.sysex) ? step.out : [];
    sayIfLooped(was);
    wakes.setTo(dueAt());
    return went;
  };
  const passed = (came: readonly PackedMessage[], went: readonly PackedMessage[]): void =>
    say({ count: now.count + 1, last: [{ at: now.count, came, went }, ...now.last].slice(0, SHOWN) });
  const wakes = alarm(timer, (at) => {
    const went = take({ type: 'tick', t: at - begun });
    if (went.length > 0) passed([], went);
  });
  const closeInput = keptOpen(devices, ports.input, {
    words: (words, atMs) => {
      const went = take({ type: 'words', t: Math.max(0, atMs - begun), words });
      say({ addsMs: measured(performance.now() - atMs) });
      passed(words, went);
    },
    system: (bytes, atMs) => {
      const was = state;
      const step = passSystem(program, state, bytes, Math.max(0, atMs - begun));
      state = step.state;
      if (step.passes) output.sendBytes(bytes);
      sayIfLooped(was);
    },
    state: (next) => {
      if (next === 'gone') letGo();
      say({ input: next });
    },
  });
  wakes.setTo(dueAt());
  const end = (): void => {
    if (ended) return;
    letGo();
    ended = true;
    wakes.end();
    closeInput();
    output.close();
  };
  window.addEventListener('pagehide', end);
  return () => {
    window.removeEventListener('pagehide', end);
    end();
  };
}
