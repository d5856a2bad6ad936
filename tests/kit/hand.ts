// Plays a hand on a small rig and tells what happened in lines that a person can read: `0 FS1 sends CC 104 127`, `0 freeze 1`.
import {
  type Chain,
  type ChainEvent,
  type ChainState,
  type RunOptions,
  run,
  SENT,
  startChain,
  VALUE,
  wholeChain,
} from '@/core/bench';
import { packedNumber, packedType, packedValue } from '@/core/midi';
import { indexRig, type Rig, type ScriptEvent } from '@/core/rig';

export const down = (on: string, atMs: number, velocity: number | null = null): ScriptEvent => ({
  do: 'press',
  on,
  atMs,
  velocity,
});
export const up = (on: string, atMs: number): ScriptEvent => ({ do: 'release', on, atMs });
export const tap = (on: string, atMs: number, ms = 50): ScriptEvent[] => [down(on, atMs), up(on, atMs + ms)];
export const moveTo = (on: string, atMs: number, position: number): ScriptEvent => ({ do: 'move', on, atMs, position });
export const turn = (on: string, atMs: number, clicks: number): ScriptEvent => ({ do: 'turn', on, atMs, clicks });
export const goTo = (atMs: number, bank: number, on = 'board'): ScriptEvent => ({ do: 'go', on, atMs, bank, page: 1 });
export const mouse = (on: string, atMs: number, value: number): ScriptEvent => ({ do: 'set', on, atMs, value });

export interface Told {
  readonly chain: Chain;
  readonly state: ChainState;
  /** What was sent, as `time kind number value`. */
  readonly sent: readonly string[];
  /** What parameters did, as `time name value`. */
  readonly values: readonly string[];
  readonly at: (parameterId: string) => number;
}

const short: Readonly<Record<string, string>> = { cc: 'CC', note: 'N', program: 'PC', 'pitch-bend': 'bend' };

/** Plays events, in the order of their times, on the whole rig from its start. */
export function played(rig: Rig, events: readonly ChainEvent[], options: Partial<RunOptions> = {}): Told {
  const chain = wholeChain(indexRig(rig), new Set());
  const sorted = [...events].sort((a, b) => a.atMs - b.atMs);
  const { state, trace } = run(chain, startChain(chain, 'switched-on'), sorted, {
    timing: null,
    full: false,
    until: Number.MAX_VALUE,
    ...options,
  });
  const sent: string[] = [];
  const values: string[] = [];
  trace.kind.forEach((kind, i) => {
    const a = trace.a[i] ?? 0;
    if (kind === SENT) {
      const type = packedType(a);
      sent.push(`${trace.t[i]} ${short[type] ?? type} ${packedNumber(a)} ${packedValue(a)}`);
    } else if (kind === VALUE) values.push(`${trace.t[i]} ${chain.targets.parameters[a]?.id} ${trace.b[i]}`);
  });
  return { chain, state, sent, values, at: (id) => state.targets.values[chain.targets.slots.get(id) ?? -1] ?? Number.NaN };
}
